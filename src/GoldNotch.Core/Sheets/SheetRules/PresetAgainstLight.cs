using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PRESET-AGAINST-LIGHT: a white balance preset agrees with the light of the standard.</summary>
internal sealed class PresetAgainstLight()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "A white balance preset agrees with the light of the standard.",
        "A cast above 10 mired is plainly visible."
    )
{
    private const string RuleId = "PRESET-AGAINST-LIGHT";

    private static readonly Template Cast = new(
        RuleId,
        "cast",
        "{preset} under {light} light leaves a cast of {cast:size} towards {cast?amber|blue}. Require a preset nearest to the light, or accept this with a reason."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.RequirementOf(Setting.WhiteBalance) is Requirement.WhitePreset preset)
        {
            MiredShift cast = WhiteBalance.Cast(of.Standard.Light.Temperature, preset.Temperature);
            if (WhiteBalance.Grade(cast) == CastGrade.Fault)
            {
                yield return Found(
                    Cast,
                    Setting.WhiteBalance,
                    ("preset", preset.Temperature),
                    ("light", of.Standard.Light.Temperature),
                    ("cast", cast)
                );
            }
        }
    }
}
