using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What once passed as fine although it was wrong.</summary>
public class RightJudgementTests
{
    internal static readonly CameraModel TwoBases = WholeSheetTests.Cine with
    {
        Gain = WholeSheetTests.Cine.Gain with
        {
            Bases =
            [
                WholeSheetTests.Cine.Gain.Bases[0],
                WholeSheetTests.Cine.Gain.Bases[1] with
                {
                    Base = WholeSheetTests.Cine.Gain.Bases[1].Base with { NoisePenalty = new Decibels(4) },
                },
            ],
        },
    };

    [Fact]
    public void Another_base_at_the_same_gain_is_another_exposure_and_its_own_noise()
    {
        Sheet sheet = Of(TwoBases, ("base-iso", "low"), ("gain", "0 dB"));
        ConsequenceReport now = Now(sheet, ("base-iso", "high"));
        Topic(now, ConsequenceTopic.Exposure).Because.Number("total")!.Value.ShouldBe(Math.Log2(2500.0 / 500), 1e-9);
        Topic(now, ConsequenceTopic.Exposure).Severity.ShouldBe(Severity.Fault);
        Topic(now, ConsequenceTopic.Noise).Because.Number("up")!.Value.ShouldBe(4, 1e-9);
        Topic(now, ConsequenceTopic.Noise).Severity.ShouldBe(Severity.Fault);
        Topic(Now(sheet), ConsequenceTopic.Exposure).Severity.ShouldBe(Severity.Fine);
    }

    [Fact]
    public void A_camera_with_one_base_has_no_part_of_it_in_its_exposure() =>
        Now(Of(Ottermere.Alder, ("base-iso", "low"), ("gain", "0 dB"))).Terms.ShouldNotContain(t => t.Setting == Setting.BaseIso);

    [Theory]
    [InlineData("+12 dB", "0", "less", 0.0)]
    [InlineData("0 dB", "-3", "down", 0.498)]
    [InlineData("+6 dB", "-3", "down", 0.498)]
    public void Only_below_0_dB_does_lowering_gain_cost_highlights(string required, string read, string told, double lost)
    {
        Consequence noise = Topic(Now(Of(Ottermere.Alder, ("gain", required)), ("gain", read)), ConsequenceTopic.Noise);
        noise.Because.Case.ShouldBe(told);
        noise.Because.Number("lost")!.Value.ShouldBe(lost, 0.001);
    }

    // Low is ISO 500, high ISO 2500 from −3 dB: at 200 lux the low base would be at +10 dB and the high one is brighter at any gain it has.
    [Theory]
    [InlineData(200, "high", Fit.Exact, "use-high-over")]
    [InlineData(265, "low", Fit.Exact, "keep-low")]
    [InlineData(100, "high", Fit.Exact, "use-high")]
    public void The_lower_base_is_not_kept_above_its_limit(double lux, string word, Fit fit, string told)
    {
        SheetLine line = InLight(WholeSheetTests.Cine, lux);
        (line.Fit, line.Because.Case).ShouldBe((fit, told));
        line.Target.ShouldBeOfType<SettingValue.Choice>().Word.ShouldBe(word);
    }

    [Theory]
    [InlineData(1.6, "none-reaches")]
    [InlineData(0.4, "above-cap")]
    public void Where_no_base_reaches_the_rating_the_sheet_does_not_call_it_exact(double lux, string told)
    {
        CameraModel quiet = WholeSheetTests.Cine with
        {
            Gain = WholeSheetTests.Cine.Gain with
            {
                Cap = new Decibels(60),
                Bases = [.. WholeSheetTests.Cine.Gain.Bases.Select(b => b with { Base = b.Base with { MaxGain = new Decibels(12) } })],
            },
        };
        SheetLine line = InLight(quiet, lux);
        (line.Fit, line.Because.Case).ShouldBe((Fit.Compromise, told));
    }

    [Fact]
    public void A_high_gain_that_the_sheet_requires_is_not_called_clean()
    {
        Sheet sheet = Of(Ottermere.Alder, ("gain", "+12 dB"));
        Consequence noise = Topic(Now(sheet), ConsequenceTopic.Noise);
        (noise.Severity, noise.Because.Case).ShouldBe((Severity.Slight, "as-required-high"));
        sheet.LineOf(Setting.Gain)!.Because.Case.ShouldBe("has-above");
        RuleBook.Of(sheet).ShouldContain(f => f.RuleId == "GAIN-ABOVE-LIMIT");
        Topic(Now(Of(Ottermere.Alder, ("gain", "0 dB"))), ConsequenceTopic.Noise).Severity.ShouldBe(Severity.Fine);
    }

