using GoldNotch.Core.Colour;

namespace GoldNotch.Core.Frames;

/// <summary>Light of three channels, scene-linear, 1.0 for 100 % diffuse reflectance. (Section 15.)</summary>
/// <param name="Red">Red.</param>
/// <param name="Green">Green.</param>
/// <param name="Blue">Blue.</param>
public readonly record struct LinearRgb(double Red, double Green, double Blue)
{
    /// <summary>Share of red in luminance, BT.709.</summary>
    public const double RedShare = 0.2126;

    /// <summary>Share of green in luminance, BT.709.</summary>
    public const double GreenShare = 0.7152;

    /// <summary>Share of blue in luminance, BT.709.</summary>
    public const double BlueShare = 0.0722;

    /// <summary>Luminance, 0.2126R + 0.7152G + 0.0722B.</summary>
    public double Luminance => Weighted(Red, Green, Blue);

    /// <summary>The same colour in the primaries of BT.709, where it is given in those of BT.2020.</summary>
    public LinearRgb From2020To709() =>
        new(
            (1.660491 * Red) - (0.587641 * Green) - (0.072850 * Blue),
            (-0.124550 * Red) + (1.132900 * Green) - (0.008349 * Blue),
            (-0.018151 * Red) - (0.100579 * Green) + (1.118730 * Blue)
        );

    /// <summary>Three channels by their shares in luminance.</summary>
    public static double Weighted(double red, double green, double blue) => (RedShare * red) + (GreenShare * green) + (BlueShare * blue);

    /// <summary>Tristimulus values, under D65.</summary>
    public Xyz ToXyz() =>
        new(
            (Forward[0] * Red) + (Forward[1] * Green) + (Forward[2] * Blue),
            (Forward[3] * Red) + (Forward[4] * Green) + (Forward[5] * Blue),
            (Forward[6] * Red) + (Forward[7] * Green) + (Forward[8] * Blue)
        );

    /// <summary>The light of tristimulus values under D65.</summary>
    public static LinearRgb Of(Xyz colour)
    {
        (double r, double g, double b) = Solve(Forward, colour.X, colour.Y, colour.Z);
        return new LinearRgb(r, g, b);
    }

    // BT.709 primaries under their own white, from its chromaticities.
    private static readonly double[] Forward = Matrix();

    private static double[] Matrix()
    {
        (double X, double Y)[] primaries = [(0.64, 0.33), (0.30, 0.60), (0.15, 0.06)];
        double[] unit = [.. primaries.Select(p => p.X / p.Y), 1, 1, 1, .. primaries.Select(p => (1 - p.X - p.Y) / p.Y)];
        (double r, double g, double b) = Solve(unit, Xyz.D65.X, Xyz.D65.Y, Xyz.D65.Z);
        double[] scale = [r, g, b];
        return [.. unit.Select((value, i) => value * scale[i % 3])];
    }

    // Cramer's rule: three equations, never near to singular here.
    private static (double, double, double) Solve(double[] m, double x, double y, double z)
    {
        double of = Determinant(m[0], m[1], m[2], m[3], m[4], m[5], m[6], m[7], m[8]);
        return (
            Determinant(x, m[1], m[2], y, m[4], m[5], z, m[7], m[8]) / of,
            Determinant(m[0], x, m[2], m[3], y, m[5], m[6], z, m[8]) / of,
            Determinant(m[0], m[1], x, m[3], m[4], y, m[6], m[7], z) / of
        );
    }

    private static double Determinant(double a, double b, double c, double d, double e, double f, double g, double h, double i) =>
        (a * ((e * i) - (f * h))) - (b * ((d * i) - (f * g))) + (c * ((d * h) - (e * g)));
}
