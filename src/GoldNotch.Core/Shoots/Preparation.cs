using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Preparing to a call time: works back from the call with the people, chargers and readers there are. (Section 14.)</summary>
public static class Preparation
{
    /// <summary>
    /// Places tasks by the rule: of the tasks whose followers are placed, the longest chain of work up to and including it first, then the order of the list; each as
    /// late as its followers and the resources allow.
    /// </summary>
    /// <param name="tasks">The tasks.</param>
    /// <param name="capacity">How much of each resource there is.</param>
    /// <param name="call">The call, minutes.</param>
    /// <param name="opens">Nothing can start before it, minutes; null where it can always.</param>
    /// <exception cref="QuantityException">A task needs more than there is, follows itself or an unknown one, or has the name of another.</exception>
    public static PreparationPlan ByRule(
        ImmutableArray<PreparationTask> tasks,
        IReadOnlyDictionary<string, int> capacity,
        double call,
        double? opens = null
    )
    {
        var network = new PreparationNetwork(tasks, capacity);
        double[] starts = new double[network.Count];
        new PreparationPlacing(network).Backwards(Rule(network), starts);
        return Plan(tasks, network, starts, Guard.Finite(call, "call"), opens);
    }

    /// <summary>The plan by the rule, or a shorter one where a search finds one: other orders, and moving everything early and late by turns.</summary>
    /// <param name="tasks">The tasks.</param>
    /// <param name="capacity">How much of each resource there is.</param>
    /// <param name="call">The call, minutes.</param>
    /// <param name="opens">Nothing can start before it, minutes; null where it can always.</param>
    /// <exception cref="QuantityException">A task needs more than there is, follows itself or an unknown one, or has the name of another.</exception>
    public static PreparationPlan Best(
        ImmutableArray<PreparationTask> tasks,
        IReadOnlyDictionary<string, int> capacity,
        double call,
        double? opens = null
    )
    {
        var network = new PreparationNetwork(tasks, capacity);
        double[] starts = PreparationSearch.Shortest(network, Rule(network));
        return Plan(tasks, network, starts, Guard.Finite(call, "call"), opens);
    }

    // Followers before what they follow; among those that can be placed, the longest chain of work first.
    private static int[] Rule(PreparationNetwork network)
    {
        int[] open = [.. network.Followers.Select(f => f.Length)];
        bool[] placed = new bool[network.Count];
        int[] order = new int[network.Count];
        for (int at = 0; at < order.Length; at++)
        {
            int next = -1;
            for (int task = 0; task < order.Length; task++)
            {
                if (!placed[task] && open[task] == 0 && (next < 0 || network.Head[task] > network.Head[next] + Guard.Edge))
                {
                    next = task;
                }
            }

            placed[next] = true;
            order[at] = next;
            foreach (int before in network.Before[next])
            {
                open[before]--;
            }
        }

        return order;
    }

    private static PreparationPlan Plan(
        ImmutableArray<PreparationTask> tasks,
        PreparationNetwork network,
        double[] starts,
        double call,
        double? opens
    )
    {
        ImmutableArray<PlannedTask> planned = [.. tasks.Select((t, i) => new PlannedTask(t, call - starts[i], call - network.Tail[i]))];
        double begin = call - starts.DefaultIfEmpty(0).Max();
        return new PreparationPlan(
            planned,
            call,
            begin,
            [.. Critical(network, starts).Select(i => tasks[i].Id)],
            [.. planned.Where(p => opens is { } first && p.Start < first - Guard.Edge).Select(p => p.Task.Id)]
        );
    }

    // From the task that starts first, always to one that starts when it ends and holds it: its follower, else one that occupies the same.
    private static List<int> Critical(PreparationNetwork network, double[] starts)
    {
        List<int> chain = [];
        if (network.Count == 0)
        {
            return chain;
        }

        int? at = Array.IndexOf(starts, starts.Max());
        while (at is { } task && chain.Count < network.Count)
        {
            chain.Add(task);
            double end = starts[task] - network.Minutes[task];
            at = Touching(network.Followers[task], starts, end, chain)
                ?? Touching(Enumerable.Range(0, network.Count).Where(o => SharesWith(network, task, o)), starts, end, chain);
        }

        return chain;
    }

    private static int? Touching(IEnumerable<int> others, double[] starts, double end, List<int> chain)
    {
        foreach (int other in others)
        {
            if (Math.Abs(starts[other] - end) < Guard.Edge && !chain.Contains(other))
            {
                return other;
            }
        }

        return null;
    }

    private static bool SharesWith(PreparationNetwork network, int task, int other) =>
        network.Needs[task].Any(n => network.Needs[other].Any(o => o.Resource == n.Resource));
}
