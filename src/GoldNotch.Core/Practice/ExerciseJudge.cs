using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>An answer to a question.</summary>
/// <param name="Place">Key of a control; empty where none was chosen.</param>
/// <param name="Choice">Index of an option, or of a direction; null where none was chosen.</param>
/// <param name="Amount">A number, without sign; null where none was given.</param>
public sealed record PracticeAnswer(string Place = "", int? Choice = null, double? Amount = null);

/// <summary>What a person did in an exercise.</summary>
/// <param name="Answers">Answers to its questions, in their order; where causes are asked, every one that was named.</param>
/// <param name="Moves">What was done to the camera.</param>
/// <param name="Seconds">How long it took.</param>
public sealed record PracticeWork(ImmutableArray<PracticeAnswer> Answers, ImmutableArray<PracticeMove> Moves, double Seconds)
{
    /// <summary>Causes that were named, in their order.</summary>
    public ImmutableArray<string> Named { get; init; } = [];

    /// <summary>After how many moves each measurement was taken, where two cameras are matched.</summary>
    public ImmutableArray<int> Measured { get; init; } = [];
}

/// <summary>What counts of a result: one thing that was right, or was not.</summary>
/// <param name="IsRight">Whether it was.</param>
/// <param name="Setting">What it is about; null where it is about no setting.</param>
/// <param name="What">What was so, and what is right.</param>
public sealed record PracticePoint(bool IsRight, Setting? Setting, Judgement What);

/// <summary>What came of an exercise.</summary>
/// <param name="Passed">Whether it counts as known.</param>
/// <param name="Points">Point by point.</param>
/// <param name="MadeWorse">Settings that were right before and are not now.</param>
/// <param name="InThePicture">Why it matters: what the recording would have shown.</param>
/// <param name="TryAgain">One thing to try again; null where all was right.</param>
public sealed record PracticeResult(
    bool Passed,
    ImmutableArray<PracticePoint> Points,
    ImmutableArray<Setting> MadeWorse,
    ImmutableArray<Judgement> InThePicture,
    Judgement? TryAgain
)
{
    /// <summary>How many points are right.</summary>
    public int Right => Points.Count(p => p.IsRight);
}

/// <summary>Judges what was done: the same exercise and the same work give the same result.</summary>
public static class ExerciseJudge
{
    private const string RuleId = "PRACTICE";

    // One slip in five questions is allowed, none in fewer.
    private const double PassShare = 0.8;
    private const int MostInThePicture = 3;

    // Whoever names a second cause that the camera rules out is guessing; what only a look tells may be looked at, one after another.
    private const int MostGuessed = 1;

    private static readonly Template Fixed = new(RuleId, "fixed", "{setting} was set right: {target}.");
    private static readonly Template Missed = new(RuleId, "missed", "{verdict} {place}");
    private static readonly Template Why = new(RuleId, "why", "{setting}: {reason}");
    private static readonly Template Worse = new(RuleId, "worse", "{setting} was right before. {verdict}");
    private static readonly Template RightAnswer = new(RuleId, "right", "Right. {because}");
    private static readonly Template WrongAnswer = new(RuleId, "wrong", "Not right. {because}");
    private static readonly Template RightCause = new(RuleId, "cause", "{look} Yes. {remedy}");
    private static readonly Template NotTheCause = new(
        RuleId,
        "not-the-cause",
        "{look} No. The camera shows it: there is no need to guess."
    );
    private static readonly Template Looked = new(RuleId, "looked", "{look} No. The camera does not show it, so checking it was right.");
    private static readonly Template Skipped = new(RuleId, "skipped", "Check this first: {look} It is quicker and harmless.");
    private static readonly Template AgainCause = new(RuleId, "again-cause", "Try again: {symptom}. {look}");
    private static readonly Template NotFound = new(RuleId, "cause-not-found", "It was this: {look} {remedy}");
    private static readonly Template MatchedPoint = new(RuleId, "matched", "{matter}: {rest} left, within the tolerance.");
    private static readonly Template OffPoint = new(RuleId, "not-matched", "{matter}: {rest} left. {better}");
    private static readonly Template TooOften = new(RuleId, "measured-too-often", "It was measured {count#time|times}; two are enough.");
    private static readonly Template Again = new(RuleId, "again", "Try again: {place}");
    private static readonly Template AgainAnswer = new(RuleId, "again-answer", "Try again: {question}");

