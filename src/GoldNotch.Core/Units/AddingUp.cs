using System.Collections.Immutable;

namespace GoldNotch.Core.Units;

/// <summary>Numbers that stand together are rounded so that they add up as shown.</summary>
public static class AddingUp
{
    /// <summary>The values in tenths whose sum is the sum of the values in tenths: where plain rounding leaves a rest, the values that lie
    /// nearest to the next tenth take it (largest remainders).</summary>
    /// <param name="values">The values, each finite.</param>
    /// <exception cref="QuantityException">A value is not finite.</exception>
    public static ImmutableArray<double> InTenths(params ImmutableArray<double> values)
    {
        double[] rounded = [.. values.Select(v => Tenths(Guard.Finite(v, "number")))];
        int rest = (int)Math.Round(Tenths(values.Sum()) - rounded.Sum());
        int sign = Math.Sign(rest);
        foreach (
            int at in Enumerable
                .Range(0, rounded.Length)
                .OrderByDescending(i => sign * ((values[i] * 10) - rounded[i]))
                .Take(Math.Abs(rest))
        )
        {
            rounded[at] += sign;
        }

        return [.. rounded.Select(r => r / 10)];
    }

    private static double Tenths(double value) => Math.Round(value * 10, MidpointRounding.AwayFromZero);
}
