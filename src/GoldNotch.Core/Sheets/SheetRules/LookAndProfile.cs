using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>LOOK-AND-PROFILE: a viewing look belongs to a log profile, and to nothing else.</summary>
internal sealed class LookAndProfile() : StandardRule(
    "LOOK-AND-PROFILE",
    FindingGrade.Advice,
    "A viewing look belongs to a log profile, and to nothing else.",
    "Looks over a finished profile, or flat pictures without one, mislead the person who exposes.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        string? profile = of.Word(Setting.Profile);
        string? look = of.Word(Setting.ViewingLook);
        if (profile == "log" && look == "off")
        {
            yield return Found(Setting.ViewingLook, "The profile is log and no viewing look is on: a flat picture makes people open the iris.");
        }
        else if (profile is "house" or "standard" && look == "on")
        {
            yield return Found(Setting.ViewingLook, $"The profile is {profile}, which is finished as it is; a viewing look over it shows what is not recorded.");
        }
    }
}
