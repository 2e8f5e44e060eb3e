using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Understands what a person types off a camera: <c>6.3</c>, <c>5.6 1/3</c>, <c>1/48</c>, <c>180°</c>, <c>3200</c>, <c>+6</c>, <c>H</c>, <c>auto</c>.</summary>
public static class ReadingParser
{
    // A twentieth of a stop: a typed speed or filter this near to a detent is that detent.
    private const double SameDetentStops = 0.05;

    /// <summary>Reads a value for a setting of a model. What the control cannot show is refused with what it can.</summary>
    /// <param name="setting">The setting read.</param>
    /// <param name="sheet">The sheet it is checked against.</param>
    /// <param name="text">What was typed, at most <see cref="Notation.LongestLabel"/> characters.</param>
    /// <param name="readings">What was read before: a bit rate and an angle depend on the format.</param>
    /// <exception cref="QuantityException">Cannot be read, or this control has no such place; the message says what would be right.</exception>
    public static Reading Parse(Setting setting, Sheet sheet, string? text, IReadOnlyDictionary<Setting, Reading> readings)
    {
        SettingName name = SettingName.Of(setting);
        if (text?.Length > Notation.LongestLabel)
        {
            throw new QuantityException(
                QuantityFault.BadLabel, $"That is {text.Length} characters long. Type only what the camera shows, e.g. {name.Example}.");
        }

        if (Notation.Tidy(text) is not { } typed)
        {
            throw new QuantityException(QuantityFault.BadLabel, $"Nothing was typed. Type what the camera shows, e.g. {name.Example}.");
        }

        CameraModel model = sheet.Model;
        SettingValue.Format? format = readings.GetValueOrDefault(Setting.RecordFormat) is Reading.Of { Value: SettingValue.Format read }
            ? read
            : sheet.Target<SettingValue.Format>(Setting.RecordFormat);
        Dial dial = Dial.Of(setting, model, format);
        if (typed.Equals("auto", StringComparison.OrdinalIgnoreCase) || typed.Equals("automatic", StringComparison.OrdinalIgnoreCase))
        {
            return FloatingOrRefused(setting, model, dial);
        }

        foreach (Detent detent in dial.Detents)
        {
            if (Same(detent.Label, typed) || Same(detent.Value.Label, typed))
            {
                return new Reading.Of(detent.Value);
            }
        }

        SettingValue value = setting switch
        {
            Setting.RecordFormat => FormatOf(typed, dial, model),
            Setting.BitRate => OnDetent(new SettingValue.Bits(BitRate.Parse(typed)), dial, model, name),
            Setting.Shutter => SpeedOf(typed, dial, model, format),
            Setting.Gain => GainOf(typed, dial, model),
            Setting.NeutralDensity => FilterOf(typed, dial, model),
            Setting.IrisOpening => OpeningOf(typed, model),
            Setting.WhiteBalance => WhiteOf(typed, dial, model),
            _ => throw NoSuchPlace(typed, name, dial, model),
        };
        return new Reading.Of(value);
    }

    // Labels carry a true minus and thin spaces; what was typed has been tidied of both.
    private static bool Same(string label, string typed) => string.Equals(Notation.Tidy(label), typed, StringComparison.OrdinalIgnoreCase);

    // For modes, automatic is one of the control's places; for values, it means that the value floats.
    private static Reading FloatingOrRefused(Setting setting, CameraModel model, Dial dial) =>
        model.CanFloat(setting)
            ? Reading.Automatic.Instance
            : throw new QuantityException(
                QuantityFault.BadLabel,
                $"{SettingName.Of(setting).Name} has no automatic on {model.Name}. Its places are {Places(dial)}.");

    private static SettingValue FormatOf(string typed, Dial dial, CameraModel model)
    {
        if (typed.Split(' ', StringSplitOptions.RemoveEmptyEntries) is not [var size, var rate])
        {
            throw new QuantityException(QuantityFault.BadLabel, $"Type the size and the rate, like 1080 29.97p. {model.Name} has {Places(dial)}.");
        }

        return OnDetent(new SettingValue.Format(FrameSize.Parse(size), ScanRate.Parse(rate)), dial, model, SettingName.Of(Setting.RecordFormat));
    }

    private static SettingValue SpeedOf(string typed, Dial dial, CameraModel model, SettingValue.Format? format)
    {
        ExposureTime time;
        if (typed.EndsWith('°') || typed.EndsWith("deg", StringComparison.OrdinalIgnoreCase))
        {
            ShutterAngle angle = ShutterAngle.Parse(typed);
            time = format is null
                ? throw new QuantityException(QuantityFault.BadLabel, "An angle needs a frame rate; read size and rate first, or type the speed.")
                : angle.At(format.Rate.Frames);
        }
        else
        {
            // Many screens show 60 for 1/60; it is taken so only where the camera has that speed.
            time = ExposureTime.Parse(typed.All(char.IsAsciiDigit) ? "1/" + typed : typed);
        }

        return Nearest(dial, -Math.Log2(time.Seconds), SameDetentStops) ?? throw NoSuchPlace(typed, SettingName.Of(Setting.Shutter), dial, model);
    }

