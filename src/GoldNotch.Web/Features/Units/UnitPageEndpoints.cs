using GoldNotch.Core.Cameras;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Board;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Drift;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Units;

/// <summary>A filter of a unit: what its card says, and what was measured on it where somebody did.</summary>
public sealed record MeasuredFilterView(string Label, double NominalStops, double? MeasuredStops);

/// <summary>A note on a unit: <c>note</c>, <c>repair</c> or <c>measured</c>.</summary>
public sealed record UnitNoteView(Guid Id, string Kind, string Text, string By, DateTimeOffset At);

/// <summary>Everything about one unit: how it stands, its last checks, what drifts on it and on its model, what was measured, what was said.</summary>
public sealed record UnitPageView(
    BoardRowView Board,
    int Version,
    IReadOnlyList<MeasuredFilterView> Filters,
    double? ColourOffsetMired,
    IReadOnlyList<CheckRowView> Checks,
    IReadOnlyList<DriftView> Drift,
    IReadOnlyList<DriftView> ModelDrift,
    IReadOnlyList<UnitNoteView> Notes
);

/// <summary>A note to keep.</summary>
public sealed record UnitNoteRequest(string Kind, string Text);

/// <summary>What was measured: stops of each filter position, and the colour offset against the reference.</summary>
public sealed record MeasurementRequest(IReadOnlyList<FilterDocument> Filters, double? ColourOffsetMired, string How);

/// <summary>Another tag for a unit.</summary>
public sealed record RenameRequest(string NewTag);

/// <summary>The page of one unit.</summary>
internal static class UnitPageEndpoints
{
    private const int ChecksShown = 20;
    private const int NotesShown = 50;
    private const int MonthsOfModel = 12;

