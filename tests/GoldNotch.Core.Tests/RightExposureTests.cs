using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>Exposure, base and gain: what once was assumed, called exact, or said in two ways that do not agree.</summary>
public class RightExposureTests
{
    // ISO 1000 is +6 dB on the low base of 500 and −8 dB, which it does not have, on the high one; 2500 is +14 dB or 0 dB.
    [Fact]
    public void An_ISO_that_two_bases_reach_is_not_taken_for_one_of_them_before_the_base_is_read()
    {
        Sheet sheet = Of(TwoBases, ("base-iso", "low"), ("gain", "0 dB"));
        QuantityException asked = Should.Throw<QuantityException>(() => Ottermere.Read(sheet, ("gain", "ISO 2500")));
        asked.Message.ShouldContain("low base");
        asked.Message.ShouldContain("high base");
        Should.Throw<QuantityException>(() => Ottermere.Read(sheet, ("gain", "2500"))).Message.ShouldBe(asked.Message);
        Ottermere.Read(sheet, ("gain", "ISO 1000")).Count.ShouldBe(1, "only the low base reaches it");
        ReadGain(sheet, ("base-iso", "high"), ("gain", "ISO 2500")).ShouldBe(0, 0.3);
        ReadGain(sheet, ("gain", "ISO 2500 low")).ShouldBe(14, 0.3);
        Should
            .Throw<QuantityException>(() => Ottermere.Read(sheet, ("gain", "ISO 2500 high")))
            .Message.ShouldContain("Read base ISO first");
    }

    [Theory]
    [InlineData(9000)]
    [InlineData(500)]
    [InlineData(12)]
    [InlineData(400_000)]
    public void What_the_lines_leave_and_what_the_meter_predicts_are_one_number_where_the_iris_is_metered(double lux)
    {
        foreach (CameraModel model in new[] { Ottermere.Alder, TwoBases })
        {
            Sheet sheet = Metered(model, lux);
            sheet.Compromises.Value.ShouldBe(sheet.Predicted!.Error.Value, 1e-9);
            sheet.LightLeft.ShouldBe(sheet.Predicted.Error);
        }
    }

    [Fact]
    public void An_iris_that_the_lens_does_not_have_leaves_the_picture_dark_and_is_not_called_closing()
    {
        SheetLine iris = Metered(Ottermere.Alder with { Gain = Ottermere.Alder.Gain with { Cap = null } }, 12).LineOf(Setting.Iris)!;
        iris.Size.Amount.ShouldBe(-7.12, 0.01);
        iris.SizeLabel.Replace('\u202f', ' ').ShouldBe("7.1 stops too dark");
        Core.Sheets.Coverage.CoverageCell.Short(iris).Case.ShouldBe("missed");
    }

    [Fact]
    public void A_model_that_states_no_ISO_is_not_set_to_its_lowest_gain_in_the_dark()
    {
        SheetLine dark = Metered(Ottermere.Bracken with { Gain = Ottermere.Bracken.Gain with { Cap = new Decibels(3) } }, 12)
            .LineOf(Setting.Gain)!;
        (dark.Fit, dark.Target, dark.Because.Case, dark.Because.Figure("gain")).ShouldBe((Fit.CheckByEye, null, "by-picture", "M, +3 dB"));
        Metered(Ottermere.Bracken, 500).LineOf(Setting.Gain)!.Target!.Label.ShouldStartWith("L");
        Metered(Ottermere.Alder, 12).LineOf(Setting.Gain)!.Fit.ShouldNotBe(Fit.CheckByEye, "its ISO is stated");
    }

