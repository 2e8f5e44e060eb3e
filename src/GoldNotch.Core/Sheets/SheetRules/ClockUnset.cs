using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CLOCK-UNSET: date and time are set where the policy requires it.</summary>
internal sealed class ClockUnset()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "Date and time are set where the policy requires it.",
        "Clips of several cameras are put in order by their time."
    )
{
    private const string RuleId = "CLOCK-UNSET";

    private static readonly Template Unset = new(
        RuleId,
        "unset",
        "The policy requires date and time to be set, and no notch requires it. Add one."
    );

    private static readonly Template IgnoredWhileCut = new(
        RuleId,
        "ignored-while-cut",
        "The policy ignores date and time, and the picture is cut with other cameras: their clips cannot be put in order. Choose the policy that sets it."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.Clock) is null && of.Standard.Policies.Is(ClockPolicy.Set))
        {
            yield return Found(Unset, Setting.Clock);
        }
        else if (of.Standard.Policies.Is(ClockPolicy.Ignore) && of.Circumstances.Has(Condition.CutWithOthers))
        {
            yield return Found(IgnoredWhileCut, Setting.Clock);
        }
    }
}
