using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

public class CheckTests
{
    private static readonly Sheet LectureAlder = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Alder);
    private static readonly Sheet LectureBracken = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Bracken);
    private static readonly Sheet GlassBracken = SheetCompiler.Compile(Ottermere.Glasshouse, Ottermere.Bracken);

    [Theory]
    [InlineData("iris", "6.3", "f/6.3")]
    [InlineData("iris", "5.6 1/3", "f/6.3")]
    [InlineData("iris", "f/2.6", "f/2.6")]
    [InlineData("shutter", "1/48", "1/48")]
    [InlineData("shutter", "60", "1/60")]
    [InlineData("shutter", "180°", "1/60")]
    [InlineData("white-balance", "3200", "3200\u202fK")]
    [InlineData("white-balance", "a", "memory A")]
    [InlineData("white-balance", "B 3150", "B, 3150\u202fK")]
    [InlineData("gain", "+6", "+6\u202fdB")]
    [InlineData("gain", "ISO 640", "+6\u202fdB")]
    [InlineData("nd", "1/16", "1/16, 4\u202fstops")]
    [InlineData("nd", "ND 0.6", "1/4, 2\u202fstops")]
    [InlineData("record-format", "1080 59.94i", "1080 59.94i")]
    [InlineData("bit-rate", "45 Mb", "45\u202fMb/s")]
    [InlineData("full-auto", "ON", "on")]
    [InlineData("focus-mode", "manual", "manual")]
    public void What_is_typed_off_the_camera_is_understood(string setting, string typed, string means)
    {
        Reading read = Ottermere.Read(LectureAlder, (setting, typed))[SettingDefinition.Parse(setting)];
        read.ShouldBeOfType<Reading.Of>().Value.Label.ShouldBe(means);
    }

    [Theory]
    [InlineData("gain", "180°", "gain in decibels")]
    [InlineData("gain", "+5", "Gain on Alder 20 has no “+5”")]
    [InlineData("iris", "0", "more than zero")]
    [InlineData("iris", "f/1.4", "goes from f/2.6 to f/16")]
    [InlineData("shutter", "1/0", "more than zero")]
    [InlineData("shutter", "1/55", "has no “1/55”")]
    [InlineData("white-balance", "-5000", "more than zero")]
    [InlineData("white-balance", "5650", "has no")]
    [InlineData("nd", "4", "has no “4”")]
    [InlineData("record-format", "1080", "Type which one")]
    [InlineData("full-auto", "auto", "has no automatic")]
    [InlineData("gain", "", "Nothing was typed")]
    [InlineData("gain", "NaN", "is not a number")]
    public void What_cannot_be_is_refused_with_what_can(string setting, string typed, string says) =>
        Should.Throw<QuantityException>(() => Ottermere.Read(LectureAlder, (setting, typed))).Message.ShouldContain(says);

    [Fact]
    public void A_novel_typed_into_a_field_is_refused_by_its_length_alone() =>
        Should
            .Throw<QuantityException>(() => Ottermere.Read(LectureAlder, ("gain", new string('9', 10_000_000))))
            .Message.ShouldContain("10000000 characters");

    [Fact]
    public void A_camera_without_iso_says_so_instead_of_guessing() =>
        Should.Throw<QuantityException>(() => Ottermere.Read(LectureBracken, ("gain", "ISO 400"))).Message.ShouldContain("states no ISO");

    [Fact]
    public void A_bit_rate_is_judged_by_the_format_that_was_read()
    {
        Ottermere.Read(LectureAlder, ("record-format", "2160 29.97p"), ("bit-rate", "140")).Count.ShouldBe(2);
        Should.Throw<QuantityException>(() => Ottermere.Read(LectureAlder, ("record-format", "1080 29.97p"), ("bit-rate", "140")));
    }

    [Fact]
    public void As_the_sheet_says_is_on_for_every_line()
    {
        foreach (Sheet sheet in new[] { LectureAlder, LectureBracken, GlassBracken })
        {
            (string, string)[] balanced = sheet == GlassBracken ? [("white-balance", "A card")] : [];
            CheckEvaluator.Evaluate(sheet, Ottermere.AsSheet(sheet)).ShouldAllBe(v => v.Kind == VerdictKind.OnTarget);
            ConsequenceReport now = Ottermere.Now(sheet, Ottermere.AsSheet(sheet, balanced));
            now.Order.ShouldBeEmpty();
            now.Hidden.ShouldBeEmpty();
            now.Items.ShouldAllBe(i => i.Severity == Severity.Fine);
        }
    }

    [Fact]
    public void Nothing_read_is_unread_and_never_a_fault()
    {
        CheckEvaluator.Evaluate(LectureBracken, new Dictionary<Setting, Reading>()).ShouldAllBe(v => v.Kind == VerdictKind.Unread);
        ConsequenceReport now = Ottermere.Now(LectureBracken, []);
        now.Items.ShouldAllBe(i => i.Severity == Severity.Unknown);
        now.Order.ShouldBeEmpty();
    }

    [Fact]
    public void Gain_at_H_and_the_daylight_preset_in_the_lecture_room()
    {
        ConsequenceReport now = Ottermere.Now(LectureBracken, Ottermere.AsSheet(LectureBracken, ("gain", "H"), ("white-balance", "5600")));
        Item(now, ConsequenceTopic.Noise).Value.Number("up")!.Value.ShouldBe(15, 1e-9);
        Item(now, ConsequenceTopic.Exposure).Value.Number("total")!.Value.ShouldBe(15 / Decibels.PerStop, 1e-9);
        Item(now, ConsequenceTopic.Exposure).Because.Number("total")!.Value.ShouldBe(15 / Decibels.PerStop, 1e-9);
        Item(now, ConsequenceTopic.WhiteBalance).Because.Case.ShouldBe("visible");
        Item(now, ConsequenceTopic.WhiteBalance).Because.Number("cast")!.Value.ShouldBe(134, 0.5, "amber is positive");
        now.Order.Select(s => s.Setting).ShouldBe([Setting.Gain, Setting.WhiteBalance]);
    }

    [Fact]
    public void Tungsten_preset_in_daylight_is_blue()
    {
        ConsequenceReport now = Ottermere.Now(GlassBracken, Ottermere.AsSheet(GlassBracken, ("white-balance", "3200")));
        Item(now, ConsequenceTopic.WhiteBalance).Because.Case.ShouldBe("visible");
        Item(now, ConsequenceTopic.WhiteBalance).Because.Number("cast")!.Value.ShouldBe((1e6 / 5400) - (1e6 / 3200), 1e-9);
    }

    [Fact]
    public void Gain_up_with_ND_in_looks_right_and_is_told_as_two_wrongs()
    {
        ConsequenceReport now = Ottermere.Now(LectureBracken, Ottermere.AsSheet(LectureBracken, ("gain", "H"), ("nd", "1")));
        HiddenPair pair = now.Hidden.ShouldHaveSingleItem();
        (pair.Brighter.Setting, pair.Darker.Setting).ShouldBe((Setting.Gain, Setting.NeutralDensity));
        pair.Left.Value.ShouldBe((15 / Decibels.PerStop) - 2.6, 1e-9);
        pair.Because.Cases().ShouldContain("noise-stays");
        Item(now, ConsequenceTopic.Exposure).Severity.ShouldBe(Severity.Fine, "the picture does look right: that is the trap");
    }

    [Fact]
    public void A_slow_shutter_with_a_smaller_iris_is_told_as_two_wrongs()
    {
        ConsequenceReport now = Ottermere.Now(LectureAlder, Ottermere.AsSheet(LectureAlder, ("shutter", "1/30"), ("iris", "f/4")));
        HiddenPair pair = now.Hidden.ShouldHaveSingleItem();
        pair.Because.Cases().ShouldContain("motion-stays");
        pair.Left.Value.ShouldBe(0, 0.01);
    }

    [Fact]
    public void One_wrong_alone_hides_nothing() =>
        Ottermere.Now(LectureAlder, Ottermere.AsSheet(LectureAlder, ("gain", "+6"))).Hidden.ShouldBeEmpty();

    [Fact]
    public void A_floating_iris_comes_first_and_makes_the_picture_unknown()
    {
        ConsequenceReport now = Ottermere.Now(
            LectureBracken,
            Ottermere.AsSheet(LectureBracken, ("iris-control", "auto"), ("gain", "H"), ("nd", "1"))
        );
        Item(now, ConsequenceTopic.Exposure).Severity.ShouldBe(Severity.Automatic);
        now.Order.Select(s => s.Setting).ShouldBe([Setting.IrisControl, Setting.Gain, Setting.NeutralDensity]);
        now.Metered.ShouldBeNull();
    }

    [Fact]
    public void Full_auto_makes_everything_float_whatever_was_read_below()
    {
        ConsequenceReport now = Ottermere.Now(LectureAlder, Ottermere.AsSheet(LectureAlder, ("full-auto", "on")));
        Item(now, ConsequenceTopic.Exposure).Severity.ShouldBe(Severity.Automatic);
        Item(now, ConsequenceTopic.WhiteBalance).Severity.ShouldBe(Severity.Automatic);
        now.Order[0].Setting.ShouldBe(Setting.FullAuto);
    }

    [Fact]
    public void A_moved_filter_asks_for_a_new_card_balance_even_when_the_memory_is_right()
    {
        ConsequenceReport now = Ottermere.Now(GlassBracken, Ottermere.AsSheet(GlassBracken, ("nd", "clear")));
        now.Order.Select(s => s.Setting).ShouldBe([Setting.NeutralDensity, Setting.WhiteBalance, Setting.IrisControl, Setting.Iris]);
        now.Order[2..].ShouldAllBe(s => s.To.Case == "read-again" && s.Reason.Case == "balance-moves");
        now.Order[0].To.Figures.ShouldContain(f => f.Value.Text() == "1, 2.6\u202fstops");
        now.Order[1].To.Case.ShouldBe("balance-again");
    }

    [Fact]
    public void Within_tolerance_is_not_a_fault_and_on_its_edge_counts_as_within()
    {
        Verdict at = Judge(LectureAlder, "iris", "f/3.2");
        at.Kind.ShouldBe(VerdictKind.WithinTolerance);
        at.Off.Amount.ShouldBe(-1.0 / 3, 1e-9);
        Judge(LectureAlder, "iris", "f/3.5").Kind.ShouldBe(VerdictKind.OffTarget);
    }

    [Fact]
    public void A_distance_carries_its_direction()
    {
        Judge(LectureAlder, "iris", "f/5.6")
            .Because.Whole()
            .First(j => j.Case == "iris")
            .Number("off")!
            .Value.ShouldBeLessThan(0, "darker");
        Judge(LectureAlder, "gain", "+12").Off.Label().ShouldBe("+12\u202fdB");
        Judge(LectureBracken, "nd", "2")
            .Because.Whole()
            .First(j => j.Case == "filter")
            .Number("off")!
            .Value.ShouldBeLessThan(0, "more filter, darker");
    }

    [Fact]
    public void A_memory_that_shows_another_light_is_off_by_its_cast()
    {
        Sheet sheet = SheetCompiler.Compile(Ottermere.Glasshouse, Ottermere.Alder);
        Judge(sheet, "white-balance", "A").Kind.ShouldBe(VerdictKind.OnTarget);
        Verdict stale = Judge(sheet, "white-balance", "A 3200");
        stale.Kind.ShouldBe(VerdictKind.OffTarget);
        stale.Because.Cases().ShouldContain("other-light");
    }

    [Fact]
    public void An_automatic_the_standard_wants_is_on()
    {
        Standard watch = Ottermere.Make(
            "watch",
            Ottermere.LectureRoom.Light,
            ("focus-mode", "automatic", null),
            ("iris-control", "automatic", null)
        );
        Sheet sheet = SheetCompiler.Compile(watch, Ottermere.Alder);
        Judge(sheet, "focus-mode", "auto").Kind.ShouldBe(VerdictKind.OnTarget);
        Judge(sheet, "iris-control", "manual").Kind.ShouldBe(VerdictKind.OffTarget);
    }

    [Fact]
    public void An_interlaced_recording_is_told_apart_from_its_progressive_namesake()
    {
        ConsequenceReport now = Ottermere.Now(LectureAlder, Ottermere.AsSheet(LectureAlder, ("record-format", "1080 59.94i")));
        Item(now, ConsequenceTopic.Format).Because.Cases().ShouldContain("other-scan");
        Item(now, ConsequenceTopic.Format).Severity.ShouldBe(Severity.Fault);
    }

    [Fact]
    public void Slow_motion_left_on_is_told_by_how_much_slower() =>
        Item(Ottermere.Now(LectureAlder, Ottermere.AsSheet(LectureAlder, ("record-format", "1080 59.94p"))), ConsequenceTopic.Format)
            .Because.Cases()
            .ShouldContain("slower");

    [Fact]
    public void The_sheets_shutter_at_another_rate_is_another_look()
    {
        ConsequenceReport now = Ottermere.Now(LectureAlder, Ottermere.AsSheet(LectureAlder, ("record-format", "1080 59.94p")));
        Item(now, ConsequenceTopic.ShutterAngle).Severity.ShouldBe(Severity.Fault);
        Item(now, ConsequenceTopic.ShutterAngle).Because.Number("angle")!.Value.ShouldBe(359.6, 0.05);
    }

    [Fact]
    public void A_shutter_longer_than_a_field_is_told_to_repeat_pictures()
    {
        ConsequenceReport now = Ottermere.Now(
            LectureAlder,
            Ottermere.AsSheet(LectureAlder, ("record-format", "1080 59.94p"), ("shutter", "1/50"))
        );
        Item(now, ConsequenceTopic.ShutterAngle).Because.Case.ShouldBe("repeats");
    }

    [Fact]
    public void The_metered_balance_moves_with_what_was_read()
    {
        ConsequenceReport now = Ottermere.Now(LectureAlder, Ottermere.AsSheet(LectureAlder, ("gain", "+6"), ("iris", "f/4")));
        now.Metered!.Error.Value.ShouldBe(0.014 + (6 / Decibels.PerStop) - 1, 0.005);
    }

    private static Verdict Judge(Sheet sheet, string setting, string typed)
    {
        ImmutableArray<Verdict> all = CheckEvaluator.Evaluate(sheet, Ottermere.AsSheet(sheet, (setting, typed)));
        return all.Single(v => v.Line.Setting == SettingDefinition.Parse(setting));
    }

    private static Consequence Item(ConsequenceReport report, ConsequenceTopic topic) => report.Items.Single(i => i.Topic == topic);
}
