using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>A position of an iris while irises are aligned.</summary>
/// <param name="Error">Exposure error there, stops.</param>
/// <param name="Cost">What it costs, points.</param>
public readonly record struct IrisStand(double Error, double Cost);

/// <summary>A camera while irises are aligned.</summary>
/// <param name="Chosen">The position the plan chose.</param>
/// <param name="Positions">The positions of its iris in their order.</param>
public sealed record IrisChoice(int Chosen, ImmutableArray<IrisStand> Positions);

/// <summary>Irises moved by at most one position each, so that what is left between cameras is least: the last third. (Section 13b.)</summary>
/// <param name="Positions">Where each iris ends.</param>
/// <param name="Spread">Largest less smallest error, stops.</param>
/// <param name="AddedCost">What it adds to the sum of costs, points; negative where it saves.</param>
public sealed record IrisAlignment(ImmutableArray<int> Positions, double Spread, double AddedCost)
{
    /// <summary>Most points that the sum of costs may rise by.</summary>
    public const double MostAdded = 0.3;

    private const int Reach = 1;

    /// <summary>How many irises moved.</summary>
    public int Moved { get; private init; }

    /// <summary>Finds the alignment: least spread to a hundredth of a stop, then least cost to a thousandth, then fewest moves, then list order.</summary>
    /// <param name="cameras">One or more cameras; one whose iris has to stay has one position.</param>
    /// <exception cref="QuantityException">No cameras, a camera without positions, or a position that is not there.</exception>
    /// <remarks>What is chosen has a smallest and a largest error; within those two each camera's cheapest position is its own affair. So every pair
    /// of errors is tried as the two ends, and nothing else has to be.</remarks>
    public static IrisAlignment Of(ImmutableArray<IrisChoice> cameras)
    {
        if (cameras.IsDefaultOrEmpty || cameras.Any(c => c.Positions.IsDefaultOrEmpty || c.Chosen < 0 || c.Chosen >= c.Positions.Length))
        {
            throw new QuantityException(QuantityFault.NoChoice, "Each camera needs positions of its iris, and one that the plan chose.");
        }

        ImmutableArray<ImmutableArray<int>> allowed = [.. cameras.Select(Allowed)];
        double[] errors = [.. cameras.SelectMany((c, i) => allowed[i].Select(p => c.Positions[p].Error)).Distinct().Order()];
        IrisAlignment best = Told(cameras, [.. cameras.Select(c => c.Chosen)]);
        for (int low = 0; low < errors.Length; low++)
        {
            for (int high = low; high < errors.Length; high++)
            {
                // Wider than what is had already can only be worse.
                if (Hundredths(errors[high] - errors[low]) > Hundredths(best.Spread))
                {
                    break;
                }

                if (
                    Within(cameras, allowed, errors[low], errors[high]) is { } found
                    && found.AddedCost <= MostAdded + Guard.Edge
                    && IsBetter(found, best)
                )
                {
                    best = found;
                }
            }
        }

        return best;
    }

    // At most one position away, and to no more than a sixth of error, or what the plan had.
    private static ImmutableArray<int> Allowed(IrisChoice camera)
    {
        double most = Math.Max(PlanTerms.Met, Math.Abs(camera.Positions[camera.Chosen].Error)) + Guard.Edge;
        return
        [
            .. Enumerable
                .Range(0, camera.Positions.Length)
                .Where(p => Math.Abs(p - camera.Chosen) <= Reach && Math.Abs(camera.Positions[p].Error) <= most),
        ];
    }

    private static IrisAlignment? Within(
        ImmutableArray<IrisChoice> cameras,
        ImmutableArray<ImmutableArray<int>> allowed,
        double low,
        double high
    )
    {
        int[] positions = new int[cameras.Length];
        for (int i = 0; i < cameras.Length; i++)
        {
            IrisChoice camera = cameras[i];
            positions[i] = allowed[i]
                .Where(p => camera.Positions[p].Error >= low && camera.Positions[p].Error <= high)
                .OrderBy(p => PlanCost.Thousandths(camera.Positions[p].Cost))
                .ThenBy(p => p == camera.Chosen ? 0 : 1)
                .FirstOrDefault(-1);
            if (positions[i] < 0)
            {
                return null;
            }
        }

        return Told(cameras, [.. positions]);
    }

    private static IrisAlignment Told(ImmutableArray<IrisChoice> cameras, ImmutableArray<int> positions)
    {
        double[] errors = [.. cameras.Select((c, i) => c.Positions[positions[i]].Error)];
        double added = cameras.Select((c, i) => c.Positions[positions[i]].Cost - c.Positions[c.Chosen].Cost).Sum();
        return new IrisAlignment(positions, errors.Max() - errors.Min(), added)
        {
            Moved = cameras.Where((c, i) => positions[i] != c.Chosen).Count(),
        };
    }

    private static bool IsBetter(IrisAlignment left, IrisAlignment right)
    {
        int order = Hundredths(left.Spread).CompareTo(Hundredths(right.Spread));
        order = order != 0 ? order : PlanCost.Thousandths(left.AddedCost).CompareTo(PlanCost.Thousandths(right.AddedCost));
        order = order != 0 ? order : left.Moved.CompareTo(right.Moved);
        for (int i = 0; order == 0 && i < left.Positions.Length; i++)
        {
            order = left.Positions[i].CompareTo(right.Positions[i]);
        }

        return order < 0;
    }

    private static long Hundredths(double stops) => (long)Math.Floor((stops * 100) + 0.5 + Guard.Edge);
}
