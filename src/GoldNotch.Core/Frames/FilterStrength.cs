using System.Collections.Immutable;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>Two pictures of one steady card: without the filter, and with it.</summary>
/// <param name="Clear">Luminance of the card without it.</param>
/// <param name="Filtered">Luminance with it.</param>
/// <param name="Opened">What was opened between the two.</param>
/// <param name="ClippedShare">Share of the clear picture that is clipped.</param>
/// <param name="CrushedShare">Share of the filtered one that is black.</param>
public readonly record struct FilterPair(double Clear, double Filtered, Stops Opened, double ClippedShare, double CrushedShare);

/// <summary>What a filter takes, as it was measured on a unit. (Section 17.)</summary>
/// <param name="Loss">Stops; the mean of the pairs.</param>
/// <param name="Uncertainty">Stops, of the mean; null under three pairs.</param>
/// <param name="Pairs">Pairs that counted.</param>
/// <param name="AtLeast">No pair counted: it takes this or more.</param>
public sealed record FilterStrength(Stops Loss, Stops? Uncertainty, int Pairs, bool AtLeast)
{
    // Pairs that differ by more were not of one steady light.
    private const double MostSpreadStops = 0.1;
    private const int EnoughForUncertainty = 3;

    /// <summary>Measures it.</summary>
    /// <param name="pairs">One pair or more.</param>
    /// <exception cref="QuantityException">No pair, a picture without light, or pairs that do not agree.</exception>
    public static FilterStrength Of(IReadOnlyList<FilterPair> pairs)
    {
        if (pairs.Count == 0)
        {
            throw new QuantityException(QuantityFault.NoChoice, "Take a picture without the filter and one with it.");
        }

        double[] good = Good(pairs);
        if (good.Length == 0)
        {
            return new FilterStrength(new Stops(pairs.Max(Loss1)), null, 0, true);
        }

        if (Spread(pairs) is { } spread && !IsSteady(spread))
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"The pairs differ by {Notation.Number(spread.Value, 2)} stop: the light was not steady. Take them again."
            );
        }

        double mean = good.Average();
        double? uncertain =
            good.Length < EnoughForUncertainty ? null : Math.Sqrt(good.Sum(g => (g - mean) * (g - mean)) / (good.Length - 1) / good.Length);
        return new FilterStrength(new Stops(mean), uncertain is { } u ? new Stops(u) : null, good.Length, false);
    }

    /// <summary>How far the pairs that count are apart; null where none counts.</summary>
    /// <param name="pairs">The pairs.</param>
    public static Stops? Spread(IReadOnlyList<FilterPair> pairs) =>
        Good(pairs) is { Length: > 0 } good ? new Stops(good.Max() - good.Min()) : null;

    /// <summary>Whether pairs so far apart are of one steady light.</summary>
    /// <param name="spread">How far they are apart.</param>
    public static bool IsSteady(Stops spread) => spread.Value <= MostSpreadStops + Guard.Edge;

    /// <summary>Its colour: how much warmer and greener the light is behind it.</summary>
    /// <param name="clear">The light without it, with its distance from the locus.</param>
    /// <param name="filtered">The light with it.</param>
    public static (MiredShift Shift, double Duv) Colour((Kelvin Light, double Duv) clear, (Kelvin Light, double Duv) filtered) =>
        (WhiteBalance.Shift(clear.Light, filtered.Light), filtered.Duv - clear.Duv);

    private static double[] Good(IReadOnlyList<FilterPair> pairs) => [.. pairs.Where(IsGood).Select(Loss1)];

    private static bool IsGood(FilterPair pair) =>
        pair.ClippedShare <= ToneCurve.ClippedShare && pair.CrushedShare <= ToneCurve.ClippedShare;

    private static double Loss1(FilterPair pair) => Stops.Between(pair.Clear, pair.Filtered).Value + pair.Opened.Value;
}
