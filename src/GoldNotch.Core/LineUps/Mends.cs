using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One thing that would mend what a plan cannot meet, tried out.</summary>
/// <param name="Kind"><c>filter</c>, <c>shutter</c>, <c>light</c>, <c>cap</c> or <c>wish</c>.</param>
/// <param name="Sentence">What to do and what comes of it.</param>
/// <param name="Error">Exposure error with it.</param>
/// <param name="Missed">How far the iris is from its wish with it.</param>
public sealed record Mend(string Kind, string Sentence, Stops Error, Stops Missed);

/// <summary>What would mend a camera that misses its exposure by more than a sixth of a stop or its wish by more than a stop.
/// Each mend is planned before it is offered.</summary>
public static class Mends
{
    // Beyond this a wish counts as not met at all.
    private const double WishMissedBy = 1;

    /// <summary>Whether a camera needs mending.</summary>
    public static bool Needed(CameraPlan plan) =>
        Math.Abs(plan.Chosen.Error.Value) > PlanTerms.Met + Guard.Edge || plan.Chosen.WishMissed.Value > WishMissedBy + Guard.Edge;

    /// <summary>What would mend it, the best first; empty where nothing is needed or nothing known would.</summary>
    /// <param name="plan">The camera's plan.</param>
    /// <param name="scene">The scene it was planned in.</param>
    /// <param name="school">The school.</param>
    /// <param name="shutters">Exposure times the camera has besides its own.</param>
    public static ImmutableArray<Mend> For(CameraPlan plan, PlanScene scene, PlanSchool school, IEnumerable<ExposureTime> shutters)
    {
        if (!Needed(plan))
        {
            return [];
        }

        PlanCamera alone = plan.Camera.Wish is IrisWish.SameDepthAs
            ? plan.Camera with { Wish = new IrisWish.Fixed(plan.WishedOpening ?? plan.Chosen.Opening) }
            : plan.Camera;
        Stops over = Surplus(plan);
        List<Mend> tried = [];
        Try(tried, plan, WithFilter(alone, scene, school, over));
        Try(tried, plan, WithShutter(alone, scene, school, over, shutters));
        Try(tried, plan, WithLight(alone, scene, school, over));
        Try(tried, plan, WithoutCap(alone, scene, school, over));
        return [.. tried.OrderBy(m => Math.Max(0, Math.Abs(m.Error.Value) - PlanTerms.Met)).ThenBy(m => m.Missed.Value)];
    }

    // How much light is too much: what the picture is over, else what the iris would have to be closed beyond its wish.
    private static Stops Surplus(CameraPlan plan)
    {
        PlanCandidate c = plan.Chosen;
        if (Math.Abs(c.Error.Value) > PlanTerms.Met + Guard.Edge)
        {
            return c.Error;
        }

        double wanted = plan.Camera.Wish switch
        {
            IrisWish.Open => plan.Camera.Iris.Widest.Value,
            IrisWish.Range r => c.Opening.Value > r.Smallest.Value ? r.Smallest.Value : r.Widest.Value,
            _ => plan.WishedOpening?.Value ?? c.Opening.Value,
        };
        double reachable = Math.Clamp(wanted, plan.Camera.Iris.Widest.Value, plan.Camera.Iris.Smallest.Value);
        return new Stops(2 * Math.Log2(c.Opening.Value / reachable));
    }

    private static void Try(List<Mend> tried, CameraPlan plan, Mend? mend)
    {
        // It mends, or it brings the camera at least a stop nearer; less is not worth a person's walk.
        if (mend is not null && Badness(mend.Error, mend.Missed) is var left
            && (left <= WishMissedBy || left < Badness(plan.Chosen.Error, plan.Chosen.WishMissed) - 1)
            && left < Badness(plan.Chosen.Error, plan.Chosen.WishMissed) - PlanTerms.Met)
        {
            tried.Add(mend);
        }
    }

    private static double Badness(Stops error, Stops missed) => (4 * Math.Max(0, Math.Abs(error.Value) - PlanTerms.Met)) + missed.Value;

