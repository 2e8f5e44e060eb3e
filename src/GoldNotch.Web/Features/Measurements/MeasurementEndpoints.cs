using System.Text.Json;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Measurements;

/// <summary>A picture put into a measurement; <c>openedStops</c> is what was opened since the first of its run, <c>seen</c> the version of the picture it replaces (0: there is none).</summary>
public sealed record MeasurementTakeRequest(Guid Picture, double OpenedStops = 0, int Seen = 0);

/// <summary>A picture asked of the linked camera; with <c>set</c> it is first set as the picture asks, as far as it takes that.</summary>
public sealed record MeasurementStillRequest(Guid Picture, double OpenedStops = 0, int Seen = 0, bool Set = false);

/// <summary>What an acceptance has seen, and whether the limit is that of the whole model.</summary>
public sealed record AcceptMeasurementRequest(int Version, long Seal, bool ForModel = false);

/// <summary>Why an accepted measurement is withdrawn.</summary>
public sealed record WithdrawMeasurementRequest(string Why);

/// <summary>What every endpoint of a measurement needs.</summary>
internal sealed record MeasurementWork(
    FigureStore Figures,
    MeasurementSource Source,
    MeasurementCameras Cameras,
    MeasurementViews Views,
    PictureStore Pictures,
    UnitStore Units,
    TimeProvider Clock
)
{
    internal DateTimeOffset Now => Clock.GetUtcNow();

    /// <summary>A measurement as it is shown; an accepted one as it was accepted.</summary>
    internal async Task<MeasurementView> ViewAsync(StoredFigure stored, CancellationToken cancel)
    {
        StoredUnit? unit = stored.UnitTag is { } tag ? await Units.GetAsync(tag, cancel) : null;
        return stored.Accepted is null
            ? Views.Of(await Source.WholeAsync(stored, cancel), unit)
            : MeasurementViews.AsAccepted(stored, unit);
    }
}

/// <summary>What is measured on units: guided pictures, what they say, and the figures a technician accepts. Everybody who is signed in takes pictures.</summary>
internal static class MeasurementEndpoints
{
    private const int PageSize = 50;

