using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Plans several cameras from one light.</summary>
/// <remarks>For every camera all sensitivities are tried with all filters; the iris is solved from the exposure balance. Each candidate has a cost, the
/// sum of what its faults cost (<see cref="PlanCost"/>); the cheapest is chosen. Cameras that follow another's depth are planned after it. Front
/// filters are shared by least sum, exactly, among cameras that are planned together.</remarks>
public static class LineUpPlanner
{
    /// <summary>The light is moved in steps of a sixth of a stop.</summary>
    public const double LightStep = 1.0 / 6;

    /// <summary>How far a camera's speed may be from the common one, stops.</summary>
    public const double CommonWithin = 1.0 / 3;

    /// <summary>Plans a line-up in the light as it is, each camera at its own base.</summary>
    /// <param name="cameras">One or more cameras, each with its own letter.</param>
    /// <param name="scene">What they share.</param>
    /// <param name="budget">The work it may take; null: the usual.</param>
    /// <exception cref="QuantityException">No cameras, two of one letter, a camera that follows itself in a circle or one that is not there.</exception>
    /// <exception cref="OperationCanceledException">The budget was cancelled.</exception>
    public static LineUpPlan Plan(ImmutableArray<PlanCamera> cameras, PlanScene scene, PlanBudget? budget = null)
    {
        var run = new PlanRun(cameras, scene, budget ?? new PlanBudget());
        return run.Whole(PlanStrategy.OwnBase, run.Winners(0), Stops.Zero, null);
    }

    /// <summary>Plans with a light that may move: over its range in sixths of a stop, least of the dearest camera's cost, then least sum; then least
    /// moved, then dimmer.</summary>
    /// <param name="cameras">One or more cameras.</param>
    /// <param name="scene">What they share, with the light as it stands.</param>
    /// <param name="from">How far it may be dimmed, zero or negative.</param>
    /// <param name="to">How far it may be raised, zero or positive.</param>
    /// <param name="budget">The work it may take; null: the usual.</param>
    /// <exception cref="QuantityException">As <see cref="Plan"/>, or the range is upside down or wider than ten stops.</exception>
    public static LineUpPlan PlanMovingLight(
        ImmutableArray<PlanCamera> cameras,
        PlanScene scene,
        Stops from,
        Stops to,
        PlanBudget? budget = null
    )
    {
        Guard.InRange(from.Value, -10, 0, "range of the light downwards");
        Guard.InRange(to.Value, 0, 10, "range of the light upwards");
        var run = new PlanRun(cameras, scene, budget ?? new PlanBudget());
        int down = (int)Math.Floor((-from.Value / LightStep) + Guard.Edge);
        int up = (int)Math.Floor((to.Value / LightStep) + Guard.Edge);
        int[] steps = [.. Enumerable.Range(-down, down + up + 1).OrderBy(Math.Abs).ThenBy(step => step)];
        (int Index, PlanWinners Winners) best = Least([.. steps.Select(step => new Trial(run, step * LightStep))]);
        return run.Whole(PlanStrategy.MoveLight, best.Winners, new Stops(steps[best.Index] * LightStep), null);
    }

    /// <summary>Plans with one speed for all: each camera's state within a third of a stop of it, the iris taking up the rest. Without a speed
    /// the one of least cost is taken of all that any camera has.</summary>
    /// <param name="cameras">One or more cameras.</param>
    /// <param name="scene">What they share.</param>
    /// <param name="speed">The speed; null: find it.</param>
    /// <param name="budget">The work it may take; null: the usual.</param>
    /// <exception cref="QuantityException">As <see cref="Plan"/>, or no speed is within reach of every camera.</exception>
    public static LineUpPlan PlanCommonSpeed(
        ImmutableArray<PlanCamera> cameras,
        PlanScene scene,
        Iso? speed = null,
        PlanBudget? budget = null
    )
    {
        PlanBudget work = budget ?? new PlanBudget();
        IEnumerable<Iso> tried = speed is { } given
            ? [given]
            : cameras
                .SelectMany(c => c.States)
                .Select(s => s.Speed)
                .OrderBy(s => s.Value)
                .DistinctBy(s => Math.Round(Math.Log2(s.Value) / Guard.Edge));
        List<(Iso Speed, Trial Trial)> trials = [];
        foreach (Iso common in tried)
        {
            ImmutableArray<PlanCamera> near =
            [
                .. cameras.Select(c => c with { States = [.. c.States.Where(s => Within(s.Speed, common))] }),
            ];
            if (near.All(c => !c.States.IsEmpty))
            {
                trials.Add((common, new Trial(new PlanRun(near, scene, work), 0)));
            }
        }

        if (trials.Count == 0)
        {
            throw new QuantityException(
                QuantityFault.NoChoice,
                speed is { } asked
                    ? $"Not every camera has a state within ⅓ stop of {asked.Label()}."
                    : "There is no speed within ⅓ stop of which every camera has a state. Let each work at its own base."
            );
        }

        (int Index, PlanWinners Winners) best = Least([.. trials.Select(t => t.Trial)]);
        (Iso chosen, Trial won) = trials[best.Index];
        return won.Run.Whole(PlanStrategy.CommonSpeed, best.Winners, Stops.Zero, chosen);
    }

    private static bool Within(Iso speed, Iso common) => Math.Abs(speed.FasterThan(common).Value) <= CommonWithin + Guard.Edge;

    // Each trial's cameras at their own best bound it, whatever is shared; so most need no sharing of filters. Of equals the first of the list.
    private static (int Index, PlanWinners Winners) Least(Trial[] trials)
    {
        (long Dearest, long Sum)[] bounds = [.. trials.Select(t => t.Run.Bound(t.Moved))];
        (int Index, PlanWinners Winners)? best = null;
        long leastOfCut = long.MaxValue;
        foreach (int i in Enumerable.Range(0, trials.Length).OrderBy(i => bounds[i]).ThenBy(i => i))
        {
            if (best is { } least && bounds[i].CompareTo(least.Winners.Cost) > 0)
            {
                break;
            }

            PlanWinners winners = trials[i].Run.Winners(trials[i].Moved);
            if (winners.AtMostAbove > 0)
            {
                leastOfCut = Math.Min(leastOfCut, winners.Cost.Sum - winners.AtMostAbove);
            }

            int order = best is { } b ? winners.Cost.CompareTo(b.Winners.Cost) : -1;
            if (order < 0 || (order == 0 && i < best!.Value.Index))
            {
                best = (i, winners);
            }
        }

        // A trial whose sharing was cut short may have been the better one.
        (int index, PlanWinners found) = best!.Value;
        return (index, found with { AtMostAbove = Math.Max(0, found.Cost.Sum - Math.Min(found.Cost.Sum, leastOfCut)) });
    }

    /// <summary>Cameras at one level of the light.</summary>
    private sealed record Trial(PlanRun Run, double Moved);
}
