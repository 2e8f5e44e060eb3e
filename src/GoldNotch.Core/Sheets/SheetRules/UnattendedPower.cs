using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>UNATTENDED-POWER: an unattended camera is on mains.</summary>
internal sealed class UnattendedPower() : StandardRule(
    "UNATTENDED-POWER",
    FindingGrade.Warning,
    "An unattended camera is on mains.",
    "Nobody is there to change a battery.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Circumstances.Has(Condition.Unattended) && of.Word(Setting.MainsAdapter) != "camera")
        {
            yield return Found(Setting.MainsAdapter, "Nobody attends and no notch puts the adapter at “camera”. Tape the cable where people walk; near water use a socket with earth-leakage protection.");
        }
    }
}
