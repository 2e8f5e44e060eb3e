using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>What a grey card says of the light, for a camera whose balance is known. (Section 12.)</summary>
/// <param name="Light">Temperature of the light.</param>
/// <param name="Cast">Cast of the camera under it, positive warm.</param>
/// <param name="Duv">Tint, positive green.</param>
public readonly record struct GreyCast(Kelvin Light, MiredShift Cast, double Duv)
{
    /// <summary>Reads the cast of a grey card.</summary>
    /// <param name="grey">Linear means of the card, primaries of BT.709.</param>
    /// <param name="set">What the camera is set to.</param>
    /// <exception cref="QuantityException">There is no light in it.</exception>
    public static GreyCast Of(LinearRgb grey, Kelvin set)
    {
        Guard.Positive(grey.Luminance, "light of the card");
        NearestPlanckian light = PlanckianLocus.Nearest(ToXyz(grey).Adapted(Xyz.D65, PlanckianLocus.White(set)).ToUv());
        return new GreyCast(light.Temperature, WhiteBalance.Cast(light.Temperature, set), light.Duv);
    }

    /// <summary>How a card looks on a display, against one without a cast: a description, never a number to dial.</summary>
    /// <param name="grey">Linear means of the card.</param>
    /// <returns>The look itself, and how far it is from R = G = B in mired and Δuv.</returns>
    public static (NearestPlanckian Look, MiredShift Shift, double ShiftDuv) OnDisplay(LinearRgb grey)
    {
        Guard.Positive(grey.Luminance, "light of the card");
        NearestPlanckian look = PlanckianLocus.Nearest(ToXyz(grey).ToUv());
        NearestPlanckian neutral = PlanckianLocus.Nearest(ToXyz(new LinearRgb(1, 1, 1)).ToUv());
        return (look, WhiteBalance.Shift(neutral.Temperature, look.Temperature), look.Duv - neutral.Duv);
    }

    /// <summary>A grey card as a camera shows it that is set to one temperature, under light of another: Bradford, its luminance as given.</summary>
    /// <param name="light">The light.</param>
    /// <param name="set">What the camera is set to.</param>
    /// <param name="luminance">Luminance of the card as it is shown.</param>
    public static LinearRgb Shown(Kelvin light, Kelvin set, double luminance)
    {
        LinearRgb shown = ToRgb(PlanckianLocus.White(light).Adapted(PlanckianLocus.White(set), Xyz.D65));
        double scale = luminance / shown.Luminance;
        return new LinearRgb(shown.Red * scale, shown.Green * scale, shown.Blue * scale);
    }

    // BT.709 primaries under their own white, from its chromaticities.
    private static readonly double[] Forward = Matrix();

    private static Xyz ToXyz(LinearRgb c) =>
        new(
            (Forward[0] * c.Red) + (Forward[1] * c.Green) + (Forward[2] * c.Blue),
            (Forward[3] * c.Red) + (Forward[4] * c.Green) + (Forward[5] * c.Blue),
            (Forward[6] * c.Red) + (Forward[7] * c.Green) + (Forward[8] * c.Blue)
        );

    private static LinearRgb ToRgb(Xyz c)
    {
        (double r, double g, double b) = Solve(Forward, c.X, c.Y, c.Z);
        return new LinearRgb(r, g, b);
    }

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
