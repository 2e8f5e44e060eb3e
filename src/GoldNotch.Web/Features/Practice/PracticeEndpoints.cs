using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;

namespace GoldNotch.Web.Features.Practice;

/// <summary>How recall fades: its values at even steps from the last try on, where the person stands on it, and below what it is refreshed.</summary>
/// <param name="Values">Recall, 0 to 1.</param>
/// <param name="NowShare">How far along the person is, 0 to 1.</param>
/// <param name="RefreshBelow">Recall below which a refresher is proposed.</param>
public sealed record RecallCurveView(IReadOnlyList<double> Values, double NowShare, double RefreshBelow);

/// <summary>How well a skill is remembered; recall 0 to 1, null where it was never practised.</summary>
public sealed record SkillView(
    string ModelKey,
    string ModelName,
    ExerciseKind Kind,
    double? Recall,
    double? StabilityDays,
    DateTimeOffset? LastAt,
    DateTimeOffset? FadesAt,
    RecallCurveView? Curve,
    bool IsFaded,
    int Tries,
    int Passed
);

/// <summary>What to practise next, and why.</summary>
public sealed record PracticeProposalView(
    ExerciseKind Kind,
    string ModelKey,
    string ModelName,
    string StandardKey,
    bool IsRefresher,
    string Because,
    bool DoesNotReplaceTraining
);

/// <summary>A try in short.</summary>
public sealed record TryRowView(Guid Id, ExerciseKind Kind, string ModelName, DateTimeOffset At, bool? Passed, double Seconds);

/// <summary>Practice as the person who asks sees it.</summary>
public sealed record PracticeOverview(
    IReadOnlyList<PracticeProposalView> Next,
    IReadOnlyList<SkillView> Skills,
    IReadOnlyList<TryRowView> Open,
    IReadOnlyList<TryRowView> Tries
);

/// <summary>What every endpoint of practice needs.</summary>
internal sealed record PracticeWorkshop(
    PracticeStore Store,
    PracticeDesk Desk,
    ModelStore Models,
    StandardStore Standards,
    UnitStore Units,
    ShootStore Shoots,
    WallClock Wall,
    Phrasing Phrasing,
    TimeProvider Clock
)
{
    internal async Task<StoredTry> FindAsync(Guid id, Author author, CancellationToken cancel) =>
        await Store.GetAsync(author.Id, id, cancel)
        ?? throw new RefusedException(
            ProblemCode.NotFound,
            "/id",
            "There is no such exercise of yours. Begin another on the practice page."
        );

    internal async Task<TryView> ViewAsync(StoredTry of, Author author, CancellationToken cancel)
    {
        Exercise exercise = await Desk.OfAsync(of, cancel);
        PracticeWork work = of.Work.ToWork();
        var camera = exercise as CameraExercise;
        (PracticeCamera Camera, ImmutableArray<WorkedMove> Worked, bool IsDark)? at = camera?.Seen(work);
        StoredStandard? standard = await Standards.GetAsync(of.StandardKey, of.StandardVersion, cancel);
        double? before = of.FinishedAt is null
            ? null
            : (await Store.FinishedAsync(author.Id, cancel))
                .Where(t => t.Kind == of.Kind && t.ModelKey == of.ModelKey && t.FinishedAt < of.FinishedAt && t.Passed)
                .Select(t => (double?)t.Seconds)
                .LastOrDefault();
        return new TryView(
            of.Id,
            of.Version,
            of.Kind,
            of.ModelKey,
            exercise.Model.Name,
            of.StandardKey,
            standard?.Head.Name ?? of.StandardKey,
            of.Level,
            of.BegunAt,
            of.FinishedAt,
            camera?.Symptom?.Text ?? "",
            camera?.Symptom?.Caution ?? "",
            PracticeViews.Questions(exercise, Phrasing),
            of.Kind is ExerciseKind.LightChanged or ExerciseKind.BeforeAndAfter ? [] : PracticeViews.Body(exercise, at?.Camera),
            at is { } now ? PracticeViews.Camera(now.Camera.Body, now.IsDark, Phrasing) : null,
            PracticeViews.Sheet(exercise, Phrasing),
            PracticeViews.Causes(exercise, work),
            [
                .. (at?.Worked ?? []).Select(w => new PracticeMoveView(
                    SettingDefinition.Of(w.Move.Setting).Key,
                    SettingDefinition.Of(w.Move.Setting).Name,
                    w.Move.To,
                    w.Refusal ?? ""
                )),
            ],
            camera?.Kind == ExerciseKind.TwoCameras ? [.. work.Measured.Select(m => Measured(camera, work, m))] : [],
            TwoCameras.Rounds,
            of.Work,
            DrawnFrom.Of(of.Source.ToDrift()) is { } why ? Phrasing.Text(why) : "",
            of.Result is { } result ? PracticeViews.Of(result.ToResult(), before, Phrasing) : null
        );
    }

    private static PairMeasuredView Measured(CameraExercise exercise, PracticeWork work, int after)
    {
        ImmutableArray<PracticeMove> moves = [.. work.Moves.Take(Math.Clamp(after, 0, work.Moves.Length))];
        MatchRest rest = TwoCameras.Rest(exercise, moves);
        return new PairMeasuredView(
            moves.Length,
            Math.Round(rest.Stops, 2),
            Math.Round(rest.Mired, 1),
            TwoCameras.IsMatched(exercise, moves)
        );
    }
}

