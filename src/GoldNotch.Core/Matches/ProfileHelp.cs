using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Matches;

/// <summary>A control of a picture profile, in the order in which they are turned: each changes what the next ones show.</summary>
public enum ProfileControl
{
    /// <summary>Gain of red, or red against green.</summary>
    RedGain,

    /// <summary>Gain of blue.</summary>
    BlueGain,

    /// <summary>Pedestal, master black: where black lies.</summary>
    Pedestal,

    /// <summary>Gamma: where grey lies between black and white.</summary>
    Gamma,

    /// <summary>Knee: how highlights are held.</summary>
    Knee,

    /// <summary>Colour in the shadows alone: low-key saturation, or the matrix.</summary>
    LowKeySaturation,

    /// <summary>Colour level, saturation.</summary>
    Saturation,
}

/// <summary>A control to be turned.</summary>
/// <param name="Control">The control.</param>
/// <param name="IsUp">Whether it is turned up.</param>
/// <param name="Says">Which way, by what was measured.</param>
public sealed record ProfileTurn(ProfileControl Control, bool IsUp, Judgement Says);

/// <summary>What a chart measures in one picture.</summary>
/// <param name="Grey">Its grey card.</param>
/// <param name="Set">What white balance was set to.</param>
/// <param name="White">Its white card; null where none is marked.</param>
/// <param name="Black">Its black card; null where none is marked.</param>
/// <param name="Skin">A face; null where none is marked.</param>
public sealed record ProfileReading(RegionStatistics Grey, Kelvin Set, RegionStatistics? White, RegionStatistics? Black, LinearRgb? Skin);

