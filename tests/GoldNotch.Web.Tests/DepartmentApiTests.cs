using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What a department states for all its standards, and what a new standard begins with.</summary>
[Collection(DemoSiteTests.Name)]
public class DepartmentApiTests(DemoSite site)
{
    [Fact]
    public async Task A_new_standard_begins_with_the_mains_of_the_place_and_those_that_exist_stay()
    {
        using TestClient ines = await site.ClientAsync();
        int version = (await ines.GetAsync("/api/department")).Expect(200).Int("version");
        (await ines.PutAsync("/api/department", At(5), version)).ExpectProblem(400, "bad-value", "/mainsHz");
        (await ines.PutAsync("/api/department", At(50), version)).Expect(200).Int("mainsHz").ShouldBe(50);
        (await ines.PutAsync("/api/department", At(60), version)).ExpectProblem(412, "changed-meanwhile");
        try
        {
            JsonElement begun = await BegunAsync(ines, new { key = "barn", name = "Barn" });
            begun.GetProperty("light").GetProperty("mainsHz").GetDouble().ShouldBe(50);
            (await ines.GetAsync("/api/standards/lecture-room/versions/5"))
                .Expect(200)
                .At("document")
                .GetProperty("light")
                .GetProperty("mainsHz")
                .GetDouble()
                .ShouldBe(60);
        }
        finally
        {
            (await ines.PutAsync("/api/department", At(60), version + 1)).Expect(200);
        }
    }

    [Fact]
    public async Task A_copied_standard_asks_which_reasons_still_hold_until_somebody_says_so()
    {
        using TestClient ines = await site.ClientAsync();
        JsonElement begun = await BegunAsync(
            ines,
            new
            {
                key = "barn-copy",
                name = "Barn copy",
                copyOf = "lecture-room",
            }
        );
        begun.GetProperty("notches").EnumerateArray().ShouldAllBe(n => n.GetProperty("reasonFrom").GetString() == "Lecture room");
        Answer draft = (await ines.GetAsync("/api/standards/barn-copy/versions/1")).Expect(200);
        Rules(draft).ShouldContain("REASON-COPIED");
        Dictionary<string, object?> held = JsonSerializer.Deserialize<Dictionary<string, object?>>(draft.At("document").GetRawText())!;
        held["notches"] = draft
            .At("document")
            .GetProperty("notches")
            .EnumerateArray()
            .Select(n => new
            {
                setting = n.GetProperty("setting").GetString(),
                require = n.GetProperty("require").GetString(),
                importance = n.GetProperty("importance").GetString(),
                tolerance = n.GetProperty("tolerance").GetString(),
                reason = "",
                when = n.TryGetProperty("when", out JsonElement when) && when.ValueKind == JsonValueKind.Array ? when : (JsonElement?)null,
            });
        Answer kept = (await ines.PutAsync("/api/standards/barn-copy/draft", JsonSerializer.Serialize(held), 1)).Expect(200);
        Rules(kept).ShouldNotContain("REASON-COPIED", "an empty reason claims nothing");
    }

    [Fact]
    public async Task What_a_standard_states_of_exposure_is_kept_refused_at_its_field_and_counts_in_its_sheets()
    {
        using TestClient ines = await site.ClientAsync();
        await BegunAsync(
            ines,
            new
            {
                key = "quiet-talk",
                name = "Quiet talk",
                copyOf = "lecture-room",
            }
        );
        Answer draft = (await ines.GetAsync("/api/standards/quiet-talk/versions/1")).Expect(200);
        Dictionary<string, object?> document = JsonSerializer.Deserialize<Dictionary<string, object?>>(draft.At("document").GetRawText())!;
        document["exposure"] = new { levels = new[] { new { curve = "log", greyPercent = 140 } } };
        (await ines.PutAsync("/api/standards/quiet-talk/draft", JsonSerializer.Serialize(document), 1)).ExpectProblem(
            400,
            "bad-value",
            "/exposure/levels/0/greyPercent"
        );
        document["exposure"] = new
        {
            noiseLimitDb = 3,
            levels = new[]
            {
                new
                {
                    curve = "department",
                    greyPercent = 41.0,
                    whitePercent = 90.0,
                },
            },
        };
        (await ines.PutAsync("/api/standards/quiet-talk/draft", JsonSerializer.Serialize(document), 1)).Expect(200);
        Answer again = (await ines.GetAsync("/api/standards/quiet-talk/versions/1")).Expect(200);
        again.At("document").GetProperty("exposure").GetProperty("noiseLimitDb").GetDouble().ShouldBe(3);
        (await ines.GetAsync("/api/sheets/seed-portraits/calla-d")).Expect(200).Json.GetRawText().ShouldContain("grey at 39");
    }

