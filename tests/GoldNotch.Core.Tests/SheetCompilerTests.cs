using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

public class SheetCompilerTests
{
    private static readonly Sheet LectureAlder = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Alder);
    private static readonly Sheet LectureBracken = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Bracken);
    private static readonly Sheet GlassBracken = SheetCompiler.Compile(Ottermere.Glasshouse, Ottermere.Bracken);

    [Fact]
    public void Lines_stand_in_the_order_of_the_work() =>
        LectureBracken.Lines.Select(l => l.Setting).ShouldBe(LectureBracken.Lines.Select(l => l.Setting).Order());

    [Fact]
    public void A_model_that_can_do_all_has_no_compromise()
    {
        LectureAlder.Lines.ShouldAllBe(l => l.Fit == Fit.Exact);
        LectureAlder.Compromises.ShouldBe(Stops.Zero);
    }

    [Fact]
    public void A_three_way_gain_switch_gets_the_nearest_position_that_adds_no_noise()
    {
        SheetLine gain = LectureBracken.LineOf(Setting.Gain)!;
        gain.Fit.ShouldBe(Fit.Compromise);
        gain.Target!.Label.ShouldBe("L, −3\u202fdB");
        gain.Size.Label().ShouldBe("−3\u202fdB");
        gain.Light.Value.ShouldBe(-0.498, 0.001);
        gain.Because.RuleId.ShouldBe("GAIN-NEAREST-BELOW");
        gain.Because.Figure("positions").ShouldBe("L, −3 dB, M, +3 dB, H, +12 dB");
    }

    [Fact]
    public void Gain_goes_above_the_requirement_only_when_nothing_lies_below()
    {
        Standard low = Ottermere.Make("low", Ottermere.LectureRoom.Light, ("record-format", "1080 29.97p", null), ("gain", "−6 dB", null));
        SheetLine gain = SheetCompiler.Compile(low, Ottermere.Alder).LineOf(Setting.Gain)!;
        gain.Target!.Label.ShouldBe("−3\u202fdB");
        gain.Size.Amount.ShouldBe(3);
    }

    [Fact]
    public void A_filter_is_taken_by_its_stops_and_never_by_its_number()
    {
        SheetLine nd = GlassBracken.LineOf(Setting.NeutralDensity)!;
        nd.Target!.Label.ShouldBe("1, 2.6\u202fstops");
        nd.Light.Value.ShouldBe(-0.6, 1e-9);
    }

    [Fact]
    public void The_iris_takes_up_what_gain_and_filter_left()
    {
        // −3 dB is −0.498 and the filter −0.6: 1.098 stops from f/5.6, so f/4 and a tenth over in thirds.
        SheetLine iris = GlassBracken.LineOf(Setting.Iris)!;
        iris.Target!.Label.ShouldBe("f/4");
        iris.Because.Whole().First(j => j.Case == "compensates").Number("moved")!.Value.ShouldBe(1, 0.01);
        Math.Abs(GlassBracken.LightLeft.Value).ShouldBeLessThan(1.0 / 6);
    }

    [Fact]
    public void A_fixed_iris_does_not_move_for_what_others_left()
    {
        Standard still = Ottermere.Make(
            "still",
            Ottermere.Glasshouse.Light,
            ("record-format", "1080 29.97p", null),
            ("gain", "0 dB", null),
            ("iris", "f/5.6", null)
        );
        SheetCompiler.Compile(still, Ottermere.Bracken).LineOf(Setting.Iris)!.Target!.Label.ShouldBe("f/5.6");
    }

    [Fact]
    public void An_iris_wider_than_the_lens_becomes_the_lens_as_engraved()
    {
        Standard wide = Ottermere.Make("wide", Ottermere.Glasshouse.Light, ("iris", "f/1.4", null));
        SheetLine line = SheetCompiler.Compile(wide, Ottermere.Alder).LineOf(Setting.Iris)!;
        line.Fit.ShouldBe(Fit.Compromise);
        line.Target!.Label.ShouldBe("f/2.6");
    }

    [Fact]
    public void A_zoom_that_cannot_hold_its_iris_is_told_with_the_focal_length()
    {
        SheetLine line = LectureAlder.LineOf(Setting.Iris)!;
        line.Because.Cases().ShouldContain("ramps");
        line.Because.Figure("atlong").ShouldBe("f/4.2");
        line.Because.Then.Single(j => j.Case == "ramps").Number("focal")!.Value.ShouldBeInRange(9, 135);
    }

    [Fact]
    public void Without_1_48_the_nearest_speed_is_given_with_its_angle_and_its_stops()
    {
        Standard film = Ottermere.Make(
            "film",
            Ottermere.LectureRoom.Light,
            ("record-format", "1080 23.976p", null),
            ("shutter", "180°", null)
        );
        SheetCompiler.Compile(film, Ottermere.Alder).LineOf(Setting.Shutter)!.Target!.Label.ShouldBe("1/48");
        SheetLine bracken = SheetCompiler.Compile(film, Ottermere.Bracken).LineOf(Setting.Shutter)!;
        bracken.Fit.ShouldBe(Fit.Compromise);
        bracken.Target!.Label.ShouldBe("1/60");
        bracken
            .Because.Figures.Select(f => f.Value)
            .OfType<FigureValue.Amount>()
            .First(a => a.Measure == Measure.Degrees)
            .Value.ShouldBe(143.86, 0.01);
        bracken.Size.Amount.ShouldBe(-0.3234, 0.001);
    }

    [Fact]
    public void Flicker_of_the_chosen_speed_is_told_at_the_sites_mains()
    {
        Standard europe = Ottermere.Make(
            "fifty",
            new SceneLight("strip lamps", null, new Kelvin(4000), 50, LampKind.Mains),
            ("record-format", "1080 29.97p", null),
            ("shutter", "180°", null)
        );
        SheetCompiler.Compile(europe, Ottermere.Bracken).LineOf(Setting.Shutter)!.Because.Cases().ShouldContain("pulses");
        LectureBracken.LineOf(Setting.Shutter)!.Because.Whole().First(j => j.Case == "steady").Number("mains").ShouldBe(60);
    }

    [Fact]
    public void A_rate_the_model_lacks_is_not_possible_and_says_what_it_has()
    {
        Standard fast = Ottermere.Make("fast", Ottermere.LectureRoom.Light, ("record-format", "1080 119.88p", null));
        SheetLine line = SheetCompiler.Compile(fast, Ottermere.Bracken).LineOf(Setting.RecordFormat)!;
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Target.ShouldBeNull();
        line.Because.Case.ShouldBe("no-rate");
        line.Because.Figure("formats").ShouldContain("720 59.94p");
    }

    [Fact]
    public void A_size_the_model_lacks_gives_way_before_the_rate_does()
    {
        Standard big = Ottermere.Make("big", Ottermere.LectureRoom.Light, ("record-format", "2160 29.97p", null));
        SheetLine line = SheetCompiler.Compile(big, Ottermere.Bracken).LineOf(Setting.RecordFormat)!;
        line.Fit.ShouldBe(Fit.Compromise);
        line.Target!.Label.ShouldBe("1080 29.97p");
    }

    [Fact]
    public void A_bit_rate_the_format_lacks_is_a_compromise_with_its_size()
    {
        SheetLine line = LectureBracken.LineOf(Setting.BitRate)!;
        line.Fit.ShouldBe(Fit.Compromise);
        line.Size.Label().ShouldBe("−20\u202fMb/s");
    }

    [Fact]
    public void A_preset_between_two_is_chosen_in_mired()
    {
        Standard between = Ottermere.Make("between", Ottermere.LectureRoom.Light, ("white-balance", "preset nearest to 4200 K", null));
        SheetLine bracken = SheetCompiler.Compile(between, Ottermere.Bracken).LineOf(Setting.WhiteBalance)!;

        // 3200 K is 1000 K away and 5600 K is 1400 K away, but in mired 74 against 60.
        bracken.Target!.Label.ShouldBe("5600\u202fK");
        SheetCompiler.Compile(between, Ottermere.Alder).LineOf(Setting.WhiteBalance)!.Target!.Label.ShouldBe("4200\u202fK");
    }

    [Fact]
    public void A_model_without_manual_focus_cannot_and_says_what_to_do()
    {
        CameraModel automatic = Ottermere.Bracken with { Focus = new ModeControl(Manual: false, Automatic: true) };
        SheetLine line = SheetCompiler.Compile(Ottermere.LectureRoom, automatic).LineOf(Setting.FocusMode)!;
        line.Fit.ShouldBe(Fit.NotPossible);
        line.Because.Cases().ShouldContain("no-manual");
    }

    [Fact]
    public void The_predicted_exposure_is_given_only_where_the_model_states_an_iso()
    {
        LectureAlder.Predicted!.Error.Value.ShouldBe(0.014, 0.005);
        LectureBracken.Predicted.ShouldBeNull();
    }

    [Fact]
    public void Every_line_says_why_with_a_rule()
    {
        foreach (SheetLine line in LectureAlder.Lines.Concat(LectureBracken.Lines).Concat(GlassBracken.Lines))
        {
            line.Because.RuleId.ShouldMatch("^[A-Z0-9]+(-[A-Z0-9]+)+$");
            line.Because.Text().ShouldEndWith(".");
            if (line.Fit == Fit.Compromise)
            {
                line.Because.Text().ShouldContain(line.Target!.Label);
                line.SizeLabel.ShouldNotBeEmpty(line.Setting.ToString());
            }
        }
    }

    [Fact]
    public void The_option_of_at_least_double_never_goes_slower()
    {
        Standard faster = Ottermere.Make(
            "faster",
            Ottermere.LectureRoom.Light,
            ("record-format", "1080 23.976p", null),
            ("shutter", "180° or faster", null)
        );
        SheetCompiler.Compile(faster, Ottermere.Alder).LineOf(Setting.Shutter)!.Target!.Label.ShouldBe("1/48");
        CameraModel without48 = Ottermere.Alder with { Shutters = [ExposureTime.OneOver(40), ExposureTime.OneOver(60)] };
        SheetCompiler.Compile(faster, without48).LineOf(Setting.Shutter)!.Target!.Label.ShouldBe("1/60");
        CameraModel slow = Ottermere.Alder with { Shutters = [ExposureTime.OneOver(30)] };
        SheetLine none = SheetCompiler.Compile(faster, slow).LineOf(Setting.Shutter)!;
        none.Fit.ShouldBe(Fit.NotPossible);
        none.Because.Case.ShouldBe("none-fits");
    }

    [Fact]
    public void A_model_without_filters_is_clear_and_cannot_be_darkened()
    {
        CameraModel bare = Ottermere.Alder with { Filters = [] };
        SheetCompiler.Compile(Ottermere.LectureRoom, bare).LineOf(Setting.NeutralDensity)!.Fit.ShouldBe(Fit.Exact);
        SheetLine dark = SheetCompiler.Compile(Ottermere.Glasshouse, bare).LineOf(Setting.NeutralDensity)!;
        dark.Fit.ShouldBe(Fit.NotPossible);
        dark.Because.Whole().First(j => j.Case == "no-filter").Number("required").ShouldBe(2);
    }

    [Fact]
    public void A_card_balance_without_its_memory_goes_to_another_and_without_any_to_a_preset()
    {
        CameraModel onlyB = Ottermere.Bracken with { White = Ottermere.Bracken.White with { Memories = ["B"] } };
        SheetCompiler.Compile(Ottermere.Glasshouse, onlyB).LineOf(Setting.WhiteBalance)!.Target!.Label.ShouldBe("memory B");
        CameraModel none = Ottermere.Bracken with { White = Ottermere.Bracken.White with { Memories = [] } };
        SheetLine preset = SheetCompiler.Compile(Ottermere.Glasshouse, none).LineOf(Setting.WhiteBalance)!;
        preset.Fit.ShouldBe(Fit.Compromise, "a preset is not the card that was asked for, however near");
        preset.Target!.Label.ShouldBe("5600\u202fK");
        CameraModel nothing = none with { White = none.White with { Presets = [] } };
        SheetCompiler.Compile(Ottermere.Glasshouse, nothing).LineOf(Setting.WhiteBalance)!.Fit.ShouldBe(Fit.NotPossible);
    }

    [Fact]
    public void The_lowest_gain_and_the_highest_bit_rate_are_taken_as_they_are()
    {
        Standard ends = Ottermere.Make(
            "ends",
            Ottermere.LectureRoom.Light,
            ("record-format", "2160 29.97p", null),
            ("bit-rate", "highest", null),
            ("gain", "lowest", null)
        );
        Sheet sheet = SheetCompiler.Compile(ends, Ottermere.Alder);
        sheet.LineOf(Setting.BitRate)!.Target!.Label.ShouldBe("140\u202fMb/s");
        sheet.LineOf(Setting.Gain)!.Target!.Label.ShouldBe("−3\u202fdB");
    }

    [Fact]
    public void The_direction_of_an_iris_is_told_in_words()
    {
        GlassBracken.LineOf(Setting.Iris)!.SizeLabel.ShouldBe("open 1\u202fstop");
        GlassBracken
            .LineOf(Setting.NeutralDensity)!
            .SizeLabel.ShouldBe("−0.6\u202fstop", "a filter that takes more is darker, and darker is negative");
    }

    [Fact]
    public void Two_notches_for_one_setting_are_refused() =>
        Should
            .Throw<QuantityException>(() =>
                Ottermere.Make("twice", Ottermere.LectureRoom.Light, ("gain", "0 dB", null), ("gain", "lowest", null))
            )
            .Message.ShouldContain("gain");
}
