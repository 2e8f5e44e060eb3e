using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>STABILISER-TRIPOD: the strong stabiliser is for the hand.</summary>
internal sealed class StabiliserOnTripod() : StandardRule(
    "STABILISER-TRIPOD",
    FindingGrade.Warning,
    "The strong stabiliser is for the hand.",
    "On a tripod it drifts at the end of a pan.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Circumstances.Has(Condition.Tripod) && of.Word(Setting.Stabiliser) == "strong")
        {
            yield return Found(Setting.Stabiliser, "The strong stabiliser on a tripod drifts when a pan ends. Ask for standard or off, or name the hand as a condition.");
        }
        else if (of.Circumstances.Has(Condition.Hand) && of.Word(Setting.Stabiliser) == "off")
        {
            yield return Found(Setting.Stabiliser, "The camera is in the hand and the stabiliser is off: every step shows.");
        }
    }
}
