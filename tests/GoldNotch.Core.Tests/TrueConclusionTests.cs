using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>Conclusions that an audit found false, and their sisters.</summary>
public class TrueConclusionTests
{
    private static readonly CameraModel AtBase = Ottermere.Alder with
    {
        Gain = Ottermere.Alder.Gain with { FixedToBase = ["log"], Cap = new Decibels(9) },
        Choices = ImmutableDictionary<Setting, ChoiceControl>.Empty.Add(
            Setting.Profile,
            new ChoiceControl([new ChoicePosition("log", "LOG"), new ChoicePosition("department", "PP1")], false)
        ),
    };

    [Theory]
    [InlineData("manual", "by-hand", VerdictKind.OffTarget)]
    [InlineData("auto", "on-purpose", VerdictKind.OnTarget)]
    public void An_iris_held_by_hand_where_automatic_is_required_is_off_target_in_the_consequences_too(
        string control,
        string exposure,
        VerdictKind iris
    )
    {
        Sheet sheet = Of(Ottermere.Alder, ("gain", "0 dB"), ("nd", "clear"), ("iris-control", "automatic"));
        Dictionary<Setting, Reading> readings = Ottermere.Read(
            sheet,
            ("record-format", "1080 29.97p"),
            ("shutter", "1/60"),
            ("gain", "0"),
            ("nd", "clear"),
            ("iris-control", control),
            ("iris", "8")
        );
        Consequence found = Topic(Ottermere.Now(sheet, readings), ConsequenceTopic.Exposure);
        (found.Because.Case, found.Severity == Severity.Fault).ShouldBe((exposure, control == "manual"));
        CheckEvaluator.Evaluate(sheet, readings).Single(v => v.Line.Setting == Setting.Iris).Kind.ShouldBe(iris);
    }

    [Fact]
    public void Focus_held_by_hand_where_automatic_is_required_says_that_nobody_follows()
    {
        Sheet sheet = Of(Ottermere.Alder, ("focus-mode", "automatic"));
        Consequence by(string read) => Topic(Ottermere.Now(sheet, Ottermere.Read(sheet, ("focus-mode", read))), ConsequenceTopic.Focus);
        (by("manual").Because.Case, by("manual").Severity).ShouldBe(("by-hand", Severity.Fault));
        (by("auto").Because.Case, by("auto").Severity).ShouldBe(("on-purpose", Severity.Fine));
    }

    [Theory]
    [InlineData("1/4", "more")]
    [InlineData("clear", "less")]
    public void What_is_set_darker_by_hand_asks_an_automatic_for_more(string filter, string asks)
    {
        Sheet sheet = Of(Ottermere.Alder, ("gain", "0 dB"), ("nd", filter == "clear" ? "2 stops" : "clear"), ("iris-control", "automatic"));
        Dictionary<Setting, Reading> readings = Ottermere.Read(
            sheet,
            ("record-format", "1080 29.97p"),
            ("shutter", "1/60"),
            ("gain", "0"),
            ("nd", filter),
            ("iris-control", "auto")
        );
        Consequence found = Topic(Ottermere.Now(sheet, readings), ConsequenceTopic.Exposure);
        found.Because.Case.ShouldBe("on-purpose-off");
        found.Because.Text().ShouldContain($"stops {asks} than the sheet");
    }

    [Fact]
    public void A_shutter_far_away_on_the_dial_is_steadier_and_only_where_none_is_nothing_is_offered()
    {
        var light = new SceneLight("tungsten", new Lux(500), new Kelvin(3200), 50, LampKind.UnknownLed);
        ScanRate rate = ScanRate.Parse("25p");
        SteadierShutter.For(Ottermere.Alder, rate, light, ExposureTime.OneOver(500))!.Time.Label().ShouldBe("1/100");
        CameraModel fast = Ottermere.Alder with { Shutters = [ExposureTime.OneOver(500), ExposureTime.OneOver(480)] };
        SteadierShutter.For(fast, rate, light, ExposureTime.OneOver(500)).ShouldBeNull();
        SteadierShutter
            .For(
                Ottermere.Alder with
                {
                    Shutters = [ExposureTime.OneOver(60), ExposureTime.OneOver(50), ExposureTime.OneOver(100)],
                },
                rate,
                light,
                ExposureTime.OneOver(60)
            )!
            .Time.Label()
            .ShouldBe("1/50", "a near one before a far one");
    }

