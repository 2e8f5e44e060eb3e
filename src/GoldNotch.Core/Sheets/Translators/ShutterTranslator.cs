using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>SHUTTER-ANGLE: the speed of this camera that gives the wanted angle at the chosen rate, by the standard's school.</summary>
internal sealed class ShutterTranslator : Translator
{
    private const string Id = "SHUTTER-ANGLE";

    protected override Setting Setting => Setting.Shutter;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        if (draft.Format is not { } format)
        {
            return NotPossible(notch, draft, Judgement.Of(
                Id, $"The shutter follows the rate, and {model.Name} could not take the one asked for. Settle size and rate first; then {notch.Wish.Text} at that rate."));
        }

        ExposureTime wanted = notch.Wish switch
        {
            Wish.Angle a => a.Value.At(format.Rate.Frames),
            Wish.Speed speed => speed.Time,
            _ => ShutterAngle.HalfFrame.At(format.Rate.Frames),
        };
        ShutterSchool school = (notch.Wish as Wish.Angle)?.School
            ?? (draft.Policy(PolicyMatter.Shutter, "at-least") ? ShutterSchool.AtLeastDouble : ShutterSchool.Nearest);
        Dictionary<double, SettingValue.Speed> places = Places(model, format, notch.Wish as Wish.Angle);
        ShutterChoice choice;
        try
        {
            choice = Shutter.Choose(places.Values.Select(p => p.Time), wanted, format.Rate, school);
        }
        catch (QuantityException nothing) when (nothing.Fault == QuantityFault.NoChoice)
        {
            return NotPossible(notch, draft, Judgement.Of(Id, $"{model.Name}: {nothing.Message}"));
        }

        string angle = $"{Notation.Number(choice.AngleDegrees, 1)}°";
        Figure[] figures =
        [
            new("angle", choice.AngleDegrees, "degrees", angle),
            Figure.Of("against the wanted time", new Distance(choice.Differs.Value, NaturalUnit.Stops)),
            .. FlickerFigures(draft, choice.Time, format.Rate),
        ];
        if (choice.RepeatsFrames)
        {
            return NotPossible(notch, draft, Judgement.Of(
                Id,
                $"{choice.Time.Label()} is longer than one picture at {format.Rate.Label()}: {model.Name} would repeat pictures. That is an effect, never a standard's value.",
                [.. figures]));
        }

        SettingValue.Speed target = places[choice.Time.Seconds];
        string flicker = FlickerSentence(draft, choice.Time, format.Rate);
        return Math.Abs(choice.Differs.Value) <= ExactWithinStops
            ? Exact(notch, draft, target, Judgement.Of(
                Id, $"{choice.Time.Label()} is {angle} at {format.Rate.Label()}{Look(choice.AngleDegrees)}.{flicker}", [.. figures]))
            : Compromise(notch, draft, target, choice.Differs.Value, Judgement.Of(
                Id,
                $"{model.Name} has no {wanted.Label()}. {choice.Time.Label()} is {angle}, {new Distance(choice.Differs.Value, NaturalUnit.Stops).Label()} against {notch.Wish.Text}.{flicker}",
                [.. figures]), choice.Differs);
    }

    // Angles first: where a camera has both, the angle stays right when the rate is changed.
    private static Dictionary<double, SettingValue.Speed> Places(CameraModel model, SettingValue.Format format, Wish.Angle? asked)
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

        return places;
    }

    private static string Look(double degrees) => degrees is > 160 and < 200 ? ", the ordinary look of motion" : degrees < 160 ? ", sharper than the ordinary look of motion" : ", softer than the ordinary look of motion";

    private static IEnumerable<Figure> FlickerFigures(SheetDraft draft, ExposureTime time, ScanRate rate)
    {
        Flicker flicker = Flicker.Of(draft.Standard.Light.MainsHz, time, rate, draft.Standard.Light.Modulation);
        yield return new Figure("ripple under the mains", flicker.RipplePercent, "per cent", $"{Notation.Number(flicker.RipplePercent, 2)} %");
    }

    private static string FlickerSentence(SheetDraft draft, ExposureTime time, ScanRate rate)
    {
        double mains = draft.Standard.Light.MainsHz;
        Flicker flicker = Flicker.Of(mains, time, rate, draft.Standard.Light.Modulation);
        return flicker.Verdict switch
        {
            FlickerVerdict.Steady => $" Steady under {Notation.Number(mains)} Hz mains.",
            FlickerVerdict.Standing => $" Under {Notation.Number(mains)} Hz mains it shows a standing band of {Notation.Number(flicker.RipplePercent, 1)} %.",
            _ => $" Under {Notation.Number(mains)} Hz mains it pumps by {Notation.Number(flicker.RipplePercent, 1)} % at {Notation.Number(flicker.BeatHz, 2)} Hz.",
        };
    }
}
