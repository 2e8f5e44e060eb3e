using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;
using static GoldNotch.Web.Tests.LoanApiTests;

namespace GoldNotch.Web.Tests;

/// <summary>Loans for shoots, and everything of a shoot in a file.</summary>
[Collection(CounterTests.Name)]
public class LoanForShootApiTests(DemoSite site)
{
    [Fact]
    public async Task A_hand_out_for_a_shoot_takes_due_time_borrower_and_pools_from_it_and_moves_its_state()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        DateTimeOffset call = DateTimeOffset.UtcNow.AddMinutes(30);
        JsonObject shoot = ShootApiTests.Shoot("At the counter", call, unit);
        shoot["borrower"] = "joss";
        (await ShootApiTests.PutAsync(ines, shoot)).Expect(200);
        Answer look = (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", new { unit })).Expect(200);
        look.Text("shootName").ShouldBe("At the counter");
        look.Text("borrower").ShouldBe("joss");
        look.At("due").GetDateTimeOffset().ShouldBe(call.AddHours(4), TimeSpan.FromSeconds(1));

        var id = Guid.NewGuid();
        Answer loan = (
            await ines.PutAsync(
                $"/api/loans/{id}",
                new
                {
                    unit,
                    counted = AllThere(),
                    reason = "not checked",
                }
            )
        ).Expect(200);
        loan.At("row").GetProperty("borrower").GetString().ShouldBe("Joss Penhale");
        Answer view = await ines.GetAsync($"/api/shoots/{shoot["id"]}");
        view.Text("status").ShouldBe("out");
        view.At("preparation").ValueKind.ShouldBe(JsonValueKind.Null);
        (await ines.SendAsync(HttpMethod.Post, $"/api/shoots/{shoot["id"]}/cancelled", new { why = "Rain" }, 1)).ExpectProblem(
            409,
            "unit-out",
            "/id"
        );
        (await ines.SendAsync(HttpMethod.Delete, $"/api/shoots/{shoot["id"]}", null, 1)).ExpectProblem(409, "immutable", "/id");
        (await ines.GetAsync("/api/today"))
            .At("day")
            .EnumerateArray()
            .First(d => d.GetProperty("shoot").GetProperty("id").GetString() == shoot["id"]!.GetValue<string>())
            .GetProperty("shoot")
            .GetProperty("status")
            .GetString()
            .ShouldBe("out");

        loan = (await DoneAsync(ines, id, 1, Return(loan))).Expect(200);
        (await DoneAsync(ines, id, loan.At("events").GetArrayLength(), new { kind = "closed" })).Expect(200);
        (await ines.GetAsync($"/api/shoots/{shoot["id"]}")).Text("status").ShouldBe("closed");
    }

    [Fact]
    public async Task What_is_promised_to_a_shoot_is_not_lent_over_its_beginning_unseen()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (await ShootApiTests.PutAsync(ines, ShootApiTests.Shoot("Tomorrow's", DateTimeOffset.UtcNow.AddHours(20), unit))).Expect(200);
        Answer look = await ines.SendAsync(HttpMethod.Post, "/api/loans/look", Request(unit, hours: 30));
        look.At("obstacles").EnumerateArray().Select(o => o.GetProperty("kind").GetString()).ShouldContain("booked");
        look = await ines.SendAsync(HttpMethod.Post, "/api/loans/look", Request(unit, hours: 10));
        look.At("obstacles").EnumerateArray().Select(o => o.GetProperty("kind").GetString()).ShouldNotContain("booked");
    }

    [Fact]
    public async Task Kits_pools_shoots_and_loans_come_in_by_file_and_the_same_file_again_changes_nothing()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        DateTimeOffset then = DateTimeOffset.UtcNow.AddDays(-3);
        JsonObject shoot = ShootApiTests.Shoot("Brought in", then, unit);
        var loan = new JsonObject
        {
            ["id"] = Guid.NewGuid().ToString(),
            ["unit"] = unit,
            ["shoot"] = shoot["id"]!.GetValue<string>(),
            ["events"] = new JsonArray(
                new JsonObject
                {
                    ["kind"] = "handed-out",
                    ["by"] = "Ines Calloway",
                    ["at"] = then.ToString("O"),
                    ["borrower"] = "Mara Quill",
                    ["due"] = then.AddHours(6).ToString("O"),
                    ["pieces"] = new JsonArray(new JsonObject { ["name"] = "Body", ["kind"] = "body" }),
                    ["wrap"] = new JsonArray("power-off"),
                }
            ),
        };
        JsonObject File() =>
            new()
            {
                ["format"] = "gold-notch-exchange",
                ["formatVersion"] = 2,
                ["kits"] = new JsonArray(
                    new JsonObject { ["unit"] = unit, ["pieces"] = new JsonArray(new JsonObject { ["name"] = "Body", ["kind"] = "body" }) }
                ),
                ["pools"] = new JsonArray(
                    new JsonObject
                    {
                        ["key"] = $"pool-{unit.ToLowerInvariant()}",
                        ["piece"] = new JsonObject
                        {
                            ["name"] = "AA",
                            ["kind"] = "aa-batteries",
                            ["count"] = 40,
                        },
                    }
                ),
                ["shoots"] = new JsonArray(shoot.DeepClone()),
                ["loans"] = new JsonArray(loan.DeepClone()),
            };
        Answer first = (await ines.SendAsync(HttpMethod.Post, "/api/import", File())).Expect(200);
        (first.Int("added"), first.Int("unchanged")).ShouldBe((4, 0));
        Answer again = (await ines.SendAsync(HttpMethod.Post, "/api/import", File())).Expect(200);
        (again.Int("added"), again.Int("unchanged")).ShouldBe((0, 4));
        (await ines.GetAsync($"/api/loans/{loan["id"]}")).At("row").GetProperty("isOverdue").GetBoolean().ShouldBeTrue();
        (await ines.GetAsync("/api/today"))
            .At("needs")
            .EnumerateArray()
            .First(n => n.GetProperty("unit").GetString() == unit)
            .GetProperty("kind")
            .GetString()
            .ShouldBe("overdue");

        loan["events"]![0]!["borrower"] = "Joss Penhale";
        (await ines.SendAsync(HttpMethod.Post, "/api/import", File())).ExpectProblem(400, "id-taken", "/loans/0/id");
        loan["id"] = Guid.NewGuid().ToString();
        (await ines.SendAsync(HttpMethod.Post, "/api/import", File())).ExpectProblem(409, "unit-out", "/loans/0/unit");
        loan["events"]![0]!["kind"] = "came-back";
        (await ines.SendAsync(HttpMethod.Post, "/api/import", File())).ExpectProblem(400, "bad-value", "/loans/0/events/0/kind");
        shoot["id"] = Guid.NewGuid().ToString();
        (await ines.SendAsync(HttpMethod.Post, "/api/import", File())).ExpectProblem(409, "booked", "/shoots/0/cameras/0/unit");
    }
}
