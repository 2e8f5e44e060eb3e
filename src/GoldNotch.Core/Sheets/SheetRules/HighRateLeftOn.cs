using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>HIGH-RATE-LEFT: where high rates are used, the reset afterwards is on the sheet.</summary>
internal sealed class HighRateLeftOn() : StandardRule(
    "HIGH-RATE-LEFT",
    FindingGrade.Warning,
    "Where high rates are used, the reset afterwards is on the sheet.",
    "Slow motion is the setting most often left on.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.HighRate) == "on" && of.NotchOf(Setting.ResetAfter) is null)
        {
            yield return Found(Setting.HighRate, "The high-rate mode is on and no notch puts the camera back afterwards: the next borrower will find out at home.");
        }
    }
}
