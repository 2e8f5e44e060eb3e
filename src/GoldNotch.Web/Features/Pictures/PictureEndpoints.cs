using GoldNotch.Core.Frames;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Imaging;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Pictures;

/// <summary>What to measure a picture by; <c>full</c> at every pixel, else quickly on a reduced one.</summary>
public sealed record MeasureRequest(PictureSettingsDocument Settings, IReadOnlyList<RegionDocument> Regions, bool Full = false);

/// <summary>What to keep of a picture.</summary>
public sealed record PictureChange(
    PictureSettingsDocument Settings,
    IReadOnlyList<RegionDocument> Regions,
    string? Unit = null,
    bool Original = false
);

/// <summary>What this site takes: largest file in megabytes, and how many days a file lies that nobody asked to keep.</summary>
public sealed record PictureLimits(int Megabytes, int Days);

/// <summary>Regions that could be cards; a person decides. It is sure of none unless two of unlike level and one colour lie side by side.</summary>
public sealed record CardProposals(IReadOnlyList<RegionDocument> Regions, bool IsSure);

/// <summary>What every endpoint of a picture needs.</summary>
internal sealed record PictureWork(PictureStore Pictures, PictureDesk Desk, PictureFiles Files, PictureIntake Intake, PictureViews Views)
{
    internal async Task<StoredPicture> FindAsync(Guid id, CancellationToken cancel) =>
        await Pictures.GetAsync(id, cancel)
        ?? throw new RefusedException(ProblemCode.NotFound, "/id", "There is no such picture. Look in the list of pictures.");
}

/// <summary>Pictures brought in, measured and kept.</summary>
internal static class PictureEndpoints
{
    private const int PageSize = 50;
    private const int LongestName = 200;

    internal static void MapPictures(this IEndpointRouteBuilder api)
    {
        api.MapGet("/pictures", ListAsync).WithName("listPictures");
        api.MapGet("/pictures/limits", Limits).WithName("getPictureLimits");
        api.MapPut("/pictures/{id:guid}", AddAsync)
            .Accepts<byte[]>("application/octet-stream")
            .WithMetadata(new RequestSizeLimitAttribute(SiteSettings.MostPictureMegabytes * 1024L * 1024))
            .ProducesProblem(413)
            .ProducesProblem(422)
            .WithName("putPicture");
        api.MapGet("/pictures/{id:guid}", GetAsync).ProducesProblem(404).WithName("getPicture");
        api.MapGet("/pictures/{id:guid}/preview", PreviewAsync)
            .Produces(200, contentType: "image/jpeg")
            .ProducesProblem(404)
            .WithName("getPicturePreview");
        api.MapGet("/pictures/{id:guid}/cards", CardsAsync).ProducesProblem(404).WithName("findCards");
        api.MapPost("/pictures/{id:guid}/measure", MeasureAsync).ProducesProblem(404).WithName("measurePicture");
        api.MapPut("/pictures/{id:guid}/measured", ChangeAsync)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("keepMeasured");
        api.MapDelete("/pictures/{id:guid}", DropAsync)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("deletePicture");
    }

