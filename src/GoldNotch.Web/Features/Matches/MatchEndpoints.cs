using System.Text.Json;
using System.Text.Json.Serialization;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Matches;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Features.LineUps;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Matches;

/// <summary>A picture put into a match: which one, where the controls stood, and the version of the one it replaces (0: there is none).</summary>
public sealed record TakeRequest(Guid Picture, MatchPositionDocument Position, int Seen = 0);

/// <summary>A picture asked of a linked camera.</summary>
public sealed record StillRequest(Guid Picture, MatchPositionDocument Position, int Seen = 0);

/// <summary>A match after a picture, with what has to be known of it.</summary>
public sealed record TakenView(IReadOnlyList<string> Says, MatchView Match);

/// <summary>A match after its corrections were sent.</summary>
public sealed record CorrectedMatchView(IReadOnlyList<CorrectedView> Done);

/// <summary>Regions that somebody looked at and confirms, by their ids.</summary>
public sealed record ConfirmRegionsRequest(IReadOnlyList<Guid> Regions);

/// <summary>What a signature has seen.</summary>
public sealed record SignMatchRequest(int Version, long Seal);

/// <summary>What every endpoint of a match needs.</summary>
internal sealed record MatchWork(
    MatchStore Matches,
    MatchSource Source,
    MatchRegions Regions,
    MatchCameras Cameras,
    MatchViews Views,
    PictureStore Pictures,
    TimeProvider Clock
)
{
    internal DateTimeOffset Now => Clock.GetUtcNow();

    /// <summary>A match as it is shown; a signed one as it was signed.</summary>
    internal async Task<MatchView> ViewAsync(Guid id, CancellationToken cancel)
    {
        StoredMatch stored = await Source.FindAsync(id, cancel);
        return stored.Signed is { } signed
            ? JsonSerializer.Deserialize<MatchView>(signed, SignedMatch.Json)!
            : Views.Of(await Source.WholeAsync(stored, cancel));
    }
}

/// <summary>How a signed match is written: it is read again by versions that know more and by those that know less.</summary>
internal static class SignedMatch
{
    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
    };
}

/// <summary>Cameras made to look alike: pictures, what is left of each, corrections, and what each unit needed in the end. Everybody who is signed in matches; what units need is accepted by who measures them.</summary>
internal static class MatchEndpoints
{
    private const int PageSize = 50;

