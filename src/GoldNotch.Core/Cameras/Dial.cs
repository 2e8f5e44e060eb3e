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

/// <summary>A control as one camera has it: its real detents along a line in the setting's natural unit, so that slack can be drawn on it.</summary>
/// <param name="Detents">Detents in the order of the line.</param>
/// <param name="CanFloat">Whether the control has an automatic.</param>
public sealed record Dial(ImmutableArray<Detent> Detents, bool CanFloat)
{
    // Memories stand beyond the end of the kelvin scale, this many mired apart.
    private const double MemoryGap = 40;

    /// <summary>Draws the control of a model. The bit rates are those of <paramref name="format"/>.</summary>
    public static Dial Of(Setting setting, CameraModel model, SettingValue.Format? format)
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
            Setting.Shutter => model.Shutters.Select(t =>
                new Detent(new SettingValue.Speed(t), t.Label(), "", -Math.Log2(t.Seconds), true)),
            Setting.Gain => model.Gain.Positions.Select(GainDetent),
            Setting.NeutralDensity => model.Filters.Select(f => new Detent(
                new SettingValue.Filter(f),
                f.Label,
                f.Loss == Stops.Zero ? "" : Notation.Number(f.Loss.Value, 2) + Notation.ThinSpace + "stops",
                f.Loss.Value,
                true)),
            Setting.IrisMode => ModesOf(model.Iris),
            Setting.FocusMode => ModesOf(model.Focus),
            Setting.IrisOpening => OpeningsOf(model),
            _ => WhitesOf(model),
        };
        return new Dial([.. detents], model.CanFloat(setting));
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
            SettingValue.Opening o => IrisCoordinate(o.Number),
            SettingValue.WhiteNumber w => -w.Temperature.ToMired().Value,
            SettingValue.Bits b => b.Rate.Megabits,
            _ => null,
        };
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
    private static IEnumerable<Detent> OpeningsOf(CameraModel model)
    {
        IEnumerable<FNumber> marks = Enumerable.Range(0, 37).Select(FNumber.AtMark)
            .Where(n => model.Lens.Reach(n) == n && n != model.Lens.WidestAtShort && n != model.Lens.Smallest);
        foreach (FNumber n in marks.Prepend(model.Lens.WidestAtShort).Append(model.Lens.Smallest))
        {
            yield return new Detent(new SettingValue.Opening(n), n.Engraved()[2..], "", IrisCoordinate(n), n.Mark % 3 == 0);
        }
    }

    private static IEnumerable<Detent> WhitesOf(CameraModel model)
    {
        SortedSet<double> numbers = [.. model.White.Presets.Select(k => k.Value)];
        if (model.White.Dial is { Lowest: { } lowest, Highest: { } highest } grid)
        {
            for (double k = lowest.Value; k <= highest.Value + Guard.Edge; k += grid.StepKelvin)
            {
                numbers.Add(k);
            }
        }

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
