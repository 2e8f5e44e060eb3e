using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What a department asks for at a check-off, what ends one before its day, and what practice does to what comes back.</summary>
[Collection(CounterTests.Name)]
public class CheckOffListApiTests(DemoSite site)
{
    private static readonly string[] UsualExercises = ["find-control", "set-to-sheet", "before-and-after"];

    private static async Task<Answer> PutAsync(TestClient ines, object list, string asked = "never")
    {
        int version = (await ines.GetAsync("/api/department")).Int("version");
        object edit = new
        {
            name = "",
            timeZone = "",
            mainsHz = 60,
            checkOff = new
            {
                months = 12,
                asked,
                list,
            },
        };
        return await ines.PutAsync("/api/department", edit, version);
    }

    private static Task<Answer> AsItCameAsync(TestClient ines) => PutAsync(ines, new { });

    // A unit goes out to somebody, comes back, and is checked with so many settings wrong.
    private async Task ReturnAsync(TestClient ines, string unit, int wrong)
    {
        Guid loan = await LoanApiTests.LendAsync(ines, unit, DateTimeOffset.UtcNow.AddHours(4));
        object[] events = [new { kind = "came-back" }];
        (await ines.SendAsync(HttpMethod.Post, $"/api/loans/{loan}/events", new { seen = 1, events })).Expect(200);
        Guid check = await ines.BeginAsync(unit);
        (string Setting, string Read)[] readings = [("gain", wrong > 0 ? "H" : "L"), ("focus-mode", wrong > 1 ? "auto" : "manual")];
        foreach ((string setting, string read) in readings)
        {
            (await ines.ReadAsync(check, setting, read)).Expect(200);
        }

        Answer signed = (await ines.SignAsync(check, "back")).Expect(200);
        signed.Int("foundSummary/offTarget").ShouldBe(Math.Min(wrong, 1));
        signed.Int("foundSummary/automatic").ShouldBe(Math.Max(wrong - 1, 0));
    }

    [Fact]
    public async Task What_is_asked_is_the_departments_and_a_check_off_begins_with_it()
    {
        using TestClient ines = await site.ClientAsync();
        JsonElement[] usual = [.. (await ines.GetAsync("/api/check-offs/choices")).Expect(200).At("usual").EnumerateArray()];
        usual
            .Single(u => u.GetProperty("key").GetString() == "assembly")
            .GetProperty("notFor")
            .EnumerateArray()
            .Select(n => n.GetString())
            .ShouldContain("Alder 20");
        try
        {
            Answer kept = (
                await PutAsync(
                    ines,
                    new
                    {
                        exercises = new[] { "light-changed" },
                        passesInRow = 3,
                        without = new[] { "kit", "no-longer-known" },
                        own = new object[]
                        {
                            new
                            {
                                key = "stairs",
                                text = "carries it up the stairs",
                                standard = "one hand free",
                            },
                            new
                            {
                                key = "fog",
                                text = "dries the lens",
                                model = "bracken-3",
                            },
                        },
                    }
                )
            ).Expect(200);
            kept.At("checkOff/list/without").GetArrayLength().ShouldBe(1);
            var id = Guid.NewGuid();
            Answer begun = (await ines.PutAsync($"/api/check-offs/{id}", new { person = "joss", model = "alder-20" })).Expect(200);
            string[] keys = [.. begun.At("items").EnumerateArray().Select(i => i.GetProperty("key").GetString()!)];
            keys.ShouldContain("stairs");
            keys.ShouldNotContain("fog");
            keys.ShouldNotContain("kit");
            begun
                .At("missing")[0]
                .GetString()
                .ShouldBe("On the screen with Alder 20, passed 3 in a row within 35 days: the light changed.");

            // What was begun keeps its list; the exercises are those of now.
            (await PutAsync(ines, new { exercises = Array.Empty<string>(), own = Array.Empty<object>() })).Expect(200);
            Answer after = (await ines.GetAsync("/api/check-offs")).Expect(200);
            JsonElement one = after.At("all").EnumerateArray().Single(c => c.GetProperty("id").GetGuid() == id);
            one.GetProperty("items").EnumerateArray().Select(i => i.GetProperty("key").GetString()).ShouldContain("stairs");
            one.GetProperty("missing").GetArrayLength().ShouldBe(1);
            (await ines.SendAsync(HttpMethod.Delete, $"/api/check-offs/{id}", null)).Expect(204);

            string[] all = [.. usual.Select(u => u.GetProperty("key").GetString()!)];
            (await PutAsync(ines, new { exercises = Array.Empty<string>(), without = all })).Expect(200);
            (await ines.PutAsync($"/api/check-offs/{id}", new { person = "joss", model = "alder-20" })).ExpectProblem(
                409,
                "not-possible",
                "/model"
            );
        }
        finally
        {
            (await AsItCameAsync(ines))
                .Expect(200)
                .At("checkOff/list/exercises")
                .EnumerateArray()
                .Select(e => e.GetString()!)
                .ShouldBe(UsualExercises, ignoreOrder: true);
        }
    }

