using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Which cameras are planned together, and which after: one that is to be as deep as another waits for it.</summary>
internal static class FollowOrder
{
    /// <summary>Levels of places in the line-up; the first holds the cameras that follow nobody.</summary>
    /// <exception cref="QuantityException">Two cameras of one letter, a camera that is not there, or a circle.</exception>
    internal static ImmutableArray<ImmutableArray<int>> Of(ImmutableArray<PlanCamera> cameras)
    {
        var level = new Dictionary<string, int>(StringComparer.Ordinal);
        foreach (PlanCamera camera in cameras)
        {
            if (!level.TryAdd(camera.Name, camera.Requirement is IrisRequirement.SameDepthAs ? -1 : 0))
            {
                throw new QuantityException(
                    QuantityFault.BadLabel,
                    $"Two cameras are called {camera.Name}. Give each a letter of its own."
                );
            }
        }

        for (int waiting = level.Values.Count(l => l < 0); waiting > 0; )
        {
            int before = waiting;
            foreach (PlanCamera camera in cameras)
            {
                if (level[camera.Name] < 0 && camera.Requirement is IrisRequirement.SameDepthAs { Camera: var other })
                {
                    if (!level.TryGetValue(other, out int leader))
                    {
                        throw new QuantityException(
                            QuantityFault.NoChoice,
                            $"Camera {camera.Name} is to be as deep as {other}, which is not in the line-up."
                        );
                    }

                    if (leader >= 0)
                    {
                        level[camera.Name] = leader + 1;
                        waiting--;
                    }
                }
            }

            if (waiting == before)
            {
                string circle = string.Join(", ", level.Where(l => l.Value < 0).Select(l => l.Key));
                throw new QuantityException(
                    QuantityFault.Circle,
                    $"Cameras {circle} are each to be as deep as the next, in a circle. Give one of them a depth or an iris of its own."
                );
            }
        }

        return
        [
            .. Enumerable
                .Range(0, level.Values.Max() + 1)
                .Select(l => Enumerable.Range(0, cameras.Length).Where(i => level[cameras[i].Name] == l).ToImmutableArray()),
        ];
    }
}
