using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Shoots over the API: booked once, packed, prepared, told when something is wrong; line-ups go with them.</summary>
[Collection(CounterTests.Name)]
public class ShootApiTests(DemoSite site)
{
    private static int _number;

    // Units of this test alone, with a kit each.
    internal static async Task<string[]> UnitsAsync(TestClient ines, int count, string model = "alder-20", int batteries = 2)
    {
        string[] tags = [.. Enumerable.Range(0, count).Select(_ => $"SHT-{Interlocked.Increment(ref _number):000}")];
        object body = new
        {
            units = tags.Select(tag => new
            {
                tag,
                model,
                tape = "grey",
                place = "Shelf",
            }),
        };
        (await ines.SendAsync(HttpMethod.Post, "/api/units", body)).Expect(200);
        foreach (string tag in tags)
        {
            (await ines.PutAsync($"/api/units/{tag}/kit", new { pieces = Pieces(tag, batteries) }, 0)).Expect(200);
        }

        return tags;
    }

    internal static object[] Pieces(string tag, int batteries = 2) =>
        [
            new { name = "Body", kind = "body" },
            new
            {
                name = "Plate",
                kind = "plate",
                code = $"PL-{tag}",
            },
            new
            {
                name = "Battery",
                kind = "battery",
                count = batteries,
                where = "left pocket",
            },
            new { name = "Card", kind = "card" },
            new { name = "Charger", kind = "charger" },
            new
            {
                name = "Receiver",
                kind = "wireless-receiver",
                aaEach = 2,
            },
            new
            {
                name = "Headphones",
                kind = "headphones",
                supply = "bring-your-own",
            },
        ];

    internal static JsonObject Shoot(string name, DateTimeOffset call, params string[] units) =>
        new()
        {
            ["id"] = Guid.NewGuid().ToString(),
            ["name"] = name,
            ["place"] = "Glasshouse 3",
            ["call"] = call.ToString("O"),
            ["end"] = call.AddHours(4).ToString("O"),
            ["standard"] = "lecture-room",
            ["cameras"] = new JsonArray([
                .. units.Select((u, i) => (JsonNode)new JsonObject { ["letter"] = ((char)('A' + i)).ToString(), ["unit"] = u }),
            ]),
        };

    internal static Task<Answer> PutAsync(TestClient client, JsonObject shoot, int seen = 0) =>
        client.PutAsync($"/api/shoots/{shoot["id"]}", shoot.ToJsonString(), seen);

    // Each test has a day of its own, so that bookings of others never meet.
    internal static DateTimeOffset Day(int days) => new DateTimeOffset(DateTime.UtcNow.Date, TimeSpan.Zero).AddDays(days).AddHours(9);

