using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>What the hour of a timecode says.</summary>
public enum TimecodeHourSays
{
    /// <summary>The number of the card.</summary>
    Card,

    /// <summary>The number of the day.</summary>
    Day,
}

/// <summary>Timecode of a shoot: what it begins at, and when clocks have drifted by a frame.</summary>
/// <param name="Label">What to preset.</param>
/// <param name="DropFrame">Whether it counts drop-frame.</param>
/// <param name="SetAgainMinutes">Minutes after which two clocks may be a frame apart; null for one camera alone.</param>
/// <param name="Because">What it is and why.</param>
public sealed record TimecodePreset(string Label, bool DropFrame, double? SetAgainMinutes, Judgement Because)
{
    /// <summary>How far two ordinary camera clocks run apart, parts per million (bench rule).</summary>
    public const double UsualDrift = 10;

    private const string RuleId = "PACK-TIMECODE";

    private static readonly Template ByCard = new(RuleId, "card", "Preset {label}: the hour is the number of the card.");
    private static readonly Template ByDay = new(RuleId, "day", "Preset {label}: the hour is the number of the day.");
    private static readonly Template Drop = new(RuleId, "drop", "Count drop-frame: at {rate} it follows the clock.");
    private static readonly Template NonDrop = new(RuleId, "non-drop", "Count non-drop: drop-frame exists only at 29.97 and 59.94.");
    private static readonly Template Again = new(
        RuleId,
        "again",
        "Set all cameras to one again every {minutes}: their clocks may then be a frame apart."
    );

    /// <summary>Works it out.</summary>
    /// <param name="rate">Rate of the recording.</param>
    /// <param name="says">What the hour says.</param>
    /// <param name="number">Number of the card or the day, 0 to 23.</param>
    /// <param name="clocks">How many clocks have to agree: cameras and recorders.</param>
    /// <param name="partsPerMillion">How far they run apart.</param>
    /// <exception cref="QuantityException">The number is above 23: the hour has no room for it.</exception>
    public static TimecodePreset Of(FrameRate rate, TimecodeHourSays says, int number, int clocks, double partsPerMillion = UsualDrift)
    {
        bool drop = Timecode.DropFrameExists(rate);
        string label = string.Create(
            System.Globalization.CultureInfo.InvariantCulture,
            $"{Timecode.PresetHour(number):00}:00:00{(drop ? ';' : ':')}00"
        );
        double? again = clocks > 1 ? Timecode.RejamHours(rate, partsPerMillion) * 60 : null;
        return new TimecodePreset(
            label,
            drop,
            again,
            (says == TimecodeHourSays.Card ? ByCard : ByDay)
                .Of(("label", label))
                .And(drop ? Drop.Of(("rate", rate.Label())) : NonDrop.Of())
                .And(again is { } minutes ? Again.Of(("minutes", FigureValue.In(Measure.Minutes, Math.Floor(minutes)))) : null)
        );
    }
}
