using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Memory that fades, exercises from a seed, and their judge.</summary>
public class PracticeTests
{
    private static readonly DateTimeOffset Start = new(2026, 11, 2, 9, 0, 0, TimeSpan.Zero);

    // Every control of the sheet on the left, those of sound in a menu.
    private static readonly CameraModel Alder = Ottermere.Alder with
    {
        Controls = SheetCompiler
            .Compile(Ottermere.LectureRoom, Ottermere.Alder)
            .Lines.Select((l, i) => (l.Setting, i))
            .DistinctBy(l => l.Setting)
            .ToImmutableDictionary(
                l => l.Setting,
                l => new ControlPlace(
                    l.i % 5 == 4 ? BodySide.Screen : BodySide.Left,
                    l.i % 4 / 4.0,
                    l.i / 20.0,
                    $"Control {l.Setting}",
                    l.i % 5 == 4 ? $"Menu, Setup, Page {l.i}." : "Turn it.",
                    "",
                    ""
                )
            ),
    };

    internal static PracticeSource Source(int level = 1, params (Setting Setting, int Wrong)[] drift) =>
        new(Alder, SheetCompiler.Compile(Ottermere.LectureRoom, Alder))
        {
            Level = level,
            Drift = drift.ToDictionary(d => d.Setting, d => new Frequency(d.Wrong, 20)),
        };

    [Fact]
    public void Recall_fades_by_the_forgetting_curve_and_is_nine_tenths_after_its_stability()
    {
        var memory = new Memory(4, Start);
        memory.Recall(Start).ShouldBe(1);
        memory.Recall(Start.AddDays(4)).ShouldBe(0.9, 1e-12);
        memory.Recall(Start.AddDays(36)).ShouldBe(0.5, 1e-12);
        // (1/0.85 − 1)·9·4 days.
        (memory.FadesAt - Start).TotalDays.ShouldBe(6.3529411764, 1e-6);
        memory.Curve(36, 9).Select(r => Math.Round(r, 6)).ShouldBe(Enumerable.Range(0, 10).Select(i => Math.Round(9.0 / (9 + i), 6)));
        memory.IsFaded(Start.AddDays(6.3)).ShouldBeFalse();
        memory.IsFaded(Start.AddDays(6.4)).ShouldBeTrue();
        memory.Recall(Start.AddDays(-30)).ShouldBe(1, "a clock that was turned back makes nobody remember better");
        Should.Throw<QuantityException>(() => memory.DaysUntil(0));
    }

    [Fact]
    public void Stability_grows_most_when_something_had_to_be_recalled_and_shrinks_after_a_failure()
    {
        Memory first = Memory.Of([(Start, true)])!;
        first.StabilityDays.ShouldBe(4);
        first.After(true, Start.AddDays(1)).StabilityDays.ShouldBe(4 * 1.15, 1e-12);
        first.After(true, Start.AddDays(4)).StabilityDays.ShouldBe(4 * 2.2, 1e-12);
        first.After(false, Start.AddDays(4)).StabilityDays.ShouldBe(1.6, 1e-12);
        first.After(false, Start.AddDays(4)).After(false, Start.AddDays(5)).StabilityDays.ShouldBe(1);
        first.After(true, Start.AddDays(-3)).LastAt.ShouldBe(Start);
        Memory.Of([]).ShouldBeNull();
    }

    [Fact]
    public void Difficulty_goes_up_after_two_successes_in_a_row_and_down_after_a_failure()
    {
        PracticeProposals.LevelOf([]).ShouldBe(1);
        PracticeProposals.LevelOf([true]).ShouldBe(1);
        PracticeProposals.LevelOf([true, true]).ShouldBe(2);
        PracticeProposals.LevelOf([true, true, true, true, true, true]).ShouldBe(3);
        PracticeProposals.LevelOf([true, true, false]).ShouldBe(1);
        PracticeProposals.LevelOf([true, false, true]).ShouldBe(1);
    }

