using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>The positions of an iris on the scale 2·log2 N, where a stop is 1 and larger is smaller.
/// The whole travel of the ring serves the exposure: a range that is asked for is a preference and gives way to it.</summary>
internal readonly struct IrisPositions
{
    private readonly double _step;

    internal IrisPositions(IrisTravel travel)
    {
        _step = Guard.InRange(travel.Step.Value, 0, 10, "step of the iris");
        Widest = ToScale(travel.Widest);
        Smallest = ToScale(travel.Smallest);
        Guard.InRange(Smallest, Widest, double.MaxValue, "smallest iris on the scale of stops");
    }

    internal double Widest { get; }

    internal double Smallest { get; }

    internal static double ToScale(FNumber iris) => 2 * Math.Log2(iris.Value);

    internal static double FromScale(double scale) => Math.Pow(2, scale / 2);

    /// <summary>The position and its two neighbours, the wider first; a ring without clicks has none but its own.</summary>
    /// <param name="at">A position.</param>
    internal ImmutableArray<double> Around(double at)
    {
        if (_step <= 0)
        {
            return [at];
        }

        double click = at / _step;
        double wider = Math.Max(Widest, (Math.Ceiling(click - Guard.Edge) - 1) * _step);
        double smaller = Math.Min(Smallest, (Math.Floor(click + Guard.Edge) + 1) * _step);
        return
        [
            .. wider < at - Guard.Edge ? [wider] : Array.Empty<double>(),
            at,
            .. smaller > at + Guard.Edge ? [smaller] : Array.Empty<double>(),
        ];
    }

    /// <summary>The nearest position; half a step goes to the smaller iris.</summary>
    internal double Nearest(double asked)
    {
        double inside = Math.Clamp(asked, Widest, Smallest);
        if (_step <= 0 || inside <= Widest || inside >= Smallest)
        {
            return inside;
        }

        double click = Math.Floor((inside / _step) + Guard.Edge);
        double below = Math.Max(Widest, click * _step);
        double above = Math.Min(Smallest, (click + 1) * _step);
        return inside - below < above - inside - Guard.Edge ? below : above;
    }
}
