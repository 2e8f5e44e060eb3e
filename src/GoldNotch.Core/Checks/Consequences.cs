using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What it would mean to record now.</summary>
public static class Consequences
{
    // Within a sixth of a stop a picture looks right on any monitor; to half a stop it is seen by who compares (bench rule).
    private const double LooksRight = 1.0 / 6;
    private const double Compares = 0.5;

    private const string ExposureRule = "NOW-EXPOSURE";
    private const string NoiseRule = "NOW-NOISE";
    private const string WhiteRule = "NOW-WHITE-BALANCE";
    private const string AngleRule = "NOW-SHUTTER-ANGLE";
    private const string FlickerRule = "NOW-FLICKER";
    private const string FormatRule = "NOW-FORMAT";
    private const string FocusRule = "NOW-FOCUS";

    private static readonly Template ExposureAutomatic = new(
        ExposureRule,
        "automatic",
        "{automatic} on automatic: the camera makes the picture look right and hides what else is wrong. The manual settings come to {total}."
    );
    private static readonly Template ExposureRight = new(
        ExposureRule,
        "right",
        "The picture comes out as bright as the sheet requires ({total})."
    );
    private static readonly Template ExposureOff = new(
        ExposureRule,
        "off",
        "The picture comes out {total:size} {total?over|under} what the sheet requires."
    );
    private static readonly Template ExposureAssumed = new(
        ExposureRule,
        "assumed",
        "Not read yet and counted as on target: {settings:lower}."
    );
    private static readonly Template ExposureValue = new(ExposureRule, "value", "{total}");
    private static readonly Template OnAutomatic = new("NOW-AUTOMATIC", "value", "on automatic");
    private static readonly Template NoiseAutomatic = new(
        NoiseRule,
        "automatic",
        "Automatic gain adds noise with the scene, and hides a closed iris, a fast shutter and a forgotten ND filter."
    );
    private static readonly Template NoiseAsRequired = new(NoiseRule, "as-required", "Noise is as the sheet requires, at {gain}.");
    private static readonly Template NoiseUp = new(NoiseRule, "up", "Noise is {up:size} above the sheet, {against} against 0 dB.");
    private static readonly Template NoiseUpTimes = new(
        NoiseRule,
        "up-times",
        "Noise is {up:size} above the sheet, {against} against 0 dB: {factor} the amplitude."
    );
    private static readonly Template NoiseDown = new(
        NoiseRule,
        "down",
        "Gain is {up:size} below the sheet: no more noise, but {stops:size} of latitude above grey is lost."
    );
    private static readonly Template NoiseValue = new(NoiseRule, "value", "{up}");
    private static readonly Template WhiteAutomatic = new(
        WhiteRule,
        "automatic",
        "Automatic white balance follows the picture: no two shots cut together."
    );
    private static readonly Template WhiteOnCard = new(
        WhiteRule,
        "on-card",
        "Balanced on the grey card in memory {memory}: right only if the card was shown here, in this light and through this filter."
    );
    private static readonly Template WhiteOtherMemory = new(
        WhiteRule,
        "other-memory",
        "Memory {memory} was balanced somewhere else; its cast here is unknown. Balance again."
    );
    private static readonly Template WhiteMemoryValue = new(WhiteRule, "memory-value", "memory {memory}");
    private static readonly Template CastUnseen = new(WhiteRule, "unseen", "Set to {set} under {light}: {cast}, not visible.");
    private static readonly Template CastSlight = new(
        WhiteRule,
        "slight",
        "Set to {set} under {light}: a cast of {cast:size} towards {cast?amber|blue}, slight."
    );
    private static readonly Template CastVisible = new(
        WhiteRule,
        "visible",
        "Set to {set} under {light}: a cast of {cast:size} towards {cast?amber|blue}, plainly visible."
    );
    private static readonly Template CastValue = new(WhiteRule, "value", "{cast}");
    private static readonly Template CastColourValue = new(WhiteRule, "colour-value", "{cast}, {cast?amber|blue}");
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
    private static readonly Template FlickerStanding = new(FlickerRule, "standing", "A standing band of {ripple} under {mains} mains.");
    private static readonly Template FlickerPulses = new(FlickerRule, "pulses", "Pulses by {ripple} at {beat} under {mains} mains.");
    private static readonly Template FlickerSteadier = new(FlickerRule, "steadier", "{shutter} is steadier.");
    private static readonly Template SteadyValue = new(FlickerRule, "steady-value", "steady");
    private static readonly Template StandingValue = new(FlickerRule, "standing-value", "standing band");
    private static readonly Template PulsesValue = new(FlickerRule, "pulses-value", "pulses");
    private static readonly Template FormatAsRequired = new(FormatRule, "as-required", "{format}, as the sheet requires.");
    private static readonly Template FormatDiffers = new(FormatRule, "differs", "{format} is not what the sheet requires.");
    private static readonly Template FormatOtherScan = new(
        FormatRule,
        "other-scan",
        "{rate} shows combing and steps when cut with {required}; it cannot be undone cleanly."
    );
    private static readonly Template FormatSlower = new(
        FormatRule,
        "slower",
        "{rate} in a {required} edit plays {factor} slower, or drops pictures."
    );
    private static readonly Template FormatDoesNotCut = new(
        FormatRule,
        "does-not-cut",
        "{rate} does not cut with {required}: pictures are dropped or repeated."
    );
    private static readonly Template FormatSmaller = new(FormatRule, "smaller", "{size} has {share} of the pixels of {required}.");
    private static readonly Template FormatLarger = new(
        FormatRule,
        "larger",
        "{size} is larger than {required}: it can be scaled down, and fills the card sooner."
    );
    private static readonly Template FormatValue = new(FormatRule, "value", "{format}");
    private static readonly Template FocusAutomatic = new(
        FocusRule,
        "automatic",
        "Automatic focus hunts when somebody walks through or the light falls."
    );
    private static readonly Template FocusIs = new(FocusRule, "is", "Focus is {focus}.");
    private static readonly Template FocusValue = new(FocusRule, "value", "{focus}");

