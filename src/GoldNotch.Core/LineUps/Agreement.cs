using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What cameras that are cut together have to agree in.</summary>
public enum AgreementMatter
{
    /// <summary>Frame rate and scan.</summary>
    FrameRate,

    /// <summary>Shutter angle.</summary>
    ShutterAngle,

    /// <summary>Resolution.</summary>
    Resolution,

    /// <summary>Aspect ratio.</summary>
    AspectRatio,

    /// <summary>Picture profile.</summary>
    Profile,

    /// <summary>Timecode.</summary>
    Timecode,
}

/// <summary>Whether the cameras of a line-up agree in a matter.</summary>
/// <param name="Matter">The matter.</param>
/// <param name="Agrees">Whether they do.</param>
/// <param name="Values">Each camera's value.</param>
/// <param name="Because">What to do where they do not.</param>
public sealed record AgreementRow(
    AgreementMatter Matter,
    bool Agrees,
    ImmutableArray<(string Letter, FigureValue Value)> Values,
    Judgement Because
);

/// <summary>A camera's shutter under the mains of the place.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Flicker">The flicker.</param>
/// <param name="Because">What it looks like, and what is steadier.</param>
public sealed record FlickerRow(string Letter, Flicker Flicker, Judgement Because);

/// <summary>Holds the cameras of a line-up against each other.</summary>
public static class Agreement
{
    private const string RuleId = "AGREEMENT";
    private const string FlickerRule = "PLAN-FLICKER";

    // Angles nearer than this look alike (bench rule), degrees.
    private const double SameAngle = 6;

    private static readonly Template OnAll = new(RuleId, "on-all", "{value} on all.");
    private static readonly Template NoRate = new(RuleId, "no-rate", "No camera has a frame rate.");
    private static readonly Template NoCommonRate = new(
        RuleId,
        "no-common-rate",
        "{values} These models have no frame rate in common: cut them as separate pieces, or use another camera."
    );
    private static readonly Template CommonRate = new(RuleId, "common-rate", "{values} All have {rate}: {prices}");
    private static readonly Template Price = new(RuleId, "price", "{camera} then records {size} at up to {bits}.");
    private static readonly Template PriceCropped = new(
        RuleId,
        "price-cropped",
        "{camera} then records {size} at up to {bits}, cropped {crop}."
    );
    private static readonly Template PriceCost = new(RuleId, "price-cost", "{camera}: {cost}.");
    private static readonly Template AnglesDiffer = new(
        RuleId,
        "angles-differ",
        "{values} Movement looks {spread} sharper on one than on the other."
    );
    private static readonly Template ResolutionsDiffer = new(
        RuleId,
        "resolutions-differ",
        "{values} The larger is scaled down in the cut; only it can be reframed."
    );
    private static readonly Template RatiosDiffer = new(
        RuleId,
        "ratios-differ",
        "{values} Mark the narrower ratio on the other's screen with a guide."
    );
    private static readonly Template ProfilesDiffer = new(
        RuleId,
        "profiles-differ",
        "{values} Different curves do not cut together ungraded: set one profile, or grade the flat ones."
    );
    private static readonly Template TimecodesDiffer = new(
        RuleId,
        "timecodes-differ",
        "{values} Jam all from one clock before each hour, or slate every take."
    );
    private static readonly Template ValueOf = new(RuleId, "value", "{cameras}: {value}.");
    private static readonly Template NotHere = new(RuleId, "not-here", "no {required}");
    private static readonly Template NotKnown = new(RuleId, "not-known", "not known");

    private static readonly Template Steady = new(FlickerRule, "steady", "Steady under {mains} mains.");
    private static readonly Template Standing = new(
        FlickerRule,
        "standing",
        "{shutter} shows a standing band of {ripple} under {mains} mains."
    );
    private static readonly Template Pulses = new(FlickerRule, "pulses", "{shutter} pulses by {ripple} at {beat} under {mains} mains.");
    private static readonly Template Steadier = new(FlickerRule, "steadier", "{offer} is steadier, {cost}.");
    private static readonly Template NoneSteadier = new(
        FlickerRule,
        "none-steadier",
        "No shutter of this camera is steadier: take another frame rate, or another lamp."
    );