    [Fact]
    public void From_a_required_gain_down_to_another_above_0_dB_nothing_is_lost_above_grey()
    {
        SheetLine line = Of(Ottermere.Bracken, ("gain", "+6 dB")).LineOf(Setting.Gain)!;
        (line.Target!.Label, line.Because.Case).ShouldBe(("M, +3\u202fdB", "below-only"));
        Of(Ottermere.Bracken, ("gain", "0 dB")).LineOf(Setting.Gain)!.Because.Case.ShouldBe("below");
    }

    [Theory]
    [InlineData("-3", Severity.Fault, "peaks-too-high", 9)]
    [InlineData("-8", Severity.Slight, "peaks-high", 4)]
    [InlineData("-20", Severity.Slight, "peaks-off", -8)]
    public void A_hot_level_is_turned_down_and_a_quiet_one_up(string read, Severity severity, string told, double off)
    {
        Consequence audio = Topic(
            Now(Of(Ottermere.Alder, ("audio-peak-level", "-12 dBFS")), ("audio-peak-level", read)),
            ConsequenceTopic.Audio
        );
        (audio.Severity, audio.Because.Case, audio.Because.Number("off")).ShouldBe((severity, told, off));
    }

    [Theory]
    [InlineData("audio-peak-level", "12")]
    [InlineData("timecode-hour", "27")]
    [InlineData("timecode-hour", "1.5")]
    public void What_no_camera_shows_is_asked_back(string setting, string typed) =>
        Should
            .Throw<QuantityException>(() =>
                ReadingParser.Parse(SettingDefinition.Parse(setting), Of(Ottermere.Alder), typed, new Dictionary<Setting, Reading>())
            )
            .Fault.ShouldBe(QuantityFault.OutOfRange);

    [Fact]
    public void Automatic_that_the_sheet_requires_is_told_and_not_put_right()
    {
        Sheet sheet = Of(Ottermere.Alder, ("iris-control", "automatic"), ("focus-mode", "automatic"));
        ImmutableArray<Verdict> read = CheckEvaluator.Evaluate(
            sheet,
            new Dictionary<Setting, Reading>
            {
                [Setting.IrisControl] = Reading.Automatic.Instance,
                [Setting.Iris] = new Reading.Of(new SettingValue.Iris(new FNumber(11))),
                [Setting.FocusMode] = Reading.Automatic.Instance,
            }
        );
        read.ShouldAllBe(v => !v.NeedsCorrection);
        ConsequenceReport now = Consequences.Of(sheet, read);
        Topic(now, ConsequenceTopic.Exposure).Because.Case.ShouldBe("on-purpose");
        Topic(now, ConsequenceTopic.Exposure).Severity.ShouldBe(Severity.Fine);
        Topic(now, ConsequenceTopic.Focus).Because.Case.ShouldBe("on-purpose");
        CheckEvaluator
            .Evaluate(sheet, new Dictionary<Setting, Reading>())
            .Single(v => v.Line.Setting == Setting.Iris)
            .Kind.ShouldBe(VerdictKind.OnTarget);
    }

    [Fact]
    public void A_unit_is_due_while_required_lines_are_unread_or_it_was_away_since()
    {
        var day = new DateOnly(2026, 11, 20);
        var whole = new LastCheck(day, "Lecture room", 14, []);
        Readiness Of(LastCheck last) => Readiness.Of(UnitStatus.In, null, last, day.AddDays(1));
        Of(whole).State.ShouldBe(ReadinessState.Ready);
        Readiness unread = Of(whole with { Unread = [Setting.Gain] });
        (unread.State, unread.Because.Case).ShouldBe((ReadinessState.Due, "unread"));
        Readiness back = Of(whole with { CameBack = day });
        (back.State, back.Because.Case).ShouldBe((ReadinessState.Due, "back"));
        Readiness earlier = Of(whole with { Wrong = [Setting.Gain], Earlier = [Setting.Gain] });
        (earlier.State, earlier.Because.Case).ShouldBe((ReadinessState.Off, "earlier"));
    }

