using System.Collections.Frozen;
using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Harmless causes before a fault.</summary>
public class SymptomTests
{
    private static readonly Sheet Lecture = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Bracken);

    [Fact]
    public void A_dark_picture_under_automatic_gain_is_the_filter_the_iris_and_the_shutter_and_only_then_gain()
    {
        Diagnosis dark = Of("dark-picture", Lecture, ("gain", "auto"), ("nd", "1"), ("iris", "8"), ("shutter", "1/500"));
        Keys(dark, CauseState.StandsSo).ShouldBe(["filter", "iris", "shutter"]);
        dark.Because.Whole()
            .First(j => j.Case == "was-read" && j.Setting == Setting.NeutralDensity)
            .Figure("seen")
            .ShouldStartWith("1, 2.6");
        dark.Because.Number("standing").ShouldBe(3);
        dark.OnlyThen.ShouldContain("Bring light");
        dark.Causes.ShouldNotContain(c => c.Cause.Settings.Contains(Setting.Gain));
    }

    [Fact]
    public void Gain_is_allowed_up_to_the_cap_of_the_card_and_no_further()
    {
        Diagnosis dark = Diagnosis.Of(
            SymptomBook.Parse("dark-picture"),
            Ottermere.Alder with
            {
                Gain = Ottermere.Alder.Gain with { Cap = new Decibels(9) },
            },
            []
        );
        dark.OnlyThen.ShouldContain(new Decibels(9).Label());
        Diagnosis.Of(dark.Symptom, Ottermere.Alder, []).OnlyThen.ShouldContain("allows no gain");
    }

    [Theory]
    [InlineData("nd", "clear", "filter", CauseState.RuledOut)]
    [InlineData("nd", "2", "filter", CauseState.StandsSo)]
    [InlineData("iris", "1.8", "iris", CauseState.RuledOut)] // too open makes nothing dark
    [InlineData("shutter", "1/60", "shutter", CauseState.RuledOut)]
    [InlineData("shutter", "auto", "shutter", CauseState.Look)] // what floats tells nothing
    public void A_reading_tells_whether_it_is_the_cause(string setting, string read, string cause, CauseState state) =>
        Of("dark-picture", Lecture, (setting, read)).Causes.First(c => c.Cause.Key == cause).State.ShouldBe(state);

    [Fact]
    public void Without_a_check_everything_is_looked_at_in_the_order_of_the_book()
    {
        Diagnosis black = Diagnosis.Of(SymptomBook.Parse("black-screen"), Ottermere.Bracken, []);
        Keys(black, CauseState.Look).ShouldBe(["eye-sensor", "finder-button", "display-button", "key-lock", "power-lever", "power"]);
        Keys(black, CauseState.NotHere).ShouldBe(["live-view"]);
        (black.Because.Case, black.Because.Number("look")).ShouldBe(("look-first", 6));
    }

    [Fact]
    public void What_the_model_has_not_needs_no_look()
    {
        CameraModel without = Ottermere.Bracken with { NotFitted = [Setting.EyeSensor] };
        DiagnosedCause cause = Diagnosis.Of(SymptomBook.Parse("black-screen"), without, []).Causes[0];
        cause.State.ShouldBe(CauseState.NotHere);
        (cause.Because!.Case, cause.Because.Figure("model")).ShouldBe(("not-here", "Bracken 3"));
        cause.Open.ShouldBeFalse();
    }

    [Fact]
    public void A_body_that_changes_lenses_may_have_its_lens_locked_and_a_fixed_zoom_not()
    {
        Symptom zoom = SymptomBook.Parse("dead-zoom");
        CameraModel body = Ottermere.Alder with { Lenses = [new NamedLens("24", Ottermere.Alder.Lens, null)] };
        Keys(Diagnosis.Of(zoom, body, []), CauseState.Look).ShouldContain("lens-lock");
        Keys(Diagnosis.Of(zoom, Ottermere.Alder, []), CauseState.NotHere).ShouldBe(["lens-lock", "fixed-lens"]);
        zoom.Caution.ShouldContain("Never force");
    }

    [Fact]
    public void The_wireless_pair_is_asked_in_the_order_in_which_it_fails_and_seen_to_it_is_ruled_out()
    {
        Standard talk = Ottermere.Make("talk", Ottermere.LectureRoom.Light, ("wireless-pair", "done", null), ("phantom-1", "off", null));
        Sheet sheet = SheetCompiler.Compile(
            talk,
            Ottermere.Alder with
            {
                Choices = Ottermere.Alder.Choices.Add(
                    Setting.Phantom1,
                    new ChoiceControl([new ChoicePosition("off", ""), new ChoicePosition("on", "")], false)
                ),
            }
        );
        SymptomBook.Parse("silent-wireless").Causes.Select(c => c.Key).Take(5).ShouldBe(["channel", "lamps", "cells", "receiver", "cable"]);
        Keys(Of("silent-wireless", sheet, ("wireless-pair", "not done")), CauseState.Look)
            .ShouldBe(["channel", "lamps", "cells", "receiver", "cable", "input", "phantom"]);
        Diagnosis seenTo = Of("silent-wireless", sheet, ("wireless-pair", "done"), ("phantom-1", "on"));
        Keys(seenTo, CauseState.RuledOut).ShouldBe(["channel", "lamps", "cells", "receiver"]);
        Keys(seenTo, CauseState.StandsSo).ShouldBe(["phantom"]);
    }

    // A microphone on one input and a receiver on the other: 48 V is right on the first, and wrong advice would be to switch it off.
    [Theory]
    [InlineData("on", "off", CauseState.Look, CauseState.Look)]
    [InlineData("on", "on", CauseState.StandsSo, CauseState.RuledOut)]
    [InlineData("off", "off", CauseState.RuledOut, CauseState.StandsSo)]
    public void Of_two_inputs_only_what_the_sheet_wants_otherwise_is_called_the_cause(
        string one,
        string two,
        CauseState wireless,
        CauseState cabled
    )
    {
        CameraModel both = Ottermere.Alder with
        {
            Choices = Ottermere
                .Alder.Choices.Add(Setting.Phantom1, WholeSheetTests.Positions("off", "on"))
                .Add(Setting.Phantom2, WholeSheetTests.Positions("off", "on")),
        };
        Sheet sheet = SheetCompiler.Compile(
            Ottermere.Make("talk", Ottermere.LectureRoom.Light, ("phantom-1", "on", null), ("phantom-2", "off", null)),
            both
        );
        CauseState Phantom(string symptom) =>
            Of(symptom, sheet, ("phantom-1", one), ("phantom-2", two)).Causes.First(c => c.Cause.Key == "phantom").State;
        (Phantom("silent-wireless"), Phantom("silent-cabled")).ShouldBe((wireless, cabled));
    }

    [Fact]
    public void A_number_takes_no_card_and_full_auto_takes_none_either()
    {
        Diagnosis white = Of("white-refused", Lecture, ("white-balance", "5600"), ("full-auto", "on"));
        Keys(white, CauseState.StandsSo).ShouldBe(["number", "full-auto"]);
        Keys(Of("white-refused", Lecture, ("white-balance", "A"), ("full-auto", "off")), CauseState.RuledOut)
            .ShouldBe(["number", "full-auto"]);
    }

    [Fact]
    public void Nothing_is_a_fault_before_everything_open_was_looked_at()
    {
        Diagnosis black = Diagnosis.Of(SymptomBook.Parse("black-screen"), Ottermere.Bracken, []);
        black.StillToLookAt(FrozenSet<string>.Empty).Length.ShouldBe(6);
        black
            .StillToLookAt(new HashSet<string> { "eye-sensor", "finder-button", "display-button", "key-lock", "power-lever" })
            .Select(c => c.Cause.Key)
            .ShouldBe(["power"]);
        black.StillToLookAt(black.Symptom.Causes.Select(c => c.Key).ToHashSet()).ShouldBeEmpty();
    }

    [Fact]
    public void What_stands_so_has_to_be_put_right_before_it_is_called_a_fault()
    {
        Diagnosis white = Of("white-refused", Lecture, ("white-balance", "5600"));
        white
            .StillToLookAt(new HashSet<string> { "full-auto", "too-bright", "too-dark", "card-small" })
            .Select(c => c.Cause.Key)
            .ShouldBe(["number"]);
    }

    [Fact]
    public void A_fault_tells_the_repairer_what_was_looked_at_and_what_had_been_read()
    {
        Diagnosis dark = Of("dark-picture", Lecture, ("nd", "clear"), ("shutter", "1/60"), ("iris", "1.7"));
        string fault = dark.FaultInWords(" Since it fell on Tuesday. ");
        fault.ShouldBe(
            $"The picture is dark. Checked and not the cause: cap, screen brightness. ND filter was read as clear, so this is not the cause. Iris was read as f/1.7, so this is not the cause. Shutter was read as 1/60, so this is not the cause. Since it fell on Tuesday."
        );
        Diagnosis.Of(dark.Symptom, Ottermere.Bracken, []).FaultInWords("").ShouldEndWith("screen brightness.");
    }

    [Fact]
    public void The_book_can_be_read_at_the_counter()
    {
        SymptomBook.All.Select(s => s.Key).ShouldBeUnique();
        foreach (Symptom symptom in SymptomBook.All)
        {
            symptom.Causes.Length.ShouldBeGreaterThan(2, symptom.Key);
            symptom.Causes.Select(c => c.Key).ShouldBeUnique();
            symptom.Causes.ShouldAllBe(c => c.Look.EndsWith('?') && c.Remedy.EndsWith('.') && c.Look.Length < 120 && c.Remedy.Length < 190);
            symptom.Text.ShouldNotEndWith(".");
            // No check can read everything: something is always left for a person's eye.
            Diagnosis.Of(symptom, Ottermere.Bracken, []).Causes.ShouldContain(c => c.Setting == null && c.State == CauseState.Look);
        }

        Should.Throw<QuantityException>(() => SymptomBook.Parse("on-fire")).Message.ShouldContain("black-screen");
    }

    // Whatever is read, one state holds, and what is ruled out or missing never has to be looked at.
    [Fact]
    public void Every_cause_of_every_symptom_is_held_against_any_reading()
    {
        (string, string)[] typed =
        [
            ("full-auto", "on"),
            ("record-format", "1080 59.94i"),
            ("shutter", "auto"),
            ("gain", "H"),
            ("nd", "2"),
            ("iris-control", "auto"),
            ("iris", "4"),
            ("white-balance", "auto"),
            ("focus-mode", "auto"),
        ];
        foreach (Symptom symptom in SymptomBook.All)
        {
            Diagnosis diagnosis = Diagnosis.Of(symptom, Ottermere.Bracken, Verdicts(Lecture, typed));
            diagnosis.Causes.Length.ShouldBe(symptom.Causes.Length);
            diagnosis.Causes.ShouldAllBe(c => (c.State == CauseState.Look) == (c.Because == null));
            diagnosis.StillToLookAt(FrozenSet<string>.Empty).ShouldAllBe(c => c.State == CauseState.Look || c.State == CauseState.StandsSo);
        }
    }

    private static Diagnosis Of(string symptom, Sheet sheet, params (string, string)[] typed) =>
        Diagnosis.Of(SymptomBook.Parse(symptom), sheet.Model, Verdicts(sheet, typed));

    private static ImmutableArray<Verdict> Verdicts(Sheet sheet, params (string, string)[] typed) =>
        CheckEvaluator.Evaluate(sheet, Ottermere.Read(sheet, typed));

    private static IEnumerable<string> Keys(Diagnosis diagnosis, CauseState state) =>
        diagnosis.Causes.Where(c => c.State == state).Select(c => c.Cause.Key);
}
