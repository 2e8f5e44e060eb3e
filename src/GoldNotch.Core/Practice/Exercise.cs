using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.StandIns;

namespace GoldNotch.Core.Practice;

/// <summary>The kinds of exercise, each a skill of its own.</summary>
public enum ExerciseKind
{
    /// <summary>Where a control is.</summary>
    FindControl,

    /// <summary>A borrowed camera is set to its sheet.</summary>
    SetToSheet,

    /// <summary>A picture, a sound or a display with one cause.</summary>
    LooksWrong,

    /// <summary>Stops, thirds, filters, ISO and mired by head.</summary>
    LightChanged,

    /// <summary>One camera is brought to another in two rounds.</summary>
    TwoCameras,

    /// <summary>Kit, cards and the wrap list.</summary>
    BeforeAndAfter,
}

/// <summary>What exercises are made from: the department's own data.</summary>
/// <param name="Model">The model, as its specification states it.</param>
/// <param name="Sheet">The sheet of a standard for it.</param>
public sealed record PracticeSource(CameraModel Model, Sheet Sheet)
{
    /// <summary>How often each setting was found wrong on this model: what happens here is practised most.</summary>
    public IReadOnlyDictionary<Setting, Frequency> Drift { get; init; } = ImmutableDictionary<Setting, Frequency>.Empty;

    /// <summary>The kit that goes with it; empty: the usual pieces.</summary>
    public ImmutableArray<KitPiece> Kit { get; init; } = [];

    /// <summary>Difficulty, 1 to 3.</summary>
    public int Level { get; init; } = 1;

    // Even what was never found wrong comes up now and then.
    private const double Rarely = 0.05;

    /// <summary>How often a setting is drawn, against the others.</summary>
    internal double WeightOf(Setting setting) => Rarely + (Drift.TryGetValue(setting, out Frequency wrong) ? wrong.Share : 0);
}

/// <summary>An exercise: the same source and seed give the same one.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Seed">Its seed.</param>
/// <param name="Model">The model it is about.</param>
public abstract record Exercise(ExerciseKind Kind, int Seed, CameraModel Model)
{
    /// <summary>An exercise of a kind.</summary>
    /// <param name="kind">The kind.</param>
    /// <param name="source">What it is made from.</param>
    /// <param name="seed">Its seed.</param>
    /// <returns>The exercise; null where the specification states too little for one of this kind.</returns>
    public static Exercise? Of(ExerciseKind kind, PracticeSource source, int seed) =>
        kind switch
        {
            ExerciseKind.FindControl => FindControl.Of(source, seed),
            ExerciseKind.SetToSheet => SetToSheet.Of(source, seed),
            ExerciseKind.LooksWrong => LooksWrong.Of(source, seed),
            ExerciseKind.LightChanged => LightChanged.Of(source, seed),
            ExerciseKind.TwoCameras => TwoCameras.Of(source, seed),
            _ => BeforeAndAfter.Of(source, seed),
        };
}

/// <summary>What a question is answered with.</summary>
public abstract record Asked
{
    private Asked() { }

    /// <summary>A control on the body.</summary>
    /// <param name="Setting">The setting that is looked for.</param>
    /// <param name="Accepted">Keys of the controls that are right.</param>
    public sealed record Place(Setting Setting, ImmutableArray<string> Accepted) : Asked;

    /// <summary>One of some answers.</summary>
    /// <param name="Options">The answers.</param>
    /// <param name="Accepted">Indexes of those that are right.</param>
    public sealed record Choice(ImmutableArray<Judgement> Options, ImmutableArray<int> Accepted) : Asked;

    /// <summary>A direction and a number.</summary>
    /// <param name="Unit">What the number counts.</param>
    /// <param name="Amount">The number, without sign.</param>
    /// <param name="Tolerance">How far off it may be.</param>
    /// <param name="Directions">The two directions, the one for more first.</param>
    /// <param name="Direction">Which is right: its index.</param>
    public sealed record Number(Measure Unit, double Amount, double Tolerance, ImmutableArray<Way> Directions, int Direction) : Asked;
}

/// <summary>A direction in which something is moved, or moves.</summary>
public enum Way
{
    /// <summary>The iris is opened.</summary>
    Open,

    /// <summary>The iris is closed.</summary>
    Close,

    /// <summary>The picture becomes brighter.</summary>
    Brighter,

    /// <summary>The picture becomes darker.</summary>
    Darker,

    /// <summary>The kelvin number goes up.</summary>
    Higher,

    /// <summary>The kelvin number goes down.</summary>
    Lower,
}

