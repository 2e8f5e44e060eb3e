using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What it would mean to record with the settings as they were found.</summary>
public static class Consequences
{
    // A picture within a sixth of a stop looks right on any monitor; to half a stop it is seen by who compares (bench rule).
    private const double LooksRight = 1.0 / 6;
    private const double Compares = 0.5;

    /// <summary>Works out every consequence from the readings; what was not read counts as the sheet says, and is said to.</summary>
    public static ConsequenceReport Of(Sheet sheet, ImmutableArray<Verdict> verdicts)
    {
        var found = new Findings(sheet, verdicts);
        ImmutableArray<ExposureTerm> terms = [.. ExposureTerms.Of(found)];
        ImmutableArray<HiddenPair> hidden = HiddenPairs.In(terms, found);
        var items = ImmutableArray.CreateBuilder<Consequence>();
        items.Add(Picture(terms));
        items.Add(Noise(found));
        items.Add(White(found));
        items.AddRange(MotionAndFlicker(found));
        items.Add(Format(found));
        items.Add(Focus(found));
        items.AddRange(RecordingConsequences.Of(found));
        ExposureBalance? metered = terms.Any(t => t.Source == TermSource.Floating)
            ? null
            : sheet.PredictedWith(line => found.Value(line.Setting) ?? line.Target);
        return new ConsequenceReport([.. items.OrderBy(i => Rank(i.Severity)).ThenBy(i => i.Topic)], terms, metered, hidden, PuttingRight.Order(found))
        {
            ResetFirst = PuttingRight.ResetFirst(found),
        };
    }

    // What floats cannot even be told, so it comes before what is known to be wrong.
    private static int Rank(Severity severity) => severity switch
    {
        Severity.Floats => 0,
        Severity.Fault => 1,
        Severity.Slight => 2,
        Severity.Fine => 3,
        _ => 4,
    };

    private static Consequence Picture(ImmutableArray<ExposureTerm> terms)
    {
        const string Rule = "NOW-PICTURE";
        Stops total = terms.Aggregate(Stops.Zero, (sum, t) => sum + t.Change);
        Figure[] figures = [.. terms.Where(t => t.Source == TermSource.Read).Select(t => Figure.Of(NameOf(t.Setting), InStops(t.Change))), Figure.Of("in all", InStops(total))];
        string[] floating = [.. terms.Where(t => t.Source == TermSource.Floating).Select(t => NameOf(t.Setting))];
        if (floating.Length > 0)
        {
            return new(ConsequenceTopic.Picture, Severity.Floats, "floats", Judgement.Of(
                Rule,
                $"{Listed(floating)} {(floating.Length == 1 ? "floats" : "float")}: the camera will make the picture look right and hide what else is wrong. What is fixed comes to {InStops(total).Label()}.",
                [.. figures]));
        }

        string[] assumed = [.. terms.Where(t => t.Source == TermSource.Assumed).Select(t => NameOf(t.Setting))];
        if (assumed.Length == terms.Length)
        {
            return Unread(ConsequenceTopic.Picture, "Shutter, gain, filter and opening have not been read.");
        }

        string counted = assumed.Length == 0 ? "" : $" Not read yet and counted as the sheet says: {string.Join(", ", assumed)}.";
        double size = Math.Abs(total.Value);
        Severity severity = size <= LooksRight + Guard.Edge ? Severity.Fine
            : size <= Compares + Guard.Edge ? Severity.Slight
            : Severity.Fault;
        string sentence = size <= LooksRight + Guard.Edge
            ? $"The picture comes out as bright as the sheet means it ({total.InHundredths(withPlus: true)})."
            : $"The picture comes out {total.Magnitude.InHundredths()} {(total.Value > 0 ? "over" : "under")} what the sheet means.";
        return new(ConsequenceTopic.Picture, severity, InStops(total).Label(), Judgement.Of(Rule, sentence + counted, [.. figures]));
    }

    private static Consequence Noise(Findings found)
    {
        const string Rule = "NOW-NOISE";
        if (found.Floats(Setting.Gain))
        {
            return new(ConsequenceTopic.Noise, Severity.Floats, "floats", Judgement.Of(
                Rule, "Automatic gain adds as much noise as the scene asks for, and hides a closed iris, a fast shutter and a forgotten ND."));
        }

        if (found.Value(Setting.Gain) is not SettingValue.GainAt seen || found.Sheet.Target<SettingValue.GainAt>(Setting.Gain) is not { } target)
        {
            return Unread(ConsequenceTopic.Noise, "Gain has not been read.");
        }

        Decibels up = seen.Gain - target.Gain;
        Severity severity = up.Value < 0.05 ? Severity.Fine : up.Value <= 3 ? Severity.Slight : Severity.Fault;
        string ratio = up.Value >= 3 ? $" {Notation.Number(up.Factor, 1)} times the grain." : "";
        string sentence = Math.Abs(up.Value) < 0.05 ? $"Noise is as the sheet means it, at {seen.Label}."
            : up.Value > 0 ? $"Noise is up by {up.Label().TrimStart('+')} against the sheet, {seen.Gain.Label()} against unity.{ratio}"
            : $"Less gain than the sheet: no more noise, but {up.ToStops().Magnitude.InHundredths()} of highlight room is gone.";
        return new(ConsequenceTopic.Noise, severity, up.Label(), Judgement.Of(
            Rule, sentence, Figure.Of("against the sheet", new Distance(up.Value, NaturalUnit.Decibels)), Figure.Of("against 0 dB", new Distance(seen.Gain.Value, NaturalUnit.Decibels))));
    }

