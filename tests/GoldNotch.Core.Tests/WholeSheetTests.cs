using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Media;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Lines beyond exposure: choices, levels, acts, media, bases, and what one line does to another.</summary>
public class WholeSheetTests
{
    internal static readonly CameraModel Cine = Ottermere.Alder with
    {
        Name = "Cine",
        HasFullAuto = false,
        Shutters = [],
        Angles = new AngleControl([new ShutterAngle(90), new ShutterAngle(180), new ShutterAngle(360)], AnyBetween: true),
        Formats =
        [
            Format("2160 23.976p", 220, 440),
            Format("1080 29.97p", 90),
            Format("1080 119.88p", 240) with
            {
                Crop = 1.5,
                Codecs = ["long-frame"],
            },
        ],
        Gain = new GainControl([], false, new Iso(500)) { Cap = new Decibels(12), Bases = [Base("low", 500), Base("high", 2500)] },
        Filters = [],
        Variable = new VariableFilter(new Stops(1), new Stops(6), new Stops(1.0 / 3)),
        Choices = ImmutableDictionary<Setting, ChoiceControl>
            .Empty.Add(Setting.Codec, Positions("every frame=All-I", "long-frame=Long"))
            .Add(Setting.Stabiliser, Positions("off", "standard=Steady"))
            .Add(Setting.AudioLevelControl, Positions("manual", "automatic") with { HasAutomatic = true }),
        Levels = ImmutableDictionary<Setting, LevelControl>.Empty.Add(
            Setting.Zebra,
            new LevelControl([70, 75, 80, 100], HasOff: true, HasAutomatic: false)
        ),
        NotFitted = [Setting.DigitalZoom, Setting.Limiter, Setting.GainLimit],
        Card = new IssuedCard("CX", 128, CardClass.Parse("V30"), "exFAT"),
        Slots = [new MediaSlot("slot A", "CX", ["UDF", "exFAT"], null)],
        Power = new PowerNeed(50, 25, 14.4, 1),
        BlackReferenceMinutes = 8,
        Reset = new ResetBehaviour(
            "Menu, Reset.",
            ImmutableDictionary<Setting, string>.Empty.Add(Setting.Stabiliser, "Steady").Add(Setting.Zebra, "off")
        ),
    };

    [Fact]
    public void A_word_of_the_department_becomes_the_word_of_the_camera()
    {
        SheetLine line = Line(Setting.Codec, ("record-format", "1080 29.97p"), ("codec", "every frame"));
        (line.Fit, line.Target!.Label).ShouldBe((Fit.Exact, "All-I (every frame)"));
    }

    [Fact]
    public void A_word_the_camera_lacks_is_met_by_the_next_where_the_words_have_an_order_and_told_where_they_have_none()
    {
        SheetLine near = Line(Setting.Stabiliser, ("stabiliser", "strong"));
        (near.Fit, near.Target!.Label).ShouldBe((Fit.Compromise, "Steady (standard)"));
        SheetLine none = Line(Setting.Codec, ("record-format", "1080 119.88p"), ("codec", "every frame"));
        none.Fit.ShouldBe(Fit.NotPossible);
        none.Because.Figure("positions").ShouldBe("Long");
    }

    [Fact]
    public void What_the_card_does_not_say_is_for_a_person_and_what_it_has_not_needs_nobody()
    {
        Line(Setting.Magnifier, ("magnifier", "off")).Fit.ShouldBe(Fit.CheckByEye);
        SheetLine zoom = Line(Setting.DigitalZoom, ("digital-zoom", "off"));
        (zoom.Fit, zoom.NothingToDo).ShouldBe((Fit.Exact, true));
        Line(Setting.Limiter, ("limiter", "on")).Fit.ShouldBe(Fit.NotPossible);
        Sheet sheet = Sheet(("digital-zoom", "off"), ("limiter", "on"));
        CheckEvaluator
            .Evaluate(sheet, new Dictionary<Setting, Reading>())
            .Select(v => v.Kind)
            .ShouldBe([VerdictKind.OnTarget, VerdictKind.Unread]);
    }

