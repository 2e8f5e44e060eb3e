using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One person or thing and whether a camera keeps it sharp, still and leaning.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Who">The person.</param>
/// <param name="Still">Sharp where it stands.</param>
/// <param name="Leaning">Sharp to both ends of its lean.</param>
/// <param name="Because">What it means.</param>
public sealed record LeanRow(string Letter, string Who, bool Still, bool Leaning, Judgement Because)
{
    private const string RuleId = "PLAN-LEAN";

    private static readonly Template HoldsLean = new(
        RuleId,
        "holds",
        "{camera} holds {who} sharp through a lean of {lean}: the depth of field is {near} to {far}."
    );
    private static readonly Template LosesBack = new(
        RuleId,
        "loses-back",
        "{camera} loses {who} leaning back by {lean}: the depth of field is {near} to {far}."
    );
    private static readonly Template LosesForward = new(
        RuleId,
        "loses-forward",
        "{camera} loses {who} leaning forward by {lean}: the depth of field is {near} to {far}."
    );
    private static readonly Template LosesBoth = new(
        RuleId,
        "loses-both",
        "{camera} loses {who} leaning either way by {lean}: the depth of field is {near} to {far}."
    );
    private static readonly Template CloseIris = new(
        RuleId,
        "close-iris",
        "Nobody operates it: close the iris, or use tracking autofocus."
    );
    private static readonly Template Follow = new(RuleId, "follow", "The operator has to follow.");

    /// <summary>Every camera with what it looks at and how that leans.</summary>
    internal static ImmutableArray<LeanRow> Of(LineUp lineUp, ImmutableArray<CameraRow> rows) =>
        [.. rows.Select(r => Of(lineUp, r)).OfType<LeanRow>()];

    private static LeanRow? Of(LineUp lineUp, CameraRow row)
    {
        if (
            FloorPlan.TargetOf(row.Prepared.Of, lineUp.Floor) is not { Lean: > 0 } who
            || row.Plan.Depth is not { } depth
            || row.Plan.Camera.Standpoint is not { } at
        )
        {
            return null;
        }

        double near = Math.Max(0.05, at.Tape.Value - who.Lean);
        bool forward = depth.Holds(new Metres(near));
        bool back = depth.Holds(new Metres(at.Tape.Value + who.Lean));
        Template template =
            forward && back ? HoldsLean
            : forward ? LosesBack
            : back ? LosesForward
            : LosesBoth;
        Judgement because = template.Of(
            ("camera", row.Plan.Camera.Name),
            ("who", who.Name),
            ("lean", new Metres(who.Lean)),
            ("near", depth.Near),
            ("far", depth.Far is { } far ? far : "infinity")
        );
        Judgement? remedy = forward && back ? null : (row.Prepared.Of.Watch == Watch.Unattended ? CloseIris : Follow).Of();
        return new LeanRow(row.Plan.Camera.Name, who.Name, true, forward && back, because.And(remedy));
    }
}

/// <summary>How the scene lies in what the cameras hold.</summary>
internal static class SceneWords
{
    // A stop of room on both sides on every camera: the scene asks nothing of the range (bench rule).
    private const double Easy = 1;

    // Less than this cannot be told from nothing lost.
    private const double Lost = -0.05;

    private const string RuleId = "PLAN-SCENE";

