using GoldNotch.Core.Units;

namespace GoldNotch.Core.Optics;

/// <summary>What is sharp around a distance.</summary>
/// <param name="Hyperfocal">Focused here, everything from half of it to infinity is sharp.</param>
/// <param name="Near">Where it begins.</param>
/// <param name="Far">Where it ends; null: at infinity.</param>
/// <remarks>H = f²/(N·c) + f; near = s(H − f)/(H + s − 2f); far = s(H − f)/(H − s). N, never T. Distances are from the lens.</remarks>
public sealed record DepthOfField(Metres Hyperfocal, Metres Near, Metres? Far)
{
    /// <summary>From near to far; null: to infinity.</summary>
    public Metres? Depth => Far is { } far ? new Metres(far.Value - Near.Value) : null;

    /// <summary>Works out the depth.</summary>
    /// <param name="focal">Focal length.</param>
    /// <param name="iris">The iris as N; a T-number has to be turned into N first.</param>
    /// <param name="distance">Focused distance, from the lens.</param>
    /// <param name="circle">Circle of confusion.</param>
    /// <exception cref="QuantityException">The distance is inside the lens.</exception>
    public static DepthOfField Of(Millimetres focal, FNumber iris, Metres distance, Millimetres circle)
    {
        double f = focal.Value;
        double s = FieldOfView.Beyond(focal, distance);
        double h = (f * f / (iris.Value * circle.Value)) + f;
        double near = s * (h - f) / (h + s - (2 * f));
        return new DepthOfField(
            new Metres(h / 1000),
            new Metres(near / 1000),
            s >= h - Guard.Edge ? null : new Metres(s * (h - f) / (h - s) / 1000)
        );
    }

    /// <summary>The N that gives a wanted depth: with x = s − f and h = x·(s + √(s² + d²))/d, N = f²/(c·h); for an infinite depth h = x.</summary>
    /// <param name="focal">Focal length.</param>
    /// <param name="distance">Focused distance, from the lens.</param>
    /// <param name="circle">Circle of confusion.</param>
    /// <param name="wanted">Wanted depth from near to far; null: to infinity, which any larger N meets too.</param>
    /// <exception cref="QuantityException">The distance is inside the lens.</exception>
    public static FNumber IrisFor(Millimetres focal, Metres distance, Millimetres circle, Metres? wanted)
    {
        double s = FieldOfView.Beyond(focal, distance);
        double x = s - focal.Value;
        double h = wanted is { } depth ? x * (s + Math.Sqrt((s * s) + (depth.Value * depth.Value * 1e6))) / (depth.Value * 1000) : x;
        return new FNumber(focal.Value * focal.Value / (circle.Value * h));
    }

    /// <summary>Whether a place in the scene is sharp, ends included.</summary>
    public bool Holds(Metres place) =>
        place.Value >= Near.Value - Guard.Edge && (Far is not { } far || place.Value <= far.Value + Guard.Edge);
}