    internal static void MapMeasurements(this IEndpointRouteBuilder api)
    {
        api.MapGet("/measurements", ListAsync).WithName("listMeasurements");
        api.MapGet("/units/{tag}/measurements/new", NewAsync).ProducesProblem(404).WithName("newMeasurement");
        api.MapGet("/measurements/{id:guid}", GetAsync).ProducesProblem(404).WithName("getMeasurement");
        api.MapPut("/measurements/{id:guid}", PutAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putMeasurement");
        api.MapDelete("/measurements/{id:guid}", DropAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropMeasurement");
        api.MapPut("/measurements/{id:guid}/shots/{number:int}", TakeAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .WithName("putMeasurementShot");
        api.MapDelete("/measurements/{id:guid}/shots/{number:int}", DropTakeAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropMeasurementShot");
        api.MapPost("/measurements/{id:guid}/shots/{number:int}/still", StillAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(424)
            .WithName("takeMeasurementStill");
        api.MapPost("/measurements/{id:guid}/acceptance", AcceptAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .WithName("acceptMeasurement");
        api.MapPost("/measurements/{id:guid}/withdrawal", WithdrawAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithName("withdrawMeasurement");
    }

    private static async Task<Ok<MeasurementPage>> ListAsync(
        string? unit,
        string? model,
        string? before,
        FigureStore figures,
        UnitStore units,
        CancellationToken cancel
    )
    {
        List<StoredFigure> rows = await figures.ListAsync(unit, model, PageCursor.Parse(before, "list of measurements"), PageSize, cancel);
        Dictionary<string, StoredUnit> there = (
            await units.ByTagsAsync([.. rows.Select(r => r.UnitTag).OfType<string>().Distinct()], cancel)
        ).ToDictionary(u => u.Tag);
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].ChangedAt, rows[^1].Id) : null;
        return TypedResults.Ok(
            new MeasurementPage(
                [.. rows.Select(r => MeasurementRow.Of(r, r.UnitTag is { } tag ? there.GetValueOrDefault(tag) : null))],
                next
            )
        );
    }

    private static async Task<Ok<UnitFigureDocument>> NewAsync(
        string tag,
        string kind,
        MeasurementSource source,
        UnitStore units,
        CancellationToken cancel
    ) => TypedResults.Ok(await source.ProposedAsync(FigureReader.Kind(kind), await units.FindAsync(tag, cancel), cancel));

    private static async Task<Ok<MeasurementView>> GetAsync(
        Guid id,
        HttpContext context,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    ) => Seen(await work.ViewAsync(await work.Source.FindAsync(id, cancel), cancel), context);

    private static async Task<Ok<MeasurementView>> PutAsync(
        Guid id,
        UnitFigureDocument document,
        SeenVersion seen,
        HttpContext context,
        Author author,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    )
    {
        FigureReader.Check(document, ModelReader.ToModel((await work.Source.CardAsync(document.Model, cancel)).Document));
        await UnitsAsync(document, work, cancel);
        if (
            await work.Figures.GetAsync(id, cancel) is { } before
            && (before.Document.Kind, before.Document.Model, before.Document.Unit) != (document.Kind, document.Model, document.Unit)
        )
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/kind",
                "What is measured, and on which unit, stays as it was begun. Begin another measurement for that."
            );
        }

        StoredFigure kept = await work.Figures.PutAsync(id, document, seen.Number, work.Now, author.Actor, cancel)
            ?? throw Moved("this measurement");
        return Seen(await work.ViewAsync(kept, cancel), context);
    }

    // What is measured belongs to units of this model.
    private static async Task UnitsAsync(UnitFigureDocument document, MeasurementWork work, CancellationToken cancel)
    {
        if ((document.Kind == FigureKind.Sisters) != document.Unit is null)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/unit",
                "Sisters are of a model and of no unit; everything else is of one unit."
            );
        }

        string[] tags = [.. document.Shots.Select(s => s.Unit).Append(document.Unit).OfType<string>().Distinct()];
        List<StoredUnit> there = await work.Units.ByTagsAsync(tags, cancel);
        foreach (string tag in tags)
        {
            if (there.Find(u => u.Tag == tag)?.ModelKey != document.Model)
            {
                throw new RefusedException(ProblemCode.UnitMissing, "/unit", $"{tag} is no unit of this model. Choose one of the list.");
            }
        }
    }

    private static async Task<NoContent> DropAsync(
        Guid id,
        SeenVersion seen,
        Author author,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    )
    {
        await work.Source.FindAsync(id, cancel);
        return await work.Figures.DropAsync(id, seen.Number, author.Actor, cancel)
            ? TypedResults.NoContent()
            : throw Moved("this measurement");
    }

    private static async Task<Ok<MeasurementView>> TakeAsync(
        Guid id,
        int number,
        MeasurementTakeRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    )
    {
        (WholeMeasurement whole, FigureShotDocument shot) = await ShotAsync(id, number, work, cancel);
        FigureTakeDocument take = FigureReader.Take(new FigureTakeDocument(request.OpenedStops), "");
        StoredPicture picture = await work.Pictures.GetAsync(request.Picture, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/picture", "There is no such picture any more. Choose the file again.");
        return await KeepAsync(whole, shot, picture, take, request.Seen, context, author, work, cancel);
    }

    private static async Task<Results<Ok<MeasurementView>, ProblemHttpResult>> StillAsync(
        Guid id,
        int number,
        MeasurementStillRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    )
    {
        (WholeMeasurement whole, FigureShotDocument shot) = await ShotAsync(id, number, work, cancel);
        FigureReader.Take(new FigureTakeDocument(request.OpenedStops), "");
        if ((whole.Takes.FirstOrDefault(t => t.Stored.Shot == number)?.Stored.Version ?? 0) != request.Seen)
        {
            throw Moved("this picture");
        }

        StoredUnit unit = await work.Units.FindAsync(shot.Unit ?? whole.Document.Unit ?? "", cancel);
        MeasurementStill taken = await work.Cameras.TakeAsync(whole, shot, unit, request, author, cancel);
        if (taken.Still.Picture is { } picture)
        {
            return await KeepAsync(whole, shot, picture, taken.Take, request.Seen, context, author, work, cancel);
        }

        // It answers, and stands otherwise than the picture asks.
        return CameraLinkEndpoints.Failed(
            taken.Still.State == LinkState.Answers ? LinkState.Refused : taken.Still.State,
            taken.Still.Sentence
        );
    }

    private static async Task<Ok<MeasurementView>> KeepAsync(
        WholeMeasurement whole,
        FigureShotDocument shot,
        StoredPicture picture,
        FigureTakeDocument take,
        int seen,
        HttpContext context,
        Author author,
        MeasurementWork work,
        CancellationToken cancel
    )
    {
        await work.Source.ReadyAsync(whole, shot, picture, author, cancel);
        var kept = new StoredFigureTake(shot.Number, picture.Id, take, author.Name, work.Now, 0);
        return await work.Figures.PutTakeAsync(whole.Stored.Id, shot.Number, kept, seen, work.Now, author.Actor, cancel)
            ? Seen(await work.ViewAsync(await work.Source.FindAsync(whole.Stored.Id, cancel), cancel), context)
            : throw Moved("this picture");
    }

    private static async Task<Ok<MeasurementView>> DropTakeAsync(
        Guid id,
        int number,
        SeenVersion seen,
        HttpContext context,
        Author author,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    )
    {
        await ShotAsync(id, number, work, cancel);
        return await work.Figures.PutTakeAsync(id, number, null, seen.Number, work.Now, author.Actor, cancel)
            ? Seen(await work.ViewAsync(await work.Source.FindAsync(id, cancel), cancel), context)
            : throw Moved("this picture");
    }

    private static async Task<Ok<MeasurementView>> AcceptAsync(
        Guid id,
        AcceptMeasurementRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    )
    {
        StoredFigure stored = await work.Source.FindAsync(id, cancel);
        WholeMeasurement whole = await OpenAsync(stored, work, cancel);
        MeasurementView view = await work.ViewAsync(stored, cancel);
        if (!view.CanAccept)
        {
            throw new RefusedException(
                ProblemCode.OpenFaults,
                "",
                "Nothing was found yet that could be used: what is missing stands beside each figure. Take those pictures first."
            );
        }

        if (request.ForModel && (whole.Document.Kind != FigureKind.Noise || !SignedIn.Role(context.User).Has(Right.DefineModels)))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/forModel",
                "Only a gain limit becomes that of the model, and only by who defines specifications. Accept it for this unit."
            );
        }

        DateTimeOffset at = work.Now;
        FigureUseDocument use = whole.Use(author.Name, at) with { ForModel = request.ForModel };
        MeasurementView frozen = view with { Accepted = new AcceptanceView(author.Name, at, request.ForModel) };
        (ModelDocument, int)? limited = request.ForModel
            ? (UnitReader.Limited(whole.Card, use.Noise!, whole.Document.Unit!), whole.Card.Version)
            : null;
        StoredFigure kept = await work.Figures.AcceptAsync(
            id,
            (request.Version, request.Seal),
            new FigureAcceptance(author.Name, at, JsonSerializer.Serialize(frozen, MeasurementViews.Frozen), use),
            new UnitNote(Guid.NewGuid(), "measured", Note(view), author.Name, at),
            limited,
            author.Actor,
            author.Id,
            cancel
        ) ?? throw Moved("this measurement");
        return Seen(await work.ViewAsync(kept, cancel), context);
    }

