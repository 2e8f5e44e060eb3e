using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Matches;

/// <summary>The pictures of a match, from files and from linked cameras, and what is corrected after them.</summary>
internal static class MatchPictureEndpoints
{
    private const int MostTurns = 40;

    internal static void MapMatchPictures(this IEndpointRouteBuilder api)
    {
        api.MapPut("/matches/{id:guid}/turns/{turn:int}/{letter}", TakeAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .WithName("putTake");
        api.MapDelete("/matches/{id:guid}/turns/{turn:int}/{letter}", DropTakeAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("dropTake");
        api.MapPost("/matches/{id:guid}/turns/{turn:int}/{letter}/still", StillAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(424)
            .WithName("takeStill");
        api.MapPost("/matches/{id:guid}/regions", ConfirmAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .WithName("confirmRegions");
        api.MapPost("/matches/{id:guid}/cameras/{letter}/correct", CorrectAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(424)
            .WithName("correctCamera");
    }

    private static async Task<Ok<TakenView>> TakeAsync(
        Guid id,
        int turn,
        string letter,
        TakeRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        (WholeMatch whole, MatchedUnit unit) = await CameraAsync(id, turn, letter, work, cancel);
        MatchReader.Position(request.Position, unit.Camera.Model, "/position");
        StoredPicture picture = await work.Pictures.GetAsync(request.Picture, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/picture", "There is no such picture any more. Choose the file again.");
        return await KeepAsync(whole, unit, turn, picture, request.Position, request.Seen, [], context, author, work, cancel);
    }

    private static async Task<Results<Ok<TakenView>, ProblemHttpResult>> StillAsync(
        Guid id,
        int turn,
        string letter,
        StillRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        (WholeMatch whole, MatchedUnit unit) = await CameraAsync(id, turn, letter, work, cancel);
        MatchReader.Position(request.Position, unit.Camera.Model, "/position");
        if (
            whole.Pictures.FirstOrDefault(p => p.Take.Turn == turn && p.Take.Letter == letter) is { } there
            && there.Take.Version != request.Seen
        )
        {
            throw MatchEndpoints.Moved($"the picture of camera {letter}");
        }

        LinkedPicture taken = await work.Cameras.PictureAsync(
            unit,
            request.Position,
            request.Picture,
            $"{unit.Unit.Tag} {turn}.png",
            author,
            cancel
        );
        return taken is { Picture: { } picture, Position: { } position }
            ? await KeepAsync(whole, unit, turn, picture, position, request.Seen, taken.Says, context, author, work, cancel)
            : CameraLinkEndpoints.Failed(taken.State, string.Join(" ", taken.Says));
    }

    private static async Task<Ok<TakenView>> KeepAsync(
        WholeMatch whole,
        MatchedUnit unit,
        int turn,
        StoredPicture picture,
        MatchPositionDocument position,
        int seen,
        IReadOnlyList<string> says,
        HttpContext context,
        Author author,
        MatchWork work,
        CancellationToken cancel
    )
    {
        await work.Regions.ReadyAsync(picture, unit, position, whole.Pictures, author, cancel);
        var take = new StoredTake(unit.Document.Letter, turn, picture.Id, position, author.Name, work.Now, 0);
        _ = await work.Matches.PutTakeAsync(whole.Stored.Id, take, seen, author.Actor, cancel)
            ?? throw MatchEndpoints.Moved($"the picture of camera {unit.Document.Letter}");
        MatchView view = await work.ViewAsync(whole.Stored.Id, cancel);
        context.Response.Headers.ETag = ETags.Of(view.Version);
        return TypedResults.Ok(new TakenView(says, view));
    }

    private static async Task<Ok<MatchView>> DropTakeAsync(
        Guid id,
        int turn,
        string letter,
        SeenVersion seen,
        HttpContext context,
        Author author,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        await work.Source.FindAsync(id, cancel);
        return await work.Matches.DropTakeAsync(id, turn, letter, seen.Number, work.Now, author.Actor, cancel)
            ? MatchEndpoints.Seen(await work.ViewAsync(id, cancel), context)
            : throw MatchEndpoints.Moved($"the picture of camera {letter}");
    }

    // Only what was looked at is confirmed: a region that has been proposed anew since has another id.
    private static async Task<Ok<MatchView>> ConfirmAsync(
        Guid id,
        ConfirmRegionsRequest request,
        HttpContext context,
        Author author,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        WholeMatch whole = await work.Source.WholeAsync(id, cancel);
        MatchEndpoints.RefuseSigned(whole.Stored);
        HashSet<Guid> looked = [.. request.Regions];
        foreach (StoredPicture picture in whole.Pictures.Select(p => p.Picture).DistinctBy(p => p.Id))
        {
            if (picture.Document.Regions.Any(r => r.IsProposed && looked.Contains(r.Id)))
            {
                RegionDocument[] regions =
                [
                    .. picture.Document.Regions.Select(r => r with { IsProposed = r.IsProposed && !looked.Contains(r.Id) }),
                ];
                _ = await work.Pictures.ChangeAsync(
                    picture.Id,
                    picture.Version,
                    picture.Document with
                    {
                        Regions = regions,
                    },
                    picture.UnitTag,
                    picture.Original,
                    author.Actor,
                    cancel
                ) ?? throw MatchEndpoints.Moved("a picture of it");
            }
        }

        return MatchEndpoints.Seen(await work.ViewAsync(id, cancel), context);
    }

    private static async Task<Results<Ok<CorrectedMatchView>, ProblemHttpResult>> CorrectAsync(
        Guid id,
        string letter,
        [AsParameters] MatchWork work,
        CancellationToken cancel
    )
    {
        (WholeMatch whole, MatchedUnit unit) = await CameraAsync(id, 1, letter, work, cancel);
        (LinkState state, string sentence, IReadOnlyList<CorrectedView> done) = await work.Cameras.CorrectAsync(
            unit,
            whole.Report.Rows.First(r => r.Camera == unit.Camera).Steps,
            cancel
        );
        return state == LinkState.Answers ? TypedResults.Ok(new CorrectedMatchView(done)) : CameraLinkEndpoints.Failed(state, sentence);
    }

    private static async Task<(WholeMatch Whole, MatchedUnit Unit)> CameraAsync(
        Guid id,
        int turn,
        string letter,
        MatchWork work,
        CancellationToken cancel
    )
    {
        WholeMatch whole = await work.Source.WholeAsync(id, cancel);
        if (turn is < 1 or > MostTurns)
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/turn",
                $"Pictures are taken 1 to {MostTurns} times. Sign it, or begin anew."
            );
        }

        MatchEndpoints.RefuseSigned(whole.Stored);
        return (
            whole,
            whole.Units.FirstOrDefault(u => u.Document.Letter == letter)
                ?? throw new RefusedException(
                    ProblemCode.NotFound,
                    "/letter",
                    "There is no camera of this letter in the match, or its unit is gone."
                )
        );
    }
}
