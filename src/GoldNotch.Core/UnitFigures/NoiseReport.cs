using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.UnitFigures;

/// <summary>A picture that does not count, and why.</summary>
/// <param name="Number">Its number.</param>
/// <param name="Because">The reason, with its remedy.</param>
public sealed record LeftOut(int Number, Judgement Because);

/// <summary>One base with its noise and its limit.</summary>
/// <param name="Base">Its word; empty where there is one only.</param>
/// <param name="Measured">What counts, rising by gain.</param>
/// <param name="Limit">The highest gain that is clean enough; null while too little is measured.</param>
/// <param name="Says">What there is to say of it.</param>
public sealed record NoiseRow(string Base, ImmutableArray<GainNoise> Measured, NoiseLimit? Limit, Judgement Says)
{
    /// <summary>Whether it can be taken as a limit.</summary>
    public bool IsUsable => Limit is { Gain: not null };
}

/// <summary>Noise by gain of a unit, the limit that follows, and where two bases change over. (Section 17.)</summary>
/// <param name="Bases">Each base, the lowest first.</param>
/// <param name="Switch">From which gain of the lower base on the higher is cleaner; null where it never is, or that is not known.</param>
/// <param name="Bearing">What is said of the two bases; null where there is one, or too little is measured.</param>
/// <param name="Left">Pictures that do not count.</param>
/// <param name="IsAfterCoding">Whether one of them is a frame of a clip, whose coding smooths noise.</param>
public sealed record NoiseReport(
    ImmutableArray<NoiseRow> Bases,
    SwitchOver? Switch,
    Judgement? Bearing,
    ImmutableArray<LeftOut> Left,
    bool IsAfterCoding
)
{
    private const string RuleId = "FIGURE-NOISE";

    private static readonly Template Waits = new(RuleId, "waits", "Take the patch at two gains or more.");
    private static readonly Template Limits = new(
        RuleId,
        "limit",
        "Up to {gain} every gain has {wanted:size} signal to noise or more; there it has {there:size}."
    );
    private static readonly Template AtLeast = new(
        RuleId,
        "at-least",
        "Every gain that was measured has {wanted:size} signal to noise or more: the limit is {gain} or higher."
    );
    private static readonly Template Short = new(
        RuleId,
        "short",
        "{gain} already has {there:size}, less than {wanted:size}: no gain is clean enough for this. Choose a lower figure."
    );
    private static readonly Template Far = new(
        RuleId,
        "far",
        "The patch is {off:size} {off?above|below} mid grey: bring it within half a stop and take it again."
    );
    private static readonly Template Smoothed = new(
        RuleId,
        "jpeg",
        "A JPEG does not count: its coding smooths noise away. Take a PNG, a TIFF or a frame of a clip."
    );
    private static readonly Template Clean = new(
        RuleId,
        "clean",
        "There is no noise in it at all, so it tells nothing. Turn noise reduction off, or take it again."
    );
    private static readonly Template Switches = new(
        RuleId,
        "switch",
        "From {gain} on the {low} base, the {high} base at {other} gives the same speed {by:size} cleaner."
    );
    private static readonly Template Brighter = new(
        RuleId,
        "brighter",
        "That is the lowest gain measured there: it is {stops:size} brighter, so close by as much."
    );
    private static readonly Template Never = new(
        RuleId,
        "never",
        "At no speed is the {high} base 1 dB cleaner than the {low} one: the change of base gains nothing."
    );

    /// <summary>Judges the pictures so far.</summary>
    /// <param name="model">The model.</param>
    /// <param name="takes">The pictures.</param>
    /// <param name="wantedDb">Signal to noise that is required, dB.</param>
    public static NoiseReport Of(CameraModel model, IReadOnlyList<FigureTake> takes, double wantedDb)
    {
        ImmutableArray<LeftOut> left =
        [
            .. takes
                .Select(t => (t, Because: Against(t)))
                .Where(t => t.Because is not null)
                .Select(t => new LeftOut(t.t.Shot.Number, t.Because!)),
        ];
        FigureTake[] good = [.. takes.Where(t => Against(t) is null)];
        ImmutableArray<NoiseRow> rows = [.. ShotList.Words(model).Select(word => Row(model, word, good, wantedDb))];
        (SwitchOver? change, Judgement? bearing) = Bearings(model, rows);
        return new NoiseReport(rows, change, bearing, left, good.Any(t => t.Coding == PictureCoding.Clip));
    }

    private static Judgement? Against(FigureTake take) =>
        take.Coding == PictureCoding.Jpeg ? Smoothed.Of()
        : take.Patch.FromGrey is not { } off ? Far.Of(("off", new Stops(-10)))
        : !NoiseFigures.IsNearGrey(off) ? Far.Of(("off", off))
        : take.Patch.SignalToNoise is null ? Clean.Of()
        : null;

    private static NoiseRow Row(CameraModel model, string word, FigureTake[] takes, double wantedDb)
    {
        ImmutableArray<GainNoise> measured =
        [
            .. takes
                .Where(t => t.Shot is FigureShot.Gained g && g.Base == word)
                .Select(t => new GainNoise(
                    ((FigureShot.Gained)t.Shot).Gain,
                    NoiseFigures.AtGrey(t.Patch.SignalToNoise!.Value, t.Patch.Mean.Luminance)
                ))
                .OrderBy(m => m.Gain.Value),
        ];
        if (measured.Length < 2)
        {
            return new NoiseRow(word, measured, null, Waits.Of());
        }

        NoiseLimit limit = NoiseFigures.Limit(ShotList.Gains(model, word), measured, wantedDb);
        FigureValue wanted = FigureValue.In(Measure.Decibels, wantedDb);
        FigureValue there = FigureValue.In(Measure.Decibels, limit.SignalToNoise ?? measured[0].SignalToNoise);
        Template says = limit switch
        {
            { Gain: null } => Short,
            { AtLeast: true } => AtLeast,
            _ => Limits,
        };
        return new NoiseRow(
            word,
            measured,
            limit,
            says.Of(Setting.Gain, ("gain", limit.Gain ?? measured[0].Gain), ("wanted", wanted), ("there", there))
        );
    }

    private static (SwitchOver?, Judgement?) Bearings(CameraModel model, ImmutableArray<NoiseRow> rows)
    {
        if (rows is not [{ Measured.Length: > 1 } low, { Measured.Length: > 1 } high, ..])
        {
            return (null, null);
        }

        MeasuredBase Known(NoiseRow row) => new(row.Base, model.Gain.IsoOn(row.Base)!.Value, row.Measured);
        SwitchOver? change = NoiseFigures.Switch(ShotList.Gains(model, low.Base), Known(low), Known(high));
        Judgement said = change is { } at
            ? Switches
                .Of(Setting.BaseIso, ("gain", at.Gain), ("low", low.Base), ("high", high.Base), ("other", at.HighGain), ("by", at.Cleaner))
                .And(at.Brighter.Value > 0.05 ? Brighter.Of(("stops", at.Brighter)) : null)
            : Never.Of(Setting.BaseIso, ("low", low.Base), ("high", high.Base));
        return (change, said);
    }
}