    [Fact]
    public async Task A_list_that_cannot_be_is_refused_at_its_field_and_nothing_is_changed()
    {
        using TestClient ines = await site.ClientAsync();
        static object Own(string key, string text) => new { own = new[] { new { key, text } } };
        (await PutAsync(ines, new { passesInRow = 6 })).ExpectProblem(400, "bad-value", "/checkOff/list/passesInRow");
        (await PutAsync(ines, new { lapsesFrom = 0 })).ExpectProblem(400, "bad-value", "/checkOff/list/lapsesFrom");
        (await PutAsync(ines, new { exercises = new[] { "juggling" } })).ExpectProblem(400, "bad-value", "/checkOff/list/exercises/0");
        (await PutAsync(ines, Own("stairs", " "))).ExpectProblem(400, "bad-value", "/checkOff/list/own/0/text");
        (await PutAsync(ines, Own("Stairs!", "carries"))).ExpectProblem(400, "bad-value", "/checkOff/list/own/0/key");
        (await PutAsync(ines, Own("kit", "counts"))).ExpectProblem(400, "duplicate", "/checkOff/list/own/0/key");
        (await ines.GetAsync("/api/department")).At("checkOff/list/passesInRow").GetInt32().ShouldBe(1);
        using TestClient mara = await site.ClientAsync("mara");
        (await PutAsync(mara, new { passesInRow = 2 })).Expect(403);
    }

    [Fact]
    public async Task A_failed_return_ends_a_check_off_where_the_department_says_so()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        const string Model = "bracken-3";
        string[] units = await ShootApiTests.UnitsAsync(ines, 2, Model);
        await site.SqlAsync(
            $"""
            INSERT INTO check_off (id, person_id, model_key, items, begun_by, begun_at, signed_by, signed_by_id, signed_at, signed_on, valid_until)
            SELECT gen_random_uuid(), m.id, '{Model}', '[]', i.name, now() - interval '2 days', i.name, i.id, now() - interval '1 day', current_date - 1, current_date + 300
            FROM person m, person i WHERE (m.login, i.login) = ('mara', 'ines')
            """
        );
        async Task<string[]> AgainstAsync() =>
            CheckOffApiTests.Against(
                (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", new { unit = units[0], borrower = "mara" })).Expect(200)
            );
        async Task<JsonElement> OwnAsync() =>
            (await mara.GetAsync("/api/check-offs"))
                .Expect(200)
                .At("all")
                .EnumerateArray()
                .Single(c => c.GetProperty("modelKey").GetString() == Model);
        try
        {
            (await PutAsync(ines, new { lapsesFrom = 2 }, "always")).Expect(200);
            await ReturnAsync(ines, units[1], 1);
            (await AgainstAsync()).ShouldBeEmpty("one setting is fewer than two");
            await ReturnAsync(ines, units[0], 2);
            (await AgainstAsync()).ShouldHaveSingleItem().ShouldContain($"has lapsed: {units[0]} came back on");
            JsonElement own = await OwnAsync();
            own.GetProperty("standing").GetString().ShouldBe("lapsed");
            own.GetProperty("lapsedBy").GetString()!.ShouldContain("with 2 settings off target");
            (await mara.GetAsync("/api/check-offs/card.pdf")).ExpectProblem(404, "not-found", "/person");

            (await PutAsync(ines, new { }, "always")).Expect(200);
            (await AgainstAsync()).ShouldBeEmpty();
            (await OwnAsync()).GetProperty("standing").GetString().ShouldBe("valid");
        }
        finally
        {
            (await AsItCameAsync(ines)).Expect(200);
        }
    }

