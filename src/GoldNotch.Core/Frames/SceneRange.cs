using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>What is to be done about clipping in a subject.</summary>
public enum SubjectClipping
{
    /// <summary>Nothing.</summary>
    Fine,

    /// <summary>Close a third or more and read again.</summary>
    CloseThird,

    /// <summary>Close a stop or more and read again.</summary>
    CloseStop,
}

/// <summary>The range of a scene as a picture shows it. (Section 15.)</summary>
public static class SceneRange
{
    /// <summary>Share of the background that may be clipped where the standard says nothing else.</summary>
    public const double UsualBackground = 0.05;

    private const double SubjectMost = 0.001;
    private const double SubjectMuch = 0.02;
    private const double Brightest = 0.999;

    /// <summary>Stops from the fill side to the key side.</summary>
    /// <param name="key">Luminance of the key side.</param>
    /// <param name="fill">Luminance of the fill side.</param>
    /// <exception cref="QuantityException">One is not above zero.</exception>
    public static Stops KeyToFill(double key, double fill) => Stops.Between(key, fill);

    /// <summary>Stops that a region has left until its brightest thousandth clips.</summary>
    /// <param name="largest">Each pixel's largest linear channel.</param>
    /// <param name="clip">Linear value at which highlights end.</param>
    /// <exception cref="QuantityException">Nothing to measure, or no light.</exception>
    public static Stops Room(ReadOnlySpan<double> largest, double clip)
    {
        if (largest.IsEmpty)
        {
            throw new QuantityException(QuantityFault.NoChoice, "There is no pixel to measure.");
        }

        double[] sorted = largest.ToArray();
        Array.Sort(sorted);
        int rank = (int)Math.Ceiling((Brightest * sorted.Length) - Guard.Edge);
        return Stops.Between(clip, sorted[Math.Max(1, rank) - 1]);
    }

    /// <summary>What clipping in a subject asks for.</summary>
    /// <param name="share">Share of its pixels that are clipped.</param>
    public static SubjectClipping Subject(double share) =>
        share > SubjectMuch ? SubjectClipping.CloseStop
        : share > SubjectMost ? SubjectClipping.CloseThird
        : SubjectClipping.Fine;

    /// <summary>Whether as much of the background may be clipped.</summary>
    /// <param name="share">Share of the pixels outside every subject that are clipped.</param>
    /// <param name="most">What the standard lets go.</param>
    public static bool IsBackgroundAcceptable(double share, double most = UsualBackground) => share <= most;
}
