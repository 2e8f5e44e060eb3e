using System.Collections.Immutable;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>A control that changes exposure alone.</summary>
public enum ExposureControl
{
    /// <summary>The iris.</summary>
    Iris,

    /// <summary>A filter.</summary>
    Filter,

    /// <summary>Gain.</summary>
    Gain,
}

/// <summary>How far one exposure is from the reference's.</summary>
/// <param name="Value">Stops, positive brighter.</param>
/// <param name="AtLeast">The picture was clipped: it is this or more.</param>
/// <param name="AtMost">The reference was clipped: it is this or less.</param>
public readonly record struct ExposureDifference(Stops Value, bool AtLeast, bool AtMost);

/// <summary>What a camera can be moved by in exposure, and where it stands.</summary>
/// <param name="IrisStep">A click of the iris; null where it may not be moved.</param>
/// <param name="FilterNow">Stops of the filter that is in.</param>
/// <param name="Filters">Stops of the filters there are.</param>
/// <param name="GainStep">A step of gain.</param>
public sealed record ExposureControls(Stops? IrisStep, Stops FilterNow, ImmutableArray<Stops> Filters, Decibels GainStep)
{
    /// <summary>Stops that the iris can be opened from where it stands.</summary>
    public double IrisOpensStops { get; init; } = double.PositiveInfinity;

    /// <summary>Stops that it can be closed.</summary>
    public double IrisClosesStops { get; init; } = double.PositiveInfinity;

    /// <summary>Gains the camera has, where they are known one by one; empty: every step from where it stands.</summary>
    public ImmutableArray<Decibels> Gains { get; init; } = [];

    /// <summary>Gain that it stands at.</summary>
    public Decibels GainNow { get; init; }

    /// <summary>The controls but one.</summary>
    internal ExposureControls Without(ExposureControl control) =>
        control switch
        {
            ExposureControl.Iris => this with { IrisStep = null },
            ExposureControl.Filter => this with { Filters = [] },
            _ => this with { Gains = [GainNow] },
        };

    /// <summary>The finest of its steps: nobody can ask for less than half of it.</summary>
    public Stops Finest => new(Math.Min(IrisStep?.Value ?? double.PositiveInfinity, GainStep.ToStops().Value));
}

/// <summary>A move of one control.</summary>
/// <param name="Control">The control; null where none is proposed.</param>
/// <param name="Move">Stops that it moves the picture, positive brighter.</param>
/// <param name="Rest">What is left then.</param>
public readonly record struct ExposureMove(ExposureControl? Control, Stops Move, Stops Rest);

/// <summary>What a round proposes for one camera.</summary>
/// <param name="Dial">Kelvin to dial.</param>
/// <param name="RestMired">Cast that is left then.</param>
/// <param name="TintSteps">Steps of tint, towards green.</param>
/// <param name="RestDuv">Tint that is left then.</param>
/// <param name="Exposure">The move of exposure.</param>
public sealed record MatchRound(Kelvin Dial, MiredShift RestMired, int TintSteps, double RestDuv, ExposureMove Exposure)
{
    /// <summary>A second move of exposure, where one control alone leaves more than a sixth of a stop.</summary>
    public ExposureMove? Then { get; init; }

    /// <summary>Exposure that is left after both.</summary>
    public Stops RestStops => (Then ?? Exposure).Rest;
}

/// <summary>What is left of a camera against its reference; hue is null where no skin was measured.</summary>
/// <param name="Stops">Exposure.</param>
/// <param name="Mired">Cast.</param>
/// <param name="Duv">Tint.</param>
/// <param name="HueDegrees">Skin hue.</param>
public readonly record struct MatchRest(double Stops, double Mired, double Duv, double? HueDegrees = null);

/// <summary>How one matter of a match stands.</summary>
public enum MatchVerdict
{
    /// <summary>Within its tolerance.</summary>
    Ok,

    /// <summary>As near as the steps of its control go.</summary>
    AsNearAsSteps,

    /// <summary>Further off.</summary>
    Off,
}

/// <summary>What a unit needed at an earlier match.</summary>
/// <param name="DaysOld">Days since.</param>
/// <param name="Light">The light it was measured in.</param>
/// <param name="Offset">Mired that the unit's number is above the reference's.</param>
public sealed record EarlierMatch(double DaysOld, Kelvin Light, MiredShift Offset);

/// <summary>Making cameras match, round by round. (Sections 12 and 16.)</summary>
public static class Matching
{
    /// <summary>Rest that a first choice may leave, stops.</summary>
    public const double GoodRestStops = 1.0 / 6;

    /// <summary>Tint of a step where the specification says nothing, Δuv.</summary>
    public const double UsualTintStep = 0.001;

    /// <summary>Cast over which only kelvin is proposed, mired.</summary>
    public const double OnlyKelvinOver = 150;

    /// <summary>Exposure over which tint waits, stops.</summary>
    public const double TintWaitsOver = 2;

    /// <summary>Days after which a stored figure is old.</summary>
    public const double OldAfterDays = 180;

