using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A unit as the board needs it.</summary>
/// <param name="Tag">Asset tag.</param>
/// <param name="ModelKey">Its model.</param>
/// <param name="Tape">Colour of its tape.</param>
/// <param name="Place">Where it lives.</param>
/// <param name="Status"><c>in</c>, <c>out</c>, <c>repair</c> or <c>retired</c>.</param>
/// <param name="DueBack">When it is due back; null while it is in.</param>
/// <param name="Last">Its last signed check; null where there is none.</param>
/// <param name="LastCheckId">That check.</param>
/// <param name="Open">A check of it that is begun and not signed; null where there is none.</param>
public sealed record BoardUnit(
    string Tag,
    string ModelKey,
    string Tape,
    string Place,
    UnitStatus Status,
    DateOnly? DueBack,
    LastCheck? Last,
    Guid? LastCheckId,
    OpenCheck? Open
);

/// <summary>A check that is begun and not signed.</summary>
/// <param name="Id">The check.</param>
/// <param name="By">Who began it.</param>
/// <param name="At">When.</param>
/// <param name="Unread">Lines nobody has looked at.</param>
public sealed record OpenCheck(Guid Id, string By, DateTimeOffset At, int Unread);

/// <summary>A check that is begun and not signed, with its unit.</summary>
/// <param name="Id">The check.</param>
/// <param name="Unit">The unit.</param>
/// <param name="By">Who began it.</param>
/// <param name="At">When.</param>
/// <param name="Unread">Lines nobody has looked at.</param>
public sealed record OpenCheckOfUnit(Guid Id, string Unit, string By, DateTimeOffset At, int Unread);

/// <summary>Which units of the board; what is null or empty filters nothing.</summary>
/// <param name="Model">Key of a model.</param>
/// <param name="Tape">A colour of tape.</param>
/// <param name="Place">A place.</param>
/// <param name="Find">Text within tag, tape, place, or key or name of the model, whatever its case.</param>
public sealed record BoardFilter(string? Model, string? Tape, string? Place, string? Find);

/// <summary>Where a page of the board ends.</summary>
/// <param name="State">State of its last unit.</param>
/// <param name="Tag">Its tag.</param>
public readonly record struct BoardPlace(ReadinessState State, string Tag);

/// <summary>What the board can be filtered by.</summary>
/// <param name="Models">Keys of models that have units.</param>
/// <param name="Tapes">Colours of tape in use.</param>
/// <param name="Places">Places in use.</param>
public sealed record BoardChoices(IReadOnlyList<string> Models, IReadOnlyList<string> Tapes, IReadOnlyList<string> Places);

/// <summary>How every unit stands, from what was kept when its last check was signed: no readings are looked through.</summary>
public sealed class BoardStore(NpgsqlDataSource source)
{
    // The state as Readiness.StateOf has it, so that pages and counts need no look at the whole fleet; a test holds the two together.
    private const string Board = """
        SELECT u.tag, u.model_key, u.tape, u.place, u.status, u.due_back, s.check_id, (s.signed_at AT TIME ZONE z.name)::date AS signed_on, CASE WHEN s.wrong <> '{}' THEN s.wrong END AS wrong,
               s.earlier, s.unread_required, CASE WHEN u.came_back > s.signed_at THEN (u.came_back AT TIME ZONE z.name)::date END AS came_back,
               coalesce(now.name, was.name) AS standard_name, coalesce(now.interval_days, was.interval_days) AS interval_days,
               o.id AS open_id, o.started_by, o.started_at, o.unread_count,
               CASE WHEN u.status <> 'in' THEN u.status
                    WHEN s.check_id IS NULL THEN 'due'
                    WHEN s.wrong <> '{}' THEN 'off'
                    WHEN s.unread_required <> '{}' OR u.came_back > s.signed_at THEN 'due'
                    WHEN (s.signed_at AT TIME ZONE z.name)::date + coalesce(now.interval_days, was.interval_days) <= @today THEN 'due'
                    ELSE 'ready' END AS state
        FROM camera_unit u
        CROSS JOIN (SELECT coalesce(nullif(max(time_zone), ''), 'UTC') AS name FROM department) z
        LEFT JOIN unit_state s ON s.unit_tag = u.tag
        LEFT JOIN standard_version now ON now.key = s.standard_key AND now.state = 'approved'
        LEFT JOIN standard_version was ON (was.key, was.version) = (s.standard_key, s.standard_version)
        LEFT JOIN (
            SELECT DISTINCT ON (unit_tag) unit_tag, id, started_by, started_at, unread_count FROM check_run
            WHERE signed_at IS NULL ORDER BY unit_tag, started_at DESC) o ON o.unit_tag = u.tag
        """;

    private const string Filtered = """
        WHERE (@model = '' OR u.model_key = @model) AND (@tape = '' OR u.tape = @tape) AND (@place = '' OR u.place = @place)
          AND (@find = '' OR strpos(lower(concat_ws(E'\n', u.tag, u.tape, u.place, u.model_key,
              (SELECT m.name FROM camera_model m WHERE m.key = u.model_key ORDER BY m.version DESC LIMIT 1))), lower(@find)) > 0)
        """;

