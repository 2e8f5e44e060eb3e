using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>LUT-AND-PROFILE: a viewing LUT is used with a log profile, and with no other.</summary>
internal sealed class LutAndProfile()
    : StandardRule(
        RuleId,
        FindingGrade.Advice,
        "A viewing LUT is used with a log profile, and with no other.",
        "A LUT over a finished profile, or a flat picture without one, misleads whoever sets exposure."
    )
{
    private const string RuleId = "LUT-AND-PROFILE";

    private static readonly Template FlatWithout = new(
        RuleId,
        "flat-without",
        "The profile is log and the viewing LUT is off. A flat picture leads to overexposure. Require the LUT on."
    );
    private static readonly Template OverFinished = new(
        RuleId,
        "over-finished",
        "The profile is {profile}, which needs no LUT. The viewing LUT shows what is not recorded. Require it off."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        string? profile = of.Word(Setting.Profile);
        string? lut = of.Word(Setting.ViewingLut);
        if (profile == "log" && lut == "off")
        {
            yield return Found(FlatWithout, Setting.ViewingLut);
        }
        else if (profile is "department" or "standard" && lut == "on")
        {
            yield return Found(OverFinished, Setting.ViewingLut, ("profile", profile));
        }
    }
}
