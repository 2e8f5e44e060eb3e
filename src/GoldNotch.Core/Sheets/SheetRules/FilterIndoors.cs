using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ND-INDOORS: indoors the filter is clear.</summary>
internal sealed class FilterIndoors() : StandardRule(
    "ND-INDOORS",
    FindingGrade.Warning,
    "Indoors the filter is clear.",
    "A filter left in makes people reach for gain.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        bool dim = of.Standard.Light.Illuminance is null or { Value: < 2000 };
        if (dim && of.Circumstances.Has(Condition.Indoors) && of.WishOf(Setting.NeutralDensity) is Wish.FilterLoss { Loss.Value: > 0 })
        {
            string light = of.Standard.Light.Illuminance is { } lux ? $" and {Notation.Number(lux.Value)} lx" : "";
            yield return Found(Setting.NeutralDensity, $"A filter is asked for indoors{light}. Ask for clear, or write why.");
        }
    }
}
