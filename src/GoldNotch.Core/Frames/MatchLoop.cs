using System.Collections.Immutable;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>A card as one camera photographed it.</summary>
/// <param name="Grey">What its grey card measures.</param>
/// <param name="Set">What its balance is set to.</param>
/// <param name="Skin">Linear means of the skin beside it; null where none was measured.</param>
public sealed record MatchShot(RegionStatistics Grey, Kelvin Set, LinearRgb? Skin = null)
{
    /// <summary>Hue of the skin, degrees; null where none was measured or it has none.</summary>
    public double? SkinHueDegrees => Skin is { } skin ? SkinTone.Of(skin).HueDegrees : null;
}

/// <summary>What one camera can be moved by.</summary>
/// <param name="Grid">Kelvin that it can be dialled to.</param>
/// <param name="TintStep">Tint of one step, Δuv; null where it has no control for it.</param>
/// <param name="Exposure">What exposure can be moved by.</param>
/// <param name="TintStepsToGreen">Steps that can still be set towards green.</param>
/// <param name="TintStepsToMagenta">Steps that can still be set towards magenta.</param>
public sealed record MatchControls(
    KelvinGrid Grid,
    double? TintStep,
    ExposureControls Exposure,
    int TintStepsToGreen = int.MaxValue,
    int TintStepsToMagenta = int.MaxValue
)
{
    // What two pictures of one card differ by, noise and the camera's own arithmetic included.
    private const double UncertainMired = 0.5;

    /// <summary>Half a step of each control, from where it stands: nearer than this it cannot be brought.</summary>
    public MatchRest HalfStep(Kelvin set)
    {
        double[] sides =
        [
            .. new[] { -Step(set), Step(set) }
                .Select(by => WhiteBalance.Round(new Kelvin(Math.Max(1, set.Value + by)), Grid))
                .Select(k => Math.Abs(WhiteBalance.Shift(set, k).Value)),
        ];
        return new MatchRest(Exposure.Finest.Value / 2, (sides.Max() / 2) + UncertainMired, (TintStep ?? 0) / 2);
    }

    // In a grid of equal mired a step is as many kelvin as that is here.
    private double Step(Kelvin set) => Grid.StepMired is { } mired ? set.Value * set.Value * mired / 1e6 : Grid.StepKelvin;
}

/// <summary>What makes a picture fit that is not: a round of its own, which does not count.</summary>
/// <param name="Faults">Everything that speaks against it.</param>
/// <param name="Exposure">The move that brings it into reach; null where none would.</param>
/// <param name="Then">A second move, where one is not enough.</param>
public sealed record MatchRemedy(ImmutableArray<CardFault> Faults, ExposureMove? Exposure, ExposureMove? Then = null);

/// <summary>How one camera stands against its references, and what to do next.</summary>
/// <param name="Remedy">What makes its picture fit; null where it is.</param>
/// <param name="Rest">What is left of it; null where the picture is not fit.</param>
/// <param name="Cast">Its cast, as measured.</param>
/// <param name="Verdicts">How each matter stands.</param>
/// <param name="Round">What the next round proposes; null where nothing is left to do.</param>
public sealed record MatchStanding(
    MatchRemedy? Remedy,
    MatchRest? Rest,
    GreyCast? Cast,
    ImmutableArray<(string Matter, MatchVerdict Verdict)> Verdicts,
    MatchRound? Round
)
{
    /// <summary>Whether nothing is off.</summary>
    public bool IsMatched => Remedy is null && Verdicts.All(v => v.Verdict != MatchVerdict.Off);
}

/// <summary>One turn of the loop: pictures in, what is left and what to move out. (Section 16.)</summary>
public static class MatchLoop
{
    // A picture without any light says only that it is dark.
    private const double DarkStops = -4;
    private const double LeastRemedyStops = 1;

    // What is good enough is moved again only where it gets a good deal better.
    private const double WorthMoving = 0.8;

