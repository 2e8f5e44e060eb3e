using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.RightJudgementTests;

namespace GoldNotch.Core.Tests;

/// <summary>Full auto required where nobody operates the camera: a stated exception that is judged as one.</summary>
public class UnattendedTests
{
    private static readonly Sheet Watch = Of(
        Ottermere.Alder,
        ("full-auto", "on"),
        ("gain", "0 dB"),
        ("iris-control", "manual"),
        ("white-balance", "preset nearest to 3200 K"),
        ("nd", "clear")
    );

    [Fact]
    public void What_full_auto_decides_is_not_asked_of_anybody()
    {
        Watch.Target<SettingValue.Switch>(Setting.FullAuto)!.On.ShouldBeTrue();
        Setting[] decided = [.. Watch.Lines.Where(l => l.NothingToDo).Select(l => l.Setting)];
        decided.ShouldBe([Setting.Shutter, Setting.Gain, Setting.IrisControl, Setting.Iris, Setting.WhiteBalance]);
        Watch.LineOf(Setting.NeutralDensity)!.NothingToDo.ShouldBeFalse("no camera moves its filter");
        CheckEvaluator
            .Evaluate(Watch, Ottermere.Read(Watch, ("full-auto", "on"), ("shutter", "1/250"), ("gain", "auto")))
            .Where(v => v.Kind != VerdictKind.OnTarget)
            .Select(v => v.Line.Setting)
            .ShouldBe([Setting.RecordFormat, Setting.NeutralDensity], "they were not read");
    }

    [Fact]
    public void Its_consequences_say_what_automatic_does_and_nothing_says_to_manual()
    {
        Dictionary<Setting, Reading> readings = Ottermere.Read(
            Watch,
            ("full-auto", "on"),
            ("record-format", "1080 29.97p"),
            ("nd", "clear")
        );
        ConsequenceReport now = Ottermere.Now(Watch, readings);
        now.Order.ShouldBeEmpty();
        now.Items.ShouldNotContain(i => i.Severity == Severity.Automatic || i.Severity == Severity.Fault);
        foreach (
            ConsequenceTopic topic in new[]
            {
                ConsequenceTopic.Exposure,
                ConsequenceTopic.Noise,
                ConsequenceTopic.WhiteBalance,
                ConsequenceTopic.ShutterAngle,
            }
        )
        {
            Topic(now, topic).Because.Case.ShouldBe("on-purpose", topic.ToString());
        }
    }

    [Fact]
    public void Found_off_it_is_the_one_thing_to_correct()
    {
        Dictionary<Setting, Reading> readings = Ottermere.Read(
            Watch,
            ("full-auto", "off"),
            ("record-format", "1080 29.97p"),
            ("nd", "clear")
        );
        Ottermere.Now(Watch, readings).Order.Select(o => o.Setting).ShouldBe([Setting.FullAuto]);
    }

    [Fact]
    public void A_model_without_it_says_what_to_do_instead()
    {
        SheetLine line = Of(Ottermere.Alder with { HasFullAuto = false }, ("full-auto", "on")).LineOf(Setting.FullAuto)!;
        (line.Fit, line.Because.Case).ShouldBe((Fit.NotPossible, "no-full-auto"));
    }

    [Theory]
    [InlineData(Condition.Attended, "attended")]
    [InlineData(Condition.Unattended, "")]
    public void It_is_for_cameras_that_nobody_operates(Condition condition, string found)
    {
        Standard standard = Ottermere.Make("any", Ottermere.LectureRoom.Light, ("full-auto", "on", null)) with
        {
            Circumstances = Circumstances.Usual.With(condition),
        };
        string.Join(" ", RuleBook.Of(standard).Where(f => f.RuleId == "FULL-AUTO-OPEN").Select(f => f.Because.Case)).ShouldBe(found);
        RuleBook.Of(standard).ShouldNotContain(f => f.RuleId == "AUTO-AND-CUT");
        RuleBook
            .Of(standard with { Circumstances = standard.Circumstances.With(Condition.CutWithOthers) })
            .ShouldContain(f => f.RuleId == "AUTO-AND-CUT" && f.Setting == Setting.FullAuto);
    }

    [Theory]
    [InlineData("condenser microphone", "off", "silent")]
    [InlineData("condenser microphone", "on", "")]
    [InlineData("dynamic microphone", "on", "wrong-input")]
    [InlineData("dynamic microphone", "off", "")]
    [InlineData("microphone", "off", "")]
    public void Phantom_power_follows_the_kind_of_microphone(string input, string phantom, string found)
    {
        Standard standard = Ottermere.Make("any", Ottermere.LectureRoom.Light, ("input-1", input, null), ("phantom-1", phantom, null));
        string.Join(" ", RuleBook.Of(standard).Where(f => f.RuleId == "PHANTOM-WRONG-INPUT").Select(f => f.Because.Case)).ShouldBe(found);
        CameraModel has = Ottermere.Alder with
        {
            Choices = Ottermere.Alder.Choices.Add(
                Setting.Input1,
                new ChoiceControl([new("microphone", "MIC"), new("line", "LINE")], false)
            ),
        };
        SheetLine line = SheetCompiler.Compile(standard, has).LineOf(Setting.Input1)!;
        (line.Fit, line.Target!.Label).ShouldBe((Fit.Exact, "MIC (microphone)"));
    }

    [Theory]
    [InlineData("ignore", Condition.CutWithOthers, "ignored-while-cut")]
    [InlineData("ignore", Condition.Alone, "")]
    [InlineData("set", Condition.CutWithOthers, "")]
    public void A_clock_that_is_ignored_leaves_clips_of_several_cameras_without_an_order(string option, Condition condition, string found)
    {
        Standard standard = Ottermere.Make("any", Ottermere.LectureRoom.Light, ("clock", "done", null));
        standard = standard with
        {
            Circumstances = Circumstances.Usual.With(condition),
            Policies = standard.Policies.With("date-and-time", option),
        };
        string.Join(" ", RuleBook.Of(standard).Where(f => f.RuleId == "CLOCK-UNSET").Select(f => f.Because.Case)).ShouldBe(found);
    }
}
