using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>UNATTENDED-POWER: an unattended camera is on mains.</summary>
internal sealed class UnattendedPower()
    : StandardRule(RuleId, FindingGrade.Warning, "An unattended camera is on mains.", "Nobody changes its battery.")
{
    private const string RuleId = "UNATTENDED-POWER";

    private static readonly Template OnBattery = new(
        RuleId,
        "on-battery",
        "The camera is unattended, and no notch requires the mains adapter at *camera*. Tape the cable where people walk. Near water use a socket with earth-leakage protection."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Circumstances.Has(Condition.Unattended) && of.Word(Setting.MainsAdapter) != "camera")
        {
            yield return Found(OnBattery, Setting.MainsAdapter);
        }
    }
}
