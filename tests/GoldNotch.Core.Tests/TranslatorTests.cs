using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What each notch comes to on a model that cannot do it, does not say, or has a option of its own.</summary>
public class TranslatorTests
{
    private static readonly CameraModel Cine = WholeSheetTests.Cine;

    [Theory]
    [InlineData("slot-mode", "relay", "instead-slot-mode")]
    [InlineData("stabiliser", "strong", "instead-stabiliser")]
    [InlineData("phantom-1", "on", "instead-phantom")]
    [InlineData("profile", "log", "instead-log")]
    [InlineData("profile", "department", "instead-profile")]
    [InlineData("peaking", "red", "instead-peaking")]
    [InlineData("limiter", "on", "instead-limiter")]
    [InlineData("low-cut", "on", "instead-low-cut")]
    [InlineData("input-2", "microphone", "instead-input")]
    [InlineData("channel-2", "input 1", "instead-channel")]
    [InlineData("codec", "every frame", "instead-codec")]
    [InlineData("histogram", "on", "instead-exposure-aid")]
    [InlineData("audio-level-control", "manual", "instead-level-control")]
    [InlineData("markers", "80 %", "leave")]
    public void What_a_model_has_not_is_told_with_what_to_do_instead(string setting, string want, string told)
    {
        CameraModel without = Cine with
        {
            Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty,
            NotFitted = [SettingDefinition.Parse(setting)],
        };
        SheetLine line = Line(without, setting, (setting, want));
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Target.ShouldBeNull();
        line.Because.Cases().ShouldContain(told);
    }

    [Theory]
    [InlineData("digital-zoom", "off", "digital-zoom")]
    [InlineData("high-rate", "off", "high-rate")]
    [InlineData("stabiliser", "strong", "strong-stabiliser")]
    [InlineData("stabiliser", "standard", "on-tripod")]
    [InlineData("phantom-2", "on", "phantom-on")]
    [InlineData("phantom-2", "off", "phantom-off")]
    [InlineData("limiter", "on", "limiter")]
    [InlineData("peaking", "red", "peaking")]
    [InlineData("viewing-lut", "on", "viewing-lut")]
    [InlineData("slot-mode", "simultaneous", "simultaneous")]
    [InlineData("slot-mode", "relay", "relay")]
    [InlineData("gain-boost", "off", "gain-boost")]
    [InlineData("timecode-count", "drop-frame", "drop-frame")]
    [InlineData("mains-adapter", "camera", "adapter")]
    [InlineData("eye-sensor", "off", "eye-sensor")]
    [InlineData("lens-focus", "manual", "lens-focus")]
    public void A_position_comes_with_what_experience_adds(string setting, string word, string told)
    {
        Setting what = SettingDefinition.Parse(setting);
        CameraModel with = Cine with
        {
            NotFitted = [],
            Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty.Add(what, WholeSheetTests.Positions(word, "other")),
        };
        SheetLine line = Line(with, setting, (setting, word));
        line.Fit.ShouldBe(Fit.Exact);
        line.Because.Cases().ShouldContain(told);
    }

    [Fact]
    public void A_position_that_is_off_never_stands_in_for_one_that_is_on()
    {
        CameraModel offOnly = Cine with { Choices = Cine.Choices.SetItem(Setting.Stabiliser, WholeSheetTests.Positions("off")) };
        Line(offOnly, "stabiliser", ("stabiliser", "strong")).Fit.ShouldBe(Fit.NotPossible);
        Line(offOnly, "stabiliser", ("stabiliser", "off")).Fit.ShouldBe(Fit.Exact);
    }

    [Fact]
    public void A_zebra_says_what_its_stripes_mean_and_one_that_cannot_be_switched_off_where_it_shows_least()
    {
        Line(Cine, "zebra", ("zebra", "100 %")).Because.Cases().ShouldContain("zebra-clipping");
        Line(Cine, "zebra", ("zebra", "70 %")).Because.Cases().ShouldContain("zebra-skin");
        CameraModel always = Cine with
        {
            Levels = Cine.Levels.SetItem(Setting.Zebra, new LevelControl([70, 100], HasOff: false, HasAutomatic: false)),
        };
        SheetLine line = Line(always, "zebra", ("zebra", "off"));
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Because.Whole().First(j => j.Case == "cannot-be-off").Figure("least").ShouldBe("100 %");
    }

    [Fact]
    public void A_number_that_no_mark_allows_goes_to_the_nearest_and_says_how_far()
    {
        SheetLine line = Line(Cine, "zebra", ("zebra", "at least 105 %"));
        (line.Fit, line.Target!.Label, line.Size.Amount).ShouldBe((Fit.Compromise, "100\u202f%", -5));
    }

    [Theory]
    [InlineData("gain-limit", "0 dB", Fit.Exact, true)]
    [InlineData("gain-limit", "12 dB", Fit.NotPossible, false)]
    public void A_missing_number_needs_nobody_where_nothing_was_wanted(string setting, string want, Fit fit, bool nothing)
    {
        SheetLine line = Line(Cine, setting, (setting, want));
        (line.Fit, line.NothingToDo).ShouldBe((fit, nothing));
    }

