using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>REASON-MISSING: a must has its reason.</summary>
internal sealed class ReasonMissing()
    : StandardRule(RuleId, FindingGrade.Advice, "A must has its reason.", "A rule without a reason is the first to be ignored.")
{
    private const string RuleId = "REASON-MISSING";

    private static readonly Template Missing = new(RuleId, "missing", "{setting} is a must without a reason. Write it in a sentence.");

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach (Notch notch in of.Standard.Notches)
        {
            if (notch.Importance == Importance.Must && notch.Reason.Trim().Length == 0)
            {
                yield return Found(Missing, notch.Setting, ("setting", notch.Setting));
            }
        }
    }
}
