using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.StandIns;
using GoldNotch.Data;
using GoldNotch.SimulatedCameras;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Tests.Hosting;
using Microsoft.Extensions.DependencyInjection;

namespace GoldNotch.Web.Tests;

/// <summary>What is measured on units: taken over the line and by files, accepted, used by checks and plans, superseded and withdrawn.</summary>
[Collection(DemoSiteTests.Name)]
public class MeasurementApiTests(DemoSite site)
{
    private const string Unit = "OBG-102";

    [Fact]
    public async Task The_filters_of_a_linked_camera_are_measured_accepted_and_used_from_then_on()
    {
        using TestClient ines = await site.ClientAsync();
        await ReadyAsync(Unit, 2000);
        (Guid id, JsonElement view) = await BeginAsync(ines, Unit, "filters");
        view.GetProperty("steps").GetArrayLength().ShouldBeGreaterThan(3);
        view.GetProperty("canAccept").GetBoolean().ShouldBeFalse();
        await RefusedWhileNothingIsFoundAsync(ines, id, view);
        foreach (JsonElement shot in Shots(view))
        {
            string label = shot.GetProperty("shot").GetProperty("filter").GetString()!;
            // Behind a strong filter the iris is opened; the camera says how much, nobody reckons.
            await SetAsync(Unit, ("nd", label), ("iris", label is "1/64" ? "f/2.8" : "f/5.6"));
            Answer taken = await StillAsync(ines, id, shot.GetProperty("shot").GetProperty("number").GetInt32());
            view = taken.Expect(200).Json;
        }

        Shots(view).Last().GetProperty("picture").GetProperty("openedStops").GetDouble().ShouldBe(2, 0.01);
        foreach (JsonElement filter in view.GetProperty("filters").EnumerateArray())
        {
            double nominal = filter.GetProperty("nominalStops").GetDouble();
            (double stronger, double warmer) = UnitError.OfFilter(Unit, nominal);
            filter.GetProperty("stops").GetDouble().ShouldBe(nominal + stronger, 0.03);
            filter.GetProperty("shiftMired").GetDouble().ShouldBe(-warmer, 3);
            filter.GetProperty("pairs").GetInt32().ShouldBe(3);
            filter.GetProperty("uncertaintyStops").GetDouble().ShouldBeInRange(0, 0.02);
        }

        // An operator takes pictures and accepts nothing; who saw less than there is accepts nothing either.
        using (TestClient mara = await site.ClientAsync("mara"))
        {
            (await AcceptAsync(mara, id, view)).Expect(403);
        }

        (await ines.SendAsync(HttpMethod.Post, $"/api/measurements/{id}/acceptance", new { version = 1, seal = 5 })).Expect(412);
        JsonElement accepted = (await AcceptAsync(ines, id, view)).Expect(200).Json;
        accepted.GetProperty("state").GetString().ShouldBe("inUse");
        (await ines.GetAsync($"/api/measurements/{id}")).Expect(200).Json.GetRawText().ShouldBe(accepted.GetRawText());

        // It is the unit's from now on, with who and when; a check is begun with it.
        JsonElement page = (await ines.GetAsync($"/api/units/{Unit}/page")).Expect(200).Json;
        JsonElement quarter = page.GetProperty("filters").EnumerateArray().First(f => f.GetProperty("label").GetString() == "1/4");
        double measured = quarter.GetProperty("measuredStops").GetDouble();
        measured.ShouldBe(2 + UnitError.OfFilter(Unit, 2).Stops, 0.03);
        quarter.GetProperty("by").GetString().ShouldBe("Ines Calloway");
        quarter.GetProperty("measurement").GetString().ShouldBe(id.ToString());
        page.GetProperty("measurements")[0].GetProperty("state").GetString().ShouldBe("inUse");

        await OnPaperAsync(measured);

        // Nothing of it moves any more: not its setting-up, not its pictures.
        (await ines.PutAsync($"/api/measurements/{id}", accepted.GetProperty("document").GetRawText(), 1)).Expect(409);
        (await StillAsync(ines, id, 1, 1)).Expect(409);
        string picture = Shots(accepted)[0].GetProperty("picture").GetProperty("picture").GetString()!;
        int version = (await ines.GetAsync($"/api/pictures/{picture}")).Expect(200).Int("version");
        (await ines.SendAsync(HttpMethod.Delete, $"/api/pictures/{picture}", null, version)).Expect(409);
        (await ines.SendAsync(HttpMethod.Delete, $"/api/measurements/{id}", null, 1)).Expect(409);

        // Its file goes out and comes in as it is, and a table that repeats the figure without its source changes nothing.
        string units = (await ines.GetAsync("/api/export/units.json")).Expect(200).Json.GetRawText();
        (await ines.SendAsync(HttpMethod.Post, "/api/import", units)).Expect(200).Int("added").ShouldBe(0);
        (await ines.GetAsync("/api/export/units.csv")).Expect(200);
        (await ines.GetAsync($"/api/units/{Unit}/page"))
            .Expect(200)
            .Json.GetProperty("filters")
            .GetRawText()
            .ShouldBe(page.GetProperty("filters").GetRawText());

        // A wrong one is withdrawn with its reason, once, and what was before is used again.
        (await ines.SendAsync(HttpMethod.Post, $"/api/measurements/{id}/withdrawal", new { why = "" })).ExpectProblem(
            400,
            "bad-value",
            "/why"
        );
        JsonElement gone = (
            await ines.SendAsync(HttpMethod.Post, $"/api/measurements/{id}/withdrawal", new { why = "the lamp was dimmed" })
        )
            .Expect(200)
            .Json;
        gone.GetProperty("state").GetString().ShouldBe("withdrawn");
        (await ines.SendAsync(HttpMethod.Post, $"/api/measurements/{id}/withdrawal", new { why = "again" })).Expect(409);
        (await ines.GetAsync($"/api/units/{Unit}/page"))
            .Expect(200)
            .Json.GetProperty("filters")[0]
            .TryGetProperty("measuredStops", out JsonElement left);
        left.ValueKind.ShouldBeOneOf(JsonValueKind.Null, JsonValueKind.Undefined);
    }

