using System.Text.Json.Nodes;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Files of format version 1 are still read; the two versions are never mixed.</summary>
public class VersionOneTests
{
    [Theory]
    [InlineData("01-cameras.json", "models")]
    [InlineData("02-standards.json", "standards")]
    [InlineData("04-checks.json", "checks")]
    public void A_file_of_version_1_comes_to_what_its_version_2_says(string file, string list)
    {
        JsonNode old = JsonNode.Parse(Fixture($"version-1/{file}"))!;
        JsonNode now = JsonNode.Parse(Fixture(file))!;
        for (int i = 0; i < now[list]!.AsArray().Count; i++)
        {
            byte[] converted = VersionOne.Convert(list, System.Text.Encoding.UTF8.GetBytes(old[list]![i]!.ToJsonString()));
            JsonNode.DeepEquals(JsonNode.Parse(converted), now[list]![i]).ShouldBeTrue($"{list} {i}");
        }
    }

    [Fact]
    public void A_line_up_of_version_1_keeps_its_requirements_strategy_and_reading()
    {
        ExchangeFile file = ExchangeFile.Open(System.Text.Encoding.UTF8.GetBytes(Fixture("version-1/05-line-ups.json")));
        LineUpDocument[] lineUps = [.. file.Items("lineUps", ExchangeJson.Default.LineUpDocument).Select(i => i.Value!)];
        lineUps.SelectMany(l => l.Cameras).ShouldContain(c => c.Require.Contains("f/", StringComparison.Ordinal));
        lineUps.ShouldContain(l => l.Strategy == "gain-last");
        LineUpDocument quiet = lineUps.First(l => l.Strategy == "gain-last").Renewed();
        (quiet.Strategy, quiet.Emphasis).ShouldBe(("own-base", "low-noise"));
        LineUpReader.Check(quiet);
        lineUps.ShouldContain(l => l.Light.Reading != null && l.Light.Reading.Iris.StartsWith("f/", StringComparison.Ordinal));
    }

    [Fact]
    public void A_field_of_version_2_in_a_file_of_version_1_is_refused_by_name()
    {
        ExchangeItem<StandardDocument> item = Standard(
            Fixture("version-1/02-standards.json").Replace("\"want\": \"clear\"", "\"require\": \"clear\"", StringComparison.Ordinal)
        );
        item.Value.ShouldBeNull();
        item.Fault!.Code.ShouldBe(ProblemCode.BadDocument);
        item.Fault.Message.ShouldContain("“require”");
    }

    [Fact]
    public void A_field_of_version_1_in_a_file_of_version_2_is_refused_with_its_name_now()
    {
        ExchangeItem<StandardDocument> item = Standard(
            Fixture("02-standards.json").Replace("\"require\": \"clear\"", "\"want\": \"clear\"", StringComparison.Ordinal)
        );
        item.Value.ShouldBeNull();
        item.Fault!.Message.ShouldContain("it is “require” now");
    }

    [Fact]
    public void A_fault_in_a_file_of_version_1_names_the_line_it_stands_in()
    {
        string text = Fixture("version-1/02-standards.json");
        int line = text[..text.IndexOf("\"slack\"", StringComparison.Ordinal)].Count(c => c == '\n') + 1;
        ExchangeItem<StandardDocument> item = Standard(
            text[..text.IndexOf("\"slack\"", StringComparison.Ordinal)]
                + "\"slack\": 3, \"x\": "
                + text[(text.IndexOf("\"slack\"", StringComparison.Ordinal) + 8)..]
        );
        item.Fault!.Line.ShouldBe(line);
    }

    [Theory]
    [InlineData(0)]
    [InlineData(3)]
    public void A_version_nobody_wrote_is_refused(int version)
    {
        RefusedException refused = Should.Throw<RefusedException>(() =>
            ExchangeFile.Open(
                System.Text.Encoding.UTF8.GetBytes(
                    Fixture("02-standards.json").Replace("\"formatVersion\": 2", $"\"formatVersion\": {version}", StringComparison.Ordinal)
                )
            )
        );
        refused.Pointer.ShouldBe("/formatVersion");
    }

    private static ExchangeItem<StandardDocument> Standard(string text) =>
        ExchangeFile.Open(System.Text.Encoding.UTF8.GetBytes(text)).Items("standards", ExchangeJson.Default.StandardDocument).First();

    private static string Fixture(string file) => File.ReadAllText(Path.Combine(TestSite.Root, "tests", "fixtures", file));
}
