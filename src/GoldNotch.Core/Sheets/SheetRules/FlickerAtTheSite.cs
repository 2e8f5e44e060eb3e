using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FLICKER: the shutter is steady under the lamps of the place.</summary>
internal sealed class FlickerAtTheSite()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "The shutter is steady under the lamps of the place.",
        "Pulsing and standing bands cannot be removed afterwards."
    )
{
    private const string RuleId = "FLICKER";

    private static readonly Template Standing = new(RuleId, "standing", "{shutter} shows a standing band of {ripple} under {mains} mains.");
    private static readonly Template Pulses = new(RuleId, "pulses", "{shutter} pulses by {ripple} at {beat} under {mains} mains.");
    private static readonly Template Steadier = new(RuleId, "steadier", "{shutter} is steadier, {cost}.");
    private static readonly Template NoneSteadier = new(
        RuleId,
        "none-steadier",
        "No shutter of this camera is steadier: take another frame rate, or another lamp."
    );

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
            RuleFinding found = Found(
                flicker.Verdict == FlickerVerdict.Standing ? Standing : Pulses,
                Setting.Shutter,
                ("shutter", speed),
                ("ripple", FigureValue.In(Measure.Percent, flicker.RipplePercent)),
                ("beat", FigureValue.In(Measure.Hertz, flicker.BeatHz)),
                ("mains", FigureValue.In(Measure.Hertz, light.MainsHz))
            );
            Judgement remedy = SteadierShutter.For(sheet.Model, format.Rate, light, speed.Time) is { } offered
                ? Steadier.Of(Setting.Shutter, ("shutter", offered), ("cost", offered.Time.LongerThan(speed.Time)))
                : NoneSteadier.Of(Setting.Shutter);
            yield return found with
            {
                Because = found.Because.And(remedy),
            };
        }
    }
}