    [Fact]
    public void A_refresher_comes_before_a_shoot_with_a_camera_untouched_for_five_weeks()
    {
        Skill Of(ExerciseKind kind, int daysAgo) => new("alder-20", "Alder 20", kind, new Memory(40, Start.AddDays(-daysAgo)));
        ComingShoot[] tomorrow = [new("Bulb lecture", Start.AddDays(1), "alder-20", "lecture-room")];
        PracticeProposal first = PracticeProposals
            .Of([Of(ExerciseKind.FindControl, 40), Of(ExerciseKind.SetToSheet, 36)], tomorrow, Start)
            .First();
        (first.IsRefresher, first.Skill.Kind, first.StandardKey).ShouldBe((true, ExerciseKind.SetToSheet, "lecture-room"));
        first.Because.Figure("days").ShouldBe("36");

        // One exercise with that camera is enough, and a shoot next week is not yet.
        PracticeProposals
            .Of([Of(ExerciseKind.FindControl, 10), Of(ExerciseKind.SetToSheet, 36)], tomorrow, Start)
            .ShouldAllBe(p => !p.IsRefresher);
        ComingShoot[] later = [tomorrow[0] with { At = Start.AddDays(7) }];
        PracticeProposals.Of([Of(ExerciseKind.SetToSheet, 36)], later, Start).ShouldAllBe(p => !p.IsRefresher);
    }

    [Fact]
    public void The_same_seed_gives_the_same_exercise_and_another_seed_another()
    {
        foreach (ExerciseKind kind in Enum.GetValues<ExerciseKind>().Where(k => Exercise.Of(k, Source(), 1) is not null))
        {
            string Told(int seed) =>
                Exercise.Of(kind, Source(), seed) switch
                {
                    QuestionExercise q => string.Join("|", q.Questions.Select(a => JudgementText.Of(a.Asks))),
                    CameraExercise c => string.Join("|", c.Prepared) + c.Symptom?.Key + c.Tag,
                    _ => "",
                };
            Told(5).ShouldBe(Told(5), kind.ToString());
            Enumerable.Range(0, 12).Select(Told).Distinct().Count().ShouldBeGreaterThan(1, kind.ToString());
        }
    }

    [Fact]
    public void What_is_found_wrong_here_is_practised_most()
    {
        int Asked(PracticeSource source) =>
            Enumerable
                .Range(0, 60)
                .Count(seed => FindControl.Of(source, seed)!.Questions[0].Answer is Asked.Place { Setting: Setting.Gain });
        int usual = Asked(Source());
        Asked(Source(1, (Setting.Gain, 18))).ShouldBeGreaterThan(Math.Max(5, 2 * usual));
    }

    [Fact]
    public void A_camera_is_solved_by_the_sheet_and_what_was_missed_or_made_worse_is_told()
    {
        CameraExercise exercise = SetToSheet.Of(Source(2, (Setting.Gain, 12), (Setting.WhiteBalance, 12)), 3)!;
        ImmutableArray<PracticeMove> solution = SetToSheet.Solution(exercise);
        PracticeResult right = ExerciseJudge.Of(exercise, new PracticeWork([], solution, 60));
        right.Passed.ShouldBeTrue();
        right.TryAgain.ShouldBeNull();
        right.InThePicture.ShouldNotBeEmpty("it says what the recording would have been");

        PracticeResult half = ExerciseJudge.Of(exercise, new PracticeWork([], [solution[0]], 60));
        half.Passed.ShouldBeFalse();
        half.TryAgain.ShouldNotBeNull();
        half.InThePicture.ShouldNotBeEmpty("every setting has a reason, if no picture");
        half.Right.ShouldBe(1);

        Setting untouched = exercise.Scored.First(s => solution.All(m => m.Setting != s) && exercise.Model.HasAutomatic(s));
        PracticeResult worse = ExerciseJudge.Of(
            exercise,
            new PracticeWork([], [.. solution, new PracticeMove(untouched, PracticeMove.Automatic)], 60)
        );
        worse.Passed.ShouldBeFalse();
        worse.MadeWorse.ShouldContain(untouched);
    }

