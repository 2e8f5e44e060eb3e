using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-LIMIT-OPEN: the limit of automatic gain is at most 6 dB.</summary>
internal sealed class GainLimitOpen()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "The limit of automatic gain is at most 6 dB.",
        "Automatic gain hides a closed iris, a fast shutter and a forgotten ND filter."
    )
{
    private const string RuleId = "GAIN-LIMIT-OPEN";

    private static readonly Template Open = new(
        RuleId,
        "open",
        "Automatic gain may reach {limit}. It hides a closed iris or a forgotten filter. Require at most 6 dB."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.RequirementOf(Setting.GainLimit) is Requirement.Amount { Value: > 6 } limit)
        {
            yield return Found(Open, Setting.GainLimit, ("limit", new Decibels(limit.Value)));
        }
    }
}