    private static Consequence White(Findings found)
    {
        const string Rule = "NOW-WHITE";
        Kelvin light = found.Sheet.Standard.Light.Temperature;
        if (found.Floats(Setting.WhiteBalance))
        {
            return new(ConsequenceTopic.White, Severity.Floats, "floats", Judgement.Of(
                Rule, "Automatic white moves with what is in the picture: no two shots will cut together."));
        }

        switch (found.Value(Setting.WhiteBalance))
        {
            case SettingValue.WhiteNumber { Temperature: var set }:
                return CastOf(set);
            case SettingValue.WhiteMemory { Shows: { } shown }:
                return CastOf(shown);
            case SettingValue.WhiteMemory memory when found.Sheet.Target<SettingValue.WhiteMemory>(Setting.WhiteBalance)?.Name == memory.Name:
                return new(ConsequenceTopic.White, Severity.Fine, $"on card, {memory.Name}", Judgement.Of(
                    Rule, $"Balanced on the card in memory {memory.Name}: good for this light only if the card was shown here, through this filter."));
            case SettingValue.WhiteMemory memory:
                return new(ConsequenceTopic.White, Severity.Floats, $"memory {memory.Name}", Judgement.Of(
                    Rule, $"Memory {memory.Name} was balanced somewhere else; its cast here cannot be told. Balance again."));
            default:
                return Unread(ConsequenceTopic.White, "White balance has not been read.");
        }

        Consequence CastOf(Kelvin set)
        {
            MiredShift cast = WhiteBalance.Cast(light, set);
            CastGrade grade = WhiteBalance.Grade(cast);
            string colour = cast.Value > 0 ? "amber" : "blue";
            string sentence = grade == CastGrade.Unseen
                ? $"Set to {set.Label()} under {light.Label()}: {cast.Label()}, not seen."
                : $"Set to {set.Label()} under {light.Label()}: a cast of {Notation.Number(Math.Abs(cast.Value))} mired to {colour}, {(grade == CastGrade.Slight ? "slight" : "plainly visible")}.";
            Severity severity = grade switch { CastGrade.Unseen => Severity.Fine, CastGrade.Slight => Severity.Slight, _ => Severity.Fault };
            string value = grade == CastGrade.Unseen ? cast.Label() : $"{cast.Label()}, {colour}";
            return new(ConsequenceTopic.White, severity, value, Judgement.Of(
                Rule, sentence, Figure.Of("cast", new Distance(cast.Value, NaturalUnit.Mired)), new Figure("light", light.Value, "kelvin", light.Label()), new Figure("set", set.Value, "kelvin", set.Label())));
        }
    }

    private static IEnumerable<Consequence> MotionAndFlicker(Findings found)
    {
        if (found.Floats(Setting.Shutter))
        {
            yield return new(ConsequenceTopic.Motion, Severity.Floats, "floats", Judgement.Of("NOW-MOTION", "Automatic shutter changes the look of motion with the light."));
            yield return new(ConsequenceTopic.Flicker, Severity.Floats, "floats", Judgement.Of("NOW-FLICKER", "Automatic shutter may land on a speed that flickers."));
            yield break;
        }

        if (found.Value(Setting.Shutter) is not SettingValue.Speed { Time: var time } || found.Format is not { } format)
        {
            yield return Unread(ConsequenceTopic.Motion, "Shutter has not been read.");
            yield return Unread(ConsequenceTopic.Flicker, "Shutter has not been read.");
            yield break;
        }

        double angle = Shutter.AngleDegrees(time, format.Rate.Frames);
        bool repeats = Shutter.RepeatsFrames(time, format.Rate);
        double from = AngleMeant(found.Sheet) is { } meant ? Math.Abs(Math.Log2(angle / meant)) : 0;
        string look = repeats ? $"{time.Label()} is longer than one picture: the camera repeats pictures and everything smears."
            : angle > 220 ? "Movement smears more than usual."
            : angle < 140 ? "Movement looks sharp and jumpy."
            : "The ordinary look of motion.";
        yield return new(
            ConsequenceTopic.Motion,
            repeats ? Severity.Fault : from <= 0.05 ? Severity.Fine : from <= 1.0 / 3 ? Severity.Slight : Severity.Fault,
            $"{Notation.Number(angle)}°",
            Judgement.Of("NOW-MOTION", $"{time.Label()} at {format.Rate.Label()} is {Notation.Number(angle, 1)}°. {look}", new Figure("angle", angle, "degrees", $"{Notation.Number(angle, 1)}°")));

        SceneLight light = found.Sheet.Standard.Light;
        Flicker flicker = Flicker.Of(light.MainsHz, time, format.Rate, light.Modulation);
        ExposureTime? offered = Flicker.Offer(light.MainsHz, time, found.Sheet.Model.Shutters, format.Rate, light.Modulation);
        string mend = flicker.Verdict != FlickerVerdict.Steady && offered is { } o && o != time ? $" {o.Label()} would be steadier." : "";
        string mains = $"{Notation.Number(light.MainsHz)} Hz";
        (Severity severity, string value, string sentence) = flicker.Verdict switch
        {
            FlickerVerdict.Steady => (Severity.Fine, "steady", $"Steady under {mains} mains."),
            FlickerVerdict.Standing => (Severity.Slight, "standing band", $"A standing band of {Notation.Number(flicker.RipplePercent, 1)} % under {mains} mains.{mend}"),
            _ => (flicker.RipplePercent > 2 ? Severity.Fault : Severity.Slight, "pumps", $"Pumps by {Notation.Number(flicker.RipplePercent, 1)} % at {Notation.Number(flicker.BeatHz, 2)} Hz under {mains} mains.{mend}"),
        };
        yield return new(ConsequenceTopic.Flicker, severity, value, Judgement.Of(
            "NOW-FLICKER",
            sentence,
            new Figure("ripple", flicker.RipplePercent, "per cent", $"{Notation.Number(flicker.RipplePercent, 2)} %"),
            new Figure("beat", flicker.BeatHz, "hertz", $"{Notation.Number(flicker.BeatHz, 2)} Hz")));
    }

