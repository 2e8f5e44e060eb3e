using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Pictures drawn for the test, measured: what worked values of single patches cannot show.</summary>
public class FrameTests
{
    private const int Width = 240;
    private const int Height = 135;
    private static readonly ToneCurve Srgb = ToneCurve.Named("sRGB");

    [Fact]
    public void Cards_are_found_on_pixels_grey_ones_first_and_drawn_in_from_their_edges()
    {
        // A coloured ground, a grey card of 6 × 5 squares and a larger one under a wrong balance.
        float[][] planes = Ground(0.2f, 0.5f, 0.3f);
        Fill(planes, 20, 20, 80, 70, 0.46f, 0.46f, 0.46f);
        Fill(planes, 120, 20, 220, 90, 0.62f, 0.46f, 0.30f);
        FrameRegion[] found = [.. CardFinder.Find(new Picture<float>(Width, planes[0], planes[1], planes[2]))];
        found.Length.ShouldBe(2);
        Inside(found[0], 20, 20, 80, 70).ShouldBeTrue($"{found[0]}");
        Inside(found[1], 120, 20, 220, 90).ShouldBeTrue($"{found[1]}");
        RegionStatistics grey = Measure(planes, found[0]);
        (grey.ClippedShare, grey.CrushedShare, grey.SignalToNoise).ShouldBe((0, 0, null));
        CardReading.Faults(grey).ShouldBeEmpty();
        grey.FromGrey!.Value.Value.ShouldBe(Math.Log2(Srgb.Decode(0.46f) / 0.18), 1e-6);
    }

    [Fact]
    public void A_card_that_fades_is_uneven_and_says_by_how_much()
    {
        // Linear light from 0.14 to 0.28 from left to right: a stop.
        float[][] planes = Ground(0, 0, 0);
        for (int i = 0; i < planes[0].Length; i++)
        {
            double light = 0.14 * (1 + ((i % Width) + 0.5) / Width);
            planes[0][i] = planes[1][i] = planes[2][i] = (float)Srgb.Encode(light);
        }

        RegionStatistics fading = Measure(planes, FrameRegion.Whole);
        fading.Evenness!.Value.Value.ShouldBe(1, 1e-3);
        CardReading.Faults(fading).ShouldBe([CardFault.Uneven]);
        CardReading.IsUsed(fading).ShouldBeFalse();
        Measure(planes, new FrameRegion(RegionShape.Rectangle, 0.4, 0.2, 0.2, 0.5)).Evenness!.Value.Value.ShouldBeLessThan(1.0 / 3);
    }

    [Fact]
    public void A_noisy_card_is_used_as_long_as_its_mean_is_known_to_one_per_cent()
    {
        var random = new Random(7);
        float[][] planes = Ground(0, 0, 0);
        for (int i = 0; i < planes[0].Length; i++)
        {
            double light = Math.Max(0, 0.18 + (0.03 * Normal(random)));
            planes[0][i] = planes[1][i] = planes[2][i] = (float)Srgb.Encode(light);
        }

        RegionStatistics noisy = Measure(planes, FrameRegion.Whole);
        CardReading.Faults(noisy).ShouldBe([CardFault.Noisy]);
        noisy.Noise.ShouldBe(0.03, 0.002);
        CardReading.IsUsed(noisy).ShouldBeTrue();
        RegionStatistics small = Measure(planes, new FrameRegion(RegionShape.Rectangle, 0.1, 12.0 / Height, 20.0 / Width, 20.0 / Height));
        small.Pixels.ShouldBe(400);
        small.RelativeUncertainty.ShouldBe(0.03 / 0.18 / 20, 0.002);
        CardReading.IsUsed(small with { Noise = 0.18 * 0.3 }).ShouldBeFalse("a mean known to 1.5 % is not used");
    }

    [Fact]
    public void Single_precision_measures_what_double_does()
    {
        var random = new Random(3);
        double[][] exact =
        [
            .. Enumerable.Range(0, 3).Select(_ => Enumerable.Range(0, 900).Select(_ => 0.2 + (0.1 * random.NextDouble())).ToArray()),
        ];
        float[][] single = [.. exact.Select(plane => plane.Select(v => (float)v).ToArray())];
        RegionStatistics a = RegionStatistics.Of(new Picture<double>(30, exact[0], exact[1], exact[2]), FrameRegion.Whole, Srgb);
        RegionStatistics b = RegionStatistics.Of(new Picture<float>(30, single[0], single[1], single[2]), FrameRegion.Whole, Srgb);
        b.FromGrey!.Value.Value.ShouldBe(a.FromGrey!.Value.Value, 1e-6);
        b.Noise.ShouldBe(a.Noise, 1e-7);
        b.Evenness!.Value.Value.ShouldBe(a.Evenness!.Value.Value, 1e-6);
    }

    [Theory]
    [InlineData(0, 0, 0, 0.5)]
    [InlineData(0.6, 0, 0.5, 0.5)]
    [InlineData(-0.1, 0, 0.5, 0.5)]
    [InlineData(0, double.NaN, 0.5, 0.5)]
    public void A_region_that_is_nothing_or_reaches_out_of_the_picture_is_refused(double x, double y, double width, double height) =>
        Should.Throw<QuantityException>(() => new FrameRegion(RegionShape.Rectangle, x, y, width, height));

    [Fact]
    public void Planes_that_do_not_fit_together_are_refused() =>
        Should.Throw<QuantityException>(() => new Picture<float>(10, new float[100], new float[100], new float[90]).Height.ShouldBe(0));

    [Fact]
    public void What_legal_range_leaves_under_black_stays_under_black()
    {
        (double red, double green, double blue) = new YCbCr(ColourMatrix.Bt709, isLegal: true, 10).ToRgb(40, 512, 512);
        (red < 0 && green < 0 && blue < 0).ShouldBeTrue();
        ToneCurve.Named("HLG").Decode(red).ShouldBeLessThan(0);
        ToneCurve.Named("HLG").Decode(-0.2).ShouldBe(-ToneCurve.Named("HLG").Decode(0.2), 1e-12);
    }

    private static RegionStatistics Measure(float[][] planes, FrameRegion region) =>
        RegionStatistics.Of(new Picture<float>(Width, planes[0], planes[1], planes[2]), region, Srgb);

    private static float[][] Ground(params float[] signals) => [.. signals.Select(s => Enumerable.Repeat(s, Width * Height).ToArray())];

    private static void Fill(float[][] planes, int left, int top, int right, int bottom, params float[] signals)
    {
        for (int y = top; y < bottom; y++)
        {
            for (int x = left; x < right; x++)
            {
                for (int channel = 0; channel < 3; channel++)
                {
                    planes[channel][(y * Width) + x] = signals[channel];
                }
            }
        }
    }

    private static bool Inside(FrameRegion region, int left, int top, int right, int bottom) =>
        region.X * Width >= left
        && region.Y * Height >= top
        && (region.X + region.Width) * Width <= right
        && (region.Y + region.Height) * Height <= bottom;

    private static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
}
