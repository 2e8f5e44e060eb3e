using System.Collections.Immutable;
using GoldNotch.Core.Exposure;

namespace GoldNotch.Core.LineUps;

/// <summary>Shares the kit's front filters among cameras so that no filter is used more often than there are.</summary>
/// <remarks>Plans are compared term by term over all cameras, worst camera first. That order is kept when the same camera is added to two
/// sharings, so the best sharing for every stock that is left can be carried from camera to camera: exact, without trying every one.</remarks>
internal static class FilterShare
{
    /// <summary>Chooses one option for each camera.</summary>
    /// <param name="options">For each camera its best candidate with each way of filtering in front.</param>
    /// <param name="stock">How many of each filter there are.</param>
    /// <returns>The best sharing, or null where none fits.</returns>
    internal static ImmutableArray<Found>? Best(IReadOnlyList<Found[]> options, ImmutableArray<int> stock)
    {
        var sharings = new Dictionary<Stock, ImmutableArray<Found>> { [new Stock(stock)] = [] };
        foreach (Found[] camera in options)
        {
            var grown = new Dictionary<Stock, ImmutableArray<Found>>();
            foreach ((Stock left, ImmutableArray<Found> chosen) in sharings)
            {
                foreach (Found option in camera)
                {
                    if (left.Without(option.Front) is not { } rest)
                    {
                        continue;
                    }

                    ImmutableArray<Found> next = chosen.Add(option);
                    if (!grown.TryGetValue(rest, out ImmutableArray<Found> known) || Compare(next, known) < 0)
                    {
                        grown[rest] = next;
                    }
                }
            }

            sharings = grown;
        }

        ImmutableArray<Found>? best = null;
        foreach (ImmutableArray<Found> sharing in sharings.Values)
        {
            if (best is not { } b || Compare(sharing, b) < 0)
            {
                best = sharing;
            }
        }

        return best;
    }

    /// <summary>Term by term over all cameras, worst camera first.</summary>
    internal static int Compare(ImmutableArray<Found> left, ImmutableArray<Found> right)
    {
        Span<int> a = stackalloc int[left.Length];
        Span<int> b = stackalloc int[right.Length];
        for (int term = 0; term < PlanScore.Length; term++)
        {
            int order = CompareTerm(left, right, term, a, b);
            if (order != 0)
            {
                return order;
            }
        }

        return 0;
    }

    /// <summary>One term over all cameras, worst camera first.</summary>
    internal static int CompareTerm(ImmutableArray<Found> left, ImmutableArray<Found> right, int term, Span<int> a, Span<int> b)
    {
        for (int i = 0; i < a.Length; i++)
        {
            (a[i], b[i]) = (-left[i].Score[term], -right[i].Score[term]);
        }

        a.Sort();
        b.Sort();
        for (int i = 0; i < a.Length; i++)
        {
            if (a[i] != b[i])
            {
                return b[i].CompareTo(a[i]);
            }
        }

        return 0;
    }

    /// <summary>How many of each filter are left.</summary>
    private readonly record struct Stock(ImmutableArray<int> Left)
    {
        public bool Equals(Stock other) => Left.AsSpan().SequenceEqual(other.Left.AsSpan());

        public override int GetHashCode()
        {
            HashCode hash = default;
            foreach (int count in Left)
            {
                hash.Add(count);
            }

            return hash.ToHashCode();
        }

        internal Stock? Without(FrontChoice front)
        {
            int[] left = [.. Left];
            foreach (int filter in front.Kit)
            {
                if (--left[filter] < 0)
                {
                    return null;
                }
            }

            return new Stock([.. left]);
        }
    }
}
