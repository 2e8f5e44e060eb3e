using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Standards;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.LineUps;

/// <summary>The light as it is now, for a line-up as it is on the screen.</summary>
/// <param name="Document">The line-up.</param>
/// <param name="Lux">Illuminance at the key; or a reading.</param>
/// <param name="Reading">The reading.</param>
/// <param name="TemperatureK">Its colour now; left out where it did not move.</param>
public sealed record LightChanged(
    LineUpDocument Document,
    double? Lux = null,
    LightReadingDocument? Reading = null,
    double? TemperatureK = null
);

/// <summary>A light to be told in the other way: with <c>at</c> as the reading of a meter at that time and speed, without as lux.</summary>
public sealed record LightTold(LineUpLightDocument Light, LightReadingDocument? At = null);

/// <summary>A camera that was in a line-up lately, as it was used there last.</summary>
public sealed record UsedCameraView(string Unit, string ModelName, string Tape, UnitStatus Status, LineUpCameraDocument Last);

/// <summary>Line-ups: plan, keep, the light that changed, and from plan to hands. Everybody who is signed in plans.</summary>
internal static class LineUpEndpoints
{
    private const int MostUsed = 12;

    private const int PageSize = 50;

    internal static void MapLineUps(this IEndpointRouteBuilder api)
    {
        api.MapGet("/line-ups", ListAsync).WithName("listLineUps");
        api.MapGet("/line-ups/new", NewAsync).WithName("newLineUp");
        api.MapGet("/line-ups/{id:guid}", GetAsync).ProducesProblem(404).WithName("getLineUp");
        api.MapPut("/line-ups/{id:guid}", PutAsync).ProducesProblem(412).ProducesProblem(428).WithName("putLineUp");
        api.MapDelete("/line-ups/{id:guid}", DropAsync)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropLineUp");
        api.MapPost("/line-ups/light", Told).WithName("tellLight");
        api.MapGet("/line-ups/cameras", UsedAsync).WithName("listUsedCameras");
        api.MapPost("/line-ups/preview", PreviewAsync).WithName("previewLineUp");
        api.MapPost("/line-ups/light-changed", LightChangedAsync).WithName("lightChanged");
        api.MapGet("/line-ups/{id:guid}/cameras/{letter}/sheet", SheetAsync).ProducesProblem(404).WithName("getShootSheet");
        api.MapGet("/line-ups/{id:guid}/cameras/{letter}/sheet.pdf", SheetPdfAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printShootSheet");
        api.MapGet("/line-ups/{id:guid}/cameras/{letter}/card.pdf", SpecificationPdfAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printOperatorSheet");
        api.MapGet("/line-ups/{id:guid}/plan.pdf", PlanPdfAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printLineUp");
        api.MapGet("/line-ups/{id:guid}/line-up.json", JsonAsync)
            .Produces<ExchangeDocument>()
            .ProducesProblem(404)
            .WithName("exportLineUp");
        api.MapGet("/line-ups/{id:guid}/plan.csv", CsvAsync)
            .Produces(200, contentType: "text/csv")
            .ProducesProblem(404)
            .WithName("exportPlanCsv");
    }

    private static Ok<LineUpLightDocument> Told(LightTold told) =>
        TypedResults.Ok(told.At is { } at ? LightConversion.ToReading(told.Light, at) : LightConversion.ToLux(told.Light));

    private static async Task<Ok<IReadOnlyList<UsedCameraView>>> UsedAsync(
        LineUpStore lineUps,
        UnitStore units,
        ModelStore models,
        CancellationToken cancel
    )
    {
        List<LineUpCameraDocument> used = await lineUps.LastCamerasAsync(MostUsed, cancel);
        Dictionary<string, StoredUnit> there = (await units.ByTagsAsync([.. used.Select(c => c.Unit)], cancel)).ToDictionary(u => u.Tag);
        Dictionary<string, string> names = await models.NamesAsync(cancel);
        return TypedResults.Ok<IReadOnlyList<UsedCameraView>>([
            .. used.Where(c => there.TryGetValue(c.Unit, out StoredUnit? u) && u.Status is UnitStatus.In or UnitStatus.Out)
                .Select(c => new UsedCameraView(
                    c.Unit,
                    names.GetValueOrDefault(there[c.Unit].ModelKey, there[c.Unit].ModelKey),
                    there[c.Unit].Tape,
                    there[c.Unit].Status,
                    c
                )),
        ]);
    }

    private static async Task<Ok<LineUpPage>> ListAsync(string? before, LineUpStore lineUps, CancellationToken cancel)
    {
        List<StoredLineUp> rows = await lineUps.ListAsync(PageCursor.Parse(before, "list of line-ups"), PageSize, cancel);
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].ChangedAt, rows[^1].Document.Id) : null;
        return TypedResults.Ok(new LineUpPage([.. rows.Select(LineUpViews.Row)], next));
    }

    private static async Task<Ok<NewLineUp>> NewAsync(string standard, LineUpSource source, CancellationToken cancel) =>
        TypedResults.Ok(NewLineUp.Of(await source.StandardAsync(standard, cancel)));

    private static async Task<Ok<LineUpView>> GetAsync(Guid id, HttpContext context, LineUpSource source, CancellationToken cancel) =>
        TypedResults.Ok(await ViewAsync(await source.FindAsync(id, cancel), context, source, cancel));

    private static async Task<Results<Ok<LineUpView>, ProblemHttpResult>> PutAsync(
        Guid id,
        LineUpDocument document,
        HttpContext context,
        SeenVersion seen,
        Author author,
        LineUpStore lineUps,
        LineUpSource source,
        CancellationToken cancel
    )
    {
        if (document.Id != id)
        {
            throw new RefusedException(ProblemCode.BadValue, "/id", "The id in the document is not the one in the address.");
        }

        // What cannot be planned yet is kept all the same; what cannot be read is refused.
        LineUpReader.Check(document);
        StoredLineUp? kept = await lineUps.PutAsync(document, seen.Number, author.Actor, cancel);
        return kept is null ? await MovedOnAsync(id, lineUps, cancel) : TypedResults.Ok(await ViewAsync(kept, context, source, cancel));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DropAsync(
        Guid id,
        SeenVersion seen,
        Author author,
        LineUpStore lineUps,
        CancellationToken cancel
    ) =>
        await lineUps.DropAsync(id, seen.Number, author.Actor, cancel) ? TypedResults.NoContent() : await MovedOnAsync(id, lineUps, cancel);

    private static async Task<Ok<PlanView>> PreviewAsync(LineUpDocument document, LineUpSource source, CancellationToken cancel) =>
        TypedResults.Ok(await source.PlanAsync(document, cancel));

    private static async Task<Ok<LightChangedView>> LightChangedAsync(
        LightChanged change,
        LineUpSource source,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        LineUpLightDocument before = change.Document.Light;
        LineUpLightDocument now = before with
        {
            Lux = change.Lux,
            Reading = change.Reading,
            TemperatureK = change.TemperatureK ?? before.TemperatureK,
        };
        LineUpLight read = LineUpReader.ToLight(now, "/now");
        MeteredLight light = read.Metered;
        (LineUpReport report, _, _) = await source.ReportAsync(change.Document, cancel);
        return report.Plan is not { } plan
            ? throw new RefusedException(
                ProblemCode.NotPlanned,
                "/document",
                "Nothing of this line-up is planned yet, so nothing can be changed. Remedy its cameras first."
            )
            : TypedResults.Ok(
                new LightChangedView(
                    Core.Units.Stops.Between(light.LuxPerConstant, plan.Scene.Light.LuxPerConstant).LabelWithUnit(),
                    [
                        .. LightChange
                            .Steps(plan, light, (report.LineUp.Light.Temperature, read.Temperature))
                            .Select(s => LineUpViews.Step(s, report, phrasing)),
                    ]
                )
            );
    }

    private static async Task<Ok<SheetView>> SheetAsync(
        Guid id,
        string letter,
        LineUpSource source,
        UnitStore units,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        (Sheet sheet, CameraRow row, _) = await ShootAsync(id, letter, source, cancel);
        StoredUnit? unit = await units.GetAsync(row.Prepared.Of.Tag, cancel);
        return TypedResults.Ok(
            SheetViews.Of(
                sheet,
                StandardState.Approved,
                unit is null ? [] : [new SheetUnitView(unit.Tag, unit.Tape, unit.Place, unit.Status)],
                FindingViews.Of(RuleBook.Of(sheet), [], phrasing),
                [],
                null,
                phrasing
            )
        );
    }

    private static async Task<FileContentHttpResult> SheetPdfAsync(
        Guid id,
        string letter,
        string? paper,
        string? layout,
        LineUpSource source,
        UnitStore units,
        Phrasing phrasing,
        WallClock wall,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw new RefusedException(ProblemCode.BadValue, "/paper", "The paper is a4 or letter.");
        (Sheet sheet, CameraRow row, _) = await ShootAsync(id, letter, source, cancel);
        StoredUnit? unit = await units.GetAsync(row.Prepared.Of.Tag, cancel);
        DateTimeOffset now = await wall.NowAsync(cancel);
        byte[] pdf =
            layout == "page" ? SheetPdf.OnePage(sheet, unit, size, phrasing, now) : SheetPdf.Whole(sheet, unit, size, phrasing, now);
        return TypedResults.File(pdf, "application/pdf", $"shoot-sheet-{letter}.pdf");
    }

    private static async Task<FileContentHttpResult> SpecificationPdfAsync(
        Guid id,
        string letter,
        HttpContext context,
        LineUpSource source,
        UnitStore units,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        (Sheet sheet, CameraRow row, LineUpReport report) = await ShootAsync(id, letter, source, cancel);
        StoredUnit? unit = await units.GetAsync(row.Prepared.Of.Tag, cancel);
        string address = $"{PublicAddress.Of(context)}/bench?unit={Uri.EscapeDataString(row.Prepared.Of.Tag)}&lineUp={id}";
        return TypedResults.File(OperatorSheetPdf.Of(report, row, sheet, unit, address, phrasing), "application/pdf", $"card-{letter}.pdf");
    }

    private static async Task<FileContentHttpResult> PlanPdfAsync(
        Guid id,
        string? paper,
        LineUpSource source,
        Phrasing phrasing,
        DepartmentStore department,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw new RefusedException(ProblemCode.BadValue, "/paper", "The paper is a4 or letter.");
        StoredLineUp kept = await source.FindAsync(id, cancel);
        (LineUpReport report, IReadOnlyList<PlanFaultView> faults, _) = await source.ReportAsync(kept.Document, cancel);
        return TypedResults.File(
            PlanPdf.Of(kept, LineUpViews.Of(report, faults, phrasing), size, await department.GetAsync(cancel), clock.GetUtcNow()),
            "application/pdf",
            "plan.pdf"
        );
    }

    private static async Task<FileContentHttpResult> JsonAsync(Guid id, LineUpSource source, CancellationToken cancel)
    {
        StoredLineUp kept = await source.FindAsync(id, cancel);
        var file = ExchangeDocument.Empty with { LineUps = [kept.Document] };
        return TypedResults.File(
            JsonSerializer.SerializeToUtf8Bytes(file, ExchangeJson.Default.ExchangeDocument),
            "application/json",
            "line-up.json"
        );
    }

    private static async Task<FileContentHttpResult> CsvAsync(Guid id, LineUpSource source, CancellationToken cancel)
    {
        StoredLineUp kept = await source.FindAsync(id, cancel);
        return TypedResults.File(
            PlanCsv.Of(kept.Document, await source.PlanAsync(kept.Document, cancel)),
            "text/csv; charset=utf-8",
            "plan.csv"
        );
    }

    private static async Task<(Sheet Sheet, CameraRow Row, LineUpReport Report)> ShootAsync(
        Guid id,
        string letter,
        LineUpSource source,
        CancellationToken cancel
    )
    {
        (_, LineUpReport report, CameraRow row) = await source.CameraAsync(id, letter, cancel);
        return (ShootSheet.Of(report.LineUp, row, report.White.FirstOrDefault(w => w.Letter == letter)), row, report);
    }

    private static async Task<LineUpView> ViewAsync(StoredLineUp kept, HttpContext context, LineUpSource source, CancellationToken cancel)
    {
        context.Response.Headers.ETag = ETags.Of(kept.Version);
        PlanView plan;
        try
        {
            plan = await source.PlanAsync(kept.Document, cancel);
        }
        catch (RefusedException refused)
        {
            // A standard may be retired after the line-up was kept: it still opens, and says so.
            plan = LineUpViews.Nothing(new PlanFaultView("", refused.Pointer, refused.Message));
        }

        return new LineUpView(kept.Document, kept.Version, kept.ChangedBy, kept.ChangedAt, plan);
    }

    private static async Task<ProblemHttpResult> MovedOnAsync(Guid id, LineUpStore lineUps, CancellationToken cancel) =>
        await lineUps.GetAsync(id, cancel) is { } newest
            ? TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "",
                    $"{newest.ChangedBy} changed this line-up meanwhile. Yours is not kept yet: choose which one stands.",
                    new Dictionary<string, object?> { ["newest"] = newest.Document, ["version"] = newest.Version }
                )
            )
            : throw new RefusedException(
                ProblemCode.NotFound,
                "/id",
                $"There is no line-up {id} any more. What you typed is still here; keep it as a new one."
            );
}
