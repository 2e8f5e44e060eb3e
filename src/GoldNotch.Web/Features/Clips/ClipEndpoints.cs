using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Pictures;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Clips;

/// <summary>The largest clip this site takes, megabytes.</summary>
public sealed record ClipLimits(int Megabytes);

/// <summary>A clip asked of a linked camera: for a check, or of a unit.</summary>
public sealed record LinkedClipRequest(Guid? Check = null, string? Unit = null, string? Stage = null, double Seconds = 10);

/// <summary>What every endpoint of a clip works with.</summary>
internal sealed record ClipWork(
    ClipStore Clips,
    CheckStore Checks,
    PictureStore Pictures,
    ClipFiles Files,
    ClipDesk Desk,
    ClipViews Views,
    TimeProvider Clock
)
{
    internal async Task<StoredClip> FindAsync(Guid id, CancellationToken cancel) =>
        await Clips.GetAsync(id, cancel)
        ?? throw new RefusedException(ProblemCode.NotFound, "/id", "There is no such clip. Look in the list of clips.");
}

/// <summary>Clips brought in and judged, alone or for a check.</summary>
internal static class ClipEndpoints
{
    private const int PageSize = 50;
    private const int LongestName = 200;
    private const double LeastSeconds = 2;
    private const double MostSeconds = 60;

    internal static void MapClips(this IEndpointRouteBuilder api)
    {
        api.MapGet("/clips", ListAsync).WithName("listClips");
        api.MapGet("/clips/limits", Limits).WithName("getClipLimits");
        api.MapPut("/clips/{id:guid}", AddAsync)
            .Accepts<byte[]>("application/octet-stream")
            .WithMetadata(new RequestSizeLimitAttribute(SiteSettings.MostClipMegabytes * 1024L * 1024))
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(413)
            .ProducesProblem(422)
            .WithName("putClip");
        api.MapPost("/clips/{id:guid}/from-camera", RecordAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422)
            .ProducesProblem(424)
            .WithName("recordClip");
        api.MapGet("/clips/{id:guid}", GetAsync).ProducesProblem(404).WithName("getClip");
        api.MapDelete("/clips/{id:guid}", DropAsync).ProducesProblem(404).ProducesProblem(409).WithName("deleteClip");
    }

