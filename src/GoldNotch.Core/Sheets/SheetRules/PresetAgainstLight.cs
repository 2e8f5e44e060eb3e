using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PRESET-AGAINST-LIGHT: a preset number agrees with the light the standard names.</summary>
internal sealed class PresetAgainstLight() : StandardRule(
    "PRESET-AGAINST-LIGHT",
    FindingGrade.Warning,
    "A preset number agrees with the light the standard names.",
    "A cast above 10 mired is plainly seen.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.WishOf(Setting.WhiteBalance) is Wish.WhitePreset preset)
        {
            MiredShift cast = WhiteBalance.Cast(of.Standard.Light.Temperature, preset.Temperature);
            if (WhiteBalance.Grade(cast) == CastGrade.Fault)
            {
                yield return Found(
                    Setting.WhiteBalance,
                    $"{preset.Temperature.Label()} under {of.Standard.Light.Temperature.Label()} light leaves a cast of {cast.Label()} to {(cast.Value > 0 ? "amber" : "blue")}. Ask for a preset nearest to {of.Standard.Light.Temperature.Label()}, or say it is meant.",
                    Figure.Of("cast", new Distance(cast.Value, NaturalUnit.Mired)));
            }
        }
    }
}
