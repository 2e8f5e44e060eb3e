using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>A level that falls or rises within a take and stays so: overload protection, or a changed input. (Section 18.)</summary>
/// <param name="AtSecond">When.</param>
/// <param name="ChangeDb">By how much; negative fell.</param>
public sealed record LevelStep(int AtSecond, double ChangeDb)
{
    private const double LeastDb = 12;
    private const double LeastFloorDb = 6;

    /// <summary>Looks for it.</summary>
    /// <param name="levels">Level of each whole second, dBFS.</param>
    /// <param name="floors">10th percentile of the levels of its blocks, dBFS: a pause in speech moves no floor.</param>
    /// <returns>The one whose lesser change is the largest, the earliest of equals; null where there is none.</returns>
    /// <exception cref="QuantityException">Not as many floors as levels.</exception>
    public static LevelStep? Find(IReadOnlyList<double> levels, IReadOnlyList<double> floors)
    {
        if (levels.Count != floors.Count)
        {
            throw new QuantityException(QuantityFault.OutOfRange, "Every second has a level and a floor.");
        }

        (LevelStep Step, double Lesser)? best = null;
        for (int at = 2; at + 2 <= levels.Count; at++)
        {
            double change = Change(levels, at);
            double floor = Change(floors, at);
            double lesser = Math.Min(Math.Abs(change), Math.Abs(floor));
            if (
                Math.Abs(change) >= LeastDb - Guard.Edge
                && Math.Abs(floor) >= LeastFloorDb - Guard.Edge
                && Math.Sign(change) == Math.Sign(floor)
                && (best is null || lesser > best.Value.Lesser + Guard.Edge)
            )
            {
                best = (new LevelStep(at, change), lesser);
            }
        }

        return best?.Step;
    }

    // The mean of the two seconds after less that of the two before.
    private static double Change(IReadOnlyList<double> of, int at) =>
        ((Held(of[at]) + Held(of[at + 1])) / 2) - ((Held(of[at - 2]) + Held(of[at - 1])) / 2);

    private static double Held(double level) => Math.Max(level, SoundLevels.Nothing);
}
