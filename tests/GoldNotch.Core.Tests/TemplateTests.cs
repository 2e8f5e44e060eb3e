using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Sentences are made of figures in one place, for today's judgements and for those of other versions.</summary>
public class TemplateTests
{
    private const int LongestSentence = 700;

    private static readonly NotationPreferences Other = new(IrisStyle.Thirds, WhiteBalanceStyle.Mired);

    [Fact]
    public void Every_template_reads_with_any_figures_in_both_notations()
    {
        FigureValue[] kinds =
        [
            FigureValue.In(Measure.StopsDifference, -33.26),
            FigureValue.In(Measure.Lux, 120_000),
            FigureValue.In(Measure.Count, 1),
            FigureValue.In(Measure.Kelvin, 10_000),
            Setting.NeutralDensity,
            FNumber.Parse("22"),
            new SettingValue.Mode(true),
            new DateOnly(2026, 11, 27),
            new string('w', 40),
            FigureValue.Of(["one", "two", "three"]),
            FigureValue.Of(Array.Empty<string>()),
        ];
        Templates.All.Count().ShouldBeGreaterThan(300);
        foreach (Template template in Templates.All)
        {
            foreach (FigureValue kind in kinds)
            {
                Judgement judgement = template.Of(Setting.Gain, [.. template.Names.Select(n => (n, kind))]);
                foreach (NotationPreferences notation in new[] { NotationPreferences.Default, Other })
                {
                    string text = JudgementText.Of(judgement, notation);
                    string told = $"{template.RuleId}/{template.Case}: {text}";
                    text.Length.ShouldBeInRange(kind is FigureValue.List { Items.IsEmpty: true } ? 0 : 1, LongestSentence, told);
                    text.ShouldNotContain("{", Case.Sensitive, told);
                    text.ShouldNotContain("}", Case.Sensitive, told);
                    text.ShouldNotContain("NaN", Case.Sensitive, told);
                    template.Text.ShouldNotContain("  ", Case.Sensitive, told);
                    template.Text.ShouldBe(template.Text.Trim(), told);
                }
            }
        }
    }

    [Fact]
    public void Every_rule_of_the_book_can_say_what_it_finds() =>
        RuleBook.All.Select(r => r.Id).Except(Templates.All.Select(t => t.RuleId)).ShouldBeEmpty();

    [Fact]
    public void A_number_that_decides_between_words_or_counts_is_read_as_one()
    {
        Template counted = Templates.All.First(t => t.Text.Contains('#', StringComparison.Ordinal));
        string Counted(double of) => JudgementText.Of(counted.Of([.. counted.Names.Select(n => (n, FigureValue.Count(of)))]));
        Counted(1).Replace("1", "2", StringComparison.Ordinal).ShouldNotBe(Counted(2), "one thing has another word than two");

        Template signed = Templates.All.First(t => t.Text.Contains("?amber|blue}", StringComparison.Ordinal));
        string Signed(double of) => JudgementText.Of(signed.Of([.. signed.Names.Select(n => (n, (FigureValue)new MiredShift(of)))]));
        Signed(20).ShouldContain("amber");
        Signed(-20).ShouldContain("blue");
    }

    [Fact]
    public void A_template_refuses_a_figure_that_is_missing_and_a_brace_that_is_open()
    {
        var moved = new Template("A-TEST", "moved", "{by:size} too {by?bright|dark}, {cards#card|cards}.");
        moved.Names.ShouldBe(["by", "cards"]);
        Should.Throw<ArgumentException>(() => moved.Of(("by", new Stops(1)))).Message.ShouldContain("cards");
        Should.Throw<ArgumentException>(() => new Template("A-TEST", "open", "{by too bright."));
    }

    [Fact]
    public void A_judgement_of_a_rule_that_is_gone_is_named_with_its_figures()
    {
        var gone = new Judgement(
            "GONE-RULE",
            "was",
            Setting.Gain,
            [new Figure("gain", new Decibels(6)), new Figure("light", new Lux(500))]
        );
        JudgementText.Of(gone).ShouldBe("GONE-RULE (was) is a rule of another version: gain +6\u202fdB, light 500\u202flx.");
    }

    [Fact]
    public void A_stored_judgement_that_lacks_a_figure_still_reads()
    {
        Template template = Templates.All.First(t => t.Names.Length > 1);
        JudgementText.Of(new Judgement(template.RuleId, template.Case, null, [])).ShouldContain(JudgementText.NotRecorded);
    }

    [Fact]
    public void The_same_judgement_is_written_as_the_person_reads_quantities()
    {
        var white = new Judgement("GONE-RULE", "white", null, [new Figure("white", new Kelvin(5000))]);
        JudgementText.Of(white).ShouldContain("5000\u202fK");
        JudgementText.Of(white, Other).ShouldContain("200\u202fmired");
    }

    [Fact]
    public void Judgements_are_equal_by_what_they_say_and_not_by_the_object()
    {
        Judgement One(double gain) => new("A", "b", Setting.Gain, [new Figure("gain", new Decibels(gain))]);
        One(6).ShouldBe(One(6));
        One(6).GetHashCode().ShouldBe(One(6).GetHashCode());
        One(6).ShouldNotBe(One(7));
        One(6).And(One(7)).ShouldNotBe(One(6));
        One(6).And(One(7)).ShouldBe(One(6).And(One(7)));
        One(6).And(null).ShouldBe(One(6));
    }
}