    [Theory]
    [InlineData("59.94p", "59.94i", "other-scan-same-steps")]
    [InlineData("59.94i", "59.94p", "other-scan-fields")]
    [InlineData("29.97p", "59.94i", "other-scan-progressive")]
    [InlineData("59.94i", "29.97p", "other-scan")]
    public void Pictures_and_fields_of_one_rate_have_the_same_steps_in_time(string read, string required, string because)
    {
        CameraModel model = Ottermere.Alder;
        Sheet sheet = SheetCompiler.Compile(
            Ottermere.Make("scan", Ottermere.LectureRoom.Light, ("record-format", $"1080 {required}", null)),
            model
        );
        Consequence format = Topic(Ottermere.Now(sheet, Ottermere.Read(sheet, ("record-format", $"1080 {read}"))), ConsequenceTopic.Format);
        format.Because.Then.Select(t => t.Case).ShouldBe([because]);
    }

    [Fact]
    public void Gain_on_a_curve_recorded_at_base_has_one_answer_in_sheet_verdict_and_consequence()
    {
        Sheet sheet = SheetCompiler.Compile(
            Ottermere.Make(
                "log",
                Ottermere.LectureRoom.Light with
                {
                    Illuminance = new Lux(20),
                },
                ("record-format", "1080 29.97p", null),
                ("shutter", "180°", null),
                ("gain", "6 dB", null),
                ("nd", "clear", null),
                ("iris", "as metered", null),
                ("profile", "log", null)
            ),
            AtBase
        );
        SheetLine gain = sheet.LineOf(Setting.Gain)!;
        sheet.Target<SettingValue.GainAt>(Setting.Gain)!.Gain.ShouldBe(Decibels.Zero);
        (gain.Because.Case, gain.Light).ShouldBe(("records-at-base-instead", Stops.Zero));
        RuleBook.Of(sheet).ShouldContain(f => f.Because.RuleId == "GAIN-ON-CURVE");
        Dictionary<Setting, Reading> readings = Ottermere.AsSheet(sheet, ("gain", "+6"));
        CheckEvaluator.Evaluate(sheet, readings).Single(v => v.Line.Setting == Setting.Gain).Because.Case.ShouldBe("monitor-only");
        Topic(Ottermere.Now(sheet, readings), ConsequenceTopic.Noise).Because.Case.ShouldBe("monitoring");
        Ottermere.Now(sheet, readings).Order.ShouldNotContain(o => o.Setting == Setting.Gain);
    }

    [Fact]
    public void Light_left_is_one_number_and_the_iris_line_counts_the_gain_that_was_added()
    {
        Sheet sheet = InLight(AtBase, "as metered", 6);
        SheetLine gain = sheet.LineOf(Setting.Gain)!;
        SheetLine iris = sheet.LineOf(Setting.Iris)!;
        gain.Because.Case.ShouldBe("raised");
        double left = sheet.Predicted!.Error.Value;
        left.ShouldBeLessThan(-1);
        gain.Because.Then.Single(t => t.Case == "still-missing").Number("left")!.Value.ShouldBe(left, 1e-9);
        iris.Because.Number("off")!.Value.ShouldBe(left, 1e-9);
        iris.Size.Amount.ShouldBe(left, 1e-9);
        sheet.LightLeft.Value.ShouldBe(left, 1e-9);
        iris.Because.Text().ShouldNotContain("gain");
    }

    [Theory]
    [InlineData(120, "raised-by-standard")]
    [InlineData(null, "raised")]
    public void A_cap_is_said_to_be_the_models_only_where_it_is(int? limit, string because)
    {
        Standard standard = Dark("as metered", 6);
        Sheet sheet = SheetCompiler.Compile(
            limit is null ? standard : standard with { Exposure = standard.Exposure with { NoiseLimit = new Decibels(6) } },
            AtBase
        );
        sheet.LineOf(Setting.Gain)!.Because.Case.ShouldBe(because);
    }

    [Fact]
    public void Without_a_shutter_no_gain_is_worked_out()
    {
        Standard standard = Ottermere.Make(
            "open",
            Ottermere.LectureRoom.Light,
            ("record-format", "1080 25p", null),
            ("shutter", "180°", null),
            ("gain", "0 dB", null),
            ("iris", "f/1.8, takes up the rest", null)
        );
        Sheet sheet = SheetCompiler.Compile(standard, AtBase);
        sheet.Target<SettingValue.Speed>(Setting.Shutter).ShouldBeNull("the model has no such rate");
        sheet.Target<SettingValue.GainAt>(Setting.Gain)!.Gain.ShouldBe(Decibels.Zero);
        sheet.LineOf(Setting.Gain)!.Because.Then.Select(t => t.Case).ShouldContain("not-known");
    }