    [Fact]
    public async Task A_newer_measurement_takes_the_place_of_an_older_one_which_comes_back_when_it_is_withdrawn()
    {
        using TestClient ines = await site.ClientAsync();
        await ReadyAsync("OBG-103", 2000);
        Guid first = await MeasuredAsync(ines, "OBG-103", "1/4");
        double one = await QuarterAsync(ines, "OBG-103");
        Guid second = await MeasuredAsync(ines, "OBG-103", "1/4", "1/16");
        JsonElement[] rows = [.. (await ines.GetAsync("/api/measurements?unit=OBG-103")).Expect(200).At("measurements").EnumerateArray()];
        rows.Select(r => r.GetProperty("state").GetString()).ShouldBe(["inUse", "superseded"]);
        rows[0].GetProperty("id").GetGuid().ShouldBe(second);
        (await ines.SendAsync(HttpMethod.Post, $"/api/measurements/{second}/withdrawal", new { why = "wrong card" })).Expect(200);
        (await QuarterAsync(ines, "OBG-103")).ShouldBe(one);
        (await ines.GetAsync($"/api/measurements/{first}")).Expect(200).At("state").GetString().ShouldBe("inUse");
    }

    [Fact]
    public async Task What_a_person_typed_comes_back_with_a_withdrawal_and_what_was_typed_since_stays()
    {
        using TestClient ines = await site.ClientAsync();
        const string Tag = "OBG-104";
        async Task TypeAsync(double stops)
        {
            int version = (await ines.GetAsync($"/api/units/{Tag}/page")).Expect(200).Int("version");
            object typed = new
            {
                filters = new[] { new { label = "1/4", stops } },
                colourOffsetMired = (double?)null,
                how = "by hand",
            };
            (await ines.PutAsync($"/api/units/{Tag}/measurements", typed, version)).Expect(204);
        }

        Task<Answer> WithdrawAsync(Guid id) =>
            ines.SendAsync(HttpMethod.Post, $"/api/measurements/{id}/withdrawal", new { why = "wrong light" });

        await ReadyAsync(Tag, 2000);
        await TypeAsync(1.93);
        Guid first = await MeasuredAsync(ines, Tag, "1/4");
        Guid second = await MeasuredAsync(ines, Tag, "1/4");
        (await WithdrawAsync(first)).Expect(200);
        (await ines.GetAsync($"/api/measurements/{second}")).Expect(200).At("state").GetString().ShouldBe("inUse");
        (await WithdrawAsync(second)).Expect(200);
        (await QuarterAsync(ines, Tag)).ShouldBe(1.93, "the first one is withdrawn too: what it replaced counts");
        Guid third = await MeasuredAsync(ines, Tag, "1/4");
        await TypeAsync(1.88);
        (await WithdrawAsync(third)).Expect(200);
        (await QuarterAsync(ines, Tag)).ShouldBe(1.88);
    }