    [Fact]
    public void A_number_the_card_says_nothing_of_is_for_a_person() =>
        Line(Cine, "auto-exposure-shift", ("auto-exposure-shift", "0")).Fit.ShouldBe(Fit.CheckByEye);

    [Theory]
    [InlineData("-3 dBFS", "peak-too-high")]
    [InlineData("-12 dBFS", "peak-good")]
    public void A_peak_level_says_what_room_it_leaves(string want, string told) =>
        Line(Cine, "audio-peak-level", ("audio-peak-level", want)).Because.Cases().ShouldContain(told);

    [Fact]
    public void A_camera_with_one_base_has_no_high_one_and_needs_nobody_for_the_low()
    {
        Line(Ottermere.Alder, "base-iso", ("base-iso", "high")).Fit.ShouldBe(Fit.NotPossible);
        Line(Ottermere.Alder, "base-iso", ("base-iso", "low")).Fit.ShouldBe(Fit.Exact);
    }

    [Fact]
    public void Without_a_known_light_the_base_is_for_a_person_who_begins_at_the_low_one()
    {
        Standard dark = Ottermere.Make(
            "any",
            Ottermere.LectureRoom.Light with
            {
                Illuminance = null,
            },
            ("record-format", "1080 29.97p", null),
            ("shutter", "180°", null),
            ("base-iso", "by policy", null)
        );
        SheetLine line = SheetCompiler.Compile(dark, Cine).LineOf(Setting.BaseIso)!;
        line.Fit.ShouldBe(Fit.CheckByEye);
        ((SettingValue.Choice)line.Target!).Word.ShouldBe("low");
        line.Because.Cases().ShouldContain("no-light");
    }

    [Fact]
    public void A_rate_that_is_asked_of_the_line_up_is_for_a_person_with_the_plain_one_meanwhile()
    {
        SheetLine line = Line(
            Ottermere.Alder,
            "record-format",
            ("record-format", Requirement.Examples(Setting.RecordFormat).First(e => e.Contains("line-up", StringComparison.Ordinal)))
        );
        line.Fit.ShouldBe(Fit.CheckByEye);
        line.Because.Case.ShouldBe("ask-rate");
        line.Target!.Label.ShouldEndWith("29.97p");
    }

    [Fact]
    public void A_rate_the_model_has_not_cannot_be_met_and_what_it_has_is_told()
    {
        SheetLine line = Line(Ottermere.Bracken, "record-format", ("record-format", "1080 119.88p"));
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Because.Case.ShouldBe("no-rate");
        line.Because.Figure("formats").ShouldContain("720 59.94p");
    }

    [Fact]
    public void A_card_that_keeps_up_with_nothing_says_what_the_least_would_need()
    {
        CameraModel slow = Ottermere.Alder with { Card = new IssuedCard("SD", 64, CardClass.Parse("C4"), "FAT32") };
        SheetLine line = Line(slow, "bit-rate", ("record-format", "1080 29.97p"), ("bit-rate", "highest the card takes"));
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Because.Cases().ShouldContain("card-too-slow");
    }

    [Theory]
    [InlineData("exFAT", "exFAT", Fit.Exact, "exFAT")]
    [InlineData("FAT32", "exFAT", Fit.NotPossible, "")]
    public void A_file_system_is_met_where_the_camera_writes_it(string asked, string issued, Fit fit, string target)
    {
        CameraModel with = Cine with { Card = Cine.Card! with { FileSystem = issued } };
        SheetLine line = Line(with, "file-system", ("file-system", asked));
        (line.Fit, line.Target?.Label ?? "").ShouldBe((fit, target));
    }

    [Fact]
    public void A_model_that_does_not_say_what_it_writes_is_formatted_in_the_camera_by_a_person()
    {
        SheetLine line = Line(Cine with { Slots = [] }, "file-system", ("file-system", "exFAT"));
        line.Fit.ShouldBe(Fit.CheckByEye);
        line.Because.Case.ShouldBe("not-stated");
    }

    [Fact]
    public void A_model_without_gain_records_at_its_only_speed()
    {
        CameraModel fixedSpeed = Ottermere.Alder with { Gain = new GainControl([], false, new Iso(800)) };
        SheetLine none = Line(fixedSpeed, "gain", ("gain", "0 dB"));
        (none.Fit, none.NothingToDo).ShouldBe((Fit.Exact, true));
        none.Because.Number("iso").ShouldBe(800);
        Line(fixedSpeed, "gain", ("gain", "+6 dB")).Fit.ShouldBe(Fit.NotPossible);
        Line(fixedSpeed with { Gain = new GainControl([], false, null) }, "gain", ("gain", "0 dB")).Fit.ShouldBe(Fit.NotPossible);
    }