    [Theory]
    [InlineData(500, 0)]
    [InlineData(1000, 1)]
    [InlineData(250, -1)]
    public void An_iris_that_takes_up_the_rest_follows_the_meter_where_light_and_speed_are_stated(double lux, double stops)
    {
        Sheet sheet = InLight(Ottermere.Alder with { Gain = Ottermere.Alder.Gain with { Cap = null } }, "f/3.5, takes up the rest", lux);
        double before = 2 * Math.Log2(sheet.Target<SettingValue.Iris>(Setting.Iris)!.Number.Value / FNumber.Parse("2.8").Value);
        before.ShouldBe(
            stops > 0 ? 1
                : stops < 0 ? 2 * Math.Log2(2.6 / FNumber.Parse("2.8").Value)
                : 0,
            0.01
        );
        Math.Abs(sheet.LightLeft.Value).ShouldBeLessThanOrEqualTo(stops < 0 ? 1 : 1.0 / 6);
        sheet.LineOf(Setting.Iris)!.Fit.ShouldBe(Fit.Compromise);
    }

    [Fact]
    public void An_iris_that_only_the_camera_moves_is_not_exact()
    {
        SheetLine line = Of(Ottermere.Alder with { Iris = new ModeControl(false, true) }).LineOf(Setting.Iris)!;
        (line.Fit, line.Because.Case).ShouldBe((Fit.NotPossible, "no-hand"));
    }

    [Fact]
    public void As_metered_is_a_remedy_only_where_the_lens_reaches_it()
    {
        string Remedy(double lux) =>
            RuleBook
                .Of(InLight(Ottermere.Alder with { Gain = Ottermere.Alder.Gain with { Cap = null } }, "f/5.6", lux))
                .Single(f => f.Because.RuleId == "METER-DISAGREES")
                .Because.Then.Single()
                .Case;
        Remedy(500).ShouldBe("as-metered");
        Remedy(20).ShouldBe("add-light");
    }

    [Fact]
    public void Without_a_limiter_there_is_one_target_of_audio_peaks_and_it_is_lower()
    {
        Sheet sheet = Of(Ottermere.Alder with { NotFitted = [Setting.Limiter] }, ("audio-peak-level", "−12 dBFS"), ("limiter", "on"));
        sheet.Target<SettingValue.Amount>(Setting.AudioPeakLevel)!.Value.ShouldBe(-18);
        sheet.LineOf(Setting.AudioPeakLevel)!.Fit.ShouldBe(Fit.Compromise);
        sheet.LineOf(Setting.Limiter)!.Because.Text().ShouldNotContain("dBFS");
        Of(Ottermere.Alder, ("audio-peak-level", "−12 dBFS"), ("limiter", "on"))
            .Target<SettingValue.Amount>(Setting.AudioPeakLevel)!
            .Value.ShouldBe(-12);
    }

    [Fact]
    public void A_camera_without_sound_has_no_audio_lines()
    {
        Sheet sheet = Of(
            Ottermere.Alder with
            {
                NotFitted = [Setting.AudioFormat, Setting.Input1],
            },
            ("audio-peak-level", "−12 dBFS"),
            ("headphones", "done"),
            ("audio-format", "linear PCM")
        );
        sheet.LineOf(Setting.AudioPeakLevel).ShouldBeNull();
        sheet.LineOf(Setting.Headphones).ShouldBeNull();
        Ottermere.Now(sheet, []).Items.ShouldNotContain(i => i.Topic == ConsequenceTopic.Audio);
    }

    [Theory]
    [InlineData("+12", "−3 dB", 4.0)]
    [InlineData("+12", "0 dB", 4.0)]
    [InlineData("+6", "0 dB", 2.0)]
    public void Below_zero_gain_earns_no_amplitude_of_noise(string read, string required, double times)
    {
        Sheet sheet = Of(Ottermere.Alder, ("gain", required));
        Consequence noise = Topic(Ottermere.Now(sheet, Ottermere.Read(sheet, ("gain", read))), ConsequenceTopic.Noise);
        noise.Because.Number("factor")!.Value.ShouldBe(times, 0.05);
    }

    private static Standard Dark(string iris, double lux) =>
        Ottermere.Make(
            "light",
            Ottermere.LectureRoom.Light with
            {
                Illuminance = new Lux(lux),
            },
            ("record-format", "1080 29.97p", null),
            ("shutter", "180°", null),
            ("gain", "0 dB", null),
            ("nd", "clear", null),
            ("iris", iris, null)
        );

    private static Sheet InLight(CameraModel model, string iris, double lux) => SheetCompiler.Compile(Dark(iris, lux), model);
}
