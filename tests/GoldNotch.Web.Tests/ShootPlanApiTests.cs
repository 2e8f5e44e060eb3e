using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;
using static GoldNotch.Web.Tests.ShootApiTests;

namespace GoldNotch.Web.Tests;

/// <summary>What follows from a shoot: cards, batteries, its day, its preparation, and what is wrong with it.</summary>
[Collection(CounterTests.Name)]
public class ShootPlanApiTests(DemoSite site)
{
    [Fact]
    public async Task Cards_batteries_and_the_day_follow_from_blocks_and_kit()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 2);
        JsonObject shoot = Shoot("Packed", Day(240), units);
        shoot["end"] = Day(240).AddHours(11).ToString("O");
        shoot["blocks"] = new JsonArray(
            new JsonObject
            {
                ["name"] = "Talk",
                ["from"] = Day(240).AddHours(1).ToString("O"),
                ["to"] = Day(240).AddHours(10).ToString("O"),
                ["recordingMinutes"] = 500,
                ["room"] = "Hall",
            }
        );
        shoot["hazards"] = new JsonArray("cables");

        // Nobody has said what powers it: this standard sets the adapter to the camera. Batteries only bridge then.
        Answer asStandard = (await PutAsync(ines, Shoot("As its standard says", Day(250), units))).Expect(200);
        asStandard.At("pack/supply/0").GetProperty("because").GetProperty("case").GetString().ShouldBe("as-standard");
        shoot["supply"] = new JsonObject { ["kind"] = "batteries" };
        Answer view = (await PutAsync(ines, shoot)).Expect(200);
        JsonElement pack = view.At("pack").GetProperty("cameras")[0];
        pack.GetProperty("cards").GetProperty("missing").GetInt32().ShouldBeGreaterThan(0);
        // 38 Wh at 9.5 W and 0.9 health: 216 min each; 540 min with 15 % take 3.
        pack.GetProperty("batteries").GetProperty("minutesEach").GetDouble().ShouldBe(216, 1e-6);
        pack.GetProperty("batteries").GetProperty("needed").GetInt32().ShouldBe(3);
        pack.GetProperty("batteries").GetProperty("missing").GetInt32().ShouldBe(1);
        pack.GetProperty("qualities").GetArrayLength().ShouldBeGreaterThan(0);
        view.At("pack").GetProperty("aa").GetProperty("isFault").GetBoolean().ShouldBeTrue("no pool has any here");
        view.At("pack").GetProperty("cautions").EnumerateArray().Last().GetProperty("case").GetString().ShouldBe("deference");
        view.At("day").GetProperty("moments").EnumerateArray().Select(m => m.GetProperty("duty").GetString()).ShouldContain("battery");
        view.At("day").GetProperty("runDowns").GetArrayLength().ShouldBe(2);

        // A pool that has batteries closes the gap.
        (
            await ines.PutAsync(
                "/api/pools/spare-batteries",
                new
                {
                    name = "Spare battery",
                    kind = "battery",
                    count = 4,
                },
                0
            )
        ).Expect(200);
        shoot["cameras"]![0]!["pools"] = new JsonArray(new JsonObject { ["pool"] = "spare-batteries", ["count"] = 1 });
        view = (await PutAsync(ines, shoot, 1)).Expect(200);
        view.At("pack").GetProperty("cameras")[0].GetProperty("batteries").GetProperty("missing").GetInt32().ShouldBe(0);
        shoot["cameras"]![0]!["pools"]![0]!["count"] = 5;
        view = (await PutAsync(ines, shoot, 2)).Expect(200);
        Finds(view, "pool-short").ShouldBeTrue();
        (await ines.SendAsync(HttpMethod.Delete, "/api/pools/spare-batteries", null, 1)).ExpectProblem(409, "immutable", "/key");
    }

    [Fact]
    public async Task Preparation_is_planned_back_from_the_call_and_says_when_it_cannot_be_done()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 3);
        JsonObject shoot = Shoot("Soon", DateTimeOffset.UtcNow.AddHours(3), units);
        shoot["chargers"] = 1;
        Answer view = (await PutAsync(ines, shoot)).Expect(200);
        JsonElement plan = view.At("preparation");
        plan.GetProperty("fits").GetBoolean().ShouldBeFalse("six batteries on one charger in three hours");
        plan.GetProperty("remedies").EnumerateArray().Select(r => r.GetProperty("kind").GetString()).ShouldContain("later");
        plan.GetProperty("tasks").EnumerateArray().Count(t => t.GetProperty("isLate").GetBoolean()).ShouldBeGreaterThan(0);
        plan.GetProperty("tasks").EnumerateArray().Count(t => t.GetProperty("isCritical").GetBoolean()).ShouldBeGreaterThan(1);

        JsonElement need = (await ines.GetAsync("/api/today"))
            .At("needs")
            .EnumerateArray()
            .First(n => n.GetProperty("shoot").ValueKind != JsonValueKind.Null && n.GetProperty("shootName").GetString() == "Soon");
        need.GetProperty("kind").GetString().ShouldBe("prepare");
        need.GetProperty("isUrgent").GetBoolean().ShouldBeTrue();
        (await ines.SendAsync(HttpMethod.Delete, $"/api/shoots/{shoot["id"]}", null, 1)).Expect(204);
    }

    [Fact]
    public async Task Preparation_takes_as_long_as_this_department_says()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 2);
        JsonObject shoot = Shoot("Slow counting", Day(255), units);
        async Task<double> MinutesAsync(string task)
        {
            Answer view = await ines.GetAsync($"/api/shoots/{shoot["id"]}");
            JsonElement one = view.At("preparation/tasks")
                .EnumerateArray()
                .First(t => t.GetProperty("name").GetString()!.Contains(task, StringComparison.Ordinal));
            return (one.GetProperty("end").GetDateTimeOffset() - one.GetProperty("start").GetDateTimeOffset()).TotalMinutes;
        }

        object With(object? preparation) =>
            new
            {
                name = "",
                timeZone = "",
                mainsHz = 60,
                preparation,
            };
        (await PutAsync(ines, shoot)).Expect(200);
        (await MinutesAsync("count and pack")).ShouldBe(4, 1e-6);
        int version = (await ines.GetAsync("/api/department")).Int("version");
        (await ines.PutAsync("/api/department", With(new { count = -1 }), version)).ExpectProblem(400, "bad-value", "/preparation/count");
        (await ines.PutAsync("/api/department", With(new { count = 25, match = 12.5 }), version)).Expect(200);
        try
        {
            (await MinutesAsync("count and pack")).ShouldBe(25, 1e-6);
            Answer kept = await ines.PutAsync("/api/department", With(null), version + 1);
            kept.At("preparation/match").GetDouble().ShouldBe(12.5, "what is not sent stays");
            kept.At("preparation/check").GetDouble().ShouldBe(10);
        }
        finally
        {
            (await ines.PutAsync("/api/department", With(new { }), version + 2)).Expect(200);
        }
    }

    [Fact]
    public async Task What_is_wrong_with_a_shoot_is_told_with_the_nearest_way_out()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 2);
        (
            await ines.PutAsync(
                $"/api/units/{units[0]}",
                new
                {
                    tape = "grey",
                    place = "Shelf",
                    status = "repair",
                },
                1
            )
        ).Expect(200);
        JsonObject shoot = Shoot("Wrong", Day(250), units[0]);
        shoot["standard"] = "";
        shoot["cameras"]![0]!["operator"] = "mara";
        (await PutAsync(ines, shoot)).Expect(200);
        JsonObject other = Shoot("Beside it", Day(250), units[1]);
        other["cameras"]![0]!["operator"] = "mara";
        Answer beside = (await PutAsync(ines, other)).Expect(200);
        Finds(beside, "operator-twice").ShouldBeTrue();
        Finds(beside, "check-due").ShouldBeTrue();

        Answer view = await ines.GetAsync($"/api/shoots/{shoot["id"]}");
        Finds(view, "repair").ShouldBeTrue();
        Finds(view, "no-standard").ShouldBeTrue();
        Sentence(view, "repair").ShouldContain("Free at that time: OBG-");
        Sentence(view, "repair").ShouldNotContain(units[1], Shouldly.Case.Sensitive, "it is promised to the shoot beside it");
    }

    [Fact]
    public async Task A_late_day_moves_and_stays_booked_unless_another_shoot_has_a_camera_by_then()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await UnitsAsync(ines, 1);
        DateTimeOffset call = DateTimeOffset.UtcNow.AddHours(-1);
        JsonObject shoot = Shoot("Late", call, units);
        (await PutAsync(ines, shoot)).Expect(200);
        string path = $"/api/shoots/{shoot["id"]}/late";
        Answer late = (await ines.SendAsync(HttpMethod.Post, path, new { minutes = 20 }, 1)).Expect(200);
        late.At("document").GetProperty("end").GetDateTimeOffset().ShouldBe(call.AddHours(4).AddMinutes(20), TimeSpan.FromSeconds(1));
        (await ines.SendAsync(HttpMethod.Post, path, new { minutes = 20 }, 1)).ExpectProblem(412, "changed-meanwhile");
        (await ines.SendAsync(HttpMethod.Post, path, new { minutes = 0 }, 2)).ExpectProblem(400, "bad-value", "/minutes");
        // Said without network a while ago: what was to come then moves, although some of it is over by now.
        DateTimeOffset said = DateTimeOffset.UtcNow.AddMinutes(-30);
        (await ines.SendAsync(HttpMethod.Post, path, new { minutes = 5, at = said.AddDays(-2) }, 2)).ExpectProblem(400, "bad-value", "/at");
        (await ines.SendAsync(HttpMethod.Post, path, new { minutes = 5, at = said.AddHours(2) }, 2)).ExpectProblem(400, "bad-value", "/at");
        (await ines.SendAsync(HttpMethod.Post, path, new { minutes = 5, at = said.AddHours(-1) }, 2))
            .Expect(200)
            .At("document")
            .GetProperty("call")
            .GetDateTimeOffset()
            .ShouldBe(call.AddMinutes(5), TimeSpan.FromSeconds(1));
        (await PutAsync(ines, Shoot("Next", call.AddHours(4.5), units))).Expect(200);
        (await ines.SendAsync(HttpMethod.Post, path, new { minutes = 30 }, 3)).ExpectProblem(409, "booked", "/cameras/0/unit");
    }
}
