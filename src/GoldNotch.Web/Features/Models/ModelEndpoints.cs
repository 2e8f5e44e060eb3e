using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Standards;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Models;

/// <summary>What a card still does not say, for one chapter.</summary>
public sealed record CompletenessView(string Chapter, int Known, IReadOnlyList<string> Missing);

/// <summary>Text that was pasted from a camera's manual.</summary>
public sealed record ManualPaste(string Text);

/// <summary>A model in a list.</summary>
public sealed record ModelRowView(
    string Key,
    string Name,
    int Version,
    string Kind,
    int Units,
    int Known,
    int Missing,
    int Findings,
    string ChangedBy,
    DateTimeOffset ChangedAt
);

/// <summary>A model whole.</summary>
public sealed record ModelView(ModelDocument Document, string ChangedBy, DateTimeOffset ChangedAt, ModelPreview Preview);

/// <summary>What a card comes to; wrong is the field that cannot be read, with its remedy.</summary>
public sealed record ModelPreview(
    WrongView? Wrong,
    IReadOnlyList<CompletenessView> Completeness,
    IReadOnlyList<FindingView> Findings,
    IReadOnlyList<ModelControlView> Controls,
    IReadOnlyList<SheetRowView> Sheets
);

/// <summary>A control of a model as it is drawn.</summary>
public sealed record ModelControlView(
    string Setting,
    string Name,
    string Chapter,
    bool NotFitted,
    PlaceView? Place,
    DialView Dial,
    string? AfterReset
);

/// <summary>Models' cards.</summary>
internal static class ModelEndpoints
{
    private const int MostBytes = 1024 * 1024;

    internal static void MapModels(this IEndpointRouteBuilder api)
    {
        api.MapGet("/models", ListAsync).WithName("listModels");
        api.MapGet("/models/{key}", GetAsync).ProducesProblem(404).WithName("getModel");
        RouteGroupBuilder write = api.MapGroup("").Needs(Right.DefineModels);
        write
            .MapPut("/models/{key}", PutAsync)
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putModel");
        api.MapGet("/models/generic", () => TypedResults.Ok<IReadOnlyList<GenericSpecification>>(GenericSpecifications.All))
            .WithName("listGeneric");
        write.MapPost("/models/manual", (ManualPaste paste) => TypedResults.Ok(ManualTable.Read(paste.Text))).WithName("readManual");
        // It writes nothing; whoever reads a specification sees what it comes to.
        api.MapPost("/models/preview", PreviewAsync).WithMetadata(new RequestSizeLimitAttribute(MostBytes)).WithName("previewModel");
    }

    private static async Task<Ok<IReadOnlyList<ModelRowView>>> ListAsync(ModelStore models, UnitStore units, CancellationToken cancel)
    {
        Dictionary<string, int> counts = await units.CountsByModelAsync(cancel);
        return TypedResults.Ok<IReadOnlyList<ModelRowView>>([
            .. (await models.NewestAsync(cancel)).Select(m => Row(m, counts.GetValueOrDefault(m.Document.Key))),
        ]);
    }

    private static async Task<Ok<ModelView>> GetAsync(
        string key,
        HttpContext context,
        ModelStore models,
        ModelViews views,
        CancellationToken cancel
    )
    {
        StoredModel model = await models.GetAsync(key, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/key", $"There is no model “{key}”. Go to the list of models.");
        context.Response.Headers.ETag = ETags.Of(model.Document.Version);
        return TypedResults.Ok(await views.OfAsync(model, cancel));
    }

    private static async Task<Results<Ok<ModelView>, ProblemHttpResult>> PutAsync(
        string key,
        ModelDocument card,
        HttpContext context,
        SeenVersion seen,
        Author author,
        ModelStore models,
        ModelViews views,
        CancellationToken cancel
    )
    {
        if (card.Key != key)
        {
            throw new RefusedException(ProblemCode.BadValue, "/key", "The key on the card is not the one in the address.");
        }

        StoredModel? kept = await models.PutAsync(card, seen.Number, author.Actor, cancel);
        if (kept is null)
        {
            StoredModel? newest = await models.GetAsync(key, cancel);
            return TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "",
                    $"This card has version {newest?.Document.Version ?? 0} meanwhile{(newest is null ? "" : $", by {newest.ChangedBy}")}. What you typed is still on the page; load the newer one and decide.",
                    new Dictionary<string, object?> { ["newest"] = newest?.Document }
                )
            );
        }

        context.Response.Headers.ETag = ETags.Of(kept.Document.Version);
        return TypedResults.Ok(await views.OfAsync(kept, cancel));
    }

    private static async Task<Ok<ModelPreview>> PreviewAsync(ModelDocument card, ModelViews views, CancellationToken cancel)
    {
        try
        {
            return TypedResults.Ok(await views.PreviewAsync(card, cancel));
        }
        catch (RefusedException wrong) when (wrong.Code is ProblemCode.BadValue or ProblemCode.Duplicate or ProblemCode.Circle)
        {
            return TypedResults.Ok(new ModelPreview(new WrongView(wrong.Pointer, wrong.Message), [], [], [], []));
        }
    }

    private static ModelRowView Row(StoredModel stored, int units)
    {
        CameraModel model = ModelReader.ToModel(stored.Document);
        var parts = Completeness.Of(model);
        return new ModelRowView(
            model.Key,
            model.Name,
            model.Version,
            model.Kind,
            units,
            parts.Sum(p => p.Known),
            parts.Sum(p => p.Missing.Length),
            RuleBook.Of(model).Length,
            stored.ChangedBy,
            stored.ChangedAt
        );
    }
}
