using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>Something a trainee does with the real camera while the examiner watches.</summary>
/// <param name="Key">Key within the check-off.</param>
/// <param name="Text">What is done.</param>
/// <param name="Standard">By what it is judged.</param>
public sealed record HandsOnItem(string Key, string Text, string Standard);

/// <summary>Where a person stands with a model.</summary>
public enum CheckOffStanding
{
    /// <summary>Never checked off.</summary>
    None,

    /// <summary>Checked off, and it holds.</summary>
    Valid,

    /// <summary>It held once.</summary>
    Lapsed,
}

/// <summary>A check-off that was signed.</summary>
/// <param name="SignedOn">The day it was signed.</param>
/// <param name="ValidUntil">The last day it holds.</param>
public sealed record SignedCheckOff(DateOnly SignedOn, DateOnly ValidUntil);

/// <summary>The practical examination of a person on a model, and whether it holds.</summary>
public static class CheckOff
{
    private const string RuleId = "CHECK-OFF";

    /// <summary>Months a check-off holds where the department says nothing.</summary>
    public const int UsualMonths = 12;

    /// <summary>Most months it can hold.</summary>
    public const int MostMonths = 60;

    // What was passed on the screen longer ago is forgotten by now.
    private const int FreshDays = 35;

    private static readonly Template NotTicked = new(RuleId, "not-ticked", "With the real camera: {item}.");
    private static readonly Template NotPassed = new(
        RuleId,
        "not-passed",
        "On the screen: {exercise} with {model} passed within the last {days#day|days}."
    );
    private static readonly Template OwnExaminer = new(
        RuleId,
        "own-examiner",
        "Nobody signs their own check-off. Another technician examines {person}."
    );

    /// <summary>The exercises that are passed on the screen first.</summary>
    public static ImmutableArray<ExerciseKind> Exercises { get; } =
    [ExerciseKind.FindControl, ExerciseKind.SetToSheet, ExerciseKind.BeforeAndAfter];

    /// <summary>What is done with the real camera: what this model has no control for is not asked for.</summary>
    /// <param name="model">The model.</param>
    public static ImmutableArray<HandsOnItem> ItemsOf(CameraModel model)
    {
        bool Has(Setting setting) => !model.NotFitted.Contains(setting);
        (HandsOnItem Item, bool Applies)[] all =
        [
            (new("kit", "counts the kit against its list", "every piece named, nothing taken for granted"), true),
            (
                new("tripod", "puts it on the tripod and passes the lift test", "plate tight, level read, nothing turns"),
                Has(Setting.TripodPlate)
            ),
            (new("power", "seats battery and card, and reads both displays", "never forced; minutes said aloud"), true),
            (
                new("assembly", "puts the body together in its order", "magazine, finder and lens before power; pins looked at first"),
                model.Handling.Any(h => h.Kind == HandlingKind.Assembly)
            ),
            (new("automatic", "takes every automatic off and shows how manual is recognised", "no A on the display"), model.HasFullAuto),
            (new("sheet", "sets it to the sheet from top to bottom without help", "nothing off target, under five minutes"), true),
            (
                new("white", "balances white on a card in the light of the place", "card filled, right exposure, filter in first"),
                !model.White.Memories.IsEmpty
            ),
            (
                new("focus", "focuses by hand with the magnifier and takes it off again", "eyes sharp; magnifier off before recording"),
                Has(Setting.Magnifier)
            ),
            (
                new(
                    "sound",
                    "sets the level by the meter and listens on headphones",
                    "voice between −20 and −12 dBFS, both channels heard"
                ),
                Has(Setting.Headphones)
            ),
            (new("test", "records a test clip, plays it back, looks and listens", "ten seconds; playback left again"), true),
            (new("wrap", "does the wrap list", "in its order, card not formatted before it is proven copied"), true),
        ];
        return [.. all.Where(i => i.Applies).Select(i => i.Item)];
    }

    /// <summary>What is missing before it can be signed.</summary>
    /// <param name="model">The model, as spoken.</param>
    /// <param name="items">What is done with the real camera.</param>
    /// <param name="ticked">Keys of what the examiner saw done.</param>
    /// <param name="passed">When each kind of exercise with this model was last passed.</param>
    /// <param name="now">The time.</param>
    public static ImmutableArray<Judgement> Missing(
        string model,
        IReadOnlyList<HandsOnItem> items,
        IReadOnlyCollection<string> ticked,
        IReadOnlyDictionary<ExerciseKind, DateTimeOffset> passed,
        DateTimeOffset now
    ) =>
        [
            .. Exercises
                .Where(k => !passed.TryGetValue(k, out DateTimeOffset at) || (now - at).TotalDays > FreshDays)
                .Select(k => NotPassed.Of(("exercise", NameOf(k)), ("model", model), ("days", FigureValue.Count(FreshDays)))),
            .. items.Where(i => !ticked.Contains(i.Key)).Select(i => NotTicked.Of(("item", i.Text))),
        ];

    /// <summary>Why a person may not sign; null where the person may.</summary>
    /// <param name="trainee">The trainee's name.</param>
    /// <param name="isTrainee">Whether the examiner is the trainee.</param>
    public static Judgement? RefusalOf(string trainee, bool isTrainee) => isTrainee ? OwnExaminer.Of(("person", trainee)) : null;

    /// <summary>The last day a check-off holds.</summary>
    /// <param name="signed">The day it is signed.</param>
    /// <param name="months">Months, 1 to <see cref="MostMonths"/>.</param>
    /// <exception cref="QuantityException">Out of range.</exception>
    public static DateOnly ValidUntil(DateOnly signed, int months) =>
        signed.AddMonths((int)Guard.InRange(months, 1, MostMonths, "number of months a check-off holds"));

    /// <summary>Where a person stands by the last check-off.</summary>
    /// <param name="last">The last signed one; null for none.</param>
    /// <param name="today">The day.</param>
    public static CheckOffStanding StandingOf(SignedCheckOff? last, DateOnly today) =>
        last is null ? CheckOffStanding.None
        : today <= last.ValidUntil ? CheckOffStanding.Valid
        : CheckOffStanding.Lapsed;

    /// <summary>A kind of exercise as it is called.</summary>
    public static string NameOf(ExerciseKind kind) =>
        kind switch
        {
            ExerciseKind.FindControl => "find the control",
            ExerciseKind.SetToSheet => "set it to the sheet",
            ExerciseKind.LooksWrong => "it looks wrong",
            ExerciseKind.LightChanged => "the light changed",
            ExerciseKind.TwoCameras => "two cameras",
            _ => "before and after",
        };
}
