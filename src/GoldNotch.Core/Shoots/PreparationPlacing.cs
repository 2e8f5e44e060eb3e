using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Places tasks one after another, each as near to one end of time as the others and the resources allow.</summary>
/// <remarks>Time runs from 0 at the call backwards: a task that ends at the call begins at minus its minutes. Placing forwards is the same with time and arrows reversed.</remarks>
internal sealed class PreparationPlacing(PreparationNetwork network)
{
    // Steps of time by resource: from a moment on, so much is in use; falling in time order.
    private readonly List<(double From, int InUse)>[] _use = [.. network.Capacity.Select(_ => new List<(double, int)>())];

    /// <summary>Distance of each task's start from the call when the tasks are placed in an order, each as late as it can be.</summary>
    /// <param name="order">Followers before what they follow.</param>
    /// <param name="starts">Filled with minutes before the call at which each starts.</param>
    /// <returns>The largest of them: how long before the call the first one starts.</returns>
    internal double Backwards(ReadOnlySpan<int> order, double[] starts) => Place(order, network.Followers, starts);

    /// <summary>The same from the other end: minutes after the first start at which each ends, each as early as it can be.</summary>
    /// <param name="order">What is followed before its followers.</param>
    /// <param name="ends">Filled with minutes after the first start at which each ends.</param>
    /// <returns>The largest of them.</returns>
    internal double Forwards(ReadOnlySpan<int> order, double[] ends) => Place(order, network.Before, ends);

    private double Place(ReadOnlySpan<int> order, int[][] nearer, double[] far)
    {
        foreach (List<(double, int)> steps in _use)
        {
            steps.Clear();
            steps.Add((0, 0));
        }

        double farthest = 0;
        foreach (int task in order)
        {
            double at = 0;
            foreach (int other in nearer[task])
            {
                at = Math.Max(at, far[other]);
            }

            double minutes = network.Minutes[task];
            if (minutes > 0)
            {
                at = Free(task, at, minutes);
                foreach ((int resource, int need) in network.Needs[task])
                {
                    Occupy(_use[resource], at, at + minutes, need);
                }
            }

            far[task] = at + minutes;
            farthest = Math.Max(farthest, far[task]);
        }

        return farthest;
    }

    // The nearest moment from which on everything the task needs is free for as long as it takes.
    private double Free(int task, double from, double minutes)
    {
        double at = from;
        bool moved = true;
        while (moved)
        {
            moved = false;
            foreach ((int resource, int need) in network.Needs[task])
            {
                double free = Free(_use[resource], network.Capacity[resource] - need, at, minutes);
                moved |= free > at;
                at = free;
            }
        }

        return at;
    }

    private static double Free(List<(double From, int InUse)> steps, int most, double at, double minutes)
    {
        for (int i = 0; i < steps.Count && steps[i].From < at + minutes - Guard.Edge; i++)
        {
            double until = i + 1 < steps.Count ? steps[i + 1].From : double.PositiveInfinity;
            if (until > at + Guard.Edge && steps[i].InUse > most)
            {
                at = until;
            }
        }

        return at;
    }

    private static void Occupy(List<(double From, int InUse)> steps, double from, double until, int need)
    {
        int first = Cut(steps, from);
        int last = Cut(steps, until);
        for (int i = first; i < last; i++)
        {
            steps[i] = (steps[i].From, steps[i].InUse + need);
        }
    }

    // The step that begins at a moment; made where none does.
    private static int Cut(List<(double From, int InUse)> steps, double at)
    {
        int i = steps.Count - 1;
        while (steps[i].From > at + Guard.Edge)
        {
            i--;
        }

        if (steps[i].From >= at - Guard.Edge)
        {
            return i;
        }

        steps.Insert(i + 1, (at, steps[i].InUse));
        return i + 1;
    }
}
