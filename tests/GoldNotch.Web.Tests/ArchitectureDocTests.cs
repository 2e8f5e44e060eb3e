using System.Text.RegularExpressions;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What the documents say about files is so.</summary>
public partial class ArchitectureDocTests
{
    public static TheoryData<string> Documents { get; } =
    ["docs/architecture.md", "README.md", "CONTRIBUTING.md", "docs/guide.md", "docs/benchmarks.md"];

    [Theory]
    [MemberData(nameof(Documents))]
    public void Every_file_that_a_document_names_exists(string document)
    {
        string text = File.ReadAllText(Path.Combine(TestSite.Root, document));
        string[] named = [.. Named().Matches(text).Select(m => m.Groups[1].Value).Distinct()];
        named.Where(path => !Path.Exists(Path.Combine(TestSite.Root, path))).ShouldBeEmpty();
        if (document == "docs/architecture.md")
        {
            named.Length.ShouldBeGreaterThan(50);
        }
    }

    [GeneratedRegex(@"`((?:src|web|tests|bench|demo|docs|scripts)/[^`\s*{<\[]+)`")]
    private static partial Regex Named();
}
