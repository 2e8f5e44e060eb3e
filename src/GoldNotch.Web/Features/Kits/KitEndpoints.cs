using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Kits;

/// <summary>A kit with what sets it apart from others of its model. Version 0: nobody wrote it down yet.</summary>
public sealed record KitView(
    string Unit,
    string ModelName,
    IReadOnlyList<KitPieceDocument> Pieces,
    int Version,
    string ChangedBy,
    DateTimeOffset? ChangedAt,
    IReadOnlyList<JudgementView> Differs,
    IReadOnlyList<string> OtherUnits,
    KitPhotoView? Photo
);

/// <summary>A pool with what is taken of it.</summary>
public sealed record PoolView(string Key, KitPieceDocument Piece, int Version, int Taken);

/// <summary>Pieces of a kit, as they are sent.</summary>
public sealed record KitRequest(IReadOnlyList<KitPieceDocument> Pieces);

/// <summary>Kits of units and pools of loose things.</summary>
internal static class KitEndpoints
{
    internal static void MapKits(this IEndpointRouteBuilder api)
    {
        api.MapGet("/units/{tag}/kit", GetAsync).ProducesProblem(404).WithName("getKit");
        api.MapPut("/units/{tag}/kit", PutAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putKit");
        api.MapGet("/units/{tag}/kit/labels.pdf", LabelsAsync)
            .Produces(200, contentType: "application/pdf")
            .ProducesProblem(404)
            .WithName("printKitLabels");
        api.MapGet("/pools", PoolsAsync).WithName("listPools");
        api.MapPut("/pools/{key}", PutPoolAsync).Needs(Right.ManageUnits).ProducesProblem(412).ProducesProblem(428).WithName("putPool");
        api.MapDelete("/pools/{key}", DropPoolAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropPool");
    }

    private static async Task<Ok<KitView>> GetAsync(
        string tag,
        HttpContext context,
        UnitStore units,
        ModelStore models,
        KitStore kits,
        KitPhotoStore photos,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        return TypedResults.Ok(await ViewAsync(unit, await kits.GetAsync(tag, cancel), context, models, kits, photos, phrasing, cancel));
    }

    private static async Task<Ok<KitView>> PutAsync(
        string tag,
        KitRequest request,
        SeenVersion seen,
        HttpContext context,
        Author author,
        UnitStore units,
        ModelStore models,
        KitStore kits,
        KitPhotoStore photos,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        var kit = new KitDocument(tag, request.Pieces);
        _ = ShootReader.ToKit(kit);
        StoredKit kept = await kits.PutAsync(kit, seen.Number, author.Actor, cancel)
            ?? throw new RefusedException(
                ProblemCode.ChangedMeanwhile,
                "",
                "Somebody changed this kit meanwhile. Yours is still on the page: load the other and look at what differs."
            );
        return TypedResults.Ok(await ViewAsync(unit, kept, context, models, kits, photos, phrasing, cancel));
    }

    // A label for each piece that has a code. It leads to the kit, and tells a counter which camera the piece belongs to.
    private static async Task<FileContentHttpResult> LabelsAsync(
        string tag,
        string? paper,
        double? widthMm,
        double? heightMm,
        HttpContext context,
        UnitStore units,
        KitStore kits,
        CancellationToken cancel
    )
    {
        LabelPaper of = LabelPaper.Of(paper, widthMm, heightMm);
        StoredUnit unit = await units.FindAsync(tag, cancel);
        KitPieceDocument[] coded = [.. ((await kits.GetAsync(tag, cancel))?.Document.Pieces ?? []).Where(p => p.Code.Length > 0)];
        if (coded.Length == 0)
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                "/pieces",
                $"No piece in the kit of {tag} has a label yet. Write one beside a piece and save the kit."
            );
        }

        string own = Uri.EscapeDataString(tag);
        string address = $"{PublicAddress.Of(context)}/cameras/units/{own}/kit?unit={own}";
        Label[] labels = [.. coded.Select(p => new Label(p.Code, unit.Tape, $"{p.Name}, {tag}", address))];
        return TypedResults.File(LabelPdf.Of(labels, of), "application/pdf", $"kit-{tag}.pdf");
    }

    private static async Task<KitView> ViewAsync(
        StoredUnit unit,
        StoredKit? kept,
        HttpContext context,
        ModelStore models,
        KitStore kits,
        KitPhotoStore photos,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        context.Response.Headers.ETag = ETags.Of(kept?.Version ?? 0);
        List<StoredKit> others = [.. (await kits.OfModelAsync(unit.ModelKey, cancel)).Where(k => k.Document.Unit != unit.Tag)];
        StoredKitPhoto? photo = await photos.GetAsync(unit.Tag, cancel);
        Dictionary<string, string> names = await models.NamesAsync(cancel);
        return new KitView(
            unit.Tag,
            names.GetValueOrDefault(unit.ModelKey, unit.ModelKey),
            kept?.Document.Pieces ?? [],
            kept?.Version ?? 0,
            kept?.ChangedBy ?? "",
            kept?.ChangedAt,
            kept is null
                ? []
                :
                [
                    .. KitDifference
                        .Of(ShootReader.ToKit(kept.Document), [.. others.Select(o => ShootReader.ToKit(o.Document))])
                        .Select(d => phrasing.Of(d.Because)),
                ],
            [.. others.Select(o => o.Document.Unit)],
            KitPhotoView.Of(photo)
        );
    }

    private static async Task<Ok<IReadOnlyList<PoolView>>> PoolsAsync(
        DateTimeOffset? from,
        DateTimeOffset? to,
        Guid? but,
        KitStore kits,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        DateTimeOffset now = clock.GetUtcNow();
        (DateTimeOffset From, DateTimeOffset To) during = from is { } f && to is { } t && t > f ? (f, t) : (now, now.AddMinutes(1));
        return TypedResults.Ok<IReadOnlyList<PoolView>>([.. (await kits.PoolsAsync(during, but, cancel)).Select(Of)]);
    }

    private static async Task<Ok<PoolView>> PutPoolAsync(
        string key,
        KitPieceDocument piece,
        SeenVersion seen,
        Author author,
        KitStore kits,
        CancellationToken cancel
    )
    {
        var pool = new PoolDocument(key, piece);
        _ = ShootReader.Check(pool);
        return TypedResults.Ok(Of(await kits.PutPoolAsync(pool, seen.Number, author.Actor, cancel) ?? throw Moved()));
    }

    private static async Task<NoContent> DropPoolAsync(
        string key,
        SeenVersion seen,
        Author author,
        KitStore kits,
        CancellationToken cancel
    ) => await kits.DropPoolAsync(key, seen.Number, author.Actor, cancel) ? TypedResults.NoContent() : throw Moved();

    private static PoolView Of(StoredPool pool) => new(pool.Document.Key, pool.Document.Piece, pool.Version, pool.Taken);

    private static RefusedException Moved() =>
        new(ProblemCode.ChangedMeanwhile, "", "Somebody changed this pool meanwhile. Load the page again; what you typed is still here.");
}
