using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

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

/// <summary>A page of the board; next is what to ask after, null on the last page. Counts are of everything the other filters let through.</summary>
public sealed record BoardView(
    IReadOnlyList<BoardRowView> Rows,
    IReadOnlyList<BoardCount> Counts,
    string? Next,
    IReadOnlyList<NamedKey> Models,
    IReadOnlyList<string> Tapes,
    IReadOnlyList<string> Places
);

/// <summary>What of the board is asked for; each field that is left out filters nothing.</summary>
internal sealed record BoardQuery(
    [FromQuery(Name = "state")] string? State,
    [FromQuery(Name = "model")] string? Model,
    [FromQuery(Name = "tape")] string? Tape,
    [FromQuery(Name = "place")] string? Place,
    [FromQuery(Name = "find")] string? Find,
    [FromQuery(Name = "after")] string? After
);

/// <summary>A key with its name.</summary>
public sealed record NamedKey(string Key, string Name);

/// <summary>The readiness board.</summary>
internal static class BoardEndpoints
{
    private const int PageSize = 100;

    internal static void MapBoard(this IEndpointRouteBuilder api) => api.MapGet("/board", GetAsync).WithName("getBoard");

    private static async Task<Ok<BoardView>> GetAsync(
        [AsParameters] BoardQuery asked,
        BoardStore board,
        ModelStore models,
        Phrasing phrasing,
        WallClock wall,
        CancellationToken cancel
    )
    {
        ReadinessState? only =
            string.IsNullOrEmpty(asked.State) ? null
            : ReadinessStates.TryParse(asked.State, out ReadinessState known) ? known
            : throw new RefusedException(ProblemCode.BadValue, "/state", "A unit is ready, due, off, out, repair or retired.");
        var filter = new BoardFilter(asked.Model, asked.Tape, asked.Place, asked.Find);
        DateOnly today = await wall.TodayAsync(cancel);
        List<BoardUnit> units = await board.PageAsync(filter, only, today, PlaceOf(asked.After), PageSize + 1, cancel);
        Dictionary<ReadinessState, int> counts = await board.CountsAsync(filter, today, cancel);
        BoardChoices choices = await board.ChoicesAsync(cancel);
        Dictionary<string, string> names = await models.NamesAsync(cancel);
        BoardRowView[] page = [.. units.Take(PageSize).Select(u => Row(u, names, today, phrasing))];
        return TypedResults.Ok(
            new BoardView(
                page,
                [.. Readiness.Order.Select(s => new BoardCount(s, counts[s]))],
                units.Count > PageSize ? $"{page[^1].State.Word()}_{page[^1].Tag}" : null,
                [.. choices.Models.Select(k => new NamedKey(k, names.GetValueOrDefault(k, k)))],
                choices.Tapes,
                choices.Places
            )
        );
    }

    // The state of the last unit goes with its tag, so that the next page is right although that unit has moved on meanwhile.
    private static BoardPlace? PlaceOf(string? after) =>
        string.IsNullOrEmpty(after) ? null
        : after.Split('_', 2) is [var state, { Length: > 0 } tag] && ReadinessStates.TryParse(state, out ReadinessState known)
            ? new BoardPlace(known, tag)
        : throw new RefusedException(ProblemCode.BadValue, "/after", "This is no page of the board. Go to its beginning.");

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
}