    /// <summary>Each matter, with what to do where the cameras do not agree.</summary>
    public static ImmutableArray<AgreementRow> Of(IReadOnlyList<PreparedCamera> cameras) =>
        [
            Rate(cameras),
            Angle(cameras),
            Simple(
                AgreementMatter.Resolution,
                cameras,
                c => c.Sheet.Target<SettingValue.Format>(Setting.RecordFormat) is { } f ? f.Size : null,
                ResolutionsDiffer
            ),
            Simple(AgreementMatter.AspectRatio, cameras, c => Word(c, Setting.Aspect), RatiosDiffer),
            Simple(AgreementMatter.Profile, cameras, c => Word(c, Setting.Profile), ProfilesDiffer),
            Simple(AgreementMatter.Timecode, cameras, Timecode, TimecodesDiffer),
        ];

    /// <summary>Each camera's shutter under the mains of the place.</summary>
    public static ImmutableArray<FlickerRow> FlickerOf(LineUp lineUp, IReadOnlyList<PreparedCamera> cameras) =>
        [.. cameras.Where(c => c.Sheet.Format is not null).Select(c => FlickerOf(lineUp, c))];

    private static FlickerRow FlickerOf(LineUp lineUp, PreparedCamera camera)
    {
        ScanRate rate = camera.Sheet.Format!.Rate;
        double modulation = lineUp.Light.AsScene(lineUp.Place).Modulation;
        var flicker = Flicker.Of(lineUp.Light.MainsHz, camera.Shutter.Time, rate, modulation);
        Template template = flicker.Verdict switch
        {
            FlickerVerdict.Steady => Steady,
            FlickerVerdict.Standing => Standing,
            _ => Pulses,
        };
        Judgement because = template.Of(
            Setting.Shutter,
            ("shutter", camera.Shutter),
            ("mains", FigureValue.In(Measure.Hertz, lineUp.Light.MainsHz)),
            ("ripple", FigureValue.In(Measure.Percent, flicker.RipplePercent)),
            ("beat", FigureValue.In(Measure.Hertz, flicker.BeatHz))
        );
        if (flicker.Verdict == FlickerVerdict.Steady)
        {
            return new FlickerRow(camera.Of.Letter, flicker, because);
        }

        SceneLight light = lineUp.Light.AsScene(lineUp.Place);
        Judgement remedy = SteadierShutter.For(camera.Of.Model, rate, light, camera.Shutter.Time) is { } offer
            ? Steadier.Of(Setting.Shutter, ("offer", offer), ("cost", offer.Time.LongerThan(camera.Shutter.Time)))
            : NoneSteadier.Of(Setting.Shutter);
        return new FlickerRow(camera.Of.Letter, flicker, because.And(remedy));
    }

    private static AgreementRow Rate(IReadOnlyList<PreparedCamera> cameras)
    {
        ImmutableArray<(string, FigureValue)> values = Values(cameras, c => c.Sheet.Format is { } f ? f.Rate : null);
        if (Same(values))
        {
            return new AgreementRow(AgreementMatter.FrameRate, true, values, OnAll.Of(("value", values[0].Item2)));
        }

        // The best common choice is the rate every model has that most of the line-up is at already, then the higher.
        var common = cameras[0]
            .Of.Model.Formats.Select(f => f.Rate)
            .Distinct()
            .Where(rate => cameras.All(c => c.Of.Model.Formats.Any(f => f.Rate == rate)))
            .OrderByDescending(rate => cameras.Count(c => c.Sheet.Format?.Rate == rate))
            .ThenByDescending(rate => rate.PicturesPerSecond)
            .ToList();
        if (common.Count == 0)
        {
            return new AgreementRow(AgreementMatter.FrameRate, false, values, NoCommonRate.Of(("values", Listed(values))));
        }

        ScanRate best = common[0];
        IEnumerable<Judgement> prices = cameras.Where(c => c.Sheet.Format?.Rate != best).Select(c => PriceOf(c, best));
        return new AgreementRow(
            AgreementMatter.FrameRate,
            false,
            values,
            CommonRate.Of(("values", Listed(values)), ("rate", best), ("prices", FigureValue.Of(prices)))
        );
    }

