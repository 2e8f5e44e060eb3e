using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
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
    [InlineData("slot-mode", "relay", "Plan the change of card")]
    [InlineData("stabiliser", "strong", "Use a tripod")]
    [InlineData("phantom-1", "on", "microphone with its own battery")]
    [InlineData("profile", "log", "flattest profile")]
    [InlineData("profile", "department", "note which")]
    [InlineData("peaking", "red", "Focus with the magnifier")]
    [InlineData("limiter", "on", "−18 dBFS")]
    [InlineData("low-cut", "on", "wind cover")]
    [InlineData("input-2", "microphone", "Record the audio separately")]
    [InlineData("channel-2", "input 1", "monitor the one channel")]
    [InlineData("codec", "every frame", "editing machine")]
    [InlineData("histogram", "on", "zebra or the meter")]
    [InlineData("audio-level-control", "manual", "Watch the meter")]
    [InlineData("markers", "80 %", "note it on the sheet")]
    public void What_a_model_has_not_is_told_with_what_to_do_instead(string setting, string want, string instead)
    {
        CameraModel without = Cine with
        {
            Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty,
            NotFitted = [SettingDefinition.Parse(setting)],
        };
        SheetLine line = Line(without, setting, (setting, want));
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Target.ShouldBeNull();
        line.Because.Text().ShouldContain(instead);
    }

    [Theory]
    [InlineData("digital-zoom", "off", "enlarges pixels")]
    [InlineData("high-rate", "off", "left on")]
    [InlineData("stabiliser", "strong", "crops the picture")]
    [InlineData("stabiliser", "standard", "drifts")]
    [InlineData("phantom-2", "on", "never into a wireless receiver")]
    [InlineData("phantom-2", "off", "need none")]
    [InlineData("limiter", "on", "not a level control")]
    [InlineData("peaking", "red", "still edges only")]
    [InlineData("viewing-lut", "on", "not recorded")]
    [InlineData("slot-mode", "simultaneous", "Both cards hold everything")]
    [InlineData("slot-mode", "relay", "continues when the first is full")]
    [InlineData("gain-boost", "off", "no number shows")]
    [InlineData("timecode-count", "drop-frame", "29.97 and 59.94")]
    [InlineData("mains-adapter", "camera", "does not power")]
    [InlineData("eye-sensor", "off", "blanks the screen")]
    [InlineData("lens-focus", "manual", "Both focus switches")]
    public void A_position_comes_with_what_experience_adds(string setting, string word, string advice)
    {
        Setting what = SettingDefinition.Parse(setting);
        CameraModel with = Cine with
        {
            NotFitted = [],
            Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty.Add(what, WholeSheetTests.Positions(word, "other")),
        };
        SheetLine line = Line(with, setting, (setting, word));
        line.Fit.ShouldBe(Fit.Exact);
        line.Because.Text().ShouldContain(advice);
    }

    [Fact]
    public void A_position_that_is_off_never_stands_in_for_one_that_is_on()
    {
        CameraModel offOnly = Cine with { Choices = Cine.Choices.SetItem(Setting.Stabiliser, WholeSheetTests.Positions("off")) };
        Line(offOnly, "stabiliser", ("stabiliser", "strong")).Fit.ShouldBe(Fit.NotPossible);
        Line(offOnly, "stabiliser", ("stabiliser", "off")).Fit.ShouldBe(Fit.Exact);
    }

    [Theory]
    [InlineData("spare-channel", "built-in", "built-in")]
    [InlineData("spare-channel", "lower", "input 1, 10 dB lower")]
    [InlineData("spare-channel", "second", "input 2")]
    public void The_option_of_the_spare_channel_chooses_its_source(string policy, string option, string word)
    {
        CameraModel with = Cine with
        {
            Choices = Cine.Choices.Add(
                Setting.Channel2,
                WholeSheetTests.Positions("input 1", "input 1, 10 dB lower", "input 2", "built-in")
            ),
        };
        Sheet sheet = SheetCompiler.Compile(
            Standard(("channel-2", "by policy")) with
            {
                Policies = Policies.Defaults.With(policy, option),
            },
            with
        );
        sheet.Target<SettingValue.Choice>(Setting.Channel2)!.Word.ShouldBe(word);
    }

    [Theory]
    [InlineData("clipping", "100\u202f%")]
    [InlineData("skin", "70\u202f%")]
    [InlineData("off", "off")]
    public void The_option_of_the_zebra_chooses_its_level(string option, string target) =>
        SheetCompiler
            .Compile(Standard(("zebra", "by policy")) with { Policies = Policies.Defaults.With("zebra", option) }, Cine)
            .LineOf(Setting.Zebra)!
            .Target!.Label.ShouldBe(target);

    [Theory]
    [InlineData("manual", "manual")]
    [InlineData("automatic", "automatic")]
    public void The_option_of_the_sound_level_chooses_who_sets_it(string option, string word) =>
        SheetCompiler
            .Compile(Standard(("audio-level-control", "by policy")) with { Policies = Policies.Defaults.With("audio-level", option) }, Cine)
            .Target<SettingValue.Choice>(Setting.AudioLevelControl)!
            .Word.ShouldBe(word);

    [Theory]
    [InlineData("card", "memory A")]
    [InlineData("preset", "3200\u202fK")]
    [InlineData("automatic", "auto")]
    public void The_option_of_the_balance_chooses_where_white_comes_from(string option, string target) =>
        SheetCompiler
            .Compile(
                Standard(("white-balance", "by policy")) with
                {
                    Policies = Policies.Defaults.With("balance", option),
                },
                Ottermere.Alder
            )
            .LineOf(Setting.WhiteBalance)!
            .Target!.Label.ShouldBe(target);

    [Fact]
    public void Cameras_that_are_cut_together_are_set_to_the_number_of_the_light()
    {
        Standard cut = Standard(("white-balance", "by policy")) with { Circumstances = Circumstances.Usual.With(Condition.CutWithOthers) };
        SheetCompiler.Compile(cut, Ottermere.Alder).LineOf(Setting.WhiteBalance)!.Target!.Label.ShouldBe("3200\u202fK");
    }

    [Fact]
    public void A_zebra_says_what_its_stripes_mean_and_one_that_cannot_be_switched_off_where_it_shows_least()
    {
        Line(Cine, "zebra", ("zebra", "100 %")).Because.Cases().ShouldContain("zebra-clipping");
        Line(Cine, "zebra", ("zebra", "70 %")).Because.Text().ShouldContain("slightly less");
        CameraModel always = Cine with
        {
            Levels = Cine.Levels.SetItem(Setting.Zebra, new LevelControl([70, 100], HasOff: false, HasAutomatic: false)),
        };
        SheetLine line = Line(always, "zebra", ("zebra", "off"));
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Because.Text().ShouldContain("Set 100");
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
    [InlineData("-3 dBFS", "a laugh clips")]
    [InlineData("-12 dBFS", "room for a laugh")]
    public void A_peak_level_says_what_room_it_leaves(string want, string says) =>
        Line(Cine, "audio-peak-level", ("audio-peak-level", want)).Because.Text().ShouldContain(says);

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
        line.Because.Text().ShouldContain("Begin at the low base");
    }

    // Some 7.5 dB over the low base: the first option keeps it up to 8 dB, to the second the high base is nearer.
    [Theory]
    [InlineData(203, "low-first", "low")]
    [InlineData(203, "nearest", "high")]
    [InlineData(170, "low-first", "high")]
    public void The_option_of_two_bases_decides_between_them(double lux, string option, string word)
    {
        Standard standard = Ottermere.Make(
            "any",
            Ottermere.LectureRoom.Light with
            {
                Illuminance = new Lux(lux),
            },
            ("record-format", "1080 29.97p", null),
            ("shutter", "180°", null),
            ("base-iso", "by policy", null),
            ("nd", "clear", null),
            ("iris", "f/4", null)
        );
        Sheet sheet = SheetCompiler.Compile(standard with { Policies = Policies.Defaults.With("two-bases", option) }, Cine);
        sheet.BaseWord.ShouldBe(word);
        sheet
            .LineOf(Setting.BaseIso)!
            .Because.Figures[0]
            .Value.Number()
            .ShouldBe(16 * MeteredLight.DomeConstant / (lux * sheet.Target<SettingValue.Speed>(Setting.Shutter)!.Time.Seconds), 0.5);
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
        line.Because.Text().ShouldContain("720 59.94p");
    }

    [Theory]
    [InlineData("use", FootageUse.Web, 24)]
    [InlineData("use", FootageUse.General, 90)]
    [InlineData("enough", FootageUse.General, 30)]
    [InlineData("least", FootageUse.Web, 90)]
    public void The_option_of_compression_chooses_the_bit_rate(string option, FootageUse use, double rate)
    {
        CameraModel graded = Ottermere.Alder with { Formats = [WholeSheetTests.Format("1080 29.97p", 17, 24, 30, 90)] };
        Standard standard = Standard(("record-format", "1080 29.97p"), ("bit-rate", "by policy")) with
        {
            Use = use,
            Policies = Policies.Defaults.With("compression", option),
        };
        SheetCompiler.Compile(standard, graded).Target<SettingValue.Bits>(Setting.BitRate)!.Rate.Megabits.ShouldBe(rate);
    }

    [Fact]
    public void A_card_that_keeps_up_with_nothing_says_what_the_least_would_need()
    {
        CameraModel slow = Ottermere.Alder with { Card = new IssuedCard("SD", 64, CardClass.Parse("C4"), "FAT32") };
        SheetLine line = Line(slow, "bit-rate", ("record-format", "1080 29.97p"), ("bit-rate", "highest the card takes"));
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Because.Text().ShouldContain("Issue a faster card");
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
        string Text(CameraModel model, Lux? lux, params string[] without)
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
            return line.Because.Text();
        }

        Text(Ottermere.Alder, null).ShouldContain("states no light");
        Text(Ottermere.Bracken, new Lux(500)).ShouldContain("states no ISO");
        Text(Ottermere.Alder, new Lux(500), "shutter").ShouldContain("shutter is not set yet");
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
        Line(Ottermere.Alder, "card-formatted", ("card-formatted", "done")).Because.Text().ShouldContain("formatted on a computer");

        SheetLine reset = Line(Cine, "factory-reset", ("factory-reset", "done"), ("stabiliser", "off"), ("zebra", "100 %"));
        reset.Because.Case.ShouldBe("reset");
        reset.Because.Text().ShouldContain("It leaves 2 settings off target: Stabiliser Steady → off. Zebra off → 100\u202f%.");
        Line(Cine, "factory-reset", ("factory-reset", "done"), ("stabiliser", "standard"), ("zebra", "100 %"))
            .Because.Text()
            .ShouldNotContain("stabiliser", Case.Sensitive, "what it leaves right needs nobody");
        Line(Cine, "factory-reset", ("factory-reset", "done"), ("stabiliser", "standard"))
            .Because.Text()
            .ShouldContain("on target already");
        Line(
            Cine with
            {
                Reset = new ResetBehaviour("Menu, Reset.", ImmutableDictionary<Setting, string>.Empty),
            },
            "factory-reset",
            ("factory-reset", "done")
        )
            .Because.Text()
            .ShouldContain("check every line");
        SheetLine none = Line(
            Cine with
            {
                Reset = new ResetBehaviour("", ImmutableDictionary<Setting, string>.Empty),
            },
            "factory-reset",
            ("factory-reset", "done")
        );
        none.Fit.ShouldBe(Fit.NotPossible);
        none.Because.Text().ShouldContain("by hand");
        Line(
            Cine with
            {
                Reset = new ResetBehaviour("", ImmutableDictionary<Setting, string>.Empty) { Firmware = "2.10" },
            },
            "factory-reset",
            ("factory-reset", "done")
        )
            .Because.Text()
            .ShouldContain("no reset before firmware 2.10");
        Line(Cine with { Reset = Cine.Reset! with { Firmware = "1.4" } }, "factory-reset", ("factory-reset", "done"))
            .Because.Text()
            .ShouldContain("It needs firmware 1.4 or later");
    }

    [Fact]
    public void A_cell_of_the_coverage_counts_and_names_the_line_that_matters_most()
    {
        Sheet bracken = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Bracken);
        CoverageCell cell = CoverageCell.Of(bracken);
        (cell.Exact + cell.Compromise + cell.NotPossible + cell.CheckByEye).ShouldBe(bracken.Lines.Length);
        cell.Compromise.ShouldBe(bracken.Count(Fit.Compromise));
        cell.Matters.ShouldNotBeNull();
        cell.Notable.InOneLine().ShouldContain("Gain −3");
        CoverageCell all = CoverageCell.Of(SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Alder));
        (all.Matters, all.Notable.InOneLine(), all.LightLeft.DifferenceLabel()).ShouldBe(
            (null, "", new Distance(0, NaturalUnit.Stops).Label())
        );
    }

    [Fact]
    public void What_cannot_is_named_before_what_is_near_and_what_must_before_what_should()
    {
        Notch Of(string setting, string want, Importance importance) =>
            new(SettingDefinition.Parse(setting), Requirement.Parse(SettingDefinition.Parse(setting), want), default, importance, "r");
        var standard = new Standard(
            "a",
            "A",
            1,
            "p",
            Ottermere.LectureRoom.Light,
            [
                Of("record-format", "1080 29.97p", Importance.Must),
                Of("zebra", "95 %", Importance.Must),
                Of("limiter", "on", Importance.Should),
                Of("magnifier", "off", Importance.Must),
            ]
        );
        CoverageCell cell = CoverageCell.Of(SheetCompiler.Compile(standard, Cine));
        cell.Notable.InOneLine().Split(" · ").ShouldBe(["Zebra +5\u202f%", "Magnifier: check by eye", "Limiter not possible"]);
        cell.Matters.ShouldBe(Setting.Zebra);
    }

    [Fact]
    public void What_the_card_does_not_say_is_counted_chapter_by_chapter()
    {
        ImmutableArray<Completeness> chapters = Completeness.Of(Cine);
        chapters.Sum(c => c.Known + c.Missing.Length).ShouldBe(SettingDefinition.All.Count(n => n.Kind != SettingKind.Task));
        Completeness aids = chapters.First(c => c.Chapter == "Viewing aids");
        aids.Missing.ShouldContain(Setting.Magnifier);
        aids.Missing.ShouldNotContain(Setting.Zebra);
        Completeness
            .Of(Cine with { NotFitted = Cine.NotFitted.Add(Setting.Magnifier) })
            .First(c => c.Chapter == "Viewing aids")
            .Missing.ShouldNotContain(Setting.Magnifier);
    }

    // 64 GB less 3 %, at the lowest rate that serves the use: 62.08 × 8000 / 45 s.
    [Fact]
    public void A_proposal_says_how_many_minutes_of_it_the_issued_card_holds()
    {
        CameraModel with = Ottermere.Alder with { Card = new IssuedCard("SD", 64, CardClass.Parse("V30"), "exFAT") };
        FootageProposal
            .For(FootageUse.Web, Policies.Defaults)
            .HeldBy(with)
            .Text()
            .ShouldBe($"{Math.Floor(62.08 * 8000 / 45 / 60)}\u202fmin at 45\u202fMb/s on 64\u202fGB");
    }

    [Fact]
    public void A_proposal_that_no_card_can_hold_says_why()
    {
        FootageProposal general = FootageProposal.For(FootageUse.General, Policies.Defaults);
        general.HeldBy(Ottermere.Alder).Text().ShouldBe("no card is issued with it");
        general
            .HeldBy(Ottermere.Alder with { Card = new IssuedCard("SD", 64, CardClass.Parse("C4"), "exFAT") })
            .Text()
            .ShouldContain("is too slow");
        FootageProposal
            .For(FootageUse.SlowMotion, Policies.Defaults)
            .HeldBy(Ottermere.Alder)
            .Text()
            .ShouldContain("does not record 119.88p");
    }

    [Fact]
    public void Importance_tolerance_and_reason_that_change_are_each_told()
    {
        Notch Of(Importance importance, double tolerance, string reason) =>
            new(Setting.Gain, Requirement.Parse(Setting.Gain, "0 dB"), new Distance(tolerance, NaturalUnit.Decibels), importance, reason);
        Standard With(Notch notch) => new("a", "A", 1, "p", Ottermere.LectureRoom.Light, [notch]);
        StandardChange
            .Between(With(Of(Importance.Must, 0, "noise")), With(Of(Importance.Should, 3, "it is dark")))
            .Select(c => c.Because.Text())
            .ShouldBe(["Gain: tolerance none → 3\u202fdB.", "Gain: must → should.", "Gain: its reason is now “it is dark”."]);
    }

    private static SheetLine Line(CameraModel model, string setting, params (string, string)[] notches) =>
        SheetCompiler.Compile(Standard(notches), model).LineOf(SettingDefinition.Parse(setting))!;

    private static Standard Standard(params (string Setting, string Require)[] notches) =>
        Ottermere.Make("any", Ottermere.LectureRoom.Light, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]);
}
