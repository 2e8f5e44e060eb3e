using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Tasks and resources, checked once and by number, so that many orders can be tried quickly.</summary>
internal sealed class PreparationNetwork
{
    private readonly ImmutableArray<PreparationTask> _tasks;

    /// <summary>Checks tasks and resources.</summary>
    /// <exception cref="QuantityException">A task cannot be done with what there is, follows itself or an unknown one, or has a name twice.</exception>
    internal PreparationNetwork(ImmutableArray<PreparationTask> tasks, IReadOnlyDictionary<string, int> capacity)
    {
        _tasks = tasks;
        Dictionary<string, int> numbers = Numbered(tasks);
        string[] resources = [.. tasks.SelectMany(t => t.Needs.Keys).Distinct().Order(StringComparer.Ordinal)];
        Capacity = [.. resources.Select(r => Math.Max(0, capacity.GetValueOrDefault(r)))];
        Minutes = [.. tasks.Select(t => Guard.InRange(t.Minutes, 0, MostMinutes, $"time of {t.Id}"))];
        Needs =
        [
            .. tasks.Select(t =>
                t.Needs.Where(n => n.Value > 0).Select(n => (Array.IndexOf(resources, n.Key), n.Value)).OrderBy(n => n.Item1).ToArray()
            ),
        ];
        for (int task = 0; task < Count; task++)
        {
            foreach ((int resource, int need) in Needs[task])
            {
                if (need > Capacity[resource])
                {
                    throw new QuantityException(
                        QuantityFault.NoChoice,
                        $"{tasks[task].Id} needs {need} × {resources[resource]}; there {(Capacity[resource] == 1 ? "is" : "are")} {Capacity[resource]}. Add what is missing, or take the task out."
                    );
                }
            }
        }

        Before = [.. tasks.Select(t => t.After.Select(a => NumberOf(a, t, numbers)).Distinct().ToArray())];
        Followers = [.. tasks.Select((_, i) => Enumerable.Range(0, Count).Where(f => Before[f].Contains(i)).ToArray())];
        int[] order = InOrder();
        Rank = new int[Count];
        for (int i = 0; i < Count; i++)
        {
            Rank[order[i]] = i;
        }

        Head = Longest(order, Before);
        Array.Reverse(order);
        Tail = Longest(order, Followers);
    }

    // A year; more is a slip in a unit.
    private const double MostMinutes = 366 * 1440.0;

    /// <summary>How many tasks there are.</summary>
    internal int Count => _tasks.Length;

    /// <summary>Minutes of each task.</summary>
    internal double[] Minutes { get; }

    /// <summary>What each occupies.</summary>
    internal (int Resource, int Need)[][] Needs { get; }

    /// <summary>How much of each resource there is.</summary>
    internal int[] Capacity { get; }

    /// <summary>What must be done before each.</summary>
    internal int[][] Before { get; }

    /// <summary>What follows each.</summary>
    internal int[][] Followers { get; }

    /// <summary>Place of each in an order in which everything comes before its followers.</summary>
    internal int[] Rank { get; }

    /// <summary>The longest chain of work up to and including each task, minutes.</summary>
    internal double[] Head { get; }

    /// <summary>The longest chain of work from each task on, itself included, minutes.</summary>
    internal double[] Tail { get; }

    /// <summary>Minutes that no plan can be shorter than: the longest chain, or the work on one resource with what comes before and after it.</summary>
    internal double LeastMinutes()
    {
        double least = Head.DefaultIfEmpty(0).Max();
        for (int resource = 0; resource < Capacity.Length; resource++)
        {
            double work = 0;
            double before = double.MaxValue;
            double after = double.MaxValue;
            for (int task = 0; task < Count; task++)
            {
                foreach ((int on, int need) in Needs[task])
                {
                    if (on == resource)
                    {
                        work += Minutes[task] * need;
                        before = Math.Min(before, Head[task] - Minutes[task]);
                        after = Math.Min(after, Tail[task] - Minutes[task]);
                    }
                }
            }

            least = work > 0 ? Math.Max(least, (work / Capacity[resource]) + before + after) : least;
        }

        return least;
    }

    private static Dictionary<string, int> Numbered(ImmutableArray<PreparationTask> tasks)
    {
        var numbers = new Dictionary<string, int>(StringComparer.Ordinal);
        for (int i = 0; i < tasks.Length; i++)
        {
            if (!numbers.TryAdd(tasks[i].Id, i))
            {
                throw new QuantityException(QuantityFault.BadLabel, $"Two tasks are named {tasks[i].Id}. Give one of them another name.");
            }
        }

        return numbers;
    }

    private static int NumberOf(string id, PreparationTask follower, Dictionary<string, int> numbers) =>
        numbers.TryGetValue(id, out int number)
            ? number
            : throw new QuantityException(
                QuantityFault.BadLabel,
                $"{follower.Id} follows {id}, and there is no such task. Add it, or take it out of what comes before."
            );

    private int[] InOrder()
    {
        int[] open = [.. Before.Select(b => b.Length)];
        var ready = new Queue<int>(Enumerable.Range(0, Count).Where(i => open[i] == 0));
        List<int> order = new(Count);
        while (ready.TryDequeue(out int task))
        {
            order.Add(task);
            foreach (int follower in Followers[task])
            {
                if (--open[follower] == 0)
                {
                    ready.Enqueue(follower);
                }
            }
        }

        return order.Count == Count
            ? [.. order]
            : throw new QuantityException(
                QuantityFault.Circle,
                $"These tasks wait for each other in a circle: {string.Join(", ", Enumerable.Range(0, Count).Where(i => open[i] > 0).Select(i => _tasks[i].Id))}. Let one of them start without the others."
            );
    }

    private double[] Longest(int[] order, int[][] earlier)
    {
        double[] longest = new double[Count];
        foreach (int task in order)
        {
            double before = 0;
            foreach (int one in earlier[task])
            {
                before = Math.Max(before, longest[one]);
            }

            longest[task] = before + Minutes[task];
        }

        return longest;
    }
}
