using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Cameras;

/// <summary>A place where a control really stops.</summary>
/// <param name="Value">What it is set to there.</param>
/// <param name="Label">As the camera names it.</param>
/// <param name="Detail">What that means where the name does not say: −3 dB, 2.6 stops; or empty.</param>
/// <param name="At">Coordinate on the line, in the setting's natural unit.</param>
/// <param name="Major">Whether it is labelled first when there is little room.</param>
public sealed record Detent(SettingValue Value, string Label, string Detail, double At, bool Major);

/// <summary>A control as one camera has it: its real detents along a line in the setting's natural unit, so that tolerance can be drawn on it.</summary>
/// <param name="Detents">Detents in the order of the line.</param>
/// <param name="HasAutomatic">Whether the control has an automatic.</param>
public sealed record Dial(ImmutableArray<Detent> Detents, bool HasAutomatic)
{
    // Memories stand beyond the end of the kelvin scale, this many mired apart.
    private const double MemoryGap = 40;

    /// <summary>Draws the control of a model. Bit rates, codecs and angles are those of <paramref name="format"/>, gains those of the base.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="model">The model.</param>
    /// <param name="format">The format the camera stands at; null where none is known.</param>
    /// <param name="baseWord">The base in use; null for the lowest.</param>
    public static Dial Of(Setting setting, CameraModel model, SettingValue.Format? format, string? baseWord = null)
    {
        IEnumerable<Detent> detents = setting switch
        {
            Setting.FullAuto => model.HasFullAuto
                ? [Named(new SettingValue.Switch(false), "off", 0), Named(new SettingValue.Switch(true), "on", 1)]
                : [],
            Setting.RecordFormat => model.Formats.Select((f, i) =>
                Named(new SettingValue.Format(f.Size, f.Rate), $"{f.Size.Label()} {f.Rate.Label()}", i)),
            Setting.BitRate => BitRatesOf(model, format).Select(b =>
                new Detent(new SettingValue.Bits(b), Notation.Number(b.Megabits, 1), "Mb/s", b.Megabits, true)),
            Setting.Shutter => SpeedsOf(model, format),
            Setting.BaseIso => model.Gain.Bases.Select((b, i) =>
                new Detent(new SettingValue.Choice(b.Word, b.Base.Name), b.Base.Name, b.Word, i, true)),
            Setting.Gain => model.Gain.PositionsOn(baseWord).Select(GainDetent),
            Setting.NeutralDensity => FiltersOf(model).Select(f => new Detent(
                new SettingValue.Filter(f),
                f.Label,
                f.Loss == Stops.Zero ? "" : Notation.Number(f.Loss.Value, 2) + Notation.ThinSpace + (f.Loss.Value == 1 ? "stop" : "stops"),
                f.Loss.Value,
                model.Variable is null || f.Loss.Value == Math.Round(f.Loss.Value))),
            Setting.IrisControl => ModesOf(model.Iris),
            Setting.FocusMode => ModesOf(model.Focus),
            Setting.Iris => IrisMarksOf(model),
            Setting.WhiteBalance => WhitesOf(model),
            _ => SettingName.Of(setting).Kind switch
            {
                SettingKind.Choice => ChoicesOf(setting, model, format),
                SettingKind.Level => LevelsOf(setting, model),
                _ => [Named(new SettingValue.Task(true), "done", 0), Named(new SettingValue.Task(false), "not done", 1)],
            },
        };
        return new Dial([.. detents], model.HasAutomatic(setting));
    }

    /// <summary>Where a value stands on this line; null when the control has no such place.</summary>
    public double? Locate(SettingValue value)
    {
        foreach (Detent detent in Detents)
        {
            if (detent.Value == value || (value is SettingValue.WhiteMemory m && detent.Value is SettingValue.WhiteMemory d && d.Name == m.Name))
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
            SettingValue.Speed { Angle: not null } s => -Math.Log2(s.Time.Seconds),
            _ => null,
        };
    }

    /// <summary>The filter positions of a model: those it has, or the steps of its variable filter.</summary>
    public static IEnumerable<FilterPosition> FiltersOf(CameraModel model)
    {
        if (model.Variable is not { } variable)
        {
            return model.Filters;
        }

        int steps = (int)Math.Floor(((variable.Most.Value - variable.Least.Value) / variable.Step.Value) + 1e-6);
        return
        [
            new FilterPosition("clear", Stops.Zero),
            .. Enumerable.Range(0, steps + 1).Select(i => new Stops(variable.Least.Value + (i * variable.Step.Value)))
                .Select(loss => new FilterPosition("1/" + Notation.Number(Math.Pow(2, loss.Value)), loss)),
        ];
    }

