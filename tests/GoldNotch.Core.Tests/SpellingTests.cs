using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What people type is read where it means one place, and asked back where it means two.</summary>
public class SpellingTests
{
    [Theory]
    [InlineData(Setting.Iris, "5,6", "f/5.6")]
    [InlineData(Setting.Iris, "5.6+1/3", "f/6.3")]
    [InlineData(Setting.Iris, "f5.6", "f/5.6")]
    [InlineData(Setting.Iris, "1:5.6", "f/5.6")]
    [InlineData(Setting.Iris, "wide open", "f/2.6")]
    [InlineData(Setting.Shutter, "1 / 60", "1/60")]
    [InlineData(Setting.Shutter, "60th", "1/60")]
    [InlineData(Setting.Shutter, "/60", "1/60")]
    [InlineData(Setting.Gain, "EI 320", "0\u202fdB")]
    [InlineData(Setting.Gain, "ISO-320", "0\u202fdB")]
    [InlineData(Setting.Gain, "320", "0\u202fdB")]
    [InlineData(Setting.NeutralDensity, "ND8", null)]
    [InlineData(Setting.NeutralDensity, "ND4", "1/4, 2\u202fstops")]
    [InlineData(Setting.NeutralDensity, "ND64", "1/64, 6\u202fstops")]
    [InlineData(Setting.NeutralDensity, "ND2", "1/4, 2\u202fstops")]
    [InlineData(Setting.NeutralDensity, "ND0.6", "1/4, 2\u202fstops")]
    [InlineData(Setting.NeutralDensity, "¼", "1/4, 2\u202fstops")]
    [InlineData(Setting.NeutralDensity, "off", "clear")]
    [InlineData(Setting.NeutralDensity, "none", "clear")]
    [InlineData(Setting.NeutralDensity, "CLR", "clear")]
    [InlineData(Setting.RecordFormat, "1080p30", "1080 29.97p")]
    [InlineData(Setting.RecordFormat, "1080/30p", "1080 29.97p")]
    [InlineData(Setting.RecordFormat, "60i", "1080 59.94i")]
    [InlineData(Setting.RecordFormat, "1920x1080 24p", "1080 23.976p")]
    [InlineData(Setting.WhiteBalance, "tungsten", "3200\u202fK")]
    [InlineData(Setting.WhiteBalance, "daylight", "5600\u202fK")]
    [InlineData(Setting.WhiteBalance, "3.2k", "3200\u202fK")]
    [InlineData(Setting.WhiteBalance, "3200 Kelvin", "3200\u202fK")]
    [InlineData(Setting.WhiteBalance, "A", "memory A")]
    [InlineData(Setting.CardSpeed, "Class 10", "10\u202fMB/s")]
    [InlineData(Setting.CardSpeed, "V 30", "30\u202fMB/s")]
    [InlineData(Setting.CardMinutes, "1:35", "95\u202fmin")]
    [InlineData(Setting.CardMinutes, "1h35", "95\u202fmin")]
    public void Another_spelling_is_the_place_it_means(Setting setting, string typed, string? label)
    {
        if (label is null)
        {
            Should.Throw<QuantityException>(() => Parse(setting, typed)).Message.ShouldContain("1/64");
            return;
        }

        ((Reading.Of)Parse(setting, typed)).Value.Label.ShouldBe(label);
    }

    [Theory]
    [InlineData(Setting.WhiteBalance, "AWB")]
    [InlineData(Setting.WhiteBalance, "ATW")]
    [InlineData(Setting.WhiteBalance, "A5600")]
    [InlineData(Setting.Gain, "AGC")]
    [InlineData(Setting.Gain, "Auto ISO")]
    [InlineData(Setting.IrisControl, "A")]
    public void Words_for_an_automatic_are_automatic(Setting setting, string typed) =>
        Verdict(setting, Parse(setting, typed)).Kind.ShouldBe(VerdictKind.Automatic);