    private static Mend? WithFilter(PlanCamera camera, PlanScene scene, PlanSchool school, Stops over)
    {
        double whole = Math.Round(over.Value);
        if (whole < 1)
        {
            return null;
        }

        var filter = new FrontFilter(new FilterPosition(Notation.Number(whole), new Stops(whole)), 1);
        CameraPlan with = Alone(camera with { TakesFront = true, PinnedFront = null }, scene with { Kit = [.. scene.Kit, filter], MaxFront = Math.Max(1, scene.MaxFront) }, school);
        return new Mend("filter", $"A front filter of {Amount(whole)} would give {Result(with)}.", with.Chosen.Error, with.Chosen.WishMissed);
    }

    private static Mend? WithShutter(PlanCamera camera, PlanScene scene, PlanSchool school, Stops over, IEnumerable<ExposureTime> shutters)
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

        CameraPlan with = Alone(camera with { Time = shorter }, scene, school);
        Stops takes = camera.Time.LongerThan(shorter);
        return new Mend(
            "shutter", $"{shorter.Label()} takes {takes.InHundredths()} and would give {Result(with)}; movement looks sharper than on the others.", with.Chosen.Error, with.Chosen.WishMissed);
    }

    private static Mend WithLight(PlanCamera camera, PlanScene scene, PlanSchool school, Stops over)
    {
        PlanScene moved = scene with { Light = MeteredLight.FromLux(new Lux(scene.Light.LuxPerConstant * (-over).Factor), 1) };
        CameraPlan with = Alone(camera, moved, school);
        double factor = over.Magnitude.Factor;
        string how = over.Value > 0
            ? $"Light taken down by {over.Magnitude.InHundredths()} ({Notation.Number(100 / factor)} % of it, or the lamp {Notation.Number(Math.Sqrt(factor), 1)} times as far)"
            : $"{over.Magnitude.InHundredths()} more light ({Notation.Number(factor, 1)} times as much, or the lamp at {Notation.Number(100 / Math.Sqrt(factor))} % of its distance)";
        return new Mend("light", $"{how} would give {Result(with)}.", with.Chosen.Error, with.Chosen.WishMissed);
    }

    private static Mend? WithoutCap(PlanCamera camera, PlanScene scene, PlanSchool school, Stops over)
    {
        if (over.Value >= 0 || !camera.States.Any(s => s.AboveCap))
        {
            return null;
        }

        CameraPlan with = Alone(camera with { States = [.. camera.States.Select(s => s with { AboveCap = false })] }, scene, school);
        return with.Chosen.State.Noise.Value > camera.States.Where(s => !s.AboveCap).Max(s => s.Noise.Value)
            ? new Mend("cap", $"With the cap waived, {PlanReasons.State(with.Chosen.State)} would give {Result(with)}; look at its noise first.", with.Chosen.Error, with.Chosen.WishMissed)
            : null;
    }

    private static CameraPlan Alone(PlanCamera camera, PlanScene scene, PlanSchool school) =>
        LineUpPlanner.Plan([camera], scene, school == PlanSchool.GainLast ? school : PlanSchool.OwnBase).Cameras[0];

    private static string Result(CameraPlan plan)
    {
        PlanCandidate c = plan.Chosen;
        string exposure = Math.Abs(c.Error.Value) <= PlanTerms.Met + Guard.Edge ? "right exposure" : $"a picture {c.Error.Magnitude.InHundredths()} too {(c.Error.Value > 0 ? "bright" : "dark")}";
        string wish = c.WishMissed.Value <= PlanTerms.Met + Guard.Edge ? "as wished" : $"{c.WishMissed.InHundredths()} from the wish";
        return $"{exposure} at {c.OpeningLabel}, {wish}";
    }

    private static string Amount(double stops) => $"{Notation.Number(stops)} {(stops == 1 ? "stop" : "stops")}";

    /// <summary>Every exposure time a model has at the rate of a sheet, for <see cref="For"/>.</summary>
    public static IEnumerable<ExposureTime> ShuttersOf(PreparedCamera camera)
    {
        CameraModel model = camera.Of.Model;
        IEnumerable<ExposureTime> angles = model.Angles is { } control && camera.Sheet.Format is { } format
            ? control.Marks.Select(a => a.At(format.Rate.Frames))
            : [];
        return model.Shutters.Concat(angles);
    }
}
