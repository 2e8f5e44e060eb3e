using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What to do at one camera when the light has changed.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Off">How far its picture is off before anything is done; positive is bright.</param>
/// <param name="Steps">What to do, in order; empty where it may stay.</param>
/// <param name="After">How it is set then.</param>
/// <param name="Sentence">In one line: <c>open ⅔</c>, <c>ND 1/16 → 1/4</c>, <c>leave it</c>.</param>
public sealed record LightStep(string Letter, Stops Off, ImmutableArray<string> Steps, PlanCandidate After, string Sentence);

/// <summary>The least changes that bring a running line-up to a new light.</summary>
/// <remarks>A camera that is within a sixth of a stop is left alone. Else one control is moved if one is enough, then two, then all: the iris where
/// its wish stays as well met as before, the built-in filter, the gain, the base, last the filters in front. The cameras that are furthest off come first,
/// of equals the one that is over, since highlights do not come back.</remarks>
public static class LightChange
{
    [Flags]
    private enum Free
    {
        None = 0,
        Iris = 1,
        BuiltIn = 2,
        Gain = 4,
        Base = 8,
        Front = 16,
    }

    // Fewest controls first; of as many, the quickest to reach.
    private static readonly ImmutableArray<Free> Ways =
    [
        Free.Iris, Free.BuiltIn, Free.Gain,
        Free.Iris | Free.BuiltIn, Free.Iris | Free.Gain, Free.BuiltIn | Free.Gain, Free.Gain | Free.Base,
        Free.Iris | Free.BuiltIn | Free.Gain, Free.Iris | Free.Front, Free.Iris | Free.BuiltIn | Free.Gain | Free.Base,
        Free.Iris | Free.BuiltIn | Free.Gain | Free.Base | Free.Front,
    ];

    /// <summary>Works out the changes.</summary>
    /// <param name="plan">The plan the cameras are set by.</param>
    /// <param name="light">The light as it is now.</param>
    /// <returns>One entry a camera, in the order to do them.</returns>
    public static ImmutableArray<LightStep> Steps(LineUpPlan plan, MeteredLight light)
    {
        PlanScene now = plan.Scene with { Light = light };
        var moved = Stops.Between(light.LuxPerConstant, plan.Scene.Light.LuxPerConstant);
        return
        [
            .. plan.Cameras.Select(c => For(c, now, moved, plan.School, Left(plan, c)))
                .OrderBy(s => s.Steps.IsEmpty ? 1 : 0)
                .ThenByDescending(s => Math.Round(Math.Abs(s.Off.Value) * 3))
                .ThenByDescending(s => s.Off.Value),
        ];
    }

    private static LightStep For(CameraPlan plan, PlanScene now, Stops moved, PlanSchool school, ImmutableArray<FrontFilter> left)
    {
        PlanCandidate set = plan.Chosen;
        Stops off = set.Error + moved;
        PlanScene scene = now with { Kit = left };
        if (Math.Abs(off.Value) <= PlanTerms.Met + Guard.Edge)
        {
            return new LightStep(plan.Camera.Name, off, [], Planned(plan, Free.None, scene, school), "leave it");
        }

        PlanCandidate? best = null;
        foreach (Free way in Ways)
        {
            PlanCandidate tried = Planned(plan, way, scene, school);
            if (Good(tried, set))
            {
                best = tried;
                break;
            }

            if (best is null || Worse(best, tried))
            {
                best = tried;
            }
        }

        ImmutableArray<string> steps = Told(set, best!);
        string rest = Math.Abs(best!.Error.Value) > PlanTerms.Met + Guard.Edge
            ? $"; still {best.Error.Magnitude.InHundredths()} too {(best.Error.Value > 0 ? "bright" : "dark")}"
            : "";
        return new LightStep(plan.Camera.Name, off, steps, best, steps.IsEmpty ? "nothing it has would help" + rest : string.Join(", then ", steps) + rest);
    }

