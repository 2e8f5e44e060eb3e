using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Understands what a person types off a camera: <c>6.3</c>, <c>5.6 1/3</c>, <c>1/48</c>, <c>180°</c>, <c>3200</c>, <c>+6</c>, <c>H</c>, <c>auto</c>.</summary>
public static class ReadingParser
{
    /// <summary>What is typed where the unit has no such control.</summary>
    public static readonly string NotFitted = ReadingKind.NotFitted.Typed();

    /// <summary>Reads <c>not fitted</c>, <c>auto</c> or a value for a setting of a model. What the control cannot show is refused with what it can.</summary>
    /// <param name="setting">The setting read.</param>
    /// <param name="sheet">The sheet it is checked against.</param>
    /// <param name="text">What was typed, at most <see cref="Notation.LongestLabel"/> characters.</param>
    /// <param name="readings">What was read before: a bit rate and an angle depend on the format.</param>
    /// <exception cref="QuantityException">Cannot be read, or this control has no such place; the message says what would be right.</exception>
    public static Reading Parse(Setting setting, Sheet sheet, string? text, IReadOnlyDictionary<Setting, Reading> readings)
    {
        if (text == NotFitted)
        {
            return Reading.NotFitted.Instance;
        }

        SettingDefinition name = SettingDefinition.Of(setting);
        if (text?.Length > Notation.LongestLabel)
        {
            throw new QuantityException(
                QuantityFault.BadLabel,
                $"That is {text.Length} characters long. Type only what the camera shows, e.g. {name.Example}."
            );
        }

        if (Notation.Tidy(text) is not { } typed)
        {
            throw new QuantityException(QuantityFault.BadLabel, $"Nothing was typed. Type what the camera shows, e.g. {name.Example}.");
        }

        ControlSource control = ControlOf(sheet, readings);
        CameraModel model = control.Model;
        if (setting == Setting.Gain)
        {
            typed = BaseOfIso.Settled(control, typed, readings.GetValueOrDefault(Setting.BaseIso) is Reading.Of);
        }

        Dial dial = Dial.Of(setting, model, control.Format, control.BaseWord);
        bool saysAutomatic =
            typed.Equals("auto", StringComparison.OrdinalIgnoreCase) || typed.Equals("automatic", StringComparison.OrdinalIgnoreCase);
        if (saysAutomatic && !IsPlace(dial, typed))
        {
            return AutomaticOrRefused(setting, model, dial);
        }

        QuantityException refused;
        try
        {
            return new Reading.Of(ShownValue.Of(setting, control, dial, typed));
        }
        catch (QuantityException notThere)
        {
            refused = notThere;
        }

        // A model that meets the notch by not having the control shows nothing; what the line says is meant as that.
        if (
            dial.Detents.IsEmpty
            && sheet.LineOf(setting) is { NothingToDo: true, Target: { } met }
            && typed.Equals(Notation.Tidy(met.Label), StringComparison.OrdinalIgnoreCase)
        )
        {
            return Reading.NotFitted.Instance;
        }

        return Otherwise(setting, control, dial, typed) ?? throw refused;
    }

    // Some controls have a position that is only called so, as a video output that finds its own rate.
    private static bool IsPlace(Dial dial, string typed) =>
        dial.Detents.Any(d =>
            d.Value is not SettingValue.Mode
            && (
                d.Label.Equals(typed, StringComparison.OrdinalIgnoreCase)
                || d.Value is SettingValue.Choice { Word: var word } && word.Equals(typed, StringComparison.OrdinalIgnoreCase)
            )
        );

    // A place of that name comes first; then what people write for an automatic, and other spellings of a value.
    private static Reading? Otherwise(Setting setting, ControlSource control, Dial dial, string typed) =>
        Spelling.IsAutomatic(setting, typed) ? AutomaticOrRefused(setting, control.Model, dial)
        : Spelling.Read(setting, control, dial, typed) is { } meant ? new Reading.Of(meant)
        : null;

    // A reading of the format or the base is what the camera stands at; where there is none, the sheet's counts.
    private static ControlSource ControlOf(Sheet sheet, IReadOnlyDictionary<Setting, Reading> readings) =>
        new(
            sheet.Model,
            (readings.GetValueOrDefault(Setting.RecordFormat) as Reading.Of)?.Value as SettingValue.Format
                ?? sheet.Target<SettingValue.Format>(Setting.RecordFormat),
            ((readings.GetValueOrDefault(Setting.BaseIso) as Reading.Of)?.Value as SettingValue.Choice)?.Word ?? sheet.BaseWord
        );

    // For modes, automatic is one of the control's places; for values, it means that the value floats.
    private static Reading AutomaticOrRefused(Setting setting, CameraModel model, Dial dial) =>
        // A card that says nothing about a control cannot deny it an automatic.
        model.HasAutomatic(setting) || !model.Knows(setting)
            ? Reading.Automatic.Instance
            : throw new QuantityException(
                QuantityFault.BadLabel,
                $"{SettingDefinition.Of(setting).Name} has no automatic on {model.Name}. Its places are {dial.Places()}."
            );
}