    private static readonly Template NotMeasured = new(
        RuleId,
        "not-measured",
        "The latitude of {cameras} was never measured: check the highlights there."
    );
    private static readonly Template EasyScene = new(
        RuleId,
        "easy",
        "Easy scene: {above} to {below} around the key is at least a stop inside every camera. One common speed is harmless."
    );
    private static readonly Template HardScene = new(
        RuleId,
        "hard",
        "Hard scene: {above} to {below} around the key leaves less than a stop on {cameras} even at right exposure."
    );
    private static readonly Template Scene = new(RuleId, "scene", "The scene goes from {below} to {above} around the key.");
    private static readonly Template HighlightsLost = new(RuleId, "highlights-lost", "{camera} loses {margin:size} of highlights.");
    private static readonly Template HighlightsLeft = new(
        RuleId,
        "highlights-left",
        "{camera} has the least latitude above grey: {margin:size} left."
    );
    private static readonly Template ShadowsLost = new(RuleId, "shadows-lost", "{camera} loses {margin:size} of shadows.");
    private static readonly Template ShadowsLeft = new(
        RuleId,
        "shadows-left",
        "{camera} has the least latitude below grey: {margin:size} left."
    );
    private static readonly Template ClipsFirst = new(RuleId, "clips-first", "{camera} clips first.");
    private static readonly Template DarkFirst = new(RuleId, "dark-first", "{camera} loses shadows first.");
    private static readonly Template UpSafe = new(RuleId, "up-safe", "One stop more on the sensor loses nothing.");
    private static readonly Template UpLoses = new(RuleId, "up-loses", "One stop more on the sensor loses highlights on {cameras}.");
    private static readonly Template UpStillDark = new(RuleId, "up-still-dark", "With one stop more {cameras} still loses shadows.");
    private static readonly Template DownSafe = new(RuleId, "down-safe", "One stop less on the sensor loses nothing.");
    private static readonly Template DownLoses = new(RuleId, "down-loses", "One stop less on the sensor loses shadows on {cameras}.");
    private static readonly Template DownStillClips = new(
        RuleId,
        "down-still-clips",
        "With one stop less {cameras} still loses highlights."
    );

    /// <summary>What the scene asks of the cameras; nothing is claimed of a scene that nobody described.</summary>
    internal static ImmutableArray<Judgement> Of(LineUp lineUp, LineUpPlan plan, ImmutableArray<CameraRow> rows)
    {
        if (!lineUp.Marks.Any(m => m.Matters))
        {
            return [];
        }

        List<CameraRow> known = [.. rows.Where(r => r.Plan.Chosen.ClipMargin is not null)];
        var notes = ImmutableArray.CreateBuilder<Judgement>();
        string[] unknown = [.. rows.Where(r => r.Plan.Chosen.ClipMargin is null).Select(r => r.Plan.Camera.Name)];
        if (unknown.Length > 0)
        {
            notes.Add(NotMeasured.Of(("cameras", FigureValue.Of(unknown))));
        }

        if (known.Count == 0)
        {
            return notes.ToImmutable();
        }

        CameraRow first = known.MinBy(Clip)!;
        CameraRow dark = known.MinBy(Shadow)!;
        bool easy = Clip(first) >= Easy && Shadow(dark) >= Easy;

        // A scene is hard for its own range, not for a picture that is too dark.
        string[] tight = [.. known.Where(r => Clip(r) + Off(r) < Easy || Shadow(r) - Off(r) < Easy).Select(r => r.Plan.Camera.Name)];
        Template template =
            easy ? EasyScene
            : tight.Length > 0 ? HardScene
            : Scene;
        Judgement range = template.Of(("above", plan.Scene.Brightest), ("below", -plan.Scene.Darkest), ("cameras", FigureValue.Of(tight)));
        notes.Add(
            easy
                ? range
                : range
                    .And(Margin(first.Plan.Camera.Name, new Stops(Clip(first)), HighlightsLost, HighlightsLeft))
                    .And(Margin(dark.Plan.Camera.Name, new Stops(Shadow(dark)), ShadowsLost, ShadowsLeft))
        );
        if (!easy)
        {
            Judgement which =
                Clip(first) <= Shadow(dark)
                    ? ClipsFirst.Of(("camera", first.Plan.Camera.Name))
                    : DarkFirst.Of(("camera", dark.Plan.Camera.Name));
            notes.Add(
                which
                    .And(OneStop(known, Clip, Shadow, UpLoses, UpStillDark, UpSafe))
                    .And(OneStop(known, Shadow, Clip, DownLoses, DownStillClips, DownSafe))
            );
        }

        return notes.ToImmutable();
    }

