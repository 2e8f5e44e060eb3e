using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FULL-AUTO-OPEN: full auto is required off.</summary>
internal sealed class FullAutoOpen()
    : StandardRule(RuleId, FindingGrade.Fault, "Full auto is required off.", "Full auto overrides every manual setting.")
{
    private const string RuleId = "FULL-AUTO-OPEN";

    private static readonly Template Open = new(
        RuleId,
        "open",
        "No notch requires full auto off. While it is on, the camera overrides every setting of the sheet."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.FullAuto) is null)
        {
            yield return Found(Open, Setting.FullAuto);
        }
    }
}