    private static async Task<Ok<MeasurementView>> WithdrawAsync(
        Guid id,
        WithdrawMeasurementRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MeasurementWork work,
        CancellationToken cancel
    )
    {
        StoredFigure stored = await work.Source.FindAsync(id, cancel);
        string why = request.Why.Trim() is { Length: >= 3 and <= 300 } said
            ? said
            : throw new RefusedException(ProblemCode.BadValue, "/why", "Say why in 3 to 300 characters. Nothing was withdrawn.");
        StoredFigure kept = await work.Figures.WithdrawAsync(
            stored.Id,
            new FigureWithdrawal(author.Name, work.Now, why),
            author.Actor,
            cancel
        )
            ?? throw new RefusedException(
                ProblemCode.Immutable,
                "/id",
                stored.Accepted is null ? "It is still open: delete it instead." : "It was withdrawn already; look at it again."
            );
        return Seen(await work.ViewAsync(kept, cancel), context);
    }

    private static string Note(MeasurementView view)
    {
        IEnumerable<string> said = view switch
        {
            { Filters: { } filters } => filters.Where(f => f.IsUsable).Select(f => f.Says.Sentence),
            { Noise: { } noise } => noise.Bases.Where(b => b.IsUsable).Select(b => b.Says.Sentence),
            { Latitude: { } latitude } => [latitude.Says.Sentence],
            _ => [],
        };
        string text = string.Join(" ", said);
        return text.Length > 900 ? text[..899] + "…" : text;
    }

    private static async Task<(WholeMeasurement Whole, FigureShotDocument Shot)> ShotAsync(
        Guid id,
        int number,
        MeasurementWork work,
        CancellationToken cancel
    )
    {
        WholeMeasurement whole = await OpenAsync(await work.Source.FindAsync(id, cancel), work, cancel);
        return (
            whole,
            whole.Document.Shots.FirstOrDefault(s => s.Number == number)
                ?? throw new RefusedException(
                    ProblemCode.NotFound,
                    "/number",
                    $"This measurement asks for {whole.Document.Shots.Count} pictures; there is none of this number."
                )
        );
    }

    private static Task<WholeMeasurement> OpenAsync(StoredFigure stored, MeasurementWork work, CancellationToken cancel) =>
        stored.Accepted is { } accepted
            ? throw new RefusedException(
                ProblemCode.Immutable,
                "/id",
                $"{accepted.By} accepted this measurement: it stays as it is. Begin another one."
            )
            : work.Source.WholeAsync(stored, cancel);

    private static RefusedException Moved(string what) =>
        new(
            ProblemCode.ChangedMeanwhile,
            "",
            $"Somebody else changed {what} since you saw it. Nothing was overwritten; what is there now is shown."
        );

    private static Ok<MeasurementView> Seen(MeasurementView view, HttpContext context)
    {
        context.Response.Headers.ETag = ETags.Of(view.Version);
        return TypedResults.Ok(view);
    }
}