    private static SettingValue GainOf(string typed, Dial dial, CameraModel model)
    {
        if (typed.Contains("ISO", StringComparison.OrdinalIgnoreCase))
        {
            if (model.Gain.IsoAtZeroGain is not { } atZero)
            {
                throw new QuantityException(
                    QuantityFault.BadLabel, $"{model.Name} states no ISO. Read its gain instead: {Places(dial)}.");
            }

            string digits = typed.Replace("ISO", "", StringComparison.OrdinalIgnoreCase).Trim();
            double iso = Notation.TryDecimal(digits, out double number) ? number : throw Guard.Unreadable(typed, "an ISO", "ISO 640");
            // A maker's ISO row is rounded: a quarter of a decibel step still names the detent.
            return Nearest(dial, Sensitivity.GainForIso(atZero, new Iso(iso)).Value, 0.3)
                ?? throw NoSuchPlace(typed, SettingName.Of(Setting.Gain), dial, model);
        }

        return Nearest(dial, Decibels.Parse(typed).Value, Guard.Edge) ?? throw NoSuchPlace(typed, SettingName.Of(Setting.Gain), dial, model);
    }

    private static SettingValue FilterOf(string typed, Dial dial, CameraModel model)
    {
        // A bare number that is no label may be a factor, a density or stops: guessing would be worth stops of exposure.
        if (Notation.TryDecimal(typed, out _))
        {
            throw NoSuchPlace(typed, SettingName.Of(Setting.NeutralDensity), dial, model);
        }

        return Nearest(dial, NeutralDensity.ParseLoss(typed).Value, SameDetentStops)
            ?? throw NoSuchPlace(typed, SettingName.Of(Setting.NeutralDensity), dial, model);
    }

    private static SettingValue OpeningOf(string typed, CameraModel model)
    {
        FNumber number = FNumber.Parse(typed);
        FNumber widest = model.Lens.WidestAtShort;
        FNumber smallest = model.Lens.Smallest;

        // A person reads the ring to about a third, so the mark beside the end of the ring is the end.
        const double Reading = 1.0 / 6;
        if (number.OpennessFrom(widest).Value > Reading || number.OpennessFrom(smallest).Value < -Reading)
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"The lens of {model.Name} goes from {widest.Engraved()} to {smallest.Engraved()}; {number.Engraved()} is not on it. Look again.");
        }

        return new SettingValue.Opening(number);
    }

    private static SettingValue WhiteOf(string typed, Dial dial, CameraModel model)
    {
        if (typed.Split([' ', ','], 2, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries) is [var first, var rest])
        {
            string? memory = model.White.Memories.FirstOrDefault(m => m.Equals(first, StringComparison.OrdinalIgnoreCase));
            if (memory is not null)
            {
                return new SettingValue.WhiteMemory(memory, Kelvin.Parse(rest.TrimStart(',', ' ')));
            }
        }

        return OnDetent(new SettingValue.WhiteNumber(Kelvin.Parse(typed)), dial, model, SettingName.Of(Setting.WhiteBalance));
    }

    private static SettingValue OnDetent(SettingValue value, Dial dial, CameraModel model, SettingName name) =>
        dial.Detents.Any(d => d.Value == value) ? value : throw NoSuchPlace(value.Label, name, dial, model);

    private static SettingValue? Nearest(Dial dial, double at, double within) =>
        dial.Detents.Where(d => Math.Abs(d.At - at) <= within + Guard.Edge).MinBy(d => Math.Abs(d.At - at))?.Value;

    private static QuantityException NoSuchPlace(string typed, SettingName name, Dial dial, CameraModel model) => new(
        QuantityFault.NoChoice,
        $"{name.Name} on {model.Name} has no “{Notation.Excerpt(typed)}”. It has {Places(dial)}. Look again, or press N if it is not fitted.");

    private static string Places(Dial dial)
    {
        ImmutableArray<Detent> all = dial.Detents;
        if (all.IsEmpty)
        {
            return "no places on its card";
        }

        return all.Length <= 14
            ? string.Join(", ", all.Select(d => d.Label))
            : string.Join(", ", all.Take(3).Select(d => d.Label)) + " … " + string.Join(", ", all.TakeLast(3).Select(d => d.Label));
    }
}
