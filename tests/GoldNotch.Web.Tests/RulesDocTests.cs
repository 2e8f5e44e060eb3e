using System.Text;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks.Symptoms;
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
            "\n## Where good people disagree\n\nEach standard chooses a option; the first is the default.\n\n| matter | options | default, and why | decides |\n|---|---|---|---|\n"
        );
        foreach (Policy policy in Policy.All)
        {
            text.Append(
                System.Globalization.CultureInfo.InvariantCulture,
                $"| {policy.Name} | {string.Join(" · ", policy.Options.Select(s => s.Text))} | {policy.Default.Text}: {policy.Default.Reason} | {(policy.Settings.IsEmpty ? "line-ups" : string.Join(", ", policy.Settings.Select(s => SettingDefinition.Of(s).Name.ToLowerInvariant())))} |\n"
            );
        }

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
