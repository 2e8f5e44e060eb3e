using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>AUTO-AND-CUT: nothing is automatic where the picture is cut with other cameras.</summary>
internal sealed class AutomaticWhileCut()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "Nothing is automatic where the picture is cut with other cameras.",
        "No two cameras adjust alike."
    )
{
    private const string RuleId = "AUTO-AND-CUT";

    private static readonly Template Automatic = new(
        RuleId,
        "automatic",
        "{setting} is automatic, but the picture is cut with other cameras. Require manual."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (!of.Circumstances.Has(Condition.CutWithOthers))
        {
            yield break;
        }

        foreach (Setting setting in new[] { Setting.IrisControl, Setting.FocusMode, Setting.WhiteBalance, Setting.AudioLevelControl })
        {
            if (of.RequirementOf(setting) is Requirement.AutomaticMode or Requirement.Position { Word: "automatic" })
            {
                yield return Found(Automatic, setting, ("setting", setting));
            }
        }
    }
}
