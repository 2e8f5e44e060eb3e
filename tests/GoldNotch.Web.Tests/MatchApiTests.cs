using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using GoldNotch.Imaging.Rendering;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Cameras matched over the line and by hand, from the first picture to what their units need.</summary>
[Collection(DemoSiteTests.Name)]
public class MatchApiTests(DemoSite site)
{
    private const string LineUp = "5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01";

    [Fact]
    public async Task Three_linked_cameras_are_matched_signed_and_planned_by_next_time()
    {
        using TestClient ines = await site.ClientAsync();
        await LightAsync(2000, 5400, "OBG-101", "OBG-108", "OBG-113");
        await SetAsync(
            "OBG-101",
            ("full-auto", "off"),
            ("white-balance", "5400"),
            ("profile", "standard"),
            ("gain", "0"),
            ("nd", "clear"),
            ("iris", "f/5.6")
        );
        await SetAsync("OBG-108", ("white-balance", "5400"), ("tint", "0"), ("profile", "standard"), ("iris", "f/5.6"));
        await SetAsync("OBG-113", ("white-balance", "4700"), ("tint", "0"), ("profile", "standard"), ("iris", "f/4"));
        JsonElement begun = (await ines.GetAsync($"/api/line-ups/{LineUp}/match")).Expect(200).Json;
        begun.GetProperty("cameras").GetArrayLength().ShouldBe(3);
        begun.GetProperty("cameras")[0].GetProperty("irisFree").GetBoolean().ShouldBeFalse("two metres deep were asked for");
        JsonNode document = JsonNode.Parse(begun.GetRawText())!;
        foreach (JsonNode? camera in document["cameras"]!.AsArray())
        {
            (camera!["irisFree"], camera["profile"]) = (true, "standard");
        }

        (document["exposureReference"], document["colourReference"]) = ("A", "A");
        var id = Guid.NewGuid();
        Answer view = (await ines.PutAsync($"/api/matches/{id}", document.ToJsonString(), 0)).Expect(200);
        JsonElement match = view.Json;
        int turn = 0;
        while (!match.GetProperty("isMatched").GetBoolean() && turn < 5)
        {
            turn++;
            foreach (string letter in new[] { "A", "B", "C" })
            {
                match = (await StillAsync(ines, id, turn, letter, match)).Expect(200).Json.GetProperty("match");
                if (turn == 1 && letter == "A")
                {
                    await CardAsync(ines, match);
                }
            }

            if (turn == 1)
            {
                // Nothing stands on a card that nobody has confirmed, and nothing of it is signed.
                Of(match, "C").GetProperty("turns")[0].GetProperty("rest").ValueKind.ShouldBe(JsonValueKind.Null);
                (
                    await ines.SendAsync(
                        HttpMethod.Post,
                        $"/api/matches/{id}/signature",
                        new { version = 1, seal = match.GetProperty("seal").GetInt64() }
                    )
                ).Expect(409);
                (await ines.SendAsync(HttpMethod.Post, $"/api/matches/{id}/regions", new { regions = new[] { Guid.NewGuid() } })).Expect(
                    200
                );
            }

            match = await ConfirmAsync(ines, id, match);
            if (turn > 1)
            {
                Proposed(match).ShouldBeEmpty("a camera that stands where it stood keeps its card");
            }

            foreach (string letter in new[] { "B", "C" })
            {
                Answer sent = (await ines.SendAsync(HttpMethod.Post, $"/api/matches/{id}/cameras/{letter}/correct", new { })).Expect(200);
                foreach (JsonElement step in sent.At("done").EnumerateArray().Where(s => !s.GetProperty("isDone").GetBoolean()))
                {
                    // What the link does not take is moved by hand.
                    JsonElement told = Of(match, letter)
                        .GetProperty("steps")
                        .EnumerateArray()
                        .First(s => s.GetProperty("setting").GetString() == step.GetProperty("setting").GetString());
                    await SetAsync(
                        Of(match, letter).GetProperty("unit").GetString()!,
                        (step.GetProperty("setting").GetString()!, told.GetProperty("sends").GetString()!)
                    );
                }
            }
        }

        match.GetProperty("isMatched").GetBoolean().ShouldBeTrue(match.GetRawText());
        Of(match, "A").GetProperty("state").GetString().ShouldBe("reference");
        Of(match, "C").GetProperty("rounds").GetInt32().ShouldBeInRange(1, 3);
        JsonElement last = Of(match, "C").GetProperty("turns")[turn - 1];
        Math.Abs(last.GetProperty("rest").GetProperty("stops").GetDouble()).ShouldBeLessThan(0.2);
        last.GetProperty("predicted").ValueKind.ShouldBe(JsonValueKind.Object);
        JsonElement needs = Of(match, "C").GetProperty("needs");

        // Who saw less than there is signs nothing; an operator does not sign.
        object seen = new { version = 1, seal = match.GetProperty("seal").GetInt64() };
        using (TestClient mara = await site.ClientAsync("mara"))
        {
            (await mara.SendAsync(HttpMethod.Post, $"/api/matches/{id}/signature", seen)).Expect(403);
        }

        (await ines.SendAsync(HttpMethod.Post, $"/api/matches/{id}/signature", new { version = 1, seal = 1 })).Expect(412);
        JsonElement signed = (await ines.SendAsync(HttpMethod.Post, $"/api/matches/{id}/signature", seen)).Expect(200).Json;
        signed.GetProperty("signedBy").GetString().ShouldBe("Ines Calloway");
        (await ines.GetAsync($"/api/matches/{id}")).Expect(200).Json.GetRawText().ShouldBe(signed.GetRawText());

        // Nothing of it moves any more: not its setting-up, not its pictures, not what they measured.
        (await ines.PutAsync($"/api/matches/{id}", document.ToJsonString(), 1)).Expect(409);
        (await StillAsync(ines, id, turn, "A", match)).Expect(409);
        JsonElement take = Of(match, "A").GetProperty("turns")[0];
        (await ines.SendAsync(HttpMethod.Delete, $"/api/matches/{id}/turns/1/A", null, take.GetProperty("version").GetInt32())).Expect(409);
        string picture = take.GetProperty("picture").GetString()!;
        int version = (await ines.GetAsync($"/api/pictures/{picture}")).Expect(200).Int("version");
        (await ines.SendAsync(HttpMethod.Delete, $"/api/pictures/{picture}", null, version)).Expect(409);
        object other = new { settings = new { }, regions = Array.Empty<object>() };
        (await ines.PutAsync($"/api/pictures/{picture}/measured", other, version)).Expect(409);

        // The next plan in about this light begins from it.
        JsonElement unit = (await ines.GetAsync("/api/units/OBG-113/page")).Expect(200).Json;
        JsonElement needed = unit.GetProperty("matches")[0];
        needed.GetProperty("against").GetString().ShouldBe("OBG-101");
        needed.GetProperty("offsetMired").GetDouble().ShouldBe(needs.GetProperty("offsetMired").GetDouble(), 0.01);
        (await ines.GetAsync($"/api/matches/{id}/match.pdf")).Expect(200);
        int[] pictures =
        [
            .. Regex
                .Matches(Encoding.Latin1.GetString(ines.LastBytes), @"/Subtype /Image[^>]*/Length (\d+)")
                .Select(m => int.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture)),
        ];
        pictures.Length.ShouldBe(3);
        pictures.ShouldAllBe(bytes => bytes > 10_000, "whoever grades has to see colours, not blocks");
        (await ines.GetAsync($"/api/matches/{id}/match.csv")).Expect(200);
        Encoding.UTF8.GetString(ines.LastBytes).Split('\n', StringSplitOptions.RemoveEmptyEntries).Length.ShouldBe((3 * turn) + 1);
        (await ines.GetAsync($"/api/matches/{id}/match.json")).Expect(200).Json.GetProperty("isMatched").GetBoolean().ShouldBeTrue();
    }

    private static string[] Proposed(JsonElement match) =>
        [
            .. match
                .GetProperty("cameras")
                .EnumerateArray()
                .SelectMany(c => c.GetProperty("turns").EnumerateArray())
                .SelectMany(t => t.GetProperty("regions").EnumerateArray())
                .Where(r => r.GetProperty("isProposed").GetBoolean())
                .Select(r => r.GetProperty("id").GetString()!),
        ];

    private static async Task<JsonElement> ConfirmAsync(TestClient who, Guid id, JsonElement match) =>
        Proposed(match) is { Length: > 0 } regions
            ? (await who.SendAsync(HttpMethod.Post, $"/api/matches/{id}/regions", new { regions })).Expect(200).Json
            : match;

    [Fact]
    public async Task Pictures_brought_by_hand_are_matched_too_and_two_people_do_not_overwrite_each_other()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await BeginAsync(mara, "By hand", "OBG-105", "OBG-106");
        Guid first = await PictureAsync(mara, 0);
        object position = new
        {
            tint = 0,
            filter = "1",
            iris = "f/4",
        };
        JsonElement match = (await TakeAsync(mara, id, "A", first, position)).Expect(200).Json.GetProperty("match");
        Of(match, "A").GetProperty("turns")[0].GetProperty("regions")[0].GetProperty("kind").GetString().ShouldBe("greyCard");
        Of(match, "B").GetProperty("state").GetString().ShouldBe("noPicture");

        // Another one at the same place, by somebody who has not seen the first.
        (await TakeAsync(mara, id, "A", await PictureAsync(mara, 1), position)).Expect(412);
        (await TakeAsync(mara, id, "A", await PictureAsync(mara, 0.1), position, seen: 1)).Expect(200);
        match = (await TakeAsync(mara, id, "B", await PictureAsync(mara, 1), position)).Expect(200).Json.GetProperty("match");
        match = await ConfirmAsync(mara, id, match);
        JsonElement step = Of(match, "B").GetProperty("steps")[0];
        step.GetProperty("setting").GetString().ShouldBe("iris");
        step.GetProperty("sends").GetString().ShouldBe("f/5.6");
        step.GetProperty("place").ValueKind.ShouldBe(JsonValueKind.Object, "where it is on this camera");

        // Taken out again, and the match thrown away; the pictures stay.
        int version = Of(match, "B").GetProperty("turns")[0].GetProperty("version").GetInt32();
        (await mara.SendAsync(HttpMethod.Delete, $"/api/matches/{id}/turns/1/B", null, version)).Expect(200);
        (await mara.SendAsync(HttpMethod.Delete, $"/api/pictures/{first}", null, 2)).Expect(204);
        (await mara.SendAsync(HttpMethod.Delete, $"/api/matches/{id}", null, 1)).Expect(204);
        (await mara.GetAsync($"/api/matches/{id}")).Expect(404);
    }

    [Theory]
    [InlineData("cameras", "[]", "/cameras")]
    [InlineData("exposureReference", "\"Z\"", "/exposureReference")]
    [InlineData("name", "\"\"", "/name")]
    [InlineData("light", "{\"temperatureK\": 3}", "/light/temperatureK")]
    [InlineData("tolerance", "{\"stops\": 0, \"mired\": 5, \"duv\": 0.002, \"hueDegrees\": 3}", "/tolerance/stops")]
    [InlineData("choices", "[{\"about\": \"look\", \"decision\": \"warm\"}]", "/choices/0/by")]
    public async Task What_cannot_be_a_match_is_refused_with_its_field(string field, string json, string pointer)
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonNode document = Document("Bad", "OBG-105", "OBG-106");
        document[field] = JsonNode.Parse(json);
        (await mara.PutAsync($"/api/matches/{Guid.NewGuid()}", document.ToJsonString(), 0)).ExpectProblem(400, "bad-value", pointer);
    }

    [Fact]
    public async Task What_is_not_there_is_told_with_its_field_and_nothing_is_half_kept()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await BeginAsync(mara, "Missing", "OBG-105", "OBG-106");
        object position = new { };
        (await TakeAsync(mara, id, "A", Guid.NewGuid(), position)).ExpectProblem(404, "not-found", "/picture");
        (await TakeAsync(mara, id, "Q", await PictureAsync(mara, 0), position)).ExpectProblem(404, "not-found", "/letter");
        (await TakeAsync(mara, id, "A", await PictureAsync(mara, 0), new { filter = "7" })).ExpectProblem(
            400,
            "bad-value",
            "/position/filter"
        );
        (await TakeAsync(mara, id, "A", await PictureAsync(mara, 0), new { iris = "wide" })).ExpectProblem(
            400,
            "bad-value",
            "/position/iris"
        );
        (await mara.PutAsync($"/api/matches/{Guid.NewGuid()}", Document("Gone", "OBG-105", "OBG-999").ToJsonString(), 0)).ExpectProblem(
            400,
            "unit-missing",
            "/cameras"
        );

        // A camera that gives no stills, and one that is off.
        (await StillAsync(mara, id, 1, "A", (await mara.GetAsync($"/api/matches/{id}")).Expect(200).Json)).Expect(424);
        (await mara.GetAsync($"/api/matches/{id}")).Expect(200).Json.GetProperty("turn").GetInt32().ShouldBe(0);
    }

    [Fact]
    public async Task What_units_needed_goes_out_with_them_and_comes_in_once_and_what_cannot_be_is_refused()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode went = JsonNode.Parse((await ines.GetAsync("/api/export/units.json")).Expect(200).Json.GetRawText())!;
        JsonArray matches = went["matches"]!.AsArray();
        matches.Count.ShouldBeGreaterThan(1);
        (await ines.SendAsync(HttpMethod.Post, "/api/import", went.ToJsonString())).Expect(200).Int("added").ShouldBe(0);
        (await ines.GetAsync("/api/units/OBG-112/matches")).Expect(200).At("0/against").GetString().ShouldBe("OBG-108");
        async Task<Answer> WithAsync(string field, JsonNode value)
        {
            JsonNode one = matches[0]!.DeepClone();
            one[field] = value;
            JsonNode file = JsonNode.Parse("""{"format": "gold-notch-exchange", "formatVersion": 2}""")!;
            file["matches"] = new JsonArray(one);
            return await ines.SendAsync(HttpMethod.Post, "/api/import", file.ToJsonString());
        }

        (await WithAsync("offsetMired", 99)).ExpectProblem(400, "id-taken", "/matches/0/id");
        (await WithAsync("at", DateTimeOffset.UtcNow.AddDays(1))).ExpectProblem(400, "bad-value", "/matches/0/at");
        (await WithAsync("lightK", 3)).ExpectProblem(400, "bad-value", "/matches/0/lightK");
        string unit = matches[0]!["unit"]!.GetValue<string>();
        (await WithAsync("against", unit)).ExpectProblem(400, "bad-value", "/matches/0/against");
        (await WithAsync("id", Guid.NewGuid())).Expect(200).Int("added").ShouldBe(1);
    }

    [Fact]
    public async Task A_unit_that_gets_another_tag_keeps_its_place_in_an_open_match()
    {
        using TestClient ines = await site.ClientAsync();
        Guid id = await BeginAsync(ines, "Renamed", "OBG-107", "OBG-105");
        int version = (await ines.GetAsync("/api/units/OBG-107/page")).Expect(200).Int("version");
        (await ines.SendAsync(HttpMethod.Post, "/api/units/OBG-107/rename", new { newTag = "OBG-207" }, version)).Expect(200);
        try
        {
            Answer match = (await ines.GetAsync($"/api/matches/{id}")).Expect(200);
            match.At("cameras/0/unit").GetString().ShouldBe("OBG-207");
            match.At("missing").GetArrayLength().ShouldBe(0);
        }
        finally
        {
            (await ines.SendAsync(HttpMethod.Post, "/api/units/OBG-207/rename", new { newTag = "OBG-107" }, version + 1)).Expect(200);
        }
    }

    private static JsonElement Of(JsonElement match, string letter) =>
        match.GetProperty("cameras").EnumerateArray().Single(c => c.GetProperty("letter").GetString() == letter);

    private static JsonNode Document(string name, params string[] units) =>
        JsonSerializer.SerializeToNode(
            new
            {
                name,
                light = new { temperatureK = 5600 },
                cameras = units.Select(
                    (unit, i) =>
                        new
                        {
                            letter = ((char)('A' + i)).ToString(),
                            unit,
                            profile = "standard",
                        }
                ),
                exposureReference = "A",
                colourReference = "A",
            }
        )!;

    private static async Task<Guid> BeginAsync(TestClient client, string name, params string[] units)
    {
        var id = Guid.NewGuid();
        (await client.PutAsync($"/api/matches/{id}", Document(name, units).ToJsonString(), 0)).Expect(200);
        return id;
    }

    private static async Task<Guid> PictureAsync(TestClient client, double stops)
    {
        var id = Guid.NewGuid();
        (await client.SendAsync(HttpMethod.Put, $"/api/pictures/{id}?name=hand.png", PictureApiTests.Still(5600, stops, set: 5600))).Expect(
            200
        );
        return id;
    }

    private static Task<Answer> TakeAsync(TestClient client, Guid id, string letter, Guid picture, object position, int seen = 0) =>
        client.PutAsync(
            $"/api/matches/{id}/turns/1/{letter}",
            new
            {
                picture,
                position,
                seen,
            }
        );

    private static Task<Answer> StillAsync(TestClient client, Guid id, int turn, string letter, JsonElement match) =>
        client.SendAsync(
            HttpMethod.Post,
            $"/api/matches/{id}/turns/{turn}/{letter}/still",
            new { picture = Guid.NewGuid(), position = JsonNode.Parse(Of(match, letter).GetProperty("next").GetRawText()) }
        );

    // The card and the skin of the first picture are drawn where they are; on the others they are proposed from there.
    private static async Task CardAsync(TestClient client, JsonElement match)
    {
        string picture = Of(match, "A").GetProperty("turns")[0].GetProperty("picture").GetString()!;
        JsonElement kept = (await client.GetAsync($"/api/pictures/{picture}")).Expect(200).Json;
        object Region(string kind, Core.Frames.FrameRegion of) =>
            new
            {
                id = Guid.NewGuid(),
                kind,
                x = of.X,
                y = of.Y,
                width = of.Width,
                height = of.Height,
            };
        object change = new
        {
            settings = JsonNode.Parse(kept.GetProperty("settings").GetRawText()),
            regions = new[] { Region("greyCard", StandInChart.Grey), Region("skin", StandInChart.LightSkin) },
            unit = "OBG-101",
        };
        (await client.PutAsync($"/api/pictures/{picture}/measured", change, kept.GetProperty("version").GetInt32())).Expect(200);
    }

    private async Task LightAsync(double lux, double lightK, params string[] tags)
    {
        foreach (string tag in tags)
        {
            await StandInAsync($"{tag}/scene", new { lux, lightK });
        }
    }

    private async Task SetAsync(string tag, params (string Setting, string Value)[] settings)
    {
        foreach ((string setting, string value) in settings)
        {
            await StandInAsync($"{tag}/hand/{setting}", new { set = value });
        }
    }

    private async Task StandInAsync(string path, object body)
    {
        using var http = new HttpClient();
        using HttpResponseMessage answer = await http.PutAsync(
            new Uri(site.Cameras, $"/stand-in/{path}"),
            new StringContent(JsonSerializer.Serialize(body), Encoding.UTF8, "application/json")
        );
        answer.IsSuccessStatusCode.ShouldBeTrue($"{path}: {await answer.Content.ReadAsStringAsync()}");
    }
}