    [Fact]
    public async Task A_call_is_told_by_the_clock_of_the_department()
    {
        using TestClient ines = await site.ClientAsync();
        int version = (await ines.GetAsync("/api/department")).Int("version");
        // Nine hours ahead of the common time, all year: the evening of one is the next day of the other.
        (await ines.PutAsync("/api/department", At(60, "Etc/GMT-9"), version)).Expect(200);
        try
        {
            Answer orchid = (await ines.GetAsync("/api/line-ups/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01")).Expect(200);
            DateTimeOffset call = orchid.At("document").GetProperty("call").GetDateTimeOffset();
            JsonNode document = JsonNode.Parse(orchid.At("document").GetRawText())!;
            document["id"] = Guid.NewGuid().ToString();
            JsonElement plan = (await ines.SendAsync(HttpMethod.Post, "/api/line-ups/preview", document.ToJsonString())).Expect(200).Json;
            string there = call.ToOffset(TimeSpan.FromHours(9)).ToString("HH:mm 'on' d MMMM", CultureInfo.InvariantCulture);
            plan.GetProperty("faults")
                .EnumerateArray()
                .Select(f => f.GetProperty("message").GetString()!)
                .ShouldContain(m => m.Contains($"planned for “Orchid repotting” at {there}.", StringComparison.Ordinal));
        }
        finally
        {
            (await ines.PutAsync("/api/department", At(60), version + 1)).Expect(200);
        }
    }

    private static string[] Rules(Answer draft) =>
        [.. draft.At("findings").EnumerateArray().Select(f => f.GetProperty("ruleId").GetString()!)];

    private static async Task<JsonElement> BegunAsync(TestClient client, object begin) =>
        (await client.SendAsync(HttpMethod.Post, "/api/standards", begin)).Expect(201).At("document");

    [Fact]
    public async Task Place_and_zone_are_kept_and_what_cannot_be_is_named()
    {
        using TestClient ines = await site.ClientAsync();
        int version = (await ines.GetAsync("/api/department")).Int("version");
        (
            await ines.PutAsync(
                "/api/department",
                new
                {
                    name = new string('x', 81),
                    timeZone = "",
                    mainsHz = 60,
                },
                version
            )
        ).ExpectProblem(400, "bad-value", "/name");
        (
            await ines.PutAsync(
                "/api/department",
                new
                {
                    name = "",
                    timeZone = "Nowhere/Else",
                    mainsHz = 60,
                },
                version
            )
        ).ExpectProblem(400, "bad-value", "/timeZone");
        Answer kept = (
            await ines.PutAsync(
                "/api/department",
                new
                {
                    name = " Media room ",
                    timeZone = "UTC",
                    mainsHz = 60,
                },
                version
            )
        ).Expect(200);
        (kept.Text("name"), kept.Text("timeZone"), kept.At("saidSo").GetBoolean()).ShouldBe(("Media room", "UTC", true));
    }

    [Fact]
    public async Task A_standard_begins_from_a_starting_point_with_the_rates_of_the_place()
    {
        using TestClient ines = await site.ClientAsync();
        foreach (StartingPoint point in StartingPoints.All)
        {
            StandardDocument here = StartingPoints.Of(point.Name, 50)! with { Key = "one", Name = "One" };
            Standard standard = StandardReader.ToStandard(here);
            here.Notches.ShouldNotContain(n => n.Require.Contains("29.97") || n.Require.Contains("59.94") || n.Require == "drop-frame");
            here.Notches.ShouldAllBe(n => n.Reason.Length > 5, "each notch has its reason");
            RuleBook.Of(standard).Where(f => f.Grade == FindingGrade.Fault).ShouldBeEmpty(point.Name);
            RuleBook
                .Of(StandardReader.ToStandard(StartingPoints.Of(point.Name, 60)! with { Key = "one", Name = "One" }))
                .Where(f => f.Grade == FindingGrade.Fault)
                .ShouldBeEmpty(point.Name);
            standard.Notches.Length.ShouldBeGreaterThan(40);
        }

        (await ines.GetAsync("/api/standards/starting-points")).Expect(200).Json.GetArrayLength().ShouldBe(3);
        var begin = new
        {
            key = "first-one",
            name = "First one",
            startingPoint = "Talk or interview",
        };
        Answer begun = (await ines.SendAsync(HttpMethod.Post, "/api/standards", begin)).Expect(201);
        begun.At("document/notches").GetArrayLength().ShouldBeGreaterThan(40);
        (begun.Text("head/state"), begun.Text("document/name")).ShouldBe(("draft", "First one"));
        (
            await ines.SendAsync(HttpMethod.Post, "/api/standards", begin with { key = "second-one", startingPoint = "Wedding" })
        ).ExpectProblem(404, "not-found", "/startingPoint");
        await site.SqlAsync("DELETE FROM standard_version WHERE key = 'first-one'");
    }

    private static object At(double mainsHz, string timeZone = "") =>
        new
        {
            name = "",
            timeZone,
            mainsHz,
        };
}