    internal static void MapUnitPage(this IEndpointRouteBuilder api)
    {
        api.MapGet("/units/{tag}/page", GetAsync).ProducesProblem(404).WithName("getUnitPage");
        api.MapGet("/units/{tag}/history.pdf", PrintAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printHistory");
        api.MapPut("/units/{tag}/notes/{id:guid}", PutNoteAsync).ProducesProblem(404).WithName("putUnitNote");
        api.MapPut("/units/{tag}/measurements", MeasureAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("measureUnit");
        api.MapPost("/units/{tag}/rename", RenameAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("renameUnit");
    }

    private static async Task<Ok<UnitPageView>> GetAsync(
        string tag,
        HttpContext context,
        UnitStore units,
        BoardStore board,
        CheckStore checks,
        DriftStore drift,
        UnitNoteStore notes,
        ModelStore models,
        Phrasing phrasing,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        UnitPageView page = await PageAsync(tag, units, board, checks, drift, notes, models, phrasing, clock, cancel);
        context.Response.Headers.ETag = ETags.Of(page.Version);
        return TypedResults.Ok(page);
    }

    private static async Task<FileContentHttpResult> PrintAsync(
        string tag,
        string? paper,
        UnitStore units,
        BoardStore board,
        CheckStore checks,
        DriftStore drift,
        UnitNoteStore notes,
        ModelStore models,
        Phrasing phrasing,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw new RefusedException(ProblemCode.BadValue, "/paper", "The paper is a4 or letter.");
        UnitPageView page = await PageAsync(tag, units, board, checks, drift, notes, models, phrasing, clock, cancel);
        return TypedResults.File(HistoryPdf.Of(page, size, clock.GetLocalNow()), "application/pdf", $"{page.Board.Tag}-history.pdf");
    }

    private static async Task<UnitPageView> PageAsync(
        string tag,
        UnitStore units,
        BoardStore board,
        CheckStore checks,
        DriftStore drift,
        UnitNoteStore notes,
        ModelStore models,
        Phrasing phrasing,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await UnitEndpoints.FindAsync(units, tag, cancel);
        var today = DateOnly.FromDateTime(clock.GetLocalNow().Date);
        StoredModel? card = await models.GetAsync(unit.ModelKey, cancel);
        CameraModel? model = card is null ? null : ModelReader.ToModel(card.Document);
        Dictionary<string, string> names = new() { [unit.ModelKey] = model?.Name ?? unit.ModelKey };
        List<BoardUnit> standing = await board.ListAsync(unit.Tag, cancel);
        return new UnitPageView(
            BoardEndpoints.Row(standing[0], names, today, phrasing),
            unit.Version,
            model is null
                ? []
                :
                [
                    .. model
                        .FilterPositions()
                        .Where(f => f.Loss.Value > 0 && model.Variable is null)
                        .Select(f => new MeasuredFilterView(
                            f.Label,
                            f.Loss.Value,
                            unit.Filters.FirstOrDefault(m => m.Label == f.Label)?.Stops
                        )),
                ],
            unit.ColourOffsetMired,
            [.. (await checks.ListAsync(null, unit.Tag, false, ChecksShown, cancel)).Select(c => CheckViews.Row(c, phrasing))],
            DriftEndpoints.Ordered((await drift.OfUnitAsync(unit.Tag, cancel)).Select(c => (c, model?.PlaceOf(c.Setting))), phrasing),
            DriftEndpoints.Ordered(
                (await drift.ByModelAsync(unit.ModelKey, today.AddMonths(-MonthsOfModel), cancel)).Select(c =>
                    (c, model?.PlaceOf(c.Setting))
                ),
                phrasing
            ),
            [.. (await notes.ListAsync(unit.Tag, NotesShown, cancel)).Select(n => new UnitNoteView(n.Id, n.Kind, n.Text, n.By, n.At))]
        );
    }

    private static async Task<NoContent> PutNoteAsync(
        string tag,
        Guid id,
        UnitNoteRequest request,
        HttpContext context,
        UnitNoteStore notes,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (request.Kind is not ("note" or "repair"))
        {
            throw new RefusedException(ProblemCode.BadValue, "/kind", "A note is a note or a repair.");
        }

        await notes.AddAsync(
            tag,
            new UnitNote(id, request.Kind, Said(request.Text, "/says"), SignedIn.Name(context.User), clock.GetUtcNow()),
            cancel
        );
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> MeasureAsync(
        string tag,
        MeasurementRequest request,
        HttpContext context,
        UnitStore units,
        ModelStore models,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (ETags.Seen(context.Request) is not { } seen)
        {
            return TypedResults.Problem(ETags.Missing());
        }

        StoredUnit unit = await UnitEndpoints.FindAsync(units, tag, cancel);
        UnitRules.Check(
            new UnitDocument(
                unit.Tag,
                unit.ModelKey,
                unit.Tape,
                unit.Place,
                unit.Status.Word(),
                request.Filters,
                request.ColourOffsetMired
            ),
            ""
        );
        if (
            await models.GetAsync(unit.ModelKey, cancel) is { } card
            && request
                .Filters.Select((f, i) => (f, i))
                .FirstOrDefault(f => ModelReader.ToModel(card.Document).Filters.All(p => p.Label != f.f.Label))
                is { f: not null } strange
        )
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                $"/filters/{strange.i}/label",
                $"{card.Document.Name} has no filter position “{strange.f.Label}”."
            );
        }

        string told = string.Join(
            ", ",
            request
                .Filters.Select(f => $"filter {f.Label} {Core.Units.Notation.Number(f.Stops, 2)} stops")
                .Concat(
                    request.ColourOffsetMired is { } offset
                        ? [$"colour offset {Core.Units.Notation.Number(offset, 1, withPlus: true)} mired"]
                        : []
                )
        );
        var note = new UnitNote(
            Guid.NewGuid(),
            "measured",
            $"{(told.Length > 0 ? told : "nothing is measured")}; {Said(request.How, "/how")}",
            SignedIn.Name(context.User),
            clock.GetUtcNow()
        );
        return await units.MeasureAsync(unit.Tag, request.Filters, request.ColourOffsetMired, seen, note, cancel) is null
            ? Meanwhile(tag)
            : TypedResults.NoContent();
    }

    private static async Task<Results<Ok<UnitView>, ProblemHttpResult>> RenameAsync(
        string tag,
        RenameRequest request,
        HttpContext context,
        UnitStore units,
        ModelStore models,
        CancellationToken cancel
    )
    {
        if (ETags.Seen(context.Request) is not { } seen)
        {
            return TypedResults.Problem(ETags.Missing());
        }

        StoredUnit unit = await UnitEndpoints.FindAsync(units, tag, cancel);
        string newTag = request.NewTag.Trim().ToUpperInvariant();
        UnitRules.Check(newTag, unit.Tape, unit.Place, unit.Status.Word(), "");
        return await units.RenameAsync(unit.Tag, newTag, seen, SignedIn.Name(context.User), cancel) is { } renamed
            ? TypedResults.Ok(UnitEndpoints.View(renamed, await models.NamesAsync(cancel)))
            : Meanwhile(tag);
    }

    private static ProblemHttpResult Meanwhile(string tag) =>
        TypedResults.Problem(
            ProblemHandler.Problem(
                412,
                ProblemCode.ChangedMeanwhile,
                "",
                $"Somebody else changed {tag} while you did. Nothing of yours was kept yet: look at it again."
            )
        );

    private static string Said(string text, string at) =>
        text.Trim() is { Length: >= 3 and <= 900 } said
            ? said
            : throw new RefusedException(ProblemCode.BadValue, at, "Say it in 3 to 900 characters. Nothing was kept.");
}