    /// <summary>What the verdicts of a check come to.</summary>
    public static ConsequenceReport Of(Sheet sheet, ImmutableArray<Verdict> verdicts)
    {
        var found = new Findings(sheet, verdicts);
        ImmutableArray<ExposureTerm> terms = [.. ExposureTerms.Of(found)];
        ImmutableArray<HiddenPair> hidden = HiddenPairs.In(terms, found);
        var items = ImmutableArray.CreateBuilder<Consequence>();
        items.Add(OfExposure(terms));
        items.Add(Noise(found));
        items.Add(White(found));
        items.AddRange(AngleAndFlicker(found));
        items.Add(Format(found));
        items.Add(Focus(found));
        items.AddRange(RecordingConsequences.Of(found));
        ExposureBalance? metered = terms.Any(t => t.Source == TermSource.Automatic)
            ? null
            : sheet.PredictedWith(line => found.Value(line.Setting) ?? line.Target);
        return new ConsequenceReport(
            [.. items.OrderBy(i => Rank(i.Severity)).ThenBy(i => i.Topic)],
            terms,
            metered,
            hidden,
            Corrections.Order(found)
        )
        {
            ResetFirst = Corrections.ResetFirst(found),
        };
    }

    // What is on automatic cannot even be predicted, so it comes before what is known to be wrong.
    private static int Rank(Severity severity) =>
        severity switch
        {
            Severity.Automatic => 0,
            Severity.Fault => 1,
            Severity.Slight => 2,
            Severity.Fine => 3,
            _ => 4,
        };

    private static Consequence OfExposure(ImmutableArray<ExposureTerm> terms)
    {
        Stops total = terms.Aggregate(Stops.Zero, (sum, t) => sum + t.Change);
        Setting[] automatic = [.. terms.Where(t => t.Source == TermSource.Automatic).Select(t => t.Setting)];
        if (automatic.Length > 0)
        {
            return new(
                ConsequenceTopic.Exposure,
                Severity.Automatic,
                OnAutomatic.Of(),
                ExposureAutomatic.Of(("automatic", FigureValue.Of(automatic)), ("total", total))
            );
        }

        Setting[] assumed = [.. terms.Where(t => t.Source == TermSource.Assumed).Select(t => t.Setting)];
        if (assumed.Length == terms.Length)
        {
            return Unread.Of(ConsequenceTopic.Exposure, Unread.Exposure);
        }

        double size = Math.Abs(total.Value);
        Severity severity =
            size <= LooksRight + Guard.Edge ? Severity.Fine
            : size <= Compares + Guard.Edge ? Severity.Slight
            : Severity.Fault;
        Judgement because = (severity == Severity.Fine ? ExposureRight : ExposureOff).Of([
            ("total", total),
            .. terms.Where(t => t.Source == TermSource.Read).Select(t => (SettingDefinition.Of(t.Setting).Key, (FigureValue)t.Change)),
        ]);
        return new(
            ConsequenceTopic.Exposure,
            severity,
            ExposureValue.Of(("total", total)),
            because.And(assumed.Length == 0 ? null : ExposureAssumed.Of(("settings", FigureValue.Of(assumed))))
        );
    }

