using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>How often something happened of how often it was looked at, with the interval that the numbers allow.</summary>
/// <param name="Times">How often it happened, 0 to <paramref name="Of"/>.</param>
/// <param name="Of">How often it was looked at, 0 and up.</param>
public readonly record struct Frequency(int Times, int Of)
{
    // 95 % of a normal distribution lie within so many standard deviations.
    private const double Z = 1.959963984540054;

    /// <summary>Share of the times looked at, 0 to 1; 0 where nobody looked.</summary>
    public double Share => Of == 0 ? 0 : (double)Times / Of;

    /// <summary>The 95 % interval of the share, 0 to 1 (Wilson's score interval, 1927): three in three is not "always".</summary>
    public (double Low, double High) Interval
    {
        get
        {
            if (Of == 0)
            {
                return (0, 1);
            }

            double z2 = Z * Z / Of;
            double centre = (Share + (z2 / 2)) / (1 + z2);
            double half = Z / (1 + z2) * Math.Sqrt((Share * (1 - Share) / Of) + (z2 / (4 * Of)));
            return (Math.Max(0, centre - half), Math.Min(1, centre + half));
        }
    }

    /// <summary><c>7 of 40, 9 to 32 %</c>: never a bare percentage.</summary>
    public string Label() =>
        $"{Notation.Number(Times)} of {Notation.Number(Of)}, {Notation.Number(100 * Interval.Low)} to {Notation.Number(100 * Interval.High)}{Notation.ThinSpace}%";
}
