using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>The positions of an iris on the scale 2·log2 N, where a stop is 1 and larger is smaller.
/// A range that the lens reaches narrows what is asked; the click nearest to that is taken.</summary>
internal readonly struct IrisPositions
{
    private readonly double _asksLeast;
    private readonly double _asksMost;
    private readonly double _step;

    internal IrisPositions(IrisTravel travel, (double Least, double Most)? within)
    {
        _step = travel.Step.Value;
        Widest = ToScale(travel.Widest);
        Smallest = ToScale(travel.Smallest);
        (_asksLeast, _asksMost) = (Widest, Smallest);
        if (within is { } range && Math.Max(Widest, range.Least) <= Math.Min(Smallest, range.Most) + Guard.Edge)
        {
            (_asksLeast, _asksMost) = (Math.Max(Widest, range.Least), Math.Min(Smallest, range.Most));
        }
    }

    internal double Widest { get; }

    internal double Smallest { get; }

    internal static double ToScale(FNumber iris) => 2 * Math.Log2(iris.Value);

    internal static double FromScale(double scale) => Math.Pow(2, scale / 2);

    /// <summary>The nearest position; half a step goes to the smaller iris.</summary>
    internal double Nearest(double asked)
    {
        double inside = Math.Clamp(asked, _asksLeast, _asksMost);
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
