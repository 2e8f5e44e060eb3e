using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>The shutter nearest to the required angle at the chosen rate, with what it does under the mains.</summary>
internal sealed class ShutterTranslator : Translator
{
    private const string RuleId = "SHUTTER-ANGLE";

    private static readonly Template NoFormat = new(
        RuleId,
        "no-format",
        "The shutter follows the frame rate, and {model} does not have the required one. Set resolution and frame rate first, then {required}."
    );
    private static readonly Template NoneFits = new(RuleId, "none-fits", "{model} has no shutter within what {required} allows at {rate}.");
    private static readonly Template Repeats = new(
        RuleId,
        "repeats",
        "{shutter} is longer than one picture at {rate}: {model} would repeat pictures. That is an effect, never a standard's value."
    );
    private static readonly Template Ordinary = new(RuleId, "ordinary", "{shutter} is {angle} at {rate}, the usual look of motion.");
    private static readonly Template WholeField = new(
        RuleId,
        "whole-field",
        "{shutter} is a whole field at {rate}, the usual look of interlaced motion."
    );

    // Dials give whole denominators: 1/60 for a field of 59.94 a second.
    private const double SameField = 0.02;
    private static readonly Template Sharper = new(
        RuleId,
        "sharper",
        "{shutter} is {angle} at {rate}, sharper than the usual look of motion."
    );
    private static readonly Template Softer = new(
        RuleId,
        "softer",
        "{shutter} is {angle} at {rate}, softer than the usual look of motion."
    );
    private static readonly Template Nearest = new(
        RuleId,
        "nearest",
        "{model} has no {wanted}. {shutter} is {angle}, {differs:size} {differs?brighter|darker} than {required}."
    );
    private static readonly Template Steady = new(RuleId, "steady", "It is steady under {mains} mains.");
    private static readonly Template Standing = new(
        RuleId,
        "standing",
        "Under {mains} mains it shows a standing band of {ripple}, for a lamp that ripples by {lamp}."
    );
    private static readonly Template Pulses = new(
        RuleId,
        "pulses",
        "Under {mains} mains it pulses by {ripple} at {beat}, for a lamp that ripples by {lamp}."
    );

    private static readonly Template ByClearScan = new(RuleId, "clear-scan", "It is set by clear scan at {frequency}.");

    internal override Setting Setting => Setting.Shutter;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        if (draft.Format is not { } format)
        {
            return NotPossible(notch, draft, NoFormat.Of(Setting, ("model", model.Name), ("required", notch.Requirement.Text)));
        }

        ExposureTime wanted = notch.Requirement switch
        {
            Requirement.Angle a => a.Value.At(format.Rate.Frames),
            Requirement.Speed speed => speed.Time,
            _ => ShutterAngle.HalfFrame.At(format.Rate.Frames),
        };
        ShutterOption option = (notch.Requirement as Requirement.Angle)?.Option
            ?? (draft.Policy(ShutterPolicy.AtLeast) ? ShutterOption.AtLeastDouble : ShutterOption.Nearest);
        Dictionary<double, SettingValue.Speed> places = Places(model, format, notch.Requirement as Requirement.Angle, wanted);
        ShutterChoice choice;
        try
        {
            choice = Shutter.Choose(places.Values.Select(p => p.Time), wanted, format.Rate, option);
        }
        catch (QuantityException nothing) when (nothing.Fault == QuantityFault.NoChoice)
        {
            return NotPossible(
                notch,
                draft,
                NoneFits.Of(Setting, ("model", model.Name), ("required", notch.Requirement.Text), ("rate", format.Rate))
            );
        }

        if (choice.RepeatsFrames)
        {
            return NotPossible(
                notch,
                draft,
                Repeats.Of(
                    Setting,
                    ("shutter", choice.Time),
                    ("rate", format.Rate),
                    ("model", model.Name),
                    ("angle", FigureValue.In(Measure.Degrees, choice.AngleDegrees))
                )
            );
        }

        SettingValue.Speed target = places[choice.Time.Seconds];
        (string, FigureValue) shutter = ("shutter", choice.Time);
        (string, FigureValue) angle = ("angle", FigureValue.In(Measure.Degrees, choice.AngleDegrees));
        (string, FigureValue) differs = ("differs", choice.Differs);
        Judgement flicker = UnderMains(draft, choice.Time, format.Rate);
        if (target.ScanHz is { } hz)
        {
            flicker = ByClearScan.Of(Setting, ("frequency", FigureValue.In(Measure.Hertz, hz))).And(flicker);
        }

        return Math.Abs(choice.Differs.Value) <= ExactWithinStops
            ? Exact(
                notch,
                draft,
                target,
                Look(choice, format.Rate).Of(Setting, shutter, angle, ("rate", format.Rate), differs).And(flicker)
            )
            : Compromise(
                notch,
                draft,
                target,
                choice.Differs.Value,
                Nearest
                    .Of(Setting, ("model", model.Name), ("wanted", wanted), shutter, angle, differs, ("required", notch.Requirement.Text))
                    .And(flicker),
                choice.Differs
            );
    }

    // Angles first: where a camera has both, the angle stays right when the rate is changed.
    private static Dictionary<double, SettingValue.Speed> Places(
        CameraModel model,
        SettingValue.Format format,
        Requirement.Angle? asked,
        ExposureTime wanted
    )
    {
        Dictionary<double, SettingValue.Speed> places = [];
        if (model.Angles is { } angles)
        {
            foreach (ShutterAngle angle in asked is not null && angles.Has(asked.Value) ? angles.Marks.Append(asked.Value) : angles.Marks)
            {
                ExposureTime time = angle.At(format.Rate.Frames);
                places.TryAdd(time.Seconds, new SettingValue.Speed(time, angle));
            }
        }

        foreach (ExposureTime time in model.Shutters)
        {
            places.TryAdd(time.Seconds, new SettingValue.Speed(time));
        }

        // Only where no plain position will do: clear scan is one menu more, and is forgotten there.
        if (
            model.ClearScan?.Nearest(1 / wanted.Seconds) is { } scanned
            && !places.Values.Any(p => Math.Abs(p.Time.LongerThan(wanted).Value) <= ExactWithinStops)
        )
        {
            places.TryAdd(scanned.Time.Seconds, scanned);
        }

        return places;
    }

    private static Template Look(ShutterChoice choice, ScanRate rate) =>
        rate.Scan == Scan.Interlaced && Math.Abs((choice.Time.Seconds * rate.PicturesPerSecond) - 1) < SameField
            ? WholeField
            : Look(choice.AngleDegrees);

    private static Template Look(double degrees) =>
        degrees is > 160 and < 200 ? Ordinary
        : degrees < 160 ? Sharper
        : Softer;

    private static Judgement UnderMains(SheetDraft draft, ExposureTime time, ScanRate rate)
    {
        SceneLight light = draft.Standard.Light;
        Flicker flicker = Flicker.Of(light.MainsHz, time, rate, light.Modulation);
        Template verdict = flicker.Verdict switch
        {
            FlickerVerdict.Steady => Steady,
            FlickerVerdict.Standing => Standing,
            _ => Pulses,
        };
        return verdict.Of(
            Setting.Shutter,
            ("mains", FigureValue.In(Measure.Hertz, light.MainsHz)),
            ("ripple", FigureValue.In(Measure.Percent, flicker.RipplePercent)),
            ("beat", FigureValue.In(Measure.Hertz, flicker.BeatHz)),
            ("lamp", FigureValue.In(Measure.Percent, 100 * light.Modulation))
        );
    }
}
