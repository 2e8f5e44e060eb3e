using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings;

/// <summary>What a control is read from.</summary>
/// <param name="Model">The model.</param>
/// <param name="Format">The format it is set to; null where none is known.</param>
/// <param name="BaseWord">The base ISO in use; null for the lowest.</param>
public readonly record struct ControlSource(CameraModel Model, SettingValue.Format? Format, string? BaseWord);

/// <summary>A place where a control really stops.</summary>
/// <param name="Value">What it is set to there.</param>
/// <param name="Label">As the camera names it.</param>
/// <param name="Detail">What that means where the name does not say: −3 dB, 2.6 stops; or empty.</param>
/// <param name="At">Coordinate on the line, in the setting's natural unit.</param>
/// <param name="Major">Whether it is labelled first when there is little room.</param>
public sealed record Detent(SettingValue Value, string Label, string Detail, double At, bool Major)
{
    /// <summary>Its label and detail as a person reads quantities; the camera's own names stay as they are.</summary>
    /// <param name="notation">How the person reads quantities.</param>
    public (string Label, string Detail) In(NotationPreferences notation) =>
        (Value, Value.LabelIn(notation).Split(Notation.ThinSpace)) switch
        {
            (SettingValue.Iris, [var number]) => (number.TrimStart('f', '/', 'T'), Detail),
            (SettingValue.WhiteNumber, [var number, var unit]) => (number, unit),
            _ => (Label, Detail),
        };

    /// <summary>What to type for this place in that notation. A whole mired is no place of a dial in kelvin, so kelvin stay, with their unit.</summary>
    /// <param name="notation">How the person reads quantities.</param>
    public string TypedIn(NotationPreferences notation) =>
        Value is SettingValue.WhiteNumber && notation.WhiteBalance == WhiteBalanceStyle.Mired ? $"{Label} K" : In(notation).Label;

    internal static Detent Named(SettingValue value, string label, double at) => new(value, label, "", at, true);
}

/// <summary>A control as one camera has it: its real detents along a line in the setting's natural unit, so that tolerance can be drawn on it.</summary>
/// <param name="Detents">Detents in the order of the line.</param>
/// <param name="HasAutomatic">Whether the control has an automatic.</param>
public sealed record Dial(ImmutableArray<Detent> Detents, bool HasAutomatic)
{
    private const int ListedWhole = 14;

    /// <summary>Draws the control of a model. Bit rates, codecs and angles are those of <paramref name="format"/>, gains those of the base.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="model">The model.</param>
    /// <param name="format">The format the camera is set to; null where none is known.</param>
    /// <param name="baseWord">The base ISO in use; null for the lowest.</param>
    public static Dial Of(Setting setting, CameraModel model, SettingValue.Format? format, string? baseWord = null) =>
        Of(setting, new ControlSource(model, format, baseWord));

    internal static Dial Of(Setting setting, ControlSource control)
    {
        var definition = SettingDefinition.Of(setting);
        return new Dial([.. definition.Detents(control)], definition.HasAutomatic(control.Model));
    }

    /// <summary>Where a value stands on this line; null when the control has no such place.</summary>
    public double? Locate(SettingValue value)
    {
        foreach (Detent detent in Detents)
        {
            if (
                detent.Value == value
                || (value is SettingValue.WhiteMemory m && detent.Value is SettingValue.WhiteMemory d && d.Name == m.Name)
            )
            {
                return detent.At;
            }
        }

        return value switch
        {
            SettingValue.Iris o => IrisCoordinate(o.Number),
            SettingValue.WhiteNumber w => -w.Temperature.ToMired().Value,
            SettingValue.Bits b => b.Rate.Megabits,
            SettingValue.Amount n => n.Value,
            SettingValue.Speed { Angle: not null } or SettingValue.Speed { ScanHz: not null } => -Math.Log2(
                ((SettingValue.Speed)value).Time.Seconds
            ),
            SettingValue.GainAt { Position: "" } g => g.Gain.Value,
            _ => null,
        };
    }

    internal static double IrisCoordinate(FNumber number) => 2 * Math.Log2(number.Value);

    /// <summary>The value of the detent nearest to a coordinate; null where none is within the distance.</summary>
    internal SettingValue? Nearest(double at, double within) =>
        Detents.Where(d => Math.Abs(d.At - at) <= within + Guard.Edge).MinBy(d => Math.Abs(d.At - at))?.Value;

    /// <summary>A value that is one of the detents; any other is refused.</summary>
    internal SettingValue OnDetent(SettingValue value, SettingDefinition of, CameraModel model) =>
        Detents.Any(d => d.Value == value) ? value : throw NoSuchPlace(value.Label, of, model);

    internal QuantityException NoSuchPlace(string typed, SettingDefinition of, CameraModel model) =>
        new(
            QuantityFault.NoChoice,
            $"{of.Name} on {model.Name} has no “{Notation.Excerpt(typed)}”. It has {Places()}. Look again, or press N if it is not fitted."
        );

    /// <summary>The detents as a list for a person; a long one is given by its ends.</summary>
    internal string Places() =>
        Detents.IsEmpty ? "no places in its specification"
        : Detents.Length <= ListedWhole ? string.Join(", ", Detents.Select(d => d.Label))
        : string.Join(", ", Detents.Take(3).Select(d => d.Label)) + " … " + string.Join(", ", Detents.TakeLast(3).Select(d => d.Label));
}