    [Fact]
    public void What_means_two_places_is_asked_back_with_both()
    {
        CameraModel both = WholeSheetTests.Cine with
        {
            Variable = null,
            Filters = [new("clear", Stops.Zero), new("1/2", new Stops(1)), new("1/4", new Stops(2))],
        };
        QuantityException asked = Should.Throw<QuantityException>(() => Parse(Setting.NeutralDensity, "ND2", both));
        asked.Message.ShouldContain("1/2");
        asked.Message.ShouldContain("1/4");
        Should.Throw<QuantityException>(() => Parse(Setting.RecordFormat, "1080")).Message.ShouldContain(" or ");
    }

    [Theory]
    [InlineData("UHD 24p", "2160 23.976p")]
    [InlineData("4K 24", "2160 23.976p")]
    public void UHD_and_4K_are_2160_lines(string typed, string label) =>
        ((Reading.Of)Parse(Setting.RecordFormat, typed, WholeSheetTests.Cine)).Value.Label.ShouldBe(label);

    [Fact]
    public void A_number_alone_is_an_angle_on_a_dial_in_degrees()
    {
        CameraModel angles = WholeSheetTests.Cine with { Shutters = [] };
        ((Reading.Of)Parse(Setting.Shutter, "180", angles)).Value.Label.ShouldBe("180°");
    }

    [Fact]
    public void Low_mid_and_high_are_the_places_of_a_switch_by_letter()
    {
        ((Reading.Of)Parse(Setting.Gain, "mid", Ottermere.Bracken)).Value.Label.ShouldStartWith("M");
        ((Reading.Of)Parse(Setting.Gain, "high", Ottermere.Bracken)).Value.Label.ShouldStartWith("H");
    }

    [Fact]
    public void Bytes_are_not_bits() => Should.Throw<QuantityException>(() => Parse(Setting.BitRate, "45 MB/s"));

    [Theory]
    [InlineData("wide open", "open")]
    [InlineData("f/4-f/8", "f/4 to f/8")]
    [InlineData("4 - 8", "f/4 to f/8")]
    [InlineData("1.2m deep", "1.2 m deep")]
    [InlineData("1,2 m deep", "1.2 m deep")]
    [InlineData("same depth as b", "as deep as B")]
    public void A_requirement_is_read_as_people_say_it(string typed, string written) =>
        IrisRequirementNotation.Text(IrisRequirementNotation.Parse(typed)).ShouldBe(written);

    private static Reading Parse(Setting setting, string typed, CameraModel? model = null) =>
        ReadingParser.Parse(setting, SheetOf(setting, model ?? Ottermere.Alder), typed, ImmutableDictionary<Setting, Reading>.Empty);

    private static Verdict Verdict(Setting setting, Reading reading) =>
        CheckEvaluator
            .Evaluate(SheetOf(setting, Ottermere.Alder), new Dictionary<Setting, Reading> { [setting] = reading })
            .Single(v => v.Line.Setting == setting);

    private static Sheet SheetOf(Setting setting, CameraModel model)
    {
        (string, string, string?)[] notches = setting switch
        {
            Setting.Gain => [("gain", "0 dB", null)],
            Setting.IrisControl => [("iris-control", "manual", null)],
            Setting.WhiteBalance => [("white-balance", "preset nearest to 3200 K", null)],
            _ => [],
        };
        return SheetCompiler.Compile(
            Ottermere.Make("any", Ottermere.LectureRoom.Light, [("record-format", "1080 29.97p", null), .. notches]),
            model
        );
    }

    [Theory]
    [InlineData("2 stops", "1/4")]
    [InlineData("ND 0.6", "1/4")]
    [InlineData("ND4", "1/4")]
    [InlineData("pos 1", "1/4")]
    [InlineData("position 2", "1/16")]
    public void A_filter_that_was_measured_is_typed_by_its_name(string typed, string label)
    {
        CameraModel measured = Ottermere.Alder with
        {
            Filters = [.. Ottermere.Alder.Filters.Select(f => f.Label == "1/4" ? f with { Loss = new Stops(2.2) } : f)],
        };
        Sheet sheet = SheetCompiler.Compile(Ottermere.Glasshouse, measured);
        Reading read = Ottermere.Read(sheet, ("nd", typed))[Setting.NeutralDensity];
        ((SettingValue.Filter)((Reading.Of)read).Value).Position.Label.ShouldBe(label);
    }
}
