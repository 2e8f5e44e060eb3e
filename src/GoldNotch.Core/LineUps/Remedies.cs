using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What a remedy changes.</summary>
public enum RemedyKind
{
    /// <summary>A front filter.</summary>
    Filter,

    /// <summary>A shorter shutter.</summary>
    Shutter,

    /// <summary>The light.</summary>
    Light,

    /// <summary>The gain cap.</summary>
    Cap,

    /// <summary>Another lens or camera, where nothing of this one serves.</summary>
    Camera,
}

/// <summary>One thing that remedies what a plan cannot meet, tried out.</summary>
/// <param name="Kind">What it changes.</param>
/// <param name="Because">What to do and what comes of it.</param>
/// <param name="Error">Exposure error with it.</param>
/// <param name="Missed">How far the iris is from its requirement with it.</param>
public sealed record Remedy(RemedyKind Kind, Judgement Because, Stops Error, Stops Missed);

/// <summary>What would remedy a camera that misses its exposure by more than a sixth of a stop or its requirement by more than a stop.
/// Each remedy is planned before it is offered.</summary>
public static class Remedies
{
    private const string RuleId = "PLAN-REMEDY";

    private static readonly Template FrontFilter = new(RuleId, "filter", "A front filter of {stops:size} gives {result}");
    private static readonly Template ShorterShutter = new(
        RuleId,
        "shutter",
        "{shutter} takes {stops:size} and gives {result} Movement looks sharper than on the others."
    );
    private static readonly Template LessLight = new(
        RuleId,
        "less-light",
        "Light reduced by {stops:size} ({share} of it, or the lamp {distance} as far) gives {result}"
    );
    private static readonly Template MoreLight = new(
        RuleId,
        "more-light",
        "{stops:size} more light ({factor} as much, or the lamp at {share} of its distance) gives {result}"
    );
    private static readonly Template WaivedCap = new(RuleId, "cap", "With the cap waived, {state} gives {result} Check its noise first.");
    private static readonly Template OtherCamera = new(
        RuleId,
        "camera",
        "Nothing here remedies it: this light and this camera go no further. Use a wider lens or a more sensitive camera."
    );
    private static readonly Template ResultExact = new(RuleId, "result", "right exposure at {iris}, as required.");
    private static readonly Template ResultIrisOff = new(
        RuleId,
        "result-iris",
        "right exposure at {iris}, {missed:size} from the required iris."
    );
    private static readonly Template ResultExposureOff = new(
        RuleId,
        "result-exposure",
        "a picture {error:size} too {error?bright|dark} at {iris}, as required."
    );
    private static readonly Template ResultBothOff = new(
        RuleId,
        "result-both",
        "a picture {error:size} too {error?bright|dark} at {iris}, {missed:size} from the required iris."
    );

    // Beyond this a requirement counts as not met at all.
    private const double NotMetBeyond = 1;

    /// <summary>Whether a camera needs correcting.</summary>
    public static bool Needed(CameraPlan plan) =>
        Math.Abs(plan.Chosen.Error.Value) > PlanTerms.Met + Guard.Edge || plan.Chosen.IrisMissedBy.Value > NotMetBeyond + Guard.Edge;

    /// <summary>What would correct it, the best first; empty where nothing is needed or nothing known would.</summary>
    /// <param name="plan">The camera's plan.</param>
    /// <param name="scene">The scene it was planned in.</param>
    /// <param name="light">How far the light of this place may still be moved, from least to most; zero where it may not.</param>
    /// <param name="shutters">Exposure times the camera has besides its own.</param>
    public static ImmutableArray<Remedy> For(
        CameraPlan plan,
        PlanScene scene,
        (Stops Dim, Stops Raise) light,
        IEnumerable<ExposureTime> shutters
    )
    {
        if (!Needed(plan))
        {
            return [];
        }

        PlanCamera alone = OnItsOwn(plan);
        Stops over = Surplus(plan);
        List<Remedy> tried = [];
        Try(tried, plan, WithFilter(alone, scene, over));
        Try(tried, plan, WithShutter(alone, scene, over, shutters));
        Try(tried, plan, WithLight(alone, scene, new Stops(-Math.Clamp(-over.Value, light.Dim.Value, light.Raise.Value))));
        Try(tried, plan, WithoutCap(alone, scene, over));
        if (tried.Count == 0 && plan.Chosen.Error.Value < -PlanTerms.Met)
        {
            return [new Remedy(RemedyKind.Camera, OtherCamera.Of(), plan.Chosen.Error, plan.Chosen.IrisMissedBy)];
        }

        return [.. tried.OrderBy(m => Math.Max(0, Math.Abs(m.Error.Value) - PlanTerms.Met)).ThenBy(m => m.Missed.Value)];
    }

