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

        double[] all = [.. pairs.Select(Loss1)];
        double[] good = [.. all.Where((_, i) => IsGood(pairs[i]))];
        if (good.Length == 0)
        {
            return new FilterStrength(new Stops(all.Max()), null, 0, true);
        }

        if (good.Max() - good.Min() > MostSpreadStops + Guard.Edge)
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"The pairs differ by {Notation.Number(good.Max() - good.Min(), 2)} stop: the light was not steady. Take them again."
            );
        }

        double mean = good.Average();
        double? uncertain =
            good.Length < EnoughForUncertainty ? null : Math.Sqrt(good.Sum(g => (g - mean) * (g - mean)) / (good.Length - 1) / good.Length);
        return new FilterStrength(new Stops(mean), uncertain is { } u ? new Stops(u) : null, good.Length, false);
    }

    /// <summary>Its colour: how much warmer and greener the light is behind it.</summary>
    /// <param name="clear">The light without it, with its distance from the locus.</param>
    /// <param name="filtered">The light with it.</param>
    public static (MiredShift Shift, double Duv) Colour((Kelvin Light, double Duv) clear, (Kelvin Light, double Duv) filtered) =>
        (WhiteBalance.Shift(clear.Light, filtered.Light), filtered.Duv - clear.Duv);

    private static bool IsGood(FilterPair pair) =>
        pair.ClippedShare <= ToneCurve.ClippedShare && pair.CrushedShare <= ToneCurve.ClippedShare;

    private static double Loss1(FilterPair pair) => Stops.Between(pair.Clear, pair.Filtered).Value + pair.Opened.Value;
}
