using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-UP-ND-IN: gain is not up while the filter is in.</summary>
internal sealed class GainUpFilterIn() : SheetRule(
    "GAIN-UP-ND-IN",
    FindingGrade.Fault,
    "Gain is not up while the filter is in.",
    "Two wrongs that give a right-looking picture full of noise.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Target<SettingValue.GainAt>(Setting.Gain) is { Gain.Value: > 0.05 } gain && sheet.Target<SettingValue.Filter>(Setting.NeutralDensity) is { Position.Loss.Value: > 0.05 } filter)
        {
            Stops rest = gain.Gain.ToStops() - filter.Position.Loss;
            yield return Found(
                Setting.Gain,
                $"{gain.Label} with {filter.Label} in: the filter takes what gain brings back, {rest.InHundredths(withPlus: true)} is left. Take the filter out or choose a clearer position.",
                Figure.InStops("gain", gain.Gain.ToStops()),
                Figure.InStops("filter", -filter.Position.Loss));
        }
    }
}
