using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What recording now would mean for the sound, the card and the battery.</summary>
public class RecordingConsequenceTests
{
    private static readonly CameraModel Model = BenchTests.WholeSheet().Model;

    [Theory]
    [InlineData("phantom-1", "on", "off", "no-phantom")]
    [InlineData("phantom-2", "off", "on", "phantom")]
    [InlineData("input-1", "microphone", "line", "at-line")]
    [InlineData("input-2", "line", "microphone", "not-at-line")]
    [InlineData("input-1", "microphone", "built-in", "built-in")]
    [InlineData("channel-2", "input 1", "built-in", "built-in")]
    [InlineData("channel-1", "input 1", "input 2", "other-source")]
    [InlineData("wireless-pair", "done", "not done", "wireless")]
    public void A_sound_setting_that_stands_wrong_is_a_fault_and_says_what_would_be_heard(
        string setting,
        string want,
        string seen,
        string told
    )
    {
        Consequence sound = Now(Sheet((setting, want)), ConsequenceTopic.Audio, (setting, seen));
        (sound.Severity, sound.Value.Case).ShouldBe((Severity.Fault, $"{told}-short"));
        (sound.Because.RuleId, sound.Because.Case, sound.Because.Setting).ShouldBe(("NOW-AUDIO", told, SettingDefinition.Parse(setting)));
        (sound.Because.Figure("seen"), sound.Because.Figure("target")).ShouldBe((seen, want));
        sound.Because.Figure("input").ShouldBe(setting is "wireless-pair" or "channel-1" or "channel-2" ? "" : setting[^1..]);
    }

    [Theory]
    [InlineData("-1", Severity.Fault, "peaks-too-high")]
    [InlineData("-30", Severity.Slight, "peaks-off")]
    public void Peaks_that_are_too_high_clip_and_peaks_that_are_too_low_hiss(string seen, Severity severity, string told)
    {
        Consequence sound = Now(Sheet(("audio-peak-level", "-12 dBFS")), ConsequenceTopic.Audio, ("audio-peak-level", seen));
        sound.Severity.ShouldBe(severity);
        sound.Because.Cases().ShouldContain(told);
    }

    [Theory]
    [InlineData("headphones", "done", "not done", "nobody-listens-short")]
    [InlineData("low-cut", "on", "off", "other-short")]
    public void What_is_only_a_pity_is_told_as_slight(string setting, string want, string seen, string told)
    {
        Consequence sound = Now(Sheet((setting, want)), ConsequenceTopic.Audio, (setting, seen));
        (sound.Severity, sound.Value.Case).ShouldBe((Severity.Slight, told));
    }

    [Fact]
    public void An_automatic_level_comes_before_whatever_else_is_wrong_with_the_sound()
    {
        Consequence sound = Now(
            Sheet(("phantom-1", "on"), ("audio-level-control", "manual")),
            ConsequenceTopic.Audio,
            ("phantom-1", "off"),
            ("audio-level-control", "automatic")
        );
        (sound.Severity, sound.Value.Case).ShouldBe((Severity.Automatic, "two"));
        sound.Because.Cases().ShouldBe(["all", "automatic", "no-phantom"], "an automatic level hides no silent channel");
    }

    [Fact]
    public void Several_wrongs_of_the_sound_are_counted_and_all_of_them_told()
    {
        Consequence sound = Now(
            Sheet(("input-1", "microphone"), ("phantom-1", "on"), ("channel-1", "input 1"), ("limiter", "on")),
            ConsequenceTopic.Audio,
            ("input-1", "line"),
            ("phantom-1", "off"),
            ("channel-1", "input 2"),
            ("limiter", "off")
        );
        sound.Value.Cases().ShouldBe(["several", "at-line-short", "no-phantom-short"]);
        sound.Value.Number("more").ShouldBe(2);
        sound.Severity.ShouldBe(Severity.Fault, "the worst of them");
        sound.Because.Whole().ShouldContain(j => j.Case == "other" && j.Setting == Setting.Limiter);
    }

    [Fact]
    public void A_topic_the_sheet_does_not_ask_about_is_not_told()
    {
        ConsequenceReport now = Ottermere.Now(Sheet(("gain", "0 dB")), []);
        now.Items.Select(i => i.Topic).ShouldNotContain(ConsequenceTopic.Audio);
        now.Items.Select(i => i.Topic).ShouldNotContain(ConsequenceTopic.Battery);
        Now(Sheet(("limiter", "on")), ConsequenceTopic.Audio).Severity.ShouldBe(Severity.Unknown);
        Now(Sheet(("limiter", "on")), ConsequenceTopic.Audio, ("limiter", "on")).Severity.ShouldBe(Severity.Fine);
    }

    [Fact]
    public void Footage_that_is_not_copied_stops_the_formatting_and_formatted_all_the_same_it_is_told_what_to_save()
    {
        Sheet sheet = Sheet(("card-cleared", "done"), ("card-formatted", "done"));
        Consequence before = Now(sheet, ConsequenceTopic.Card, ("card-cleared", "not done"));
        (before.Value.Case, before.Because.Case).ShouldBe(("not-copied-short", "not-copied"));
        Consequence after = Now(sheet, ConsequenceTopic.Card, ("card-cleared", "not done"), ("card-formatted", "done"));
        (after.Value.Case, after.Because.Case).ShouldBe(("formatted-short", "formatted"));
    }