    /// <summary>How a camera stands.</summary>
    /// <param name="shot">Its picture.</param>
    /// <param name="exposure">The reference of exposure, and of skin.</param>
    /// <param name="colour">The reference of colour; often the same.</param>
    /// <param name="controls">What it can be moved by.</param>
    /// <param name="response">How far it moved in the rounds before; as its numbers say where none was.</param>
    /// <param name="tolerance">What counts as matched; null: the usual.</param>
    /// <exception cref="QuantityException">A reference has no light.</exception>
    public static MatchStanding Stand(
        MatchShot shot,
        MatchShot exposure,
        MatchShot colour,
        MatchControls controls,
        MatchResponse? response = null,
        MatchRest? tolerance = null
    )
    {
        if (!CardReading.IsUsed(shot.Grey))
        {
            return new MatchStanding(Remedy(shot.Grey, exposure.Grey, controls.Exposure), null, null, [], null);
        }

        GreyCast own = GreyCast.Of(shot.Grey.Mean, shot.Set);
        GreyCast of = GreyCast.Of(colour.Grey.Mean, colour.Set);
        double? hue =
            shot.SkinHueDegrees is { } skin && exposure.SkinHueDegrees is { } reference ? SkinTone.Difference(skin, reference) : null;
        var rest = new MatchRest(
            Matching.Difference(shot.Grey.Mean, exposure.Grey.Mean).Value.Value,
            own.Cast.Value - of.Cast.Value,
            own.Duv - of.Duv,
            hue
        );
        ImmutableArray<(string Matter, MatchVerdict Verdict)> verdicts = Matching.Judge(rest, controls.HalfStep(shot.Set), tolerance);
        MatchResponse moves = response ?? MatchResponse.AsSaid;
        (MiredShift cast, double duv) = moves.Engine.ToReach(shot.Grey.Mean, shot.Set, colour.Grey.Mean);
        MatchRound round = Round(shot, rest, cast, duv, controls, moves, verdicts, exposure);
        if (round.Dial == shot.Set && round.TintSteps == 0 && IsHueOfTheRest(shot, exposure, rest, tolerance ?? Matching.Tolerance))
        {
            verdicts =
            [
                .. verdicts.Select(v => v is { Matter: "hue_deg", Verdict: MatchVerdict.Off } ? (v.Matter, MatchVerdict.AsNearAsSteps) : v),
            ];
        }

        return new MatchStanding(null, rest, own, verdicts, verdicts.All(v => v.Verdict == MatchVerdict.Ok) ? null : round);
    }

    private static MatchRound Round(
        MatchShot shot,
        MatchRest rest,
        MiredShift cast,
        double duv,
        MatchControls controls,
        MatchResponse response,
        ImmutableArray<(string Matter, MatchVerdict Verdict)> verdicts,
        MatchShot exposure
    )
    {
        bool IsOff(string matter) => verdicts.Any(v => v.Matter == matter && v.Verdict == MatchVerdict.Off);
        double? step = controls.TintStep * response.Duv;

        // Once the casts agree no balance moves luminance any more, and what is judged is corrected.
        Stops stops = IsOff("mired") || IsOff("duv") ? Matching.ToCorrect(shot.Grey.Mean, exposure.Grey.Mean) : new Stops(rest.Stops);
        MatchRound round = Matching.Round(
            shot.Set,
            new MiredShift(cast.Value / response.Mired),
            duv,
            controls.Grid,
            step,
            stops,
            controls.Exposure
        );
        int steps = Math.Clamp(round.TintSteps, -controls.TintStepsToMagenta, controls.TintStepsToGreen);
        double left = duv + (steps * (step ?? 0));
        if (!IsOff("duv") && Math.Abs(left) > WorthMoving * Math.Abs(duv))
        {
            (steps, left) = (0, duv);
        }

        var leftMired = new MiredShift(round.RestMired.Value * response.Mired);
        return !IsOff("mired") && Math.Abs(leftMired.Value) > WorthMoving * Math.Abs(cast.Value)
            ? round with
            {
                Dial = shot.Set,
                RestMired = cast,
                TintSteps = steps,
                RestDuv = left,
            }
            : round with
            {
                RestMired = leftMired,
                TintSteps = steps,
                RestDuv = left,
            };
    }

    // A hue that would agree if the cast that no step takes away were gone is as near as the steps go; another is the camera's own.
    private static bool IsHueOfTheRest(MatchShot shot, MatchShot reference, MatchRest rest, MatchRest tolerance)
    {
        if (shot.Skin is not { } skin || reference.SkinHueDegrees is not { } wanted)
        {
            return false;
        }

        Kelvin without = WhiteBalance.Correct(shot.Set, new MiredShift(rest.Mired));
        LinearRgb shown = GreyCast.Rebalanced(skin, shot.Set, without, rest.Duv);
        return SkinTone.Of(shown).HueDegrees is { } hue
            && Math.Abs(SkinTone.Difference(hue, wanted)) <= (tolerance.HueDegrees ?? double.PositiveInfinity) + Guard.Edge;
    }

    private static MatchRemedy Remedy(RegionStatistics grey, RegionStatistics reference, ExposureControls controls)
    {
        ImmutableArray<CardFault> faults = CardReading.Faults(grey);
        double off = (grey.FromGrey?.Value ?? DarkStops) - (reference.FromGrey?.Value ?? 0);
        Stops? move = faults[0] switch
        {
            // At least so much: what is clipped may be far more.
            CardFault.Clipped => new Stops(Math.Max(LeastRemedyStops, off)),
            CardFault.Crushed or CardFault.Noisy => new Stops(Math.Min(-LeastRemedyStops, off)),
            _ => null,
        };
        if (move is not { } stops)
        {
            return new MatchRemedy(faults, null);
        }

        (ExposureMove first, ExposureMove? then) = Matching.CorrectByTwo(stops, controls);
        return new MatchRemedy(faults, first, then);
    }
}
