using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>How often something happened of how often it was looked at, with the interval that the numbers allow.</summary>
/// <param name="Times">How often it happened, 0 to <paramref name="Of"/>.</param>
/// <param name="Of">How often it was looked at, 0 and up.</param>
public readonly record struct Frequency(int Times, int Of)
{
    // 95 % of a normal distribution lie within so many standard deviations.
    private const double Z = 1.959963984540054;

    /// <summary>Share of the times looked at, 0 to 1; 0 where nobody looked.</summary>
    public double Share => Of == 0 ? 0 : (double)Times / Of;

    /// <summary>The 95 % interval of the share, 0 to 1 (Wilson's score interval, 1927): three in three is not "always".</summary>
    public (double Low, double High) Interval
    {
        get
        {
            if (Of == 0)
            {
                return (0, 1);
            }

            double z2 = Z * Z / Of;
            double centre = (Share + (z2 / 2)) / (1 + z2);
            double half = Z / (1 + z2) * Math.Sqrt((Share * (1 - Share) / Of) + (z2 / (4 * Of)));
            return (Math.Max(0, centre - half), Math.Min(1, centre + half));
        }
    }

    /// <summary><c>7 of 40, 9 to 32 %</c>: never a bare percentage.</summary>
    public string Label() => $"{Notation.Number(Times)} of {Notation.Number(Of)}, {Notation.Number(100 * Interval.Low)} to {Notation.Number(100 * Interval.High)}{Notation.ThinSpace}%";
}

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
/// <param name="Wrong">How often it was found off or floating.</param>
/// <param name="Floating">How often it was found floating; a part of <paramref name="Wrong"/>.</param>
/// <param name="Remedy">What to do.</param>
/// <param name="Because">Why, with the numbers.</param>
public sealed record DriftFinding(Setting Setting, Frequency Wrong, Frequency Floating, DriftRemedy Remedy, Judgement Because);

/// <summary>What borrowers change: from counts of checks to what to do about it.</summary>
public static class Drift
{
    private const string Rule = "DRIFT";

    // Bench rules: under five readings nothing is said; sure of more than one time in ten is worth an act, of one in thirty a look.
    private const int Enough = 5;
    private const double Act = 0.10;
    private const double Look = 0.03;

    // Seen on a display, not set by a control: what helps is what people do when they bring the camera back.
    private static readonly Setting[] SeenTo = [Setting.RunningMinutes, Setting.CardMinutes, Setting.CardSpeed, Setting.FileSystem, Setting.PeakLevel];

    /// <summary>Judges one setting of a unit, a model or a fleet.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="wrong">Found off or floating, of times read.</param>
    /// <param name="floating">Of those, found floating.</param>
    /// <param name="place">Where the control is; null where the card does not say or models differ.</param>
    /// <exception cref="QuantityException">Counts that cannot be.</exception>
    public static DriftFinding Of(Setting setting, Frequency wrong, Frequency floating, ControlPlace? place)
    {
        Guard.InRange(wrong.Of, 0, int.MaxValue, "number of readings");
        Guard.InRange(wrong.Times, 0, wrong.Of, "number of readings that were off");
        Guard.InRange(floating.Times, 0, wrong.Times, "number of readings that floated");
        (double low, _) = wrong.Interval;
        string name = SettingName.Of(setting).Name;
        (DriftRemedy remedy, string sentence) = wrong switch
        {
            { Of: < Enough } => (DriftRemedy.TooFew, $"{name} was read {Notation.Number(wrong.Of)} times: too few to say."),
            _ when low < Look => (DriftRemedy.Leave, $"{name} was off {wrong.Label()}: it may as well stay."),
            _ when low < Act => (DriftRemedy.ShorterInterval, $"{name} was off {wrong.Label()}: look at it more often before an act is worth it."),
            _ when floating.Times * 2 > wrong.Times => (
                DriftRemedy.Training,
                $"{name} was off {wrong.Label()}, and {Notation.Number(floating.Times)} times it floated: people do not see that it is automatic.{(place is { ManualSign.Length: > 0 } ? $" Show them: {place.ManualSign}" : " Show them how manual is recognised.")}"),
            _ when SeenTo.Contains(setting) => (DriftRemedy.Training, $"{name} was not enough or not right {wrong.Label()}. It is seen to, not set: put it on the return list, charged and emptied, and show it once."),
            _ when SettingName.Of(setting).Kind == SettingKind.Act => (DriftRemedy.Training, $"{name} was not done {wrong.Label()}: put it on the return list and show it once."),
            _ when place is { Side: not BodySide.Screen } => (DriftRemedy.Tape, $"{name} was off {wrong.Label()}: a hand moves {place.Name} in the bag or by habit. Tape it, or mark its place."),
            _ when place is null => (DriftRemedy.Hold, $"{name} was off {wrong.Label()}. Its control is not in one kind of place: look at each model, tape it where a hand moves it, lock it where a menu does."),
            _ => (DriftRemedy.Lock, $"{name} was off {wrong.Label()}: it is changed in a menu. Keep it in the start-up memory, or lock the menu."),
        };
        (double lowest, double highest) = wrong.Interval;
        return new DriftFinding(setting, wrong, floating, remedy, Judgement.Of(
            Rule,
            sentence,
            new Figure("off", wrong.Times, "times", Notation.Number(wrong.Times)),
            new Figure("read", wrong.Of, "times", Notation.Number(wrong.Of)),
            new Figure("at least", 100 * lowest, "per cent", $"{Notation.Number(100 * lowest, 1)}{Notation.ThinSpace}%"),
            new Figure("at most", 100 * highest, "per cent", $"{Notation.Number(100 * highest, 1)}{Notation.ThinSpace}%")));
    }

    /// <summary>Those worth an act first, by how sure one may be; what stays last.</summary>
    public static IEnumerable<DriftFinding> InOrder(IEnumerable<DriftFinding> findings) =>
        findings.OrderBy(f => f.Remedy is DriftRemedy.TooFew ? 2 : f.Remedy is DriftRemedy.Leave ? 1 : 0)
            .ThenByDescending(f => f.Wrong.Interval.Low).ThenByDescending(f => f.Wrong.Times).ThenBy(f => f.Setting);
}
