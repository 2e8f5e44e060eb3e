using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FULL-AUTO-OPEN: full auto is required off.</summary>
internal sealed class FullAutoOpen()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "Full auto is required off, unless nobody operates the camera.",
        "Full auto overrides every manual setting."
    )
{
    private const string RuleId = "FULL-AUTO-OPEN";

    private static readonly Template Open = new(
        RuleId,
        "open",
        "No notch requires full auto off. While it is on, the camera overrides every setting of the sheet."
    );

    private static readonly Template Attended = new(
        RuleId,
        "attended",
        "Full auto is required on, and somebody operates the camera. Require it off, or state that nobody does."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.FullAuto) is null)
        {
            yield return Found(Open, Setting.FullAuto);
        }
        else if (of.RequirementOf(Setting.FullAuto) is Requirement.On && !of.Circumstances.Has(Condition.Unattended))
        {
            yield return Found(Attended, Setting.FullAuto);
        }
    }
}
