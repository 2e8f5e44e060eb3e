using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>The positions of a variable filter.</summary>
public static class VariableFilterPositions
{
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
            .Select(s => new FilterPosition("var " + Notation.Number(s.Value, 3), s));
        return [new FilterPosition("clear", Stops.Zero), .. stops];
    }
}
