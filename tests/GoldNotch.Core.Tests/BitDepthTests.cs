using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>The standard asks for 10 bit: what a format offers, what is read, what the rule finds.</summary>
public class BitDepthTests
{
    private static readonly CameraModel Camera = Ottermere.Alder with
    {
        Formats =
        [
            WholeSheetTests.Format("2160 29.97p", 90) with
            {
                BitDepths = [8],
            },
            WholeSheetTests.Format("1080 29.97p", 45) with
            {
                BitDepths = [8, 10, 12],
            },
            WholeSheetTests.Format("1080 59.94p", 45) with
            {
                BitDepths = [8],
            },
            WholeSheetTests.Format("1080 23.976p", 45),
        ],
    };

    [Theory]
    [InlineData("1080 29.97p", "at least 10 bit", Fit.Exact, 10, 0)]
    [InlineData("1080 29.97p", "at least 9 bit", Fit.Exact, 10, 0)]
    [InlineData("1080 29.97p", "at most 11 bit", Fit.Exact, 10, 0)]
    [InlineData("1080 29.97p", "8 bit", Fit.Exact, 8, 0)]
    [InlineData("2160 29.97p", "at least 8 bit", Fit.Exact, 8, 0)]
    [InlineData("2160 29.97p", "at least 10 bit", Fit.Compromise, 8, -2)]
    [InlineData("1080 29.97p", "16 bit", Fit.Compromise, 12, -4)]
    [InlineData("1080 23.976p", "at least 10 bit", Fit.CheckByEye, 10, 0)]
    public void A_format_gives_the_lowest_depth_that_is_enough_or_the_nearest_with_its_size(
        string format,
        string require,
        Fit fit,
        double target,
        double size
    )
    {
        SheetLine line = Sheet(("record-format", format), ("bit-depth", require)).LineOf(Setting.BitDepth)!;
        line.Fit.ShouldBe(fit);
        line.Target.ShouldBe(new SettingValue.Amount(target, NaturalUnit.Bits));
        line.Size.ShouldBe(new Distance(size, NaturalUnit.Bits));
    }

    [Fact]
    public void Without_a_format_nobody_can_say_it()
    {
        SheetLine line = Sheet(("bit-depth", "at least 10 bit")).LineOf(Setting.BitDepth)!;
        (line.Fit, line.Because.Case).ShouldBe((Fit.CheckByEye, "no-format"));
    }

    [Fact]
    public void The_rule_names_what_is_required_what_the_format_has_and_where_the_camera_has_it()
    {
        RuleFinding found = RuleBook
            .Of(Sheet(("record-format", "2160 29.97p"), ("bit-depth", "at least 10 bit")))
            .Single(f => f.RuleId == "BIT-DEPTH-TOO-LOW");
        found.Grade.ShouldBe(FindingGrade.Warning);
        found.Because.Setting.ShouldBe(Setting.BitDepth);
        found.Because.Case.ShouldBe("too-low-here");
        (found.Because.Number("required"), found.Because.Number("depth")).ShouldBe((10, 8));
        found.Because["others"]!.Text().ShouldBe("1080 29.97p");
        RuleBook
            .Of(Sheet(("record-format", "1080 59.94p"), ("bit-depth", "at least 10 bit")))
            .Single(f => f.RuleId == "BIT-DEPTH-TOO-LOW")
            .Because.Case.ShouldBe("too-low");
    }

    [Theory]
    [InlineData("2160 29.97p", "at least 8 bit")]
    [InlineData("2160 29.97p", "at most 10 bit")]
    [InlineData("1080 29.97p", "at least 12 bit")]
    [InlineData("1080 23.976p", "at least 10 bit")]
    public void The_rule_is_silent_where_it_is_enough_and_where_nobody_knows(string format, string require) =>
        RuleBook.Of(Sheet(("record-format", format), ("bit-depth", require))).ShouldNotContain(f => f.RuleId == "BIT-DEPTH-TOO-LOW");

    [Fact]
    public void What_the_display_shows_is_read_against_the_depths_of_the_format()
    {
        Sheet sheet = Sheet(("record-format", "1080 29.97p"), ("bit-depth", "at least 10 bit"));
        Dictionary<Setting, Reading> read = Ottermere.Read(sheet, ("bit-depth", "8 bit"));
        Verdict verdict = CheckEvaluator.Evaluate(sheet, read).Single(v => v.Line.Setting == Setting.BitDepth);
        (verdict.Kind, verdict.Off).ShouldBe((VerdictKind.OffTarget, new Distance(-2, NaturalUnit.Bits)));
        Should.Throw<QuantityException>(() => Ottermere.Read(sheet, ("bit-depth", "9"))).Message.ShouldContain("8, 10, 12");
        Dial.Of(Setting.BitDepth, Camera, new SettingValue.Format(FrameSize.Parse("2160"), ScanRate.Parse("29.97p")))
            .Detents.Select(d => d.At)
            .ShouldBe([8]);
    }

    [Fact]
    public void A_change_of_the_format_makes_its_reading_stale() =>
        SettingDefinition.Of(Setting.RecordFormat).Moves.ShouldContain(Setting.BitDepth);

    private static Sheet Sheet(params (string Setting, string Require)[] notches) =>
        SheetCompiler.Compile(
            Ottermere.Make("any", Ottermere.LectureRoom.Light, [.. notches.Select(n => (n.Setting, n.Require, (string?)null))]),
            Camera
        );
}
