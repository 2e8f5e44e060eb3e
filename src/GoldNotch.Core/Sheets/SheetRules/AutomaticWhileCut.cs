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

    private static readonly Template ByPolicy = new(
        RuleId,
        "by-policy",
        "{setting} is automatic by the policy “{option}”, but the picture is cut with other cameras. Choose another option, or require manual."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (!of.Circumstances.Has(Condition.CutWithOthers))
        {
            yield break;
        }

        if (of.RequirementOf(Setting.FullAuto) is Requirement.On)
        {
            yield return Found(Automatic, Setting.FullAuto, ("setting", Setting.FullAuto));
        }

        foreach (Setting setting in new[] { Setting.IrisControl, Setting.FocusMode, Setting.WhiteBalance, Setting.AudioLevelControl })
        {
            Requirement? required = of.RequirementOf(setting);
            if (required is Requirement.AutomaticMode or Requirement.Position { Word: "automatic" })
            {
                yield return Found(Automatic, setting, ("setting", setting));
            }
            else if (required is Requirement.ByPolicy && AutomaticByPolicy(setting, of) is { } option)
            {
                yield return Found(ByPolicy, setting, ("setting", setting), ("option", option));
            }
        }
    }

    // The option that makes a setting automatic here; null where it stays with a person.
    private static string? AutomaticByPolicy(Setting setting, StandardInView of)
    {
        Policies policies = of.Standard.Policies;
        bool automatic = setting switch
        {
            Setting.IrisControl => policies.Is(IrisPolicy.AutomaticMoving) && of.Circumstances.Has(Condition.Hand),
            Setting.FocusMode => policies.Is(FocusPolicy.Tracking),
            Setting.WhiteBalance => policies.Is(WhiteBalancePolicy.Automatic),
            _ => policies.Is(AudioLevelPolicy.Automatic),
        };
        return automatic ? policies[Policy.Deciding(setting)!.Matter].Text : null;
    }
}
