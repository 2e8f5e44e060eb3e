using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-UP-ND-IN: gain is not raised while an ND filter is in.</summary>
internal sealed class GainUpFilterIn()
    : SheetRule(RuleId, FindingGrade.Fault, "Gain is not raised while an ND filter is in.", "One cancels the other and the noise remains.")
{
    private const string RuleId = "GAIN-UP-ND-IN";

    private static readonly Template Cancel = new(
        RuleId,
        "cancel",
        "Gain is {gain} with ND {filter} in: the gain brings back what the filter takes, and {left} remains. Take the filter out, or choose a weaker one."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Standard.PlannedFor is null
            && sheet.Target<SettingValue.GainAt>(Setting.Gain) is { Gain.Value: > 0.05 } gain
            && sheet.Target<SettingValue.Filter>(Setting.NeutralDensity) is { Position.Loss.Value: > 0.05 } filter
        )
        {
            yield return Found(
                Cancel,
                Setting.Gain,
                ("gain", gain),
                ("filter", filter),
                ("left", gain.Gain.ToStops() - filter.Position.Loss)
            );
        }
    }
}
