using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-WITH-ND: gain is not asked for while a filter is in.</summary>
internal sealed class GainWishedWithFilter() : StandardRule(
    "GAIN-WITH-ND",
    FindingGrade.Fault,
    "Gain is not asked for while a filter is in.",
    "One brightens what the other darkens, and only the noise stays.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.WishOf(Setting.Gain) is Wish.Gain { Value.Value: > 0 } gain && of.WishOf(Setting.NeutralDensity) is Wish.FilterLoss { Loss.Value: > 0 } filter)
        {
            yield return Found(
                Setting.Gain,
                $"The standard asks for {gain.Value.Label()} and a filter of {filter.Loss.InHundredths()}: take the filter out first.",
                Figure.Of("gain", new Distance(gain.Value.Value, NaturalUnit.Decibels)),
                Figure.InStops("filter", filter.Loss));
        }
    }
}
