using GoldNotch.Core.Units;

namespace GoldNotch.Core.Optics;

/// <summary>A lens as exposure needs it: its focal range and what it opens to at both ends.</summary>
/// <param name="Shortest">Shortest focal length.</param>
/// <param name="Longest">Longest focal length; the same for a prime.</param>
/// <param name="WidestAtShort">Widest iris at the short end.</param>
/// <param name="WidestAtLong">Widest iris at the long end.</param>
/// <param name="Smallest">Smallest iris.</param>
/// <remarks>A zoom whose iris ramps is interpolated in stops against the logarithm of focal length (bench rule).</remarks>
public sealed record Lens(Millimetres Shortest, Millimetres Longest, FNumber WidestAtShort, FNumber WidestAtLong, FNumber Smallest)
{
    // A mark this near to an end is engraved with the same figure, so it is that end: 0.1 stop.
    private const double SameFigure = 0.1;

    /// <summary>The iris the ring takes when an iris is asked of it: inside its ends, and at an end where the figures are the same.</summary>
    public FNumber Reach(FNumber asked) =>
        asked.OpennessFrom(WidestAtShort).Value > -SameFigure ? WidestAtShort
        : asked.OpennessFrom(Smallest).Value < SameFigure ? Smallest
        : asked;

    /// <summary>The smallest N the lens opens to at a focal length.</summary>
    /// <exception cref="QuantityException">The focal length is outside the zoom.</exception>
    public FNumber WidestAt(Millimetres focal)
    {
        Guard.InRange(focal.Value, Shortest.Value, Longest.Value, "focal length");
        double span = Math.Log(Longest.Value / Shortest.Value);
        double share = span == 0 ? 0 : Math.Log(focal.Value / Shortest.Value) / span;
        return WidestAtShort.OpenedBy(new Stops(share * WidestAtLong.OpennessFrom(WidestAtShort).Value));
    }

    /// <summary>The longest focal length at which an iris is still reached; null when it is reached nowhere.</summary>
    public Millimetres? HoldsUntil(FNumber iris)
    {
        double needed = iris.OpennessFrom(WidestAtShort).Value;
        double lost = WidestAtLong.OpennessFrom(WidestAtShort).Value;
        if (needed > Guard.Edge)
        {
            return null;
        }

        double share = lost >= 0 ? 1 : Math.Min(1, needed / lost);
        return new Millimetres(Shortest.Value * Math.Pow(Longest.Value / Shortest.Value, share));
    }
}