    private static Consequence Noise(Findings found)
    {
        if (found.IsAutomatic(Setting.Gain))
        {
            return new(ConsequenceTopic.Noise, Severity.Automatic, OnAutomatic.Of(), NoiseAutomatic.Of(Setting.Gain));
        }

        if (
            found.Value(Setting.Gain) is not SettingValue.GainAt seen
            || found.Sheet.Target<SettingValue.GainAt>(Setting.Gain) is not { } target
        )
        {
            return Unread.Of(ConsequenceTopic.Noise, Unread.Gain);
        }

        Decibels up = seen.Gain - target.Gain;
        Severity severity =
            up.Value < 0.05 ? Severity.Fine
            : up.Value <= 3 ? Severity.Slight
            : Severity.Fault;
        Template template =
            Math.Abs(up.Value) < 0.05 ? NoiseAsRequired
            : up.Value < 0 ? NoiseDown
            : up.Value >= 3 ? NoiseUpTimes
            : NoiseUp;
        return new(
            ConsequenceTopic.Noise,
            severity,
            NoiseValue.Of(("up", up)),
            template.Of(
                Setting.Gain,
                ("gain", seen),
                ("up", up),
                ("against", seen.Gain),
                ("factor", FigureValue.In(Measure.Times, Math.Round(up.Factor, 1))),
                ("stops", up.ToStops())
            )
        );
    }

    private static Consequence White(Findings found)
    {
        if (found.IsAutomatic(Setting.WhiteBalance))
        {
            return new(ConsequenceTopic.WhiteBalance, Severity.Automatic, OnAutomatic.Of(), WhiteAutomatic.Of(Setting.WhiteBalance));
        }

        switch (found.Value(Setting.WhiteBalance))
        {
            case SettingValue.WhiteNumber { Temperature: var set }:
                return CastOf(set);
            case SettingValue.WhiteMemory { Shows: { } shown }:
                return CastOf(shown);
            case SettingValue.WhiteMemory memory:
                bool right = found.Sheet.Target<SettingValue.WhiteMemory>(Setting.WhiteBalance)?.Name == memory.Name;
                return new(
                    ConsequenceTopic.WhiteBalance,
                    right ? Severity.Fine : Severity.Automatic,
                    WhiteMemoryValue.Of(("memory", memory.Name)),
                    (right ? WhiteOnCard : WhiteOtherMemory).Of(Setting.WhiteBalance, ("memory", memory.Name))
                );
            default:
                return Unread.Of(ConsequenceTopic.WhiteBalance, Unread.WhiteBalance);
        }

        Consequence CastOf(Kelvin set)
        {
            Kelvin light = found.Sheet.Standard.Light.Temperature;
            MiredShift cast = WhiteBalance.Cast(light, set);
            (Severity severity, Template template) = WhiteBalance.Grade(cast) switch
            {
                CastGrade.Unseen => (Severity.Fine, CastUnseen),
                CastGrade.Slight => (Severity.Slight, CastSlight),
                _ => (Severity.Fault, CastVisible),
            };
            return new(
                ConsequenceTopic.WhiteBalance,
                severity,
                (severity == Severity.Fine ? CastValue : CastColourValue).Of(("cast", cast)),
                template.Of(Setting.WhiteBalance, ("set", set), ("light", light), ("cast", cast))
            );
        }
    }

    private static IEnumerable<Consequence> AngleAndFlicker(Findings found)
    {
        if (found.IsAutomatic(Setting.Shutter))
        {
            yield return new(ConsequenceTopic.ShutterAngle, Severity.Automatic, OnAutomatic.Of(), AngleAutomatic.Of(Setting.Shutter));
            yield return new(ConsequenceTopic.Flicker, Severity.Automatic, OnAutomatic.Of(), FlickerAutomatic.Of(Setting.Shutter));
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
            _ => (flicker.RipplePercent > 2 ? Severity.Fault : Severity.Slight, PulsesValue, FlickerPulses),
        };
        Judgement because = template.Of(
            Setting.Shutter,
            ("mains", FigureValue.In(Measure.Hertz, light.MainsHz)),
            ("ripple", FigureValue.In(Measure.Percent, flicker.RipplePercent)),
            ("beat", FigureValue.In(Measure.Hertz, flicker.BeatHz))
        );
        ExposureTime? offered = Flicker.Offer(light.MainsHz, time, found.Sheet.Model.Shutters, rate, light.Modulation);
        return new(
            ConsequenceTopic.Flicker,
            severity,
            value.Of(),
            flicker.Verdict != FlickerVerdict.Steady && offered is { } o && o != time
                ? because.And(FlickerSteadier.Of(Setting.Shutter, ("shutter", o)))
                : because
        );
    }

