using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

public class DialTests
{
    [Fact]
    public void A_line_rises_in_the_settings_own_unit()
    {
        foreach (SettingDefinition name in SettingDefinition.All)
        {
            foreach (CameraModel model in new[] { Ottermere.Alder, Ottermere.Bracken })
            {
                double[] ats = [.. Dial.Of(name.Setting, model, null).Detents.Select(d => d.At)];
                ats.ShouldBe([.. ats.Order()], name.Name);
                ats.Distinct().Count().ShouldBe(ats.Length, $"two detents of {name.Name} stand on one place");
            }
        }
    }

    [Fact]
    public void A_named_switch_is_labelled_by_its_name_and_told_by_its_gain()
    {
        Dial gain = Dial.Of(Setting.Gain, Ottermere.Bracken, null);
        gain.Detents.Select(d => (d.Label, d.Detail, d.At))
            .ShouldBe([("L", "−3\u202fdB", -3), ("M", "+3\u202fdB", 3), ("H", "+12\u202fdB", 12)]);
    }

    [Fact]
    public void A_filter_is_told_by_its_stops()
    {
        Dial nd = Dial.Of(Setting.NeutralDensity, Ottermere.Bracken, null);
        nd.Detents.Select(d => (d.Label, d.Detail)).ShouldBe([("clear", ""), ("1", "2.6\u202fstops"), ("2", "4.3\u202fstops")]);
    }

    [Fact]
    public void Bit_rates_are_those_of_the_format()
    {
        var large = new SettingValue.Format(FrameSize.Parse("2160"), ScanRate.Parse("29.97p"));
        Dial.Of(Setting.BitRate, Ottermere.Alder, large).Detents.Select(d => d.Label).ShouldBe(["90", "140"]);
        Dial.Of(Setting.BitRate, Ottermere.Alder, null).Detents.Select(d => d.Label).ShouldBe(["30", "45", "90", "140"]);
    }

    [Fact]
    public void A_lens_is_drawn_from_end_to_end_as_engraved_with_thirds_between()
    {
        string[] labels = [.. Dial.Of(Setting.Iris, Ottermere.Alder, null).Detents.Select(d => d.Label)];
        labels[0].ShouldBe("2.6");
        labels[^1].ShouldBe("16");
        labels.ShouldContain("5.6");
        labels.ShouldContain("6.3");
        labels.ShouldNotContain("2.5");
    }

    [Fact]
    public void Memories_stand_beyond_the_scale_of_numbers()
    {
        Dial white = Dial.Of(Setting.WhiteBalance, Ottermere.Alder, null);
        white.Detents.Length.ShouldBe(97 + 2);
        white.Detents.TakeLast(2).Select(d => d.Label).ShouldBe(["A", "B"]);
        white.Locate(new SettingValue.WhiteMemory("B", new Kelvin(3150))).ShouldBe(white.Detents[^1].At);
    }

    [Fact]
    public void An_iris_between_marks_has_a_place_and_a_speed_that_is_not_there_has_none()
    {
        Dial.Of(Setting.Iris, Ottermere.Alder, null).Locate(new SettingValue.Iris(new FNumber(5))).ShouldBe(2 * Math.Log2(5));
        Dial.Of(Setting.Shutter, Ottermere.Bracken, null).Locate(new SettingValue.Speed(ExposureTime.OneOver(48))).ShouldBeNull();
    }

    [Theory]
    [InlineData("white-balance", true)]
    [InlineData("gain", true)]
    [InlineData("nd", false)]
    [InlineData("record-format", false)]
    public void Only_controls_with_an_automatic_can_float(string setting, bool floats) =>
        Dial.Of(SettingDefinition.Parse(setting), Ottermere.Alder, null).HasAutomatic.ShouldBe(floats);

    [Fact]
    public void Front_filters_are_never_used_more_often_than_there_are()
    {
        var a = new FrontFilter(new FilterPosition("a", new Stops(1)), 1);
        NeutralDensity.Combinations([], [a], 2).Select(c => c.Loss.Value).ShouldBe([0, 1]);
        NeutralDensity.Combinations([], [a with { Count = 2 }], 2).Select(c => c.Loss.Value).ShouldBe([0, 1, 2]);
        NeutralDensity.Combinations([], [a], 0).Select(c => c.Loss.Value).ShouldBe([0]);
    }
}
