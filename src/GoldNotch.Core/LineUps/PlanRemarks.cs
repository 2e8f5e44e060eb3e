using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What is said beside a plan: how the light moves, what diffraction does, who stands in whose picture, and the cautions of the work.</summary>
public static class PlanRemarks
{
    private const string CautionRule = "PLAN-CAUTION";

    // Softening is first seen about a sixth of a stop past the limit (bench rule).
    private const double SeenPast = 1.06;

    // From here it is open sun, and a sensor or an eye behind a finder can be burnt (bench rule).
    private const double Sun = 20_000;

    // What an ordinary camera clock is good for against another (bench rule).
    private const double ClockPartsPerMillion = 10;

    private static readonly Template DepthPolicyIs = new(
        "PLAN-DEPTH-POLICY",
        "policy",
        "The standard's policy on depth of field is “{option}”: compare the variant “{variant}”."
    );
    private static readonly Template ClocksDrift = new(
        "PLAN-TIMECODE",
        "drift",
        "Free-running clocks part by a frame of {rate} in about {every}, for clocks within 10 parts in a million. Jam them again before that."
    );
    private static readonly Template OfCamera = new(CautionRule, "of-camera", "{cameras}: {note}");
    private static readonly Template Moved = new(
        "PLAN-LIGHT",
        "moved",
        "{moved?Raise|Dim} the light by {moved:size}: {lux}, or the lamp at {distance} of its distance."
    );
    private static readonly Template Softer = new(
        "PLAN-DIFFRACTION",
        "softer",
        "Past {limit} diffraction softens the picture of this format: the iris of {iris} is {beyond:size} beyond."
    );
    private static readonly Template Cut = new(
        "PLAN-BUDGET",
        "cut",
        "So many filters could be shared in more ways than were tried: this plan is within {above} of the best there is."
    );
    private static readonly Template Seen = new(
        "PLAN-IN-PICTURE",
        "seen",
        "{seen} stands in the picture of {by}, {distance} before it, {angle:size} {angle?right|left} of its middle."
    );
    private static readonly Template Missed = new("PLAN-IRIS", "missed", "{missed:size} from the requirement");
    private static readonly Template Ratio = new("PLAN-PICTURE", "ratio", "{ratio}");
    private static readonly Template Squeezed = new("PLAN-PICTURE", "squeezed", "squeezed {squeeze}: {ratio} when undone");
    private static readonly Template Lamps = new(
        CautionRule,
        "lamps",
        "Lamps are hot, heavy and raised: sandbag the stand, tie the safety cable, let them cool before you touch them. Mains and anything fixed are for a qualified person; site rules and local codes come first."
    );
    private static readonly Template SunInView = new(CautionRule, "sun", "In light like this never point a camera or a finder at the sun.");
    private static readonly Template Unattended = new(
        CautionRule,
        "unattended",
        "An unattended camera: tape its cables where people walk, weigh the tripod down, and leave nothing charging alone."
    );

    /// <summary>How far the plan moves the light, with the distance of a lamp by the inverse square; null where it does not.</summary>
    public static Judgement? LightMoved(LineUp lineUp, LineUpPlan plan) =>
        Math.Abs(plan.Moved.Value) < Guard.Edge
            ? null
            : Moved.Of(
                ("moved", plan.Moved),
                ("lux", plan.Scene.Light.ToLux(lineUp.Light.MeterConstant)),
                ("distance", FigureValue.In(Measure.Percent, 100 * Math.Pow(2, -plan.Moved.Value / 2)))
            );

    /// <summary>That the chosen iris is seen to be past the diffraction limit of the format; null where it is not.</summary>
    public static Judgement? Diffraction(CameraPlan plan)
    {
        FNumber n = plan.Camera.Iris.AsN(plan.Chosen.Iris);
        return plan.Camera.Diffraction is { } limit && n.Value > limit.Value * SeenPast
            ? Softer.Of(Setting.Iris, ("limit", limit), ("iris", plan.Chosen.Iris), ("beyond", -n.OpennessFrom(limit)))
            : null;
    }

