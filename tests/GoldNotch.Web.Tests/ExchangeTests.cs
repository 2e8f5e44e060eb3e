using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;
using NJsonSchema;

namespace GoldNotch.Web.Tests;

[Collection(SiteTests.Name)]
public class ExchangeTests(TestSite site)
{
    private static readonly string Schema = Path.Combine(TestSite.Root, "docs", "formats", "exchange.schema.json");

    [Fact]
    public async Task The_same_file_again_changes_nothing()
    {
        using TestClient client = await site.ClientAsync();
        Answer again = (await ImportAsync(client, Demo("02-standards.json"))).Expect(200);
        (again.Int("added"), again.Int("unchanged")).ShouldBe((0, 2));
    }

    [Fact]
    public async Task An_unknown_field_is_refused_with_line_and_column()
    {
        using TestClient client = await site.ClientAsync();
        Answer refused = (
            await ImportAsync(client, "{\n  \"format\": \"gold-notch-exchange\",\n  \"formatVersion\": 1,\n  \"cameras\": []\n}")
        ).ExpectProblem(400, "bad-document", "/cameras");
        refused.Text("detail").ShouldContain("Line 4, column");
        refused.Text("detail").ShouldContain("“cameras” is not part of the format");
    }

    [Fact]
    public async Task One_bad_entry_leaves_nothing_of_the_file()
    {
        using TestClient client = await site.ClientAsync();
        JsonNode file = JsonNode.Parse(Demo("03-units.json"))!;
        file["units"]![0]!["tag"] = "OBG-777";
        file["units"]![3]!["model"] = "unheard-of";
        (await ImportAsync(client, file.ToJsonString())).ExpectProblem(400, "model-missing", "/units/3/model");
        (await client.GetAsync("/api/units/OBG-777")).Expect(404);
    }

    [Theory]
    [InlineData("/standards/0/notches/3/require", "half the frame")]
    [InlineData("/standards/0/notches/3/tolerance", "3 dB")]
    [InlineData("/standards/0/notches/4/setting", "loudness")]
    [InlineData("/standards/0/light/lamp", "candle")]
    [InlineData("/standards/0/state", "perhaps")]
    [InlineData("/standards/0/key", "Not A Key")]
    public async Task A_standard_that_cannot_be_is_refused_at_its_field(string at, string value)
    {
        using TestClient client = await site.ClientAsync();
        (await ImportAsync(client, With(Demo("02-standards.json"), at, value))).ExpectProblem(400, "bad-value", at);
    }

    [Theory]
    [InlineData("/models/0/shutters/2", "fast")]
    [InlineData("/models/0/formats/0/rate", "often")]
    [InlineData("/models/0/lens/smallest", "f/1")]
    [InlineData("/models/0/lens/widestAtLong", "T0")]
    public async Task A_card_that_cannot_be_is_refused_at_its_field(string at, string value)
    {
        using TestClient client = await site.ClientAsync();
        (await ImportAsync(client, With(Demo("01-cameras.json"), at, value))).ExpectProblem(400, "bad-value", at);
    }

    [Fact]
    public async Task An_approved_version_that_says_something_else_needs_the_next_number()
    {
        using TestClient client = await site.ClientAsync();
        string changed = With(Demo("02-standards.json"), "/standards/0/purpose", "something else");
        (await ImportAsync(client, changed)).ExpectProblem(409, "version-exists", "/standards/0/version");
    }

    [Fact]
    public async Task Only_a_technician_imports()
    {
        using TestClient client = await site.ClientAsync("mara");
        (await ImportAsync(client, Demo("03-units.json"))).ExpectProblem(403, "not-allowed");
    }

    [Fact]
    public async Task The_published_schema_is_that_of_the_importer()
    {
        JsonNode exported = ExchangeJson.Default.Options.GetJsonSchemaAsNode(typeof(ExchangeDocument));
        exported["$schema"] = "https://json-schema.org/draft/2020-12/schema";
        exported["title"] = "Gold Notch exchange file";
        string now = exported.ToJsonString(new JsonSerializerOptions { WriteIndented = true }) + "\n";
        if (Environment.GetEnvironmentVariable("GOLDNOTCH_WRITE") == "1")
        {
            await File.WriteAllTextAsync(Schema, now);
        }

        (await File.ReadAllTextAsync(Schema)).ShouldBe(
            now,
            "docs/formats/exchange.schema.json is stale: GOLDNOTCH_WRITE=1 ./test writes it"
        );
    }

    [Fact]
    public async Task The_demo_keeps_to_the_schema_and_a_stranger_field_does_not()
    {
        JsonSchema schema = await JsonSchema.FromFileAsync(Schema);
        foreach (string file in Directory.GetFiles(Path.Combine(TestSite.Root, "demo"), "*.json"))
        {
            schema.Validate(await File.ReadAllTextAsync(file)).ShouldBeEmpty(Path.GetFileName(file));
        }

        schema.Validate(With(Demo("03-units.json"), "/units/0/nickname", "Reddy")).ShouldNotBeEmpty();
    }

    private static Task<Answer> ImportAsync(TestClient client, string json) => client.SendAsync(HttpMethod.Post, "/api/import", json);

    private static string Demo(string file) => File.ReadAllText(Path.Combine(TestSite.Root, "tests", "fixtures", file));

    private static string With(string json, string at, string value)
    {
        JsonNode root = JsonNode.Parse(json)!;
        string[] steps = at[1..].Split('/');
        JsonNode node = root;
        foreach (string step in steps[..^1])
        {
            node = int.TryParse(step, out int index) ? node[index]! : node[step]!;
        }

        if (node is JsonArray array)
        {
            array[int.Parse(steps[^1], System.Globalization.CultureInfo.InvariantCulture)] = value;
        }
        else
        {
            node[steps[^1]] = value;
        }

        return root.ToJsonString();
    }
}