/// <summary>A question with its answer and the way to it.</summary>
/// <param name="Asks">What is asked.</param>
/// <param name="Answer">What is right.</param>
/// <param name="Because">The way to the answer.</param>
public sealed record Question(Judgement Asks, Asked Answer, Judgement Because);

/// <summary>An exercise of questions.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Seed">Its seed.</param>
/// <param name="Model">The model.</param>
/// <param name="Questions">The questions, in their order.</param>
public sealed record QuestionExercise(ExerciseKind Kind, int Seed, CameraModel Model, ImmutableArray<Question> Questions)
    : Exercise(Kind, Seed, Model);

/// <summary>An exercise at a camera.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Seed">Its seed.</param>
/// <param name="Model">The model.</param>
/// <param name="Scene">The light before it.</param>
/// <param name="Sheet">The sheet it belongs to.</param>
/// <param name="Prepared">What was done to it before the person gets it, from the maker's state.</param>
/// <param name="Scored">The settings that count.</param>
public sealed record CameraExercise(
    ExerciseKind Kind,
    int Seed,
    CameraModel Model,
    Scene Scene,
    Sheet Sheet,
    ImmutableArray<PracticeMove> Prepared,
    ImmutableArray<Setting> Scored
) : Exercise(Kind, Seed, Model)
{
    /// <summary>The symptom that is told; null where none is.</summary>
    public Symptom? Symptom { get; init; }

    /// <summary>Causes to choose from, by key, in the order in which they are looked at.</summary>
    public ImmutableArray<string> Causes { get; init; } = [];

    /// <summary>Causes that are right.</summary>
    public ImmutableArray<string> Accepted { get; init; } = [];

    /// <summary>Whether its screen is black until the cause is found.</summary>
    public bool IsDark { get; init; }

    /// <summary>What is plugged in and heard when all is well: what the sheet is made for.</summary>
    public SoundScene Heard { get; init; } = SoundScene.Interview;

    /// <summary>What is plugged in and heard until the cause is found; null where that is as it should be.</summary>
    public SoundScene? Sound { get; init; }

    /// <summary>Moves of the camera that this one is brought to; null where there is none. It stands beside it, in the same light.</summary>
    public ImmutableArray<PracticeMove>? Reference { get; init; }

    /// <summary>Which of the pool this one is: its own faults, which no number on it says.</summary>
    public string Tag { get; init; } = "PRACTICE";

    /// <summary>Which of the pool the other one is.</summary>
    public string ReferenceTag { get; init; } = "PRACTICE-A";

    /// <summary>The lines that count.</summary>
    public IEnumerable<SheetLine> ScoredLines => Sheet.Lines.Where(l => Scored.Contains(l.Setting));

    /// <summary>The camera after some moves.</summary>
    /// <param name="moves">What the person did.</param>
    public (PracticeCamera Camera, ImmutableArray<WorkedMove> Worked) After(IEnumerable<PracticeMove> moves)
    {
        var camera = PracticeCamera.Begin(Model, Scene, Tag);
        camera.Body.Sound = Heard;
        camera.Work(Prepared);
        return (camera, camera.Work(moves));
    }

    /// <summary>The camera as it is seen and heard while somebody works on it: what was found is set right.</summary>
    /// <param name="work">What was done so far.</param>
    /// <returns>The camera, what became of each move, and whether its screen is black.</returns>
    public (PracticeCamera Camera, ImmutableArray<WorkedMove> Worked, bool IsDark) Seen(PracticeWork work)
    {
        (PracticeCamera camera, ImmutableArray<WorkedMove> worked) = After(work.Moves);
        bool isFound = work.Named.Any(Accepted.Contains);
        if (Sound is { } sound && !isFound)
        {
            camera.Body.Sound = sound;
        }

        return (camera, worked, IsDark && !isFound);
    }

    /// <summary>The camera beside it.</summary>
    public PracticeCamera? Other()
    {
        if (Reference is not { } moves)
        {
            return null;
        }

        var camera = PracticeCamera.Begin(Model, Scene, ReferenceTag);
        camera.Work(moves);
        return camera;
    }

    /// <summary>Verdicts on the lines that count.</summary>
    /// <param name="camera">The camera as it stands.</param>
    public ImmutableArray<Verdict> Verdicts(PracticeCamera camera) => [.. AllVerdicts(camera).Where(v => Scored.Contains(v.Line.Setting))];

    /// <summary>Verdicts on the whole sheet; what does not count was not read.</summary>
    /// <param name="camera">The camera as it stands.</param>
    public ImmutableArray<Verdict> AllVerdicts(PracticeCamera camera) => CheckEvaluator.Evaluate(Sheet, camera.Readings(ScoredLines));
}
