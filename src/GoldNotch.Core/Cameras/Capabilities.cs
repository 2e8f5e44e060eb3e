using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>A named position of a control.</summary>
/// <param name="Word">The department's word for it, e.g. <c>strong</c>.</param>
/// <param name="Shown">What the camera calls it; empty where it uses the same word.</param>
public sealed record ChoicePosition(string Word, string Shown)
{
    /// <summary>As the person finds it on the camera.</summary>
    public string Label => Shown.Length == 0 ? Word : Shown;
}

/// <summary>A control with named positions.</summary>
/// <param name="Positions">Its positions in the camera's order, one or more.</param>
/// <param name="HasAutomatic">Whether it has an automatic.</param>
public sealed record ChoiceControl(ImmutableArray<ChoicePosition> Positions, bool HasAutomatic)
{
    /// <summary>The position of a word, or null.</summary>
    public ChoicePosition? Of(string word)
    {
        foreach (ChoicePosition position in Positions)
        {
            if (position.Word.Equals(word, StringComparison.OrdinalIgnoreCase))
            {
                return position;
            }
        }

        return null;
    }
}

/// <summary>A control with numbers.</summary>
/// <param name="Marks">Numbers it can stand at, rising, one or more.</param>
/// <param name="HasOff">Whether it can be off.</param>
/// <param name="HasAutomatic">Whether it has an automatic.</param>
public sealed record LevelControl(ImmutableArray<double> Marks, bool HasOff, bool HasAutomatic);

/// <summary>A shutter that is set by angle.</summary>
/// <param name="Marks">Angles it stops at, rising, one or more.</param>
/// <param name="AnyBetween">Whether any angle between the ends can be typed in.</param>
public sealed record AngleControl(ImmutableArray<ShutterAngle> Marks, bool AnyBetween)
{
    /// <summary>Whether an angle can be set.</summary>
    public bool Has(ShutterAngle angle) =>
        Marks.Contains(angle)
        || (AnyBetween && angle.Degrees >= Marks[0].Degrees - Guard.Edge && angle.Degrees <= Marks[^1].Degrees + Guard.Edge);
}

/// <summary>A shutter that can be set to the period of any frequency of a range, against lamps and screens: clear scan.</summary>
/// <param name="FromHz">Lowest frequency, Hz.</param>
/// <param name="ToHz">Highest frequency, Hz.</param>
/// <param name="StepHz">Its step, Hz.</param>
public sealed record ClearScan(double FromHz, double ToHz, double StepHz)
{
    /// <summary>The setting nearest to a frequency; null where it is outside the range by more than half a step.</summary>
    /// <param name="hz">Frequency, Hz.</param>
    public SettingValue.Speed? Nearest(double hz)
    {
        double at = Math.Round(FromHz + (Math.Round((hz - FromHz) / StepHz) * StepHz), 3);
        return at >= FromHz - Guard.Edge && at <= ToHz + Guard.Edge ? new SettingValue.Speed(ExposureTime.OneOver(at), null, at) : null;
    }

    /// <summary><c>60.3 Hz</c>, to two decimals.</summary>
    /// <param name="hz">Frequency, Hz.</param>
    public static string Label(double hz) => Notation.Number(hz, 2) + Notation.ThinSpace + "Hz";
}

/// <summary>A variable ND filter, which has clear too.</summary>
/// <param name="Least">Least stops when it is in.</param>
/// <param name="Most">Most stops.</param>
/// <param name="Step">Its step, stops.</param>
public sealed record VariableFilter(Stops Least, Stops Most, Stops Step);

/// <summary>What the numbers of a tint control mean.</summary>
/// <param name="StepDuv">How far one step moves the picture, Δuv, over 0.</param>
/// <param name="IsUpGreen">Whether higher numbers are greener; null where nobody has said.</param>
public sealed record TintScale(double StepDuv, bool? IsUpGreen);

