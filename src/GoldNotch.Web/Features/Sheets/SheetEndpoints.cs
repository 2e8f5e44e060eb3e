using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Data.Exchange;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Sheets;

/// <summary>Sheets: every approved standard translated for every model.</summary>
internal static class SheetEndpoints
{
    // More than these are found on the bench.
    private const int UnitsShown = 12;

    internal static void MapSheets(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sheets", ListAsync).WithName("listSheets");
        api.MapGet("/sheets/{standardKey}/{modelKey}", GetAsync).ProducesProblem(404).WithName("getSheet");
    }

    private static async Task<Ok<IReadOnlyList<SheetRowView>>> ListAsync(CatalogueStore catalogue, UnitStore units, CancellationToken cancel)
    {
        CameraModel[] models = [.. (await catalogue.ModelsAsync(cancel)).Select(m => Cards.ToModel(m))];
        Standard[] standards = [.. (await catalogue.ApprovedAsync(cancel)).Select(s => Cards.ToStandard(s))];
        Dictionary<string, int> counts = await units.CountsByModelAsync(cancel);
        IReadOnlyList<SheetRowView> rows =
            [.. standards.SelectMany(s => models.Select(m => SheetViews.Row(SheetCompiler.Compile(s, m), counts.GetValueOrDefault(m.Key))))];
        return TypedResults.Ok(rows);
    }

    private static async Task<Ok<SheetView>> GetAsync(
        string standardKey, string modelKey, CatalogueStore catalogue, UnitStore units, CancellationToken cancel)
    {
        StandardDocument standard = await catalogue.StandardAsync(standardKey, null, cancel)
            ?? throw new RefusedException("not-found", "/standardKey", $"There is no approved standard “{standardKey}”. Go to the list of sheets.");
        ModelDocument model = await catalogue.ModelAsync(modelKey, cancel)
            ?? throw new RefusedException("not-found", "/modelKey", $"There is no model “{modelKey}”. Go to the list of sheets.");
        List<StoredUnit> found = await units.OfModelAsync(modelKey, UnitsShown, cancel);
        return TypedResults.Ok(SheetViews.Of(
            SheetCompiler.Compile(Cards.ToStandard(standard), Cards.ToModel(model)),
            [.. found.Select(u => new SheetUnitView(u.Tag, u.Tape, u.Place, u.Status))]));
    }
}
