using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

[Collection(DemoSiteTests.Name)]
public class LineUpApiTests(DemoSite site)
{
    private const string Orchid = "/api/line-ups/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01";
    private const string Bulbs = "/api/line-ups/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e02";
    private const string Cereus = "/api/line-ups/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e03";

    [Fact]
    public async Task Each_line_up_of_the_demo_has_something_to_find()
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonElement orchid = (await mara.GetAsync(Orchid)).Expect(200).At("plan");
        Letters(orchid).ShouldBe("ABC");
        Camera(orchid, "C")
            .GetProperty("stack")
            .GetProperty("filters")
            .EnumerateArray()
            .ShouldContain(f => f.GetProperty("front").GetBoolean(), "the pocket camera has no ND of its own");
        orchid.GetProperty("crossings").GetArrayLength().ShouldBeGreaterThan(0);
        orchid.GetProperty("scene")[0].GetString()!.ShouldContain("hard");

        JsonElement bulbs = (await mara.GetAsync(Bulbs)).At("plan");
        Camera(bulbs, "A").GetProperty("ramp").GetString()!.ShouldContain("f/4.2", Case.Sensitive, "the zoom closes by itself");
        Kinds(Camera(bulbs, "A")).ShouldContain("light");
        JsonElement night = (await mara.GetAsync(Cereus)).At("plan");
        Camera(night, "A").GetProperty("chosen").GetProperty("state").GetString()!.ShouldStartWith("high base");
        Kinds(Camera(night, "B")).ShouldNotContain("light", "nobody may add light: the flowers close");
        Kinds(Camera(night, "B")).ShouldNotBeEmpty();
        night.GetProperty("emphasis").GetString().ShouldBe("low noise");
    }

    [Fact]
    public async Task A_what_if_holds_the_camera_to_it_and_an_emphasis_is_read_or_refused_at_its_field()
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonNode document = await DocumentAsync(mara, Orchid, Guid.NewGuid());
        JsonElement free = (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).Expect(200).Json;
        JsonElement next = Camera(free, "A").GetProperty("next")[0];
        next.GetProperty("cost")
            .GetDouble()
            .ShouldBeGreaterThanOrEqualTo(Camera(free, "A").GetProperty("chosen").GetProperty("cost").GetDouble());
        document["cameras"]![0]!["pins"] = JsonNode.Parse(next.GetProperty("held").GetRawText());
        JsonElement held = (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).Expect(200).Json;
        Camera(held, "A").GetProperty("chosen").GetProperty("spoken").GetString().ShouldBe(next.GetProperty("spoken").GetString());

        document["emphasis"] = "highlights";
        (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString()))
            .Expect(200)
            .Text("emphasis")
            .ShouldBe("highlights");
        document["emphasis"] = "loudness";
        (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).ExpectProblem(
            400,
            "bad-value",
            "/emphasis"
        );
        document["emphasis"] = null;
        document["strategy"] = "gain-last";
        (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).ExpectProblem(
            400,
            "bad-value",
            "/strategy"
        );
    }

    private static string[] Kinds(JsonElement camera) =>
        [.. camera.GetProperty("remedies").EnumerateArray().Select(m => m.GetProperty("kind").GetString()!)];

    [Fact]
    public async Task A_new_line_up_begins_with_the_light_and_the_strategy_of_its_standard_and_can_be_kept_as_it_is()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Answer begins = (await mara.GetAsync("/api/line-ups/new?standard=lecture-room")).Expect(200);
        begins.At("document/light/mainsHz").GetDouble().ShouldBe(60);
        begins.Text("reading/time").ShouldBe("1/60");
        var document = JsonNode.Parse(begins.At("document").GetRawText())!;
        var id = Guid.NewGuid();
        document["id"] = id;
        document["name"] = "begun";
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 0)).Expect(200);
        (await mara.SendAsync(HttpMethod.Delete, $"/api/line-ups/{id}", null, 1)).Expect(204);
        (await mara.GetAsync("/api/line-ups/new?standard=nothing")).ExpectProblem(400, "standard-missing", "/standard");
    }

    [Fact]
    public async Task A_line_up_is_kept_changed_and_dropped_and_nobody_is_overwritten_unseen()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        JsonNode document = await DocumentAsync(mara, Orchid, id);
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString())).ExpectProblem(428, "version-needed");
        (await mara.PutAsync($"/api/line-ups/{Guid.NewGuid()}", document.ToJsonString(), 0)).ExpectProblem(400, "bad-value", "/id");
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 0)).Expect(200).Int("version").ShouldBe(1);
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 0))
            .Expect(200)
            .Int("version")
            .ShouldBe(1, "a retry changes nothing");
        document["place"] = "glasshouse 4";
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 1)).Expect(200).Int("version").ShouldBe(2);
        document["place"] = "glasshouse 5";
        Answer late = (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 1)).ExpectProblem(412, "changed-meanwhile");
        (late.Text("newest/place"), late.Int("version")).ShouldBe(("glasshouse 4", 2));
        (await mara.GetAsync("/api/line-ups"))
            .At("lineUps")
            .EnumerateArray()
            .First()
            .GetProperty("id")
            .GetGuid()
            .ShouldBe(id, "changed last first");
        (await mara.SendAsync(HttpMethod.Delete, $"/api/line-ups/{id}", null, 1)).ExpectProblem(412, "changed-meanwhile");
        (await mara.SendAsync(HttpMethod.Delete, $"/api/line-ups/{id}", null, 2)).Expect(204);
        (await mara.GetAsync($"/api/line-ups/{id}")).ExpectProblem(404, "not-found", "/id");
        using TestClient ines = await site.ClientAsync();
        (await ines.GetAsync($"/api/audit?subject=line-up%20{id}"))
            .At("entries")
            .EnumerateArray()
            .Select(e => e.GetProperty("what").GetString())
            .ShouldBe(["line-up deleted", "line-up changed", "line-up started"]);
    }

    [Theory]
    [InlineData("/light/reading/iris", "\"wide\"", "/light/reading/iris")]
    [InlineData("/light/reading/iso", "-3", "/light/reading/iso")]
    [InlineData("/light/mainsHz", "0", "/light/mainsHz")]
    [InlineData("/light/lux", "900", "/light/reading")]
    [InlineData("/cameras/0/require", "\"deepish\"", "/cameras/0/require")]
    [InlineData("/cameras/0/focalMm", "0", "/cameras/0/focalMm")]
    [InlineData("/cameras/0/letter", "\"a\"", "/cameras/0/letter")]
    [InlineData("/cameras/1/letter", "\"A\"", "/cameras/1")]
    [InlineData("/cameras/1/unit", "\"OBG-101\"", "/cameras/1")]
    [InlineData("/cameras/0/framedM", "2", "/cameras/0/framedM")]
    [InlineData("/marks/0/stops", "\"much\"", "/marks/0/stops")]
    [InlineData("/marks/0/reading", "\"f/22\"", "/marks/0/stops")]
    [InlineData("/kit/0/stops", "-1", "/kit/0/stops")]
    [InlineData("/maxFront", "3", "/maxFront")]
    [InlineData("/strategy", "\"modern\"", "/strategy")]
    [InlineData("/standard", "\"no-such\"", "/standard")]
    [InlineData("/colourReference", "\"Z\"", "/colourReference")]
    [InlineData("/rooms/0/temperatureK", "10", "/rooms/0/temperatureK")]
    [InlineData("/floor/0/kind", "\"ghost\"", "/floor/0/kind")]
    public async Task What_cannot_be_read_is_refused_at_its_field(string pointer, string value, string told)
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonNode document = await DocumentAsync(mara, Orchid, Guid.NewGuid());
        Set(document, pointer, value);
        Answer refused = await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString());
        refused.Status.ShouldBe(400);
        refused.Text("pointer").ShouldBe(told);
    }

    [Theory]
    [InlineData("/cameras/1/lens", "\"\"", "/cameras/1/lens", "Say which lens")]
    [InlineData("/cameras/1/lens", "\"50\"", "/cameras/1/lens", "no lens 50 that fits")]
    [InlineData("/cameras/0/lens", "\"24\"", "/cameras/0/lens", "does not come off")]
    [InlineData("/cameras/0/unit", "\"OBG-999\"", "/cameras/0/unit", "no unit OBG-999")]
    [InlineData("/cameras/0/unit", "\"OBG-107\"", "/cameras/0/unit", "is in repair")]
    [InlineData("/cameras/0/focalMm", "300", "/cameras/0/focalMm", "zoom of camera A")]
    [InlineData("/cameras/0/require", "\"as deep as A\"", "/cameras", "circle")]
    [InlineData("/cameras/0/looksAt", "\"nobody\"", "/cameras/0/distanceM", "has no distance")]
    public async Task What_cannot_be_planned_is_told_at_its_field_and_the_rest_is_planned(
        string pointer,
        string value,
        string at,
        string message
    )
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonNode document = await DocumentAsync(mara, Orchid, Guid.NewGuid());
        Set(document, pointer, value);
        JsonElement plan = (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).Expect(200).Json;
        JsonElement fault = plan.GetProperty("faults").EnumerateArray().First(f => f.GetProperty("pointer").GetString() == at);
        fault.GetProperty("message").GetString()!.ShouldContain(message);
        if (message != "circle")
        {
            Letters(plan).ShouldContain("C");
        }

        // It is kept all the same: what was typed is not lost because a unit is away.
        var id = Guid.Parse(document["id"]!.GetValue<string>());
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 0)).Expect(200);
        (await mara.SendAsync(HttpMethod.Delete, $"/api/line-ups/{id}", null, 1)).Expect(204);
    }

    [Fact]
    public async Task A_camera_wanted_twice_at_the_same_time_is_told_in_both()
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonNode document = await DocumentAsync(mara, Orchid, Guid.NewGuid());
        document["call"] = "2026-11-26T13:00:00Z";
        JsonElement plan = (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).Expect(200).Json;
        plan.GetProperty("faults")
            .EnumerateArray()
            .Count(f => f.GetProperty("message").GetString()!.Contains("Orchid repotting", StringComparison.Ordinal))
            .ShouldBe(3);
        document["call"] = "2026-12-26T13:00:00Z";
        (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).At("faults").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task A_changed_light_gives_the_least_changes_in_order()
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonNode document = await DocumentAsync(mara, Orchid, Guid.NewGuid());
        object Change(string iris) =>
            new JsonObject
            {
                ["document"] = document.DeepClone(),
                ["reading"] = new JsonObject
                {
                    ["iris"] = iris,
                    ["time"] = "1/60",
                    ["iso"] = 320,
                },
            }.ToJsonString();
        Answer changed = (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/light-changed", Change("f/8"))).Expect(200);
        changed.Text("moved").ShouldStartWith("−1⅓");
        JsonElement b = changed.At("steps").EnumerateArray().First(s => s.GetProperty("letter").GetString() == "B");
        b.GetProperty("steps").GetArrayLength().ShouldBe(1, "one filter is enough");
        (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/light-changed", Change("f/0"))).Status.ShouldBe(400);
        JsonElement same = (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/light-changed", Change("f/11 1/3"))).At("steps");
        same.EnumerateArray().Select(s => s.GetProperty("sentence").GetString()).ShouldAllBe(s => s == "Leave it.");
    }

    [Fact]
    public async Task A_check_of_a_line_up_asks_for_the_values_of_the_plan_even_when_the_plan_changes_later()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        JsonNode document = await DocumentAsync(mara, Orchid, id);
        document["name"] = "Frozen";
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 0)).Expect(200);
        var check = Guid.NewGuid();
        Answer begun = (
            await mara.PutAsync(
                $"/api/checks/{check}",
                new
                {
                    unit = "OBG-113",
                    standard = "glasshouse-talk",
                    lineUp = id,
                }
            )
        ).Expect(201);
        begun.Text("shootName").ShouldBe("Frozen, camera C");
        string iris = begun.Line("iris").GetProperty("line").GetProperty("target").GetString()!;
        Answer sheet = (await mara.GetAsync($"/api/line-ups/{id}/cameras/C/sheet")).Expect(200);
        sheet
            .At("lines")
            .EnumerateArray()
            .First(l => l.GetProperty("setting").GetString() == "iris")
            .GetProperty("target")
            .GetString()
            .ShouldBe(iris);
        document["light"]!["reading"]!["iris"] = "f/5.6";
        (await mara.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 1)).Expect(200);
        (await mara.GetAsync($"/api/checks/{check}")).Line("iris").GetProperty("line").GetProperty("target").GetString().ShouldBe(iris);
        (
            await mara.PutAsync(
                $"/api/checks/{Guid.NewGuid()}",
                new
                {
                    unit = "OBG-106",
                    standard = "glasshouse-talk",
                    lineUp = id,
                }
            )
        ).ExpectProblem(400, "bad-value", "/unit");
        (
            await mara.PutAsync(
                $"/api/checks/{Guid.NewGuid()}",
                new
                {
                    unit = "OBG-113",
                    standard = "lecture-room",
                    lineUp = id,
                }
            )
        ).ExpectProblem(400, "bad-value", "/standard");
        (
            await mara.PutAsync(
                $"/api/checks/{Guid.NewGuid()}",
                new
                {
                    unit = "OBG-113",
                    standard = "glasshouse-talk",
                    lineUp = Guid.NewGuid(),
                }
            )
        ).ExpectProblem(404, "not-found", "/id");
    }

    [Fact]
    public async Task Papers_and_files_come_out_and_the_file_goes_in_again_as_it_was()
    {
        using TestClient ines = await site.ClientAsync();
        foreach (
            string paper in new[]
            {
                "/plan.pdf",
                "/plan.pdf?paper=letter",
                "/cameras/A/card.pdf",
                "/cameras/B/sheet.pdf",
                "/cameras/C/sheet.pdf?layout=page",
            }
        )
        {
            (await ines.GetAsync(Orchid + paper)).Status.ShouldBe(200, paper);
            System.Text.Encoding.ASCII.GetString(ines.LastBytes, 0, 5).ShouldBe("%PDF-", paper);
        }

        (await ines.GetAsync(Orchid + "/plan.pdf?paper=a5")).ExpectProblem(400, "bad-value", "/paper");
        (await ines.GetAsync(Orchid + "/cameras/Z/card.pdf")).ExpectProblem(404, "not-found", "/letter");
        var formula = Guid.NewGuid();
        JsonNode sly = await DocumentAsync(ines, Orchid, formula);
        sly["cameras"]![0]!["part"] = "=1+1";
        (await ines.PutAsync($"/api/line-ups/{formula}", sly.ToJsonString(), 0)).Expect(200);
        (await ines.GetAsync($"/api/line-ups/{formula}/plan.csv")).Status.ShouldBe(200);
        string csv = System.Text.Encoding.UTF8.GetString(ines.LastBytes);
        (await ines.SendAsync(HttpMethod.Delete, $"/api/line-ups/{formula}", null, 1)).Expect(204);
        csv.Split("\r\n").Length.ShouldBe(5, "a header, three cameras, and the end of the last line");
        csv.ShouldContain(",'=1+1,", Case.Sensitive, "a cell that could be a formula is made harmless");

        (await ines.GetAsync(Orchid + "/line-up.json")).Expect(200);
        string file = System.Text.Encoding.UTF8.GetString(ines.LastBytes);
        (await ines.SendAsync(HttpMethod.Post, "/api/import", file)).Expect(200).Int("unchanged").ShouldBe(1);
        JsonNode other = JsonNode.Parse(file)!;
        other["lineUps"]![0]!["id"] = Guid.NewGuid().ToString();
        other["lineUps"]![0]!["cameras"]![0]!["require"] = "wide";
        (await ines.SendAsync(HttpMethod.Post, "/api/import", other.ToJsonString())).ExpectProblem(
            400,
            "bad-value",
            "/lineUps/0/cameras/0/require"
        );
    }

    [Fact]
    public async Task A_line_up_whose_standard_was_retired_still_opens_and_says_so()
    {
        using TestClient ines = await site.ClientAsync();
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/standards",
                new
                {
                    key = "short-lived",
                    name = "Short lived",
                    copyOf = "glasshouse-talk",
                }
            )
        ).Expect(201);
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/short-lived/draft/approve", null, 1)).Expect(200);
        var id = Guid.NewGuid();
        JsonNode document = await DocumentAsync(ines, Orchid, id);
        document["standard"] = "short-lived";
        (await ines.PutAsync($"/api/line-ups/{id}", document.ToJsonString(), 0)).Expect(200);
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/short-lived/retire", null)).Expect(204);
        Answer opened = (await ines.GetAsync($"/api/line-ups/{id}")).Expect(200);
        opened.At("plan/faults")[0].GetProperty("pointer").GetString().ShouldBe("/standard");
        (await ines.SendAsync(HttpMethod.Delete, $"/api/line-ups/{id}", null, 1)).Expect(204);
    }

    private static async Task<JsonNode> DocumentAsync(TestClient client, string of, Guid id)
    {
        JsonNode document = JsonNode.Parse((await client.GetAsync(of)).Expect(200).At("document").GetRawText())!;
        document["id"] = id.ToString();
        document["call"] = null;
        return document;
    }

    private static void Set(JsonNode document, string pointer, string value)
    {
        string[] parts = pointer.Split('/', StringSplitOptions.RemoveEmptyEntries);
        JsonNode at = document;
        foreach (string part in parts[..^1])
        {
            at = int.TryParse(part, out int i) ? at[i]! : at[part]!;
        }

        at[parts[^1]] = JsonNode.Parse(value);
    }

    private static JsonElement Camera(JsonElement plan, string letter) =>
        plan.GetProperty("cameras").EnumerateArray().First(c => c.GetProperty("letter").GetString() == letter);

    private static string Letters(JsonElement plan) =>
        string.Concat(plan.GetProperty("cameras").EnumerateArray().Select(c => c.GetProperty("letter").GetString()));
}
