using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>Exposure that wanders over a clip. (Section 18.)</summary>
/// <param name="Stops">From the darkest to the brightest second.</param>
public sealed record ExposureWander(Stops Stops)
{
    private const double LeastLight = 0.0001;
    private const double SeenStops = 1.0 / 6;

    /// <summary>Whether something is automatic, the scene changed, or a slow beat is in it.</summary>
    public bool IsSeen => Stops.Value > SeenStops + Guard.Edge;

    /// <summary>Measures it.</summary>
    /// <param name="means">Linear mean luminance of each frame, one or more.</param>
    /// <param name="rate">Frames a second.</param>
    /// <exception cref="QuantityException">There is no frame.</exception>
    public static ExposureWander Of(ReadOnlySpan<double> means, FrameRate rate)
    {
        if (means.Length == 0)
        {
            throw new QuantityException(QuantityFault.NoChoice, "There is no frame.");
        }

        int over = Math.Clamp((int)Math.Round(rate.FramesPerSecond), 1, means.Length);
        (double sum, double least, double most) = (0, double.PositiveInfinity, double.NegativeInfinity);
        for (int i = 0; i < means.Length; i++)
        {
            sum += Math.Log2(Math.Max(means[i], LeastLight));
            if (i >= over)
            {
                sum -= Math.Log2(Math.Max(means[i - over], LeastLight));
            }

            if (i >= over - 1)
            {
                (least, most) = (Math.Min(least, sum / over), Math.Max(most, sum / over));
            }
        }

        return new ExposureWander(new Stops(most - least));
    }
}
