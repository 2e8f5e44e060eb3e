using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>SHUTTER-ANGLE: the speed of this camera that gives the wanted angle at the chosen rate, by the standard's school.</summary>
internal sealed class ShutterRule : SheetRule
{
    private const string Id = "SHUTTER-ANGLE";

    protected override Setting Setting => Setting.Shutter;

    internal override SheetLine Translate(Notch notch, SheetDraft draft)
    {
        var wish = (Wish.Angle)notch.Wish;
        CameraModel model = draft.Model;
        if (draft.Format is not { } format)
        {
            return NotPossible(notch, draft, Judgement.Of(Id, "An angle needs a frame rate; settle size and rate first."));
        }

        ExposureTime wanted = wish.Value.At(format.Rate.Frames);
        ShutterChoice choice;
        try
        {
            choice = Shutter.Choose(model.Shutters, wanted, format.Rate, wish.School);
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

        var target = new SettingValue.Speed(choice.Time);
        string flicker = FlickerSentence(draft, choice.Time, format.Rate);
        return Math.Abs(choice.Differs.Value) <= ExactWithinStops
            ? Exact(notch, draft, target, Judgement.Of(
                Id, $"{choice.Time.Label()} is {angle} at {format.Rate.Label()}, the ordinary look of motion.{flicker}", [.. figures]))
            : Compromise(notch, draft, target, choice.Differs.Value, Judgement.Of(
                Id,
                $"{model.Name} has no {wanted.Label()}. {choice.Time.Label()} is {angle}, {new Distance(choice.Differs.Value, NaturalUnit.Stops).Label()} against {wish.Value.Label()}.{flicker}",
                [.. figures]), choice.Differs);
    }

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