    // By angle and not by time: the sheet's 1/60 in a camera left at 59.94 frames is another look.
    private static double? AngleMeant(Sheet sheet) =>
        sheet.Target<SettingValue.Speed>(Setting.Shutter) is { Time: var time } && sheet.Target<SettingValue.Format>(Setting.RecordFormat) is { Rate: var rate }
            ? Shutter.AngleDegrees(time, rate.Frames)
            : null;

    private static Consequence Format(Findings found)
    {
        const string Rule = "NOW-FORMAT";
        if (found.Value(Setting.RecordFormat) is not SettingValue.Format seen || found.Sheet.Target<SettingValue.Format>(Setting.RecordFormat) is not { } target)
        {
            return Unread(ConsequenceTopic.Format, "Size and rate have not been read.");
        }

        List<string> says = [];
        Severity severity = Severity.Fine;
        if (seen.Rate != target.Rate)
        {
            severity = Severity.Fault;
            double factor = Shutter.SlowMotionFactor(seen.Rate.Frames, target.Rate.Frames);
            says.Add(seen.Rate.Scan != target.Rate.Scan
                ? $"{seen.Rate.Label()} shows combs and steps when cut with {target.Rate.Label()}; it cannot be undone cleanly."
                : factor > 1.2
                    ? $"{seen.Rate.Label()} in a {target.Rate.Label()} edit plays {Notation.Number(factor, 2)} times slower, or drops pictures."
                    : $"{seen.Rate.Label()} does not cut with {target.Rate.Label()}: pictures are dropped or doubled.");
        }

        if (seen.Size != target.Size)
        {
            bool smaller = seen.Size.Pixels < target.Size.Pixels;
            severity = smaller ? Severity.Fault : severity == Severity.Fault ? Severity.Fault : Severity.Slight;
            says.Add(smaller
                ? $"{seen.Size.Label()} holds {Notation.Number(100.0 * seen.Size.Pixels / target.Size.Pixels)} % of the pixels of {target.Size.Label()}."
                : $"{seen.Size.Label()} is larger than {target.Size.Label()}: it can be scaled down, and fills the card sooner.");
        }

        return new(ConsequenceTopic.Format, severity, seen.Label, Judgement.Of(
            Rule, says.Count == 0 ? $"{seen.Label}, as the sheet says." : string.Join(" ", says), new Figure("frame rate", seen.Rate.Frames.FramesPerSecond, "frames per second", seen.Rate.Label())));
    }

    private static Consequence Focus(Findings found)
    {
        const string Rule = "NOW-FOCUS";
        return found.Floats(Setting.FocusMode)
            ? new(ConsequenceTopic.Focus, Severity.Floats, "floats", Judgement.Of(Rule, "Automatic focus hunts when somebody walks through or the light falls."))
            : found.Value(Setting.FocusMode) is { } value
                ? new(ConsequenceTopic.Focus, Severity.Fine, value.Label, Judgement.Of(Rule, $"Focus is {value.Label}."))
                : Unread(ConsequenceTopic.Focus, "Focus has not been read.");
    }

    private static Consequence Unread(ConsequenceTopic topic, string sentence) =>
        new(topic, Severity.Unknown, "not read yet", Judgement.Of("NOW-UNREAD", sentence));

    private static string NameOf(Setting setting) => SettingName.Of(setting).Name;

    private static Distance InStops(Stops stops) => new(stops.Value, NaturalUnit.Stops);

    private static string Listed(string[] names) => names.Length == 1 ? names[0] : string.Join(", ", names[..^1]) + " and " + names[^1];
}