    private static double Clip(CameraRow row) => row.Plan.Chosen.ClipMargin!.Value.Value;

    private static double Shadow(CameraRow row) => row.Plan.Chosen.ShadowMargin!.Value.Value;

    private static double Off(CameraRow row) => row.Plan.Chosen.Error.Value;

    private static Judgement Margin(string letter, Stops margin, Template lost, Template left) =>
        (margin.Value < Lost ? lost : left).Of(("camera", letter), ("margin", margin));

    // What a stop one way loses, and what is lost on the other side all the same; safe only where both sides hold.
    private static Judgement OneStop(
        List<CameraRow> rows,
        Func<CameraRow, double> taken,
        Func<CameraRow, double> given,
        Template loses,
        Template still,
        Template safe
    )
    {
        string[] losing = [.. rows.Where(r => taken(r) - 1 < Lost).Select(r => r.Plan.Camera.Name)];
        string[] left = [.. rows.Where(r => given(r) + 1 < Lost).Select(r => r.Plan.Camera.Name)];
        Judgement? lost = losing.Length > 0 ? loses.Of(("cameras", FigureValue.Of(losing))) : null;
        Judgement? kept = left.Length > 0 ? still.Of(("cameras", FigureValue.Of(left))) : null;
        return lost is null ? kept ?? safe.Of() : lost.And(kept);
    }
}

/// <summary>The same line-up by other requirements.</summary>
internal static class PlanVariants
{
    private const string RuleId = "PLAN-VARIANT";

    private static readonly Template AsRequiredName = new(RuleId, "as-required-name", "as required");
    private static readonly Template AsRequired = new(RuleId, "as-required", "Each camera by its own requirement.");
    internal static readonly Template MatchedName = new(RuleId, "matched-name", "depth matched");
    private static readonly Template Matched = new(RuleId, "matched", "All with the depth of field of {camera}: the cut does not show.");
    private static readonly Template Unmatched = new(
        RuleId,
        "unmatched",
        "As near to the depth of field of {camera} as they go: {others} stays apart, and the cut shows it."
    );

    // Depths nearer to each other than a quarter look alike in a cut (bench rule).
    private const double SameDepthWithin = 0.25;
    internal static readonly Template DeeperName = new(RuleId, "deeper-name", "tight camera deeper");
    private static readonly Template Deeper = new(RuleId, "deeper", "{camera} with twice its depth of field, {depth}: people lean.");
    internal static readonly Template OpenName = new(RuleId, "open-name", "sensitive camera open");
    private static readonly Template Open = new(RuleId, "open", "{camera} fully open, with ND: a soft background.");
    private static readonly Template DepthFromTo = new(RuleId, "depth", "{near} to {far}");

    internal static ImmutableArray<PlanVariant> Of(LineUpReport report)
    {
        if (report.Cameras.Length < 2)
        {
            return [];
        }

        ImmutableArray<CameraRow> rows = report.Cameras;
        string deepest = ExposureReference(rows).Plan.Camera.Name;
        CameraRow tight = rows.MinBy(r => r.Prepared.FramedWidth.Value)!;
        CameraRow sensitive = rows.MaxBy(r =>
            r.Prepared.Plan.AllowedStates.Max(s => s.Speed.FasterThan(new Iso(100)).Value - (s.Noise.Value / Decibels.PerStop))
        )!;
        ImmutableArray<PlanVariant>.Builder variants = ImmutableArray.CreateBuilder<PlanVariant>();
        Add(variants, report, AsRequiredName.Of(), _ => AsRequired.Of(), c => c.Requirement);
        Add(
            variants,
            report,
            MatchedName.Of(),
            plan => MatchedTo(deepest, plan),
            c => c.Name == deepest ? Own(c, rows) : new IrisRequirement.SameDepthAs(deepest)
        );
        if (tight.Plan.Depth?.Depth is { } depth)
        {
            Metres twice = new(depth.Value * 2);
            Add(
                variants,
                report,
                DeeperName.Of(),
                _ => Deeper.Of(("camera", tight.Plan.Camera.Name), ("depth", twice)),
                c => c.Name == tight.Plan.Camera.Name ? new IrisRequirement.Depth(twice) : c.Requirement
            );
        }

        Add(
            variants,
            report,
            OpenName.Of(),
            _ => Open.Of(("camera", sensitive.Plan.Camera.Name)),
            c => c.Name == sensitive.Plan.Camera.Name ? new IrisRequirement.Open() : c.Requirement
        );
        return variants.ToImmutable();
    }