    /// <summary>The camera as it is planned by itself: one that follows another's depth asks for the iris that this comes to.</summary>
    internal static PlanCamera OnItsOwn(CameraPlan plan) =>
        plan.Camera.Requirement is IrisRequirement.SameDepthAs
            ? plan.Camera with
            {
                Requirement = new IrisRequirement.Fixed(plan.RequiredIris ?? plan.Chosen.Iris),
            }
            : plan.Camera;

    // How much light is too much: what the picture is over, else what the iris would have to be closed beyond its requirement.
    private static Stops Surplus(CameraPlan plan)
    {
        PlanCandidate c = plan.Chosen;
        if (Math.Abs(c.Error.Value) > PlanTerms.Met + Guard.Edge)
        {
            return c.Error;
        }

        double wanted = plan.Camera.Requirement switch
        {
            IrisRequirement.Open => plan.Camera.Iris.Widest.Value,
            IrisRequirement.Range r => c.Iris.Value > r.Smallest.Value ? r.Smallest.Value : r.Widest.Value,
            _ => plan.RequiredIris?.Value ?? c.Iris.Value,
        };
        double reachable = Math.Clamp(wanted, plan.Camera.Iris.Widest.Value, plan.Camera.Iris.Smallest.Value);
        return new Stops(2 * Math.Log2(c.Iris.Value / reachable));
    }

    private static void Try(List<Remedy> tried, CameraPlan plan, Remedy? remedy)
    {
        // It remedies, or it brings the camera at least a stop nearer; less is not worth a person's walk. No iris is bought with exposure.
        if (
            remedy is not null
            && Beyond(remedy.Error) <= Beyond(plan.Chosen.Error) + Guard.Edge
            && Badness(remedy.Error, remedy.Missed) is var left
            && (left <= NotMetBeyond || left < Badness(plan.Chosen.Error, plan.Chosen.IrisMissedBy) - 1)
            && left < Badness(plan.Chosen.Error, plan.Chosen.IrisMissedBy) - PlanTerms.Met
        )
        {
            tried.Add(remedy);
        }
    }

    private static double Badness(Stops error, Stops missed) => (4 * Beyond(error)) + missed.Value;

    private static double Beyond(Stops error) => Math.Max(0, Math.Abs(error.Value) - PlanTerms.Met);

    private static Remedy? WithFilter(PlanCamera camera, PlanScene scene, Stops over)
    {
        double whole = Math.Round(over.Value);
        if (whole < 1)
        {
            return null;
        }

        var filter = new FrontFilter(new FilterPosition(Notation.Number(whole), new Stops(whole)), 1);
        CameraPlan with = Alone(
            camera with
            {
                TakesFront = true,
                PinnedFront = null,
            },
            scene with
            {
                Kit = [.. scene.Kit, filter],
                MaxFront = Math.Max(1, scene.MaxFront),
            }
        );
        return new Remedy(
            RemedyKind.Filter,
            FrontFilter.Of(("stops", new Stops(whole)), ("result", Result(with))),
            with.Chosen.Error,
            with.Chosen.IrisMissedBy
        );
    }