    /// <summary>That the budget of work ended before the sharing of filters was known to be the best; null where it is the best.</summary>
    public static Judgement? WorkEnded(LineUpPlan plan) =>
        plan.AtMostAbove <= 0 ? null : Cut.Of(("above", FigureValue.In(Measure.Points, plan.AtMostAbove)));

    /// <summary>That one camera stands in another's picture.</summary>
    public static Judgement Of(InThePicture crossing) =>
        Seen.Of(
            ("seen", crossing.Seen),
            ("by", crossing.By),
            ("distance", crossing.Distance),
            ("angle", FigureValue.In(Measure.Degrees, crossing.FromMiddle))
        );

    /// <summary>How far the iris of a candidate is from the one required; null where it is met.</summary>
    public static Judgement? IrisMissed(PlanCandidate candidate) =>
        candidate.IrisMissedBy.Value <= PlanTerms.Met ? null : Missed.Of(Setting.Iris, ("missed", candidate.IrisMissedBy));

    /// <summary>The shape of a camera's picture, and the squeeze of its lens; null where no format is known.</summary>
    public static Judgement? PictureRatio(PreparedCamera camera) =>
        camera.PictureRatio is not { } ratio
            ? null
            : (camera.Squeeze > 1 ? Squeezed : Ratio).Of(
                ("ratio", FigureValue.In(Measure.PictureRatio, ratio)),
                ("squeeze", FigureValue.In(Measure.Times, camera.Squeeze))
            );

    /// <summary>What the standard's policy on depth of field asks of this plan; null where it leaves it to the line-up, or there is one camera.</summary>
    public static Judgement? DepthByPolicy(LineUp lineUp)
    {
        DepthPolicy policy = lineUp.Standard.Policies.Of<DepthPolicy>();
        return policy == DepthPolicy.LineUp || lineUp.Cameras.Length < 2
            ? null
            : DepthPolicyIs.Of(
                Setting.Iris,
                ("option", lineUp.Standard.Policies[PolicyMatter.Depth].Text),
                (
                    "variant",
                    policy switch
                    {
                        DepthPolicy.Match => PlanVariants.MatchedName.Of(),
                        DepthPolicy.Deeper => PlanVariants.DeeperName.Of(),
                        _ => PlanVariants.OpenName.Of(),
                    }
                )
            );
    }

    /// <summary>How soon free-running clocks part by a frame; null where they need not agree.</summary>
    public static Judgement? Clocks(LineUp lineUp, ImmutableArray<CameraRow> rows) =>
        rows.Length > 1
        && rows.All(r => r.Prepared.Sheet.Word(Setting.TimecodeRun) == "free")
        && rows[0].Prepared.Sheet.Format is { } format
            ? ClocksDrift.Of(
                Setting.TimecodeRun,
                ("every", FigureValue.In(Measure.Minutes, Math.Floor(60 * Timecode.RejamHours(format.Rate.Frames, ClockPartsPerMillion)))),
                ("rate", format.Rate)
            )
            : null;

    /// <summary>The usual cautions of this work; licensed people, site rules and local codes come first.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="rows">Its planned cameras, whose specifications may ask for care.</param>
    public static ImmutableArray<Judgement> Cautions(LineUp lineUp, ImmutableArray<CameraRow> rows) =>
        [
            .. lineUp.Light.MayMove ? [Lamps.Of()] : ReadOnlySpan<Judgement>.Empty,
            .. lineUp.Light.Lux.Value > Sun ? [SunInView.Of()] : ReadOnlySpan<Judgement>.Empty,
            .. lineUp.Cameras.Any(c => c.Watch == Watch.Unattended) ? [Unattended.Of()] : ReadOnlySpan<Judgement>.Empty,
            .. rows.SelectMany(r => Handling.Of(r.Prepared.Of.Model, r.Prepared.Sheet.Format).Select(note => (note, r.Prepared.Of.Letter)))
                .GroupBy(n => n.note, n => n.Letter)
                .Select(n => OfCamera.Of(("cameras", FigureValue.Of(n)), ("note", n.Key))),
        ];
}