    private static Judgement PriceOf(PreparedCamera camera, ScanRate rate)
    {
        RecordFormat there = camera.Of.Model.Formats.Where(f => f.Rate == rate).OrderByDescending(f => f.Size.Pixels).First();
        Judgement price = (there.Crop > 1 ? PriceCropped : Price).Of(
            ("camera", camera.Of.Letter),
            ("size", there.Size),
            ("bits", there.BitRates.Max()),
            ("crop", FigureValue.In(Measure.Times, there.Crop))
        );
        return there.Cost.Length > 0 ? price.And(PriceCost.Of(("camera", camera.Of.Letter), ("cost", there.Cost))) : price;
    }

    private static AgreementRow Angle(IReadOnlyList<PreparedCamera> cameras)
    {
        List<(string Letter, double Angle)> angles =
        [
            .. cameras
                .Where(c => c.Sheet.Format is not null)
                .Select(c => (c.Of.Letter, Shutter.AngleDegrees(c.Shutter.Time, c.Sheet.Format!.Rate.Frames))),
        ];
        ImmutableArray<(string, FigureValue)> values =
        [
            .. angles.Select(a => (a.Letter, FigureValue.In(Measure.Degrees, Math.Round(a.Angle)))),
        ];
        double spread = angles.Count == 0 ? 0 : angles.Max(a => a.Angle) - angles.Min(a => a.Angle);
        return spread <= SameAngle
            ? new AgreementRow(
                AgreementMatter.ShutterAngle,
                true,
                values,
                values.IsEmpty ? NoRate.Of() : OnAll.Of(("value", values[0].Item2))
            )
            : new AgreementRow(
                AgreementMatter.ShutterAngle,
                false,
                values,
                AnglesDiffer.Of(("values", Listed(values)), ("spread", FigureValue.In(Measure.Degrees, Math.Round(spread))))
            );
    }

    private static AgreementRow Simple(
        AgreementMatter matter,
        IReadOnlyList<PreparedCamera> cameras,
        Func<PreparedCamera, FigureValue?> value,
        Template otherwise
    )
    {
        ImmutableArray<(string, FigureValue)> values = Values(cameras, value);
        return Same(values)
            ? new AgreementRow(matter, true, values, OnAll.Of(("value", values[0].Item2)))
            : new AgreementRow(matter, false, values, otherwise.Of(("values", Listed(values))));
    }

    // Required and not there is another thing than not stated.
    private static FigureValue? Word(PreparedCamera camera, Setting setting) =>
        camera.Sheet.Word(setting) is { } word ? word
        : camera.Sheet.LineOf(setting) is { Fit: Fit.NotPossible } line
            ? (FigureValue)NotHere.Of(setting, ("required", line.Notch.Requirement.Text))
        : null;

    private static FigureValue? Timecode(PreparedCamera camera) =>
        camera.Sheet.Word(Setting.TimecodeCount) is { } count && camera.Sheet.Word(Setting.TimecodeRun) is { } run
            ? FigureValue.Of([count, run])
            : null;

    private static ImmutableArray<(string, FigureValue)> Values(
        IReadOnlyList<PreparedCamera> cameras,
        Func<PreparedCamera, FigureValue?> value
    ) => [.. cameras.Select(c => (c.Of.Letter, value(c) ?? NotKnown.Of()))];

    private static bool Same(ImmutableArray<(string Letter, FigureValue Value)> values) => values.All(v => v.Value == values[0].Value);

    private static FigureValue Listed(ImmutableArray<(string Letter, FigureValue Value)> values) =>
        FigureValue.Of(
            values.GroupBy(v => v.Value).Select(g => ValueOf.Of(("cameras", FigureValue.Of(g.Select(v => v.Letter))), ("value", g.Key)))
        );
}
