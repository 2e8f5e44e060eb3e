using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Evidence;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Kits;

/// <summary>The photograph of a kit: what its bag looks like when all of it is there.</summary>
public sealed record KitPhotoView(Guid Id, string By, DateTimeOffset At, int Width, int Height)
{
    internal static KitPhotoView? Of(StoredKitPhoto? photo) =>
        photo is null ? null : new KitPhotoView(photo.Id, photo.By, photo.At, photo.Width, photo.Height);
}

/// <summary>Photographs of kits, looked at when a kit is counted.</summary>
internal static class KitPhotoEndpoints
{
    internal static void MapKitPhotos(this IEndpointRouteBuilder api)
    {
        api.MapGet("/units/{tag}/kit/photo", GetAsync)
            .Produces(200, contentType: "image/jpeg")
            .ProducesProblem(404)
            .WithName("getKitPhoto");
        api.MapPut("/units/{tag}/kit/photo/{photo:guid}", PutAsync)
            .Needs(Right.ManageUnits)
            .Accepts<byte[]>("image/jpeg", "image/png")
            .WithMetadata(new RequestSizeLimitAttribute(Photographs.MostBytes))
            .ProducesProblem(404)
            .ProducesProblem(413)
            .WithName("putKitPhoto");
        api.MapDelete("/units/{tag}/kit/photo", DeleteAsync).Needs(Right.ManageUnits).ProducesProblem(404).WithName("deleteKitPhoto");
    }

    private static async Task<FileContentHttpResult> GetAsync(string tag, KitPhotoStore photos, CancellationToken cancel)
    {
        byte[] jpeg = await photos.PictureAsync(tag, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/photo", $"Nobody has photographed the kit of {tag} yet.");
        return TypedResults.File(jpeg, "image/jpeg");
    }

    private static async Task<Ok<KitPhotoView>> PutAsync(
        string tag,
        Guid photo,
        HttpContext context,
        Author author,
        UnitStore units,
        KitPhotoStore photos,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        using var body = new MemoryStream();
        await context.Request.Body.CopyToAsync(body, cancel);
        Photograph drawn = await DrawingDesk.DrawAsync(body.ToArray(), cancel);
        var stored = new StoredKitPhoto(photo, author.Name, clock.GetUtcNow(), drawn.Width, drawn.Height);
        await photos.PutAsync(unit.Tag, stored, drawn.Jpeg, author.Actor, cancel);
        return TypedResults.Ok(KitPhotoView.Of(await photos.GetAsync(unit.Tag, cancel) ?? stored));
    }

    private static async Task<NoContent> DeleteAsync(
        string tag,
        Author author,
        UnitStore units,
        KitPhotoStore photos,
        CancellationToken cancel
    )
    {
        StoredUnit unit = await units.FindAsync(tag, cancel);
        await photos.RemoveAsync(unit.Tag, author.Actor, cancel);
        return TypedResults.NoContent();
    }
}
