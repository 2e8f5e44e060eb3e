using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>What a control is read from.</summary>
/// <param name="Model">The model.</param>
/// <param name="Format">The format it stands at; null where none is known.</param>
/// <param name="BaseWord">The base in use; null for the lowest.</param>
public readonly record struct ControlSource(CameraModel Model, SettingValue.Format? Format, string? BaseWord);

/// <summary>Values as cameras show them: <c>6.3</c>, <c>1/48</c>, <c>180°</c>, <c>3200</c>, <c>+6</c>, <c>H</c>, <c>V30</c>.</summary>
public static class ShownValue
{
    // A twentieth of a stop: a typed speed or filter this near to a detent is that detent.
    private const double SameDetentStops = 0.05;

    /// <summary>Reads a value as the camera shows it, or null where this control has no such place.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="control">The control it is read from.</param>
    /// <param name="text">What is shown, at most <see cref="Notation.LongestLabel"/> characters.</param>
    public static SettingValue? TryOf(Setting setting, ControlSource control, string text)
    {
        Dial dial = Dial.Of(setting, control.Model, control.Format, control.BaseWord);
        try
        {
            return Notation.Tidy(text) is { } typed ? Of(setting, control, dial, typed) : null;
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
            if (Same(detent.Label, typed) || Same(detent.Value.Label, typed) || (detent.Value is SettingValue.Choice choice && Same(choice.Word, typed)))
            {
                return detent.Value;
            }
        }

        CameraModel model = control.Model;
        SettingName name = SettingName.Of(setting);
        return setting switch
        {
            Setting.RecordFormat => FormatOf(typed, dial, model),
            Setting.BitRate => OnDetent(new SettingValue.Bits(BitRate.Parse(typed)), dial, model, name),
            Setting.Shutter => SpeedOf(typed, dial, model, control.Format),
            Setting.Gain => GainOf(typed, dial, control),
            Setting.NeutralDensity => FilterOf(typed, dial, model),
            Setting.Iris => IrisOf(typed, model),
            Setting.WhiteBalance => WhiteOf(typed, dial, model),
            // How a card is formatted is a fact of the card: one that the camera cannot write is just what a check is to find.
            Setting.FileSystem => new SettingValue.Choice(typed),
            _ => name.Kind switch
            {
                SettingKind.Level => NumberOf(typed, dial, model, name),
                SettingKind.Task when typed.Equals("yes", StringComparison.OrdinalIgnoreCase) => new SettingValue.Task(true),
                SettingKind.Task when typed.Equals("no", StringComparison.OrdinalIgnoreCase) => new SettingValue.Task(false),
                SettingKind.Choice when dial.Detents.IsEmpty => new SettingValue.Choice(typed),
                _ => throw NoSuchPlace(typed, name, dial, model),
            },
        };
    }

    // What is read off a display may be any number; a control only stands at its marks.
    private static SettingValue NumberOf(string typed, Dial dial, CameraModel model, SettingName name)
    {
        if (dial.Detents.IsEmpty && typed.Equals("off", StringComparison.OrdinalIgnoreCase))
        {
            return new SettingValue.Choice("off");
        }

        double number = Level.Parse(typed, name.Unit);
        return dial.Detents.IsEmpty
            ? new SettingValue.Amount(number, name.Unit)
            : Nearest(dial, number, 0.05) ?? throw NoSuchPlace(typed, name, dial, model);
    }

    // Labels carry a true minus and thin spaces; what was typed has been tidied of both.
    private static bool Same(string label, string typed) => string.Equals(Notation.Tidy(label), typed, StringComparison.OrdinalIgnoreCase);

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

        if (model.Angles is { AnyBetween: true } angles && format is not null
            && Math.Round(360 * format.Rate.Frames.FramesPerSecond * time.Seconds, 6) is > 0 and <= 360 and var degrees
            && typed.EndsWith('°') && angles.Has(new ShutterAngle(degrees)))
        {
            return new SettingValue.Speed(time, new ShutterAngle(degrees));
        }

        return Nearest(dial, -Math.Log2(time.Seconds), SameDetentStops) ?? throw NoSuchPlace(typed, SettingName.Of(Setting.Shutter), dial, model);
    }

    private static SettingValue GainOf(string typed, Dial dial, ControlSource control)
    {
        CameraModel model = control.Model;
        if (typed.Contains("ISO", StringComparison.OrdinalIgnoreCase))
        {
            if (model.Gain.IsoOn(control.BaseWord) is not { } atZero)
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
        if (dial.Detents.IsEmpty && typed.Equals("clear", StringComparison.OrdinalIgnoreCase))
        {
            return new SettingValue.Filter(new FilterPosition("clear", Stops.Zero));
        }

        // A bare number that is no label may be a factor, a density or stops: guessing would be worth stops of exposure.
        if (Notation.TryDecimal(typed, out _))
        {
            throw NoSuchPlace(typed, SettingName.Of(Setting.NeutralDensity), dial, model);
        }

        return Nearest(dial, NeutralDensity.ParseLoss(typed).Value, SameDetentStops)
            ?? throw NoSuchPlace(typed, SettingName.Of(Setting.NeutralDensity), dial, model);
    }

    private static SettingValue IrisOf(string typed, CameraModel model)
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

        return new SettingValue.Iris(number);
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

    internal static string Places(Dial dial)
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