    private static Judgement MatchedTo(string leader, LineUpPlan plan)
    {
        double? wanted = plan.Cameras.First(c => c.Camera.Name == leader).Depth?.Depth?.Value;
        string[] apart =
        [
            .. plan.Cameras.Where(c => c.Camera.Name != leader && !Alike(c.Depth?.Depth?.Value, wanted)).Select(c => c.Camera.Name),
        ];
        return apart.Length == 0 ? Matched.Of(("camera", leader)) : Unmatched.Of(("camera", leader), ("others", FigureValue.Of(apart)));
    }

    // Both to infinity is alike; one of them is not.
    private static bool Alike(double? depth, double? wanted) =>
        depth is { } d && wanted is { } w ? Math.Abs(d - w) <= SameDepthWithin * w : depth is null == wanted is null;

    /// <summary>The camera that needs most light at its widest iris, quietest state and clear: the light is set for it.</summary>
    internal static CameraRow ExposureReference(ImmutableArray<CameraRow> rows) => rows.MaxBy(Need)!;

    private static double Need(CameraRow row)
    {
        PlanCamera c = row.Prepared.Plan;
        double speed = c.States.OrderBy(s => s.Noise.Value).ThenBy(s => Math.Abs(s.Gain.Value)).First().Speed.Value;
        double n = c.Iris.Widest.Value;
        return n * n * c.Iris.LossInExposure.Factor / (c.Time.Seconds * speed);
    }

    // A camera that the others follow cannot follow one of them.
    private static IrisRequirement Own(PlanCamera camera, ImmutableArray<CameraRow> rows) =>
        camera.Requirement is IrisRequirement.SameDepthAs
            ? new IrisRequirement.Fixed(rows.First(r => r.Plan.Camera.Name == camera.Name).Plan.Chosen.Iris)
            : camera.Requirement;

    private static void Add(
        ImmutableArray<PlanVariant>.Builder variants,
        LineUpReport report,
        Judgement name,
        Func<LineUpPlan, Judgement> text,
        Func<PlanCamera, IrisRequirement> requirement
    )
    {
        try
        {
            LineUpPlan plan = LineUpReport.PlanOf(
                report.LineUp,
                [.. report.Cameras.Select(r => r.Prepared.Plan with { Requirement = requirement(r.Prepared.Plan) })],
                report.Work
            );
            ImmutableArray<(string, Judgement, Judgement?)> cameras =
            [
                .. plan.Cameras.Select(c => (c.Camera.Name, PlanReasons.Spoken(c.Chosen), Depth(c))),
            ];

            // One that comes to the same as the requirements is no choice.
            if (variants.Any(v => v.Cameras.SequenceEqual(cameras)))
            {
                return;
            }

            variants.Add(
                new PlanVariant(
                    name,
                    text(plan),
                    cameras,
                    plan.LargestDifference,
                    plan.Cameras.Select(c => c.Chosen.Error).MaxBy(e => Math.Abs(e.Value)),
                    new Decibels(plan.Cameras.Max(c => c.Chosen.State.Noise.Value))
                )
            );
        }
        catch (QuantityException)
        {
            // A variant that cannot be planned, as by a circle of depths, is not offered.
        }
    }

    private static Judgement? Depth(CameraPlan plan) =>
        plan.Depth is { } d ? DepthFromTo.Of(("near", d.Near), ("far", d.Far is { } far ? far : "infinity")) : null;
}
