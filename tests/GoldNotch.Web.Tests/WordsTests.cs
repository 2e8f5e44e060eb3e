using System.Text.RegularExpressions;
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

    [GeneratedRegex("[/\\\\](obj|bin|node_modules)[/\\\\]")]
    private static partial Regex Built();

    [GeneratedRegex(
        "[Ss]lack|\\bWish(es)?\\b|\\bMend\\b|FloatingCount|HasFloating|IrisOpening|iris-opening|iris-mode|sound-level|voice-peaks|viewing-look|exposure-colours|extra-gain"
            + "|output-socket|spare-cells|[Ss]aid beside it|From plan to hands|It seems broken|Sharp from, to|[Oo]perator's card|[Oo]perator card|as the sheet wants"
    )]
    private static partial Regex Gone();
}
