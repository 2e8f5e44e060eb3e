using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Exchange;

/// <summary>Files in and out: the exchange format as JSON, and CSV for spreadsheets.</summary>
internal static class ExchangeEndpoints
{
    private const int MostBytes = 8 * 1024 * 1024;
    private const int MostUnits = 100_000;

    // The newest so many: a file of more would not come in again either.
    private const int MostChecks = 500;

    internal static void MapExchange(this IEndpointRouteBuilder api)
    {
        RouteGroupBuilder write = api.MapGroup("")
            .Needs(Right.ImportFiles)
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
            .ProducesProblem(403)
            .ProducesProblem(409)
            .ProducesProblem(413);
        write.MapPost("/import", ImportAsync).Accepts<ExchangeDocument>("application/json").WithName("importExchange");
        write.MapPost("/import/csv", ImportCsvAsync).Accepts<string>("text/csv").WithName("importCsv");
        api.MapGet("/export/checks.json", ChecksJsonAsync).Produces<ExchangeDocument>().WithName("exportChecks");
        api.MapGet("/export/checks.csv", ChecksCsvAsync).Produces(200, contentType: "text/csv").WithName("exportChecksCsv");
        api.MapGet("/export/{what}.json", ExportAsync).Produces<ExchangeDocument>().ProducesProblem(404).WithName("exportJson");
        api.MapGet("/export/{what}.csv", ExportCsvAsync).Produces(200, contentType: "text/csv").ProducesProblem(404).WithName("exportCsv");
        api.MapGet("/sheets/{standardKey}/{modelKey}/sheet.json", SheetJsonAsync)
            .Produces<ExchangeDocument>()
            .ProducesProblem(404)
            .WithName("exportSheet");
        api.MapGet("/sheets/{standardKey}/{modelKey}/sheet.csv", SheetCsvAsync)
            .Produces(200, contentType: "text/csv")
            .ProducesProblem(404)
            .WithName("exportSheetCsv");
    }

    private static async Task<Ok<ImportReport>> ImportAsync(
        bool? keepGood,
        HttpContext context,
        Author author,
        ExchangeImporter importer,
        CancellationToken cancel
    ) => TypedResults.Ok(await importer.ImportAsync(context.Request.Body, author.Actor, keepGood ?? false, cancel));

    private static async Task<Ok<ImportReport>> ImportCsvAsync(
        bool? keepGood,
        HttpContext context,
        Author author,
        ExchangeImporter importer,
        CancellationToken cancel
    )
    {
        using var body = new MemoryStream();
        await context.Request.Body.CopyToAsync(body, cancel);
        byte[] json = JsonSerializer.SerializeToUtf8Bytes(CsvFiles.Read(body.ToArray()), ExchangeJson.Default.ExchangeDocument);
        using var read = new MemoryStream(json);
        return TypedResults.Ok(await importer.ImportAsync(read, author.Actor, keepGood ?? false, cancel, "csv"));
    }

    private static async Task<FileContentHttpResult> ExportAsync(
        string what,
        ModelStore models,
        StandardStore standards,
        UnitStore units,
        UnitMatchStore matches,
        CancellationToken cancel
    ) => Json(await DocumentAsync(what, models, standards, units, matches, cancel), what);

    private static async Task<FileContentHttpResult> ExportCsvAsync(
        string what,
        ModelStore models,
        StandardStore standards,
        UnitStore units,
        UnitMatchStore matches,
        CancellationToken cancel
    )
    {
        ExchangeDocument document = what is "units" or "standards"
            ? await DocumentAsync(what, models, standards, units, matches, cancel)
            : throw new RefusedException(
                ProblemCode.NotFound,
                "/what",
                "Units and standards go out as CSV; models and everything together as JSON."
            );
        return Csv(what == "units" ? CsvFiles.Units(document.Units ?? []) : CsvFiles.Standards(document.Standards ?? []), what);
    }

    private static async Task<FileContentHttpResult> ChecksJsonAsync(string? unit, CheckStore checks, CancellationToken cancel) =>
        Json(
            ExchangeDocument.Empty with
            {
                Checks = [.. await ChecksAsync(unit, checks, cancel)],
            },
            $"checks{(unit is null ? "" : "-" + unit)}"
        );

    private static async Task<FileContentHttpResult> ChecksCsvAsync(string? unit, CheckStore checks, CancellationToken cancel) =>
        Csv(CsvFiles.Checks(await ChecksAsync(unit, checks, cancel)), $"checks{(unit is null ? "" : "-" + unit)}");

    private static async Task<IEnumerable<CheckDocument>> ChecksAsync(string? unit, CheckStore checks, CancellationToken cancel) =>
        (await checks.WholeAsync(unit, MostChecks, cancel)).Select(CheckReadings.ToDocument);

    private static async Task<FileContentHttpResult> SheetJsonAsync(
        [AsParameters] SheetAddress address,
        SheetSource sheets,
        CancellationToken cancel
    )
    {
        (Sheet sheet, _) = await sheets.GetAsync(address, null, cancel);
        return Json(ExchangeDocument.Empty with { Sheets = [SheetDocument.Of(sheet)] }, $"{address.StandardKey}-{address.ModelKey}");
    }

    private static async Task<FileContentHttpResult> SheetCsvAsync(
        [AsParameters] SheetAddress address,
        SheetSource sheets,
        CancellationToken cancel
    )
    {
        (Sheet sheet, _) = await sheets.GetAsync(address, null, cancel);
        return Csv(CsvFiles.Sheets([SheetDocument.Of(sheet)]), $"{address.StandardKey}-{address.ModelKey}");
    }

    private static async Task<ExchangeDocument> DocumentAsync(
        string what,
        ModelStore models,
        StandardStore standards,
        UnitStore units,
        UnitMatchStore matches,
        CancellationToken cancel
    )
    {
        bool all = what == "all";
        if (!all && what is not ("models" or "standards" or "units"))
        {
            throw new RefusedException(ProblemCode.NotFound, "/what", "What goes out is models, standards, units or all.");
        }

        return new ExchangeDocument(
            ExchangeDocument.FormatName,
            ExchangeDocument.ThisVersion,
            all || what == "models" ? [.. (await models.NewestAsync(cancel)).Select(m => m.Document)] : null,
            all || what == "standards" ? [.. (await standards.InViewAsync(cancel)).Select(s => s.Document)] : null,
            all || what == "units"
                ? [.. (await units.ListAsync(null, null, retired: true, MostUnits, cancel)).Select(u => u.Document)]
                : null,
            Matches: all || what == "units" ? [.. (await matches.NeededAsync(null, cancel)).SelectMany(m => m)] : null
        );
    }

    private static FileContentHttpResult Json(ExchangeDocument document, string name) =>
        TypedResults.File(
            JsonSerializer.SerializeToUtf8Bytes(document, ExchangeJson.Default.ExchangeDocument),
            "application/json",
            $"gold-notch-{name}.json"
        );

    private static FileContentHttpResult Csv(byte[] csv, string name) =>
        TypedResults.File(csv, "text/csv; charset=utf-8", $"gold-notch-{name}.csv");
}