    // By angle and not by time: the sheet's 1/60 in a camera left at 59.94 frames is another look.
    private static double? RequiredAngle(Sheet sheet) =>
        sheet.Target<SettingValue.Speed>(Setting.Shutter) is { Time: var time }
        && sheet.Target<SettingValue.Format>(Setting.RecordFormat) is { Rate: var rate }
            ? Shutter.AngleDegrees(time, rate.Frames)
            : null;

    private static Consequence Format(Findings found)
    {
        if (
            found.Value(Setting.RecordFormat) is not SettingValue.Format seen
            || found.Sheet.Target<SettingValue.Format>(Setting.RecordFormat) is not { } target
        )
        {
            return Unread.Of(ConsequenceTopic.Format, Unread.Format);
        }

        Judgement because = (seen == target ? FormatAsRequired : FormatDiffers).Of(Setting.RecordFormat, ("format", seen));
        Severity severity = Severity.Fine;
        if (seen.Rate != target.Rate)
        {
            severity = Severity.Fault;
            double factor = Shutter.SlowMotionFactor(seen.Rate.Frames, target.Rate.Frames);
            Template template =
                seen.Rate.Scan != target.Rate.Scan ? FormatOtherScan
                : factor > 1.2 ? FormatSlower
                : FormatDoesNotCut;
            because = because.And(
                template.Of(
                    Setting.RecordFormat,
                    ("rate", seen.Rate),
                    ("required", target.Rate),
                    ("factor", FigureValue.In(Measure.Times, factor))
                )
            );
        }

        if (seen.Size != target.Size)
        {
            bool smaller = seen.Size.Pixels < target.Size.Pixels;
            severity =
                smaller ? Severity.Fault
                : severity == Severity.Fault ? Severity.Fault
                : Severity.Slight;
            because = because.And(
                (smaller ? FormatSmaller : FormatLarger).Of(
                    Setting.RecordFormat,
                    ("size", seen.Size),
                    ("required", target.Size),
                    ("share", FigureValue.In(Measure.Percent, Math.Round(100.0 * seen.Size.Pixels / target.Size.Pixels)))
                )
            );
        }

        return new(ConsequenceTopic.Format, severity, FormatValue.Of(("format", seen)), because);
    }

    private static Consequence Focus(Findings found) =>
        found.IsAutomatic(Setting.FocusMode)
            ? new(ConsequenceTopic.Focus, Severity.Automatic, OnAutomatic.Of(), FocusAutomatic.Of(Setting.FocusMode))
        : found.Value(Setting.FocusMode) is { } value
            ? new(ConsequenceTopic.Focus, Severity.Fine, FocusValue.Of(("focus", value)), FocusIs.Of(Setting.FocusMode, ("focus", value)))
        : Unread.Of(ConsequenceTopic.Focus, Unread.Focus);
}

/// <summary>Consequences of what nobody has read.</summary>
internal static class Unread
{
    internal static readonly Template Exposure = new(RuleId, "exposure", "Shutter, gain, filter and iris have not been read.");
    internal static readonly Template Gain = new(RuleId, "gain", "Gain has not been read.");
    internal static readonly Template WhiteBalance = new(RuleId, "white-balance", "White balance has not been read.");
    internal static readonly Template Shutter = new(RuleId, "shutter", "Shutter has not been read.");
    internal static readonly Template Format = new(RuleId, "format", "Resolution and frame rate have not been read.");
    internal static readonly Template Focus = new(RuleId, "focus", "Focus has not been read.");
    internal static readonly Template Audio = new(RuleId, "audio", "No audio setting has been read.");
    internal static readonly Template Card = new(RuleId, "card", "The card has not been read, and none is issued with this model.");
    internal static readonly Template Battery = new(
        RuleId,
        "battery",
        "The running time has not been read, and the specification states no consumption."
    );

    private const string RuleId = "NOW-UNREAD";

    private static readonly Template Value = new(RuleId, "value", "not read yet");

    internal static Consequence Of(ConsequenceTopic topic, Template because) => new(topic, Severity.Unknown, Value.Of(), because.Of());
}
