using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Evidence;

/// <summary>What is said beside a signed check; <c>setting</c> where it is about one notch.</summary>
public sealed record AdditionRequest(string Text, string? Setting = null);

/// <summary>Photographs of an open check, and corrections beside a signed one.</summary>
internal static class EvidenceEndpoints
{
    internal static void MapEvidence(this IEndpointRouteBuilder api)
    {
        api.MapPut("/checks/{id:guid}/photos/{photo:guid}", PutAsync)
            .Accepts<byte[]>("image/jpeg", "image/png")
            .WithMetadata(new RequestSizeLimitAttribute(Photographs.MostBytes))
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(413)
            .WithName("putPhoto");
        api.MapGet("/checks/{id:guid}/photos/{photo:guid}", GetAsync)
            .Produces(200, contentType: "image/jpeg")
            .ProducesProblem(404)
            .WithName("getPhoto");
        api.MapDelete("/checks/{id:guid}/photos/{photo:guid}", DeleteAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithName("deletePhoto");
        api.MapPut("/checks/{id:guid}/additions/{addition:guid}", AddAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithName("putAddition");
    }

    private static async Task<Ok<CheckView>> PutAsync(
        Guid id,
        Guid photo,
        string? setting,
        HttpContext context,
        EvidenceStore evidence,
        CheckStore checks,
        CheckJudge judge,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        using var body = new MemoryStream();
        await context.Request.Body.CopyToAsync(body, cancel);
        Photograph drawn = Photographs.Read(body.ToArray());
        await evidence.AddPhotoAsync(
            id,
            new StoredPhoto(photo, SettingOf(setting), SignedIn.Name(context.User), clock.GetUtcNow(), drawn.Width, drawn.Height),
            drawn.Jpeg,
            cancel
        );
        return await ViewAsync(id, checks, judge, cancel);
    }

    private static async Task<FileContentHttpResult> GetAsync(
        Guid id,
        Guid photo,
        HttpContext context,
        EvidenceStore evidence,
        CancellationToken cancel
    )
    {
        byte[] jpeg = await evidence.PhotoAsync(id, photo, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/photo", "There is no such photograph in this check.");
        context.Response.Headers.CacheControl = "private, max-age=86400";
        return TypedResults.File(jpeg, "image/jpeg");
    }

    private static async Task<Ok<CheckView>> DeleteAsync(
        Guid id,
        Guid photo,
        HttpContext context,
        EvidenceStore evidence,
        CheckStore checks,
        CheckJudge judge,
        CancellationToken cancel
    )
    {
        await evidence.RemovePhotoAsync(id, photo, SignedIn.Name(context.User), cancel);
        return await ViewAsync(id, checks, judge, cancel);
    }

    private static async Task<Ok<CheckView>> AddAsync(
        Guid id,
        Guid addition,
        AdditionRequest request,
        HttpContext context,
        EvidenceStore evidence,
        CheckStore checks,
        CheckJudge judge,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        string says = request.Text.Trim();
        if (says.Length is < 3 or > 1000)
        {
            throw new RefusedException(ProblemCode.BadValue, "/says", "Say it in 3 to 1000 characters. Nothing was kept.");
        }

        await evidence.AddAsync(
            id,
            new StoredAddition(addition, SettingOf(request.Setting), says, SignedIn.Name(context.User), clock.GetUtcNow()),
            cancel
        );
        return await ViewAsync(id, checks, judge, cancel);
    }

    private static async Task<Ok<CheckView>> ViewAsync(Guid id, CheckStore checks, CheckJudge judge, CancellationToken cancel) =>
        TypedResults.Ok(await judge.ViewAsync(await checks.GetAsync(id, cancel) ?? throw CheckEndpoints.NotFound(id), cancel));

    private static Setting? SettingOf(string? key) =>
        string.IsNullOrEmpty(key) ? null : RefusedException.At("/setting", () => SettingDefinition.Parse(key));
}