    private static async Task<Ok<ClipPage>> ListAsync(string? unit, string? before, [AsParameters] ClipWork work, CancellationToken cancel)
    {
        List<StoredClip> rows = await work.Clips.ListAsync(unit, PageCursor.Parse(before, "list of clips"), PageSize, cancel);
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].AddedAt, rows[^1].Id) : null;
        return TypedResults.Ok(new ClipPage([.. rows.Select(work.Views.Row)], next));
    }

    private static Ok<ClipLimits> Limits(ClipFiles files) => TypedResults.Ok(new ClipLimits((int)(files.MostBytes / (1024 * 1024))));

    private static async Task<Results<Ok<ClipView>, ProblemHttpResult>> AddAsync(
        Guid id,
        string name,
        string? unit,
        Guid? check,
        string? stage,
        HttpContext context,
        Author author,
        [AsParameters] ClipWork work,
        CancellationToken cancel
    )
    {
        string called = Path.GetFileName(name.Trim());
        if (called.Length is 0 or > LongestName || called.Any(char.IsControl))
        {
            throw new RefusedException(ProblemCode.BadValue, "/name", $"The name of a file has 1 to {LongestName} characters.");
        }

        // Sent again after a broken line: it is here already.
        if (await work.Clips.GetAsync(id, cancel) is { } there)
        {
            return TypedResults.Ok(work.Views.Of(there));
        }

        string? tag = string.IsNullOrWhiteSpace(unit) ? null : unit.Trim();
        if (check is { } of)
        {
            WholeCheck whole = await work.Checks.GetAsync(of, cancel) ?? throw CheckEndpoints.NotFound(of);
            if (whole.Check.SignedAt is not null)
            {
                return TypedResults.Problem(CheckEndpoints.Signed());
            }

            tag = whole.Check.UnitTag;
        }

        return TypedResults.Ok(await KeepAsync(id, called, tag, check, stage, context.Request.Body, author, work, cancel));
    }

    // The camera records with what it is set to now, and its file is judged like any other.
    private static async Task<Results<Ok<ClipView>, ProblemHttpResult>> RecordAsync(
        Guid id,
        LinkedClipRequest request,
        Author author,
        ICameraLink link,
        UnitStore units,
        ModelStore models,
        [AsParameters] ClipWork work,
        CancellationToken cancel
    )
    {
        if (await work.Clips.GetAsync(id, cancel) is { } there)
        {
            return TypedResults.Ok(work.Views.Of(there));
        }

        string tag = request.Unit?.Trim() ?? "";
        if (request.Check is { } of)
        {
            WholeCheck whole = await work.Checks.GetAsync(of, cancel) ?? throw CheckEndpoints.NotFound(of);
            if (whole.Check.SignedAt is not null)
            {
                return TypedResults.Problem(CheckEndpoints.Signed());
            }

            tag = whole.Check.UnitTag;
        }

        CheckReadings.StageOf(request.Stage, "/stage");
        if (request.Seconds is not (>= LeastSeconds and <= MostSeconds))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/seconds",
                $"A clip over the link has {LeastSeconds} to {MostSeconds} seconds. Ten are enough."
            );
        }

        StoredUnit unit = await units.FindAsync(tag, cancel);
        string model = (await models.NamesAsync(cancel)).GetValueOrDefault(unit.ModelKey, unit.ModelKey);
        var asked = new LinkedUnit(unit.Tag, unit.ModelKey, model);
        LinkAnswer<CameraIdentity> identity = await link.IdentifyAsync(asked, cancel);
        if (identity.Value is not { } camera)
        {
            return CameraLinkEndpoints.Failed(identity.State, identity.Sentence);
        }

        if (!camera.GivesClips)
        {
            return CameraLinkEndpoints.Failed(
                LinkState.None,
                $"{unit.Tag} gives no clip of this recording over its link: copy one from its card and choose it here."
            );
        }

        LinkAnswer<ClipView> taken = await link.ClipAsync(
            asked,
            request.Seconds,
            (body, stop) => KeepAsync(id, $"{unit.Tag} test clip", unit.Tag, request.Check, request.Stage, body, author, work, stop),
            cancel
        );
        return taken.Value is { } view ? TypedResults.Ok(view) : CameraLinkEndpoints.Failed(taken.State, taken.Sentence);
    }

    private static async Task<ClipView> KeepAsync(
        Guid id,
        string called,
        string? tag,
        Guid? check,
        string? stage,
        Stream body,
        Author author,
        ClipWork work,
        CancellationToken cancel
    )
    {
        UploadedFile file = await work.Files.TakeAsync(id, body, cancel);
        try
        {
            // What is no clip is said before anybody waits for it.
            await RefuseOthersAsync(file.Path, cancel);
            StoredClip kept = await work.Clips.AddAsync(
                new StoredClip(
                    id,
                    called,
                    tag ?? await work.Pictures.UnitInAsync(called, cancel),
                    check,
                    CheckReadings.StageOf(stage, "/stage"),
                    author.Name,
                    author.Id,
                    work.Clock.GetUtcNow(),
                    file.Bytes,
                    file.Sha256,
                    ClipState.Judging,
                    "",
                    null
                ),
                author.Actor,
                cancel
            );
            work.Desk.Begin(kept);
            return work.Views.Of(kept);
        }
        catch (RefusedException)
        {
            work.Files.Drop(id);
            throw;
        }
    }

    private static async Task RefuseOthersAsync(string path, CancellationToken cancel)
    {
        try
        {
            Imaging.FileKind kind = await Imaging.PictureDecoder.KindAsync(path, cancel);
            if (Imaging.FileKinds.IsStill(kind))
            {
                throw new RefusedException(
                    ProblemCode.BadPicture,
                    "/file",
                    "This is a still, not a clip. Choose an MP4, MOV, MKV or MXF file; stills are measured on the page of pictures."
                );
            }
        }
        catch (Imaging.PictureRefusedException refused)
        {
            throw new RefusedException(ProblemCode.BadPicture, "/file", refused.Message, refused);
        }
    }

    private static async Task<Ok<ClipView>> GetAsync(Guid id, [AsParameters] ClipWork work, CancellationToken cancel)
    {
        StoredClip clip = await work.FindAsync(id, cancel);
        if (clip.State == ClipState.Judging && work.Desk.StageOf(id) is null)
        {
            // The site was stopped meanwhile, or another copy of it is at it: judging twice changes nothing.
            work.Desk.Begin(clip);
        }

        return TypedResults.Ok(work.Views.Of(clip));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DropAsync(
        Guid id,
        Author author,
        [AsParameters] ClipWork work,
        CancellationToken cancel
    )
    {
        StoredClip clip = await work.FindAsync(id, cancel);
        await work.Desk.StopAsync(id);
        if (
            clip.Answers is not null
            && clip.CheckId is { } check
            && (await work.Checks.GetAsync(check, cancel))?.Check.SignedAt is not null
        )
        {
            return TypedResults.Problem(CheckEndpoints.Signed());
        }

        await work.Clips.DropAsync(id, author.Actor, cancel);
        work.Files.Drop(id);
        return TypedResults.NoContent();
    }
}
