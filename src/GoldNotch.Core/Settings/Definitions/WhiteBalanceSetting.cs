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

    // The longest first: what is left before it is the number shown.
    private static readonly string[] BalancedHere = ["balanced here", "balanced", "card", "here"];

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

    private static string? WithoutEnd(string typed, string end) =>
        typed.EndsWith(end, StringComparison.OrdinalIgnoreCase) ? typed[..^end.Length].TrimEnd(' ', ',') : null;

    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        if (
            typed.Split([' ', ','], 2, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries) is [var first, var rest]
            && control.Model.White.Memories.FirstOrDefault(m => m.Equals(first, StringComparison.OrdinalIgnoreCase)) is { } memory
        )
        {
            string shows = rest.TrimStart(',', ' ');
            string? number = BalancedHere.Select(w => WithoutEnd(shows, w)).FirstOrDefault(n => n is not null);
            return new SettingValue.WhiteMemory(memory, (number ?? shows) is { Length: > 0 } k ? Kelvin.Parse(k) : null)
            {
                TakenHere = number is not null,
            };
        }

        return dial.OnDetent(new SettingValue.WhiteNumber(Kelvin.Parse(typed)), this, control.Model);
    }
}