/// <summary>Exercises: a person's own, and nobody else's.</summary>
internal static class PracticeEndpoints
{
    private const int MostTries = 30;
    private const double LeastCurveDays = 30;
    private const int CurveSteps = 30;

    internal static void MapPractice(this IEndpointRouteBuilder api)
    {
        api.MapGet("/practice", OverviewAsync).WithName("getPractice");
        api.MapGet("/practice/tries/{id:guid}", GetAsync).ProducesProblem(404).WithName("getTry");
        api.MapPut("/practice/tries/{id:guid}", BeginAsync).ProducesProblem(404).ProducesProblem(409).WithName("beginTry");
        api.MapPut("/practice/tries/{id:guid}/steps", KeepAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("keepTry");
        api.MapPut("/practice/tries/{id:guid}/finished", FinishAsync).ProducesProblem(404).ProducesProblem(409).WithName("finishTry");
        api.MapDelete("/practice/tries/{id:guid}", DropAsync).ProducesProblem(404).WithName("dropTry");
        api.MapGet("/practice/tries/{id:guid}/finder.jpg", FinderAsync)
            .Produces(200, contentType: "image/jpeg")
            .ProducesProblem(404)
            .WithName("getFinder");
    }

    private static async Task<Ok<PracticeOverview>> OverviewAsync(
        Author author,
        [AsParameters] PracticeWorkshop work,
        CancellationToken cancel
    )
    {
        DateTimeOffset now = await work.Wall.NowAsync(cancel);
        List<TryRow> finished = await work.Store.FinishedAsync(author.Id, cancel);
        Dictionary<string, int> counts = await work.Units.CountsByModelAsync(cancel);
        List<StoredModel> inUse = [.. (await work.Models.NewestAsync(cancel)).Where(m => counts.GetValueOrDefault(m.Document.Key) > 0)];
        Skill[] skills =
        [
            .. from model in inUse
            orderby counts[model.Document.Key] descending
            from kind in Enum.GetValues<ExerciseKind>()
            let tries = finished.Where(t => t.ModelKey == model.Document.Key && t.Kind == kind)
            select new Skill(model.Document.Key, model.Document.Name, kind, Memory.Of(tries.Select(t => (t.FinishedAt, t.Passed)))),
        ];
        Dictionary<string, string> names = inUse.ToDictionary(m => m.Document.Key, m => m.Document.Name);
        return TypedResults.Ok(
            new PracticeOverview(
                [
                    .. PracticeProposals
                        .Of(skills, await ShootsAsync(author, now, work, cancel), now)
                        .Take(3)
                        .Select(p => new PracticeProposalView(
                            p.Skill.Kind,
                            p.Skill.ModelKey,
                            p.Skill.ModelName,
                            p.StandardKey,
                            p.IsRefresher,
                            work.Phrasing.Text(p.Because),
                            p.IsRefresher
                        )),
                ],
                [.. skills.Select(s => Of(s, finished, now))],
                [
                    .. (await work.Store.OpenAsync(author.Id, cancel)).Select(t => new TryRowView(
                        t.Id,
                        t.Kind,
                        names.GetValueOrDefault(t.ModelKey, t.ModelKey),
                        t.BegunAt,
                        null,
                        t.Work.Seconds
                    )),
                ],
                [
                    .. finished
                        .AsEnumerable()
                        .Reverse()
                        .Take(MostTries)
                        .Select(t => new TryRowView(
                            t.Id,
                            t.Kind,
                            names.GetValueOrDefault(t.ModelKey, t.ModelKey),
                            t.FinishedAt,
                            t.Passed,
                            t.Seconds
                        )),
                ]
            )
        );
    }

    private static SkillView Of(Skill skill, List<TryRow> finished, DateTimeOffset now)
    {
        TryRow[] tries = [.. finished.Where(t => t.ModelKey == skill.ModelKey && t.Kind == skill.Kind)];
        return new SkillView(
            skill.ModelKey,
            skill.ModelName,
            skill.Kind,
            skill.Memory?.Recall(now),
            skill.Memory?.StabilityDays,
            skill.Memory?.LastAt,
            skill.Memory?.FadesAt,
            skill.Memory is { } memory ? CurveOf(memory, now) : null,
            skill.Memory?.IsFaded(now) ?? false,
            tries.Length,
            tries.Count(t => t.Passed)
        );
    }

    // A month ahead at least, and a third more than has passed.
    private static RecallCurveView CurveOf(Memory memory, DateTimeOffset now)
    {
        double since = Math.Max(0, (now - memory.LastAt).TotalDays);
        double days = Math.Max(LeastCurveDays, since * 4 / 3);
        return new RecallCurveView([.. memory.Curve(days, CurveSteps)], since / days, Memory.RefreshBelow);
    }

    // The shoots that the person is at, with the model of the camera the person works; whoever only answers for the cameras works the first.
    private static async Task<List<ComingShoot>> ShootsAsync(
        Author author,
        DateTimeOffset now,
        PracticeWorkshop work,
        CancellationToken cancel
    )
    {
        List<StoredShoot> mine = await work.Shoots.BetweenAsync(new ShootFilter(now, now.AddDays(3), Person: author.Login), 10, cancel);
        string[] tags = [.. mine.SelectMany(s => s.Document.Cameras ?? []).Select(c => c.Unit).Where(u => u.Length > 0).Distinct()];
        Dictionary<string, StoredUnit> units = (await work.Units.ByTagsAsync(tags, cancel)).ToDictionary(u => u.Tag);
        List<ComingShoot> coming = [];
        foreach (ShootDocument shoot in mine.Where(s => s.Cancelled is null).Select(s => s.Document))
        {
            IReadOnlyList<ShootCameraDocument> cameras = shoot.Cameras ?? [];
            ShootCameraDocument? camera = cameras.FirstOrDefault(c => c.Operator == author.Login)
                ?? (cameras.Count > 0 ? cameras[0] : null);
            if (camera is not null && shoot.Call is { } call && units.TryGetValue(camera.Unit, out StoredUnit? unit))
            {
                string standard = camera.Standard is { Length: > 0 } own ? own : shoot.Standard;
                coming.Add(new ComingShoot(shoot.Name, call.ToOffset(now.Offset), unit.ModelKey, standard));
            }
        }

        return coming;
    }

    private static async Task<Ok<TryView>> GetAsync(
        Guid id,
        Author author,
        [AsParameters] PracticeWorkshop work,
        CancellationToken cancel
    ) => TypedResults.Ok(await work.ViewAsync(await work.FindAsync(id, author, cancel), author, cancel));

    private static async Task<Ok<TryView>> BeginAsync(
        Guid id,
        ExerciseRequest request,
        Author author,
        [AsParameters] PracticeWorkshop work,
        CancellationToken cancel
    ) => TypedResults.Ok(await work.ViewAsync(await work.Desk.BeginAsync(id, request, author, cancel), author, cancel));

    private static async Task<Ok<TryView>> KeepAsync(
        Guid id,
        PracticeWorkDocument done,
        SeenVersion seen,
        Author author,
        [AsParameters] PracticeWorkshop work,
        CancellationToken cancel
    )
    {
        StoredTry of = await work.FindAsync(id, author, cancel);
        _ = done.ToWork();
        _ = await work.Desk.OfAsync(of, cancel);
        StoredTry kept = await work.Store.KeepAsync(author.Id, id, done, seen.Number, cancel)
            ?? throw (
                of.FinishedAt is null
                    ? new RefusedException(
                        ProblemCode.ChangedMeanwhile,
                        "",
                        "This exercise went on in another window or on another device. What was done there counts; load it again."
                    )
                    : Finished()
            );
        return TypedResults.Ok(await work.ViewAsync(kept, author, cancel));
    }

    // The same end again, because its answer was lost, is counted once: what was judged first stands.
    private static async Task<Ok<TryView>> FinishAsync(
        Guid id,
        PracticeWorkDocument done,
        Author author,
        [AsParameters] PracticeWorkshop work,
        CancellationToken cancel
    )
    {
        StoredTry of = await work.FindAsync(id, author, cancel);
        if (of.FinishedAt is null)
        {
            Exercise exercise = await work.Desk.OfAsync(of, cancel);
            PracticeResult result = ExerciseJudge.Of(exercise, done.ToWork());
            DateTimeOffset now = work.Clock.GetUtcNow();
            of = await work.Store.FinishAsync(
                author.Id,
                id,
                done,
                PracticeResultDocument.Of(result),
                // A clock that was turned back ends nothing before it began.
                now > of.BegunAt
                    ? now
                    : of.BegunAt,
                cancel
            ) ?? await work.FindAsync(id, author, cancel);
        }

        return TypedResults.Ok(await work.ViewAsync(of, author, cancel));
    }

    private static async Task<NoContent> DropAsync(Guid id, Author author, [AsParameters] PracticeWorkshop work, CancellationToken cancel)
    {
        StoredTry of = await work.FindAsync(id, author, cancel);
        return of.FinishedAt is null && await work.Store.DropAsync(author.Id, id, cancel) ? TypedResults.NoContent() : throw Finished();
    }

    // With the number of moves in its address, a picture never changes.
    private static async Task<FileContentHttpResult> FinderAsync(
        Guid id,
        bool? other,
        Author author,
        HttpContext context,
        [AsParameters] PracticeWorkshop work,
        CancellationToken cancel
    )
    {
        StoredTry of = await work.FindAsync(id, author, cancel);
        if (await work.Desk.OfAsync(of, cancel) is not CameraExercise exercise || (other == true && exercise.Reference is null))
        {
            throw new RefusedException(ProblemCode.NotFound, "/id", "This exercise has no finder.");
        }

        (PracticeCamera camera, _, bool isDark) = other == true ? (exercise.Other()!, [], false) : exercise.Seen(of.Work.ToWork());
        byte[] jpeg = await Task.Run(() => isDark ? PracticeFinder.Black() : PracticeFinder.Jpeg(camera, of.Seed), cancel);
        return TypedResults.File(jpeg, "image/jpeg");
    }

    private static RefusedException Finished() =>
        new(ProblemCode.Immutable, "/id", "This exercise is finished; what came of it stands. Begin another on the practice page.");
}
