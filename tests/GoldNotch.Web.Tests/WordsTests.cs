using System.Text.RegularExpressions;
using GoldNotch.Core.Judgements;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>One thing has one word in every layer: words that were replaced do not come back, in identifiers or in what a person reads.</summary>
public partial class WordsTests
{
    private static readonly string[] Folders = ["src", "web/src", "docs", "demo"];
    private static readonly string[] Endings = [".cs", ".vue", ".ts", ".css", ".md", ".json"];

    // What reads or converts the first version of the format has to know its words.
    private static readonly string[] Exempt = ["VersionOne.cs", "WordsOfVersionTwo.cs", "schema.d.ts"];

    [Fact]
    public void Words_that_were_replaced_are_gone_from_identifiers_and_pages()
    {
        string[] found =
        [
            .. Folders
                .SelectMany(f => Directory.EnumerateFiles(Path.Combine(TestSite.Root, f), "*", SearchOption.AllDirectories))
                .Where(f => Endings.Contains(Path.GetExtension(f)) && !Exempt.Contains(Path.GetFileName(f)) && !Built().IsMatch(f))
                .SelectMany(f =>
                    File.ReadLines(f)
                        .Select((line, i) => (File: Path.GetRelativePath(TestSite.Root, f), Line: i + 1, Word: Gone().Match(line).Value))
                )
                .Where(m => m.Word.Length > 0)
                .Select(m => $"{m.File}:{m.Line}: {m.Word}"),
        ];
        found.ShouldBeEmpty();
    }

    [Theory]
    [InlineData("public Slack Slack", true)]
    [InlineData("<h2>Said beside it</h2>", true)]
    [InlineData("slackTolerance", true)]
    [InlineData("public Tolerance Tolerance", false)]
    [InlineData("The card is full.", false)]
    public void The_check_itself_tells_a_word_that_is_gone_from_one_that_is_not(string line, bool gone) =>
        Gone().IsMatch(line).ShouldBe(gone);

    [Fact]
    public void What_a_person_reads_uses_the_words_of_the_field()
    {
        IEnumerable<(string Where, string Text)> pages = Directory
            .EnumerateFiles(Path.Combine(TestSite.Root, "web", "src"), "*.vue", SearchOption.AllDirectories)
            .SelectMany(f => Words(File.ReadAllText(f)).Select(text => (Path.GetFileName(f), text)));
        IEnumerable<(string Where, string Text)> sentences = Templates.All.Select(t =>
            ($"{t.RuleId}/{t.Case}", Regex.Replace(t.Text, "{[^}]*}", "…"))
        );
        (string Where, string Text)[] all = [.. pages, .. sentences];
        all.Length.ShouldBeGreaterThan(1200);
        all.Where(t => Dialect().IsMatch(t.Text)).Select(t => $"{t.Where}: {t.Text}").ShouldBeEmpty();
    }

    [Theory]
    [InlineData("What wants somebody comes first.", true)]
    [InlineData("It stands at 3200 K.", true)]
    [InlineData("Put right", true)]
    [InlineData("The tripod stands on the floor.", false)]
    [InlineData("What stands between them.", false)]
    public void The_check_of_texts_tells_dialect_from_plain_words(string text, bool dialect) => Dialect().IsMatch(text).ShouldBe(dialect);

    /// <summary>The words of a page's template: what stands between its tags, and the attributes that are read out or shown.</summary>
    private static IEnumerable<string> Words(string page)
    {
        int begin = page.IndexOf("<template>", StringComparison.Ordinal);
        int end = page.LastIndexOf("</template>", StringComparison.Ordinal);
        return begin < 0 || end < begin
            ? []
            : Shown()
                .Matches(page[begin..end])
                .Select(m => string.Concat(m.Groups.Values.Skip(1).Select(g => g.Value)).Trim())
                .Where(t => t.Length > 2);
    }

    [GeneratedRegex(@"[>}]([^<>{}]+)[<{]|(?:placeholder|aria-label|title|header)=""([^""]+)""")]
    private static partial Regex Shown();

    [GeneratedRegex(
        @"\b(wants?|wanted|wish(es)?|slack|schools?|floats?|floating|stands (at|off)|as asked|goes up|gone up|seen to|trail|put right|rubbish|brought|"
            + @"goes first|combs|pumps|it may as well|at its lip|model card|operator's card|lamps lit)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Dialect();

    [GeneratedRegex("[/\\\\](obj|bin|node_modules)[/\\\\]")]
    private static partial Regex Built();

    [GeneratedRegex(
        "[Ss]lack|\\bWish(es)?\\b|\\bMend\\b|FloatingCount|HasFloating|IrisOpening|iris-opening|iris-mode|sound-level|voice-peaks|viewing-look|exposure-colours|extra-gain"
            + "|output-socket|spare-cells|[Ss]aid beside it|From plan to hands|It seems broken|Sharp from, to|[Oo]perator's card|[Oo]perator card|as the sheet wants"
    )]
    private static partial Regex Gone();
}