    /// <summary>One unit, or null.</summary>
    public Task<BoardUnit?> GetAsync(string tag, DateOnly today, CancellationToken cancel) =>
        source.CreateCommand($"{Board} WHERE u.tag = @tag").With("tag", tag).With("today", today).FirstAsync(Read, cancel);

    /// <summary>A page in the order of <see cref="Readiness.Order"/>, then by tag.</summary>
    /// <param name="filter">Which units.</param>
    /// <param name="state">Only those of a state; null for all that are not retired.</param>
    /// <param name="today">Today.</param>
    /// <param name="after">Where the page before ended; null for the first.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<BoardUnit>> PageAsync(
        BoardFilter filter,
        ReadinessState? state,
        DateOnly today,
        BoardPlace? after,
        int limit,
        CancellationToken cancel
    ) =>
        Filter(
                source.CreateCommand(
                    $"""
                    SELECT b.* FROM (SELECT *, array_position(@order, state) AS place_in_order FROM ({Board} {Filtered}) all_units) b
                    WHERE (CASE WHEN @state = '' THEN b.state <> 'retired' ELSE b.state = @state END)
                      AND (@after = '' OR (b.place_in_order, b.tag) > (array_position(@order, @after_state), @after))
                    ORDER BY b.place_in_order, b.tag LIMIT @limit
                    """
                ),
                filter,
                today
            )
            .With("order", Readiness.Order.Select(ReadinessStates.Word).ToArray())
            .With("state", state?.Word() ?? "")
            .With("after", after?.Tag ?? "")
            .With("after_state", after?.State.Word() ?? "")
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>How many units of a filter are in each state; 0 where there is none.</summary>
    public async Task<Dictionary<ReadinessState, int>> CountsAsync(BoardFilter filter, DateOnly today, CancellationToken cancel)
    {
        List<(string State, int Units)> counts = await Filter(
                source.CreateCommand($"SELECT state, count(*)::int AS units FROM ({Board} {Filtered}) b GROUP BY state"),
                filter,
                today
            )
            .ListAsync(r => (State: r.Text("state"), Units: r.Number("units")), cancel);
        return Readiness.Order.ToDictionary(s => s, s => counts.FirstOrDefault(c => c.State == s.Word()).Units);
    }

    /// <summary>How some units stand, by tag; one that is not there is left out.</summary>
    public Task<List<BoardUnit>> OfUnitsAsync(IReadOnlyList<string> units, DateOnly today, CancellationToken cancel) =>
        source
            .CreateCommand($"{Board} WHERE u.tag = ANY(@units) ORDER BY u.tag")
            .With("units", units.ToArray())
            .With("today", today)
            .ListAsync(Read, cancel);

    /// <summary>What there is to filter by.</summary>
    public async Task<BoardChoices> ChoicesAsync(CancellationToken cancel) =>
        (
            await source
                .CreateCommand(
                    """
                    SELECT coalesce(array_agg(DISTINCT model_key ORDER BY model_key), '{}') AS models,
                           coalesce(array_agg(DISTINCT tape ORDER BY tape) FILTER (WHERE tape <> ''), '{}') AS tapes,
                           coalesce(array_agg(DISTINCT place ORDER BY place) FILTER (WHERE place <> ''), '{}') AS places
                    FROM camera_unit
                    """
                )
                .FirstAsync(r => new BoardChoices(r.Texts("models"), r.Texts("tapes"), r.Texts("places")), cancel)
        )!;

    private static NpgsqlCommand Filter(NpgsqlCommand command, BoardFilter filter, DateOnly today) =>
        command
            .With("model", filter.Model ?? "")
            .With("tape", filter.Tape ?? "")
            .With("place", filter.Place ?? "")
            .With("find", filter.Find?.Trim() ?? "")
            .With("today", today);

    private static BoardUnit Read(Row r) =>
        new(
            r.Text("tag"),
            r.Text("model_key"),
            r.Text("tape"),
            r.Text("place"),
            UnitStatuses.Parse(r.Text("status")),
            r.DayOrNull("due_back"),
            r.IsNull("check_id")
                ? null
                : new LastCheck(
                    r.Day("signed_on"),
                    r.Text("standard_name"),
                    r.NumberOrNull("interval_days"),
                    r.IsNull("wrong") ? [] : [.. r.Texts("wrong").Select(SettingDefinition.Parse)]
                )
                {
                    Earlier = [.. r.Texts("earlier").Select(SettingDefinition.Parse)],
                    Unread = [.. r.Texts("unread_required").Select(SettingDefinition.Parse)],
                    CameBack = r.DayOrNull("came_back"),
                },
            r.IsNull("check_id") ? null : r.Id("check_id"),
            r.IsNull("open_id")
                ? null
                : new OpenCheck(r.Id("open_id"), r.Text("started_by"), r.Moment("started_at"), r.Number("unread_count"))
        );
}
