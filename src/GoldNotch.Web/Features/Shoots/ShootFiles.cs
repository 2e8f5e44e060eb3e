using System.Text.Json;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Exchange;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Shoots;

/// <summary>Shoots as files and on paper.</summary>
internal static class ShootFiles
{
    // Ten years of a large department.
    private const int MostInFile = 20_000;

    internal static void MapShootFiles(this IEndpointRouteBuilder api)
    {
        api.MapGet("/shoots/{id:guid}/shoot.csv", CsvAsync)
            .Produces(200, contentType: "text/csv")
            .ProducesProblem(404)
            .WithName("exportShootCsv");
        api.MapGet("/export/shoots.csv", AllCsvAsync).Produces(200, contentType: "text/csv").WithName("exportShootsCsv");
        api.MapGet("/export/shoots.json", AllJsonAsync).Produces<ExchangeDocument>().WithName("exportShoots");
        api.MapGet("/shoots/{id:guid}/shoot.json", JsonAsync).Produces<ExchangeDocument>().ProducesProblem(404).WithName("exportShoot");
        api.MapGet("/shoots/{id:guid}/call-sheet.pdf", CallSheetAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printCallSheet");
        api.MapGet("/shoots/{id:guid}/kit-list.pdf", KitListAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printKitList");
    }

    private static async Task<FileContentHttpResult> CallSheetAsync(
        Guid id,
        string? paper,
        HttpContext context,
        ShootStore shoots,
        ShootSource source,
        DepartmentStore departments,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw PrintingEndpoints.NoPaper();
        ShootView view = await source.ViewAsync(await shoots.FindAsync(id, cancel), cancel);
        string address = $"{PublicAddress.Of(context)}/shoots/{id}/day";
        byte[] pdf = CallSheetPdf.Of(view, address, size, await departments.GetAsync(cancel), clock.GetUtcNow());
        return TypedResults.File(pdf, "application/pdf", "call-sheet.pdf");
    }

    private static async Task<FileContentHttpResult> KitListAsync(
        Guid id,
        string? paper,
        ShootStore shoots,
        ShootSource source,
        DepartmentStore departments,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw PrintingEndpoints.NoPaper();
        ShootView view = await source.ViewAsync(await shoots.FindAsync(id, cancel), cancel);
        byte[] pdf = KitListPdf.Of(view, size, await departments.GetAsync(cancel), clock.GetUtcNow());
        return TypedResults.File(pdf, "application/pdf", "kit-list.pdf");
    }

    private static async Task<FileContentHttpResult> CsvAsync(Guid id, ShootStore shoots, CancellationToken cancel) =>
        Csv([(await shoots.FindAsync(id, cancel)).Document], "shoot.csv");

    private static async Task<FileContentHttpResult> AllCsvAsync(ShootStore shoots, CancellationToken cancel) =>
        Csv((await shoots.ListAsync(new ShootFilter(), null, MostInFile, cancel)).Select(s => s.Document), "gold-notch-shoots.csv");

    private static async Task<FileContentHttpResult> AllJsonAsync(ShootStore shoots, CancellationToken cancel) =>
        Json(
            ExchangeDocument.Empty with
            {
                Shoots = [.. (await shoots.ListAsync(new ShootFilter(), null, MostInFile, cancel)).Select(s => s.Document)],
            },
            "gold-notch-shoots.json"
        );

    private static FileContentHttpResult Csv(IEnumerable<ShootDocument> documents, string name) =>
        TypedResults.File(CsvFiles.Shoots(documents), "text/csv; charset=utf-8", name);

    private static FileContentHttpResult Json(ExchangeDocument file, string name) =>
        TypedResults.File(JsonSerializer.SerializeToUtf8Bytes(file, ExchangeJson.Default.ExchangeDocument), "application/json", name);

    private static async Task<FileContentHttpResult> JsonAsync(Guid id, ShootStore shoots, LineUpStore lineUps, CancellationToken cancel)
    {
        StoredShoot kept = await shoots.FindAsync(id, cancel);
        StoredLineUp? lineUp = await lineUps.GetAsync(id, cancel);
        ExchangeDocument file = ExchangeDocument.Empty with
        {
            Shoots = [kept.Document],
            LineUps = lineUp is null ? null : [lineUp.Document],
        };
        return Json(file, "shoot.json");
    }
}
