using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What the camera takes for white: a number in kelvin, or a balance taken on a card.</summary>
internal sealed class WhiteBalanceSetting()
    : ComputedSetting(
        Setting.WhiteBalance,
        "white-balance",
        "White balance",
        step: 10,
        NaturalUnit.Mired,
        "3200",
        "card in memory A",
        "preset nearest to 3200 K",
        "automatic"
    )
{
    // Memories are drawn beyond the end of the kelvin scale, this many mired apart.
    private const double MemoryGap = 40;

    public override bool HasAutomatic(CameraModel model) => model.White.HasAutomatic;

    internal override IEnumerable<Detent> Detents(ControlSource control)
    {
        WhiteControl white = control.Model.White;
        SortedSet<double> numbers = [.. white.Presets.Select(k => k.Value)];
        numbers.UnionWith(white.Dial?.Numbers().Select(k => k.Value) ?? []);
        double end = double.NegativeInfinity;
        foreach (double number in numbers)
        {
            var k = new Kelvin(number);
            end = -k.ToMired().Value;
            yield return new Detent(
                new SettingValue.WhiteNumber(k),
                Notation.Number(number),
                "K",
                end,
                number % 2000 == 0 || white.Presets.Contains(k)
            );
        }

        end = double.IsNegativeInfinity(end) ? 0 : end;
        foreach (string memory in white.Memories)
        {
            end += MemoryGap;
            yield return new Detent(new SettingValue.WhiteMemory(memory, null), memory, "card", end, true);
        }
    }

    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        if (
            typed.Split([' ', ','], 2, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries) is [var first, var rest]
            && control.Model.White.Memories.FirstOrDefault(m => m.Equals(first, StringComparison.OrdinalIgnoreCase)) is { } memory
        )
        {
            return new SettingValue.WhiteMemory(memory, Kelvin.Parse(rest.TrimStart(',', ' ')));
        }

        return dial.OnDetent(new SettingValue.WhiteNumber(Kelvin.Parse(typed)), this, control.Model);
    }
}
