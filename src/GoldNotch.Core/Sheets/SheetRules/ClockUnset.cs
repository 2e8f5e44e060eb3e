using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CLOCK-UNSET: date and time are set where the policy says so.</summary>
internal sealed class ClockUnset() : StandardRule(
    "CLOCK-UNSET",
    FindingGrade.Warning,
    "Date and time are set where the policy says so.",
    "A camera that lost its clock puts its clips in 1970.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.Clock) is null && of.Standard.Policies.Is(PolicyMatter.DateAndTime, "set"))
        {
            yield return Found(Setting.Clock, "The policy says date and time are set, and no notch asks for it. Clips of several cameras cannot be put in order.");
        }
    }
}
