using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NEGATIVE-GAIN: negative gain costs latitude above grey.</summary>
internal sealed class NegativeGain()
    : SheetRule(RuleId, FindingGrade.Advice, "Negative gain costs latitude above grey.", "It reduces noise and highlight latitude alike.")
{
    private const string RuleId = "NEGATIVE-GAIN";

    private static readonly Template Costs = new(
        RuleId,
        "costs",
        "{gain} takes {loss:size} of latitude above grey. Watch bright windows and white shirts."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Target<SettingValue.GainAt>(Setting.Gain) is { Gain.Value: < -0.05 } gain)
        {
            yield return Found(Costs, Setting.Gain, ("gain", gain), ("loss", gain.Gain.ToStops()));
        }
    }
}