    [Theory]
    [InlineData("95 %", "100\u202f%", Fit.Compromise, 5)]
    [InlineData("at most 78 %", "75\u202f%", Fit.Exact, 0)]
    [InlineData("at least 78 %", "80\u202f%", Fit.Exact, 0)]
    [InlineData("off", "off", Fit.Exact, 0)]
    public void A_number_goes_to_the_nearest_mark_on_the_side_that_is_allowed(string want, string target, Fit fit, double size)
    {
        SheetLine line = Line(Setting.Zebra, ("zebra", want));
        (line.Target!.Label, line.Fit, line.Size.Amount).ShouldBe((target, fit, size));
    }

    [Theory]
    [InlineData(9000, "f/2.8", "low")]
    [InlineData(500, "f/2.8", "low")]
    [InlineData(100, "f/4", "high")]
    public void The_base_follows_from_the_light(double lux, string iris, string word)
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
            ("iris", iris, null)
        );
        Sheet sheet = SheetCompiler.Compile(standard, Cine);
        sheet.BaseWord.ShouldBe(word);
        sheet.LineOf(Setting.BaseIso)!.Because.Case.ShouldBe(word == "high" ? "use-high" : "keep-low");
    }

    [Fact]
    public void An_angle_is_set_as_an_angle_and_a_typed_one_between_the_marks_is_read()
    {
        SheetLine line = Line(Setting.Shutter, ("record-format", "1080 29.97p"), ("shutter", "172.8°"));
        (line.Fit, line.Target!.Label).ShouldBe((Fit.Exact, "172.8°"));
        Sheet sheet = Sheet(("record-format", "1080 29.97p"), ("shutter", "180°"));
        CheckEvaluator
            .Evaluate(sheet, Ottermere.Read(sheet, ("record-format", "1080 29.97p"), ("shutter", "144°")))[1]
            .Off.Amount.ShouldBe(Math.Log2(144.0 / 180), 1e-9);
    }

    [Fact]
    public void A_rate_forces_its_size_and_says_what_it_costs()
    {
        SheetLine line = Line(Setting.RecordFormat, ("record-format", "2160 119.88p"));
        (line.Fit, line.Target!.Label).ShouldBe((Fit.Compromise, "1080 119.88p"));
        line.Because.Cases().ShouldContain("other-resolution");
        line.Because.Then.Single(j => j.Case == "cropped").Number("crop").ShouldBe(1.5);
    }

    [Fact]
    public void A_value_forced_by_another_is_changed_and_told()
    {
        CameraModel forcing = Cine with
        {
            Dependencies = [new Dependency(Setting.RecordFormat, "1080 29.97p", Setting.Codec, "Long", "the card is too slow.")],
        };
        SheetLine line = SheetCompiler
            .Compile(Standard(("record-format", "1080 29.97p"), ("codec", "every frame")), forcing)
            .LineOf(Setting.Codec)!;
        (line.Fit, line.Target!.Label, line.Because.RuleId).ShouldBe((Fit.Compromise, "Long (long-frame)", "FORCED-BY"));
        DependencyCircle
            .In([.. forcing.Dependencies, new Dependency(Setting.Codec, "Long", Setting.RecordFormat, "x", "y")])
            .ShouldBe([Setting.RecordFormat, Setting.Codec, Setting.RecordFormat]);
    }

    [Fact]
    public void Cards_batteries_and_speed_are_worked_out_against_the_plan()
    {
        Sheet sheet = SheetCompiler.Compile(
            Standard(
                ("record-format", "2160 23.976p"),
                ("bit-rate", "highest the card takes"),
                ("card-speed", "enough"),
                ("card-minutes", "enough"),
                ("running-minutes", "enough")
            ) with
            {
                PlannedMinutes = 110,
            },
            Cine
        );
        sheet.Target<SettingValue.Bits>(Setting.BitRate)!.Rate.Megabits.ShouldBe(220, "440 Mb/s need 55 MB/s and the card promises 30");
        SheetLine minutes = sheet.LineOf(Setting.CardMinutes)!;
        minutes.Fit.ShouldBe(Fit.Compromise);
        minutes.Because.Number("cards").ShouldBe(Recording.Needed(110 * 60, Recording.Seconds(128, new BitRate(220))));
        sheet.LineOf(Setting.RunningMinutes)!.Because.Whole().First(j => j.Case == "needs-batteries").Number("batteries").ShouldBe(2);
        sheet.LineOf(Setting.CardSpeed)!.Fit.ShouldBe(Fit.Exact);
    }

    [Fact]
    public void Gain_is_the_last_resort_up_to_the_cap_and_never_where_the_policy_says_so()
    {
        Standard dark = Ottermere.Make(
            "any",
            Ottermere.LectureRoom.Light with
            {
                Illuminance = new Lux(60),
            },
            ("record-format", "1080 29.97p", null),
            ("shutter", "180°", null),
            ("base-iso", "low", null),
            ("gain", "base", null),
            ("nd", "clear", null),
            ("iris", "as metered", null)
        );
        SheetLine raised = SheetCompiler.Compile(dark, Cine).LineOf(Setting.Gain)!;
        raised.Because.RuleId.ShouldBe("GAIN-LAST");
        ((SettingValue.GainAt)raised.Target!).Gain.Value.ShouldBeInRange(1, 12);
        Standard darker = Ottermere.Make(
            "any",
            Ottermere.LectureRoom.Light with
            {
                Illuminance = new Lux(1),
            },
            [.. dark.Notches.Select(n => (SettingDefinition.Of(n.Setting).Key, n.Requirement.Text, (string?)null))]
        );
        SheetCompiler
            .Compile(darker, Cine)
            .Target<SettingValue.GainAt>(Setting.Gain)!
            .Gain.ShouldBe(new Decibels(12), "at the cap, not above");
        SheetLine never = SheetCompiler
            .Compile(dark with { Policies = Policies.Defaults.With("gain-allowed", "never") }, Cine)
            .LineOf(Setting.Gain)!;
        ((SettingValue.GainAt)never.Target!).Gain.ShouldBe(Decibels.Zero);
    }

    [Fact]
    public void By_the_option_of_depth_gain_goes_before_the_iris()
    {
        CameraModel quick = Ottermere.Alder with
        {
            Shutters = [ExposureTime.OneOver(120)],
            Gain = Ottermere.Alder.Gain with { Cap = new Decibels(6) },
        };
        Standard standard = Standard(
            ("record-format", "1080 29.97p"),
            ("shutter", "180°"),
            ("gain", "base"),
            ("nd", "clear"),
            ("iris", "f/5.6, takes up the rest")
        );
        standard = standard.In(standard.Light with { Illuminance = new Lux(1962) });
        SettingValue.GainAt Gain(Standard s) => SheetCompiler.Compile(s, quick).Target<SettingValue.GainAt>(Setting.Gain)!;
        Gain(standard).Gain.ShouldBe(Decibels.Zero);
        Standard depth = standard with { Policies = Policies.Defaults.With("gain-allowed", "noise-limit") };
        Gain(depth).Gain.ShouldBe(new Decibels(6));
        SheetCompiler.Compile(depth, quick).Target<SettingValue.Iris>(Setting.Iris)!.Label.ShouldBe("f/5.6");
    }

    [Fact]
    public void A_lens_marked_in_t_shows_its_numbers_on_the_dial() =>
        Dial.Of(
                Setting.Iris,
                Cine with
                {
                    Lens = new Lens(
                        new Millimetres(35),
                        new Millimetres(35),
                        FNumber.Parse("T1.7"),
                        FNumber.Parse("T1.7"),
                        FNumber.Parse("T22")
                    ),
                },
                null
            )
            .Detents.Select(d => d.Label)
            .ShouldBe([
                "1.7",
                "1.8",
                "2",
                "2.2",
                "2.5",
                "2.8",
                "3.2",
                "3.5",
                "4",
                "4.5",
                "5",
                "5.6",
                "6.3",
                "7.1",
                "8",
                "9",
                "10",
                "11",
                "13",
                "14",
                "16",
                "18",
                "20",
                "22",
            ]);

    [Fact]
    public void A_variable_filter_stops_at_its_steps_and_has_clear()
    {
        ((SettingValue.Filter)Line(Setting.NeutralDensity, ("nd", "clear")).Target!).Position.Loss.ShouldBe(Stops.Zero);
        Line(Setting.NeutralDensity, ("nd", "4 stops")).Target!.Label.ShouldBe("4\u202fstops");
    }

    [Fact]
    public void A_line_says_what_a_reset_leaves()
    {
        Sheet sheet = Sheet(("stabiliser", "standard"), ("zebra", "100 %"));
        sheet.LineOf(Setting.Stabiliser)!.ResetIsRight.ShouldBe(true);
        sheet.LineOf(Setting.Zebra)!.ResetIsRight.ShouldBe(false);
        Line(Setting.BlackReference, ("black-reference", "done")).Because.Number("interval").ShouldBe(8);
    }

    [Fact]
    public void Of_notches_under_conditions_the_most_particular_that_holds_counts()
    {
        Notch Of(string want, params Condition[] when) =>
            new(Setting.Stabiliser, Requirement.Parse(Setting.Stabiliser, want), default, Importance.Must, "r") { When = [.. when] };
        var standard = new Standard(
            "a",
            "A",
            1,
            "p",
            Ottermere.LectureRoom.Light,
            [Of("off", Condition.Tripod), Of("standard", Condition.Hand), Of("strong", Condition.Hand, Condition.Outdoors)]
        );
        Circumstances hand = Circumstances.Usual.With(Condition.Hand);
        string Wanted(Circumstances c) => standard.NotchesIn(c).Single().Requirement.Text;
        (Wanted(Circumstances.Usual), Wanted(hand), Wanted(hand.With(Condition.Outdoors))).ShouldBe(("off", "standard", "strong"));
        Should.Throw<QuantityException>(() =>
            new Standard("a", "A", 1, "p", Ottermere.LectureRoom.Light, [Of("off", Condition.Hand), Of("strong", Condition.Hand)])
        );
        Should.Throw<QuantityException>(() => Circumstances.Of([Condition.Hand, Condition.Tripod]));
    }

    [Theory]
    [InlineData(FootageUse.Live, "use", "1080 59.94i")]
    [InlineData(FootageUse.Film, "use", "2160 23.976p")]
    [InlineData(FootageUse.Web, "59.94p", "1080 59.94p")]
    [InlineData(FootageUse.SlowMotion, "23.976p", "1080 119.88p")]
    public void The_use_of_the_footage_proposes_size_and_rate(FootageUse use, string policy, string format)
    {
        FootageProposal proposal = FootageProposal.For(use, Policies.Defaults.With("frame-rate", policy));
        $"{proposal.Size.Label()} {proposal.Rate.Label()}".ShouldBe(format);
        (proposal.Rate.Frames.FramesPerSecond < 26).ShouldBe(proposal.Cautions.Any(c => c.Case == "pan-slowly"));
    }

    [Fact]
    public void A_change_is_told_in_words_on_the_standard_and_on_the_sheet()
    {
        Standard before = Standard(("gain", "base"), ("zebra", "100 %"));
        Standard after = Standard(("gain", "lowest"), ("stabiliser", "off")) with { Policies = Policies.Defaults.With("zebra", "skin") };
        StandardChange
            .Between(before, after)
            .Select(c => (c.Because.Case, c.Because.Figure("setting"), c.Because.Figure("before"), c.Because.Figure("after")))
            .ShouldBe([
                ("whole", "", "100 % for clipping, off while recording", "70 % for skin"),
                ("required", "Gain", "base", "lowest"),
                ("added", "Stabiliser", "", ""),
                ("removed", "Zebra", "", ""),
            ]);
        StandardChange
            .Between(SheetCompiler.Compile(before, Cine), SheetCompiler.Compile(after, Cine))
            .Select(c => c.Setting)
            .ShouldBe([Setting.Gain, Setting.Stabiliser, Setting.Zebra]);
    }

    [Fact]
    public void Every_requirement_that_is_offered_can_be_read_and_every_step_of_the_work_has_settings()
    {
        foreach (SettingDefinition name in SettingDefinition.All)
        {
            foreach (string requirement in Requirement.Examples(name.Setting))
            {
                Requirement read = Requirement.Parse(name.Setting, requirement);
                Requirement.Parse(name.Setting, read.Text).ShouldBe(read, $"{name.Key}: {requirement}");
            }
        }

        SettingDefinition.All.Select(n => n.Step).Distinct().ShouldBe(Enumerable.Range(1, 18));
        SettingDefinition.All.Select(n => n.Key).Distinct().Count().ShouldBe(SettingDefinition.All.Length);
        SettingDefinition.All.Select(n => n.Setting).ShouldBe(Enum.GetValues<Setting>());
    }

    [Theory]
    [InlineData("card-speed", "V60", "60\u202fMB/s")]
    [InlineData("running-minutes", "95", "95\u202fmin")]
    [InlineData("kit-counted", "yes", "done")]
    [InlineData("zebra", "100 %", "100\u202f%")]
    [InlineData("codec", "all-i", "All-I (every frame)")]
    public void Readings_beyond_exposure_are_typed_as_they_are_seen(string setting, string typed, string label)
    {
        Sheet sheet = Sheet((setting, setting == "codec" ? "every frame" : Requirement.Examples(SettingDefinition.Parse(setting))[0]));
        (
            (Reading.Of)ReadingParser.Parse(SettingDefinition.Parse(setting), sheet, typed, new Dictionary<Setting, Reading>())
        ).Value.Label.ShouldBe(label);
    }

    [Fact]
    public void A_sound_level_left_to_the_camera_floats_unless_the_sheet_wants_it_so()
    {
        Sheet manual = Sheet(("audio-level-control", "manual"));
        CheckEvaluator
            .Evaluate(manual, Ottermere.Read(manual, ("audio-level-control", "automatic")))[0]
            .Kind.ShouldBe(VerdictKind.Automatic);
        Sheet automatic = Sheet(("audio-level-control", "automatic"));
        CheckEvaluator
            .Evaluate(automatic, Ottermere.Read(automatic, ("audio-level-control", "automatic")))[0]
            .Kind.ShouldBe(VerdictKind.OnTarget);
    }

    private static SheetLine Line(Setting setting, params (string, string)[] notches) => Sheet(notches).LineOf(setting)!;

    private static Sheet Sheet(params (string, string)[] notches) => SheetCompiler.Compile(Standard(notches), Cine);

    private static Standard Standard(params (string Setting, string Require)[] notches) =>
        Ottermere.Make("any", Ottermere.LectureRoom.Light, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]);

    internal static RecordFormat Format(string text, params double[] megabits) =>
        new(FrameSize.Parse(text.Split(' ')[0]), ScanRate.Parse(text.Split(' ')[1]), [.. megabits.Select(m => new BitRate(m))]);

    private static GainBase Base(string word, double iso) =>
        new(
            word,
            new SensitivityBase(word.ToUpperInvariant(), new Iso(iso), new Decibels(-3), new Decibels(27), Decibels.Zero),
            [.. Enumerable.Range(-3, 31).Select(g => new GainPosition("", new Decibels(g)))],
            null
        );

    internal static ChoiceControl Positions(params string[] all) =>
        new([.. all.Select(p => p.Split('=')).Select(p => new ChoicePosition(p[0], p.Length > 1 ? p[1] : ""))], false);
}
