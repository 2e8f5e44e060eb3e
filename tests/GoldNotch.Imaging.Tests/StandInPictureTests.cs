using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging.Rendering;
using GoldNotch.Measure;

namespace GoldNotch.Imaging.Tests;

/// <summary>What was put into a stand-in's picture is what is measured in it, and cameras that are matched by their pictures match.</summary>
public class StandInPictureTests
{
    private static readonly PictureProfile Hd = new(ToneCurve.Named("BT.709"));

    [Theory]
    [InlineData(5600, 5600, 0, 0, 0)]
    [InlineData(3200, 5600, 0.6, 0.003, 0.3)]
    [InlineData(5600, 3200, -0.8, -0.002, -0.3)]
    public void A_rendered_card_measures_as_it_was_put_in(double light, double balanced, double stops, double duv, double side)
    {
        RegionStatistics grey = Grey(new StandInLamp(new Kelvin(light), duv, side), Camera(stops, balanced));
        GreyCast cast = GreyCast.Of(grey.Mean, new Kelvin(balanced));
        cast.Cast.Value.ShouldBe((1e6 / light) - (1e6 / balanced), 1);
        cast.Duv.ShouldBe(duv, 0.0004);

        // The card is left of the middle, where a lamp on the left is brighter.
        double middle = StandInChart.Grey.X + (StandInChart.Grey.Width / 2);
        Stops.Between(grey.Mean.Green, 0.18).Value.ShouldBe(stops + (side * (0.5 - middle)), 0.01);
        (grey.Evenness!.Value.Value > 0.03).ShouldBe(side != 0);
    }

    [Fact]
    public void Gain_takes_light_away_and_noise_comes()
    {
        var light = new StandInLamp(new Kelvin(5600));
        double clean = Grey(light, Camera(0, 5600)).SignalToNoise!.Value;
        double noisy = Grey(light, Camera(0, 5600) with { GainDb = 12 }).SignalToNoise!.Value;
        (clean - noisy).ShouldBe(6, 1);
    }

    [Fact]
    public void The_same_seed_gives_the_same_picture_and_another_does_not()
    {
        ushort[] Picture(int seed) =>
            SceneRenderer.Render(StandInSubject.Chart, new StandInLamp(new Kelvin(4300)), Camera(0, 4300), Hd, 64, 36, seed);
        Picture(5).ShouldBe(Picture(5));
        Picture(5).ShouldNotBe(Picture(6));
    }

    [Theory]
    [InlineData(TrialStart.Near, BalanceEngine.Adapting, false, 0.95)]
    [InlineData(TrialStart.Any, BalanceEngine.Adapting, false, 0.95)]
    [InlineData(TrialStart.Near, BalanceEngine.ThreeGains, false, 0.85)]
    public void Cameras_are_matched_by_their_pictures_within_the_rounds_that_are_promised(
        object start,
        BalanceEngine engine,
        bool isContinuous,
        double least
    )
    {
        TrialResult result = MatchTrial.Run(20, 1, (TrialStart)start, engine, isContinuous);
        result.Cameras.ShouldBeGreaterThan(20);
        result.Share.ShouldBeGreaterThanOrEqualTo(least, $"{result}");
        result.Silent.ShouldBe(0);
    }

    [Fact]
    public void Where_controls_have_hardly_any_steps_hardly_anything_is_left()
    {
        TrialResult result = MatchTrial.Run(20, 1, TrialStart.Near, BalanceEngine.Adapting, isContinuous: true);
        result.MeanStops.ShouldBeLessThan(0.05);
        result.MeanMired.ShouldBeLessThan(3);
    }

    [Fact]
    public void Filters_and_gain_limits_of_units_by_chance_are_measured_from_their_pictures()
    {
        FigureTrialResult result = FigureTrial.Run(8, 300);
        result.Filters.ShouldBe(24);
        result.Holds.ShouldBeTrue($"{result}");
        result.WorstStops.ShouldBeGreaterThan(0, "a picture has noise: a figure that is exact was not measured");
    }

    private static StandInCamera Camera(double stops, double balanced) => new() { ExposureStops = stops, Balanced = new Kelvin(balanced) };

    private static RegionStatistics Grey(StandInLamp light, StandInCamera camera)
    {
        ushort[] samples = SceneRenderer.Render(StandInSubject.Chart, light, camera, Hd, 320, 180, 3);
        return RegionStatistics.Of(DecodedPicture.OfSamples(samples, 320, 180), StandInChart.Grey, Hd);
    }
}