    private static Remedy? WithShutter(PlanCamera camera, PlanScene scene, Stops over, IEnumerable<ExposureTime> shutters)
    {
        ExposureTime? nearest = null;
        double best = Math.Abs(over.Value) - PlanTerms.Met;
        foreach (ExposureTime time in shutters)
        {
            // A longer time than the sheet's smears; only a shorter one is offered.
            double left = Math.Abs(over.Value + time.LongerThan(camera.Time).Value);
            if (time.Seconds < camera.Time.Seconds && left < best)
            {
                (nearest, best) = (time, left);
            }
        }

        if (nearest is not { } shorter)
        {
            return null;
        }

        CameraPlan with = Alone(camera with { Time = shorter }, scene);
        Stops takes = camera.Time.LongerThan(shorter);
        return new Remedy(
            RemedyKind.Shutter,
            ShorterShutter.Of(Setting.Shutter, ("shutter", shorter), ("stops", takes), ("result", Result(with))),
            with.Chosen.Error,
            with.Chosen.IrisMissedBy
        );
    }

    private static Remedy? WithLight(PlanCamera camera, PlanScene scene, Stops over)
    {
        if (PlanTerms.IsMet(over))
        {
            return null;
        }

        PlanScene moved = scene with { Light = MeteredLight.FromLux(new Lux(scene.Light.LuxPerConstant * (-over).Factor), 1) };
        CameraPlan with = Alone(camera, moved);
        double factor = over.Magnitude.Factor;
        (string, FigureValue) stops = ("stops", over);
        (string, FigureValue) result = ("result", Result(with));
        Judgement because =
            over.Value > 0
                ? LessLight.Of(
                    stops,
                    ("share", FigureValue.In(Measure.Percent, Math.Round(100 / factor))),
                    ("distance", FigureValue.In(Measure.Times, Math.Round(Math.Sqrt(factor), 1))),
                    result
                )
                : MoreLight.Of(
                    stops,
                    ("factor", FigureValue.In(Measure.Times, Math.Round(factor, 1))),
                    ("share", FigureValue.In(Measure.Percent, Math.Round(100 / Math.Sqrt(factor)))),
                    result
                );
        return new Remedy(RemedyKind.Light, because, with.Chosen.Error, with.Chosen.IrisMissedBy);
    }

    private static Remedy? WithoutCap(PlanCamera camera, PlanScene scene, Stops over)
    {
        // Where all of them are above it, a hand holds the gain there already.
        if (over.Value >= 0 || !camera.States.Any(s => s.AboveCap) || camera.States.All(s => s.AboveCap))
        {
            return null;
        }

        // What is tried is light against noise; an emphasis on noise has had its say before.
        CameraPlan with = Alone(
            camera with
            {
                States = [.. camera.States.Select(s => s with { AboveCap = false })],
            },
            scene with
            {
                Emphasis = EmphasisPolicy.Balanced,
            }
        );
        return with.Chosen.State.Noise.Value > camera.AllowedStates.Max(s => s.Noise.Value)
            ? new Remedy(
                RemedyKind.Cap,
                WaivedCap.Of(Setting.Gain, ("state", PlanReasons.State(with.Chosen.State)), ("result", Result(with))),
                with.Chosen.Error,
                with.Chosen.IrisMissedBy
            )
            : null;
    }

    private static CameraPlan Alone(PlanCamera camera, PlanScene scene) => LineUpPlanner.Plan([camera], scene).Cameras[0];

    private static Judgement Result(CameraPlan plan)
    {
        PlanCandidate c = plan.Chosen;
        bool exposed = Math.Abs(c.Error.Value) <= PlanTerms.Met + Guard.Edge;
        bool asRequired = c.IrisMissedBy.Value <= PlanTerms.Met + Guard.Edge;
        Template template = exposed
            ? asRequired
                ? ResultExact
                : ResultIrisOff
            : asRequired
                ? ResultExposureOff
                : ResultBothOff;
        return template.Of(("iris", c.ShownIris), ("error", c.Error), ("missed", c.IrisMissedBy));
    }

    /// <summary>Every exposure time a model has at the rate of a sheet, for <see cref="For"/>.</summary>
    public static IEnumerable<ExposureTime> ShuttersOf(PreparedCamera camera) =>
        camera.Sheet.Format is { } format
            ? SteadierShutter.PositionsOf(camera.Of.Model, format.Rate).Select(p => p.Time)
            : camera.Of.Model.Shutters;
}
