using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>What the signals of a picture are in. (Section 15.)</summary>
public sealed record PictureProfile
{
    /// <summary>Makes a profile.</summary>
    /// <param name="curve">The curve.</param>
    /// <param name="clipLevel">Signal at which its highlights end; many log curves end under 1.</param>
    /// <param name="is2020">Whether its primaries are those of BT.2020, else BT.709.</param>
    /// <exception cref="QuantityException">A clip level that no signal has.</exception>
    public PictureProfile(ToneCurve curve, double clipLevel = 1, bool is2020 = false)
    {
        Curve = curve;
        ClipLevel = Guard.InRange(clipLevel, 0.2, 1.2, "clip level");
        Is2020 = is2020;
    }

    /// <summary>The curve.</summary>
    public ToneCurve Curve { get; }

    /// <summary>Signal at which its highlights end.</summary>
    public double ClipLevel { get; }

    /// <summary>Whether its primaries are those of BT.2020.</summary>
    public bool Is2020 { get; }

    /// <summary>Linear value at which its highlights end.</summary>
    public double ClipLinear => Curve.Decode(ClipLevel);

    // A code of 8 bits either way of an end counts as the end; signals may come in single precision, and a limit that is met is met.
    private const double EndBy = 2.0 / 255;
    private const double SingleEdge = 1e-6;

    /// <summary>Whether a channel of a pixel stands at the end of the highlights.</summary>
    public bool IsClipped(double red, double green, double blue) => Math.Max(red, Math.Max(green, blue)) >= ClipLevel - EndBy - SingleEdge;

    /// <summary>Whether every channel of a pixel stands at black.</summary>
    public static bool IsCrushed(double red, double green, double blue) => Math.Max(red, Math.Max(green, blue)) <= EndBy + SingleEdge;

    /// <summary>Light of a pixel, in the primaries of BT.709.</summary>
    public LinearRgb Light(double red, double green, double blue)
    {
        var light = new LinearRgb(Curve.Decode(red), Curve.Decode(green), Curve.Decode(blue));
        return Is2020 ? light.From2020To709() : light;
    }
}
