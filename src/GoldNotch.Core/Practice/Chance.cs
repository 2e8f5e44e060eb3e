namespace GoldNotch.Core.Practice;

/// <summary>Chance from a seed: the same seed draws the same.</summary>
internal static class Chance
{
    /// <summary>Draws one of some by their weights.</summary>
    internal static T Weighted<T>(this Random chance, IReadOnlyList<T> from, Func<T, double> weight)
    {
        double at = chance.NextDouble() * from.Sum(weight);
        foreach (T one in from)
        {
            at -= weight(one);
            if (at < 0)
            {
                return one;
            }
        }

        return from[^1];
    }

    /// <summary>Draws one of some.</summary>
    internal static T One<T>(this Random chance, IReadOnlyList<T> from) => from[chance.Next(from.Count)];
}
