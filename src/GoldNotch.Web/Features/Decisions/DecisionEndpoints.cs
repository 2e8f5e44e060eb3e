using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Decisions;

/// <summary>A finding to accept as it was read; standard or model is empty where it is about the other alone. Version and when are those of the sheet it was read on.</summary>
public sealed record AcceptRequest(
    string StandardKey,
    string ModelKey,
    string RuleId,
    string Case,
    string Setting,
    string Reason,
    int? Version = null,
    string? When = null
);

/// <summary>A finding to open again.</summary>
public sealed record ReopenRequest(string StandardKey, string ModelKey, string RuleId, string Setting);

/// <summary>A waiver to give: for a model or for a unit, never both.</summary>
public sealed record WaiverRequest(
    string StandardKey,
    string Setting,
    string? ModelKey,
    string? UnitTag,
    string Reason,
    DateOnly ExpiresOn
);

/// <summary>Decisions of people: findings accepted with a reason, waivers with a day.</summary>
internal static class DecisionEndpoints
{
    // Longer than a year is no exception but another standard.
    private const int MostDays = 366;

    private const int PageSize = 50;

    internal static void MapDecisions(this IEndpointRouteBuilder api)
    {
        api.MapGet("/standards/{key}/waivers", ListAsync).WithName("listWaivers");
        RouteGroupBuilder accept = api.MapGroup("").Needs(Right.AcceptFindings);
        accept.MapPost("/findings/accept", AcceptAsync).WithName("acceptFinding");
        accept.MapPost("/findings/reopen", ReopenAsync).WithName("reopenFinding");
        RouteGroupBuilder waive = api.MapGroup("").Needs(Right.GiveWaivers);
        waive.MapPut("/waivers/{id:guid}", GiveAsync).ProducesProblem(404).WithName("giveWaiver");
        waive.MapPost("/waivers/{id:guid}/end", EndAsync).ProducesProblem(404).WithName("endWaiver");
    }

    private static async Task<NoContent> AcceptAsync(
        AcceptRequest request,
        Author author,
        CurrentFindings findings,
        DecisionStore decisions,
        CancellationToken cancel
    )
    {
        Reason(request.Reason);
        // What is kept is what the rules say, not what a page says that they say.
        Judgement because = (await findings.FindAsync(request, cancel)).Because;
        await decisions.AcceptAsync(
            new AcceptedFinding(
                request.StandardKey,
                request.ModelKey,
                request.RuleId,
                request.Setting,
                because,
                request.Reason.Trim(),
                author.Name,
                default
            ),
            author.Actor,
            cancel
        );
        return TypedResults.NoContent();
    }

    private static async Task<NoContent> ReopenAsync(
        ReopenRequest request,
        Author author,
        DecisionStore decisions,
        CancellationToken cancel
    )
    {
        await decisions.ReopenAsync(request.StandardKey, request.ModelKey, request.RuleId, request.Setting, author.Actor, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<WaiverPage>> ListAsync(
        string key,
        string? before,
        DecisionStore decisions,
        WallClock wall,
        CancellationToken cancel
    )
    {
        DateOnly today = await wall.TodayAsync(cancel);
        List<Waiver> rows = await decisions.WaiversAsync(key, PageCursor.Parse(before, "list of waivers"), PageSize, cancel);
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].MadeAt, rows[^1].Id) : null;
        return TypedResults.Ok(new WaiverPage([.. rows.Select(w => WaiverViews.Of(w, today))], next));
    }

    private static async Task<Ok<WaiverView>> GiveAsync(
        Guid id,
        WaiverRequest request,
        Author author,
        DecisionStore decisions,
        StandardStore standards,
        ModelStore models,
        UnitStore units,
        WallClock wall,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        Reason(request.Reason);
        _ = RefusedException.At("/setting", () => SettingDefinition.Parse(request.Setting));
        DateOnly today = await wall.TodayAsync(cancel);
        if (request.ExpiresOn < today || request.ExpiresOn > today.AddDays(MostDays))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/expiresOn",
                "A waiver ends between today and a year from now. What holds for ever belongs in the standard."
            );
        }

        if ((request.ModelKey is null) == (request.UnitTag is null))
        {
            throw new RefusedException(ProblemCode.BadValue, "/modelKey", "A waiver is for a model or for a unit: name one of them.");
        }

        if (
            await standards.InStateAsync(request.StandardKey, StandardState.Approved, cancel) is null
            && await standards.InStateAsync(request.StandardKey, StandardState.Draft, cancel) is null
        )
        {
            throw new RefusedException(ProblemCode.NotFound, "/standardKey", $"There is no standard “{request.StandardKey}”.");
        }

        if (request.ModelKey is { } model && await models.GetAsync(model, cancel) is null)
        {
            throw new RefusedException(ProblemCode.NotFound, "/modelKey", $"There is no model “{model}”.");
        }

        if (request.UnitTag is { } unit && await units.GetAsync(unit, cancel) is null)
        {
            throw new RefusedException(ProblemCode.NotFound, "/unitTag", $"There is no unit “{unit}”.");
        }

        Waiver kept = await decisions.GiveAsync(
            new Waiver(
                id,
                request.StandardKey,
                request.Setting,
                request.ModelKey,
                request.UnitTag,
                request.Reason.Trim(),
                author.Name,
                clock.GetUtcNow(),
                request.ExpiresOn
            ),
            author.Actor,
            cancel
        );
        return TypedResults.Ok(WaiverViews.Of(kept, today));
    }

    private static async Task<Ok<WaiverView>> EndAsync(
        Guid id,
        Author author,
        DecisionStore decisions,
        WallClock wall,
        CancellationToken cancel
    ) =>
        await decisions.EndAsync(id, author.Actor, cancel) is { } ended
            ? TypedResults.Ok(WaiverViews.Of(ended, await wall.TodayAsync(cancel)))
            : throw new RefusedException(ProblemCode.NotFound, "", "There is no such waiver, or it has ended.");

    private static void Reason(string reason)
    {
        if (reason.Trim().Length is < 3 or > 400)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/reason",
                "Give the reason in 3 to 400 characters: the next person reads it."
            );
        }
    }
}
