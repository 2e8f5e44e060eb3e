using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>Where a skin lies beside the skin line.</summary>
public enum SkinSide
{
    /// <summary>Below it.</summary>
    Redder,

    /// <summary>Within half a degree of it.</summary>
    On,

    /// <summary>Above it.</summary>
    Yellower,
}

/// <summary>Hue and saturation of a patch, put through BT.709's curve whatever the camera's own, so that unlike curves compare. (Section 15.)</summary>
/// <param name="HueDegrees">0 to 360; null where there is hardly any colour.</param>
/// <param name="Saturation">Length of the colour difference.</param>
public readonly record struct SkinTone(double? HueDegrees, double Saturation)
{
    /// <summary>The skin line, degrees.</summary>
    public const double LineDegrees = 123;

    private const double OnLineBy = 0.5;
    private const double LeastSaturation = 0.02;
    private static readonly ToneCurve Curve = ToneCurve.Named("BT.709");

    /// <summary>Its side of the skin line; null where it has no hue.</summary>
    public SkinSide? Side =>
        HueDegrees is not { } hue ? null
        : Math.Abs(hue - LineDegrees) <= OnLineBy ? SkinSide.On
        : hue < LineDegrees ? SkinSide.Redder
        : SkinSide.Yellower;

    /// <summary>The tone of linear means.</summary>
    public static SkinTone Of(LinearRgb mean)
    {
        double red = Curve.Encode(Math.Max(0, mean.Red));
        double blue = Curve.Encode(Math.Max(0, mean.Blue));
        double luma = LinearRgb.Weighted(red, Curve.Encode(Math.Max(0, mean.Green)), blue);
        double cb = (blue - luma) / (2 * (1 - LinearRgb.BlueShare));
        double cr = (red - luma) / (2 * (1 - LinearRgb.RedShare));
        double saturation = Math.Sqrt((cb * cb) + (cr * cr));
        double hue = double.RadiansToDegrees(Math.Atan2(cr, cb));
        return new SkinTone(saturation < LeastSaturation ? null : (hue + 360) % 360, saturation);
    }

    /// <summary>How far one hue is from another, −180 to 180 degrees.</summary>
    public static double Difference(double hue, double reference)
    {
        double off = (Guard.Finite(hue, "hue") - Guard.Finite(reference, "hue")) % 360;
        return off switch
        {
            > 180 => off - 360,
            < -180 => off + 360,
            _ => off,
        };
    }
}
