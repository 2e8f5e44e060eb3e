using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
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

/// <summary>A reading that waited in a browser while its check was signed; <c>read</c> null took one back.</summary>
public sealed record LateReadingRequest(string Setting, string? Read, CheckStage Stage = CheckStage.Found);

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
        api.MapPut("/checks/{id:guid}/late-readings/{addition:guid}", AddLateAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .WithName("putLateReading");
    }

    private static async Task<Ok<CheckView>> PutAsync(
        Guid id,
        Guid photo,
        string? setting,
        HttpContext context,
        Author author,
        EvidenceStore evidence,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        using var body = new MemoryStream();
        await context.Request.Body.CopyToAsync(body, cancel);
        Photograph drawn = await DrawingDesk.DrawAsync(body.ToArray(), cancel);
        await evidence.AddPhotoAsync(
            id,
            new StoredPhoto(photo, SettingOf(setting), author.Name, work.Now, drawn.Width, drawn.Height),
            drawn.Jpeg,
            author.Actor,
            cancel
        );
        return TypedResults.Ok(await work.ViewAsync(id, cancel));
    }

    private static async Task<FileContentHttpResult> GetAsync(Guid id, Guid photo, EvidenceStore evidence, CancellationToken cancel)
    {
        byte[] jpeg = await evidence.PhotoAsync(id, photo, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/photo", "There is no such photograph in this check.");
        return TypedResults.File(jpeg, "image/jpeg");
    }

    private static async Task<Ok<CheckView>> DeleteAsync(
        Guid id,
        Guid photo,
        Author author,
        EvidenceStore evidence,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        await evidence.RemovePhotoAsync(id, photo, author.Actor, cancel);
        return TypedResults.Ok(await work.ViewAsync(id, cancel));
    }

    private static async Task<Ok<CheckView>> AddAsync(
        Guid id,
        Guid addition,
        AdditionRequest request,
        Author author,
        EvidenceStore evidence,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        string says = request.Text.Trim();
        if (says.Length is < 3 or > 1000)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/text",
                "An addition has 3 to 1000 characters. Nothing was saved; shorten it, or say more."
            );
        }

        await evidence.AddAsync(
            id,
            new StoredAddition(addition, SettingOf(request.Setting), says, author.Name, work.Now),
            author.Actor,
            cancel
        );
        return TypedResults.Ok(await work.ViewAsync(id, cancel));
    }

    private static async Task<Ok<CheckView>> AddLateAsync(
        Guid id,
        Guid addition,
        LateReadingRequest request,
        Author author,
        EvidenceStore evidence,
        [AsParameters] CheckWork work,
        CancellationToken cancel
    )
    {
        Setting setting = RefusedException.At("/setting", () => SettingDefinition.Parse(request.Setting));
        if (request.Read is { Length: > 200 })
        {
            throw new RefusedException(ProblemCode.BadValue, "/read", "A reading has at most 200 characters. Nothing was saved.");
        }

        string text = JudgementText.Of(LateReading.Of(setting, request.Stage, request.Read));
        await evidence.AddAsync(id, new StoredAddition(addition, setting, text, author.Name, work.Now), author.Actor, cancel);
        return TypedResults.Ok(await work.ViewAsync(id, cancel));
    }

    private static Setting? SettingOf(string? key) =>
        string.IsNullOrEmpty(key) ? null : RefusedException.At("/setting", () => SettingDefinition.Parse(key));
}
