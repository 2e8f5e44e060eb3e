namespace GoldNotch.Core.Colour;

/// <summary>Tristimulus values, CIE 1931 2°.</summary>
/// <param name="X">X.</param>
/// <param name="Y">Y, luminance.</param>
/// <param name="Z">Z.</param>
public readonly record struct Xyz(double X, double Y, double Z)
{
    // White of BT.709, D65 as chromaticity (0.3127, 0.3290).
    private const double D65X = 0.3127;
    private const double D65Y = 0.3290;

    /// <summary>The white of BT.709, luminance 1.</summary>
    public static Xyz D65 { get; } = new(D65X / D65Y, 1, (1 - D65X - D65Y) / D65Y);

    /// <summary>The colour at a place of the CIE 1960 diagram, luminance 1.</summary>
    public static Xyz Of(Uv place)
    {
        double of = (2 * place.U) - (8 * place.V) + 4;
        (double x, double y) = (3 * place.U / of, 2 * place.V / of);
        return new Xyz(x / y, 1, (1 - x - y) / y);
    }

    /// <summary>Place in the CIE 1960 diagram.</summary>
    public Uv ToUv() => Uv.OfXy(X / (X + Y + Z), Y / (X + Y + Z));

    /// <summary>This colour as it would be under another white, by Bradford.</summary>
    /// <param name="from">The white it is under.</param>
    /// <param name="to">The white to adapt to.</param>
    public Xyz Adapted(Xyz from, Xyz to)
    {
        (double l, double m, double s) = Cone(this);
        (double lf, double mf, double sf) = Cone(from);
        (double lt, double mt, double st) = Cone(to);
        (l, m, s) = (l * lt / lf, m * mt / mf, s * st / sf);
        return new Xyz(
            (0.9869929 * l) - (0.1470543 * m) + (0.1599627 * s),
            (0.4323053 * l) + (0.5183603 * m) + (0.0492912 * s),
            (-0.0085287 * l) + (0.0400428 * m) + (0.9684867 * s)
        );
    }

    private static (double L, double M, double S) Cone(Xyz c) =>
        (
            (0.8951 * c.X) + (0.2664 * c.Y) - (0.1614 * c.Z),
            (-0.7502 * c.X) + (1.7135 * c.Y) + (0.0367 * c.Z),
            (0.0389 * c.X) - (0.0685 * c.Y) + (1.0296 * c.Z)
        );
}
