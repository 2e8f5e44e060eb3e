using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>Cards, codecs and power: what once passed as fine, or was called a fault and is none.</summary>
public class RightMediaTests
{
    // 45 Mb/s is 5.625 MB/s, which a label shows as 5.6; a 64 GB card holds 183 minutes at it.
    private static readonly CameraModel Camera = Ottermere.Alder with
    {
        Card = new IssuedCard("SD", 64, CardClass.Parse("V30"), "exFAT"),
        Slots = [new MediaSlot("slot A", "SD", ["exFAT"], CardClass.Parse("C10"))],
        Power = new PowerNeed(19, 9.5, 7.2, 1),
        Choices = ImmutableDictionary<Setting, ChoiceControl>
            .Empty.Add(Setting.SlotMode, Positions("single", "relay", "simultaneous"))
            .Add(Setting.MainsAdapter, Positions("not used", "camera", "charge"))
            .Add(Setting.Codec, Positions("long-frame", "every frame")),
        Formats =
        [
            .. Ottermere.Alder.Formats.Select(f =>
                f.BitRates.Length == 1
                    ? f
                    : f with
                    {
                        Codecs = ["long-frame", "every frame"],
                        CodecRates = ImmutableDictionary<string, ImmutableArray<BitRate>>
                            .Empty.Add("long-frame", [new BitRate(90)])
                            .Add("every frame", [new BitRate(140)]),
                    }
            ),
        ],
    };

    [Theory]
    [InlineData("12.5", Severity.Fine)]
    [InlineData("5.6", Severity.Fault)] // above what the rate needs, below what the slot takes
    public void A_label_of_a_speed_is_the_speed_and_the_class_of_the_slot_is_held_against_what_was_read(string read, Severity severity)
    {
        Sheet sheet = Of(Camera, ("bit-rate", "highest"), ("card-speed", "enough"));
        (sheet.Target<SettingValue.Amount>(Setting.CardSpeed)!.Value, sheet.LineOf(Setting.CardSpeed)!.Because.Case).ShouldBe(
            (10, "fast-enough-for-slot")
        );
        Consequence card = Topic(Now(sheet, ("card-speed", read)), ConsequenceTopic.Card);
        (card.Severity, card.Because.Cases().Contains("below-slot")).ShouldBe((severity, severity == Severity.Fault));
        card.Because.Cases().ShouldNotContain("too-slow");
    }

    [Fact]
    public void A_speed_rounded_for_its_label_is_that_speed()
    {
        Sheet sheet = Of(Camera with { Slots = [] }, ("bit-rate", "highest"), ("card-speed", "enough"));
        sheet.Target<SettingValue.Amount>(Setting.CardSpeed)!.Value.ShouldBe(5.625, 1e-9);
        Topic(Now(sheet, ("card-speed", "5.6")), ConsequenceTopic.Card).Severity.ShouldBe(Severity.Fine);
        Topic(Now(sheet, ("card-speed", "5.5")), ConsequenceTopic.Card).Because.Case.ShouldBe("too-slow");
    }

    [Fact]
    public void A_memory_needs_no_card_class()
    {
        Sheet sheet = Of(Camera with { BufferGb = 24, Card = null }, ("card-speed", "enough"));
        (sheet.LineOf(Setting.CardSpeed)!.NothingToDo, sheet.LineOf(Setting.CardSpeed)!.Because.Case).ShouldBe((true, "in-memory"));
    }

    [Fact]
    public void Both_slots_together_double_the_cards_and_one_after_the_other_the_time_between_changes()
    {
        Sheet Long(string mode) => Planned(400, ("slot-mode", mode), ("bit-rate", "highest"), ("card-minutes", "enough"));
        SheetLine both = Long("simultaneous").LineOf(Setting.CardMinutes)!;
        (both.Because.Figure("cards"), both.Because.Figure("all")).ShouldBe(("3", "6"));
        SheetLine relay = Long("relay").LineOf(Setting.CardMinutes)!;
        (relay.Because.Figure("cards"), relay.Because.Figure("holds"), relay.Because.Figure("change")).ShouldBe(
            ("3", "183 min", "367 min")
        );
        Long("single").LineOf(Setting.CardMinutes)!.Because.Cases().ShouldBe(["needs-cards"]);
    }

