using System.Collections.Immutable;

namespace GoldNotch.Core.Cameras;

/// <summary>Finds settings that force each other in a circle.</summary>
public static class DependencyCircle
{
    /// <summary>The settings of a circle in their order, the first again at the end; null where there is none.</summary>
    public static ImmutableArray<Setting>? In(ImmutableArray<Dependency> dependencies)
    {
        ILookup<Setting, Setting> follows = dependencies.ToLookup(d => d.When, d => d.Then);
        HashSet<Setting> clear = [];
        foreach (Setting start in dependencies.Select(d => d.When).Distinct())
        {
            if (From(start, []) is { } circle)
            {
                return circle;
            }
        }

        return null;

        ImmutableArray<Setting>? From(Setting at, ImmutableArray<Setting> path)
        {
            int before = path.IndexOf(at);
            if (before >= 0)
            {
                return path[before..].Add(at);
            }

            if (!clear.Contains(at))
            {
                foreach (Setting next in follows[at].Distinct())
                {
                    if (From(next, path.Add(at)) is { } circle)
                    {
                        return circle;
                    }
                }

                clear.Add(at);
            }

            return null;
        }
    }
}
