using System.Globalization;

namespace GoldNotch.Core.Units;

/// <summary>The checks that constructors share, so that nothing after them has to check again.</summary>
internal static class Guard
{
    /// <summary>Within this of a limit, a floor or a ceiling, a value counts as on it (bench rule, everywhere).</summary>
    internal const double Edge = 1e-9;

    internal static double Finite(double value, string what) =>
        double.IsFinite(value) ? value : throw new QuantityException(QuantityFault.NotFinite, $"The {what} is not a number.");

    internal static double Positive(double value, string what) =>
        Finite(value, what) > 0
            ? value
            : throw new QuantityException(
                QuantityFault.NotPositive,
                string.Create(CultureInfo.InvariantCulture, $"The {what} must be more than zero, not {value}.")
            );

    internal static double InRange(double value, double least, double most, string what) =>
        Finite(value, what) >= least - Edge && value <= most + Edge
            ? value
            : throw new QuantityException(
                QuantityFault.OutOfRange,
                string.Create(CultureInfo.InvariantCulture, $"The {what} must lie between {least} and {most}, not {value}.")
            );

    internal static QuantityException Unreadable(string text, string what, string example) =>
        new(QuantityFault.BadLabel, $"“{Notation.Excerpt(text)}” cannot be read as {what}. Write it like {example}.");
}
