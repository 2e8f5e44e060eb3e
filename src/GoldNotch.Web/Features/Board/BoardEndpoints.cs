using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Board;

/// <summary>A unit on the board.</summary>
public sealed record BoardRowView(
    string Tag,
    string ModelKey,
    string ModelName,
    string Tape,
    string Place,
    ReadinessState State,
    string InShort,
    bool Overdue,
    DateOnly? DueOn,
    JudgementView Because,
    Guid? LastCheck,
    OpenCheckView? Open
);

/// <summary>A check of it that somebody is at.</summary>
public sealed record OpenCheckView(Guid Id, string By, DateTimeOffset At, int Unread);

/// <summary>How many units stand how.</summary>
public sealed record BoardCount(ReadinessState State, int Units);

/// <summary>A page of the board; next is the tag to ask after, null on the last page. Counts are of everything the other filters let through.</summary>
public sealed record BoardView(
    IReadOnlyList<BoardRowView> Rows,
    IReadOnlyList<BoardCount> Counts,
    string? Next,
    IReadOnlyList<NamedKey> Models,
    IReadOnlyList<string> Tapes,
    IReadOnlyList<string> Places
);

/// <summary>A key with its name.</summary>
public sealed record NamedKey(string Key, string Name);

/// <summary>The readiness board.</summary>
internal static class BoardEndpoints
{
    private const int PageSize = 100;

    // What wants somebody first: what is off before what is only due; what cannot be lent last.
    private static readonly ReadinessState[] Order =
    [
        ReadinessState.Off,
        ReadinessState.Due,
        ReadinessState.Ready,
        ReadinessState.Out,
        ReadinessState.Repair,
        ReadinessState.Retired,
    ];

    internal static void MapBoard(this IEndpointRouteBuilder api) => api.MapGet("/board", GetAsync).WithName("getBoard");

    private static async Task<Ok<BoardView>> GetAsync(
        string? state,
        string? model,
        string? tape,
        string? place,
        string? find,
        string? after,
        BoardStore board,
        ModelStore models,
        Phrasing phrasing,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        ReadinessState? only =
            string.IsNullOrEmpty(state) ? null
            : Enum.TryParse(state, ignoreCase: true, out ReadinessState asked) && Enum.IsDefined(asked) ? asked
            : throw new RefusedException(ProblemCode.BadValue, "/state", "A unit is ready, due, off, out, repair or retired.");
        List<BoardUnit> all = await board.ListAsync(null, cancel);
        Dictionary<string, string> names = await models.NamesAsync(cancel);
        var today = DateOnly.FromDateTime(clock.GetLocalNow().Date);
        bool Has(string? wanted, string value) => string.IsNullOrEmpty(wanted) || wanted == value;
        (BoardUnit Unit, ReadinessState State)[] rows =
        [
            .. all.Where(u => Has(model, u.ModelKey) && Has(tape, u.Tape) && Has(place, u.Place) && Found(u, names, find))
                .Select(u => (u, Readiness.StateOf(u.Status, u.Last, today))),
        ];

        // They come by tag, and the order is stable.
        (BoardUnit Unit, ReadinessState State)[] shown =
        [
            .. rows.Where(r => only is null ? r.State != ReadinessState.Retired : r.State == only)
                .OrderBy(r => Array.IndexOf(Order, r.State)),
        ];
        int from = after is null ? 0 : Array.FindIndex(shown, r => r.Unit.Tag == after) + 1;
        BoardRowView[] page = [.. shown.Skip(from).Take(PageSize).Select(r => Row(r.Unit, names, today, phrasing))];
        return TypedResults.Ok(
            new BoardView(
                page,
                [.. Order.Select(s => new BoardCount(s, rows.Count(r => r.State == s)))],
                from + page.Length < shown.Length ? page[^1].Tag : null,
                [
                    .. all.Select(u => u.ModelKey)
                        .Distinct()
                        .Order(StringComparer.Ordinal)
                        .Select(k => new NamedKey(k, names.GetValueOrDefault(k, k))),
                ],
                [.. all.Select(u => u.Tape).Where(t => t.Length > 0).Distinct().Order(StringComparer.Ordinal)],
                [.. all.Select(u => u.Place).Where(p => p.Length > 0).Distinct().Order(StringComparer.Ordinal)]
            )
        );
    }

    internal static BoardRowView Row(BoardUnit unit, IReadOnlyDictionary<string, string> names, DateOnly today, Phrasing phrasing)
    {
        Readiness now = Readiness.Of(unit.Status, unit.DueBack, unit.Last, today);
        return new BoardRowView(
            unit.Tag,
            unit.ModelKey,
            names.GetValueOrDefault(unit.ModelKey, unit.ModelKey),
            unit.Tape,
            unit.Place,
            now.State,
            phrasing.Text(now.InShort),
            now.Overdue,
            now.DueOn,
            phrasing.Of(now.Because),
            unit.LastCheckId,
            unit.Open is { } open ? new OpenCheckView(open.Id, open.By, open.At, open.Unread) : null
        );
    }

    private static bool Found(BoardUnit unit, Dictionary<string, string> names, string? find) =>
        string.IsNullOrWhiteSpace(find)
        || new[] { unit.Tag, unit.Tape, unit.Place, unit.ModelKey, names.GetValueOrDefault(unit.ModelKey, "") }.Any(t =>
            t.Contains(find.Trim(), StringComparison.OrdinalIgnoreCase)
        );
}