    // An angle is a time only once the rate is known.
    private static IEnumerable<Detent> SpeedsOf(CameraModel model, SettingValue.Format? format)
    {
        if (model.Angles is { } angles && format is not null)
        {
            foreach (ShutterAngle angle in angles.Marks)
            {
                ExposureTime time = angle.At(format.Rate.Frames);
                yield return new Detent(new SettingValue.Speed(time, angle), angle.Label(), time.Label(), -Math.Log2(time.Seconds), true);
            }
        }

        foreach (ExposureTime time in model.Shutters)
        {
            yield return new Detent(new SettingValue.Speed(time), time.Label(), "", -Math.Log2(time.Seconds), true);
        }
    }

    private static IEnumerable<Detent> ChoicesOf(Setting setting, CameraModel model, SettingValue.Format? format)
    {
        if (setting == Setting.FileSystem)
        {
            return model.Slots.SelectMany(s => s.FileSystems).Distinct().Select((f, i) => Named(new SettingValue.Choice(f), f, i));
        }

        ImmutableArray<string> codecs = setting == Setting.Codec ? model.FormatOf(format)?.Codecs ?? [] : [];
        return (model.Choices.GetValueOrDefault(setting)?.Positions ?? [])
            .Where(p => codecs.IsEmpty || codecs.Contains(p.Word))
            .Select((p, i) => new Detent(
                new SettingValue.Choice(p.Word, p.Shown), p.Label, p.Label.Equals(p.Word, StringComparison.OrdinalIgnoreCase) ? "" : p.Word, i, true));
    }

    private static IEnumerable<Detent> LevelsOf(Setting setting, CameraModel model)
    {
        if (model.Levels.GetValueOrDefault(setting) is not { } control)
        {
            yield break;
        }

        NaturalUnit unit = SettingName.Of(setting).Unit;
        double span = control.Marks[^1] - control.Marks[0];
        if (control.HasOff)
        {
            yield return Named(new SettingValue.Choice("off"), "off", control.Marks[0] - Math.Max(span / 8, 1));
        }

        foreach (double mark in control.Marks)
        {
            yield return new Detent(new SettingValue.Amount(mark, unit), Notation.Number(mark, 1), "", mark, true);
        }
    }

    private static Detent Named(SettingValue value, string label, double at) => new(value, label, "", at, true);

    private static Detent GainDetent(GainPosition position) => new(
        new SettingValue.GainAt(position.Gain, position.Name),
        position.Name.Length > 0 ? position.Name : Notation.Number(position.Gain.Value, 1, withPlus: true),
        position.Name.Length > 0 ? position.Gain.Label() : "dB",
        position.Gain.Value,
        true);

    private static IEnumerable<BitRate> BitRatesOf(CameraModel model, SettingValue.Format? format) =>
        format is null
            ? model.Formats.SelectMany(f => f.BitRates).Distinct().Order()
            : model.Formats.Where(f => f.Size == format.Size && f.Rate == format.Rate).SelectMany(f => f.BitRates).Order();

    private static IEnumerable<Detent> ModesOf(ModeControl control)
    {
        if (control.Manual)
        {
            yield return Named(new SettingValue.Mode(true), "manual", 0);
        }

        if (control.Automatic)
        {
            yield return Named(new SettingValue.Mode(false), "auto", 1);
        }
    }

    // A ring is continuous: the two ends are positions, and between them the third-stop marks are drawn.
    private static IEnumerable<Detent> IrisMarksOf(CameraModel model)
    {
        IEnumerable<FNumber> marks = Enumerable.Range(0, 37).Select(FNumber.AtMark)
            .Where(n => model.Lens.Reach(n) == n && n != model.Lens.WidestAtShort && n != model.Lens.Smallest);
        foreach (FNumber n in marks.Prepend(model.Lens.WidestAtShort).Append(model.Lens.Smallest))
        {
            yield return new Detent(new SettingValue.Iris(n), n.Engraved().TrimStart('f', '/', 'T'), "", IrisCoordinate(n), n.Mark % 3 == 0);
        }
    }

    private static IEnumerable<Detent> WhitesOf(CameraModel model)
    {
        SortedSet<double> numbers = [.. model.White.Presets.Select(k => k.Value)];
        numbers.UnionWith(model.White.Dial?.Numbers().Select(k => k.Value) ?? []);
        double end = double.NegativeInfinity;
        foreach (double number in numbers)
        {
            var k = new Kelvin(number);
            end = -k.ToMired().Value;
            bool major = number % 2000 == 0 || model.White.Presets.Contains(k);
            yield return new Detent(new SettingValue.WhiteNumber(k), Notation.Number(number), "K", end, major);
        }

        end = double.IsNegativeInfinity(end) ? 0 : end;
        foreach (string memory in model.White.Memories)
        {
            end += MemoryGap;
            yield return new Detent(new SettingValue.WhiteMemory(memory, null), memory, "card", end, true);
        }
    }

    private static double IrisCoordinate(FNumber number) => 2 * Math.Log2(number.Value);
}