    internal static void MapMatches(this IEndpointRouteBuilder api)
    {
        api.MapGet("/matches", ListAsync).WithName("listMatches");
        api.MapGet("/line-ups/{id:guid}/match", OfLineUpAsync).ProducesProblem(404).WithName("newMatchOfLineUp");
        api.MapGet("/matches/{id:guid}", GetAsync).ProducesProblem(404).WithName("getMatch");
        api.MapPut("/matches/{id:guid}", PutAsync).ProducesProblem(409).ProducesProblem(412).ProducesProblem(428).WithName("putMatch");
        api.MapDelete("/matches/{id:guid}", DropAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropMatch");
        api.MapPost("/matches/{id:guid}/signature", SignAsync)
            .Needs(Right.ManageUnits)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .WithName("signMatch");
    }

    private static async Task<Ok<MatchPage>> ListAsync(
        string? unit,
        Guid? lineUp,
        string? before,
        MatchStore matches,
        CancellationToken cancel
    )
    {
        List<StoredMatch> rows = await matches.ListAsync(unit, lineUp, PageCursor.Parse(before, "list of matches"), PageSize, cancel);
        string? next = rows.Count == PageSize ? PageCursor.Of(rows[^1].ChangedAt, rows[^1].Id) : null;
        return TypedResults.Ok(new MatchPage([.. rows.Select(MatchViews.Row)], next));
    }

    // What a plan says of its cameras is where their controls begin.
    private static async Task<Ok<MatchDocument>> OfLineUpAsync(Guid id, LineUpSource source, CancellationToken cancel)
    {
        StoredLineUp kept = await source.FindAsync(id, cancel);
        (LineUpReport report, _, _) = await source.ReportAsync(kept.Document, cancel);
        LineUpLightDocument light = kept.Document.Light;
        MatchCameraDocument[] cameras =
        [
            .. kept
                .Document.Cameras.Where(c => c.Unit.Length > 0)
                .Select(c => Camera(c, report.Cameras.FirstOrDefault(r => r.Plan.Camera.Name == c.Letter), report)),
        ];
        string first = cameras.FirstOrDefault()?.Letter ?? "";
        string colour = cameras.Any(c => c.Letter == kept.Document.ColourReference) ? kept.Document.ColourReference : first;
        return TypedResults.Ok(
            new MatchDocument(
                kept.Document.Name,
                new MatchLightDocument(light.OnCardK ?? light.TemperatureK, light.Lux),
                cameras,
                colour,
                colour,
                id
            )
        );
    }

    private static MatchCameraDocument Camera(LineUpCameraDocument camera, CameraRow? row, LineUpReport report)
    {
        if (row is null)
        {
            return new MatchCameraDocument(camera.Letter, camera.Unit);
        }

        PlanCandidate chosen = row.Plan.Chosen;
        BalanceRow? white = report.White.FirstOrDefault(w => w.Letter == camera.Letter);
        return new MatchCameraDocument(
            camera.Letter,
            camera.Unit,
            // An iris that was asked for is not moved; one that is as open as it goes may be.
            row.Prepared.Of.Requirement is IrisRequirement.Open,
            row.Prepared.Sheet.Word(Core.Cameras.Setting.Profile) ?? "",
            new MatchPositionDocument(
                white?.Dial?.Value,
                0,
                // A camera without filters is planned as clear.
                row.Prepared.Of.Model.FilterPositions().Any()
                    ? chosen.BuiltIn.Label
                    : null,
                chosen.State.Gain.Value,
                chosen.ShownIris.Engraved(),
                chosen.State.Base
            )
        );
    }

    private static async Task<Ok<MatchView>> GetAsync(
        Guid id,
        HttpContext context,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    ) => Seen(await work.ViewAsync(id, cancel), context);

    private static async Task<Ok<MatchView>> PutAsync(
        Guid id,
        MatchDocument document,
        SeenVersion seen,
        HttpContext context,
        Author author,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        MatchReader.Check(document);
        await BeginsAsync(document, work, cancel);
        StoredMatch? kept = await work.Matches.PutAsync(id, document, seen.Number, work.Now, author.Actor, cancel);
        return kept is null ? throw Moved("this match") : Seen(work.Views.Of(await work.Source.WholeAsync(kept, cancel)), context);
    }

    // Where a plan puts a control it has to be able to stand.
    private static async Task BeginsAsync(MatchDocument document, MatchWork work, CancellationToken cancel)
    {
        foreach (MatchedUnit unit in await work.Source.UnitsAsync(document, cancel))
        {
            if (unit.Document.Begins is { } begins)
            {
                MatchReader.Position(begins, unit.Camera.Model, $"/cameras/{document.Cameras.ToList().IndexOf(unit.Document)}/begins");
            }
        }
    }

    private static async Task<NoContent> DropAsync(
        Guid id,
        SeenVersion seen,
        Author author,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        await work.Source.FindAsync(id, cancel);
        return await work.Matches.DropAsync(id, seen.Number, author.Actor, cancel) ? TypedResults.NoContent() : throw Moved("this match");
    }

    private static async Task<Ok<MatchView>> SignAsync(
        Guid id,
        SignMatchRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        WholeMatch whole = await work.Source.WholeAsync(id, cancel);
        if (whole.Pictures.Any(p => p.Picture.Document.Regions.Any(r => r is { IsProposed: true, Kind: RegionKind.GreyCard })))
        {
            throw new RefusedException(
                ProblemCode.OpenFaults,
                "",
                "A grey card of this match was only proposed. Look at the pictures and confirm the cards, then sign."
            );
        }

        if (whole.Report.Rows.All(r => r.Last is null))
        {
            throw new RefusedException(
                ProblemCode.OpenFaults,
                "",
                "No picture of this match was compared yet. Take pictures of two cameras first, or delete it."
            );
        }

        DateTimeOffset at = work.Now;
        MatchView view = work.Views.Of(whole) with { SignedBy = author.Name, SignedAt = at };
        string reference = whole.Units.FirstOrDefault(u => u.Document.Letter == whole.Match.ColourReference)?.Unit.Tag ?? "";
        UnitMatchDocument[] needs =
        [
            .. UnitNeed
                .Of(whole.Match, whole.Report)
                .Select(n => new UnitMatchDocument(
                    Guid.NewGuid(),
                    whole.Units.First(u => u.Document.Letter == n.Letter).Unit.Tag,
                    reference,
                    whole.Match.Light.Value,
                    Math.Round(n.Offset.Value, 2),
                    Math.Round(n.Duv, 5),
                    author.Name,
                    at,
                    id
                )),
        ];
        StoredMatch kept = await work.Matches.SignAsync(
            id,
            (request.Version, request.Seal),
            JsonSerializer.Serialize(view, SignedMatch.Json),
            needs,
            at,
            author.Actor,
            author.Id,
            cancel
        ) ?? throw Moved("this match");
        return Seen(await work.ViewAsync(kept.Id, cancel), context);
    }

    internal static void RefuseSigned(StoredMatch stored)
    {
        if (stored.SignedBy is { } who)
        {
            throw new RefusedException(
                ProblemCode.Immutable,
                "/id",
                $"{who} signed this match: it stays as it is. Begin another one for these cameras."
            );
        }
    }

    internal static RefusedException Moved(string what) =>
        new(
            ProblemCode.ChangedMeanwhile,
            "",
            $"Somebody else changed {what} since you saw it. Nothing was overwritten; what is there now is shown."
        );

    internal static Ok<MatchView> Seen(MatchView view, HttpContext context)
    {
        context.Response.Headers.ETag = ETags.Of(view.Version);
        return TypedResults.Ok(view);
    }
}
