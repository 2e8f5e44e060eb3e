using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>STABILISER-TRIPOD: the strong stabiliser is for handheld use.</summary>
internal sealed class StabiliserOnTripod()
    : StandardRule(RuleId, FindingGrade.Warning, "The strong stabiliser is for handheld use.", "On a tripod it drifts at the end of a pan.")
{
    private const string RuleId = "STABILISER-TRIPOD";

    private static readonly Template Drifts = new(
        RuleId,
        "drifts",
        "The strong stabiliser on a tripod drifts when a pan ends. Require standard or off, or add the condition *by hand*."
    );
    private static readonly Template Shakes = new(
        RuleId,
        "shakes",
        "The camera is handheld and the stabiliser is off. Require standard or strong."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Circumstances.Has(Condition.Tripod) && of.Word(Setting.Stabiliser) == "strong")
        {
            yield return Found(Drifts, Setting.Stabiliser);
        }
        else if (of.Circumstances.Has(Condition.Hand) && of.Word(Setting.Stabiliser) == "off")
        {
            yield return Found(Shakes, Setting.Stabiliser);
        }
    }
}