    private const double SameLightMired = 30;

    /// <summary>What counts as matched where the standard says nothing else.</summary>
    public static MatchRest Tolerance { get; } = new(1.0 / 6, 5, 0.002, 3);

    // By more than this something got worse.
    private static readonly MatchRest Worse = new(0.02, 1, 0.0005);

    /// <summary>Exposure difference by luminance: what is shown and judged.</summary>
    /// <param name="grey">Linear means of the card.</param>
    /// <param name="reference">Those of the reference's card.</param>
    /// <param name="clipped">Share of clipped pixels.</param>
    /// <param name="referenceClipped">Share of the reference's.</param>
    public static ExposureDifference Difference(LinearRgb grey, LinearRgb reference, double clipped = 0, double referenceClipped = 0) =>
        new(
            Stops.Between(grey.Luminance, reference.Luminance),
            clipped > ToneCurve.ClippedShare,
            referenceClipped > ToneCurve.ClippedShare
        );

    /// <summary>Exposure difference by green: a balance holds green, so this is what remains once the casts agree.</summary>
    public static Stops ToCorrect(LinearRgb grey, LinearRgb reference) => Stops.Between(grey.Green, reference.Green);

    /// <summary>The first of iris, filter and gain that leaves a sixth of a stop or less, else the one that leaves least.</summary>
    /// <param name="difference">What is too bright.</param>
    /// <param name="controls">What can be moved.</param>
    public static ExposureMove Correct(Stops difference, ExposureControls controls)
    {
        List<ExposureMove> moves = [];
        if (controls.IrisStep is { } click)
        {
            double most = Math.Floor((controls.IrisOpensStops / click.Value) + Guard.Edge) * click.Value;
            double least = -Math.Floor((controls.IrisClosesStops / click.Value) + Guard.Edge) * click.Value;
            moves.Add(Move(ExposureControl.Iris, difference, Math.Clamp(Clicks(difference.Value, click.Value), least, most)));
        }

        if (!controls.Filters.IsEmpty)
        {
            double[] filters = [.. controls.Filters.Select(f => controls.FilterNow.Value - f.Value)];
            moves.Add(Move(ExposureControl.Filter, difference, filters.MinBy(m => (Math.Abs(difference.Value + m), m))));
        }

        double[] gains = [.. controls.Gains.Select(g => (g - controls.GainNow).ToStops().Value)];
        moves.Add(
            Move(
                ExposureControl.Gain,
                difference,
                gains.Length == 0
                    ? Clicks(difference.Value, controls.GainStep.ToStops().Value)
                    : gains.MinBy(m => (Math.Round(Math.Abs(difference.Value + m), 9), m))
            )
        );
        return moves.Any(IsGood) ? moves.First(IsGood) : moves.MinBy(m => Math.Round(Math.Abs(m.Rest.Value), 9));
    }

    /// <summary>What a round proposes: white balance and tint, then exposure.</summary>
    /// <param name="set">What the camera is set to.</param>
    /// <param name="cast">Cast of it less the reference's.</param>
    /// <param name="duv">Tint of it less the reference's.</param>
    /// <param name="grid">Kelvin that it can be dialled to.</param>
    /// <param name="tintStep">Tint of one step, Δuv; null where it has no control for it.</param>
    /// <param name="toCorrect">Exposure to be corrected.</param>
    /// <param name="controls">What exposure can be moved by.</param>
    public static MatchRound Round(
        Kelvin set,
        MiredShift cast,
        double duv,
        KelvinGrid grid,
        double? tintStep,
        Stops toCorrect,
        ExposureControls controls
    )
    {
        Kelvin dial = WhiteBalance.Round(WhiteBalance.Correct(set, cast), grid);
        var rest = new MiredShift(cast.Value - WhiteBalance.Shift(set, dial).Value);
        if (Math.Abs(cast.Value) > OnlyKelvinOver + Guard.Edge)
        {
            return new MatchRound(dial, rest, 0, duv, new ExposureMove(null, Stops.Zero, toCorrect));
        }

        double tint = tintStep ?? 0;
        int steps = tintStep is null || Math.Abs(toCorrect.Value) > TintWaitsOver + Guard.Edge ? 0 : TintSteps(duv, tint);
        (ExposureMove exposure, ExposureMove? then) = CorrectByTwo(toCorrect, controls);
        return new MatchRound(dial, rest, steps, duv + (steps * tint), exposure) { Then = then };
    }