    [Fact]
    public async Task A_picture_of_another_gain_than_it_is_taken_for_is_refused_and_nothing_is_kept()
    {
        using TestClient ines = await site.ClientAsync();
        await ReadyAsync("OBG-104", 400);
        (Guid id, JsonElement view) = await BeginAsync(ines, "OBG-104", "noise");
        int last = Shots(view).Length;
        Answer refused = await StillAsync(ines, id, last);
        refused.Expect(409);
        refused.Json.GetProperty("detail").GetString()!.ShouldContain("this picture is of");
        (await ines.GetAsync($"/api/measurements/{id}"))
            .Expect(200)
            .Json.GetProperty("seal")
            .GetInt64()
            .ShouldBe(view.GetProperty("seal").GetInt64());
        await SetAsync("OBG-104", ("nd", "1/4"));
        await StandInAsync("OBG-104/hand/gain", new { set = "auto" }, mayBeRefused: true);
    }

    [Fact]
    public async Task A_gain_limit_is_measured_by_setting_the_camera_and_becomes_that_of_its_model()
    {
        using TestClient ines = await site.ClientAsync();
        const string Tag = "OBG-112";
        await ReadyAsync(Tag, 2900);
        (Guid id, JsonElement view) = await BeginAsync(ines, Tag, "noise", every: 3);
        foreach (JsonElement shot in Shots(view))
        {
            int number = shot.GetProperty("shot").GetProperty("number").GetInt32();
            Answer taken = await StillAsync(ines, id, number, set: true);
            view = taken.Expect(200).Json;
        }

        JsonElement noise = view.GetProperty("noise");
        noise.GetProperty("bases").GetArrayLength().ShouldBe(2);
        foreach (JsonElement on in noise.GetProperty("bases").EnumerateArray())
        {
            double[] falls = [.. on.GetProperty("points").EnumerateArray().Select(p => p.GetProperty("signalToNoiseDb").GetDouble())];
            falls.Zip(falls.Skip(1)).ShouldAllBe(p => p.Second < p.First + 0.2, $"noise rises with gain: {on.GetRawText()}");
        }

        double limit = noise.GetProperty("bases")[0].GetProperty("limitDb").GetDouble();
        (await AcceptAsync(ines, id, view, forModel: true)).Expect(200).At("accepted/forModel").GetBoolean().ShouldBeTrue();
        JsonElement card = (await ines.GetAsync("/api/models/elm-p")).Expect(200).Json.GetProperty("document");
        card.GetProperty("gain").GetProperty("bases")[0].GetProperty("capDb").GetDouble().ShouldBe(limit);
        card.GetProperty("measured")[0].GetProperty("unit").GetString().ShouldBe(Tag);
        (await ines.GetAsync($"/api/units/{Tag}/page")).Expect(200).At("noise/0/gainDb").GetDouble().ShouldBe(limit);
        (await ines.SendAsync(HttpMethod.Post, $"/api/measurements/{id}/withdrawal", new { why = "end of the test" })).Expect(200);
    }

