using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-ON-CURVE: no gain is required under a curve that is recorded at base.</summary>
internal sealed class GainOnCurveAtBase()
    : SheetRule(
        RuleId,
        FindingGrade.Fault,
        "No gain is required under a curve that is recorded at base.",
        "There gain or ISO moves the monitor and the rating, never the recording: what is required would look set and be nothing."
    )
{
    private const string RuleId = "GAIN-ON-CURVE";

    private static readonly Template Required = new(
        RuleId,
        "required",
        "{curve} of {model} records at base; {gain} there is for the monitor only. Require 0 dB and light for it, or another profile."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Word(Setting.Profile) is { } curve
            && sheet.Model.Gain.FixedToBase.Contains(curve)
            && sheet.LineOf(Setting.Gain)?.Notch.Requirement is Requirement.Gain { Value: { Value: not 0 } gain }
        )
        {
            yield return Found(Required, Setting.Gain, ("curve", curve), ("model", sheet.Model.Name), ("gain", gain));
        }
    }
}