/// <summary>How to bring the picture profile of a camera without log near to the department's reference: which of its controls to turn which way, in a memory that is free.</summary>
/// <param name="Memory">Where to do it.</param>
/// <param name="Turns">The controls, in order; empty where nothing is off.</param>
/// <param name="Missing">What is not marked and would tell more.</param>
/// <param name="CastMired">Cast of the grey card against the reference's, mired; positive warm.</param>
/// <param name="Duv">Tint against the reference's.</param>
/// <param name="ContrastStops">White over black in recorded light, against the reference's; null where either is not marked.</param>
public sealed record ProfileHelp(
    Judgement Memory,
    ImmutableArray<ProfileTurn> Turns,
    ImmutableArray<Judgement> Missing,
    double CastMired,
    double Duv,
    double? ContrastStops
)
{
    private const string RuleId = "PROFILE-HELP";

    // Words that a factory profile goes by in a department.
    private const string Factory = "standard";

    // What a hand can set and an eye can see: a fortieth of a stop of colour, a hundredth of the scale, a tenth of colour.
    private const double MostApartStops = 2.0 / 3;
    private const double SameShare = 0.02;
    private const double SameBlackPercent = 1;
    private const double SameGreyPercent = 2;
    private const double SameWhitePercent = 2;
    private const double SameSaturation = 0.1;
    private const double SameShadowMired = 12;
    private const double DarkestForColour = 0.002;

    private static readonly Template Own = new(
        RuleId,
        "memory",
        "Copy the factory profile into {memory} and change it there. Leave the factory one as it is: somebody will need it."
    );
    private static readonly Template Free = new(
        RuleId,
        "memory-free",
        "Copy the factory profile into a memory that is free and change it there. Leave the factory one as it is: somebody will need it."
    );
    private static readonly Template Red = new(
        RuleId,
        "red",
        "Red gain {up?up|down}: red is {off:size} {up?lower|higher} against green than in the reference."
    );
    private static readonly Template Blue = new(
        RuleId,
        "blue",
        "Blue gain {up?up|down}: blue is {off:size} {up?lower|higher} against green than in the reference."
    );
    private static readonly Template Pedestal = new(
        RuleId,
        "pedestal",
        "Pedestal {up?up|down}: black is recorded at {has}, in the reference at {reference}."
    );
    private static readonly Template Gamma = new(
        RuleId,
        "gamma",
        "Gamma {up?up|down}: grey is recorded at {has}, in the reference at {reference}."
    );
    private static readonly Template Knee = new(
        RuleId,
        "knee",
        "Knee {up?higher|lower}: white is recorded at {has}, in the reference at {reference}."
    );
    private static readonly Template Clips = new(
        RuleId,
        "knee-clips",
        "Knee lower: white clips on {share} of the card, in the reference it does not."
    );
    private static readonly Template LowKey = new(
        RuleId,
        "low-key",
        "Low-key saturation down, or the matrix: the black card is {off:size} {off?warmer|cooler} than the grey one, against the reference."
    );
    private static readonly Template Saturation = new(
        RuleId,
        "saturation",
        "Colour level {up?up|down}: skin has {times} of the colour it has in the reference."
    );
    private static readonly Template NoWhite = new(RuleId, "no-white", "Mark the white card on both pictures: the knee is told by it.");
    private static readonly Template NoBlack = new(
        RuleId,
        "no-black",
        "Mark the black card on both pictures: pedestal and shadows are told by it."
    );
    private static readonly Template NoSkin = new(RuleId, "no-skin", "Mark a face on both pictures: the colour level is told by it.");

    /// <summary>Works it out.</summary>
    /// <param name="model">The camera.</param>
    /// <param name="has">What its chart measures.</param>
    /// <param name="reference">What the department's reference measures, of the same chart in the same light.</param>
    /// <exception cref="QuantityException">There is no light in a grey card, or the model has log: then that is recorded instead of bending a profile.</exception>
    public static ProfileHelp Of(CameraModel model, ProfileReading has, ProfileReading reference)
    {
        if (HasLog(model))
        {
            throw new QuantityException(
                QuantityFault.NoChoice,
                $"{model.Name} records log: match it in log, where nothing is lost, instead of bending a profile."
            );
        }

        // A curve that is bent is told apart from an exposure that is wrong only where both are exposed alike.
        if (Stops.Between(has.Grey.Mean.Luminance, reference.Grey.Mean.Luminance) is var apart && Math.Abs(apart.Value) > MostApartStops)
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"Expose both alike first: the grey card is {Notation.Number(Math.Abs(apart.Value), 1)} stops {(apart.Value > 0 ? "brighter" : "darker")} than in the reference. {(apart.Value > 0 ? "Close" : "Open")} the iris and take the picture again."
            );
        }

        GreyCast cast = GreyCast.Of(has.Grey.Mean, has.Set);
        GreyCast of = GreyCast.Of(reference.Grey.Mean, reference.Set);
        string? memory = model.Choices.GetValueOrDefault(Setting.Profile)?.Positions.FirstOrDefault(p => p.Word != Factory)?.Label;
        return new ProfileHelp(
            memory is null ? Free.Of(Setting.Profile) : Own.Of(Setting.Profile, ("memory", memory)),
            [.. Off(has, reference).OfType<ProfileTurn>().OrderBy(t => t.Control)],
            [.. Unmarked(has, reference)],
            cast.Cast.Value - of.Cast.Value,
            cast.Duv - of.Duv,
            Contrast(has) - Contrast(reference)
        );
    }

    private static bool HasLog(CameraModel model) =>
        model.Curves.Values.Any(c => c.Name == "Log") || model.Choices.GetValueOrDefault(Setting.Profile)?.Of("log") is not null;

    private static IEnumerable<ProfileTurn?> Off(ProfileReading has, ProfileReading reference)
    {
        yield return Gain(
            ProfileControl.RedGain,
            Red,
            has.Grey.Mean.Red / has.Grey.Mean.Green,
            reference.Grey.Mean.Red / reference.Grey.Mean.Green
        );
        yield return Gain(
            ProfileControl.BlueGain,
            Blue,
            has.Grey.Mean.Blue / has.Grey.Mean.Green,
            reference.Grey.Mean.Blue / reference.Grey.Mean.Green
        );
        if (has.Black is { } black && reference.Black is { } darkest)
        {
            yield return Level(ProfileControl.Pedestal, Pedestal, black, darkest, SameBlackPercent);
            yield return Shadows(has, reference, black, darkest);
        }

        yield return Level(ProfileControl.Gamma, Gamma, has.Grey, reference.Grey, SameGreyPercent);
        if (has.White is { } white && reference.White is { } brightest)
        {
            yield return white.ClippedShare > Exposure.ToneCurve.ClippedShare && brightest.ClippedShare <= Exposure.ToneCurve.ClippedShare
                ? new ProfileTurn(
                    ProfileControl.Knee,
                    false,
                    Clips.Of(Setting.Profile, ("share", FigureValue.In(Measure.Percent, 100 * white.ClippedShare)))
                )
                : Level(ProfileControl.Knee, Knee, white, brightest, SameWhitePercent);
        }

        if (has.Skin is { } skin && reference.Skin is { } face)
        {
            yield return Colour(SkinTone.Of(skin).Saturation, SkinTone.Of(face).Saturation);
        }
    }

    private static ProfileTurn? Gain(ProfileControl control, Template says, double has, double reference)
    {
        double off = Math.Log2(has / reference);
        return !double.IsFinite(off) || Math.Abs(off) < SameShare * 2
            ? null
            : new ProfileTurn(control, off < 0, says.Of(Setting.Profile, ("up", FigureValue.Count(-off)), ("off", new Stops(off))));
    }

    private static ProfileTurn? Level(ProfileControl control, Template says, RegionStatistics has, RegionStatistics reference, double same)
    {
        double off = has.LevelPercent - reference.LevelPercent;
        return Math.Abs(off) < same
            ? null
            : new ProfileTurn(
                control,
                off < 0,
                says.Of(
                    Setting.Profile,
                    ("up", FigureValue.Count(-off)),
                    ("has", FigureValue.In(Measure.Percent, Math.Round(has.LevelPercent))),
                    ("reference", FigureValue.In(Measure.Percent, Math.Round(reference.LevelPercent)))
                )
            );
    }

    // What is warm or cool in the shadows alone is no balance: that would take it to the grey.
    private static ProfileTurn? Shadows(ProfileReading has, ProfileReading reference, RegionStatistics black, RegionStatistics darkest)
    {
        if (black.Mean.Luminance < DarkestForColour || darkest.Mean.Luminance < DarkestForColour)
        {
            return null;
        }

        double Apart(RegionStatistics dark, ProfileReading of) =>
            GreyCast.Of(dark.Mean, of.Set).Cast.Value - GreyCast.Of(of.Grey.Mean, of.Set).Cast.Value;
        double off = Apart(black, has) - Apart(darkest, reference);
        return Math.Abs(off) < SameShadowMired
            ? null
            : new ProfileTurn(ProfileControl.LowKeySaturation, false, LowKey.Of(Setting.Profile, ("off", new MiredShift(off))));
    }

    private static ProfileTurn? Colour(double has, double reference)
    {
        double times = reference > 0 ? has / reference : 1;
        return Math.Abs(times - 1) < SameSaturation
            ? null
            : new ProfileTurn(
                ProfileControl.Saturation,
                times < 1,
                Saturation.Of(
                    Setting.Profile,
                    ("up", FigureValue.Count(1 - times)),
                    ("times", FigureValue.In(Measure.Percent, Math.Round(100 * times)))
                )
            );
    }

    private static double? Contrast(ProfileReading of) =>
        of is { White.Mean.Luminance: > 0, Black.Mean.Luminance: > 0 }
            ? Stops.Between(of.White.Mean.Luminance, of.Black.Mean.Luminance).Value
            : null;

    private static IEnumerable<Judgement> Unmarked(ProfileReading has, ProfileReading reference)
    {
        if (has.White is null || reference.White is null)
        {
            yield return NoWhite.Of();
        }

        if (has.Black is null || reference.Black is null)
        {
            yield return NoBlack.Of();
        }

        if (has.Skin is null || reference.Skin is null)
        {
            yield return NoSkin.Of();
        }
    }
}
