using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>AUTO-AND-CUT: nothing is automatic where the picture is cut with others.</summary>
internal sealed class AutomaticWhileCut() : StandardRule(
    "AUTO-AND-CUT",
    FindingGrade.Fault,
    "Nothing is automatic where the picture is cut with others.",
    "No two cameras move alike.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (!of.Circumstances.Has(Condition.CutWithOthers))
        {
            yield break;
        }

        foreach (Setting setting in new[] { Setting.IrisMode, Setting.FocusMode, Setting.WhiteBalance, Setting.SoundMode })
        {
            if (of.WishOf(setting) is Wish.AutomaticMode or Wish.Position { Word: "automatic" })
            {
                yield return Found(setting, $"{SettingName.Of(setting).Name} is automatic, but this is cut with other cameras: each would move for itself.");
            }
        }
    }
}