    [Fact]
    public async Task Sisters_are_compared_and_the_record_stays()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (Guid id, JsonElement view) = await BeginAsync(mara, "OBG-101", "sisters");
        Shots(view).Length.ShouldBe(4);
        foreach (JsonElement shot in Shots(view))
        {
            string tag = shot.GetProperty("shot").GetProperty("unit").GetString()!;
            await ReadyAsync(tag, 2000);
            view = (await StillAsync(mara, id, shot.GetProperty("shot").GetProperty("number").GetInt32())).Expect(200).Json;
        }

        JsonElement[] rows = [.. view.GetProperty("sisters").EnumerateArray()];
        rows.Length.ShouldBe(4);
        double[] truth = [.. rows.Select(r => UnitError.Of(r.GetProperty("unit").GetString()!).Stops)];
        double median = truth.Order().Skip(1).Take(2).Average();
        for (int i = 0; i < rows.Length; i++)
        {
            rows[i].GetProperty("stops").GetDouble().ShouldBe(truth[i] - median, 0.06);
        }

        using TestClient ines = await site.ClientAsync();
        (await AcceptAsync(ines, id, view)).Expect(200).At("state").GetString().ShouldBe("kept");
    }

    [Theory]
    [InlineData("balanceK", "3", "/balanceK")]
    [InlineData("wantedDb", "900", "/wantedDb")]
    [InlineData("profile", "\"cinema\"", "/profile")]
    [InlineData("base", "\"third\"", "/base")]
    [InlineData("shots", "[]", "/shots")]
    [InlineData("shots", "[{\"number\": 2, \"filter\": \"1/4\", \"run\": 1}]", "/shots/0/number")]
    [InlineData("shots", "[{\"number\": 1, \"filter\": \"9\", \"run\": 1}]", "/shots/0/filter")]
    [InlineData("shots", "[{\"number\": 1, \"gainDb\": 3}]", "/shots/0")]
    [InlineData("unit", "\"OBG-105\"", "/unit")]
    [InlineData("unit", "\"OBG-999\"", "/unit")]
    public async Task What_cannot_be_measured_is_refused_with_its_field(string field, string json, string pointer)
    {
        using TestClient mara = await site.ClientAsync("mara");
        JsonNode document = JsonNode.Parse(
            (await mara.GetAsync($"/api/units/{Unit}/measurements/new?kind=filters")).Expect(200).Json.GetRawText()
        )!;
        document[field] = JsonNode.Parse(json);
        Answer answer = await mara.PutAsync($"/api/measurements/{Guid.NewGuid()}", document.ToJsonString(), 0);
        answer.Expect(400);
        answer.Json.GetProperty("pointer").GetString().ShouldBe(pointer);
    }

    [Fact]
    public async Task What_cannot_be_measured_on_a_model_says_why()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.GetAsync("/api/units/OBG-110/measurements/new?kind=filters")).ExpectProblem(400, "bad-value", "/kind");
        (await mara.GetAsync("/api/units/OBG-110/measurements/new?kind=sisters")).ExpectProblem(400, "bad-value", "/kind");
        (await mara.GetAsync("/api/units/OBG-999/measurements/new?kind=noise")).Expect(404);
        (Guid id, _) = await BeginAsync(mara, Unit, "latitude");
        (await mara.PutAsync($"/api/measurements/{id}/shots/1", new { picture = Guid.NewGuid() })).ExpectProblem(
            404,
            "not-found",
            "/picture"
        );
        (await mara.PutAsync($"/api/measurements/{id}/shots/99", new { picture = Guid.NewGuid() })).ExpectProblem(
            404,
            "not-found",
            "/number"
        );
        (await mara.PutAsync($"/api/measurements/{id}/shots/1", new { picture = Guid.NewGuid(), openedStops = 99 })).ExpectProblem(
            400,
            "bad-value",
            "/openedStops"
        );
    }

    [Fact]
    public async Task A_unit_that_gets_another_tag_keeps_its_open_measurement()
    {
        using TestClient ines = await site.ClientAsync();
        (Guid id, _) = await BeginAsync(ines, "OBG-106", "filters");
        int version = (await ines.GetAsync("/api/units/OBG-106/page")).Expect(200).Int("version");
        (await ines.SendAsync(HttpMethod.Post, "/api/units/OBG-106/rename", new { newTag = "OBG-206" }, version)).Expect(200);
        try
        {
            (await ines.GetAsync($"/api/measurements/{id}")).Expect(200).At("document/unit").GetString().ShouldBe("OBG-206");
            (await ines.GetAsync("/api/units/OBG-206/page")).Expect(200).At("measurements/0/id").GetGuid().ShouldBe(id);
        }
        finally
        {
            (await ines.SendAsync(HttpMethod.Post, "/api/units/OBG-206/rename", new { newTag = "OBG-106" }, version + 1)).Expect(200);
        }
    }

    [Fact]
    public async Task Claims_about_a_model_stand_side_by_side_until_somebody_takes_one_away()
    {
        using TestClient ines = await site.ClientAsync();
        var id = Guid.NewGuid();
        object claim = new
        {
            about = "noise",
            claim = "clean up to ISO 6400",
            source = "a colleague",
        };
        using (TestClient mara = await site.ClientAsync("mara"))
        {
            (await mara.PutAsync($"/api/models/alder-20/claims/{id}", claim)).Expect(403);
        }

        (await ines.PutAsync($"/api/models/alder-20/claims/{id}", claim)).Expect(204);
        (await ines.PutAsync($"/api/models/alder-20/claims/{id}", claim)).Expect(204);
        (
            await ines.PutAsync(
                $"/api/models/alder-20/claims/{Guid.NewGuid()}",
                new
                {
                    about = "noise",
                    claim = "x",
                    source = "y2",
                }
            )
        ).ExpectProblem(400, "bad-value", "/claim");
        JsonElement all = (await ines.GetAsync("/api/models/alder-20/claims")).Expect(200).Json;
        all.GetProperty("claims").EnumerateArray().Count(c => c.GetProperty("id").GetGuid() == id).ShouldBe(1);
        (await ines.SendAsync(HttpMethod.Delete, $"/api/models/alder-20/claims/{id}", null)).Expect(204);
        (await ines.SendAsync(HttpMethod.Delete, $"/api/models/alder-20/claims/{id}", null)).Expect(404);
        (await ines.GetAsync("/api/models/nobody/claims")).Expect(400);
    }

    // Its printed sheet and its strap card count with it; those of its sisters, and of the model, do not.
    private async Task OnPaperAsync(double measured)
    {
        SheetSource sheets = site.Services.GetRequiredService<SheetSource>();
        UnitStore units = site.Services.GetRequiredService<UnitStore>();
        var address = new SheetAddress("lecture-room", "alder-20", null, null);
        StoredUnit own = await units.FindAsync(Unit, CancellationToken.None);
        StoredUnit sister = await units.FindAsync("OBG-103", CancellationToken.None);
        double Quarter(Sheet sheet) => sheet.Model.Filters.First(f => f.Label == "1/4").Loss.Value;
        Quarter((await sheets.GetAsync(address, own, CancellationToken.None)).Sheet).ShouldBe(measured);
        Quarter((await sheets.GetAsync(address, null, CancellationToken.None)).Sheet).ShouldBe(2);
        (await sheets.EachAsync(address, [own, sister with { Measured = MeasuredOnUnit.Nothing }], CancellationToken.None))
            .Select(e => Quarter(e.Sheet))
            .ShouldBe([measured, 2]);
    }

    private static async Task RefusedWhileNothingIsFoundAsync(TestClient client, Guid id, JsonElement view) =>
        (await AcceptAsync(client, id, view)).Expect(409);

    private async Task<Guid> MeasuredAsync(TestClient client, string tag, params string[] filters)
    {
        (Guid id, JsonElement view) = await BeginAsync(client, tag, "filters");
        foreach (JsonElement shot in Shots(view).Where(s => s.GetProperty("shot").GetProperty("run").GetInt32() == 1))
        {
            string label = shot.GetProperty("shot").GetProperty("filter").GetString()!;
            if (label == "clear" || filters.Contains(label))
            {
                await SetAsync(tag, ("nd", label));
                view = (await StillAsync(client, id, shot.GetProperty("shot").GetProperty("number").GetInt32())).Expect(200).Json;
            }
        }

        (await AcceptAsync(client, id, view)).Expect(200);
        return id;
    }

    private static async Task<double> QuarterAsync(TestClient client, string tag) =>
        (await client.GetAsync($"/api/units/{tag}/page"))
            .Expect(200)
            .At("filters")
            .EnumerateArray()
            .First(f => f.GetProperty("label").GetString() == "1/4")
            .GetProperty("measuredStops")
            .GetDouble();

    private static async Task<(Guid Id, JsonElement View)> BeginAsync(TestClient client, string tag, string kind, int every = 1)
    {
        var id = Guid.NewGuid();
        JsonNode document = JsonNode.Parse(
            (await client.GetAsync($"/api/units/{tag}/measurements/new?kind={kind}")).Expect(200).Json.GetRawText()
        )!;
        document["profile"] = "standard";
        JsonArray shots = [.. document["shots"]!.AsArray().Where((_, i) => i % every == 0).Select(s => s!.DeepClone())];
        for (int i = 0; i < shots.Count; i++)
        {
            shots[i]!["number"] = i + 1;
        }

        document["shots"] = shots;
        return (id, (await client.PutAsync($"/api/measurements/{id}", document.ToJsonString(), 0)).Expect(200).Json);
    }

    private static Task<Answer> StillAsync(TestClient client, Guid id, int number, int seen = 0, bool set = false) =>
        client.SendAsync(
            HttpMethod.Post,
            $"/api/measurements/{id}/shots/{number}/still",
            new
            {
                picture = Guid.NewGuid(),
                seen,
                set,
            }
        );

    private static Task<Answer> AcceptAsync(TestClient client, Guid id, JsonElement view, bool forModel = false) =>
        client.SendAsync(
            HttpMethod.Post,
            $"/api/measurements/{id}/acceptance",
            new
            {
                version = view.GetProperty("version").GetInt32(),
                seal = view.GetProperty("seal").GetInt64(),
                forModel,
            }
        );

    private static JsonElement[] Shots(JsonElement view) => [.. view.GetProperty("shots").EnumerateArray()];

    private async Task ReadyAsync(string tag, double lux)
    {
        await StandInAsync($"{tag}/scene", new { lux, lightK = 5600 });
        await StandInAsync($"{tag}/hand/full-auto", new { set = "off" }, mayBeRefused: true);
        foreach (
            (string setting, string value) in new[]
            {
                ("base-iso", "low"),
                ("gain", "0"),
                ("nd", "clear"),
                ("shutter", "1/60"),
                ("shutter", "360°"),
                ("iris", "f/5.6"),
                ("white-balance", "5600"),
                ("profile", "standard"),
            }
        )
        {
            await StandInAsync($"{tag}/hand/{setting}", new { set = value }, mayBeRefused: true);
        }
    }

    private async Task SetAsync(string tag, params (string Setting, string Value)[] settings)
    {
        foreach ((string setting, string value) in settings)
        {
            await StandInAsync($"{tag}/hand/{setting}", new { set = value });
        }
    }

    private async Task StandInAsync(string path, object body, bool mayBeRefused = false)
    {
        using var http = new HttpClient();
        using HttpResponseMessage answer = await http.PutAsync(
            new Uri(site.Cameras, $"/stand-in/{path}"),
            new StringContent(JsonSerializer.Serialize(body), Encoding.UTF8, "application/json")
        );
        (answer.IsSuccessStatusCode || mayBeRefused).ShouldBeTrue($"{path}: {await answer.Content.ReadAsStringAsync()}");
    }
}
