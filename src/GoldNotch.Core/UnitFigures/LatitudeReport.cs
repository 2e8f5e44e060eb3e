using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.UnitFigures;

/// <summary>How far a unit reaches above and below mid grey. (Section 17.)</summary>
/// <param name="Latitude">As measured; null while too little is.</param>
/// <param name="Patches">The patch at each exposure, from dark to bright.</param>
/// <param name="Says">What there is to say of it.</param>
public sealed record LatitudeReport(CurveRoom? Latitude, ImmutableArray<PatchExposure> Patches, Judgement Says)
{
    /// <summary>Whether it can be used: an end of highlights that nobody saw is none.</summary>
    public bool IsUsable => Latitude is { HighlightsAtLeast: false };

    private const string RuleId = "FIGURE-LATITUDE";

    // A specification is a round number.
    private const double SameStops = 0.5;

    private static readonly Template Waits = new(
        RuleId,
        "waits",
        "Take the patch at mid grey first, then brighter until it clips and darker until its signal to noise falls under 6 dB."
    );
    private static readonly Template Clipped = new(RuleId, "clipped", "Every picture is clipped: close the iris and begin darker.");
    private static readonly Template Found = new(RuleId, "found", "{above:size} above mid grey and {below:size} below it.");
    private static readonly Template OpenAbove = new(
        RuleId,
        "open-above",
        "No picture clips, so it may be more above: take a brighter one."
    );
    private static readonly Template OpenBelow = new(
        RuleId,
        "open-below",
        "No picture falls under 6 dB signal to noise, so it may be more below: take a darker one."
    );
    private static readonly Template Claim = new(RuleId, "claim", "The specification names {above:size} above and {below:size} below.");
    private static readonly Template Untrue = new(
        RuleId,
        "untrue",
        "The curve is {error:size} off from what it is read by: another profile is recorded, or an exposure is not what is noted."
    );

    /// <summary>Judges the pictures so far.</summary>
    /// <param name="takes">The pictures; what was opened for each counts from the one at mid grey.</param>
    /// <param name="claim">What the specification says; null where it says nothing.</param>
    public static LatitudeReport Of(IReadOnlyList<FigureTake> takes, Latitude? claim)
    {
        FigureTake? first = takes.MinBy(t => Math.Abs(t.Opened.Value));
        if (first is null || takes.Count < 2)
        {
            return new LatitudeReport(null, [], Waits.Of());
        }

        // What nearly reads mid grey is as far from it as it reads, and all the others with it.
        double grey = (first.Patch.FromGrey?.Value ?? 0) - first.Opened.Value;
        ImmutableArray<PatchExposure> patches =
        [
            .. takes
                .OrderBy(t => t.Opened.Value)
                .Select(t => new PatchExposure(
                    t.Opened.Value + grey,
                    t.Patch.HighestSignal,
                    t.Patch.SignalToNoise ?? (t.Patch.Mean.Luminance > 0 ? double.PositiveInfinity : 0)
                )),
        ];
        CurveRoom room;
        try
        {
            room = CurveRoom.Of(patches, first.Profile.Curve, first.Profile.ClipLevel);
        }
        catch (QuantityException)
        {
            return new LatitudeReport(null, patches, Clipped.Of());
        }

        Judgement says = Found
            .Of(("above", room.Highlights), ("below", room.Shadows))
            .And(room.HighlightsAtLeast ? OpenAbove.Of() : null)
            .And(room.ShadowsAtLeast ? OpenBelow.Of() : null)
            .And(claim is { } c && IsOff(room, c) ? Claim.Of(("above", c.Highlights), ("below", c.Shadows)) : null)
            .And(room.IsTrue ? null : Untrue.Of(("error", room.CurveError)));
        return new LatitudeReport(room, patches, says);
    }

    private static bool IsOff(CurveRoom room, Latitude claim) =>
        Math.Abs(room.Highlights.Value - claim.Highlights.Value) > SameStops
        || Math.Abs(room.Shadows.Value - claim.Shadows.Value) > SameStops;
}
