using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-WITH-ND: gain is not required while an ND filter is in.</summary>
internal sealed class GainRequiredWithFilter()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "Gain is not required while an ND filter is in.",
        "One brightens what the other darkens, and the noise remains."
    )
{
    private const string RuleId = "GAIN-WITH-ND";

    private static readonly Template Both = new(
        RuleId,
        "both",
        "The standard requires {gain} and an ND filter of {filter:size}. Take the filter out first."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (
            of.Standard.PlannedFor is null
            && of.RequirementOf(Setting.Gain) is Requirement.Gain { Value.Value: > 0 } gain
            && of.RequirementOf(Setting.NeutralDensity) is Requirement.FilterLoss { Loss.Value: > 0 } filter
        )
        {
            yield return Found(Both, Setting.Gain, ("gain", gain.Value), ("filter", filter.Loss));
        }
    }
}