    private static async Task<Ok<PicturePage>> ListAsync(string? unit, string? before, PictureStore pictures, CancellationToken cancel)
    {
        List<StoredPicture> rows = await pictures.ListAsync(unit, PageCursor.Parse(before, "list of pictures"), PageSize, cancel);
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].AddedAt, rows[^1].Id) : null;
        return TypedResults.Ok(
            new PicturePage(
                [
                    .. rows.Select(p => new PictureRow(
                        p.Id,
                        p.Name,
                        p.UnitTag,
                        p.AddedBy,
                        p.AddedAt,
                        p.Width,
                        p.Height,
                        p.Document.Regions.Count
                    )),
                ],
                next
            )
        );
    }

    private static Ok<PictureLimits> Limits(PictureFiles files) =>
        TypedResults.Ok(new PictureLimits((int)(files.MostBytes / (1024 * 1024)), (int)files.Kept.TotalDays));

    private static async Task<Ok<PictureView>> AddAsync(
        Guid id,
        string name,
        string? unit,
        HttpContext context,
        Author author,
        [AsParameters] PictureWork work,
        CancellationToken cancel
    )
    {
        string called = Path.GetFileName(name.Trim());
        if (called.Length is 0 or > LongestName || called.Any(char.IsControl))
        {
            throw new RefusedException(ProblemCode.BadValue, "/name", $"The name of a file has 1 to {LongestName} characters.");
        }

        // Sent again after a broken line: it is here already.
        if (await work.Pictures.GetAsync(id, cancel) is { } there)
        {
            return Seen(there, context, work);
        }

        return Seen(await work.Intake.TakeAsync(id, called, unit, context.Request.Body, author, cancel), context, work);
    }

    private static async Task<Ok<PictureView>> GetAsync(
        Guid id,
        HttpContext context,
        [AsParameters] PictureWork work,
        CancellationToken cancel
    ) => Seen(await work.FindAsync(id, cancel), context, work);

    private static async Task<FileContentHttpResult> PreviewAsync(Guid id, PictureStore pictures, CancellationToken cancel)
    {
        byte[] jpeg = await pictures.PreviewAsync(id, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/id", "There is no such picture. Look in the list of pictures.");
        return TypedResults.File(jpeg, "image/jpeg");
    }

    private static async Task<Ok<CardProposals>> CardsAsync(Guid id, [AsParameters] PictureWork work, CancellationToken cancel)
    {
        StoredPicture picture = await work.FindAsync(id, cancel);
        PictureFile file = await work.Desk.DecodeAsync(id, picture.Document.Settings, cancel);
        CardSearch found = RefusedException.At("/file", () =>
            CardSearch.Of(file.Pixels, PictureDesk.ProfileOf(picture.Document.Settings, picture))
        );
        return TypedResults.Ok(
            new CardProposals(
                [.. found.Cards.Select(r => new RegionDocument(Guid.NewGuid(), RegionKind.GreyCard, r.X, r.Y, r.Width, r.Height, r.Shape))],
                found.IsSure
            )
        );
    }

    private static async Task<Ok<MeasuredView>> MeasureAsync(
        Guid id,
        MeasureRequest request,
        [AsParameters] PictureWork work,
        CancellationToken cancel
    )
    {
        StoredPicture picture = await work.FindAsync(id, cancel);
        IReadOnlyList<(RegionDocument, FrameRegion)> regions = PictureReader.Regions(request.Regions);
        PictureProfile profile = PictureDesk.ProfileOf(request.Settings, picture);
        UsedCurve used = PictureDesk.CurveOf(request.Settings, picture);
        if (request.Full)
        {
            DecodedPicture whole = (await work.Desk.DecodeAsync(id, request.Settings, cancel)).Pixels;
            work.Desk.Hold(id, request.Settings, whole);
            return TypedResults.Ok(
                work.Views.Measured(
                    request.Regions,
                    PictureDesk.Measure(whole, regions, profile),
                    request.Settings,
                    used,
                    atFullSize: true,
                    drawings: null
                )
            );
        }

        ReducedPicture reduced = await work.Desk.ReducedAsync(id, request.Settings, cancel);

        // What is too small on the reduced picture may be large enough on the whole one, which is asked when the hand lets go.
        (RegionDocument Document, FrameRegion Region)[] large = [.. regions.Where(r => IsLargeEnough(r.Item2, reduced))];
        return TypedResults.Ok(
            work.Views.Measured(
                request.Regions,
                PictureDesk.Measure(reduced, large, profile),
                request.Settings,
                used,
                atFullSize: false,
                PictureDrawings.Of(reduced, profile)
            )
        );
    }

    private static async Task<Ok<PictureView>> ChangeAsync(
        Guid id,
        PictureChange change,
        SeenVersion seen,
        HttpContext context,
        Author author,
        [AsParameters] PictureWork work,
        CancellationToken cancel
    )
    {
        StoredPicture picture = await work.FindAsync(id, cancel);
        IReadOnlyList<(RegionDocument, FrameRegion)> regions = PictureReader.Regions(change.Regions);
        PictureProfile profile = PictureDesk.ProfileOf(change.Settings, picture);
        bool isSame = change.Settings == picture.Document.Settings && change.Regions.SequenceEqual(picture.Document.Regions);
        IReadOnlyList<RegionFiguresDocument> figures = isSame
            ? picture.Document.Figures
            : PictureDesk.Measure((await work.Desk.DecodeAsync(id, change.Settings, cancel)).Pixels, regions, profile);
        if (change.Original && work.Files.Find(id) is null)
        {
            throw new RefusedException(ProblemCode.NotFound, "/original", "The file is here no longer, so it cannot be kept.");
        }

        StoredPicture kept = await work.Pictures.ChangeAsync(
            id,
            seen.Number,
            // What somebody has put somewhere is no proposal any more; what nobody touched stays one.
            new PictureDocument(
                change.Settings,
                [.. change.Regions.Select(r => r with { IsProposed = r.IsProposed && picture.Document.Regions.Contains(r) })],
                figures
            ),
            string.IsNullOrWhiteSpace(change.Unit) ? null : change.Unit,
            change.Original,
            author.Actor,
            cancel
        ) ?? throw Moved();
        return Seen(kept, context, work);
    }

    private static async Task<NoContent> DropAsync(
        Guid id,
        SeenVersion seen,
        Author author,
        [AsParameters] PictureWork work,
        CancellationToken cancel
    )
    {
        await work.FindAsync(id, cancel);
        if (!await work.Pictures.DropAsync(id, seen.Number, author.Actor, cancel))
        {
            throw Moved();
        }

        work.Files.Drop(id);
        return TypedResults.NoContent();
    }

    private static RefusedException Moved() =>
        new(
            ProblemCode.ChangedMeanwhile,
            "",
            "Somebody else changed this picture since you opened it. Nothing was overwritten; open it again and look."
        );

    private static bool IsLargeEnough(FrameRegion region, ReducedPicture picture) =>
        region.Width * region.Height * picture.Width * picture.Height >= 2 * FrameRegion.LeastPixels;

    private static Ok<PictureView> Seen(StoredPicture picture, HttpContext context, PictureWork work)
    {
        context.Response.Headers.ETag = ETags.Of(picture.Version);
        return TypedResults.Ok(work.Views.Of(picture));
    }
}
