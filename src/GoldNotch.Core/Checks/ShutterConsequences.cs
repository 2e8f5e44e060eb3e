using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Shutter angle and flicker, both of the shutter and frame rate read.</summary>
internal static class ShutterConsequences
{
    private const string AngleRule = "NOW-SHUTTER-ANGLE";
    private const string FlickerRule = "NOW-FLICKER";

    private static readonly Template AngleAutomatic = new(
        AngleRule,
        "automatic",
        "Automatic shutter changes the look of motion with the light."
    );
    private static readonly Template AngleRepeats = new(
        AngleRule,
        "repeats",
        "{shutter} at {rate} is {angle}, longer than one picture: the camera repeats pictures and everything smears."
    );
    private static readonly Template AngleSmears = new(
        AngleRule,
        "smears",
        "{shutter} at {rate} is {angle}. Movement smears more than usual."
    );
    private static readonly Template AngleJumps = new(
        AngleRule,
        "jumps",
        "{shutter} at {rate} is {angle}. Movement looks sharp and jumpy."
    );
    private static readonly Template AngleOnPurpose = new(
        AngleRule,
        "on-purpose",
        "Automatic shutter as the sheet requires: in bright light movement looks sharp and jumpy."
    );
    private static readonly Template AngleOrdinary = new(
        AngleRule,
        "ordinary",
        "{shutter} at {rate} is {angle}, the usual look of motion."
    );
    private static readonly Template AngleValue = new(AngleRule, "value", "{angle}");
    private static readonly Template FlickerAutomatic = new(
        FlickerRule,
        "automatic",
        "Automatic shutter may choose a speed that flickers."
    );
    private static readonly Template FlickerSteady = new(FlickerRule, "steady", "Steady under {mains} mains.");
    private static readonly Template FlickerStanding = new(
        FlickerRule,
        "standing",
        "A standing band of {ripple} under {mains} mains, for a lamp that ripples by {lamp}."
    );
    private static readonly Template FlickerPulses = new(
        FlickerRule,
        "pulses",
        "Pulses by {ripple} at {beat} under {mains} mains, for a lamp that ripples by {lamp}."
    );
    private static readonly Template FlickerSteadier = new(FlickerRule, "steadier", "{shutter} is steadier, {cost}.");
    private static readonly Template FlickerNoneSteadier = new(
        FlickerRule,
        "none-steadier",
        "No shutter of this camera is steadier: take another frame rate, or another lamp."
    );
    private static readonly Template SteadyValue = new(FlickerRule, "steady-value", "steady");
    private static readonly Template StandingValue = new(FlickerRule, "standing-value", "standing band");
    private static readonly Template PulsesValue = new(FlickerRule, "pulses-value", "pulses");

    internal static IEnumerable<Consequence> Of(Findings found)
    {
        if (found.IsAutomaticAsRequired(Setting.Shutter))
        {
            yield return new(ConsequenceTopic.ShutterAngle, Severity.Fine, OnAutomatic.AsRequired.Of(), AngleOnPurpose.Of(Setting.Shutter));
            yield return new(ConsequenceTopic.Flicker, Severity.Slight, OnAutomatic.AsRequired.Of(), FlickerAutomatic.Of(Setting.Shutter));
            yield break;
        }

        if (found.IsAutomatic(Setting.Shutter))
        {
            yield return new(ConsequenceTopic.ShutterAngle, Severity.Automatic, OnAutomatic.Value.Of(), AngleAutomatic.Of(Setting.Shutter));
            yield return new(ConsequenceTopic.Flicker, Severity.Automatic, OnAutomatic.Value.Of(), FlickerAutomatic.Of(Setting.Shutter));
            yield break;
        }

        if (found.Value(Setting.Shutter) is not SettingValue.Speed { Time: var time } || found.Format is not { } format)
        {
            yield return Unread.Of(ConsequenceTopic.ShutterAngle, Unread.Shutter);
            yield return Unread.Of(ConsequenceTopic.Flicker, Unread.Shutter);
            yield break;
        }

        double angle = Shutter.AngleDegrees(time, format.Rate.Frames);
        bool repeats = Shutter.RepeatsFrames(time, format.Rate);
        double from = RequiredAngle(found.Sheet) is { } required ? Math.Abs(Math.Log2(angle / required)) : 0;
        Template look =
            repeats ? AngleRepeats
            : angle > 220 ? AngleSmears
            : angle < 140 ? AngleJumps
            : AngleOrdinary;
        yield return new(
            ConsequenceTopic.ShutterAngle,
            repeats ? Severity.Fault
                : from <= 0.05 ? Severity.Fine
                : from <= 1.0 / 3 ? Severity.Slight
                : Severity.Fault,
            AngleValue.Of(("angle", FigureValue.In(Measure.Degrees, Math.Round(angle)))),
            look.Of(Setting.Shutter, ("shutter", time), ("rate", format.Rate), ("angle", FigureValue.In(Measure.Degrees, angle)))
        );
        yield return OfFlicker(found, time, format.Rate);
    }

    private static Consequence OfFlicker(Findings found, ExposureTime time, ScanRate rate)
    {
        SceneLight light = found.Sheet.Standard.Light;
        Flicker flicker = Flicker.Of(light.MainsHz, time, rate, light.Modulation);
        (Severity severity, Template value, Template template) = flicker.Verdict switch
        {
            FlickerVerdict.Steady => (Severity.Fine, SteadyValue, FlickerSteady),
            FlickerVerdict.Standing => (Severity.Slight, StandingValue, FlickerStanding),
            _ => (flicker.RipplePercent > Flicker.SeenPercent ? Severity.Fault : Severity.Slight, PulsesValue, FlickerPulses),
        };
        Judgement because = template.Of(
            Setting.Shutter,
            ("mains", FigureValue.In(Measure.Hertz, light.MainsHz)),
            ("ripple", FigureValue.In(Measure.Percent, flicker.RipplePercent)),
            ("beat", FigureValue.In(Measure.Hertz, flicker.BeatHz)),
            ("lamp", FigureValue.In(Measure.Percent, 100 * light.Modulation))
        );
        return new(
            ConsequenceTopic.Flicker,
            severity,
            value.Of(),
            flicker.Verdict == FlickerVerdict.Steady ? because
                : SteadierShutter.For(found.Sheet.Model, rate, light, time) is { } offered
                    ? because.And(FlickerSteadier.Of(Setting.Shutter, ("shutter", offered), ("cost", offered.Time.LongerThan(time))))
                : because.And(FlickerNoneSteadier.Of(Setting.Shutter))
        );
    }

    private static double? RequiredAngle(Sheet sheet) =>
        sheet.Target<SettingValue.Speed>(Setting.Shutter) is { Time: var time }
        && sheet.Target<SettingValue.Format>(Setting.RecordFormat) is { Rate: var rate }
            ? Shutter.AngleDegrees(time, rate.Frames)
            : null;
}
