using CsCheck;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What holds for media and timecode beyond the worked values.</summary>
public class MediaTests
{
    private static readonly FrameRate Ntsc = FrameRate.Parse("29.97");
    private static readonly FrameRate Double = FrameRate.Parse("59.94");

    [Fact]
    public void Every_frame_of_a_day_has_a_label_of_its_own_that_leads_back_to_it() =>
        Gen.Select(Gen.Int[0, 2_589_407], Gen.Bool, Gen.Bool)
            .Sample(
                (frame, drop, fast) =>
                {
                    FrameRate rate = fast ? Double : Ntsc;
                    string label = Timecode.Label(frame, rate, drop);
                    Timecode.Frame(label, rate, drop).ShouldBe(frame, label);
                }
            );

    [Fact]
    public void Drop_frame_stays_within_a_quarter_of_a_second_of_the_clock_all_day()
    {
        for (int minute = 0; minute < 24 * 60; minute++)
        {
            long frame = (long)Math.Round(minute * 60 * Ntsc.FramesPerSecond);
            string label = Timecode.Label(frame, Ntsc, dropFrame: true);
            string[] parts = label.Split(':', ';');
            double shown = (int.Parse(parts[0]) * 3600) + (int.Parse(parts[1]) * 60) + int.Parse(parts[2]) + (int.Parse(parts[3]) / 30.0);
            Math.Abs(shown - (minute * 60)).ShouldBeLessThan(0.25, label);
        }
    }

    [Theory]
    [InlineData("00:01:00;01", true, QuantityFault.OutOfRange)]
    [InlineData("24:00:00:00", false, QuantityFault.OutOfRange)]
    [InlineData("00:60:00:00", false, QuantityFault.OutOfRange)]
    [InlineData("00:00:00:30", false, QuantityFault.OutOfRange)]
    [InlineData("1:2:3:4", false, QuantityFault.BadLabel)]
    [InlineData("", false, QuantityFault.BadLabel)]
    public void Labels_that_are_none_are_refused(string label, bool drop, QuantityFault fault) =>
        Should.Throw<QuantityException>(() => Timecode.Frame(label, Ntsc, drop)).Fault.ShouldBe(fault);

    [Fact]
    public void Beyond_a_day_there_is_no_label() =>
        Should.Throw<QuantityException>(() => Timecode.Label(2_589_408, Ntsc, dropFrame: true)).Fault.ShouldBe(QuantityFault.OutOfRange);

    [Fact]
    public void More_bits_never_hold_longer_and_more_cards_are_never_too_few() =>
        Gen.Select(Gen.Double[1, 2000], Gen.Double[1, 1000], Gen.Double[1, 1000], Gen.Double[1, 600])
            .Sample(
                (gigabytes, few, more, minutes) =>
                {
                    double long_ = Recording.Seconds(gigabytes, new BitRate(Math.Min(few, more)));
                    double short_ = Recording.Seconds(gigabytes, new BitRate(Math.Max(few, more)));
                    short_.ShouldBeLessThanOrEqualTo(long_ + 1e-9);
                    int cards = Recording.Needed(minutes * 60, short_);
                    (cards * short_).ShouldBeGreaterThanOrEqualTo((minutes * 60 * 1.15) - 1e-6);
                    ((cards - 1) * short_).ShouldBeLessThan(minutes * 60 * 1.15);
                }
            );

    [Fact]
    public void Every_class_is_read_by_its_name_and_keeps_up_with_just_what_it_promises()
    {
        foreach (string name in CardClass.Names)
        {
            CardClass printed = CardClass.Parse(" " + name.ToLowerInvariant());
            printed.Name.ShouldBe(name);
            printed.KeepsUpWith(new BitRate(printed.MegabytesPerSecond * 8)).ShouldBeTrue();
            printed.KeepsUpWith(new BitRate((printed.MegabytesPerSecond * 8) + 0.1)).ShouldBeFalse();
        }

        Should.Throw<QuantityException>(() => CardClass.Parse("V45")).Message.ShouldContain("V30");
    }

    [Fact]
    public void A_card_is_not_clear_while_one_clip_is_not_safe_or_its_list_was_not_read()
    {
        Clip Of(params ClipCopy[] copies) => new(10, "aa", [.. copies]);
        ClipCopy One(string volume, bool verified = true, string sum = "AA", long bytes = 10) => new(volume, bytes, sum, verified);
        Clearance.IsClear([Of(One("d1"), One("d2"))]).ShouldBeTrue("sums are compared whatever their case");
        Clearance.IsClear([Of(One("d1"), One("d2", verified: false))]).ShouldBeFalse();
        Clearance.IsClear([Of(One("d1"), One("d2", sum: "ab"))]).ShouldBeFalse();
        Clearance.IsClear([Of(One("d1"), One("d2", bytes: 9))]).ShouldBeFalse();
        Clearance.IsClear([Of(One("d1"), One("d2")), Of(One("d1"))]).ShouldBeFalse();
        Clearance.IsClear([]).ShouldBeTrue("a list that was read and is empty");
        Clearance.IsClear(null).ShouldBeFalse();
    }

    [Fact]
    public void A_wrong_voltage_is_never_a_matter_of_load()
    {
        QuantityException refused = Should.Throw<QuantityException>(() => Power.Supply([1], 1, 10_000, 24, 14.4));
        refused.Fault.ShouldBe(QuantityFault.WrongVoltage);
        refused.Message.ShouldContain("24");
        Power.Supply([60, 20], 1, 100, 230, 230).ShouldBe((80, 80, true), "exactly four fifths");
    }

    [Theory]
    [InlineData("V30", NaturalUnit.MegabytesPerSecond, 30)]
    [InlineData("95 minutes", NaturalUnit.Minutes, 95)]
    [InlineData("−12 dBFS", NaturalUnit.FullScale, -12)]
    [InlineData("-12", NaturalUnit.FullScale, -12)]
    [InlineData("hour 7", NaturalUnit.Hours, 7)]
    [InlineData("70%", NaturalUnit.Percent, 70)]
    public void Numbers_on_displays_are_read_with_their_units_or_without(string text, NaturalUnit unit, double value)
    {
        Level.Parse(text, unit).ShouldBe(value);
        Level.Parse(Level.Label(value, unit), unit).ShouldBe(value);
    }

    [Theory]
    [InlineData("loud", NaturalUnit.FullScale)]
    [InlineData("", NaturalUnit.Minutes)]
    [InlineData("1e9", NaturalUnit.Percent)]
    public void What_is_no_number_is_refused_with_an_example(string text, NaturalUnit unit) =>
        Should.Throw<QuantityException>(() => Level.Parse(text, unit)).Message.Length.ShouldBeGreaterThan(20);
}
