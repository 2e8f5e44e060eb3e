using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>POLICY-UNUSED: a policy that was chosen decides something.</summary>
internal sealed class PolicyWithoutNotch() : StandardRule(
    "POLICY-UNUSED",
    FindingGrade.Advice,
    "A policy that was chosen decides something.",
    "Otherwise the person who chose it believes it holds.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach ((Policy policy, School school) in of.Standard.Policies.Chosen)
        {
            bool used = policy.Settings.IsEmpty || policy.Settings.Any(s => of.WishOf(s) is Wish.ByPolicy or Wish.ByUse or Wish.Angle { School: null })
                || policy.Matter is PolicyMatter.GainAllowed or PolicyMatter.DateAndTime;
            if (!used)
            {
                yield return Found(policy.Settings[0], $"The policy on {policy.Name.ToLowerInvariant()} says “{school.Says}”, but the notch names a value of its own. Write “by policy” there, or leave the policy at its default.");
            }
        }
    }
}
