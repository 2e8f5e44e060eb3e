using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

[Collection(DemoSiteTests.Name)]
public class StandardApiTests(DemoSite site)
{
    [Fact]
    public async Task A_draft_is_begun_changed_compared_approved_and_then_never_changes()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.SendAsync(HttpMethod.Post, "/api/standards/web-short/draft", null)).ExpectProblem(403, "not-allowed");
        Answer draft = (await ines.SendAsync(HttpMethod.Post, "/api/standards/web-short/draft", null)).Expect(201);
        (draft.Text("head/state"), draft.Int("head/version")).ShouldBe(("draft", 2));
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/web-short/draft", null)).ExpectProblem(409, "draft-exists");

        JsonNode document = JsonNode.Parse(draft.At("document").GetRawText())!;
        Notch(document, "gain")["require"] = "lowest";
        document["policies"]!["shutter"] = "nearest";
        (await ines.PutAsync("/api/standards/web-short/draft", document.ToJsonString())).ExpectProblem(428, "version-needed");
        Answer kept = (await ines.PutAsync("/api/standards/web-short/draft", document.ToJsonString(), 1)).Expect(200);
        kept.Int("head/revision").ShouldBe(2);
        Answer late = (await ines.PutAsync("/api/standards/web-short/draft", document.ToJsonString(), 1)).ExpectProblem(
            412,
            "changed-meanwhile"
        );
        late.Int("revision").ShouldBe(2);

        Answer compare = (await mara.GetAsync("/api/standards/web-short/compare?from=1&to=2")).Expect(200);
        string[] told = [.. compare.At("changes").EnumerateArray().Select(c => c.GetProperty("sentence").GetString()!)];
        told.ShouldContain("Gain: base → lowest.");
        told.ShouldContain(t => t.StartsWith("Policy on shutter: double the rate or faster → nearest", StringComparison.Ordinal));
        compare.At("sheets").EnumerateArray().ShouldContain(s => s.GetProperty("modelKey").GetString() == "calla-d");

        (await ines.SendAsync(HttpMethod.Post, "/api/standards/web-short/draft/approve", null, 1)).ExpectProblem(412, "changed-meanwhile");
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/web-short/draft/approve", null, 2))
            .Expect(200)
            .Text("head/approvedBy")
            .ShouldBe("Ines Calloway");
        (await ines.PutAsync("/api/standards/web-short/draft", document.ToJsonString(), 2)).ExpectProblem(404, "not-found", "/key");
        (await mara.GetAsync("/api/sheets/web-short/alder-20")).Int("standardVersion").ShouldBe(2);
        (await mara.GetAsync("/api/sheets/web-short/alder-20?version=1")).Text("state").ShouldBe("retired");
        Answer trail = (await ines.GetAsync("/api/audit?subject=standard%20web-short")).Expect(200);
        trail
            .At("entries")
            .EnumerateArray()
            .Select(e => e.GetProperty("what").GetString())
            .ShouldBe(["approved", "draft changed", "draft begun", "standard imported"]);
        (await mara.GetAsync("/api/audit")).ExpectProblem(403, "not-allowed");
    }

    [Fact]
    public async Task A_draft_with_an_open_fault_is_not_approved_until_it_is_mended_or_accepted()
    {
        using TestClient ines = await site.ClientAsync();
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/standards",
                new
                {
                    key = "bad-idea",
                    name = "Bad idea",
                    copyOf = "lecture-room",
                }
            )
        ).Expect(201);
        JsonNode document = JsonNode.Parse((await ines.GetAsync("/api/standards/bad-idea/versions/1")).At("document").GetRawText())!;
        Notch(document, "digital-zoom")["require"] = "on";
        Answer kept = (await ines.PutAsync("/api/standards/bad-idea/draft", document.ToJsonString(), 1)).Expect(200);
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/bad-idea/draft/approve", null, 2)).ExpectProblem(
            409,
            "open-faults",
            "/notches"
        );
        JsonElement fault = kept.At("findings").EnumerateArray().First(f => f.GetProperty("ruleId").GetString() == "DIGITAL-ZOOM");
        var accept = new
        {
            standardKey = "bad-idea",
            modelKey = "",
            ruleId = "DIGITAL-ZOOM",
            setting = "digital-zoom",
            @case = fault.GetProperty("because").GetProperty("case").GetString(),
            reason = "x",
        };
        (await ines.SendAsync(HttpMethod.Post, "/api/findings/accept", accept)).ExpectProblem(400, "bad-value", "/reason");
        (
            await ines.SendAsync(HttpMethod.Post, "/api/findings/accept", accept with { reason = "read elsewhere", @case = "other" })
        ).ExpectProblem(404, "not-found", "/ruleId");
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/findings/accept",
                accept with
                {
                    reason = "the far lectern, and it is cropped anyway",
                }
            )
        ).Expect(204);
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/bad-idea/draft/approve", null, 2)).Expect(200);
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/bad-idea/retire", null)).Expect(204);
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/bad-idea/retire", null)).ExpectProblem(404, "not-found", "/key");
    }

    [Fact]
    public async Task A_file_brings_no_standard_into_force_that_a_person_could_not_approve()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode document = JsonNode.Parse((await ines.GetAsync("/api/standards/lecture-room/versions/5")).At("document").GetRawText())!;
        (document["key"], document["version"], document["state"]) = ("smuggled", 1, "approved");
        Notch(document, "digital-zoom")["require"] = "on";
        string file = new JsonObject
        {
            ["format"] = "gold-notch-exchange",
            ["formatVersion"] = 2,
            ["standards"] = new JsonArray(document),
        }.ToJsonString();
        Answer refused = (await ines.SendAsync(HttpMethod.Post, "/api/import", file)).Expect(409);
        refused.Text("faults/0/code").ShouldBe("open-faults");
        refused.Text("faults/0/pointer").ShouldBe("/standards/0/notches");
        (await ines.GetAsync("/api/standards/smuggled/versions/1")).ExpectProblem(404, "not-found", "/version");

        // As a draft it comes in: there its faults are corrected, or accepted with a reason.
        (await ines.SendAsync(HttpMethod.Post, "/api/import", file.Replace("\"approved\"", "\"draft\"", StringComparison.Ordinal))).Expect(
            200
        );
        (await ines.SendAsync(HttpMethod.Post, "/api/standards/smuggled/draft/approve", null, 1)).ExpectProblem(
            409,
            "open-faults",
            "/notches"
        );
    }

    [Fact]
    public async Task A_preview_tells_every_model_and_keeps_nothing()
    {
        using TestClient ines = await site.ClientAsync();
        JsonNode document = JsonNode.Parse((await ines.GetAsync("/api/standards/lecture-room/versions/5")).At("document").GetRawText())!;
        document["policies"] = new JsonObject { ["base-gain"] = "lowest" };
        Notch(document, "gain")["require"] = "by policy";
        Answer preview = (await ines.SendAsync(HttpMethod.Post, "/api/standards/preview?setting=gain", document.ToJsonString())).Expect(
            200
        );
        preview.At("effects").GetArrayLength().ShouldBe(6);
        JsonElement calla = preview.At("effects").EnumerateArray().First(e => e.GetProperty("modelKey").GetString() == "calla-d");
        calla.GetProperty("line").GetProperty("target").GetString().ShouldBe("−3\u202fdB");
        calla
            .GetProperty("changes")
            .EnumerateArray()
            .Select(c => c.GetProperty("sentence").GetString())
            .ShouldContain(s => s!.StartsWith("Gain: 0", StringComparison.Ordinal));
        Notch(document, "shutter")["require"] = "half the frame";
        Answer wrong = (await ines.SendAsync(HttpMethod.Post, "/api/standards/preview", document.ToJsonString())).Expect(200);
        wrong.Text("wrong/pointer").ShouldEndWith("/require");
        wrong.Text("wrong/message").ShouldContain("180°");
        (await ines.GetAsync("/api/standards/lecture-room/versions/6")).ExpectProblem(404, "not-found", "/version");
    }

    [Fact]
    public async Task The_grid_counts_what_the_sheets_say_and_comes_the_same_from_its_stored_form()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Answer first = (await mara.GetAsync("/api/coverage")).Expect(200);
        JsonElement cell = Cell(first, "lecture-room", "bracken-3");
        Answer sheet = await mara.GetAsync("/api/sheets/lecture-room/bracken-3");
        string[] fits = [.. sheet.At("lines").EnumerateArray().Select(l => l.GetProperty("fit").GetString()!)];
        cell.GetProperty("exact").GetInt32().ShouldBe(fits.Count(f => f == "exact"));
        cell.GetProperty("compromise").GetInt32().ShouldBe(fits.Count(f => f == "compromise"));
        cell.GetProperty("notPossible").GetInt32().ShouldBe(fits.Count(f => f == "notPossible"));
        fits[
            Array.FindIndex([.. sheet.At("lines").EnumerateArray()], l =>
                l.GetProperty("setting").GetString() == cell.GetProperty("mattersSetting").GetString()
            )
        ]
            .ShouldNotBe("exact");
        (await site.SqlAsync("SELECT count(*) FROM coverage_cell")).ShouldNotBe(0L);
        Cell(await mara.GetAsync("/api/coverage"), "lecture-room", "bracken-3").GetRawText().ShouldBe(cell.GetRawText());
    }

    [Fact]
    public async Task A_waiver_has_a_reason_an_author_and_a_last_day()
    {
        using TestClient ines = await site.ClientAsync();
        var id = Guid.NewGuid();
        string day = DateTime.Now.AddDays(20).ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        var waiver = new
        {
            standardKey = "lecture-room",
            setting = "limiter",
            modelKey = (string?)"bracken-3",
            unitTag = (string?)null,
            reason = "it has none; peaks at −18",
            expiresOn = day,
        };
        (await ines.PutAsync($"/api/waivers/{id}", waiver with { expiresOn = "2020-01-01" })).ExpectProblem(400, "bad-value", "/expiresOn");
        (await ines.PutAsync($"/api/waivers/{id}", waiver with { unitTag = "OBG-105" })).ExpectProblem(400, "bad-value", "/modelKey");
        (await ines.PutAsync($"/api/waivers/{id}", waiver with { modelKey = "nothing" })).ExpectProblem(404, "not-found", "/modelKey");
        (await ines.PutAsync($"/api/waivers/{id}", waiver)).Expect(200).Text("author").ShouldBe("Ines Calloway");
        (await ines.PutAsync($"/api/waivers/{id}", waiver)).Expect(200);
        (await ines.GetAsync("/api/sheets/lecture-room/bracken-3")).At("waivers").GetArrayLength().ShouldBe(1);
        (await ines.GetAsync("/api/sheets/lecture-room/alder-20")).At("waivers").GetArrayLength().ShouldBe(0);
        Guid check = await ines.BeginAsync("OBG-105", "lecture-room");
        JsonElement waived = (await ines.ReadAsync(check, "limiter", "not fitted")).Expect(200).Line("limiter").GetProperty("verdict");
        waived.GetProperty("kind").GetString().ShouldBe("notFitted", "what is not there is told as it is");
        (
            await ines.PutAsync(
                $"/api/waivers/{Guid.NewGuid()}",
                waiver with
                {
                    setting = "gain",
                    modelKey = null,
                    unitTag = "OBG-105",
                    reason = "the switch is stuck at M",
                }
            )
        ).Expect(200);
        Answer read = (await ines.ReadAsync(check, "gain", "M")).Expect(200);
        read.Line("gain").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("withinTolerance");
        read.Line("gain")
            .GetProperty("verdict")
            .GetProperty("because")
            .GetProperty("sentence")
            .GetString()!
            .ShouldContain("the switch is stuck at M");
        read.Topic("noise").GetProperty("severity").GetString().ShouldBe("fault", "a waiver changes no physics");
        Guid other = await ines.BeginAsync("OBG-106", "lecture-room");
        (await ines.ReadAsync(other, "gain", "M"))
            .Expect(200)
            .Line("gain")
            .GetProperty("verdict")
            .GetProperty("kind")
            .GetString()
            .ShouldBe("offTarget");
        (await ines.SendAsync(HttpMethod.Post, $"/api/waivers/{id}/end", null)).Expect(200).At("holds").GetBoolean().ShouldBeFalse();
        (await ines.SendAsync(HttpMethod.Post, $"/api/waivers/{id}/end", null)).ExpectProblem(404, "not-found");
    }

    [Fact]
    public async Task Waivers_come_a_page_at_a_time_and_an_old_one_that_holds_counts_behind_any_number_of_newer_ones()
    {
        using TestClient ines = await site.ClientAsync();
        await site.SqlAsync(
            """
            INSERT INTO waiver (id, standard_key, setting, model_key, reason, author, made_at, expires_on)
            SELECT gen_random_uuid(), 'lecture-room', 'limiter', CASE n WHEN 0 THEN 'alder-20' ELSE 'bracken-3' END, 'number ' || n, 'a test',
                   now() - interval '30 days' + n * interval '1 minute', CASE n WHEN 0 THEN current_date + 9 ELSE current_date - 1 END
            FROM generate_series(0, 619) AS n
            """
        );
        HashSet<string> seen = [];
        string? before = null;
        do
        {
            Answer page = (await ines.GetAsync("/api/standards/lecture-room/waivers" + (before is null ? "" : $"?before={before}"))).Expect(
                200
            );
            page.At("waivers").GetArrayLength().ShouldBeLessThanOrEqualTo(50);
            foreach (JsonElement waiver in page.At("waivers").EnumerateArray())
            {
                if (waiver.GetProperty("author").GetString() == "a test")
                {
                    seen.Add(waiver.GetProperty("reason").GetString()!).ShouldBeTrue("no waiver stands on two pages");
                }
            }

            before = page.At("next").GetString();
        } while (before is not null);
        seen.Count.ShouldBe(620);
        (await ines.GetAsync("/api/sheets/lecture-room/alder-20")).At("waivers").GetArrayLength().ShouldBe(1);
        (await ines.GetAsync("/api/standards/lecture-room/waivers?before=x")).ExpectProblem(400, "bad-value", "/before");
        await site.SqlAsync("DELETE FROM waiver WHERE author = 'a test'");
    }

    [Fact]
    public async Task Circumstances_change_the_sheet_and_are_asked_for_by_name()
    {
        using TestClient mara = await site.ClientAsync("mara");
        string? Stabiliser(Answer sheet) =>
            sheet
                .At("lines")
                .EnumerateArray()
                .First(l => l.GetProperty("setting").GetString() == "stabiliser")
                .GetProperty("target")
                .GetString();
        Stabiliser(await mara.GetAsync("/api/sheets/lecture-room/alder-20")).ShouldBe("off");
        Stabiliser(await mara.GetAsync("/api/sheets/lecture-room/alder-20?when=by%20hand")).ShouldBe("Steady 2 (strong)");
        (await mara.GetAsync("/api/sheets/lecture-room/alder-20?when=under%20water")).ExpectProblem(400, "bad-value", "/when");
    }

    private static JsonElement Cell(Answer grid, string standard, string model) =>
        grid.At("cells")
            .EnumerateArray()
            .First(c => c.GetProperty("standardKey").GetString() == standard && c.GetProperty("modelKey").GetString() == model);

    private static JsonNode Notch(JsonNode document, string setting) =>
        document["notches"]!.AsArray().First(n => (string?)n!["setting"] == setting)!;
}
