using System.Collections.Immutable;
using CsCheck;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What must hold of every quantity, not only of the worked values.</summary>
public class UnitTests
{
    [Fact]
    public void Every_mark_of_the_iris_reads_back_from_both_styles() =>
        Gen.Int[-3, 36]
            .Sample(k =>
            {
                FNumber mark = FNumber.AtMark(k);
                FNumber.Parse(mark.Label(IrisStyle.Dial)).Mark.ShouldBe(k);
                FNumber.Parse(mark.Label(IrisStyle.Thirds)).Value.ShouldBe(mark.Value, 1e-9);
            });

    [Fact]
    public void A_label_of_stops_reads_back_to_the_nearest_third() =>
        Gen.Double[-20, 20]
            .Sample(x =>
            {
                double read = Stops.Parse(new Stops(x).Label()).Value;
                Math.Abs(read - x).ShouldBeLessThanOrEqualTo((1.0 / 6) + 1e-6);
                (read * 3).ShouldBe(Math.Round(read * 3), 1e-9);
            });

    [Fact]
    public void Decibels_and_kelvin_read_back_from_their_labels() =>
        Gen.Select(Gen.Int[-120, 480], Gen.Int[1000, 20000])
            .Sample(
                (tenths, kelvin) =>
                {
                    Decibels.Parse(new Decibels(tenths / 10.0).Label()).Value.ShouldBe(tenths / 10.0, 1e-9);
                    Kelvin.Parse(new Kelvin(kelvin).Label()).Value.ShouldBe(kelvin);
                }
            );

    [Fact]
    public void Every_shutter_speed_reads_back_from_its_label() =>
        Gen.Int[3, 8000].Sample(d => ExposureTime.Parse(ExposureTime.OneOver(d).Label()).Seconds.ShouldBe(1.0 / d, 1e-12));

    [Theory]
    [InlineData("23.976p")]
    [InlineData("29.97p")]
    [InlineData("59.94i")]
    [InlineData("25p")]
    [InlineData("50i")]
    [InlineData("23.976psf")]
    [InlineData("119.88p")]
    public void A_rate_reads_back_from_its_label(string label) => ScanRate.Parse(label).Label().ShouldBe(label);

    [Theory]
    [InlineData("full-auto", "off")]
    [InlineData("record-format", "1080 29.97p")]
    [InlineData("bit-rate", "highest")]
    [InlineData("bit-rate", "at least 40\u202fMb/s")]
    [InlineData("shutter", "180°")]
    [InlineData("shutter", "172.8° or faster")]
    [InlineData("gain", "−3\u202fdB")]
    [InlineData("gain", "lowest")]
    [InlineData("nd", "clear")]
    [InlineData("nd", "2.6\u202fstops")]
    [InlineData("iris-control", "manual")]
    [InlineData("iris", "f/5.6⅓, takes up the rest")]
    [InlineData("iris", "f/4")]
    [InlineData("white-balance", "preset nearest to 3200\u202fK")]
    [InlineData("white-balance", "card in memory A")]
    [InlineData("focus-mode", "automatic")]
    public void A_requirement_reads_back_from_its_text(string setting, string text) =>
        Requirement.Parse(SettingDefinition.Parse(setting), text).Text.ShouldBe(text);

    [Theory]
    [InlineData("180", QuantityFault.BadLabel)]
    [InlineData("400°", QuantityFault.OutOfRange)]
    [InlineData("-5°", QuantityFault.NotPositive)]
    public void An_angle_needs_its_degree_sign_and_a_frame_to_fit_in(string text, QuantityFault fault) =>
        Should.Throw<QuantityException>(() => ShutterAngle.Parse(text)).Fault.ShouldBe(fault);

    [Theory]
    [InlineData("1/0")]
    [InlineData("0/50")]
    [InlineData("-1/50")]
    public void A_shutter_of_nothing_is_refused(string text) =>
        Should.Throw<QuantityException>(() => ExposureTime.Parse(text)).Fault.ShouldBe(QuantityFault.NotPositive);

