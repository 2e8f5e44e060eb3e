using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FLICKER: the shutter is steady under the lamps of the place.</summary>
internal sealed class FlickerAtTheSite() : SheetRule(
    "FLICKER",
    FindingGrade.Warning,
    "The shutter is steady under the lamps of the place.",
    "Pumping and bands cannot be taken out afterwards.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Target<SettingValue.Speed>(Setting.Shutter) is not { } speed || sheet.Format is not { } format)
        {
            yield break;
        }

        SceneLight light = sheet.Standard.Light;
        Flicker flicker = Flicker.Of(light.MainsHz, speed.Time, format.Rate, light.Modulation);
        if (flicker.Verdict != FlickerVerdict.Steady)
        {
            ExposureTime? offered = Flicker.Offer(light.MainsHz, speed.Time, sheet.Model.Shutters, format.Rate, light.Modulation);
            string mend = offered is { } o && o != speed.Time && Flicker.Of(light.MainsHz, o, format.Rate, light.Modulation).RipplePercent < flicker.RipplePercent ? $" {o.Label()} would be steadier." : "";
            string how = flicker.Verdict == FlickerVerdict.Standing ? "shows a standing band" : $"pumps at {Notation.Number(flicker.BeatHz, 2)} Hz";
            yield return Found(
                Setting.Shutter,
                $"{speed.Label} {how} by {Notation.Number(flicker.RipplePercent, 1)} % under {Notation.Number(light.MainsHz)} Hz mains.{mend}",
                new Figure("ripple", flicker.RipplePercent, "per cent", $"{Notation.Number(flicker.RipplePercent, 2)} %"));
        }
    }
}
