using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ND-INDOORS: indoors the ND filter is clear.</summary>
internal sealed class FilterIndoors()
    : StandardRule(RuleId, FindingGrade.Warning, "Indoors the ND filter is clear.", "A filter left in leads to gain.")
{
    private const string RuleId = "ND-INDOORS";

    private static readonly Template Indoors = new(
        RuleId,
        "indoors",
        "An ND filter of {loss:size} is required indoors. Require clear, or write the reason."
    );
    private static readonly Template Dim = new(
        RuleId,
        "dim",
        "An ND filter of {loss:size} is required indoors at {light}. Require clear, or write the reason."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        bool dim = of.Standard.Light.Illuminance is null or { Value: < 2000 };
        if (
            dim
            && of.Circumstances.Has(Condition.Indoors)
            && of.RequirementOf(Setting.NeutralDensity) is Requirement.FilterLoss { Loss.Value: > 0 } filter
        )
        {
            yield return of.Standard.Light.Illuminance is { } lux
                ? Found(Dim, Setting.NeutralDensity, ("loss", filter.Loss), ("light", lux))
                : Found(Indoors, Setting.NeutralDensity, ("loss", filter.Loss));
        }
    }
}
