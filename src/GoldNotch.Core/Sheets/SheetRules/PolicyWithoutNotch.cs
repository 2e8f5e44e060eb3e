using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>POLICY-UNUSED: a policy that was chosen decides something.</summary>
internal sealed class PolicyWithoutNotch()
    : StandardRule(
        RuleId,
        FindingGrade.Advice,
        "A policy that was chosen decides something.",
        "Otherwise whoever chose it believes that it applies."
    )
{
    private const string RuleId = "POLICY-UNUSED";

    private static readonly Template Unused = new(
        RuleId,
        "unused",
        "The policy *{policy}* is set to “{option}”, but the notch requires a value of its own. Require “by policy” there, or reset the policy."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach ((Policy policy, PolicyOption option) in of.Standard.Policies.Chosen)
        {
            bool used =
                policy.Settings.IsEmpty
                || policy.Settings.Any(s =>
                    of.RequirementOf(s) is Requirement.ByPolicy or Requirement.ByUse or Requirement.Angle { Option: null }
                )
                || policy.Matter is PolicyMatter.GainAllowed or PolicyMatter.DateAndTime;
            if (!used)
            {
                yield return Found(Unused, policy.Settings[0], ("policy", policy.Name), ("option", option.Text));
            }
        }
    }
}