    [Fact]
    public void A_bare_number_is_no_shutter_and_no_filter_because_it_could_be_several()
    {
        Should.Throw<QuantityException>(() => ExposureTime.Parse("50")).Fault.ShouldBe(QuantityFault.BadLabel);
        Should.Throw<QuantityException>(() => NeutralDensity.ParseLoss("4")).Fault.ShouldBe(QuantityFault.BadLabel);
    }

    [Fact]
    public void Nothing_finite_comes_of_nan_or_infinity()
    {
        foreach (double bad in new[] { double.NaN, double.PositiveInfinity, double.NegativeInfinity })
        {
            Should.Throw<QuantityException>(() => new Stops(bad)).Fault.ShouldBe(QuantityFault.NotFinite);
            Should.Throw<QuantityException>(() => new Kelvin(bad)).Fault.ShouldBe(QuantityFault.NotFinite);
            Should.Throw<QuantityException>(() => new FNumber(bad)).Fault.ShouldBe(QuantityFault.NotFinite);
        }
    }

    [Fact]
    public void No_text_makes_a_parser_do_anything_but_read_or_refuse() =>
        Gen.String[Gen.Char["0123456789./°−-+ ⅓⅔fTKdBstopsNDauclre\t\0é"], 0, 90]
            .Sample(text =>
            {
                foreach (
                    Action parse in new Action[]
                    {
                        () => Stops.Parse(text),
                        () => FNumber.Parse(text),
                        () => ExposureTime.Parse(text),
                        () => ShutterAngle.Parse(text),
                        () => ScanRate.Parse(text),
                        () => Kelvin.Parse(text),
                        () => Decibels.Parse(text),
                        () => BitRate.Parse(text),
                        () => FrameSize.Parse(text),
                        () => NeutralDensity.ParseLoss(text),
                    }
                )
                {
                    try
                    {
                        parse();
                    }
                    catch (QuantityException refused)
                    {
                        refused.Message.Length.ShouldBeInRange(10, 300);
                    }
                }
            });

    [Theory]
    [InlineData("⅙ stop")]
    [InlineData("⅓ stop")]
    [InlineData("½ stop")]
    [InlineData("1 stop")]
    [InlineData("1⅔ stops")]
    [InlineData("0.4 stop")]
    public void A_tolerance_is_told_as_it_was_given(string tolerance) =>
        Distance.ParseTolerance(tolerance, NaturalUnit.Stops).ToleranceLabel().ShouldBe(tolerance.Replace(' ', '\u202f'));

    [Fact]
    public void A_tolerance_must_be_in_the_settings_own_unit()
    {
        Distance.ParseTolerance("⅓ stop", NaturalUnit.Stops).Amount.ShouldBe(1.0 / 3, 1e-12);
        Should.Throw<QuantityException>(() => Distance.ParseTolerance("3 dB", NaturalUnit.Stops));
        Should
            .Throw<QuantityException>(() => Distance.ParseTolerance("-1 dB", NaturalUnit.Decibels))
            .Fault.ShouldBe(QuantityFault.OutOfRange);
    }

    [Theory]
    [InlineData(new[] { 0.33, 0.33 }, new[] { 0.4, 0.3 })] // 0.66 is shown as 0.7
    [InlineData(new[] { -0.25, -0.25, 0.5 }, new[] { -0.2, -0.3, 0.5 })]
    [InlineData(new[] { 1.0, -2.0 }, new[] { 1.0, -2.0 })]
    [InlineData(new double[0], new double[0])]
    public void Numbers_that_stand_together_add_up_as_shown(double[] values, double[] shown) =>
        AddingUp.InTenths([.. values]).Select(v => Math.Round(v, 9)).ShouldBe(shown);

    [Fact]
    public void Whatever_the_numbers_no_label_moves_by_more_than_a_tenth_and_the_sum_is_the_sum() =>
        Gen.Double[-9, 9]
            .Array[0, 8]
            .Sample(values =>
            {
                ImmutableArray<double> shown = AddingUp.InTenths([.. values]);
                shown.Sum().ShouldBe(Math.Round(values.Sum() * 10, MidpointRounding.AwayFromZero) / 10, 1e-9);
                shown.Zip(values).ShouldAllBe(p => Math.Abs(p.First - p.Second) <= 0.1 + 1e-9);
            });
}
