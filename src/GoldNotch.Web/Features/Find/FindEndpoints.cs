using System.Globalization;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Find;

/// <summary>Something found: what it is, where it is, and what it is called; of a unit also who has it until when, or how it stands.</summary>
public sealed record FoundView(string Kind, string Address, string Name, string Detail, string Answer = "");

/// <summary>The find box: tags, sheets.</summary>
internal static class FindEndpoints
{
    private const int Most = 12;
    private const string Unit = "unit";

    internal static void MapFind(this IEndpointRouteBuilder api) => api.MapGet("/find", FindAsync).WithName("find");

    private static async Task<Ok<IReadOnlyList<FoundView>>> FindAsync(
        string? text,
        UnitStore units,
        ModelStore models,
        StandardStore standards,
        LoanStore loans,
        BoardStore board,
        WallClock wall,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        string[] words = (text ?? "").Trim() is { Length: > 0 and <= 80 } tidy
            ? tidy.Split(' ', StringSplitOptions.RemoveEmptyEntries)
            : [];
        if (words.Length == 0)
        {
            return TypedResults.Ok<IReadOnlyList<FoundView>>([]);
        }

        Dictionary<string, string> names = await models.NamesAsync(cancel);
        List<StoredUnit> found = await units.ListAsync(null, words[0], retired: true, 200, cancel);
        List<StoredStandard> approved = await standards.ApprovedAsync(cancel);
        IEnumerable<FoundView> unitRows = found.Select(u => new FoundView(
            Unit,
            $"/bench?unit={u.Tag}",
            u.Tag,
            $"{names.GetValueOrDefault(u.ModelKey, u.ModelKey)}, {u.Tape} tape, {u.Place}"
        ));
        IEnumerable<FoundView> sheetRows = approved
            .Select(s => s.Document)
            .SelectMany(s =>
                names.Select(m => new FoundView("sheet", $"/sheets/{s.Key}/{m.Key}", $"{s.Name}, {m.Value}", $"sheet, version {s.Version}"))
            );
        FoundView[] rows = [.. unitRows.Concat(sheetRows).Where(f => words.All(w => Holds(f, w))).Take(Most)];
        Dictionary<string, string> answers = await AnswersAsync(
            [.. rows.Where(r => r.Kind == Unit).Select(r => r.Name)],
            loans,
            board,
            await wall.NowAsync(cancel),
            phrasing,
            cancel
        );
        return TypedResults.Ok<IReadOnlyList<FoundView>>([
            .. rows.Select(r => r.Kind == Unit ? r with { Answer = answers.GetValueOrDefault(r.Name, "") } : r),
        ]);
    }

    // Who has it and until when; of what is in, how it stands and why.
    private static async Task<Dictionary<string, string>> AnswersAsync(
        string[] tags,
        LoanStore loans,
        BoardStore board,
        DateTimeOffset now,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        if (tags.Length == 0)
        {
            return [];
        }

        var today = DateOnly.FromDateTime(now.DateTime);
        ILookup<string, LoanRow> open = (await loans.OpenOfUnitsAsync(tags, cancel)).ToLookup(l => l.UnitTag);
        return (await board.OfUnitsAsync(tags, today, cancel)).ToDictionary(
            u => u.Tag,
            u =>
                open[u.Tag].FirstOrDefault(l => l.Status == LoanStatus.Out) is { } loan
                    ? string.Create(
                        CultureInfo.InvariantCulture,
                        $"With {loan.Borrower}, {(loan.DueAt < now ? "overdue since" : "until")} {loan.DueAt.ToOffset(now.Offset):d MMMM, HH:mm}."
                    )
                    : phrasing.Text(Readiness.Of(u.Status, u.DueBack, u.Last, today).Because)
        );
    }

    private static bool Holds(FoundView found, string word) =>
        $"{found.Name} {found.Detail}".Contains(word, StringComparison.OrdinalIgnoreCase);
}
