using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>REASON-MISSING: a must has its reason.</summary>
internal sealed class ReasonMissing() : StandardRule(
    "REASON-MISSING",
    FindingGrade.Advice,
    "A must has its reason.",
    "A rule without a reason is the first to be ignored.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        foreach (Notch notch in of.Standard.Notches)
        {
            if (notch.Importance == Importance.Must && notch.Reason.Trim().Length == 0)
            {
                yield return Found(notch.Setting, $"{SettingName.Of(notch.Setting).Name} is a must and no reason is given. Write it in a sentence.");
            }
        }
    }
}
