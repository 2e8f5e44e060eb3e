using GoldNotch.Core.Cameras;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Board;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Drift;
using GoldNotch.Web.Features.Measurements;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Units;

/// <summary>A filter of a unit: what its card says, and what was measured on it where somebody did.</summary>
/// <param name="Label">The filter position.</param>
/// <param name="NominalStops">As the specification names it.</param>
/// <param name="MeasuredStops">As measured; null where nobody did.</param>
/// <param name="UncertaintyStops">Of the mean; null under three pairs, or where a person typed it in.</param>
/// <param name="ShiftMired">How much warmer the light is behind it.</param>
/// <param name="By">Who measured it.</param>
/// <param name="At">When.</param>
/// <param name="Measurement">The measurement it comes from; null where a person typed it in.</param>
public sealed record MeasuredFilterView(
    string Label,
    double NominalStops,
    double? MeasuredStops,
    double? UncertaintyStops,
    double? ShiftMired,
    string? By,
    DateTimeOffset? At,
    Guid? Measurement
)
{
    internal static MeasuredFilterView Of(Core.Exposure.FilterPosition filter, UnitFilterDocument? measured) =>
        new(
            filter.Label,
            filter.Loss.Value,
            measured?.Stops,
            measured?.UncertaintyStops,
            measured?.ShiftMired,
            measured?.By,
            measured?.At,
            measured?.Figure
        );
}

/// <summary>A note on a unit: <c>note</c>, <c>repair</c> or <c>measured</c>.</summary>
public sealed record UnitNoteView(Guid Id, string Kind, string Text, string By, DateTimeOffset At);

/// <summary>Everything about one unit: how it stands, its last checks, what drifts on it and on its model, what was measured, what was said.</summary>
public sealed record UnitPageView(
    BoardRowView Board,
    int Version,
    IReadOnlyList<MeasuredFilterView> Filters,
    double? ColourOffsetMired,
    IReadOnlyList<UnitNoiseDocument> Noise,
    IReadOnlyList<UnitLatitudeDocument> Latitude,
    IReadOnlyList<MeasurementRow> Measurements,
    IReadOnlyList<UnitMatchDocument> Matches,
    IReadOnlyList<CheckRowView> Checks,
    IReadOnlyList<DriftView> Drift,
    IReadOnlyList<DriftView> ModelDrift,
    UnitNotePage Notes
);

/// <summary>A page of notes, the newest first; <c>next</c> is null on the last one.</summary>
public sealed record UnitNotePage(IReadOnlyList<UnitNoteView> Notes, string? Next);

/// <summary>A note to keep.</summary>
public sealed record UnitNoteRequest(string Kind, string Text);

/// <summary>What was measured: stops of each filter position, and the colour offset against the reference.</summary>
public sealed record MeasurementRequest(IReadOnlyList<FilterDocument> Filters, double? ColourOffsetMired, string How);

/// <summary>Another tag for a unit.</summary>
public sealed record RenameRequest(string NewTag);

/// <summary>The page of one unit.</summary>
internal static class UnitPageEndpoints
{
    private const int MostMatches = 20;

    internal static void MapUnitPage(this IEndpointRouteBuilder api)
    {
        api.MapGet("/units/{tag}/page", GetAsync).ProducesProblem(404).WithName("getUnitPage");
        api.MapGet("/units/{tag}/history.pdf", PrintAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printHistory");
        api.MapGet("/units/{tag}/matches", MatchesAsync).WithName("listUnitMatches");
        api.MapGet("/units/{tag}/notes", ListNotesAsync).WithName("listUnitNotes");
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

    // The newest first; nothing where the unit was never matched.
    private static async Task<Ok<IReadOnlyList<UnitMatchDocument>>> MatchesAsync(
        string tag,
        UnitMatchStore matches,
        CancellationToken cancel
    ) => TypedResults.Ok<IReadOnlyList<UnitMatchDocument>>([.. (await matches.NeededAsync([tag], cancel))[tag].Take(MostMatches)]);

    private static async Task<Ok<UnitPageView>> GetAsync(string tag, HttpContext context, UnitPages pages, CancellationToken cancel)
    {
        UnitPageView page = await pages.GetAsync(tag, cancel);
        context.Response.Headers.ETag = ETags.Of(page.Version);
        return TypedResults.Ok(page);
    }

    private static async Task<FileContentHttpResult> PrintAsync(
        string tag,
        string? paper,
        UnitPages pages,
        DepartmentStore departments,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        PaperSize size = PaperSize.Of(paper) ?? throw new RefusedException(ProblemCode.BadValue, "/paper", "The paper is a4 or letter.");
        UnitPageView page = await pages.GetAsync(tag, cancel);
        return TypedResults.File(
            HistoryPdf.Of(page, size, await departments.GetAsync(cancel), clock.GetUtcNow()),
            "application/pdf",
            $"{page.Board.Tag}-history.pdf"
        );
    }

    private static async Task<Ok<UnitNotePage>> ListNotesAsync(string tag, string? before, UnitPages pages, CancellationToken cancel) =>
        TypedResults.Ok(await pages.NotesAsync(tag, before, cancel));

    private static async Task<NoContent> PutNoteAsync(
        string tag,
        Guid id,
        UnitNoteRequest request,
        Author author,
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
            new UnitNote(id, request.Kind, Said(request.Text, "/text"), author.Name, clock.GetUtcNow()),
            author.Actor,
            cancel
        );
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> MeasureAsync(
        string tag,
        MeasurementRequest request,
        SeenVersion seen,
        Author author,
        UnitStore units,
        ModelStore models,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        UnitRules.Check(
            new UnitDocument(
                unit.Tag,
                unit.ModelKey,
                unit.Tape,
                unit.Place,
                unit.Status.Word(),
                [.. request.Filters.Select(f => new UnitFilterDocument(f.Label, f.Stops))],
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
            author.Name,
            clock.GetUtcNow()
        );
        return
            await units.MeasureAsync(unit.Tag, request.Filters, request.ColourOffsetMired, seen.Number, note, author.Actor, cancel) is null
            ? Meanwhile(tag)
            : TypedResults.NoContent();
    }

    private static async Task<Results<Ok<UnitView>, ProblemHttpResult>> RenameAsync(
        string tag,
        RenameRequest request,
        SeenVersion seen,
        Author author,
        UnitStore units,
        ModelStore models,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        string newTag = request.NewTag.Trim().ToUpperInvariant();
        UnitRules.Check(newTag, unit.Tape, unit.Place, unit.Status.Word(), "");
        return await units.RenameAsync(unit.Tag, newTag, seen.Number, author.Actor, cancel) is { } renamed
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
            : throw new RefusedException(ProblemCode.BadValue, at, "Say it in 3 to 900 characters. Nothing was saved.");
}
