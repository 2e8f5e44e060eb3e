using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Looks for an order of tasks that starts later than the rule's. The same tasks give the same plan.</summary>
internal static class PreparationSearch
{
    // Each try places every task three times; sixty tasks stay well under a twentieth of a second.
    private const int Tries = 400;

    // How many tasks move in a try; one finds the next better order, three leave a dead end.
    private const int MostMoves = 3;

    /// <summary>Minutes before the call at which each task starts, in the shortest plan found.</summary>
    /// <param name="network">The tasks.</param>
    /// <param name="rule">The order of the rule; its plan is kept where none is shorter.</param>
    internal static double[] Shortest(PreparationNetwork network, int[] rule)
    {
        var placing = new PreparationPlacing(network);
        double[] byRule = new double[network.Count];
        double length = placing.Backwards(rule, byRule);
        double least = network.LeastMinutes();
        if (length <= least + Guard.Edge)
        {
            return byRule;
        }

        var chance = new Random(network.Count);
        double[] best = [.. byRule];
        double shortest = Justify(network, placing, best, length);
        double[] now = [.. best];
        double current = shortest;
        double[] next = new double[network.Count];
        int[] order = new int[network.Count];
        for (int i = 0; i < Tries && shortest > least + Guard.Edge; i++)
        {
            Outwards(network, now, order);
            Shuffle(network, order, chance);
            double tried = Justify(network, placing, next, placing.Backwards(order, next));
            if (tried <= current + Guard.Edge)
            {
                (now, next, current) = (next, now, tried);
            }

            if (tried < shortest - Guard.Edge)
            {
                (best, shortest) = ([.. now], tried);
            }
        }

        return shortest < length - Guard.Edge ? best : byRule;
    }

    // Everything as early as it can be, then as late again, until it gets no shorter: gaps that one direction leaves close in the other.
    private static double Justify(PreparationNetwork network, PreparationPlacing placing, double[] starts, double length)
    {
        int[] order = new int[network.Count];
        double[] other = new double[network.Count];
        double[] again = new double[network.Count];
        while (true)
        {
            Outwards(network, starts, order);
            Array.Reverse(order);
            placing.Forwards(order, other);
            FromTheEnd(network, other, order);
            double shorter = placing.Backwards(order, again);
            if (shorter > length - Guard.Edge)
            {
                return length;
            }

            again.CopyTo(starts, 0);
            length = shorter;
        }
    }

    // Latest start first; of equal ones, as tasks of no length make, followers before what they follow.
    private static void Outwards(PreparationNetwork network, double[] starts, int[] order)
    {
        Number(order);
        Array.Sort(order, (a, b) => starts[a] != starts[b] ? starts[a].CompareTo(starts[b]) : network.Rank[b].CompareTo(network.Rank[a]));
    }

    // Latest end first, counted from the first start; of equal ones, followers before what they follow.
    private static void FromTheEnd(PreparationNetwork network, double[] ends, int[] order)
    {
        Number(order);
        Array.Sort(order, (a, b) => ends[a] != ends[b] ? ends[b].CompareTo(ends[a]) : network.Rank[b].CompareTo(network.Rank[a]));
    }

    private static void Number(int[] order)
    {
        for (int i = 0; i < order.Length; i++)
        {
            order[i] = i;
        }
    }

    private static void Shuffle(PreparationNetwork network, int[] order, Random chance)
    {
        for (int move = chance.Next(1, MostMoves + 1); move > 0; move--)
        {
            int from = chance.Next(order.Length);
            int to = chance.Next(order.Length);
            int task = order[from];
            if (from < to)
            {
                Array.Copy(order, from + 1, order, from, to - from);
            }
            else
            {
                Array.Copy(order, to, order, to + 1, from - to);
            }

            order[to] = task;
        }

        Restore(network, order);
    }

    // Followers before what they follow, else in the order given.
    private static void Restore(PreparationNetwork network, int[] order)
    {
        int[] open = [.. network.Followers.Select(f => f.Length)];
        List<int> left = [.. order];
        for (int at = 0; at < order.Length; at++)
        {
            int next = left.FindIndex(t => open[t] == 0);
            int task = left[next];
            left.RemoveAt(next);
            order[at] = task;
            foreach (int before in network.Before[task])
            {
                open[before]--;
            }
        }
    }
}
