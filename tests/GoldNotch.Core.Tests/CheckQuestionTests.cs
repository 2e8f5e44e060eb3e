using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;

namespace GoldNotch.Core.Tests;

/// <summary>What a check asks a person for, which lines one look answers, and what need not be read again.</summary>
public class CheckQuestionTests
{
    private static readonly Sheet LectureBracken = SheetCompiler.Compile(Ottermere.LectureRoom, Ottermere.Bracken);

    private static readonly Sheet Whole = SheetCompiler.Compile(
        Ottermere.Make(
            "whole",
            Ottermere.LectureRoom.Light,
            ("gain", "0 dB", null),
            ("limiter", "on", null),
            ("clips-copied", "done", null)
        ),
        WholeSheetTests.Cine
    );

    private static SheetLine With(SheetLine line, Importance importance) =>
        line with
        {
            Notch = line.Notch with { Importance = importance },
        };

    private static SheetLine Line(Setting setting) => LectureBracken.LineOf(setting)!;

    [Theory]
    [InlineData(UnitStatus.In, Asking.AtReturn)]
    [InlineData(UnitStatus.Repair, Asking.AtReturn)]
    [InlineData(UnitStatus.Out, Asking.Now)]
    [InlineData(null, Asking.Now)]
    public void The_wrap_is_asked_when_the_camera_is_out_and_comes_back(UnitStatus? status, Asking asking)
    {
        CheckQuestions.Of(Whole.LineOf(Setting.ClipsCopied)!, status).ShouldBe(asking);
        CheckQuestions.Of(Whole.LineOf(Setting.Gain)!, status).ShouldBe(Asking.Now);
    }

    [Fact]
    public void What_a_model_lacks_is_asked_only_where_it_breaks_a_must()
    {
        SheetLine limiter = Whole.LineOf(Setting.Limiter)!;
        (limiter.Fit, limiter.Dial.Detents.IsEmpty).ShouldBe((Fit.NotPossible, true), "this model is known not to have one");
        CheckQuestions.Of(With(limiter, Importance.Must), UnitStatus.In).ShouldBe(Asking.Now);
        CheckQuestions.Of(With(limiter, Importance.Should), UnitStatus.In).ShouldBe(Asking.Nothing);
        CheckQuestions.Of(With(limiter, Importance.Note), UnitStatus.In).ShouldBe(Asking.Nothing);
        SheetLine gain = Line(Setting.Gain) with { Fit = Fit.NotPossible, Target = null };
        CheckQuestions.Of(With(gain, Importance.Should), UnitStatus.In).ShouldBe(Asking.Now, "the control is there: somebody looks at it");
        CheckQuestions.Of(Line(Setting.Gain) with { NothingToDo = true }, UnitStatus.In).ShouldBe(Asking.Nothing);
    }

    [Fact]
    public void Where_no_filter_is_built_in_somebody_looks_that_none_was_left_in_front_of_the_lens()
    {
        CameraModel bare = Ottermere.Bracken with { Filters = [] };
        Sheet sheet = SheetCompiler.Compile(Ottermere.LectureRoom, bare);
        SheetLine line = sheet.LineOf(Setting.NeutralDensity)!;
        CheckQuestions.Of(line, UnitStatus.In).ShouldBe(Asking.Now);
        Kind([]).ShouldBe(VerdictKind.Unread);
        Kind(Ottermere.Read(sheet, ("nd", "clear"))).ShouldBe(VerdictKind.OnTarget);

        VerdictKind Kind(Dictionary<Setting, Reading> read) =>
            CheckEvaluator.Evaluate(sheet, read).Single(v => v.Line.Setting == Setting.NeutralDensity).Kind;
    }

    [Fact]
    public void A_setting_is_answered_by_one_look_at_most_and_what_a_hand_sets_stands_alone()
    {
        foreach (
            Setting alone in new[]
            {
                Setting.RecordFormat,
                Setting.Shutter,
                Setting.BaseIso,
                Setting.Gain,
                Setting.NeutralDensity,
                Setting.Iris,
                Setting.WhiteBalance,
            }
        )
        {
            Looks.Of(alone).ShouldBeNull(alone.ToString());
        }

        var looks = SettingDefinition.All.Select(d => Looks.Of(d.Setting)).OfType<Look>().Distinct().ToList();
        looks.Select(l => l.Key).ShouldBeUnique();
        looks.ShouldAllBe(l => l.Name.Length > 0 && !l.Key.Any(char.IsUpper));
        // Lines of one look are met close to each other in the work, so that a hand does not have to go back.
        foreach (
            IGrouping<Look, SettingDefinition> look in SettingDefinition
                .All.Where(d => Looks.Of(d.Setting) is not null)
                .GroupBy(d => Looks.Of(d.Setting)!)
        )
        {
            (look.Max(d => d.Step) - look.Min(d => d.Step)).ShouldBeLessThanOrEqualTo(3, look.Key.Name);
        }
    }

    [Fact]
    public void What_the_last_check_left_as_required_is_told_from_what_differs_or_was_not_read()
    {
        var left = new Dictionary<Setting, Reading>(
            Ottermere.Read(LectureBracken, ("gain", "L"), ("nd", "1"), ("white-balance", "3200"), ("iris", "auto"))
        );
        var same = CheckQuestions.AsBefore(LectureBracken, left);
        same.ShouldContain(Setting.Gain);
        same.ShouldContain(Setting.WhiteBalance);
        same.ShouldNotContain(Setting.NeutralDensity, "it was left off target");
        same.ShouldNotContain(Setting.Iris, "it was left on automatic");
        same.ShouldNotContain(Setting.Shutter, "nobody read it");
    }
}