    [Theory]
    [InlineData("file-system", "exFAT", "FAT32", "file-system")]
    [InlineData("record-to", "slot A", "slot B", "other-medium")]
    [InlineData("slot-mode", "relay", "single", "slots")]
    [InlineData("card-seated", "done", "not done", "not-seated")]
    public void A_card_that_will_not_do_says_what_would_come_of_it(string setting, string want, string seen, string told)
    {
        Consequence card = Now(Sheet((setting, want)), ConsequenceTopic.Card, (setting, seen));
        card.Severity.ShouldBe(Severity.Fault);
        card.Value.Case.ShouldBe($"{told}-short");
        card.Because.Case.ShouldBe(told);
        card.Because.Figure("seen").ShouldBe(seen);
    }

    // 45 Mb/s and a quarter more for the worst moment are 5.6 MB/s and something; C4 promises 4, V30 30.
    [Theory]
    [InlineData("C4", true)]
    [InlineData("V30", false)]
    public void A_card_that_is_slower_than_the_format_stops_in_the_middle(string seen, bool slow)
    {
        Consequence card = Now(
            Sheet(("card-speed", "enough"), ("record-format", "1080 29.97p"), ("bit-rate", "highest")),
            ConsequenceTopic.Card,
            ("card-speed", seen)
        );
        card.Because.Cases().Contains("too-slow").ShouldBe(slow);
    }

    [Theory]
    [InlineData("70", Severity.Fine, "displayed", null)]
    [InlineData("40", Severity.Fault, "displayed-too-short", 20.0)]
    public void Minutes_on_the_display_are_held_against_the_plan(string seen, Severity severity, string told, double? missing)
    {
        Sheet sheet = Sheet(("card-minutes", "enough"), ("record-format", "1080 29.97p"), ("bit-rate", "highest"));
        Consequence card = Now(sheet, ConsequenceTopic.Card, ("card-minutes", seen));
        card.Severity.ShouldBe(severity);
        (card.Because.Case, card.Because.Number("missing")).ShouldBe((told, missing));
        card.Because.Figure("holds").ShouldBe($"{seen} min");
    }

    [Fact]
    public void A_battery_that_was_read_short_is_a_fault_and_one_that_was_not_read_a_thing_to_mind()
    {
        Sheet sheet = Sheet(("running-minutes", "enough"));
        Now(sheet, ConsequenceTopic.Battery, ("running-minutes", "25")).Severity.ShouldBe(Severity.Fault);
        Now(sheet, ConsequenceTopic.Battery, ("running-minutes", "95")).Severity.ShouldBe(Severity.Fine);
        Consequence unread = Now(sheet, ConsequenceTopic.Battery);
        unread.Because.Case.ShouldBe("full");
        Consequence weak = Now(
            SheetCompiler.Compile(sheet.Standard, Model with { Power = new PowerNeed(9, 18, 7.2, 1) }),
            ConsequenceTopic.Battery
        );
        weak.Severity.ShouldBe(Severity.Slight);
        weak.Because.Case.ShouldBe("full-too-short");
    }

    [Fact]
    public void Without_an_issued_card_only_the_display_tells_minutes()
    {
        Standard standard = Sheet(("card-minutes", "enough"), ("record-format", "1080 29.97p")).Standard;
        Sheet without = SheetCompiler.Compile(standard, Model with { Card = null });
        Now(without, ConsequenceTopic.Card).Severity.ShouldBe(Severity.Unknown);
        Now(without, ConsequenceTopic.Card, ("card-minutes", "75")).Severity.ShouldBe(Severity.Fine);
    }

    [Fact]
    public void The_three_worst_come_first_whatever_part_they_are_of()
    {
        Sheet sheet = Sheet(
            ("record-format", "1080 29.97p"),
            ("gain", "0 dB"),
            ("white-balance", "preset nearest to 3200 K"),
            ("focus-mode", "manual"),
            ("phantom-1", "on"),
            ("card-cleared", "done")
        );
        ConsequenceReport now = Ottermere.Now(
            sheet,
            Ottermere.Read(
                sheet,
                ("card-cleared", "not done"),
                ("record-format", "1080 29.97p"),
                ("gain", "+6"),
                ("white-balance", "3200"),
                ("focus-mode", "auto"),
                ("phantom-1", "off")
            )
        );
        now.Items.Take(3)
            .Select(i => (i.Topic, i.Severity))
            .ShouldBe([
                (ConsequenceTopic.Focus, Severity.Automatic),
                (ConsequenceTopic.Exposure, Severity.Fault),
                (ConsequenceTopic.Noise, Severity.Fault),
            ]);
        now.Items.Select(i => i.Severity)
            .ShouldBe(
                now.Items.Select(i => i.Severity)
                    .OrderBy(s =>
                        s switch
                        {
                            Severity.Automatic => 0,
                            Severity.Fault => 1,
                            Severity.Slight => 2,
                            Severity.Fine => 3,
                            _ => 4,
                        }
                    )
            );
    }

    private static Consequence Now(Sheet sheet, ConsequenceTopic topic, params (string, string)[] read) =>
        Ottermere.Now(sheet, Ottermere.Read(sheet, read)).Items.First(i => i.Topic == topic);

    private static Sheet Sheet(params (string Setting, string Require)[] notches)
    {
        Standard standard = Ottermere.Make(
            "recording",
            Ottermere.LectureRoom.Light,
            [.. notches.OrderBy(n => SettingDefinition.Parse(n.Setting)).Select(n => (n.Setting, n.Require, (string?)null))]
        );
        return SheetCompiler.Compile(
            new Standard("recording", "recording", 1, "for a test", standard.Light, standard.Notches) { PlannedMinutes = 60 },
            Model
        );
    }
}
