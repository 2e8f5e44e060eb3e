using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What a specification can say besides lists: a switch whose positions are given their gains in the menu, clear scan, an automatic shutter.</summary>
public class SwitchAndScanTests
{
    private static readonly CameraModel Switch = Ottermere.Bracken with
    {
        Gain = Ottermere.Bracken.Gain with { Assignable = [.. Enumerable.Range(-2, 9).Select(i => new Decibels(3 * i))] },
    };
    private static readonly CameraModel Scanner = Ottermere.Bracken with { ClearScan = new ClearScan(50.2, 125, 0.1) };

    [Fact]
    public void A_required_gain_that_no_position_gives_is_given_to_one_in_the_menu()
    {
        SheetLine line = Line(Switch, Setting.Gain, ("gain", "0 dB"));
        (line.Fit, line.Target!.Label).ShouldBe((Fit.Exact, "0\u202fdB"));
        line.Because.Cases().ShouldContain("assign");

        // Where the positions are fixed, the nearest below it stays.
        Line(Ottermere.Bracken, Setting.Gain, ("gain", "0 dB")).Target!.Label.ShouldStartWith("L");
    }

    [Fact]
    public void The_name_on_the_switch_is_not_believed_where_it_can_be_given_another_gain()
    {
        Line(Switch, Setting.Gain, ("gain", "3 dB")).Because.Cases().ShouldContain("assigned");
        Line(Ottermere.Bracken, Setting.Gain, ("gain", "3 dB")).Because.Cases().ShouldNotContain("assigned");
    }

    [Fact]
    public void A_position_that_the_last_borrower_gave_another_gain_can_be_read_and_is_judged_by_that_gain()
    {
        Sheet sheet = Sheet(Switch, ("gain", "3 dB"));
        Reading read = ReadingParser.Parse(Setting.Gain, sheet, "+9", new Dictionary<Setting, Reading>());
        var at = ((Reading.Of)read).Value.ShouldBeOfType<SettingValue.GainAt>();
        (at.Gain.Value, at.Position).ShouldBe((9, ""));
        Should.Throw<QuantityException>(() =>
            ReadingParser.Parse(Setting.Gain, Sheet(Ottermere.Bracken, ("gain", "3 dB")), "+9", new Dictionary<Setting, Reading>())
        );
    }

    [Theory]
    [InlineData("60.3 Hz", 60.3)]
    [InlineData("1/60.3", 60.3)]
    [InlineData("60.34 Hz", 60.3)]
    [InlineData("125 Hz", 125)]
    public void A_frequency_of_the_clear_scan_is_read_as_it_shows(string typed, double hz)
    {
        SettingValue.Speed read = Shutter(Scanner, typed);
        read.ScanHz.ShouldBe(hz);
        read.Time.Seconds.ShouldBe(1 / hz, 1e-12);
        Shutter(Scanner, read.Label).ShouldBe(read);
    }

    [Fact]
    public void A_plain_speed_stays_a_plain_speed_and_a_frequency_outside_the_range_is_told_the_range()
    {
        Shutter(Scanner, "1/60").ScanHz.ShouldBeNull();
        Should.Throw<QuantityException>(() => Shutter(Scanner, "40 Hz")).Message.ShouldContain("50.2\u202fHz to 125\u202fHz");
        Should.Throw<QuantityException>(() => Shutter(Ottermere.Bracken, "60.3 Hz"));
    }

    [Fact]
    public void Clear_scan_is_used_only_where_no_plain_speed_will_do_and_the_sheet_says_so()
    {
        // 180° at 29.97 is 1/60, which is on the dial.
        Line(Scanner, Setting.Shutter, ("record-format", "1080 29.97p"), ("shutter", "180°"))
            .Target.ShouldBe(new SettingValue.Speed(ExposureTime.OneOver(60)));

        // 120° at 29.97 is 1/89.91; the dial has 1/100.
        SheetLine line = Line(Scanner, Setting.Shutter, ("record-format", "1080 29.97p"), ("shutter", "120°"));
        (line.Fit, line.Target!.Label).ShouldBe((Fit.Exact, "89.9\u202fHz"));
        line.Because.Cases().ShouldContain("clear-scan");
        Line(Ottermere.Bracken, Setting.Shutter, ("record-format", "1080 29.97p"), ("shutter", "120°")).Fit.ShouldBe(Fit.Compromise);
    }

    [Fact]
    public void Clear_scan_is_offered_against_the_lamps_where_the_dial_has_nothing_steady()
    {
        var light = new SceneLight("hall", new Lux(300), new Kelvin(4000), 50, LampKind.Mains);
        var rate = ScanRate.Parse("29.97p");
        CameraModel few = Ottermere.Bracken with { Shutters = [ExposureTime.OneOver(60)] };
        SteadierShutter.For(few, rate, light, ExposureTime.OneOver(60)).ShouldBeNull();
        SteadierShutter
            .For(few with { ClearScan = Scanner.ClearScan }, rate, light, ExposureTime.OneOver(60))!
            .Label.ShouldBe("100\u202fHz");
    }

    [Theory]
    [InlineData(null, true, true)]
    [InlineData(null, false, false)]
    [InlineData(true, false, true)]
    [InlineData(false, true, false)]
    public void The_shutter_is_automatic_as_the_specification_says_and_as_full_auto_where_it_does_not(
        bool? stated,
        bool fullAuto,
        bool automatic
    ) => (Ottermere.Bracken with { ShutterAutomatic = stated, HasFullAuto = fullAuto }).HasAutomatic(Setting.Shutter).ShouldBe(automatic);

    private static SettingValue.Speed Shutter(CameraModel model, string typed) =>
        (
            (Reading.Of)ReadingParser.Parse(Setting.Shutter, Sheet(model, ("shutter", "180°")), typed, new Dictionary<Setting, Reading>())
        ).Value.ShouldBeOfType<SettingValue.Speed>();

    private static SheetLine Line(CameraModel model, Setting setting, params (string Setting, string Require)[] notches) =>
        Sheet(model, notches).LineOf(setting)!;

    private static Sheet Sheet(CameraModel model, params (string Setting, string Require)[] notches) =>
        SheetCompiler.Compile(
            Ottermere.Make("any", Ottermere.LectureRoom.Light, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]),
            model
        );
}