    [Fact]
    public void An_exercise_takes_two_to_six_faults_by_its_level()
    {
        int right = SetToSheet.AtSheet(Source())!.Prepared.Length;
        int[] Faults(int level) =>
            [
                .. Enumerable
                    .Range(0, 12)
                    .Select(seed => SetToSheet.Of(Source(level), seed))
                    .OfType<CameraExercise>()
                    .Select(e => e.Prepared.Length - right),
            ];
        Faults(1).ShouldAllBe(f => f == 2);
        Faults(2).ShouldAllBe(f => f >= 2 && f <= 4);
        Faults(3).Max().ShouldBeGreaterThan(4);
        Faults(3).ShouldAllBe(f => f >= 2 && f <= 6);
    }

    [Fact]
    public void A_move_that_the_camera_does_not_take_changes_nothing_and_says_what_it_shows()
    {
        CameraExercise exercise = SetToSheet.AtSheet(Source())!;
        (PracticeCamera camera, ImmutableArray<WorkedMove> worked) = exercise.After([
            new PracticeMove(Setting.FullAuto, "on"),
            new PracticeMove(Setting.Gain, "0 dB"),
            new PracticeMove(Setting.Gain, "a thousand"),
        ]);
        worked.Select(w => w.Refusal is null).ShouldBe([true, false, false]);
        worked[1].Refusal.ShouldBe("FULL AUTO is on.");
        camera.Body.IsAutomatic(Setting.Gain).ShouldBeTrue();
    }

    [Theory]
    [InlineData(1.99, 0, true)]
    [InlineData(-2, 0, true)]
    [InlineData(2.2, 0, false)]
    [InlineData(2, 1, false)]
    [InlineData(double.NaN, 0, false)]
    public void A_number_counts_with_its_direction_and_within_its_tolerance(double amount, int direction, bool isRight) =>
        ExerciseJudge
            .IsRight(
                new Asked.Number(Measure.StopsMoved, 2, 1.0 / 6, [Way.Open, Way.Close], 0),
                new PracticeAnswer(Choice: direction, Amount: amount)
            )
            .ShouldBe(isRight);

    [Fact]
    public void Less_light_opens_the_iris_and_colder_light_raises_the_number()
    {
        foreach (Question question in Enumerable.Range(0, 40).SelectMany(s => LightChanged.Of(Source(), s).Questions))
        {
            var number = (Asked.Number)question.Answer;
            double Figure(string name) => ((FigureValue.Amount)question.Asks.Figures.First(f => f.Name == name).Value).Value;
            Way way = number.Directions[number.Direction];
            switch (question.Asks.Case)
            {
                case "light":
                    way.ShouldBe(Figure("after") < Figure("before") ? Way.Open : Way.Close);
                    number.Amount.ShouldBe(Math.Abs(Math.Log2(Figure("after") / Figure("before"))), 1e-9);
                    break;
                case "gain":
                    way.ShouldBe(Figure("after") > Figure("before") ? Way.Brighter : Way.Darker);
                    number.Amount.ShouldBe(Math.Abs(Figure("after") - Figure("before")) / (20 * Math.Log10(2)), 1e-9);
                    break;
                case "white":
                    way.ShouldBe(Figure("after") > Figure("before") ? Way.Higher : Way.Lower);
                    number.Amount.ShouldBe(Math.Abs((1e6 / Figure("after")) - (1e6 / Figure("before"))), 0.51);
                    break;
            }
        }
    }

    [Theory]
    [InlineData("Menu, Recording, Size and rate.", "Recording|Size and rate")]
    [InlineData("Menu, Camera, D.EXT.", "Camera|D.EXT")]
    [InlineData("Press for on and off; level in Menu, Screen, Zebra.", "Screen|Zebra")]
    [InlineData("Somewhere", "Setup")]
    public void A_menu_is_walked_by_what_its_path_lists(string path, string entries) =>
        string.Join("|", PracticeBody.MenuOf(new ControlPlace(BodySide.Screen, 0, 0, "Setup", path, "", ""))).ShouldBe(entries);

    [Fact]
    public void Controls_with_one_name_on_one_side_are_one_control()
    {
        ImmutableArray<BodyControl> body = PracticeBody.Of(Alder);
        body.Select(c => c.Key).ShouldBeUnique();
        body.SelectMany(c => c.Settings).Count().ShouldBe(Alder.Controls.Keys.Count(s => PracticeBody.IsWorkable(s, Alder)));
        body.ShouldAllBe(c => !c.Settings.IsEmpty);
    }
}