    [Fact]
    public void A_shift_of_automatic_exposure_is_a_term_of_it()
    {
        Sheet sheet = Of(Ottermere.Alder, ("iris-control", "automatic"), ("auto-exposure-shift", "0"));
        ConsequenceReport now = Consequences.Of(
            sheet,
            CheckEvaluator.Evaluate(
                sheet,
                new Dictionary<Setting, Reading>
                {
                    [Setting.IrisControl] = Reading.Automatic.Instance,
                    [Setting.AutoExposureShift] = new Reading.Of(new SettingValue.Amount(1, NaturalUnit.Stops)),
                }
            )
        );
        Consequence exposure = Topic(now, ConsequenceTopic.Exposure);
        (exposure.Severity, exposure.Because.Case).ShouldBe((Severity.Fault, "on-purpose-off"));
        exposure.Because.Number("total").ShouldBe(1);
    }

    [Fact]
    public void Focus_switches_that_disagree_are_a_fault_on_the_sheet_and_on_the_bench()
    {
        CameraModel twoSwitches = Ottermere.Alder with
        {
            Choices = Ottermere.Alder.Choices.SetItem(
                Setting.LensFocus,
                new ChoiceControl([new ChoicePosition("manual", "MF"), new ChoicePosition("automatic", "AF")], false)
            ),
        };
        Sheet sheet = Of(twoSwitches, ("focus-mode", "automatic"), ("lens-focus", "manual"));
        RuleBook.Of(sheet).ShouldContain(f => f.RuleId == "FOCUS-SWITCHES");
        RuleBook
            .Of(Of(twoSwitches, ("focus-mode", "manual"), ("lens-focus", "manual")))
            .ShouldNotContain(f => f.RuleId == "FOCUS-SWITCHES");
        Sheet manual = Of(twoSwitches, ("focus-mode", "manual"), ("lens-focus", "manual"));
        Consequence focus = Topic(Now(manual, ("focus-mode", "auto"), ("lens-focus", "manual")), ConsequenceTopic.Focus);
        (focus.Severity, focus.Because.Case).ShouldBe((Severity.Fault, "disagree"));
    }

    [Fact]
    public void Gain_under_a_curve_that_records_at_base_is_for_the_monitor_only()
    {
        CameraModel log = WholeSheetTests.Cine with { Gain = WholeSheetTests.Cine.Gain with { FixedToBase = ["log"] } };
        Sheet sheet = Of(log, ("base-iso", "low"), ("gain", "0 dB"), ("profile", "log"));
        ConsequenceReport now = Now(sheet, ("gain", "+6"));
        Topic(now, ConsequenceTopic.Exposure).Severity.ShouldNotBe(Severity.Fault);
        Topic(now, ConsequenceTopic.Noise).Because.Case.ShouldBe("monitoring");
        RuleBook.Of(Of(log, ("base-iso", "low"), ("gain", "+6 dB"), ("profile", "log"))).ShouldContain(f => f.RuleId == "GAIN-ON-CURVE");
        RuleBook.Of(sheet).ShouldNotContain(f => f.RuleId == "GAIN-ON-CURVE");
    }

    [Theory]
    [InlineData(50, FootageUse.Live, "50i")]
    [InlineData(50, FootageUse.Web, "25p")]
    [InlineData(50, FootageUse.Film, "23.976p")]
    [InlineData(60, FootageUse.Web, "29.97p")]
    public void A_use_proposes_the_rates_of_the_mains(double mains, FootageUse use, string rate) =>
        FootageProposal.For(use, Policies.Defaults, mains).Rate.Label().ShouldBe(rate);

    private static SheetLine InLight(CameraModel model, double lux) =>
        SheetCompiler
            .Compile(
                Ottermere.Make(
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
                ),
                model
            )
            .LineOf(Setting.BaseIso)!;

    internal static Sheet Of(CameraModel model, params (string Setting, string Require)[] notches) =>
        SheetCompiler.Compile(
            Ottermere.Make(
                "any",
                Ottermere.LectureRoom.Light,
                [
                    ("record-format", "1080 29.97p", null),
                    ("shutter", "180°", null),
                    ("iris", "f/5.6", null),
                    .. notches.Select(n => (n.Setting, n.Require, (string?)null)),
                ]
            ),
            model
        );

    internal static ConsequenceReport Now(Sheet sheet, params (string Setting, string Read)[] otherwise) =>
        Ottermere.Now(sheet, Ottermere.AsSheet(sheet, otherwise));

    internal static Consequence Topic(ConsequenceReport now, ConsequenceTopic topic) => now.Items.Single(i => i.Topic == topic);
}