/// <summary>The curve that a picture profile records in.</summary>
/// <param name="Name">Its name: <c>BT.709</c>, <c>HLG</c>, <c>sRGB</c> or <c>Log</c>.</param>
/// <param name="Curve">The curve.</param>
/// <param name="ClipLevel">Signal at which its highlights end, 0.2 to 1.2.</param>
public sealed record ProfileCurve(string Name, ToneCurve Curve, double ClipLevel = 1)
{
    /// <summary>Latitude in this profile by the word of the base, empty where there is one base; a base that is missing was not measured in it.</summary>
    public ImmutableDictionary<string, Latitude> Latitudes { get; init; } = ImmutableDictionary<string, Latitude>.Empty;
}

/// <summary>One base with its gains.</summary>
/// <param name="Word"><c>low</c> or <c>high</c>.</param>
/// <param name="Base">The base.</param>
/// <param name="Positions">Gains on it, rising.</param>
/// <param name="Latitude">Room above and below mid grey; null where nobody has measured it.</param>
public sealed record GainBase(string Word, SensitivityBase Base, ImmutableArray<GainPosition> Positions, Latitude? Latitude)
{
    /// <summary>Most gain on this base, where it has a limit of its own; null: that of the control.</summary>
    public Decibels? Cap { get; init; }
}

/// <summary>A lens that goes with the body.</summary>
/// <param name="Name">As engraved.</param>
/// <param name="Lens">Its range and f-stops.</param>
/// <param name="Transmission">T-number wide open where the iris is marked in T.</param>
public sealed record NamedLens(string Name, Lens Lens, FNumber? Transmission);

/// <summary>A slot for a card or a drive.</summary>
/// <param name="Name">As printed: slot A.</param>
/// <param name="CardType">Type of card it takes.</param>
/// <param name="FileSystems">File systems the camera writes there.</param>
/// <param name="Slowest">Slowest class the maker allows; null where none is stated.</param>
public sealed record MediaSlot(string Name, string CardType, ImmutableArray<string> FileSystems, CardClass? Slowest);

/// <summary>The card the department issues with a model.</summary>
/// <param name="CardType">Its type.</param>
/// <param name="CapacityGb">Capacity as sold, 10⁹ bytes.</param>
/// <param name="Class">Class printed on it.</param>
/// <param name="FileSystem">How it is formatted.</param>
public sealed record IssuedCard(string CardType, double CapacityGb, CardClass Class, string FileSystem);

/// <summary>Battery and consumption.</summary>
/// <param name="BatteryWh">Energy of the issued battery, Wh.</param>
/// <param name="Watts">Consumption while recording, W.</param>
/// <param name="Volts">Voltage it runs on.</param>
/// <param name="Health">Share of the printed energy that is counted on.</param>
public sealed record PowerNeed(double BatteryWh, double Watts, double Volts, double Health)
{
    /// <summary>Minutes to charge an empty battery; null where the specification does not say.</summary>
    public double? ChargeMinutes { get; init; }

    /// <summary>Whether the camera charges its battery only while it is off: on mains it cannot record and charge at once.</summary>
    public bool ChargesOnlyWhenOff { get; init; }

    /// <summary>Minutes on one battery.</summary>
    public double RunningMinutes => Power.RunningMinutes(BatteryWh, Watts, Health);
}

/// <summary>What a factory reset does.</summary>
/// <param name="How">Where it is; empty where this model has none.</param>
/// <param name="States">What settings stand at afterwards, as the camera shows them.</param>
public sealed record ResetBehaviour(string How, ImmutableDictionary<Setting, string> States)
{
    /// <summary>Firmware from which the model has it; empty where every firmware does, or none.</summary>
    public string Firmware { get; init; } = "";
}

/// <summary>One value that brings another with it.</summary>
/// <param name="When">The setting that decides.</param>
/// <param name="Is">Its value as the camera shows it.</param>
/// <param name="Then">The setting that follows; later in the work.</param>
/// <param name="Becomes">What it becomes.</param>
/// <param name="Because">Why, in a sentence.</param>
public sealed record Dependency(Setting When, string Is, Setting Then, string Becomes, string Because);
