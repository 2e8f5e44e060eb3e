using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What to do at one camera when the light has changed.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Off">How far its picture is off before anything is done; positive is bright.</param>
/// <param name="Steps">What to do, in order; empty where it may stay.</param>
/// <param name="After">How it is set then.</param>
/// <param name="Because">In one line: <c>open ⅔</c>, <c>ND 1/16 → 1/4</c>, <c>leave it</c>.</param>
public sealed record LightStep(string Letter, Stops Off, ImmutableArray<Judgement> Steps, PlanCandidate After, Judgement Because);

/// <summary>The least changes that bring a running line-up to a new light.</summary>
/// <remarks>A camera that is within a sixth of a stop is left alone. Else one control is moved if one is enough, then two, then all: the iris where
/// its requirement stays as well met as before, the built-in filter, the gain, the base, last the filters in front. The cameras that are furthest off come first,
/// of equals the one that is over, since highlights do not come back.</remarks>
public static class LightChange
{
    private const string RuleId = "LIGHT-CHANGE";

    private static readonly Template LeaveIt = new(RuleId, "leave", "Leave it.");
    private static readonly Template NothingHelps = new(RuleId, "nothing-helps", "None of its controls helps.");
    private static readonly Template CapHolds = new(
        RuleId,
        "cap-holds",
        "The gain cap holds it: {state} would leave {error}. Waive the cap only with a look at its noise."
    );
    private static readonly Template Change = new(RuleId, "change", "{steps:then}.");
    private static readonly Template StillOff = new(RuleId, "still-off", "It is still {error:size} too {error?bright|dark}.");
    private static readonly Template BaseStep = new(RuleId, "base", "{to}");
    private static readonly Template GainStep = new(RuleId, "gain", "gain {from} → {to}");
    private static readonly Template IsoStep = new(RuleId, "iso", "{from} → {to}");
    private static readonly Template WhiteStep = new(
        RuleId,
        "white",
        "balance white again: the light moved by {shift:size}, from {from} to {to}"
    );
    private static readonly Template FrontStep = new(RuleId, "front", "front {from} → {to}");
    private static readonly Template FilterStep = new(RuleId, "nd", "ND {from} → {to}");
    private static readonly Template IrisStep = new(RuleId, "iris", "{moved?open|close} {moved:size}, to {to}");

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
        Free.Iris,
        Free.BuiltIn,
        Free.Gain,
        Free.Iris | Free.BuiltIn,
        Free.Iris | Free.Gain,
        Free.BuiltIn | Free.Gain,
        Free.Gain | Free.Base,
        Free.Iris | Free.BuiltIn | Free.Gain,
        Free.Iris | Free.Front,
        Free.Iris | Free.BuiltIn | Free.Gain | Free.Base,
        Free.Iris | Free.BuiltIn | Free.Gain | Free.Base | Free.Front,
    ];

    /// <summary>Works out the changes.</summary>
    /// <param name="plan">The plan the cameras are set by.</param>
    /// <param name="light">The light as it is now.</param>
    /// <param name="colour">Its colour before and now; null where nobody says that it moved.</param>
    /// <returns>One entry a camera, in the order to do them.</returns>
    public static ImmutableArray<LightStep> Steps(LineUpPlan plan, MeteredLight light, (Kelvin Before, Kelvin Now)? colour = null)
    {
        PlanScene now = plan.Scene with { Light = light };
        var moved = Stops.Between(light.LuxPerConstant, plan.Scene.Light.LuxPerConstant);
        return
        [
            .. plan
                .Cameras.Select(c => For(c, now, moved, Left(plan, c), colour))
                .OrderBy(s => s.Steps.IsEmpty ? 1 : 0)
                .ThenByDescending(s => Math.Round(Math.Abs(s.Off.Value) * 3))
                .ThenByDescending(s => s.Off.Value),
        ];
    }

    private static LightStep For(
        CameraPlan plan,
        PlanScene now,
        Stops moved,
        ImmutableArray<FrontFilter> left,
        (Kelvin Before, Kelvin Now)? colour
    )
    {
        PlanCandidate set = plan.Chosen;
        Stops off = set.Error + moved;
        PlanScene scene = now with { Kit = left, ExposureFirst = true };
        if (Math.Abs(off.Value) <= PlanTerms.Met + Guard.Edge)
        {
            ImmutableArray<Judgement> only = White(colour);
            return new LightStep(
                plan.Camera.Name,
                off,
                only,
                Planned(plan, Free.None, scene),
                only.IsEmpty ? LeaveIt.Of() : Change.Of(("steps", FigureValue.Of(only)))
            );
        }

        PlanCandidate? best = null;
        foreach (Free way in Ways)
        {
            PlanCandidate tried = Planned(plan, way, scene);
            if (Good(tried, set))
            {
                best = tried;
                break;
            }

            // Exposure first, in whole hundredths of what is seen; then what it costs.
            if (best is null || (Seen(tried), tried.Cost).CompareTo((Seen(best), best.Cost)) < 0)
            {
                best = tried;
            }
        }

        ImmutableArray<Judgement> steps = [.. StepsOf(set, best!), .. White(colour)];
        Judgement because = steps.IsEmpty ? NothingHelps.Of() : Change.Of(("steps", FigureValue.Of(steps)));
        bool met = PlanTerms.IsMet(best!.Error);
        return new LightStep(
            plan.Camera.Name,
            off,
            steps,
            best,
            met ? because : because.And(StillOff.Of(("error", best.Error))).And(Beyond(plan, set, best, scene))
        );
    }

    // Where the cap is all that keeps the light from being met, that is the reason, and what it would take is said.
    private static Judgement? Beyond(CameraPlan plan, PlanCandidate set, PlanCandidate best, PlanScene scene)
    {
        if (best.State.AboveCap || best.Error.Value > 0 || !plan.Camera.States.Any(s => s.AboveCap))
        {
            return null;
        }

        CameraPlan uncapped = plan with
        {
            Camera = plan.Camera with { States = [.. plan.Camera.States.Select(s => s with { AboveCap = false })] },
            Chosen = set with { State = set.State with { AboveCap = false } },
        };
        PlanCandidate with = Planned(uncapped, Ways[^1], scene);
        return Seen(with) < Seen(best) ? CapHolds.Of(Setting.Gain, ("state", PlanReasons.State(with.State)), ("error", with.Error)) : null;
    }

    private static long Seen(PlanCandidate candidate) =>
        (long)Math.Round(100 * Math.Max(0, Math.Abs(candidate.Error.Value) - PlanTerms.Met - Guard.Edge));

    // As good as it was: exposure met, the requirement no further off, no more highlights lost, no rule broken that was kept.
    private static bool Good(PlanCandidate tried, PlanCandidate set) =>
        Math.Abs(tried.Error.Value) <= PlanTerms.Met + Guard.Edge
        && tried.IrisMissedBy.Value <= Math.Max(set.IrisMissedBy.Value, PlanTerms.Met) + Guard.Edge
        && (!tried.State.AboveCap || set.State.AboveCap)
        && (tried.ClipMargin?.Value ?? 0) >= Math.Min(0, set.ClipMargin?.Value ?? 0) - PlanTerms.Met
        && (tried.State.Gain.Value <= Math.Max(0, set.State.Gain.Value) + Guard.Edge || tried.Filters.Value < Guard.Edge);

    private static PlanCandidate Planned(CameraPlan plan, Free free, PlanScene scene)
    {
        PlanCandidate set = plan.Chosen;
        PlanCamera camera = plan.Camera with
        {
            Requirement =
                plan.Camera.Requirement is IrisRequirement.SameDepthAs
                    ? new IrisRequirement.Fixed(plan.RequiredIris ?? set.Iris)
                    : plan.Camera.Requirement,
            Iris = free.HasFlag(Free.Iris) ? plan.Camera.Iris : plan.Camera.Iris with { Widest = set.Iris, Smallest = set.Iris },
            BuiltIn = free.HasFlag(Free.BuiltIn) ? plan.Camera.BuiltIn : [set.BuiltIn],
            States = [.. plan.Camera.States.Where(s => Offered(s, set.State, free))],
            PinnedFront = free.HasFlag(Free.Front) ? plan.Camera.PinnedFront : [.. set.Front.Select(f => f.Label)],
        };

        // Held clicks are not "as open as it goes" any more: the requirement is measured against the whole ring.
        if (camera.Requirement is IrisRequirement.Open)
        {
            camera = camera with { Requirement = new IrisRequirement.Range(plan.Camera.Iris.Widest, plan.Camera.Iris.Widest) };
        }

        return LineUpPlanner.Plan([camera], scene).Cameras[0].Chosen;
    }

    private static bool Offered(SensitivityState state, SensitivityState set, Free free) =>
        (state.Base == set.Base || free.HasFlag(Free.Base)) && (state.Gain == set.Gain || free.HasFlag(Free.Gain));

    private static ImmutableArray<FrontFilter> Left(LineUpPlan plan, CameraPlan camera)
    {
        Dictionary<string, int> used = plan
            .Cameras.Where(c => c != camera)
            .SelectMany(c => c.Chosen.Front)
            .GroupBy(f => f.Label)
            .ToDictionary(g => g.Key, g => g.Count());
        return [.. plan.Scene.Kit.Select(k => k with { Count = k.Count - used.GetValueOrDefault(k.Filter.Label) })];
    }

    private static ImmutableArray<Judgement> StepsOf(PlanCandidate from, PlanCandidate to)
    {
        var steps = ImmutableArray.CreateBuilder<Judgement>();
        if (from.State.Base != to.State.Base)
        {
            steps.Add(BaseStep.Of(Setting.BaseIso, ("to", PlanReasons.State(to.State))));
        }
        else if (from.State.Gain != to.State.Gain)
        {
            // Each in its own control: a camera that is set by ISO has no decibels to dial.
            Template step = to.State.Shown.StartsWith("ISO", StringComparison.Ordinal) ? IsoStep : GainStep;
            steps.Add(step.Of(Setting.Gain, ("from", PlanReasons.Gain(from.State)), ("to", PlanReasons.Gain(to.State))));
        }

        if (!from.Front.SequenceEqual(to.Front))
        {
            steps.Add(FrontStep.Of(("from", Front(from)), ("to", Front(to))));
        }

        if (from.BuiltIn != to.BuiltIn)
        {
            steps.Add(FilterStep.Of(Setting.NeutralDensity, ("from", from.BuiltIn.Label), ("to", to.BuiltIn.Label)));
        }

        // The iris last: filters and gain are seen through it.
        Stops moved = to.Iris.OpennessFrom(from.Iris);
        if (moved.Label() != "0")
        {
            steps.Add(IrisStep.Of(Setting.Iris, ("moved", FigureValue.Moved(moved)), ("to", to.ShownIris)));
        }

        return steps.ToImmutable();
    }

    // Exposure first: a card is balanced at right exposure. The card memory is stale beyond the same ten mired.
    private static ImmutableArray<Judgement> White((Kelvin Before, Kelvin Now)? colour) =>
        colour is { } c
        && WhiteBalance.Shift(c.Before, c.Now) is var shift
        && WhiteBalance.IsStale(samePlace: true, sameLight: true, sameFilter: true, shift)
            ? [WhiteStep.Of(Setting.WhiteBalance, ("shift", shift), ("from", c.Before), ("to", c.Now))]
            : [];

    private static FigureValue Front(PlanCandidate candidate) =>
        candidate.Front.IsEmpty ? "none" : FigureValue.Of(candidate.Front.Select(f => f.Label));
}