    /// <summary>How each matter stands.</summary>
    /// <param name="rest">What is left.</param>
    /// <param name="halfStep">Half a step of each control, where it has steps.</param>
    /// <param name="tolerance">What counts as matched; null: the usual.</param>
    public static ImmutableArray<(string Matter, MatchVerdict Verdict)> Judge(
        MatchRest rest,
        MatchRest halfStep = default,
        MatchRest? tolerance = null
    )
    {
        MatchRest most = tolerance ?? Tolerance;
        ImmutableArray<(string, MatchVerdict)>.Builder each = ImmutableArray.CreateBuilder<(string, MatchVerdict)>();
        each.Add(("stops", Of(rest.Stops, most.Stops, halfStep.Stops)));
        each.Add(("mired", Of(rest.Mired, most.Mired, halfStep.Mired)));
        each.Add(("duv", Of(rest.Duv, most.Duv, halfStep.Duv)));

        // A hue under a cast is the cast's.
        if (rest.HueDegrees is { } hue && Of(rest.Mired, most.Mired, halfStep.Mired) != MatchVerdict.Off)
        {
            each.Add(("hue_deg", Of(hue, most.HueDegrees ?? double.PositiveInfinity, halfStep.HueDegrees ?? 0)));
        }

        return each.ToImmutable();
    }

    /// <summary>What got worse and is outside its tolerance: its control is offered to be put back.</summary>
    public static ImmutableArray<string> PutBack(MatchRest before, MatchRest after, MatchRest? tolerance = null)
    {
        MatchRest most = tolerance ?? Tolerance;
        bool Got(double was, double now, double by, double limit) =>
            Math.Abs(now) > Math.Abs(was) + by + Guard.Edge && Math.Abs(now) > limit + Guard.Edge;
        return
        [
            .. Got(before.Stops, after.Stops, Worse.Stops, most.Stops) ? ["stops"] : Array.Empty<string>(),
            .. Got(before.Mired, after.Mired, Worse.Mired, most.Mired) ? ["mired"] : Array.Empty<string>(),
            .. Got(before.Duv, after.Duv, Worse.Duv, most.Duv) ? ["duv"] : Array.Empty<string>(),
        ];
    }

    /// <summary>What a matched unit needs against the reference: stored on the unit.</summary>
    public static MiredShift Offset(Kelvin reference, MiredShift referenceCast, Kelvin unit, MiredShift unitCast) =>
        new(WhiteBalance.Shift(reference, unit).Value + unitCast.Value - referenceCast.Value);

    /// <summary>The newest stored figure that was measured in light within 30 mired; null where none was.</summary>
    public static EarlierMatch? Pick(IEnumerable<EarlierMatch> stored, Kelvin light) =>
        stored.Where(s => Math.Abs(WhiteBalance.Shift(light, s.Light).Value) <= SameLightMired + Guard.Edge).MinBy(s => s.DaysOld);

    /// <summary>Two moves, where one alone leaves more than a sixth of a stop: a filter or gain, and the iris for what it leaves.</summary>
    /// <param name="difference">What is too bright.</param>
    /// <param name="controls">What can be moved.</param>
    /// <returns>One move, or two.</returns>
    public static (ExposureMove First, ExposureMove? Then) CorrectByTwo(Stops difference, ExposureControls controls)
    {
        ExposureMove one = Correct(difference, controls);
        if (IsGood(one))
        {
            return (one, null);
        }

        (ExposureMove First, ExposureMove? Then) best = (one, null);
        foreach (ExposureMove first in Coarse(difference, controls))
        {
            ExposureMove then = Correct(first.Rest, controls.Without(first.Control!.Value));
            if (then.Move.Value != 0 && Math.Abs(then.Rest.Value) < Math.Abs((best.Then ?? best.First).Rest.Value) - Worse.Stops)
            {
                best = (first, then);
            }
        }

        return best;
    }

    // Every filter and every gain, the least move first: each leaves something else for the iris, and a larger one has to be worth it.
    private static IEnumerable<ExposureMove> Coarse(Stops difference, ExposureControls controls) =>
        controls
            .Filters.Select(f => Move(ExposureControl.Filter, difference, controls.FilterNow.Value - f.Value))
            .Concat(controls.Gains.Select(g => Move(ExposureControl.Gain, difference, (g - controls.GainNow).ToStops().Value)))
            .Where(m => m.Move.Value != 0)
            .OrderBy(m => Math.Abs(m.Move.Value));

    private static ExposureMove Move(ExposureControl control, Stops difference, double move) =>
        new(control, new Stops(move), new Stops(difference.Value + move));

    private static bool IsGood(ExposureMove move) => Math.Abs(move.Rest.Value) <= GoodRestStops + Guard.Edge;

    // Half a click goes to the smaller opening.
    private static double Clicks(double difference, double step) => -Math.Floor((difference / step) + 0.5 + Guard.Edge) * step;

    // Half a step: the smaller move.
    private static int TintSteps(double duv, double step)
    {
        double steps = Math.Abs(duv) / Guard.Positive(step, "step of tint");
        return -Math.Sign(duv) * (int)Math.Ceiling(steps - 0.5 - Guard.Edge);
    }

    private static MatchVerdict Of(double rest, double tolerance, double halfStep) =>
        Math.Abs(rest) <= tolerance + Guard.Edge ? MatchVerdict.Ok
        : Math.Abs(rest) <= halfStep + Guard.Edge ? MatchVerdict.AsNearAsSteps
        : MatchVerdict.Off;
}
