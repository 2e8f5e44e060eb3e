using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Duties that repeat while a shoot lasts: black reference, timecode. (Section 14.)</summary>
public static class Duties
{
    // A duty every few seconds is a slip in a unit.
    private const int Most = 10_000;

    /// <summary>The moments of a duty: start + n·every, strictly before the end.</summary>
    /// <param name="start">When the first interval begins, minutes.</param>
    /// <param name="end">When nothing more is due, minutes.</param>
    /// <param name="every">Interval, minutes, more than zero.</param>
    /// <exception cref="QuantityException">Not positive, or more than ten thousand of them.</exception>
    public static ImmutableArray<double> Times(double start, double end, double every)
    {
        Guard.Positive(every, "interval");
        double length = Guard.Finite(end, "end") - Guard.Finite(start, "start");
        Guard.InRange(length / every, double.MinValue, Most, "number of repetitions");
        var times = ImmutableArray.CreateBuilder<double>();
        for (int n = 1; n * every < length - Guard.Edge; n++)
        {
            times.Add(start + (n * every));
        }

        return times.ToImmutable();
    }
}
