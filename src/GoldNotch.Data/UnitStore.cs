using GoldNotch.Core.Cameras;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Units of the pool.</summary>
public sealed partial class UnitStore(NpgsqlDataSource source)
{
    private const string Columns = "tag, model_key, tape, place, status, version, filters, colour_offset_mired, due_back, noise, latitude";

    /// <summary>A page of units by tag, after a tag; optionally those whose tag, tape, place or model holds a text.</summary>
    /// <param name="after">The last tag of the page before, or null.</param>
    /// <param name="find">Text to find, or null.</param>
    /// <param name="retired">Whether those that are no longer lent are among them.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredUnit>> ListAsync(string? after, string? find, bool retired, int limit, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM camera_unit
                WHERE (@after::text IS NULL OR tag > @after)
                  AND (@retired OR status <> 'retired')
                  AND (@find::text IS NULL OR strpos(lower(concat_ws(' ', tag, tape, place, model_key)), lower(@find)) > 0)
                ORDER BY tag LIMIT @limit
                """
            )
            .With("after", after)
            .With("find", find)
            .With("retired", retired)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>The first units of one model, by tag.</summary>
    public Task<List<StoredUnit>> OfModelAsync(string modelKey, int limit, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns} FROM camera_unit WHERE model_key = @model ORDER BY tag LIMIT @limit")
            .With("model", modelKey)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>Units that are lent, by tag: of one model, of some tags, or all; two thousand at most.</summary>
    public Task<List<StoredUnit>> LentAsync(string? modelKey, IReadOnlyList<string>? tags, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM camera_unit
                WHERE status <> 'retired' AND (@model::text IS NULL OR model_key = @model) AND (@tags::text[] IS NULL OR tag = ANY(@tags))
                ORDER BY tag LIMIT 2000
                """
            )
            .With("model", modelKey)
            .With("tags", tags?.ToArray())
            .ListAsync(Read, cancel);

    /// <summary>The units of some tags; one that is not there is left out.</summary>
    public Task<List<StoredUnit>> ByTagsAsync(IReadOnlyList<string> tags, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns} FROM camera_unit WHERE tag = ANY(@tags) ORDER BY tag")
            .With("tags", tags.ToArray())
            .ListAsync(Read, cancel);

    /// <summary>How many units each model has that are lent, or could be again: what is retired does not make a model one in use.</summary>
    public async Task<Dictionary<string, int>> CountsByModelAsync(CancellationToken cancel)
    {
        var rows = await source
            .CreateCommand("SELECT model_key, count(*)::int AS units FROM camera_unit WHERE status <> 'retired' GROUP BY model_key")
            .ListAsync(r => (Key: r.Text("model_key"), Count: r.Number("units")), cancel);
        return rows.ToDictionary(r => r.Key, r => r.Count);
    }

    /// <summary>One unit, or null.</summary>
    public Task<StoredUnit?> GetAsync(string tag, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM camera_unit WHERE tag = @tag").With("tag", tag).FirstAsync(Read, cancel);

    /// <summary>One unit.</summary>
    /// <exception cref="RefusedException">There is none of this tag.</exception>
    public async Task<StoredUnit> FindAsync(string tag, CancellationToken cancel) => await GetAsync(tag, cancel) ?? throw NotFound(tag);

    /// <summary>What is said where there is no unit of a tag.</summary>
    public static RefusedException NotFound(string tag) =>
        new(ProblemCode.NotFound, "/tag", $"There is no unit {tag}. Look at the tag again, or find it by its tape or place.");

    /// <summary>Changes a unit if nobody else has since it was read.</summary>
    /// <returns>The unit as changed, or null when its version has moved on.</returns>
    public async Task<StoredUnit?> UpdateAsync(StoredUnit unit, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredUnit? before = await transaction
            .Command($"SELECT {Columns} FROM camera_unit WHERE tag = @tag FOR UPDATE")
            .With("tag", unit.Tag)
            .FirstAsync(Read, cancel);
        if (before is null || before.Version != unit.Version)
        {
            return null;
        }

        if (before == unit)
        {
            return before;
        }

        // What is out by a loan comes back by it, with its kit counted.
        if (
            before.Status == UnitStatus.Out
            && unit.Status == UnitStatus.In
            && await LoanStore.HolderAsync(transaction, unit.Tag, cancel) is { } borrower
        )
        {
            throw new RefusedException(
                ProblemCode.UnitOut,
                "/status",
                $"{unit.Tag} is on loan to {borrower}. Take it back under its loan, so that its kit is counted. Nothing was changed."
            );
        }

        StoredUnit after = unit with { Version = unit.Version + 1 };
        await transaction
            .Command(
                """
                UPDATE camera_unit SET tape = @tape, place = @place, due_back = @due, version = @version, status = @status,
                    came_back = CASE WHEN status IN ('out', 'repair') AND @status = 'in' THEN now() ELSE came_back END
                WHERE tag = @tag
                """
            )
            .With("due", after.DueBack)
            .With("tag", after.Tag)
            .With("tape", after.Tape)
            .With("place", after.Place)
            .With("status", after.Status.Word())
            .With("version", after.Version)
            .RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "unit changed", after.Tag, before, after, cancel);
        await Live.TellAsync(transaction, after.Tag, null, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Adds units, all of them or none. One that is there already and says the same is no fault, so that a list can be sent again.</summary>
    /// <param name="units">New units, all <c>in</c>.</param>
    /// <param name="who">Who adds them.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>How many are new.</returns>
    /// <exception cref="RefusedException">Some cannot be added: every fault is named with its row; nothing was added.</exception>
    public async Task<int> AddAsync(IReadOnlyList<UnitDocument> units, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        Dictionary<string, StoredUnit> there = (
            await transaction
                .Command($"SELECT {Columns} FROM camera_unit WHERE tag = ANY(@tags) FOR UPDATE")
                .With("tags", units.Select(u => u.Tag).ToArray())
                .ListAsync(Read, cancel)
        ).ToDictionary(u => u.Tag);
        HashSet<string> models =
        [
            .. await transaction
                .Command("SELECT key FROM camera_model WHERE key = ANY(@keys)")
                .With("keys", units.Select(u => u.Model).Distinct().ToArray())
                .ListAsync(r => r.Text("key"), cancel),
        ];
        List<ImportFault> faults = [];
        HashSet<string> tags = [];
        for (int i = 0; i < units.Count; i++)
        {
            if (FaultOf(units[i], $"/units/{i}", there, models, tags) is { } fault)
            {
                faults.Add(new ImportFault(fault.Pointer, i + 1, 1, fault.Code, fault.Message));
            }
        }

        if (faults.Count > 0)
        {
            throw new RefusedException(
                faults[0].Code,
                faults[0].Pointer,
                $"Row {faults[0].Line}: {faults[0].Message} No unit was added; every row is still on the page."
            )
            {
                Faults = faults,
            };
        }

        int added = 0;
        foreach (UnitDocument unit in units.Where(u => !there.ContainsKey(u.Tag)))
        {
            added += await PutAsync(transaction, unit, "", who, cancel) ? 1 : 0;
        }

        await transaction.CommitAsync(cancel);
        return added;
    }

    private static RefusedException? FaultOf(
        UnitDocument unit,
        string at,
        Dictionary<string, StoredUnit> there,
        HashSet<string> models,
        HashSet<string> tags
    )
    {
        try
        {
            UnitRules.Check(unit, at);
        }
        catch (RefusedException refused)
        {
            return refused;
        }

        return !tags.Add(unit.Tag)
                ? new RefusedException(ProblemCode.Duplicate, $"{at}/tag", $"{unit.Tag} stands in two rows. Give one another tag.")
            : !models.Contains(unit.Model)
                ? new RefusedException(
                    ProblemCode.ModelMissing,
                    $"{at}/model",
                    $"There is no camera specification “{unit.Model}”. Choose one of the list."
                )
            : there.TryGetValue(unit.Tag, out StoredUnit? other)
            && (other.ModelKey, other.Tape, other.Place) != (unit.Model, unit.Tape, unit.Place)
                ? new RefusedException(
                    ProblemCode.TagTaken,
                    $"{at}/tag",
                    $"{unit.Tag} is the tag of another unit. Give this one its own, or change that one on its page."
                )
            : null;
    }

    /// <summary>Keeps a unit that comes in with a file: new, or changed with a version more and an entry of what changed.</summary>
    /// <returns>Whether anything changed.</returns>
    /// <exception cref="RefusedException">The tag is that of a unit of another model.</exception>
    internal static async Task<bool> PutAsync(
        NpgsqlTransaction transaction,
        UnitDocument unit,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        StoredUnit? before = await transaction
            .Command($"SELECT {Columns} FROM camera_unit WHERE tag = @tag FOR UPDATE")
            .With("tag", unit.Tag)
            .FirstAsync(Read, cancel);
        if (before is not null && before.ModelKey != unit.Model)
        {
            throw new RefusedException(
                ProblemCode.TagTaken,
                $"{at}/model",
                $"{unit.Tag} is a {before.ModelKey} here, and a unit keeps its model. Give this one another tag, or retire the one that is here."
            );
        }

        MeasuredOnUnit measured = MeasuredOnUnit.Of(unit).Over(before?.Measured);
        StoredUnit after = await transaction
            .Command(
                $"""
                INSERT INTO camera_unit AS u (tag, model_key, tape, place, status, filters, noise, latitude, colour_offset_mired, due_back)
                VALUES (@tag, @model, @tape, @place, @status, @filters, @noise, @latitude, @offset, @due)
                ON CONFLICT (tag) DO UPDATE SET tape = @tape, place = @place, status = @status, filters = @filters, noise = @noise,
                    latitude = @latitude, colour_offset_mired = @offset, due_back = @due,
                    version = u.version + CASE WHEN (u.tape, u.place, u.status, u.filters, u.noise, u.latitude, u.colour_offset_mired, u.due_back)
                        IS DISTINCT FROM (@tape, @place, @status, @filters, @noise, @latitude, @offset, @due) THEN 1 ELSE 0 END,
                    came_back = CASE WHEN u.status IN ('out', 'repair') AND @status = 'in' THEN now() ELSE u.came_back END
                RETURNING {Columns}
                """
            )
            .With("tag", unit.Tag)
            .With("model", unit.Model)
            .With("tape", unit.Tape)
            .With("place", unit.Place)
            .With("status", unit.Status)
            .With(measured)
            .With("due", unit.DueBack)
            .FirstAsync(Read, cancel)
            ?? throw new InvalidOperationException("A unit vanished while held.");
        if (after.Version == before?.Version)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, before is null ? "unit added" : "unit changed", after.Tag, before, after, cancel);
        await Live.TellAsync(transaction, after.Tag, null, cancel);
        return true;
    }

    /// <summary>Gives a unit another tag; its checks, notes and counts follow it.</summary>
    /// <returns>The unit as renamed, or null when its version has moved on.</returns>
    /// <exception cref="RefusedException">The tag is taken.</exception>
    public async Task<StoredUnit?> RenameAsync(string tag, string newTag, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredUnit? before = await transaction
            .Command($"SELECT {Columns} FROM camera_unit WHERE tag = @tag FOR UPDATE")
            .With("tag", tag)
            .FirstAsync(Read, cancel);
        if (before is null || before.Version != seen)
        {
            return null;
        }

        try
        {
            await FigureStore.RenameAsync(transaction, tag, newTag, cancel);
            await transaction
                .Command("UPDATE camera_unit SET tag = @new, version = version + 1 WHERE tag = @tag")
                .With("tag", tag)
                .With("new", newTag)
                .RunAsync(cancel);
            await transaction
                .Command(
                    """
                    UPDATE line_up SET version = version + 1, document = jsonb_set(document, '{cameras}', (
                        SELECT jsonb_agg(CASE WHEN c->>'unit' = @tag THEN jsonb_set(c, '{unit}', to_jsonb(@new::text)) ELSE c END ORDER BY place)
                        FROM jsonb_array_elements(document->'cameras') WITH ORDINALITY AS cameras (c, place)))
                    WHERE id IN (SELECT line_up_id FROM line_up_camera WHERE unit_tag = @tag)
                    """
                )
                .With("tag", tag)
                .With("new", newTag)
                .RunAsync(cancel);
            await transaction
                .Command(
                    """
                    UPDATE shoot SET version = version + 1, document = jsonb_set(document, '{cameras}', (
                        SELECT jsonb_agg(CASE WHEN c->>'unit' = @tag THEN jsonb_set(c, '{unit}', to_jsonb(@new::text)) ELSE c END ORDER BY place)
                        FROM jsonb_array_elements(document->'cameras') WITH ORDINALITY AS cameras (c, place)))
                    WHERE id IN (SELECT shoot_id FROM shoot_camera WHERE unit_tag = @new)
                    """
                )
                .With("tag", tag)
                .With("new", newTag)
                .RunAsync(cancel);
            // A signed match stays as it was signed; an open one follows.
            await transaction
                .Command(
                    """
                    UPDATE camera_match SET version = version + 1, document = jsonb_set(document, '{cameras}', (
                        SELECT jsonb_agg(CASE WHEN c->>'unit' = @tag THEN jsonb_set(c, '{unit}', to_jsonb(@new::text)) ELSE c END ORDER BY place)
                        FROM jsonb_array_elements(document->'cameras') WITH ORDINALITY AS cameras (c, place)))
                    WHERE signed_at IS NULL AND id IN (SELECT match_id FROM match_camera WHERE unit_tag = @new)
                    """
                )
                .With("tag", tag)
                .With("new", newTag)
                .RunAsync(cancel);
            await transaction
                .Command("UPDATE line_up_camera SET unit_tag = @new WHERE unit_tag = @tag")
                .With("tag", tag)
                .With("new", newTag)
                .RunAsync(cancel);
        }
        catch (PostgresException taken) when (taken.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new RefusedException(
                ProblemCode.TagTaken,
                "/newTag",
                $"{newTag} is another unit's tag. Nothing was changed; choose another.",
                taken
            );
        }

        await Audit.WriteAsync(transaction, who, "unit renamed", newTag, new { tag }, new { tag = newTag }, cancel);
        await Live.TellAsync(transaction, newTag, null, cancel);
        await transaction.CommitAsync(cancel);
        return before with { Tag = newTag, Version = seen + 1 };
    }

    private static StoredUnit Read(Row r) =>
        new(
            r.Text("tag"),
            r.Text("model_key"),
            r.Text("tape"),
            r.Text("place"),
            UnitStatuses.Parse(r.Text("status")),
            r.Number("version"),
            ReadMeasured(r),
            r.DayOrNull("due_back")
        );
}