    [Theory]
    [InlineData("660", "single", "doubtful")]
    [InlineData("230", "single", "displayed")]
    [InlineData("300", "relay", "doubtful-in-relay")] // the line asks what one card holds: 183 min
    [InlineData("190", "relay", "displayed")]
    public void A_display_that_shows_more_than_the_card_can_hold_is_doubted(string minutes, string mode, string because)
    {
        Sheet sheet = Of(Camera, ("slot-mode", mode), ("bit-rate", "highest"), ("card-minutes", "enough"));
        Consequence card = Topic(Now(sheet, ("card-minutes", minutes)), ConsequenceTopic.Card);
        (card.Severity, card.Because.Case).ShouldBe((because == "displayed" ? Severity.Fine : Severity.Slight, because));
    }

    [Fact]
    public void Formatted_while_nobody_recorded_a_copy_is_not_fine()
    {
        Sheet sheet = Of(Camera, ("card-cleared", "done"), ("card-formatted", "done"));
        Dictionary<Setting, Reading> readings = Ottermere.AsSheet(sheet);
        Topic(Ottermere.Now(sheet, readings), ConsequenceTopic.Card).Because.Cases().ShouldNotContain("formatted-unseen");
        readings.Remove(Setting.CardCleared);
        Consequence card = Topic(Ottermere.Now(sheet, readings), ConsequenceTopic.Card);
        (card.Severity, card.Because.Case).ShouldBe((Severity.Slight, "formatted-unseen"));
    }

    [Fact]
    public void The_bit_rate_is_one_of_the_chosen_codec()
    {
        Sheet sheet = SheetCompilerOf("2160 29.97p", ("codec", "long-frame"), ("bit-rate", "highest"));
        sheet.Target<SettingValue.Bits>(Setting.BitRate)!.Rate.Megabits.ShouldBe(90);
        SheetCompilerOf("2160 29.97p", ("codec", "every frame"), ("bit-rate", "at least 40 Mb/s"))
            .Target<SettingValue.Bits>(Setting.BitRate)!
            .Rate.Megabits.ShouldBe(140);
        Consequence format = Topic(Now(sheet, ("bit-rate", "140")), ConsequenceTopic.Format);
        (format.Severity, format.Because.Cases().Contains("other-rate")).ShouldBe((Severity.Slight, true));
        format.Because.Figure("rates").ShouldBe("90 Mb/s");
        Topic(Now(sheet), ConsequenceTopic.Format).Severity.ShouldBe(Severity.Fine);
    }

    [Fact]
    public void A_camera_on_mains_has_no_battery_fault_and_one_without_an_adapter_is_not_told_to_use_it()
    {
        (string, string)[] asked = [("mains-adapter", "camera"), ("running-minutes", "enough")];
        Sheet sheet = Planned(200, asked);
        Topic(Now(sheet, ("running-minutes", "20")), ConsequenceTopic.Battery).Because.Case.ShouldBe("on-mains");
        Consequence battery = Topic(Now(sheet, ("running-minutes", "20"), ("mains-adapter", "charge")), ConsequenceTopic.Battery);
        (battery.Severity, battery.Because.Figure("mains")).ShouldBe((Severity.Fault, ", or use mains"));
        CameraModel without = Camera with { NotFitted = [Setting.MainsAdapter], Choices = Camera.Choices.Remove(Setting.MainsAdapter) };
        Sheet bare = Planned(without, 200, ("running-minutes", "enough"));
        bare.LineOf(Setting.RunningMinutes)!.Because.Case.ShouldBe("needs-batteries-only");
        Topic(Now(bare, ("running-minutes", "20")), ConsequenceTopic.Battery).Because.Figure("mains").ShouldBe("");
    }

    private static Sheet SheetCompilerOf(string format, params (string Setting, string Require)[] notches) =>
        Core.Sheets.Compiling.SheetCompiler.Compile(
            Ottermere.Make(
                "any",
                Ottermere.LectureRoom.Light,
                [("record-format", format, null), .. notches.Select(n => (n.Setting, n.Require, (string?)null))]
            ),
            Camera
        );

    private static Sheet Planned(double minutes, params (string Setting, string Require)[] notches) => Planned(Camera, minutes, notches);

    private static Sheet Planned(CameraModel model, double minutes, params (string Setting, string Require)[] notches)
    {
        Sheet sheet = Of(model, notches);
        return Core.Sheets.Compiling.SheetCompiler.Compile(sheet.Standard with { PlannedMinutes = minutes }, model);
    }

    private static ChoiceControl Positions(params string[] words) => new([.. words.Select(w => new ChoicePosition(w, ""))], false);
}
