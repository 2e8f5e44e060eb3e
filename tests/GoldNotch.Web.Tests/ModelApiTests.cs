using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

[Collection(DemoSiteTests.Name)]
public class ModelApiTests(DemoSite site)
{
    [Fact]
    public async Task A_card_is_copied_changed_and_kept_as_the_next_version()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode card = await SpecificationAsync(ines, "bracken-3");
        card["key"] = "bracken-4";
        card["name"] = "Bracken 4";
        (await ines.PutAsync("/api/models/bracken-4", card.ToJsonString())).ExpectProblem(428, "version-needed");
        (await ines.PutAsync("/api/models/bracken-4", card.ToJsonString(), 0)).Expect(200).Int("document/version").ShouldBe(1);
        card["shutters"]!.AsArray().Add("1/48");
        (await ines.PutAsync("/api/models/bracken-4", card.ToJsonString(), 0)).ExpectProblem(412, "changed-meanwhile");
        (await ines.PutAsync("/api/models/bracken-4", card.ToJsonString(), 1)).Expect(200).Int("document/version").ShouldBe(2);
        (await ines.PutAsync("/api/models/bracken-4", card.ToJsonString(), 2))
            .Expect(200)
            .Int("document/version")
            .ShouldBe(2, "the same card again is no new version");
        (await ines.PutAsync("/api/models/other", card.ToJsonString(), 0)).ExpectProblem(400, "bad-value", "/key");
    }

    [Fact]
    public async Task Two_specifications_of_one_name_are_told_and_the_first_one_keeps_it()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode card = await SpecificationAsync(ines, "bracken-3");
        card["key"] = "bracken-twin";
        card["name"] = " bracken 3 ";
        Answer told = await ines.PutAsync("/api/models/bracken-twin", card.ToJsonString(), 0);
        told.ExpectProblem(409, "name-taken", "/name").Text("detail").ShouldContain("(bracken-3)");
        (await ines.GetAsync("/api/models/bracken-twin")).Expect(404);
        card["name"] = "Bracken 3, second batch";
        (await ines.PutAsync("/api/models/bracken-twin", card.ToJsonString(), 0)).Expect(200);
    }

    [Fact]
    public async Task A_preview_says_what_is_missing_by_chapter_and_what_cannot_be_read()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode card = await SpecificationAsync(ines, "alder-20");
        card["choices"]!.AsObject().Remove("limiter");
        Answer preview = (await ines.SendAsync(HttpMethod.Post, "/api/models/preview", card.ToJsonString())).Expect(200);
        preview
            .At("completeness")
            .EnumerateArray()
            .First(c => c.GetProperty("chapter").GetString() == "Audio")
            .GetProperty("missing")
            .EnumerateArray()
            .Select(m => m.GetString())
            .ShouldBe(["limiter"]);
        card["shutters"]![0] = "fast";
        (await ines.SendAsync(HttpMethod.Post, "/api/models/preview", card.ToJsonString())).Text("wrong/pointer").ShouldBe("/shutters/0");
    }

    [Fact]
    public async Task Clear_scan_a_switch_with_assigned_gains_and_an_automatic_shutter_are_kept_as_they_were_written()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode card = await SpecificationAsync(ines, "bracken-3");
        card["key"] = "bracken-scan";
        card["name"] = "Bracken with a scan";
        card["shutterAutomatic"] = false;
        card["clearScan"] = JsonNode.Parse("""{"fromHz":125,"toHz":50.2,"stepHz":0.1}""");
        card["gain"]!["assignableDb"] = JsonNode.Parse("[-3,0,3,6]");
        (await ines.SendAsync(HttpMethod.Post, "/api/models/preview", card.ToJsonString())).Text("wrong/pointer").ShouldBe("/clearScan");
        card["clearScan"] = JsonNode.Parse("""{"fromHz":50.2,"toHz":125,"stepHz":0.1}""");
        Answer preview = (await ines.SendAsync(HttpMethod.Post, "/api/models/preview", card.ToJsonString())).Expect(200);
        JsonElement shutter = preview.At("controls").EnumerateArray().First(c => c.GetProperty("setting").GetString() == "shutter");
        shutter.GetProperty("dial").GetProperty("hasAutomatic").GetBoolean().ShouldBeFalse();
        (await ines.PutAsync("/api/models/bracken-scan", card.ToJsonString(), 0)).Expect(200);
        JsonNode kept = await SpecificationAsync(ines, "bracken-scan");
        (
            kept["shutterAutomatic"]!.ToJsonString(),
            kept["clearScan"]!.ToJsonString(),
            kept["gain"]!["assignableDb"]!.ToJsonString()
        ).ShouldBe(("false", """{"fromHz":50.2,"toHz":125,"stepHz":0.1}""", "[-3,0,3,6]"));
    }

    [Theory]
    [InlineData("duplicate", "/formats/10", """{"size":"2160","rate":"29.97p","bitRatesMbps":[1]}""", "formats")]
    [InlineData(
        "circle",
        "/dependencies",
        """{"when":"codec","is":"Long","then":"high-rate","becomes":"on","because":"it says so"}""",
        "dependencies"
    )]
    public async Task A_card_that_contradicts_itself_is_refused_at_its_field(string code, string pointer, string added, string list)
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode card = await SpecificationAsync(ines, "alder-20");
        card[list]!.AsArray().Add(JsonNode.Parse(added));
        (await ines.PutAsync("/api/models/alder-20", card.ToJsonString(), 1)).ExpectProblem(400, code, pointer);
    }

    [Fact]
    public async Task Every_control_of_the_demo_is_drawn_and_every_card_is_known_in_full()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Answer list = (await mara.GetAsync("/api/models")).Expect(200);
        list.Json.EnumerateArray()
            .Where(m => m.GetProperty("key").GetString() == "alder-20")
            .ShouldAllBe(m => m.GetProperty("missing").GetInt32() == 0);
        Answer alder = await mara.GetAsync("/api/models/alder-20");
        alder
            .At("preview/controls")
            .EnumerateArray()
            .First(c => c.GetProperty("setting").GetString() == "stabiliser")
            .GetProperty("dial")
            .GetProperty("detents")
            .GetArrayLength()
            .ShouldBe(3);
        (await mara.GetAsync("/api/models/none")).ExpectProblem(404, "not-found", "/key");
    }

    private static async Task<JsonNode> SpecificationAsync(TestClient client, string key) =>
        JsonNode.Parse((await client.GetAsync($"/api/models/{key}")).Expect(200).At("document").GetRawText())!;
}