    /// <summary>Judges an exercise.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="work">What was done.</param>
    public static PracticeResult Of(Exercise exercise, PracticeWork work) =>
        exercise switch
        {
            QuestionExercise questions => OfQuestions(questions, work),
            CameraExercise { Kind: ExerciseKind.LooksWrong } wrong => OfCause(wrong, work),
            CameraExercise { Kind: ExerciseKind.TwoCameras } pair => OfPair(pair, work),
            CameraExercise camera => OfSheet(camera, work),
            _ => throw new InvalidOperationException($"There is no judge for {exercise.Kind}."),
        };

    /// <summary>Whether an answer is right.</summary>
    /// <param name="asked">What is asked.</param>
    /// <param name="answer">The answer.</param>
    public static bool IsRight(Asked asked, PracticeAnswer answer) =>
        asked switch
        {
            Asked.Place place => place.Accepted.Contains(answer.Place),
            Asked.Choice choice => answer.Choice is { } chosen && choice.Accepted.Contains(chosen),
            Asked.Number number => answer.Choice == number.Direction
                && answer.Amount is { } amount
                && Math.Abs(Math.Abs(amount) - number.Amount) <= number.Tolerance + Guard.Edge,
            _ => false,
        };

    private static PracticeResult OfQuestions(QuestionExercise exercise, PracticeWork work)
    {
        ImmutableArray<PracticePoint> points =
        [
            .. exercise.Questions.Select(
                (q, i) =>
                {
                    bool isRight = i < work.Answers.Length && IsRight(q.Answer, work.Answers[i]);
                    return new PracticePoint(
                        isRight,
                        q.Because.Setting,
                        (isRight ? RightAnswer : WrongAnswer).Of(q.Because.Setting, ("because", q.Because))
                    );
                }
            ),
        ];
        int missed = Array.FindIndex([.. points], p => !p.IsRight);
        return new PracticeResult(
            points.Count(p => p.IsRight) >= (PassShare * points.Length) - Guard.Edge,
            points,
            [],
            [],
            missed < 0 ? null : AgainAnswer.Of(("question", exercise.Questions[missed].Asks))
        );
    }

    private static PracticeResult OfSheet(CameraExercise exercise, PracticeWork work)
    {
        ImmutableArray<Verdict> before = exercise.Verdicts(exercise.After([]).Camera);
        ImmutableArray<Verdict> after = exercise.Verdicts(exercise.After(work.Moves).Camera);
        var points = ImmutableArray.CreateBuilder<PracticePoint>();
        var worse = ImmutableArray.CreateBuilder<Setting>();
        foreach ((Verdict was, Verdict now) in before.Zip(after))
        {
            SheetLine line = was.Line;
            if (was.NeedsCorrection)
            {
                points.Add(
                    now.NeedsCorrection
                        ? new PracticePoint(
                            false,
                            line.Setting,
                            Missed.Of(line.Setting, ("verdict", now.Because), ("place", PlaceOf(exercise, line.Setting)))
                        )
                        : new PracticePoint(true, line.Setting, Fixed.Of(line.Setting, ("setting", line.Setting), ("target", line.Target!)))
                );
            }
            else if (now.NeedsCorrection)
            {
                worse.Add(line.Setting);
                points.Add(
                    new PracticePoint(false, line.Setting, Worse.Of(line.Setting, ("setting", line.Setting), ("verdict", now.Because)))
                );
            }
        }

        Setting? again = points.FirstOrDefault(p => !p.IsRight)?.Setting;
        return new PracticeResult(
            again is null,
            points.ToImmutable(),
            worse.ToImmutable(),
            InThePicture(exercise, again is null ? [] : work.Moves),
            again is { } setting ? Again.Of(setting, ("place", PlaceOf(exercise, setting))) : null
        );
    }

