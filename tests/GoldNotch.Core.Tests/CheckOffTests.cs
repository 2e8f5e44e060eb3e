using System.Collections.Immutable;
using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>What a check-off asks, how long it holds, and what ends it before.</summary>
public class CheckOffTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 30, 9, 0, 0, TimeSpan.Zero);
    private static readonly Guid Mara = Guid.NewGuid();

    private static FinishedExercise[] Passed(int daysAgo = 1, params ExerciseKind[] kinds) =>
        [.. kinds.Select(k => new FinishedExercise(k, Now.AddDays(-daysAgo), true))];

    private static CheckedReturn Return(double outDay, int wrong, Guid? person = null, string model = "alder-20") =>
        new(person ?? Mara, model, "OBG-101", Now.AddDays(outDay), Now.AddDays(outDay + 1), wrong);

    [Fact]
    public void It_holds_to_its_last_day_and_lapses_on_the_next()
    {
        DateOnly signed = new(2025, 11, 30);
        var last = new SignedCheckOff(signed, CheckOff.ValidUntil(signed, 12), Now.AddYears(-1));
        last.ValidUntil.ShouldBe(new DateOnly(2026, 11, 30));
        CheckOff.StandingOf(last, null, new DateOnly(2026, 11, 30)).ShouldBe(CheckOffStanding.Valid);
        CheckOff.StandingOf(last, null, new DateOnly(2026, 12, 1)).ShouldBe(CheckOffStanding.Lapsed);
        CheckOff.StandingOf(null, null, signed).ShouldBe(CheckOffStanding.None);
        Should.Throw<QuantityException>(() => CheckOff.ValidUntil(signed, 0));
        Should.Throw<QuantityException>(() => CheckOff.ValidUntil(signed, 61));
    }

    [Fact]
    public void What_is_missing_is_what_is_not_ticked_and_every_exercise_not_passed_lately()
    {
        var list = new CheckOffList();
        ImmutableArray<HandsOnItem> items = list.ItemsOf(Ottermere.Alder);
        string[] all = [.. items.Select(i => i.Key)];
        all.ShouldBeUnique();
        ImmutableArray<Judgement> Missing(string[] ticked, params FinishedExercise[] tries) =>
            CheckOff.Missing("Alder 20", list, items, ticked, tries, Now);

        FinishedExercise[] passed = Passed(1, [.. list.Exercises]);
        Missing(all, passed).ShouldBeEmpty();
        Judgement ticks = Missing(all[2..], passed).ShouldHaveSingleItem();
        JudgementText.Of(ticks).ShouldBe($"With the real camera: 2 of {items.Length} items not done yet.");
        Judgement exercises = Missing(
                all,
                [
                    .. Passed(1, ExerciseKind.FindControl),
                    .. Passed(36, ExerciseKind.SetToSheet),
                    new FinishedExercise(ExerciseKind.BeforeAndAfter, Now, false),
                ]
            )
            .ShouldHaveSingleItem();
        JudgementText.Of(exercises).ShouldBe("On the screen with Alder 20, passed within 35 days: set it to the sheet, before and after.");
        CheckOff.RefusalOf("Ines", true).ShouldNotBeNull();
        CheckOff.RefusalOf("Mara", false).ShouldBeNull();
    }

    [Fact]
    public void A_pass_mark_of_two_wants_two_in_a_row_and_a_failure_between_begins_anew()
    {
        CheckOffList list = new() { Exercises = [ExerciseKind.LightChanged], PassesInRow = 2 };
        bool IsMissing(params bool[] results) =>
            CheckOff
                .Missing(
                    "Alder 20",
                    list,
                    [],
                    [],
                    results.Select((r, i) => new FinishedExercise(ExerciseKind.LightChanged, Now.AddDays(i - 10), r)),
                    Now
                )
                .Length > 0;

        IsMissing(true).ShouldBeTrue();
        IsMissing(true, false, true).ShouldBeTrue();
        IsMissing(true, true).ShouldBeFalse();
        IsMissing(true, true, false).ShouldBeFalse("it was reached");
        Should.Throw<QuantityException>(() => new CheckOffList { PassesInRow = 6 });
        Should.Throw<QuantityException>(() => new CheckOffList { LapsesFrom = 0 });
    }

    [Fact]
    public void What_a_model_does_not_have_is_not_asked_for()
    {
        CameraModel bare = Ottermere.Alder with { HasFullAuto = false, NotFitted = [Setting.Headphones, Setting.Magnifier] };
        string[] asked = [.. new CheckOffList().ItemsOf(bare).Select(i => i.Key)];
        asked.ShouldNotContain("automatic");
        asked.ShouldNotContain("sound");
        asked.ShouldNotContain("focus");
        asked.ShouldContain("wrap");
    }

    [Fact]
    public void A_department_leaves_things_out_and_asks_for_its_own_for_all_models_or_one()
    {
        CheckOffList list = new()
        {
            Without = ["kit", "wrap"],
            Own =
            [
                new(new HandsOnItem("stairs", "carries it up the stairs", "one hand free"), ""),
                new(new HandsOnItem("fog", "dries the lens", "cloth, never a sleeve"), Ottermere.Bracken.Key),
            ],
        };
        string[] alder = [.. list.ItemsOf(Ottermere.Alder).Select(i => i.Key)];
        alder.ShouldNotContain("kit");
        alder.ShouldNotContain("fog");
        alder[^1].ShouldBe("stairs");
        list.ItemsOf(Ottermere.Bracken).Select(i => i.Key).ShouldContain("fog");
    }

    [Fact]
    public void A_failed_return_ends_it_only_where_the_department_says_so_and_only_of_a_loan_after_it()
    {
        var signed = new SignedCheckOff(new DateOnly(2026, 11, 1), new DateOnly(2027, 11, 1), Now.AddDays(-29));
        CheckOffList list = new() { LapsesFrom = 3 };
        CheckOff.LapsedBy(signed, new CheckOffList(), [Return(-5, 9)]).ShouldBeNull();
        CheckOff.LapsedBy(signed, list, [Return(-5, 2), Return(-30, 9)]).ShouldBeNull();
        Judgement lapsed = CheckOff.LapsedBy(signed, list, [Return(-3, 8), Return(-5, 3)]).ShouldNotBeNull();
        JudgementText.Of(lapsed).ShouldContain("OBG-101 came back on");
        JudgementText.Of(lapsed).ShouldContain("with 3 settings off target");
        CheckOff.StandingOf(signed, lapsed, new DateOnly(2026, 11, 30)).ShouldBe(CheckOffStanding.Lapsed);
    }

    [Theory]
    [InlineData("1 0 2 1 0 1 0 2", "4 5 3 4 6 5 4", EffectFinding.Fewer)]
    [InlineData("4 5 3 4 6 5 4", "1 0 2 1 0 1 0 2", EffectFinding.More)]
    [InlineData("3 1 4 2 5", "4 2 5 3 4", EffectFinding.NotShown)]
    [InlineData("0 0 0 0 0", "0 0 0 0 0", EffectFinding.NotShown)]
    [InlineData("1 1 1 1 1", "2 2 2 2 2", EffectFinding.NotShown)]
    [InlineData("0 0 0 0", "9 9 9 9 9 9", EffectFinding.TooFew)]
    public void Practice_is_said_to_help_only_where_the_interval_of_the_difference_allows_it(
        string with,
        string without,
        EffectFinding finding
    )
    {
        Guid[] people = [Mara, Guid.NewGuid(), Guid.NewGuid()];
        CheckedReturn[] Returns(string wrong, int outDay) =>
            [.. wrong.Split(' ').Select((w, i) => Return(outDay, int.Parse(w, CultureInfo.InvariantCulture), people[i % 3]))];

        var effect = PracticeEffect.Of(
            [.. Returns(with, -10), .. Returns(without, -100)],
            people.Select(p => (p, "alder-20", Now.AddDays(-20)))
        );
        effect.Finding.ShouldBe(finding, JudgementText.Of(effect.Because));
        if (finding == EffectFinding.Fewer)
        {
            JudgementText
                .Of(effect.Because)
                .ShouldStartWith(
                    "Settings off target per return: 0.9 after practice (8 returns), 4.4 without (7 returns). That is 1.8 to 5.3 fewer (95 %)."
                );
        }

        (effect.Practised.Returns, effect.Unpractised.Returns).ShouldBe((with.Split(' ').Length, without.Split(' ').Length));
    }

    [Fact]
    public void Practice_counts_for_its_own_model_and_for_five_weeks_and_two_people_are_not_told_apart()
    {
        Guid[] people = [Mara, Guid.NewGuid(), Guid.NewGuid()];
        CheckedReturn[] returns = [.. Enumerable.Range(0, 12).Select(i => Return(-10, 1, people[i % 3]))];
        int With(string model, double daysAgo) => PracticeEffect.Of(returns, [(Mara, model, Now.AddDays(-daysAgo))]).Practised.Returns;

        With("alder-20", 20).ShouldBe(4);
        With("bracken-3", 20).ShouldBe(0);
        With("alder-20", 9).ShouldBe(0, "practised after it went out");
        With("alder-20", 46).ShouldBe(0, "too long ago");
        CheckedReturn[] two = [.. Enumerable.Range(0, 40).Select(i => Return(i % 4 < 2 ? -10 : -100, i % 2, people[i % 2]))];
        PracticeEffect.Of(two, people.Select(p => (p, "alder-20", Now.AddDays(-20)))).Finding.ShouldBe(EffectFinding.TooFew);
    }

    // By hand: means 1 and 4, variances 2.5 and 2.5, each over 5: half of it is t(8) 2.306 times the root of 1.
    [Fact]
    public void The_interval_of_a_difference_of_means_is_Welchs()
    {
        (double low, double high) = PracticeEffect.Difference(new ReturnGroup(5, 1, 2.5), new ReturnGroup(5, 4, 2.5));
        low.ShouldBe(-3 - 2.306, 0.002);
        high.ShouldBe(-3 + 2.306, 0.002);
        (double least, _) = PracticeEffect.Difference(ReturnGroup.Of([2, 2, 2, 2, 2]), ReturnGroup.Of([2, 2, 2, 2, 2]));
        least.ShouldBe(-2.306 * Math.Sqrt(0.8), 0.002, "counts that agree too well are not believed to");
    }

    [Fact]
    public void Why_an_exercise_was_drawn_is_said_with_the_two_that_are_found_most()
    {
        DrawnFrom.Of(new Dictionary<Setting, Frequency> { [Setting.Gain] = new(0, 9) }).ShouldBeNull();
        Judgement why = DrawnFrom
            .Of(
                new Dictionary<Setting, Frequency>
                {
                    [Setting.Gain] = new(4, 9),
                    [Setting.Shutter] = new(1, 9),
                    [Setting.WhiteBalance] = new(1, 1),
                }
            )
            .ShouldNotBeNull();
        JudgementText.Of(why).ShouldEndWith("White balance: 1 of 1 check. Gain: 4 of 9 checks.");
    }
}