    [Fact]
    public void An_iris_that_cannot_be_metered_says_which_number_is_missing()
    {
        Judgement Because(CameraModel model, Lux? lux, params string[] without)
        {
            (string, string, string?)[] all =
            [
                ("record-format", "1080 29.97p", null),
                ("shutter", "180°", null),
                ("iris", "as metered", null),
            ];
            Standard standard = Ottermere.Make(
                "any",
                Ottermere.LectureRoom.Light with
                {
                    Illuminance = lux,
                },
                [.. all.Where(n => !without.Contains(n.Item1))]
            );
            SheetLine line = SheetCompiler.Compile(standard, model).LineOf(Setting.Iris)!;
            line.Fit.ShouldBe(Fit.CheckByEye);
            return line.Because;
        }

        Because(Ottermere.Alder, null).Cases().ShouldContain("no-light");
        Because(Ottermere.Bracken, new Lux(500)).Cases().ShouldContain("no-iso");
        Because(Ottermere.Alder, new Lux(500), "shutter").Cases().ShouldContain("no-shutter");
    }

    [Fact]
    public void An_iris_beyond_the_lens_says_what_to_do_on_either_side()
    {
        SheetLine At(double lux)
        {
            Standard standard = Ottermere.Make(
                "any",
                Ottermere.LectureRoom.Light with
                {
                    Illuminance = new Lux(lux),
                },
                ("record-format", "1080 29.97p", null),
                ("shutter", "180°", null),
                ("iris", "as metered", null)
            );
            return SheetCompiler.Compile(standard, Ottermere.Alder).LineOf(Setting.Iris)!;
        }

        At(20).Because.Case.ShouldBe("too-dark");
        At(200_000).Because.Case.ShouldBe("too-bright");
        At(20).Fit.ShouldBe(Fit.Compromise);
        Math.Abs(At(2000).Size.Amount).ShouldBeLessThanOrEqualTo(1.0 / 6 + 1e-9);
    }

    [Fact]
    public void An_act_the_model_needs_none_of_is_told_and_a_reset_says_what_it_brings()
    {
        Line(Ottermere.Alder, "black-reference", ("black-reference", "done")).NothingToDo.ShouldBeTrue();
        Standard ignoring = Standard(("clock", "by policy")) with { Policies = Policies.Defaults.With("date-and-time", "ignore") };
        SheetCompiler.Compile(ignoring, Ottermere.Alder).LineOf(Setting.Clock)!.NothingToDo.ShouldBeTrue();
        Line(Ottermere.Alder, "card-formatted", ("card-formatted", "done")).Because.Cases().ShouldContain("format");

        SheetLine reset = Line(Cine, "factory-reset", ("factory-reset", "done"), ("stabiliser", "off"), ("zebra", "100 %"));
        reset.Because.Case.ShouldBe("reset");
        reset.Because.Cases().ShouldContain("wrong");
        reset.Because.Figure("wrong").ShouldBe("2");
        reset.Because.Figure("changes").ShouldBe("Stabiliser Steady → off. Zebra off → 100 %.");
        Line(Cine, "factory-reset", ("factory-reset", "done"), ("stabiliser", "standard"), ("zebra", "100 %"))
            .Because.Figure("changes")
            .ShouldNotContain("Stabiliser", Case.Insensitive, "what it leaves right needs nobody");
        Line(Cine, "factory-reset", ("factory-reset", "done"), ("stabiliser", "standard")).Because.Cases().ShouldContain("all-right");
        Line(
            Cine with
            {
                Reset = new ResetBehaviour("Menu, Reset.", ImmutableDictionary<Setting, string>.Empty),
            },
            "factory-reset",
            ("factory-reset", "done")
        )
            .Because.Cases()
            .ShouldContain("not-stated");
        SheetLine none = Line(
            Cine with
            {
                Reset = new ResetBehaviour("", ImmutableDictionary<Setting, string>.Empty),
            },
            "factory-reset",
            ("factory-reset", "done")
        );
        none.Fit.ShouldBe(Fit.NotPossible);
        none.Because.Cases().ShouldContain("no-reset");
        Line(
            Cine with
            {
                Reset = new ResetBehaviour("", ImmutableDictionary<Setting, string>.Empty) { Firmware = "2.10" },
            },
            "factory-reset",
            ("factory-reset", "done")
        )
            .Because.Whole()
            .First(j => j.Case == "reset-needs-firmware")
            .Figure("firmware")
            .ShouldBe("2.10");
        Line(Cine with { Reset = Cine.Reset! with { Firmware = "1.4" } }, "factory-reset", ("factory-reset", "done"))
            .Because.Whole()
            .First(j => j.Case == "reset-since")
            .Figure("firmware")
            .ShouldBe("1.4");
    }

    private static SheetLine Line(CameraModel model, string setting, params (string, string)[] notches) =>
        SheetCompiler.Compile(Standard(notches), model).LineOf(SettingDefinition.Parse(setting))!;

    private static Standard Standard(params (string Setting, string Require)[] notches) =>
        Ottermere.Make("any", Ottermere.LectureRoom.Light, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]);
}
