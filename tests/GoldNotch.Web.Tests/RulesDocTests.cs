using System.Text;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>docs/rules.md is written from the rules themselves, and held true.</summary>
public class RulesDocTests
{
    private static readonly string Doc = Path.Combine(TestSite.Root, "docs", "rules.md");

    [Fact]
    public async Task The_rule_book_on_paper_is_that_of_the_program()
    {
        string now = Written();
        if (Environment.GetEnvironmentVariable("GOLDNOTCH_WRITE") == "1")
        {
            await File.WriteAllTextAsync(Doc, now);
        }

        (await File.ReadAllTextAsync(Doc)).ShouldBe(now, "docs/rules.md is stale: GOLDNOTCH_WRITE=1 ./test writes it");
    }

    // The figures are asked of the program: what a stop or a decibel more costs at each place of the line.
    private static string Costs()
    {
        var cost = new PlanCost(EmphasisPolicy.Balanced);
        const double met = PlanTerms.Met;
        string Number(double points) => points.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture);
        static double Slope(PlanCost of) => of.GainWithFilter(2, 1) - of.GainWithFilter(1, 1);
        (string, string)[] rows =
        [
            ("a rule broken (gain above the cap)", Number(PlanCost.Rule(true))),
            ("exposure error beyond a sixth of a stop", $"{Number(PlanCost.Exposure(1 + met))} a stop"),
            ("required highlights lost, beyond a sixth", $"{Number(cost.Highlights(-1 - met))} a stop"),
            ("required shadows lost, beyond a sixth", $"{Number(PlanCost.Shadows(-1 - met))} a stop"),
            (
                "noise: penalty of the base and gain above 0 dB",
                $"{Number(cost.Noise(1))} a dB to 6, {Number(cost.Noise(7) - cost.Noise(6))} to 12, {Number(cost.Noise(13) - cost.Noise(12))} above"
            ),
            (
                "gain above 0 dB while a filter is in",
                $"{Number(cost.GainWithFilter(1, 1) - Slope(cost))}, and {Number(Slope(cost))} a dB of it"
            ),
            (
                "iris beyond a sixth from the required one",
                $"{Number(cost.Iris(1 + met, false))} for the first stop, {Number(cost.Iris(3 + met, false) - cost.Iris(2 + met, false))} a stop after it"
            ),
            (
                "the same, where one f-number is required",
                $"{Number(cost.Iris(1 + met, true))} a stop for two stops, {Number(cost.Iris(4 + met, true) - cost.Iris(3 + met, true))} a stop after them"
            ),
            ("a filter in front", $"{Number(PlanCost.FrontFilters(1))} each"),
            ("beyond the diffraction limit of the format", $"{Number(PlanCost.Diffraction(1))} a stop"),
            ("gain below 0 dB", $"{Number(cost.NegativeGain(-1))} a dB"),
            ("filter", $"{Number(PlanCost.FilterStops(1))} a stop"),
        ];
        return $"\n## The cost of a plan\n\nA line-up is planned by what the faults of each way of setting a camera cost, in points; the cheapest is chosen, and the front filters of\nthe kit are shared by the least sum. The emphasis of the standard, or of the line-up, makes its own faults count {Number(PlanCost.Emphasised)} times.\n\n| fault | points |\n|---|---|\n"
            + string.Concat(rows.Select(r => $"| {r.Item1} | {r.Item2} |\n"));
    }

    private static string Written()
    {
        var text = new StringBuilder(
            "# The rule book\n\nWritten from the rules in `src/GoldNotch.Core/Sheets/SheetRules/`; a test holds it true. Each finding can be accepted with a\nreason, which is kept; when it comes to say something else it is open again. A fault of a standard keeps it from being approved\nuntil it is corrected or accepted.\n"
        );
        foreach (RuleSubject subject in Enum.GetValues<RuleSubject>())
        {
            text.Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"\n## Over {(subject == RuleSubject.Standard ? "standards" : subject == RuleSubject.Model ? "model cards" : "sheets")}\n\n| rule | weighs | says | why |\n|---|---|---|---|\n"
            );
            foreach (BookRule rule in RuleBook.All.Where(r => r.Subject == subject))
            {
                text.Append(
                    System.Globalization.CultureInfo.InvariantCulture,
                    $"| `{rule.Id}` | {rule.Grade.ToString().ToLowerInvariant()} | {rule.Text} | {rule.Why} |\n"
                );
            }
        }

        text.Append(
            "\n## Where good people disagree\n\nEach standard chooses an option; the first is the default.\n\n| matter | options | default, and why | decides |\n|---|---|---|---|\n"
        );
        foreach (Policy policy in Policy.All)
        {
            text.Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"| {policy.Name} | {string.Join(" · ", policy.Options.Select(s => s.Text))} | {policy.Default.Text}: {policy.Default.Reason} | {(policy.Settings.IsEmpty ? "line-ups" : string.Join(", ", policy.Settings.Select(s => SettingDefinition.Of(s).Name.ToLowerInvariant())))} |\n"
            );
        }

        text.Append(Costs());
        text.Append(
            "\n## Harmless causes before a fault\n\n*Troubleshoot* asks them in this order, skips what a model cannot have or a check has ruled out, and calls nothing a fault before the last was\nlooked at (`HARMLESS-FIRST`).\n"
        );
        foreach (Symptom symptom in SymptomBook.All)
        {
            text.Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"\n**{symptom.Text}.**{(symptom.Caution.Length > 0 ? " " + symptom.Caution : "")}\n\n"
            );
            foreach (HarmlessCause cause in symptom.Causes)
            {
                text.Append(System.Globalization.CultureInfo.InvariantCulture, $"1. {cause.Look} {cause.Remedy}\n");
            }
        }

        return text.ToString();
    }
}