    [Fact]
    public async Task The_department_sees_whether_less_comes_back_wrong_after_practice_and_a_return_nobody_checked_does_not_count()
    {
        using TestClient ines = await site.ClientAsync();
        async Task<int> WithoutAsync() => (await ines.GetAsync("/api/practice/department")).Expect(200).Int("effect/unpractised");

        string[] units = await ShootApiTests.UnitsAsync(ines, 2, "bracken-3");
        int before = await WithoutAsync();
        Guid loan = await LoanApiTests.LendAsync(ines, units[0], DateTimeOffset.UtcNow.AddHours(4));
        object[] events = [new { kind = "came-back" }];
        (await ines.SendAsync(HttpMethod.Post, $"/api/loans/{loan}/events", new { seen = 1, events })).Expect(200);
        (await WithoutAsync()).ShouldBe(before);

        // A check after the next hand-out says nothing of this return.
        await LoanApiTests.LendAsync(ines, units[0], DateTimeOffset.UtcNow.AddHours(4));
        Guid late = await ines.BeginAsync(units[0]);
        (await ines.SignAsync(late, "out with somebody")).Expect(200);
        (await WithoutAsync()).ShouldBe(before);

        await ReturnAsync(ines, units[1], 1);
        (await WithoutAsync()).ShouldBe(before + 1);
        (await ines.GetAsync("/api/practice/department")).Text("effect/finding").ShouldBe("tooFew");
    }

    [Fact]
    public async Task A_person_takes_their_own_record_along_and_nobody_elses()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient joss = await site.ClientAsync("joss");
        var signed = Guid.NewGuid();
        await CheckOffApiTests.PassAsync(site, "joss", 3, "bracken-3");
        await CheckOffApiTests.PassAsync(site, "mara", 3, "bracken-3");
        await site.SqlAsync(
            $"""
            INSERT INTO check_off (id, person_id, model_key, items, begun_by, begun_at, signed_by, signed_by_id, signed_at, signed_on, valid_until)
            SELECT '{signed}', j.id, 'fennel-hs', '[]', i.name, '2026-01-30Z', i.name, i.id, '2026-01-31Z', '2026-01-31', '2026-09-30'
            FROM person j, person i WHERE (j.login, i.login) = ('joss', 'ines')
            """
        );
        Answer file = (await joss.GetAsync("/api/export/my-practice.json")).Expect(200);
        JsonNode document = JsonNode.Parse(file.Json.GetRawText())!;
        document["practice"]!.AsArray().Select(t => t!["person"]!.GetValue<string>()).Distinct().ShouldBe(["joss"]);
        JsonNode off = document["checkOffs"]!.AsArray().Single(c => c!["id"]!.GetValue<Guid>() == signed)!;
        off["months"]!.GetValue<int>().ShouldBe(8);
        (await ines.GetAsync("/api/export/my-practice.json")).Json.GetRawText().ShouldNotContain("joss");
        string csv = System.Text.Encoding.UTF8.GetString((await CsvAsync(joss)).AsSpan());
        csv.Split('\n').Count(l => l.Contains(",joss,", StringComparison.Ordinal)).ShouldBe(document["practice"]!.AsArray().Count);

        // It comes in again where it is known already, and changes nothing.
        Answer again = (await ines.SendAsync(HttpMethod.Post, "/api/import", document)).Expect(200);
        again.Int("added").ShouldBe(0);
    }

    private static async Task<byte[]> CsvAsync(TestClient client)
    {
        (await client.GetAsync("/api/export/my-practice.csv")).Expect(200);
        return client.LastBytes;
    }
}
