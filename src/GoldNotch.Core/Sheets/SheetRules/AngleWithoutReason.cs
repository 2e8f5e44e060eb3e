using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ANGLE-REASON: an angle far from 180° has its reason written down.</summary>
internal sealed class AngleWithoutReason()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "An angle far from 180° has its reason written down.",
        "Without a reason the next person takes it for a mistake and corrects it."
    )
{
    private const string RuleId = "ANGLE-REASON";

    private static readonly Template Unexplained = new(
        RuleId,
        "unexplained",
        "{angle} is far from 180° and has no reason. Write the reason, or require 180°."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (
            of.NotchOf(Setting.Shutter) is { Requirement: Requirement.Angle { Value.Degrees: < 144 or > 216 } angle } notch
            && notch.Reason.Trim().Length < 12
        )
        {
            yield return Found(Unexplained, Setting.Shutter, ("angle", angle.Value));
        }
    }
}
