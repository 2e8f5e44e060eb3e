using System.Text;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Files that are nearly right, from a fixed seed: each ends in a clear message, none in a fault of ours. GOLDNOTCH_MALFORMED=10000 runs the long form.</summary>
[Collection(DemoSiteTests.Name)]
public class MalformedImportTests(DemoSite site)
{
    private static readonly object?[] Strange =
    [
        null,
        true,
        -1,
        0,
        1e308,
        int.MaxValue,
        "",
        " ",
        "NaN",
        "f/0",
        "\u0000",
        "=1+1",
        new string('x', 5000),
        "1/0",
        "∞",
        "29.97q",
        "−−3",
    ];

    [Fact]
    public async Task No_malformed_file_is_a_fault_of_the_site()
    {
        using TestClient ines = await site.ClientAsync();
        int runs = int.TryParse(Environment.GetEnvironmentVariable("GOLDNOTCH_MALFORMED"), out int many) ? many : 250;
        var chance = new Random(20261123);
        string[] files =
        [
            .. Directory.GetFiles(Path.Combine(TestSite.Root, "tests", "fixtures"), "*.json").Order().Select(File.ReadAllText),
        ];
        for (int i = 0; i < runs; i++)
        {
            byte[] file = Mangle(files[chance.Next(files.Length)], chance);
            bool csv = chance.Next(8) == 0;
            Answer answer = await ines.SendAsync(HttpMethod.Post, csv ? "/api/import/csv" : "/api/import", file);
            while (answer.Status == 429)
            {
                // The long form is faster than any person may be.
                await Task.Delay(250);
                answer = await ines.SendAsync(HttpMethod.Post, csv ? "/api/import/csv" : "/api/import", file);
            }

            answer.Status.ShouldBeOneOf([200, 400, 409, 413], $"run {i}{Environment.NewLine}{Encoding.UTF8.GetString(file)}");
            if (answer.Status != 200)
            {
                answer.Type.ShouldBe("application/problem+json");
                answer.Text("detail").Length.ShouldBeGreaterThan(20, $"run {i}");
            }
        }
    }

    [Theory]
    [InlineData("[", "bad-document")]
    [InlineData("", "bad-document")]
    [InlineData("{\"format\":\"gold-notch-exchange\",\"formatVersion\":\"1\"}", "bad-document")]
    [InlineData("{\"format\":\"gold-notch-exchange\",\"formatVersion\":1} {}", "bad-document")]
    [InlineData("{\"format\":\"gold-notch-exchange\",\"formatVersion\":1,\"units\":[],\"units\":[]}", "bad-document")]
    [InlineData("{\"format\":\"gold-notch-exchange\",\"formatVersion\":1,\"units\":[null]}", "bad-document")]
    public async Task What_is_no_exchange_file_is_told_so(string text, string code)
    {
        using TestClient ines = await site.ClientAsync();
        Answer answer = await ines.SendAsync(HttpMethod.Post, "/api/import", Encoding.UTF8.GetBytes(text));
        answer.Status.ShouldBe(400);
        answer.Text("code").ShouldBe(code);
        answer.Text("detail").ShouldContain("Nothing was imported");
    }

    [Fact]
    public async Task Deep_large_and_strangely_written_files_end_in_a_sentence()
    {
        using TestClient ines = await site.ClientAsync();
        string deep =
            "{\"format\":\"gold-notch-exchange\",\"formatVersion\":1,\"units\":" + new string('[', 5000) + new string(']', 5000) + "}";
        (await ines.SendAsync(HttpMethod.Post, "/api/import", Encoding.UTF8.GetBytes(deep)))
            .ExpectProblem(400, "bad-document")
            .Text("detail")
            .ShouldContain("nested deeper");
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/import",
                Encoding.Unicode.GetPreamble().Concat(Encoding.Unicode.GetBytes("{}")).ToArray()
            )
        )
            .ExpectProblem(400, "bad-document")
            .Text("detail")
            .ShouldContain("UTF-16");
        (await ines.SendAsync(HttpMethod.Post, "/api/import/csv", new byte[] { 0xC3, 0x28, 0x41 }))
            .ExpectProblem(400, "bad-document")
            .Text("detail")
            .ShouldContain("UTF-8");
        (await ines.SendAsync(HttpMethod.Post, "/api/import/csv", Encoding.UTF8.GetBytes("a,b\n1,2\n")))
            .ExpectProblem(400, "bad-document")
            .Text("detail")
            .ShouldContain("tag, model");
        (await ines.SendAsync(HttpMethod.Post, "/api/import", new byte[50 * 1024 * 1024])).ExpectProblem(413, "too-large");
        (await ines.GetAsync("/api/sheets")).Expect(200);
    }

    private static byte[] Mangle(string file, Random chance)
    {
        JsonNode root = JsonNode.Parse(file)!;
        for (int n = chance.Next(1, 4); n > 0; n--)
        {
            JsonNode node = root;
            string? name = null;
            int index = 0;
            while (true)
            {
                if (node is JsonObject { Count: > 0 } fields)
                {
                    name = fields.ElementAt(chance.Next(fields.Count)).Key;
                    if (fields[name] is not (JsonObject or JsonArray) || chance.Next(6) == 0)
                    {
                        break;
                    }

                    node = fields[name]!;
                }
                else if (node is JsonArray { Count: > 0 } list)
                {
                    (name, index) = (null, chance.Next(list.Count));
                    if (list[index] is not (JsonObject or JsonArray) || chance.Next(8) == 0)
                    {
                        break;
                    }

                    node = list[index]!;
                }
                else
                {
                    break;
                }
            }

            JsonNode? strange = JsonValue.Create(Strange[chance.Next(Strange.Length)]);
            switch (node)
            {
                case JsonObject fields when name is not null && chance.Next(4) == 0:
                    fields.Remove(name);
                    break;
                case JsonObject fields when name is not null:
                    fields[chance.Next(6) == 0 ? name + "x" : name] = strange;
                    break;
                case JsonArray list when list.Count > 0:
                    list[Math.Min(index, list.Count - 1)] = strange;
                    break;
            }
        }

        byte[] bytes = Encoding.UTF8.GetBytes(root.ToJsonString());
        switch (chance.Next(6))
        {
            case 0:
                return bytes[..chance.Next(bytes.Length)];
            case 1:
                bytes[chance.Next(bytes.Length)] = (byte)chance.Next(256);
                return bytes;
            default:
                return bytes;
        }
    }
}
