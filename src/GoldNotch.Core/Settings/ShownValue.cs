using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings;

/// <summary>Values as cameras show them: <c>6.3</c>, <c>1/48</c>, <c>180°</c>, <c>3200</c>, <c>+6</c>, <c>H</c>, <c>V30</c>.</summary>
public static class ShownValue
{
    /// <summary>Reads a value as the camera shows it, or null where this control has no such place.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="control">The control it is read from.</param>
    /// <param name="text">What is shown, at most <see cref="Notation.LongestLabel"/> characters.</param>
    public static SettingValue? TryOf(Setting setting, ControlSource control, string text)
    {
        try
        {
            return Notation.Tidy(text) is { } typed ? Of(setting, control, Dial.Of(setting, control), typed) : null;
        }
        catch (QuantityException)
        {
            return null;
        }
    }

    /// <summary>Reads a value; what the control cannot show is refused with what it can.</summary>
    /// <exception cref="QuantityException">Cannot be read, or this control has no such place.</exception>
    internal static SettingValue Of(Setting setting, ControlSource control, Dial dial, string typed)
    {
        foreach (Detent detent in dial.Detents)
        {
            if (
                Same(detent.Label, typed)
                || Same(detent.Value.Label, typed)
                || (detent.Value is SettingValue.Choice choice && Same(choice.Word, typed))
            )
            {
                return detent.Value;
            }
        }

        return SettingDefinition.Of(setting).Read(typed, dial, control);
    }

    // Labels carry a true minus and thin spaces; what was typed has been tidied of both. Case matters only where it makes bits of bytes.
    private static bool Same(string label, string typed) =>
        string.Equals(Notation.Tidy(label), typed, StringComparison.OrdinalIgnoreCase)
        && !(typed.Contains("MB", StringComparison.Ordinal) && label.Contains("Mb", StringComparison.Ordinal));
}