    [Fact]
    public async Task A_shoot_is_kept_changed_only_by_who_saw_it_and_deleted()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 1);
        JsonObject shoot = Shoot("Rose pruning", Day(200), units);
        Answer kept = (await PutAsync(mara, shoot)).Expect(200);
        kept.Int("version").ShouldBe(1);
        kept.Text("status").ShouldBe("planned");
        (await PutAsync(mara, shoot)).Expect(200).Int("version").ShouldBe(1, "the same again is no change");

        shoot["name"] = "Rose pruning, part 1";
        (await PutAsync(ines, shoot, 1)).Expect(200).Int("version").ShouldBe(2);
        shoot["name"] = "Another";
        Answer late = (await PutAsync(mara, shoot, 1)).ExpectProblem(412, "changed-meanwhile");
        late.At("newest").GetProperty("name").GetString().ShouldBe("Rose pruning, part 1");

        (await mara.GetAsync("/api/shoots?find=rose%20pruning,%20part")).At("rows").GetArrayLength().ShouldBe(1);
        (await mara.SendAsync(HttpMethod.Delete, $"/api/shoots/{shoot["id"]}", null, 2)).Expect(204);
        (await mara.GetAsync($"/api/shoots/{shoot["id"]}")).ExpectProblem(404, "not-found", "/id");
    }

    [Fact]
    public async Task A_unit_is_booked_once_at_a_time_and_free_again_when_a_shoot_is_cancelled()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 2);
        JsonObject first = Shoot("Morning", Day(210), units);
        JsonObject second = Shoot("Overlap", Day(210).AddHours(3), units[1]);
        JsonObject after = Shoot("Afternoon", Day(210).AddHours(4), units[1]);
        (await PutAsync(ines, first)).Expect(200);
        Answer refused = (await PutAsync(ines, second)).ExpectProblem(409, "booked", "/cameras/0/unit");
        refused.Text("detail").ShouldContain($"{units[1]} is booked for “Morning”");
        (await ines.GetAsync($"/api/shoots/{second["id"]}")).Expect(404);
        (await PutAsync(ines, after)).Expect(200);

        Answer busy = await ines.GetAsync(
            $"/api/shoots/availability?from={Uri.EscapeDataString(Day(210).ToString("O"))}&to={Uri.EscapeDataString(Day(211).ToString("O"))}"
        );
        busy.Json.EnumerateArray()
            .Where(b => b.GetProperty("unit").GetString() == units[1])
            .Select(b => b.GetProperty("name").GetString())
            .ShouldBe(["Morning", "Afternoon"]);

        (await ines.SendAsync(HttpMethod.Post, $"/api/shoots/{first["id"]}/cancelled", new { why = "Rain" }, 1))
            .Expect(200)
            .Text("status")
            .ShouldBe("cancelled");
        (await ines.SendAsync(HttpMethod.Post, "/api/shoots/preview", JsonNode.Parse(first.ToJsonString())))
            .Expect(200)
            .Text("status")
            .ShouldBe("cancelled", "what is typed does not take it up again");
        (await PutAsync(ines, second)).ExpectProblem(409, "booked", "/cameras/0/unit").Text("detail").ShouldContain("“Afternoon”");
        second["end"] = Day(210).AddHours(4).ToString("O");
        (await PutAsync(ines, second)).Expect(200);
        (await ines.SendAsync(HttpMethod.Delete, $"/api/shoots/{first["id"]}/cancelled", null, 2)).ExpectProblem(
            409,
            "booked",
            "/cameras/1/unit"
        );
    }

    [Fact]
    public async Task Two_who_book_one_unit_at_once_do_not_both_get_it()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        string[] units = await UnitsAsync(ines, 1);
        for (int day = 220; day < 226; day++)
        {
            Answer[] answers = await Task.WhenAll(
                PutAsync(ines, Shoot("One", Day(day), units)),
                PutAsync(mara, Shoot("Two", Day(day).AddHours(1), units))
            );
            answers.Select(a => a.Status).Order().ShouldBe([200, 409]);
        }
    }

    [Theory]
    [InlineData("end", "2020-01-01T00:00:00Z", "/end")]
    [InlineData("end", "2099-01-01T00:00:00Z", "/end")]
    [InlineData("collect", "2099-01-01T00:00:00Z", "/collect")]
    [InlineData("return", "2020-01-01T00:00:00Z", "/return")]
    [InlineData("prepareFrom", "2099-01-01T00:00:00Z", "/prepareFrom")]
    [InlineData("name", "", "/name")]
    [InlineData("name", "two\nlines", "/name")]
    [InlineData("hourSays", "moon", "/hourSays")]
    [InlineData("day", 24, "/day")]
    [InlineData("technicians", 0, "/technicians")]
    public async Task What_a_shoot_cannot_be_is_refused_at_its_field(string field, object value, string pointer)
    {
        using TestClient ines = await site.ClientAsync();
        JsonObject shoot = Shoot("Bad", Day(230));
        shoot[field] = JsonSerializer.SerializeToNode(value);
        (await PutAsync(ines, shoot)).ExpectProblem(400, "bad-value", pointer);
        (await ines.GetAsync($"/api/shoots/{shoot["id"]}")).Expect(404);
    }

    [Fact]
    public async Task Units_people_blocks_and_pools_that_cannot_be_are_refused_at_their_field()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 1);
        JsonObject Of(Action<JsonObject> change)
        {
            JsonObject shoot = Shoot("Bad", Day(231), units);
            change(shoot);
            return shoot;
        }

        JsonObject Camera(JsonObject shoot) => shoot["cameras"]![0]!.AsObject();
        (await PutAsync(ines, Of(s => Camera(s)["unit"] = "NONE-1"))).ExpectProblem(400, "unit-missing", "/cameras/0/unit");
        (await PutAsync(ines, Of(s => Camera(s)["operator"] = "nobody"))).ExpectProblem(404, "not-found", "/cameras/0/operator");
        (await PutAsync(ines, Of(s => Camera(s)["letter"] = "a"))).ExpectProblem(400, "bad-value", "/cameras/0/letter");
        (
            await PutAsync(ines, Of(s => Camera(s)["pools"] = new JsonArray(new JsonObject { ["pool"] = "none", ["count"] = 1 })))
        ).ExpectProblem(404, "not-found", "/cameras");
        (
            await PutAsync(ines, Of(s => s["cameras"]!.AsArray().Add(new JsonObject { ["letter"] = "B", ["unit"] = units[0] })))
        ).ExpectProblem(400, "duplicate", "/cameras/1");
        JsonArray Block(double from, double to, double recorded) =>
            new(
                new JsonObject
                {
                    ["name"] = "Talk",
                    ["from"] = Day(231).AddHours(from).ToString("O"),
                    ["to"] = Day(231).AddHours(to).ToString("O"),
                    ["recordingMinutes"] = recorded,
                }
            );
        (await PutAsync(ines, Of(s => s["blocks"] = Block(1, 1, 0)))).ExpectProblem(400, "bad-value", "/blocks/0");
        (await PutAsync(ines, Of(s => s["blocks"] = Block(1, 2, 61)))).ExpectProblem(400, "bad-value", "/blocks/0");
        (await PutAsync(ines, Of(s => s["blocks"] = Block(3, 5, 10)))).ExpectProblem(400, "bad-value", "/blocks");
    }

    [Fact]
    public async Task A_shoot_and_its_line_up_say_the_same()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 3);
        JsonObject shoot = Shoot("Planned", Day(260), units[0], units[1]);
        shoot["cameras"]![1]!["operator"] = "joss";
        (await PutAsync(ines, shoot)).Expect(200).At("hasPlan").GetBoolean().ShouldBeFalse();
        JsonObject lineUp = new()
        {
            ["id"] = shoot["id"]!.GetValue<string>(),
            ["name"] = "Planned",
            ["place"] = "Hall",
            ["standard"] = "lecture-room",
            ["call"] = Day(261).ToString("O"),
            ["light"] = new JsonObject
            {
                ["temperatureK"] = 3200,
                ["mainsHz"] = 60,
                ["lamp"] = "tungsten",
                ["lux"] = 500,
            },
            ["cameras"] = new JsonArray(
                new JsonObject
                {
                    ["letter"] = "A",
                    ["unit"] = units[0],
                    ["part"] = "wide",
                },
                new JsonObject
                {
                    ["letter"] = "B",
                    ["unit"] = units[1],
                    ["part"] = "tight",
                },
                new JsonObject
                {
                    ["letter"] = "C",
                    ["unit"] = units[2],
                    ["part"] = "hands",
                }
            ),
        };
        (await ines.PutAsync($"/api/line-ups/{lineUp["id"]}", lineUp.ToJsonString(), 0)).Expect(200);
        Answer view = await ines.GetAsync($"/api/shoots/{shoot["id"]}");
        view.At("hasPlan").GetBoolean().ShouldBeTrue();
        view.At("document").GetProperty("place").GetString().ShouldBe("Hall");
        view.At("cameras").GetArrayLength().ShouldBe(3);
        view.At("cameras")[1].GetProperty("operatorName").GetString().ShouldBe("Joss Penhale");
        view.At("document").GetProperty("end").GetDateTimeOffset().ShouldBe(Day(261).AddHours(4), "the day moves with the call");

        JsonObject changed = JsonNode.Parse(view.At("document").GetRawText())!.AsObject();
        changed["name"] = "Renamed";
        changed["cameras"]!.AsArray().RemoveAt(0);
        (await PutAsync(ines, changed, view.Int("version"))).Expect(200);
        Answer plan = await ines.GetAsync($"/api/line-ups/{shoot["id"]}");
        plan.At("document").GetProperty("name").GetString().ShouldBe("Renamed");
        plan.At("document")
            .GetProperty("cameras")
            .EnumerateArray()
            .Select(c => c.GetProperty("part").GetString())
            .ShouldBe(["tight", "hands"]);

        // A line-up cannot take a unit that another shoot has at that time.
        (await PutAsync(ines, Shoot("In the way", Day(261), units[0]))).Expect(200);
        JsonObject again = JsonNode.Parse(plan.At("document").GetRawText())!.AsObject();
        again["cameras"]!
            .AsArray()
            .Add(
                new JsonObject
                {
                    ["letter"] = "A",
                    ["unit"] = units[0],
                    ["part"] = "wide",
                }
            );
        (await ines.PutAsync($"/api/line-ups/{shoot["id"]}", again.ToJsonString(), plan.Int("version"))).ExpectProblem(
            409,
            "booked",
            "/cameras/2/unit"
        );
    }

    [Fact]
    public async Task Line_ups_of_before_are_shoots_without_an_end()
    {
        using TestClient ines = await site.ClientAsync();
        Answer view = (await ines.GetAsync("/api/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01")).Expect(200);
        view.At("hasPlan").GetBoolean().ShouldBeTrue();
        view.At("cameras").EnumerateArray().ShouldAllBe(c => c.GetProperty("sheetFrom").GetString() == "plan");
    }

    [Fact]
    public async Task A_renamed_unit_stays_in_its_shoot()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 1);
        JsonObject shoot = Shoot("Renaming", Day(270), units);
        (await PutAsync(ines, shoot)).Expect(200);
        Answer unit = await ines.GetAsync($"/api/units/{units[0]}");
        (
            await ines.SendAsync(HttpMethod.Post, $"/api/units/{units[0]}/rename", new { newTag = units[0] + "-X" }, unit.Int("version"))
        ).Expect(200);
        Answer view = await ines.GetAsync($"/api/shoots/{shoot["id"]}");
        view.At("cameras")[0].GetProperty("unit").GetString().ShouldBe(units[0] + "-X");
        (await ines.GetAsync($"/api/units/{units[0]}-X/kit")).Expect(200).At("pieces").GetArrayLength().ShouldBe(7);
    }

    [Fact]
    public async Task A_piece_is_in_one_kit_and_a_kit_says_what_sets_it_apart()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 2, "elm-p");
        object[] pieces =
        [
            .. Pieces(units[0]),
            new
            {
                name = "Lamp",
                kind = "other",
                code = $"PL-{units[1]}",
            },
        ];
        Answer refused = (await ines.PutAsync($"/api/units/{units[0]}/kit", new { pieces }, 1)).ExpectProblem(
            400,
            "duplicate",
            "/pieces/7/code"
        );
        refused.Text("detail").ShouldContain($"{units[1]}: Plate");
        (await ines.GetAsync($"/api/units/{units[0]}/kit")).At("pieces").GetArrayLength().ShouldBe(7, "nothing was changed");

        pieces = [.. Pieces(units[0], 3)];
        Answer kept = (await ines.PutAsync($"/api/units/{units[0]}/kit", new { pieces }, 1)).Expect(200);
        kept.At("differs")
            .EnumerateArray()
            .Single()
            .GetProperty("sentence")
            .GetString()
            .ShouldBe("3 × Battery in this kit; others of this model have 2.");
        (await ines.PutAsync($"/api/units/{units[0]}/kit", new { pieces = Pieces(units[0], 4) }, 1)).ExpectProblem(
            412,
            "changed-meanwhile"
        );
        (await ines.PutAsync("/api/units/NONE-9/kit", new { pieces }, 0)).ExpectProblem(404, "not-found", "/tag");
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.PutAsync($"/api/units/{units[0]}/kit", new { pieces }, 2)).Expect(403);
    }

    internal static bool Finds(Answer view, string name) => view.At("findings").EnumerateArray().Any(f => CaseOf(f) == name);

    internal static string? CaseOf(JsonElement finding) => finding.GetProperty("because").GetProperty("case").GetString();

    internal static string Sentence(Answer view, string name) =>
        view.At("findings").EnumerateArray().First(f => CaseOf(f) == name).GetProperty("because").GetProperty("sentence").GetString()!;
}
