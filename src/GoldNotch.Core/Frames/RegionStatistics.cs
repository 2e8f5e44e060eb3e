using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>What a region of a picture measures. (Section 15.)</summary>
/// <param name="Pixels">Pixels that counted.</param>
/// <param name="LevelPercent">Mean luma of the signals as recorded, per cent.</param>
/// <param name="Mean">Linear means of the channels.</param>
/// <param name="ClippedShare">Share of pixels with a channel at the end of the highlights.</param>
/// <param name="CrushedShare">Share of pixels with every channel at black.</param>
/// <param name="Noise">Standard deviation of linear luminance around the plane that fits it best.</param>
/// <param name="Evenness">How much brighter one corner of that plane is than another, stops; null where a corner is not above black.</param>
public sealed record RegionStatistics(
    int Pixels,
    double LevelPercent,
    LinearRgb Mean,
    double ClippedShare,
    double CrushedShare,
    double Noise,
    Stops? Evenness
)
{
    /// <summary>Mean signal of the channel that has the highest, as recorded.</summary>
    public double HighestSignal { get; init; }

    /// <summary>Stops from mid grey; null where there is no light at all.</summary>
    public Stops? FromGrey => Mean.Luminance > 0 ? Stops.Between(Mean.Luminance, ToneCurve.MidGrey) : null;

    /// <summary>Signal to noise, dB; null where there is no noise, or no light.</summary>
    public double? SignalToNoise => Noise > 0 && Mean.Luminance > 0 ? 20 * Math.Log10(Mean.Luminance / Noise) : null;

    /// <summary>How surely the mean is known for the noise in it, as a share: σ/(Y·√n).</summary>
    public double RelativeUncertainty => Mean.Luminance > 0 ? Noise / (Mean.Luminance * Math.Sqrt(Pixels)) : 0;

    /// <summary>Measures a region of a picture in the primaries of BT.709.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="region">The region.</param>
    /// <param name="curve">The curve that the signals are in.</param>
    /// <param name="clipLevel">Signal at which its highlights end, 1 unless the profile names another.</param>
    /// <exception cref="QuantityException">The region has too few pixels.</exception>
    public static RegionStatistics Of<TPixels>(TPixels picture, FrameRegion region, ToneCurve curve, double clipLevel = 1)
        where TPixels : IPixels, allows ref struct => Of(picture, region, new PictureProfile(curve, clipLevel));

    /// <summary>Measures a region.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="region">The region.</param>
    /// <param name="profile">What the signals are in.</param>
    /// <exception cref="QuantityException">The region has too few pixels.</exception>
    public static RegionStatistics Of<TPixels>(TPixels picture, FrameRegion region, PictureProfile profile)
        where TPixels : IPixels, allows ref struct
    {
        int count = region.Pixels(picture.Width, picture.Height);
        LightReader light = new(profile, count);
        (double red, double green, double blue) = (0, 0, 0);
        (double signalR, double signalG, double signalB) = (0, 0, 0);
        (int clipped, int crushed) = (0, 0);
        var plane = new PlaneFit();
        double[] signals = new double[4 * picture.Width];
        for (int row = 0; row < picture.Height; row++)
        {
            (int from, int to) = region.Columns(row, picture.Width, picture.Height);
            if (to == from)
            {
                continue;
            }

            Span<double> r = signals.AsSpan(0, to - from);
            Span<double> g = signals.AsSpan(picture.Width, to - from);
            Span<double> b = signals.AsSpan(2 * picture.Width, to - from);
            picture.Read(row, from, r, g, b);
            Span<double> luminances = signals.AsSpan(3 * picture.Width, to - from);
            for (int i = 0; i < r.Length; i++)
            {
                signalR += r[i];
                signalG += g[i];
                signalB += b[i];
                clipped += profile.IsClipped(r[i], g[i], b[i]) ? 1 : 0;
                crushed += PictureProfile.IsCrushed(r[i], g[i], b[i]) ? 1 : 0;
                LinearRgb linear = light.Of(r[i], g[i], b[i]);
                red += linear.Red;
                green += linear.Green;
                blue += linear.Blue;
                luminances[i] = linear.Luminance;
            }

            plane.AddRow((from + 0.5) / picture.Width, 1.0 / picture.Width, (row + 0.5) / picture.Height, luminances);
        }

        plane.Solve();
        return new RegionStatistics(
            count,
            100 * LinearRgb.Weighted(signalR, signalG, signalB) / count,
            new LinearRgb(red / count, green / count, blue / count),
            (double)clipped / count,
            (double)crushed / count,
            plane.Deviation,
            Spread(plane, region)
        )
        {
            HighestSignal = Math.Max(signalR, Math.Max(signalG, signalB)) / count,
        };
    }

    /// <summary>Noise from two frames of a still scene: what a fixed pattern and an even change of light add is left out.</summary>
    /// <param name="first">Linear luminances of the first frame.</param>
    /// <param name="second">Of the same pixels of the second.</param>
    /// <exception cref="QuantityException">Fewer than 400 pixels, or not the same number.</exception>
    public static double TemporalNoise(ReadOnlySpan<double> first, ReadOnlySpan<double> second)
    {
        if (first.Length != second.Length || first.Length < FrameRegion.LeastPixels)
        {
            throw new QuantityException(
                QuantityFault.TooSmall,
                $"Two frames need the same {FrameRegion.LeastPixels} pixels or more; these have {first.Length} and {second.Length}."
            );
        }

        double mean = 0;
        for (int i = 0; i < first.Length; i++)
        {
            mean += (first[i] - second[i]) / first.Length;
        }

        double squares = 0;
        for (int i = 0; i < first.Length; i++)
        {
            double off = first[i] - second[i] - mean;
            squares += off * off;
        }

        return Math.Sqrt(squares / (first.Length - 1) / 2);
    }

    private static Stops? Spread(PlaneFit plane, FrameRegion region)
    {
        double[] corners =
        [
            plane.At(region.X, region.Y),
            plane.At(region.X + region.Width, region.Y),
            plane.At(region.X, region.Y + region.Height),
            plane.At(region.X + region.Width, region.Y + region.Height),
        ];
        return corners.Min() > 0 ? Stops.Between(corners.Max(), corners.Min()) : null;
    }
}
