using System.Collections.Immutable;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

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
/// <param name="At">The moment it was signed: a loan that began before it does not speak against it.</param>
public sealed record SignedCheckOff(DateOnly SignedOn, DateOnly ValidUntil, DateTimeOffset At);

/// <summary>A loan whose camera was checked after it came back and before it went out again.</summary>
/// <param name="Person">Who had it.</param>
/// <param name="ModelKey">The model.</param>
/// <param name="Unit">The unit.</param>
/// <param name="OutAt">When it went out.</param>
/// <param name="BackAt">When it came back.</param>
/// <param name="Wrong">How many settings the check found off target or on automatic.</param>
public sealed record CheckedReturn(Guid Person, string ModelKey, string Unit, DateTimeOffset OutAt, DateTimeOffset BackAt, int Wrong);

/// <summary>An exercise that was finished.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="At">When.</param>
/// <param name="Passed">Whether it was passed.</param>
public sealed record FinishedExercise(ExerciseKind Kind, DateTimeOffset At, bool Passed);

/// <summary>The practical examination of a person on a model, and whether it holds.</summary>
public static class CheckOff
{
    private const string RuleId = "CHECK-OFF";

    /// <summary>Months a check-off holds where the department says nothing.</summary>
    public const int UsualMonths = 12;

    /// <summary>Most months it can hold.</summary>
    public const int MostMonths = 60;

    /// <summary>What was passed on the screen longer ago does not count, days.</summary>
    public const int FreshDays = Memory.ForgottenAfterDays;

    private static readonly Template NotTicked = new(
        RuleId,
        "not-ticked",
        "With the real camera: {open} of {all#item|items} not done yet."
    );
    private static readonly Template NotPassed = new(
        RuleId,
        "not-passed",
        "On the screen with {model}, passed within {days#day|days}: {exercises}."
    );
    private static readonly Template NotPassedInRow = new(
        RuleId,
        "not-passed-in-row",
        "On the screen with {model}, passed {times} in a row within {days#day|days}: {exercises}."
    );
    private static readonly Template Unsigned = new(RuleId, "unsigned", "The signature of an examiner: everything else is done.");
    private static readonly Template FailedReturn = new(
        RuleId,
        "failed-return",
        "{unit} came back on {day} with {wrong#setting|settings} off target; from {limit} on a check-off lapses."
    );
    private static readonly Template OwnExaminer = new(
        RuleId,
        "own-examiner",
        "Nobody signs their own check-off. Another technician examines {person}."
    );

    /// <summary>What is missing before it can be signed: what is not passed on the screen, and what is not done with the real camera.</summary>
    /// <param name="model">The model, as spoken.</param>
    /// <param name="list">What the department asks for.</param>
    /// <param name="items">What is done with the real camera.</param>
    /// <param name="ticked">Keys of what the examiner saw done.</param>
    /// <param name="tries">Finished exercises of the person with this model.</param>
    /// <param name="now">The time.</param>
    public static ImmutableArray<Judgement> Missing(
        string model,
        CheckOffList list,
        IReadOnlyList<HandsOnItem> items,
        IReadOnlyCollection<string> ticked,
        IEnumerable<FinishedExercise> tries,
        DateTimeOffset now
    )
    {
        ILookup<ExerciseKind, bool> lately = tries
            .Where(t => (now - t.At).TotalDays <= FreshDays)
            .OrderBy(t => t.At)
            .ToLookup(t => t.Kind, t => t.Passed);
        ExerciseKind[] notPassed = [.. list.Exercises.Where(k => LongestRun(lately[k]) < list.PassesInRow)];
        int open = items.Count(i => !ticked.Contains(i.Key));
        return
        [
            .. notPassed.Length == 0
                ? Array.Empty<Judgement>()
                :
                [
                    (list.PassesInRow == 1 ? NotPassed : NotPassedInRow).Of(
                        ("model", model),
                        ("times", FigureValue.Count(list.PassesInRow)),
                        ("days", FigureValue.Count(FreshDays)),
                        ("exercises", FigureValue.Of(notPassed.Select(NameOf)))
                    ),
                ],
            .. open == 0
                ? Array.Empty<Judgement>()
                : [NotTicked.Of(("open", FigureValue.Count(open)), ("all", FigureValue.Count(items.Count)))],
        ];
    }

    /// <summary>What a borrower without a valid check-off still needs: what is missing, or the signature alone.</summary>
    /// <param name="missing">What is missing before it can be signed.</param>
    public static ImmutableArray<Judgement> Needed(ImmutableArray<Judgement> missing) => missing.IsEmpty ? [Unsigned.Of()] : missing;

    /// <summary>Why a check-off lapsed before its last day: a camera of that model came back from this person with more off target than the department
    /// lets pass. Null where none did since it was signed, or where the department asks for nothing of the kind.</summary>
    /// <param name="signed">The check-off.</param>
    /// <param name="list">What the department asks for.</param>
    /// <param name="returns">Checked returns of this person with this model.</param>
    public static Judgement? LapsedBy(SignedCheckOff signed, CheckOffList list, IEnumerable<CheckedReturn> returns) =>
        list.LapsesFrom is { } limit && returns.Where(r => r.OutAt >= signed.At && r.Wrong >= limit).MinBy(r => r.BackAt) is { } failed
            ? FailedReturn.Of(
                ("unit", failed.Unit),
                ("day", DateOnly.FromDateTime(failed.BackAt.Date)),
                ("wrong", FigureValue.Count(failed.Wrong)),
                ("limit", FigureValue.Count(limit))
            )
            : null;

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
    /// <param name="lapsedBy">What ended it before its last day; null where nothing did.</param>
    /// <param name="today">The day.</param>
    public static CheckOffStanding StandingOf(SignedCheckOff? last, Judgement? lapsedBy, DateOnly today) =>
        last is null ? CheckOffStanding.None
        : lapsedBy is null && today <= last.ValidUntil ? CheckOffStanding.Valid
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

    private static int LongestRun(IEnumerable<bool> passed)
    {
        (int run, int longest) = (0, 0);
        foreach (bool one in passed)
        {
            run = one ? run + 1 : 0;
            longest = Math.Max(longest, run);
        }

        return longest;
    }
}