    [Theory]
    [InlineData("M", VerdictKind.OnTarget)]
    [InlineData("H", VerdictKind.OffTarget)]
    public void What_the_sheet_leaves_to_the_picture_still_ends_at_the_cap(string read, VerdictKind kind)
    {
        Sheet sheet = Metered(Ottermere.Bracken with { Gain = Ottermere.Bracken.Gain with { Cap = new Decibels(3) } }, 12);
        CheckEvaluator
            .Evaluate(sheet, Ottermere.Read(sheet, ("gain", read)))
            .Single(v => v.Line.Setting == Setting.Gain)
            .Kind.ShouldBe(kind);
    }

    [Fact]
    public void Where_gain_is_left_to_the_picture_nothing_is_claimed_of_the_exposure_and_noise_is_told_as_read()
    {
        Sheet sheet = Metered(Ottermere.Bracken with { Gain = Ottermere.Bracken.Gain with { Cap = new Decibels(3) } }, 12);
        ConsequenceReport now = Ottermere.Now(
            sheet,
            Ottermere.Read(sheet, ("record-format", "1080 29.97p"), ("shutter", "1/60"), ("gain", "M"))
        );
        (Topic(now, ConsequenceTopic.Exposure).Severity, Topic(now, ConsequenceTopic.Exposure).Because.Case).ShouldBe(
            (Severity.Unknown, "by-picture")
        );
        (Topic(now, ConsequenceTopic.Noise).Severity, Topic(now, ConsequenceTopic.Noise).Because.Figure("against")).ShouldBe(
            (Severity.Slight, "+3 dB")
        );
    }

    [Fact]
    public void What_gain_takes_up_is_no_longer_said_to_be_missing_of_the_iris()
    {
        Sheet sheet = SheetCompiler.Compile(
            Ottermere.LectureRoom,
            Ottermere.Alder with
            {
                Lens = Ottermere.Alder.Lens with { WidestAtShort = new FNumber(4) },
                Gain = Ottermere.Alder.Gain with { Cap = new Decibels(9) },
            }
        );
        sheet.LineOf(Setting.Gain)!.Because.Case.ShouldBe("raised");
        sheet.LineOf(Setting.Iris)!.Because.Cases().ShouldNotContain("remains");
    }

    [Fact]
    public void A_shutter_at_the_right_angle_is_right_while_the_rate_is_wrong()
    {
        CameraModel byAngle = WholeSheetTests.Cine;
        Sheet sheet = Of(byAngle, ("gain", "0 dB"));
        sheet.Target<SettingValue.Speed>(Setting.Shutter)!.Angle!.Value.Degrees.ShouldBe(180);
        Dictionary<Setting, Reading> readings = Ottermere.AsSheet(sheet, ("record-format", "1080 119.88p"), ("shutter", "180°"));
        Verdict shutter = CheckEvaluator.Evaluate(sheet, readings).Single(v => v.Line.Setting == Setting.Shutter);
        shutter.Kind.ShouldBe(VerdictKind.OnTarget);
        ConsequenceReport now = Ottermere.Now(sheet, readings);
        now.Order.Select(o => (o.Setting, o.To.Case))
            .ShouldBe([(Setting.RecordFormat, "set-to"), (Setting.Shutter, "read-again")], "there is nothing to set it to");
        now.Terms.Single(t => t.Setting == Setting.Shutter).Change.Value.ShouldBe(-2, 1e-9, "until then the picture is darker");
    }

    private static double ReadGain(Sheet sheet, params (string Setting, string Text)[] typed) =>
        ((SettingValue.GainAt)((Reading.Of)Ottermere.Read(sheet, typed)[Setting.Gain]).Value).Gain.Value;

    private static Sheet Metered(CameraModel model, double lux) =>
        SheetCompiler.Compile(
            Ottermere.Make(
                "any",
                Ottermere.LectureRoom.Light with
                {
                    Illuminance = new Lux(lux),
                },
                ("record-format", "1080 29.97p", null),
                ("shutter", "180°", null),
                ("base-iso", "low", null),
                ("gain", "base", null),
                ("nd", "2 stops", null),
                ("iris", "as metered", null)
            ),
            model
        );
}
