using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;

namespace GoldNotch.Core.Tests;

/// <summary>One thing looks or sounds wrong: what the camera tells is read off it, the rest is looked at in its order.</summary>
public class LooksWrongTests
{
    private static readonly CameraExercise[] Drawn =
    [
        .. Enumerable.Range(0, 160).Select(seed => LooksWrong.Of(PracticeTests.Source(), seed)).OfType<CameraExercise>(),
    ];

    private static PracticeWork Naming(params IEnumerable<string> causes) => new([], [], 30) { Named = [.. causes] };

    private static bool StandsRight(CameraExercise exercise) => exercise.Verdicts(exercise.After([]).Camera).All(v => !v.NeedsCorrection);

    private static bool IsDark(CameraExercise exercise, params IEnumerable<string> named) => exercise.Seen(Naming(named)).IsDark;

    private static bool IsByHand(CameraExercise exercise) => !LooksWrong.IsReadOff(exercise, exercise.Accepted[0]);

    [Fact]
    public void Some_have_a_setting_behind_them_and_some_a_button_or_a_plug()
    {
        Drawn.Count(IsByHand).ShouldBeInRange(20, 120);
        Drawn.Where(IsByHand).Select(e => e.Symptom!.Key).Distinct().Count().ShouldBeGreaterThan(1);
        Drawn.Where(IsByHand).ShouldAllBe(e => StandsRight(e));
        Drawn.Where(e => !IsByHand(e)).ShouldAllBe(e => !StandsRight(e));
    }

    [Fact]
    public void The_shortest_careful_way_passes_and_whoever_names_what_the_camera_rules_out_is_guessing()
    {
        foreach (CameraExercise exercise in Drawn)
        {
            PracticeResult careful = ExerciseJudge.Of(exercise, Naming(LooksWrong.Way(exercise)));
            careful.Passed.ShouldBeTrue();
            careful.TryAgain.ShouldBeNull();
            ExerciseJudge.Of(exercise, Naming()).Passed.ShouldBeFalse();
            string[] guesses = [.. exercise.Causes.Where(c => LooksWrong.IsReadOff(exercise, c) && !exercise.Accepted.Contains(c))];
            ExerciseJudge
                .Of(exercise, Naming([.. guesses.Take(2), .. LooksWrong.Way(exercise)]))
                .Passed.ShouldBe(guesses.Length < 2, exercise.Symptom!.Key);
        }
    }

    [Fact]
    public void Whoever_skips_the_more_harmless_is_told_and_has_found_it_all_the_same()
    {
        CameraExercise late = Drawn.First(e => LooksWrong.Way(e).Length > 1);
        PracticeResult straight = ExerciseJudge.Of(late, Naming(late.Accepted));
        straight.Passed.ShouldBeTrue();
        JudgementText.Of(straight.Points[^1].What).ShouldContain("Check this first:");
        JudgementText.Of(straight.TryAgain!).ShouldContain(late.Symptom!.Text);
        PracticeResult never = ExerciseJudge.Of(late, Naming(LooksWrong.Way(late)[..^1]));
        never.Passed.ShouldBeFalse();
        JudgementText.Of(never.Points[^1].What).ShouldStartWith("It was this:");
    }

    [Fact]
    public void A_black_screen_stays_black_until_its_cause_is_found()
    {
        CameraExercise black = Drawn.First(e => e.Symptom!.Key == "black-screen");
        IsDark(black).ShouldBeTrue();
        IsDark(black, black.Causes.Except(black.Accepted)).ShouldBeTrue();
        IsDark(black, black.Accepted).ShouldBeFalse();
        Drawn.Count(e => e.Symptom!.Key != "black-screen" && IsDark(e)).ShouldBe(0);
    }
}