    // As good as it was: exposure met, the wish no further off, no more highlights lost, no rule broken that was kept.
    private static bool Good(PlanCandidate tried, PlanCandidate set) =>
        Math.Abs(tried.Error.Value) <= PlanTerms.Met + Guard.Edge
        && tried.WishMissed.Value <= Math.Max(set.WishMissed.Value, PlanTerms.Met) + Guard.Edge
        && (!tried.State.AboveCap || set.State.AboveCap)
        && (tried.ClipMargin?.Value ?? 0) >= Math.Min(0, set.ClipMargin?.Value ?? 0) - PlanTerms.Met
        && (tried.State.Gain.Value <= Math.Max(0, set.State.Gain.Value) + Guard.Edge || tried.Filters.Value < Guard.Edge);

    private static bool Worse(PlanCandidate best, PlanCandidate tried) =>
        best.Terms.Zip(tried.Terms).Select(t => t.First.CompareTo(t.Second)).FirstOrDefault(order => order != 0) > 0;

    private static PlanCandidate Planned(CameraPlan plan, Free free, PlanScene scene, PlanSchool school)
    {
        PlanCandidate set = plan.Chosen;
        PlanCamera camera = plan.Camera with
        {
            Wish = plan.Camera.Wish is IrisWish.SameDepthAs ? new IrisWish.Fixed(plan.WishedOpening ?? set.Opening) : plan.Camera.Wish,
            Iris = free.HasFlag(Free.Iris) ? plan.Camera.Iris : plan.Camera.Iris with { Widest = set.Opening, Smallest = set.Opening },
            BuiltIn = free.HasFlag(Free.BuiltIn) ? plan.Camera.BuiltIn : [set.BuiltIn],
            States = [.. plan.Camera.States.Where(s => Offered(s, set.State, free))],
            PinnedFront = free.HasFlag(Free.Front) ? plan.Camera.PinnedFront : [.. set.Front.Select(f => f.Label)],
        };

        // Held clicks are not "as open as it goes" any more: the wish is measured against the whole ring.
        if (camera.Wish is IrisWish.Open)
        {
            camera = camera with { Wish = new IrisWish.Fixed(plan.Camera.Iris.Widest) };
        }

        return LineUpPlanner.Plan([camera], scene, school == PlanSchool.GainLast ? school : PlanSchool.OwnBase).Cameras[0].Chosen;
    }

    private static bool Offered(SensitivityState state, SensitivityState set, Free free) =>
        (state.Base == set.Base || free.HasFlag(Free.Base)) && (state.Gain == set.Gain || free.HasFlag(Free.Gain));

    private static ImmutableArray<FrontFilter> Left(LineUpPlan plan, CameraPlan camera)
    {
        Dictionary<string, int> used = plan.Cameras.Where(c => c != camera).SelectMany(c => c.Chosen.Front).GroupBy(f => f.Label).ToDictionary(g => g.Key, g => g.Count());
        return [.. plan.Scene.Kit.Select(k => k with { Count = k.Count - used.GetValueOrDefault(k.Filter.Label) })];
    }

    private static ImmutableArray<string> Told(PlanCandidate from, PlanCandidate to)
    {
        ImmutableArray<string>.Builder steps = ImmutableArray.CreateBuilder<string>();
        if (from.State.Base != to.State.Base)
        {
            steps.Add($"{to.State.Base} base, {to.State.Gain.Label()}");
        }
        else if (from.State.Gain != to.State.Gain)
        {
            steps.Add($"gain {from.State.Gain.Label()} → {to.State.Gain.Label()}");
        }

        if (!from.Front.SequenceEqual(to.Front))
        {
            steps.Add($"front {Front(from)} → {Front(to)}");
        }

        if (from.BuiltIn != to.BuiltIn)
        {
            steps.Add($"ND {from.BuiltIn.Label} → {to.BuiltIn.Label}");
        }

        // The iris last: filters and gain are seen through it.
        string iris = PlanReasons.Direction(from.Opening, to.Opening);
        if (iris != "as read")
        {
            steps.Add($"{iris}, to {to.OpeningLabel}");
        }

        return steps.ToImmutable();
    }

    private static string Front(PlanCandidate candidate) => candidate.Front.IsEmpty ? "none" : string.Join(", ", candidate.Front.Select(f => f.Label));
}
