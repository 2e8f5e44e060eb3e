using CsCheck;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>The balance as physics: a stop is a stop wherever it is taken.</summary>
public class ExposureTests
{
    private static readonly Gen<(double Lux, double Time, double Iso, double N)> Scene = Gen.Select(
        Gen.Double[1, 100_000],
        Gen.Double[1.0 / 8000, 1.0 / 24],
        Gen.Double[50, 25_600],
        Gen.Double[1, 32]
    );

    private static readonly Gen<double> SomeStops = Gen.Double[0.05, 8];

    [Fact]
    public void A_stop_of_filter_equals_a_stop_of_iris_of_time_of_speed_and_of_light() =>
        Gen.Select(Scene, SomeStops)
            .Sample(
                (s, d) =>
                {
                    var stops = new Stops(d);
                    double still = Balance(s.Lux, s.Time, s.Iso, s.N, 0);
                    Balance(s.Lux, s.Time, s.Iso, s.N, d).ShouldBe(still - d, 1e-9);
                    Balance(s.Lux, s.Time, s.Iso, new FNumber(s.N).OpenedBy(-stops).Value, 0).ShouldBe(still - d, 1e-9);
                    Balance(s.Lux, s.Time / stops.Factor, s.Iso, s.N, 0).ShouldBe(still - d, 1e-9);
                    Balance(s.Lux, s.Time, s.Iso / stops.Factor, s.N, 0).ShouldBe(still - d, 1e-9);
                    Balance(s.Lux / stops.Factor, s.Time, s.Iso, s.N, 0).ShouldBe(still - d, 1e-9);
                }
            );

    [Fact]
    public void Iris_is_brighter_and_closing_is_darker() =>
        Gen.Select(Gen.Double[1, 32], SomeStops)
            .Sample(
                (n, d) =>
                {
                    var from = new FNumber(n);
                    from.OpenedBy(new Stops(d)).Value.ShouldBeLessThan(n);
                    from.OpenedBy(new Stops(d)).OpennessFrom(from).Value.ShouldBe(d, 1e-9);
                }
            );

    [Fact]
    public void The_lux_worked_out_for_an_iris_puts_the_error_at_zero() =>
        Gen.Select(Scene, SomeStops)
            .Sample(
                (s, nd) =>
                {
                    Lux lux = ExposureBalance.LuxFor(
                        new FNumber(s.N),
                        new ExposureTime(s.Time),
                        new Iso(s.Iso),
                        new Stops(nd),
                        Stops.Zero,
                        Stops.Zero
                    );
                    Balance(lux.Value, s.Time, s.Iso, s.N, nd).ShouldBe(0, 1e-9);
                }
            );

    [Fact]
    public void A_transmission_number_has_no_further_loss()
    {
        var light = MeteredLight.FromLux(new Lux(500));
        var time = ExposureTime.OneOver(50);
        var withFlag = ExposureBalance.Of(light, time, new Iso(500), new FNumber(4.5, isTransmission: true), Stops.Zero, new Stops(0.34));
        withFlag.Lens.ShouldBe(Stops.Zero);
    }

    [Fact]
    public void Dropping_a_third_is_seen_in_the_label()
    {
        // f/5.6⅓ opened two stops is f/2.8⅓; dialling f/2.8 would be a third over.
        FNumber right = FNumber.Parse("5.6⅓").OpenedBy(new Stops(2));
        right.Label().ShouldBe("f/2.8⅓");
        FNumber.Parse("2.8").OpennessFrom(right).Label().ShouldBe("+⅓");
    }

    [Fact]
    public void A_ramping_zoom_holds_an_iris_exactly_as_far_as_it_says() =>
        Gen.Double[2.6, 4.19]
            .Sample(n =>
            {
                Lens lens = Ottermere.Alder.Lens;
                Millimetres until = lens.HoldsUntil(new FNumber(n))!.Value;
                lens.WidestAt(until).Value.ShouldBe(n, 1e-6);
            });

    [Fact]
    public void A_lens_never_holds_what_it_does_not_open_to()
    {
        Ottermere.Alder.Lens.HoldsUntil(new FNumber(2.0)).ShouldBeNull();
        Should.Throw<QuantityException>(() => Ottermere.Alder.Lens.WidestAt(new Millimetres(200))).Fault.ShouldBe(QuantityFault.OutOfRange);
    }

    [Fact]
    public void Rounding_kelvin_never_leaves_the_range_nor_more_than_the_neighbour_would() =>
        Gen.Double[1500, 20_000]
            .Sample(k =>
            {
                var grid = new KelvinGrid(new Kelvin(2400), new Kelvin(12000), 100);
                Kelvin got = WhiteBalance.Round(new Kelvin(k), grid);
                got.Value.ShouldBeInRange(2400, 12000);
                ((got.Value - 2400) % 100).ShouldBe(0, 1e-9);
                double rest = Math.Abs(WhiteBalance.Cast(new Kelvin(k), got).Value);
                foreach (double other in new[] { got.Value - 100, got.Value + 100 }.Where(o => o is >= 2400 and <= 12000))
                {
                    rest.ShouldBeLessThanOrEqualTo(Math.Abs(WhiteBalance.Cast(new Kelvin(k), new Kelvin(other)).Value) + 1e-9);
                }
            });

    [Fact]
    public void Correcting_a_cast_takes_it_away() =>
        Gen.Select(Gen.Double[2000, 12_000], Gen.Double[2000, 12_000])
            .Sample(
                (light, set) =>
                {
                    MiredShift cast = WhiteBalance.Cast(new Kelvin(light), new Kelvin(set));
                    WhiteBalance.Correct(new Kelvin(set), cast).Value.ShouldBe(light, 1e-6);
                }
            );

    private static double Balance(double lux, double time, double iso, double n, double nd) =>
        ExposureBalance
            .Of(MeteredLight.FromLux(new Lux(lux)), new ExposureTime(time), new Iso(iso), new FNumber(n), new Stops(nd))
            .Error.Value;
}
