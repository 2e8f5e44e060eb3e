using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Findings;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Standards;

/// <summary>Standards: versions, drafts, approval, and what a change would do.</summary>
internal static class StandardEndpoints
{
    internal static void MapStandards(this IEndpointRouteBuilder api)
    {
        api.MapGet("/vocabulary", () => TypedResults.Ok(Vocabulary.View)).WithName("getVocabulary");
        api.MapGet("/standards", ListAsync).WithName("listStandards");
        api.MapGet("/standards/starting-points", () =>
                TypedResults.Ok<IReadOnlyList<StartingPointView>>([
                    .. StartingPoints.All.Select(s => new StartingPointView(s.Name, s.Standard.Purpose, s.Standard.Notches.Count)),
                ])
            )
            .WithName("listStartingPoints");
        api.MapGet("/standards/{key}/versions/{version:int}", GetAsync).ProducesProblem(404).WithName("getStandard");
        api.MapGet("/standards/{key}/compare", CompareAsync).ProducesProblem(404).WithName("compareStandard");
        RouteGroupBuilder write = api.MapGroup("").Needs(Right.DefineStandards);
        write.MapPost("/standards", BeginNewAsync).ProducesProblem(409).WithName("beginStandard");
        write.MapPost("/standards/{key}/draft", BeginDraftAsync).ProducesProblem(404).ProducesProblem(409).WithName("beginDraft");
        write
            .MapPut("/standards/{key}/draft", PutDraftAsync)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putDraft");
        write
            .MapDelete("/standards/{key}/draft", DropDraftAsync)
            .ProducesProblem(404)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropDraft");
        RouteGroupBuilder approve = api.MapGroup("").Needs(Right.ApproveStandards);
        approve
            .MapPost("/standards/{key}/draft/approve", ApproveAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("approveDraft");
        approve.MapPost("/standards/{key}/retire", RetireAsync).ProducesProblem(404).WithName("retireStandard");
        // It writes nothing; whoever reads a version sees what it comes to.
        api.MapPost("/standards/preview", PreviewAsync).WithName("previewStandard");
    }

    internal static StandardHeadView View(StandardHead h) =>
        new(h.Key, h.Version, h.Name, h.State, h.Revision, h.ChangedBy, h.ChangedAt, h.ApprovedBy, h.ApprovedAt);

    private static async Task<Ok<IReadOnlyList<StandardHeadView>>> ListAsync(StandardStore standards, CancellationToken cancel) =>
        TypedResults.Ok<IReadOnlyList<StandardHeadView>>([.. (await standards.HeadsAsync(cancel)).Select(View)]);

    private static async Task<Ok<StandardView>> GetAsync(
        string key,
        int version,
        HttpContext context,
        StandardStore standards,
        DecisionStore decisions,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredStandard stored = await FindAsync(standards, key, version, cancel);
        context.Response.Headers.ETag = ETags.Of(stored.Head.Revision);
        return TypedResults.Ok(await WholeAsync(stored, standards, decisions, phrasing, cancel));
    }

    private static async Task<Created<StandardView>> BeginNewAsync(
        StandardBegin begin,
        HttpContext context,
        Author author,
        StandardStore standards,
        DepartmentStore department,
        DecisionStore decisions,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        if (await standards.GetAsync(begin.Key, 1, cancel) is not null)
        {
            throw new RefusedException(
                ProblemCode.KeyTaken,
                "/key",
                $"There is a standard “{begin.Key}” already. Choose another key, or begin a draft of that one."
            );
        }

        StandardDocument document =
            begin.CopyOf is { Length: > 0 } from
                ? Copied(
                    (
                        await standards.InStateAsync(from, StandardState.Approved, cancel)
                        ?? await standards.InStateAsync(from, StandardState.Draft, cancel)
                        ?? throw new RefusedException(ProblemCode.NotFound, "/copyOf", $"There is no standard “{from}” to copy.")
                    ).Document
                )
            : begin.StartingPoint is { Length: > 0 } point
                ? StartingPoints.Of(point, (await department.GetAsync(cancel)).MainsHz)
                    ?? throw new RefusedException(ProblemCode.NotFound, "/startingPoint", $"There is no starting point “{point}”.")
            : new StandardDocument(
                "",
                "",
                1,
                "draft",
                "What is it for?",
                new LightDocument("the light of the place", 5600, (await department.GetAsync(cancel)).MainsHz, "daylight"),
                []
            );
        StoredStandard draft = await standards.BeginAsync(document with { Key = begin.Key, Name = begin.Name }, author.Actor, cancel);
        context.Response.Headers.ETag = ETags.Of(draft.Head.Revision);
        return TypedResults.Created(
            $"/api/standards/{begin.Key}/versions/1",
            await WholeAsync(draft, standards, decisions, phrasing, cancel)
        );
    }

    // Whether a reason holds in another place only a person can say.
    private static StandardDocument Copied(StandardDocument of) =>
        of with
        {
            Notches = [.. of.Notches.Select(n => n with { ReasonFrom = n.Reason.Trim().Length > 0 ? of.Name : null })],
        };

    private static async Task<Created<StandardView>> BeginDraftAsync(
        string key,
        int? from,
        HttpContext context,
        Author author,
        StandardStore standards,
        DecisionStore decisions,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredStandard source = (
            from is { } version
                ? await standards.GetAsync(key, version, cancel)
                : await standards.InStateAsync(key, StandardState.Approved, cancel)
                    ?? await standards.InStateAsync(key, StandardState.Retired, cancel)
        ) ?? throw new RefusedException(ProblemCode.NotFound, "/key", $"There is no version of “{key}” to begin from.");
        StoredStandard draft = await standards.BeginAsync(source.Document, author.Actor, cancel);
        context.Response.Headers.ETag = ETags.Of(draft.Head.Revision);
        return TypedResults.Created(
            $"/api/standards/{key}/versions/{draft.Head.Version}",
            await WholeAsync(draft, standards, decisions, phrasing, cancel)
        );
    }

    private static async Task<Results<Ok<StandardView>, ProblemHttpResult>> PutDraftAsync(
        string key,
        StandardDocument document,
        HttpContext context,
        SeenVersion seen,
        Author author,
        StandardStore standards,
        DecisionStore decisions,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        if (document.Key != key)
        {
            throw new RefusedException(ProblemCode.BadValue, "/key", "The key in the document is not the one in the address.");
        }

        StoredStandard? kept = await standards.ChangeDraftAsync(document, seen.Number, author.Actor, cancel);
        if (kept is null)
        {
            return await MovedOnAsync(key, standards, cancel);
        }

        context.Response.Headers.ETag = ETags.Of(kept.Head.Revision);
        return TypedResults.Ok(await WholeAsync(kept, standards, decisions, phrasing, cancel));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> DropDraftAsync(
        string key,
        SeenVersion seen,
        Author author,
        StandardStore standards,
        CancellationToken cancel
    ) =>
        await standards.DropDraftAsync(key, seen.Number, author.Actor, cancel)
            ? TypedResults.NoContent()
            : await MovedOnAsync(key, standards, cancel);

    private static async Task<Results<Ok<StandardView>, ProblemHttpResult>> ApproveAsync(
        string key,
        SeenVersion seen,
        Author author,
        StandardStore standards,
        DecisionStore decisions,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredStandard? approved = await standards.ApproveAsync(key, seen.Number, author.Actor, cancel);
        return approved is null
            ? await MovedOnAsync(key, standards, cancel)
            : TypedResults.Ok(await WholeAsync(approved, standards, decisions, phrasing, cancel));
    }

    private static async Task<NoContent> RetireAsync(string key, Author author, StandardStore standards, CancellationToken cancel) =>
        await standards.RetireAsync(key, author.Actor, cancel)
            ? TypedResults.NoContent()
            : throw new RefusedException(ProblemCode.NotFound, "/key", $"No version of “{key}” is in force.");

    private static async Task<Ok<CompareView>> CompareAsync(
        string key,
        int from,
        int to,
        StandardStore standards,
        ModelStore models,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredStandard before = await FindAsync(standards, key, from, cancel);
        StoredStandard after = await FindAsync(standards, key, to, cancel);
        Standard was = StandardReader.ToStandard(before.Document);
        Standard now = StandardReader.ToStandard(after.Document);
        TouchedSheetView[] sheets =
        [
            .. (await models.NewestAsync(cancel))
                .Select(m => ModelReader.ToModel(m.Document))
                .Select(m => new TouchedSheetView(
                    m.Key,
                    m.Name,
                    Preview.Views(StandardChange.Between(SheetCompiler.Compile(was, m), SheetCompiler.Compile(now, m)), phrasing)
                ))
                .Where(s => s.Changes.Count > 0),
        ];
        (int all, int open) = (await standards.ChecksByVersionAsync(key, cancel)).GetValueOrDefault(from);
        return TypedResults.Ok(
            new CompareView(
                View(before.Head),
                View(after.Head),
                Preview.Views(StandardChange.Between(was, now), phrasing),
                sheets,
                all,
                open
            )
        );
    }

    private static async Task<Ok<StandardPreview>> PreviewAsync(
        StandardDocument document,
        string? setting,
        StandardStore standards,
        ModelStore models,
        DecisionStore decisions,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        StoredStandard? against = await standards.InStateAsync(document.Key, StandardState.Approved, cancel);
        return TypedResults.Ok(
            Preview.Of(
                document,
                setting is { Length: > 0 } ? SettingDefinition.Parse(setting) : null,
                against?.Document,
                [.. (await models.NewestAsync(cancel)).Select(m => m.Document)],
                await decisions.AcceptedAsync(document.Key, "", cancel),
                phrasing
            )
        );
    }

    private static async Task<StandardView> WholeAsync(
        StoredStandard stored,
        StandardStore standards,
        DecisionStore decisions,
        Phrasing phrasing,
        CancellationToken cancel
    )
    {
        List<StandardHead> heads = await standards.HeadsAsync(cancel);
        List<AcceptedFinding> accepted = await decisions.AcceptedAsync(stored.Head.Key, "", cancel);
        return new StandardView(
            View(stored.Head),
            stored.Document,
            FindingViews.Of(RuleBook.Of(StandardReader.ToStandard(stored.Document)), accepted, phrasing),
            [.. heads.Where(h => h.Key == stored.Head.Key).Select(View)]
        );
    }

    private static async Task<StoredStandard> FindAsync(StandardStore standards, string key, int version, CancellationToken cancel) =>
        await standards.GetAsync(key, version, cancel)
        ?? throw new RefusedException(
            ProblemCode.NotFound,
            "/version",
            $"There is no version {version} of a standard “{key}”. Go to the list of standards."
        );

    private static async Task<ProblemHttpResult> MovedOnAsync(string key, StandardStore standards, CancellationToken cancel)
    {
        StoredStandard? draft = await standards.InStateAsync(key, StandardState.Draft, cancel);
        return draft is null
            ? TypedResults.Problem(
                ProblemHandler.Problem(404, ProblemCode.NotFound, "/key", $"“{key}” has no draft: it was approved or dropped meanwhile.")
            )
            : TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "",
                    $"{draft.Head.ChangedBy} changed this draft meanwhile. What you typed is still on the page; load the newer draft and decide.",
                    new Dictionary<string, object?> { ["newest"] = draft.Document, ["revision"] = draft.Head.Revision }
                )
            );
    }
}
