using GoldNotch.Data;
using GoldNotch.Exchange;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Find;

/// <summary>Something found: what it is, where it is, and what it is called.</summary>
public sealed record FoundView(string Kind, string Address, string Name, string Detail);

/// <summary>The find box: tags, sheets.</summary>
internal static class FindEndpoints
{
    private const int Most = 12;

    internal static void MapFind(this IEndpointRouteBuilder api) => api.MapGet("/find", FindAsync).WithName("find");

    private static async Task<Ok<IReadOnlyList<FoundView>>> FindAsync(
        string? text,
        UnitStore units,
        ModelStore models,
        StandardStore standards,
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
            "unit",
            $"/bench?unit={u.Tag}",
            u.Tag,
            $"{names.GetValueOrDefault(u.ModelKey, u.ModelKey)}, {u.Tape} tape, {u.Place}"
        ));
        IEnumerable<FoundView> sheetRows = approved
            .Select(s => s.Document)
            .SelectMany(s =>
                names.Select(m => new FoundView("sheet", $"/sheets/{s.Key}/{m.Key}", $"{s.Name}, {m.Value}", $"sheet, version {s.Version}"))
            );
        return TypedResults.Ok<IReadOnlyList<FoundView>>([
            .. unitRows.Concat(sheetRows).Where(f => words.All(w => Holds(f, w))).Take(Most),
        ]);
    }

    private static bool Holds(FoundView found, string word) =>
        $"{found.Name} {found.Detail}".Contains(word, StringComparison.OrdinalIgnoreCase);
}