    private static PracticeResult OfCause(CameraExercise exercise, PracticeWork work)
    {
        Checks.Symptoms.HarmlessCause CauseOf(string key) => exercise.Symptom!.Causes.First(c => c.Key == key);
        string right = exercise.Accepted[0];
        string[] named = [.. work.Named.Where(exercise.Causes.Contains)];
        ImmutableArray<string> way = LooksWrong.Way(exercise);
        var points = ImmutableArray.CreateBuilder<PracticePoint>();
        void Add(bool isRight, Judgement what) => points.Add(new PracticePoint(isRight, null, what));
        foreach (string one in named)
        {
            string look = CauseOf(one).Look;
            if (exercise.Accepted.Contains(one))
            {
                Add(true, RightCause.Of(("look", look), ("remedy", CauseOf(one).Remedy)));
            }
            else if (LooksWrong.IsReadOff(exercise, one))
            {
                Add(false, NotTheCause.Of(("look", look)));
            }
            else
            {
                Add(true, Looked.Of(("look", look)));
            }
        }

        bool isFound = named.Any(exercise.Accepted.Contains);
        if (!isFound)
        {
            Add(false, NotFound.Of(("look", CauseOf(right).Look), ("remedy", CauseOf(right).Remedy)));
        }
        else if (way.FirstOrDefault(w => !named.Contains(w)) is { } skipped)
        {
            Add(false, Skipped.Of(("look", CauseOf(skipped).Look)));
        }

        ImmutableArray<Verdict> verdicts = exercise.Verdicts(exercise.After([]).Camera);
        Setting? setting = verdicts.FirstOrDefault(v => v.NeedsCorrection)?.Line.Setting;
        int guessed = points.Count(p => !p.IsRight);
        return new PracticeResult(
            isFound && guessed <= MostGuessed,
            points.ToImmutable(),
            [],
            InThePicture(exercise, []),
            guessed == 0 ? null
                : setting is { } of ? Again.Of(of, ("place", PlaceOf(exercise, of)))
                : AgainCause.Of(("symptom", exercise.Symptom!.Text), ("look", CauseOf(way[0]).Look))
        );
    }

    private static PracticeResult OfPair(CameraExercise exercise, PracticeWork work)
    {
        MatchRest rest = TwoCameras.Rest(exercise, work.Moves);
        bool matched = TwoCameras.IsMatched(exercise, work.Moves);
        MatchRest best = TwoCameras.Rest(exercise, TwoCameras.Solution(exercise));
        PracticePoint Point(Setting setting, double left, double nearest, double tolerance, FigureValue told, FigureValue better)
        {
            bool isRight = matched || Math.Abs(left) <= Math.Max(tolerance, Math.Abs(nearest)) + Guard.Edge;
            return new PracticePoint(
                isRight,
                setting,
                (isRight ? MatchedPoint : OffPoint).Of(setting, ("matter", setting), ("rest", told), ("better", better))
            );
        }

        ImmutableArray<PracticePoint> points =
        [
            Point(Setting.Iris, rest.Stops, best.Stops, Matching.Tolerance.Stops, new Stops(rest.Stops), PlaceOf(exercise, Setting.Iris)),
            Point(
                Setting.WhiteBalance,
                rest.Mired,
                best.Mired,
                Matching.Tolerance.Mired,
                new MiredShift(rest.Mired),
                PlaceOf(exercise, Setting.WhiteBalance)
            ),
            .. work.Measured.Length > TwoCameras.Rounds
                ? [new PracticePoint(false, null, TooOften.Of(("count", FigureValue.Count(work.Measured.Length))))]
                : Array.Empty<PracticePoint>(),
        ];
        PracticePoint? missed = points.FirstOrDefault(p => !p.IsRight);
        return new PracticeResult(missed is null, points, [], [], missed is null ? null : Again.Of(missed.Setting, ("place", missed.What)));
    }

    // What a recording would have shown: of what was left, or else of what was found. What no picture tells is told by the reason of its sheet.
    private static ImmutableArray<Judgement> InThePicture(CameraExercise exercise, ImmutableArray<PracticeMove> moves)
    {
        ImmutableArray<Verdict> verdicts = exercise.AllVerdicts(exercise.After(moves).Camera);
        Judgement[] shown =
        [
            .. Consequences
                .Of(exercise.Sheet, verdicts)
                .Items.Where(i => i.Severity is Severity.Fault or Severity.Automatic or Severity.Slight)
                .Select(i => i.Because),
        ];
        IEnumerable<Judgement> reasons = verdicts
            .Where(v => v.NeedsCorrection && v.Line.Notch.Reason.Length > 0 && shown.All(s => s.Setting != v.Line.Setting))
            .Select(v => Why.Of(v.Line.Setting, ("setting", v.Line.Setting), ("reason", v.Line.Notch.Reason)));
        return [.. shown.Concat(reasons).Take(MostInThePicture)];
    }

    private static Judgement PlaceOf(Exercise exercise, Setting setting) => FindControl.PlaceOf(setting, exercise.Model.PlaceOf(setting)!);
}
