using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Whatever is saved can be opened again: documents with random faults are refused at a field, or kept and read back whole.</summary>
[Collection(DemoSiteTests.Name)]
public class OpenAgainTests(DemoSite site)
{
    private static readonly string[] Odd =
    [
        "null",
        "\"\"",
        "-1",
        "0",
        "1e308",
        "-1e308",
        "27",
        "0.0001",
        "true",
        "[]",
        "{}",
        "\"NaN\"",
        "\"f/0\"",
        "\"-ND 4\"",
        "\"1/0\"",
        "\"hour 27\"",
        "\"+12 dBFS\"",
        "\"\\u0000\"",
        "\"a very long text that nobody would type into a field of this kind, and that goes on\"",
    ];

    [Fact]
    public async Task A_line_up_that_is_accepted_opens_again_with_its_plan()
    {
        using TestClient ines = await site.ClientAsync();
        string list = (await ines.GetAsync("/api/line-ups")).Expect(200).Json.GetProperty("lineUps")[0].GetProperty("id").GetString()!;
        JsonNode whole = JsonNode.Parse((await ines.GetAsync($"/api/line-ups/{list}")).Expect(200).At("document").GetRawText())!;
        await EachAsync(whole, 160, async (document, what) =>
        {
            Guid id = Guid.NewGuid();
            document["id"] = id.ToString();
            Answer put = await ines.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 0);
            if (put.Status != 200)
            {
                return Refused(put, what);
            }

            Answer back = (await ines.GetAsync($"/api/line-ups/{id}")).Expect(200);
            back.At("plan").GetProperty("standard").GetString().ShouldNotBeNull();
            (await ines.SendAsync(HttpMethod.Delete, $"/api/line-ups/{id}", (object?)null, put.Int("version"))).Status.ShouldBeLessThan(
                500
            );
            return true;
        });
    }

    [Fact]
    public async Task A_specification_that_is_accepted_opens_again_with_its_sheets()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode whole = JsonNode.Parse((await ines.GetAsync("/api/models/calla-d")).Expect(200).At("document").GetRawText())!;
        int made = 0;
        await EachAsync(whole, 120, async (document, what) =>
        {
            string key = $"odd-{++made}";
            document["key"] = key;

            // Two of one name are refused; a name that chance has written stays.
            if (document["name"]?.ToJsonString() == whole["name"]!.ToJsonString())
            {
                document["name"] = $"Odd {made}";
            }

            Answer put = await ines.PutAsync($"/api/models/{key}", document.ToJsonString(), 0);
            if (put.Status != 200)
            {
                return Refused(put, what);
            }

            (await ines.GetAsync($"/api/models/{key}")).Expect(200);
            (await ines.GetAsync($"/api/sheets/lecture-room/{key}")).Expect(200);
            return true;
        });
    }

    [Fact]
    public async Task A_draft_that_is_accepted_opens_again_with_its_findings()
    {
        using TestClient ines = await site.ClientAsync();
        object begin = new
        {
            key = "odd-draft",
            name = "Odd draft",
            copyOf = "seed-portraits",
        };
        JsonNode whole = JsonNode.Parse(
            (await ines.SendAsync(HttpMethod.Post, "/api/standards", begin)).Expect(201).At("document").GetRawText()
        )!;
        int version = 1;
        await EachAsync(whole, 160, async (document, what) =>
        {
            Answer put = await ines.PutAsync("/api/standards/odd-draft/draft", document.ToJsonString(), version);
            if (put.Status != 200)
            {
                return Refused(put, what);
            }

            version++;
            (await ines.GetAsync("/api/standards/odd-draft/versions/1")).Expect(200);
            (await ines.SendAsync(HttpMethod.Post, "/api/standards/preview", new { document })).Status.ShouldBeLessThan(500);
            return true;
        });
    }

    private static bool Refused(Answer answer, string what)
    {
        answer.Status.ShouldBeInRange(400, 499, what);
        answer.Text("title").Length.ShouldBeGreaterThan(10);
        return false;
    }

    // One leaf at a time, chosen by chance, is something that a slip of the hand or a broken program might send.
    private static async Task EachAsync(JsonNode whole, int runs, Func<JsonNode, string, Task<bool>> keptAsync)
    {
        var chance = new Random(20261128);
        int kept = 0;
        for (int run = 0; run < runs; run++)
        {
            JsonNode document = whole.DeepClone();
            JsonNode[] leaves = [.. Leaves(document)];
            JsonNode leaf = leaves[chance.Next(leaves.Length)];
            string odd = Odd[chance.Next(Odd.Length)];
            string what = $"{leaf.GetPath()} = {odd}";
            leaf.ReplaceWith(JsonNode.Parse(odd));
            kept += await keptAsync(document, what) ? 1 : 0;
        }

        kept.ShouldBeInRange(1, runs - 1, "some are kept and some refused, else nothing was tried");
    }

    private static IEnumerable<JsonNode> Leaves(JsonNode node) =>
        node switch
        {
            JsonObject all => all.Select(p => p.Value).OfType<JsonNode>().SelectMany(Leaves),
            JsonArray all => all.OfType<JsonNode>().SelectMany(Leaves),
            _ => [node],
        };
}
