using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>HIGH-RATE-LEFT: where the high-rate mode is used, the sheet resets it afterwards.</summary>
internal sealed class HighRateLeftOn()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "Where the high-rate mode is used, the sheet resets it afterwards.",
        "Slow motion is the setting most often left on."
    )
{
    private const string RuleId = "HIGH-RATE-LEFT";

    private static readonly Template Left = new(
        RuleId,
        "left",
        "The high-rate mode is on, and no notch resets the camera afterwards. Add *Reset, language back*."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.HighRate) == "on" && of.NotchOf(Setting.ResetAfter) is null)
        {
            yield return Found(Left, Setting.HighRate);
        }
    }
}
