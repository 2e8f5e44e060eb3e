using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NEGATIVE-GAIN: negative gain costs highlight room.</summary>
internal sealed class NegativeGain() : SheetRule(
    "NEGATIVE-GAIN",
    FindingGrade.Advice,
    "Negative gain costs highlight room.",
    "What it takes from the noise it takes from the window.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Target<SettingValue.GainAt>(Setting.Gain) is { Gain.Value: < -0.05 } gain)
        {
            yield return Found(
                Setting.Gain,
                $"{gain.Label} takes {gain.Gain.ToStops().Magnitude.InHundredths()} of highlight room: mind bright windows and white shirts.",
                Figure.InStops("highlight room", gain.Gain.ToStops()));
        }
    }
}
