using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What can be done about a setting that does not stay.</summary>
public enum DriftRemedy
{
    /// <summary>Too few readings to say.</summary>
    TooFew,

    /// <summary>It stays: nothing to do.</summary>
    Leave,

    /// <summary>Look at it more often.</summary>
    ShorterInterval,

    /// <summary>Hold the control with tape, or mark its place.</summary>
    Tape,

    /// <summary>Keep it in the start-up memory or lock the menu.</summary>
    Lock,

    /// <summary>Tape or lock it, depending on where each model has it.</summary>
    Hold,

    /// <summary>People do not see that it is automatic: show them the sign.</summary>
    Training,
}

/// <summary>How a setting drifts and what to do.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Wrong">How often it was found off or automatic.</param>
/// <param name="Automatic">How often it was found automatic; a part of <paramref name="Wrong"/>.</param>
/// <param name="Remedy">What to do.</param>
/// <param name="Because">Why, with the numbers.</param>
public sealed record DriftFinding(Setting Setting, Frequency Wrong, Frequency Automatic, DriftRemedy Remedy, Judgement Because);

/// <summary>What borrowers change: from counts of checks to what to do about it.</summary>
public static class Drift
{
    private const string RuleId = "DRIFT";

    // Bench rules: under five readings nothing is concluded; sure of more than one time in ten is worth a measure, of one in thirty a shorter interval.
    private const int Enough = 5;
    private const double Act = 0.10;
    private const double Look = 0.03;

    private static readonly Template TooFew = new(RuleId, "too-few", "{setting} was read {read#time|times}: too few to conclude anything.");
    private static readonly Template Leave = new(
        RuleId,
        "leave",
        "{setting} was off target {off} of {read} times ({low} to {high}). No measure is needed."
    );
    private static readonly Template ShorterInterval = new(
        RuleId,
        "shorter-interval",
        "{setting} was off target {off} of {read} times ({low} to {high}). Check it more often first."
    );
    private static readonly Template Training = new(
        RuleId,
        "training",
        "{setting} was off target {off} of {read} times ({low} to {high}), {automatic#time|times} on automatic, which people do not notice. Show how manual is recognised."
    );
    private static readonly Template TrainingSign = new(
        RuleId,
        "training-sign",
        "{setting} was off target {off} of {read} times ({low} to {high}), {automatic#time|times} on automatic, which people do not notice. Show them: {sign}"
    );
    private static readonly Template NotEnough = new(
        RuleId,
        "not-enough",
        "{setting} was not enough or not right {off} of {read} times ({low} to {high}). It is prepared, not set: add it to the return list, charged and emptied, and show it once."
    );
    private static readonly Template NotDone = new(
        RuleId,
        "not-done",
        "{setting} was not done {off} of {read} times ({low} to {high}). Add it to the return list and show it once."
    );
    private static readonly Template Tape = new(
        RuleId,
        "tape",
        "{setting} was off target {off} of {read} times ({low} to {high}). {control} is moved in the bag or by habit. Tape it, or mark its position."
    );
    private static readonly Template Hold = new(
        RuleId,
        "hold",
        "{setting} was off target {off} of {read} times ({low} to {high}). Its control differs between models: tape it where it is a switch or ring, lock it where it is in a menu."
    );
    private static readonly Template Lock = new(
        RuleId,
        "lock",
        "{setting} was off target {off} of {read} times ({low} to {high}). It is changed in a menu. Save it in the start-up memory, or lock the menu."
    );

    // Read on a display, not set by a control: what helps is what people do when they bring the camera back.
    private static readonly Setting[] Prepared =
    [
        Setting.RunningMinutes,
        Setting.CardMinutes,
        Setting.CardSpeed,
        Setting.FileSystem,
        Setting.AudioPeakLevel,
    ];

    /// <summary>Judges one setting of a unit, a model or a fleet.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="wrong">Found off target or automatic, of times read.</param>
    /// <param name="automatic">Of those, found automatic.</param>
    /// <param name="place">Where the control is; null where the specification does not state it or models differ.</param>
    /// <exception cref="QuantityException">Counts that cannot be.</exception>
    public static DriftFinding Of(Setting setting, Frequency wrong, Frequency automatic, ControlPlace? place)
    {
        Guard.InRange(wrong.Of, 0, int.MaxValue, "number of readings");
        Guard.InRange(wrong.Times, 0, wrong.Of, "number of readings off target");
        Guard.InRange(automatic.Times, 0, wrong.Times, "number of readings on automatic");
        (double low, double high) = wrong.Interval;
        (DriftRemedy remedy, Template template) = wrong switch
        {
            { Of: < Enough } => (DriftRemedy.TooFew, TooFew),
            _ when low < Look => (DriftRemedy.Leave, Leave),
            _ when low < Act => (DriftRemedy.ShorterInterval, ShorterInterval),
            _ when automatic.Times * 2 > wrong.Times => (
                DriftRemedy.Training,
                place is { ManualSign.Length: > 0 } ? TrainingSign : Training
            ),
            _ when Prepared.Contains(setting) => (DriftRemedy.Training, NotEnough),
            _ when SettingDefinition.Of(setting).Kind == SettingKind.Task => (DriftRemedy.Training, NotDone),
            _ when place is { Side: not BodySide.Screen } => (DriftRemedy.Tape, Tape),
            _ when place is null => (DriftRemedy.Hold, Hold),
            _ => (DriftRemedy.Lock, Lock),
        };
        return new DriftFinding(
            setting,
            wrong,
            automatic,
            remedy,
            template.Of(
                setting,
                ("setting", setting),
                ("off", FigureValue.Count(wrong.Times)),
                ("read", FigureValue.Count(wrong.Of)),
                ("automatic", FigureValue.Count(automatic.Times)),
                ("low", FigureValue.In(Measure.Percent, Math.Round(100 * low))),
                ("high", FigureValue.In(Measure.Percent, Math.Round(100 * high))),
                ("control", place?.Name ?? ""),
                ("sign", place?.ManualSign ?? "")
            )
        );
    }

    /// <summary>Those worth a measure first, by how sure one may be; what needs none last.</summary>
    public static IEnumerable<DriftFinding> InOrder(IEnumerable<DriftFinding> findings) =>
        findings
            .OrderBy(f =>
                f.Remedy is DriftRemedy.TooFew ? 2
                : f.Remedy is DriftRemedy.Leave ? 1
                : 0
            )
            .ThenByDescending(f => f.Wrong.Interval.Low)
            .ThenByDescending(f => f.Wrong.Times)
            .ThenBy(f => f.Setting);
}
