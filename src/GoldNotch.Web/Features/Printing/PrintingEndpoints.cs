using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Coverage;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using SkiaSharp;

namespace GoldNotch.Web.Features.Printing;

/// <summary>Paper and pictures: sheets and strap cards as PDF, dials as SVG, codes as SVG and PNG.</summary>
internal static class PrintingEndpoints
{
    internal static void MapPrinting(this IEndpointRouteBuilder api)
    {
        api.MapGet("/sheets/{standardKey}/{modelKey}/sheet.pdf", SheetAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printSheet");
        api.MapGet("/sheets/{standardKey}/{modelKey}/strap.pdf", StrapAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printStrap");
        api.MapGet("/sheets/{standardKey}/{modelKey}/dials/{setting}.svg", DialAsync)
            .Produces(200, contentType: "image/svg+xml")
            .ProducesProblem(404)
            .WithName("drawDial");
        api.MapGet("/coverage.svg", async Task<ContentHttpResult> (CoverageGrid grid, CancellationToken cancel) =>
                Svg(CoverageDrawing.Svg(await grid.ViewAsync(cancel)))
            )
            .Produces(200, contentType: "image/svg+xml")
            .WithName("drawCoverage");
        api.MapGet("/units/labels.pdf", LabelsAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printLabels");
        api.MapGet("/sheets/{standardKey}/{modelKey}/straps.pdf", StrapsAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printStraps");
        api.MapGet("/units/{tag}/code.svg", CodeSvgAsync)
            .Produces(200, contentType: "image/svg+xml")
            .ProducesProblem(404)
            .WithName("drawCode");
        api.MapGet("/units/{tag}/code.png", CodePngAsync)
            .Produces(200, contentType: "image/png")
            .ProducesProblem(404)
            .WithName("drawCodePng");
    }

    private static async Task<FileContentHttpResult> SheetAsync(
        [AsParameters] SheetAddress address,
        string? paper,
        string? layout,
        string? unit,
        SheetSource sheets,
        UnitStore units,
        Phrasing phrasing,
        WallClock wall,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw NoPaper();
        StoredUnit? of = await UnitAsync(unit, units, cancel);
        (Sheet sheet, _) = await sheets.GetAsync(address, of, cancel);
        CameraModel? known = await sheets.KnownAsync(address, cancel);
        DateTimeOffset now = await wall.NowAsync(cancel);
        byte[] pdf = layout switch
        {
            null or "" or "whole" => SheetPdf.Whole(sheet, of, size, phrasing, now, known),
            "page" => SheetPdf.OnePage(sheet, of, size, phrasing, now, known),
            _ => throw new RefusedException(ProblemCode.BadValue, "/layout", "The layout is whole or page."),
        };
        return TypedResults.File(pdf, "application/pdf", $"{address.StandardKey}-{address.ModelKey}.pdf");
    }

    private static async Task<FileContentHttpResult> StrapAsync(
        [AsParameters] SheetAddress address,
        string? unit,
        HttpContext context,
        SheetSource sheets,
        UnitStore units,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredUnit? of = await UnitAsync(unit, units, cancel);
        (Sheet sheet, _) = await sheets.GetAsync(address, of, cancel);
        return TypedResults.File(
            StrapPdf.Of(sheet, of, of is null ? null : Address(context, of.Tag), phrasing),
            "application/pdf",
            $"strap-{address.StandardKey}-{of?.Tag ?? address.ModelKey}.pdf"
        );
    }

    // A strap card for each unit of the model that is lent, on sheets to be cut.
    private static async Task<FileContentHttpResult> StrapsAsync(
        [AsParameters] SheetAddress address,
        string? paper,
        HttpContext context,
        SheetSource sheets,
        UnitStore units,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw NoPaper();
        List<StoredUnit> lent = await units.LentAsync(address.ModelKey, null, cancel);
        IReadOnlyList<(Sheet Sheet, StoredUnit Unit)> each = await sheets.EachAsync(address, lent, cancel);
        if (each.Count == 0)
        {
            (Sheet none, _) = await sheets.GetAsync(address, null, cancel);
            throw new RefusedException(ProblemCode.NotFound, "/modelKey", $"No unit of {none.Model.Name} is in the pool.");
        }

        return TypedResults.File(
            StrapPdf.Sheets([.. each.Select(e => (e.Sheet, e.Unit, Address(context, e.Unit.Tag)))], size, phrasing),
            "application/pdf",
            $"straps-{address.StandardKey}-{address.ModelKey}.pdf"
        );
    }

    // Labels for units: those of some tags, of a model, or of all; on sheets of labels, or one for each page of a label printer.
    private static async Task<FileContentHttpResult> LabelsAsync(
        string? tags,
        string? model,
        string? paper,
        double? widthMm,
        double? heightMm,
        HttpContext context,
        UnitStore units,
        ModelStore models,
        CancellationToken cancel
    )
    {
        LabelPaper of = LabelPaper.Of(paper, widthMm, heightMm);
        string[]? chosen = tags?.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        List<StoredUnit> rows = await units.LentAsync(model is { Length: > 0 and <= 60 } ? model : null, chosen, cancel);
        if (chosen?.Except(rows.Select(u => u.Tag)).FirstOrDefault() is { } missing)
        {
            await UnitAsync(missing, units, cancel);
        }

        if (rows.Count == 0)
        {
            throw new RefusedException(ProblemCode.NotFound, "/model", "No unit is like that, so there is no label to print.");
        }

        Dictionary<string, string> names = await models.NamesAsync(cancel);
        Label[] labels =
        [
            .. rows.Select(u => new Label(u.Tag, u.Tape, names.GetValueOrDefault(u.ModelKey, u.ModelKey), Address(context, u.Tag))),
        ];
        return TypedResults.File(LabelPdf.Of(labels, of), "application/pdf", "labels.pdf");
    }

    internal static RefusedException NoPaper() => new(ProblemCode.BadValue, "/paper", "The paper is a4 or letter.");

    private static async Task<ContentHttpResult> DialAsync(
        [AsParameters] SheetAddress address,
        string setting,
        SheetSource sheets,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        Setting of = RefusedException.At("/setting", () => SettingDefinition.Parse(setting));
        (Sheet sheet, _) = await sheets.GetAsync(address, null, cancel);
        SheetLine line = sheet.LineOf(of)
            ?? throw new RefusedException(ProblemCode.NotFound, "/setting", "This sheet does not ask for it.");
        Dial dial = line.Dial;
        if (dial.Detents.IsEmpty)
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                "/setting",
                $"{sheet.Model.Name} has no control to draw for {SettingDefinition.Of(of).Name.ToLowerInvariant()}."
            );
        }

        const float Width = 600;
        using var to = new MemoryStream();
        using (SKCanvas canvas = SKSvgCanvas.Create(new SKRect(0, 0, Width, DialDrawing.Height), to))
        {
            DialDrawing.Draw(canvas, line, dial, new SKRect(0, 0, Width, DialDrawing.Height), phrasing);
        }

        return Svg(to.ToArray());
    }

    private static async Task<ContentHttpResult> CodeSvgAsync(string tag, HttpContext context, UnitStore units, CancellationToken cancel) =>
        TypedResults.Text(QrCodes.Svg(Address(context, (await UnitAsync(tag, units, cancel))!.Tag)), "image/svg+xml");

    private static async Task<FileContentHttpResult> CodePngAsync(
        string tag,
        HttpContext context,
        UnitStore units,
        CancellationToken cancel
    ) => TypedResults.File(QrCodes.Png(Address(context, (await UnitAsync(tag, units, cancel))!.Tag), 8), "image/png", $"{tag}.png");

    private static ContentHttpResult Svg(byte[] drawing) =>
        TypedResults.Text(System.Text.Encoding.UTF8.GetString(drawing), "image/svg+xml");

    private static string Address(HttpContext context, string tag) => $"{PublicAddress.Of(context)}/bench?unit={Uri.EscapeDataString(tag)}";

    private static async Task<StoredUnit?> UnitAsync(string? tag, UnitStore units, CancellationToken cancel) =>
        tag is not { Length: > 0 }
            ? null
            : (tag.Length <= 30 ? await units.GetAsync(tag, cancel) : null)
                ?? throw new RefusedException(
                    ProblemCode.NotFound,
                    "/unit",
                    $"There is no unit “{(tag.Length > 30 ? tag[..30] : tag)}” in the pool: it was renamed or taken out. Find it by its tape or place on the bench."
                );
}
