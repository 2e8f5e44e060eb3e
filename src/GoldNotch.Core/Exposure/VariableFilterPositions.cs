using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>The positions of a variable filter.</summary>
public static class VariableFilterPositions
{
    /// <summary>The stops a position takes, as its ring is read: factors of neighbouring thirds would round to the same label.</summary>
    private static string Label(Stops loss)
    {
        bool thirds = Math.Abs((loss.Value * 3) - Math.Round(loss.Value * 3)) < 1e-6;
        return thirds ? loss.LabelWithUnit().TrimStart('+') : loss.InHundredths();
    }

    /// <summary>Clear, then from the least to the most in steps, both ends included.</summary>
    /// <param name="least">Least stops when it is in.</param>
    /// <param name="most">Most stops.</param>
    /// <param name="step">Its step.</param>
    /// <exception cref="QuantityException">The step is not positive.</exception>
    public static ImmutableArray<FilterPosition> Of(Stops least, Stops most, Stops step)
    {
        double by = Guard.Positive(step.Value, "step of the variable filter");
        int count = (int)Math.Floor(((most.Value - least.Value) / by) + Guard.Edge);
        IEnumerable<FilterPosition> stops = Enumerable
            .Range(0, count + 1)
            .Select(i => new Stops(least.Value + (i * by)))
            .Select(s => new FilterPosition(Label(s), s));
        return [new FilterPosition("clear", Stops.Zero), .. stops];
    }
}
