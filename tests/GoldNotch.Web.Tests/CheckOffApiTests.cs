using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Check-offs: ticked with the camera in hand, signed by another, and what opens the counter.</summary>
[Collection(CounterTests.Name)]
public class CheckOffApiTests(DemoSite site)
{
    private const string Model = "dogwood-m";

    private static Task<Answer> BeginAsync(TestClient client, Guid id, string person, string model = Model) =>
        client.PutAsync($"/api/check-offs/{id}", new { person, model });

    private static string[] Keys(Answer of) => [.. of.At("items").EnumerateArray().Select(i => i.GetProperty("key").GetString()!)];

    // What has to be passed on the screen: kept as if it had been, since how an exercise is passed is another test.
    internal static async Task PassAsync(DemoSite site, string login, int daysAgo, string model = Model)
    {
        foreach (string kind in new[] { "find-control", "set-to-sheet", "before-and-after" })
        {
            await site.SqlAsync(
                $$"""
                INSERT INTO practice_try (id, person_id, kind, model_key, model_version, standard_key, standard_version, seed, level, source, mark, begun_at, work, finished_at, passed, result)
                SELECT gen_random_uuid(), p.id, '{{kind}}', '{{model}}', (SELECT max(version) FROM camera_model WHERE key = '{{model}}'), 'lecture-room', 5, 1, 1, '{"drift":[],"kit":[]}',
                    repeat('0', 64), now() - interval '{{daysAgo}} days', '{"seconds":60}', now() - interval '{{daysAgo}} days', true, '{"passed":true,"points":[],"madeWorse":[],"inThePicture":[]}'
                FROM person p WHERE p.login = '{{login}}'
                """
            );
        }
    }

    internal static string[] Against(Answer look) =>
        [
            .. look.At("obstacles")
                .EnumerateArray()
                .Where(o => o.GetProperty("kind").GetString() == "checkOff")
                .Select(o => o.GetProperty("because").GetProperty("sentence").GetString()!),
        ];

    [Fact]
    public async Task A_check_off_is_ticked_signed_by_another_and_opens_the_counter()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient joss = await site.ClientAsync("joss");
        string unit = (await ShootApiTests.UnitsAsync(ines, 1, Model))[0];
        object look = new { unit, borrower = "joss" };
        await AskedAsync(ines, "always");
        try
        {
            Answer at = (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", look)).Expect(200);
            string told = Against(at).ShouldHaveSingleItem();
            told.ShouldContain("Joss Penhale has no check-off for Dogwood M");
            told.ShouldContain("Ines Calloway");
            (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", new { unit, borrower = "ines" }))
                .At("obstacles")
                .GetRawText()
                .ShouldNotContain("checkOff", Case.Sensitive, "who may examine needs none");

            var id = Guid.NewGuid();
            Answer begun = (await BeginAsync(ines, id, "joss")).Expect(200);
            (await BeginAsync(ines, Guid.NewGuid(), "joss")).ExpectProblem(400, "duplicate", "/model");
            begun
                .At("missing")
                .EnumerateArray()
                .Select(m => m.GetString()!.Split(':')[0])
                .ShouldBe(["On the screen with Dogwood M, passed within 35 days", "With the real camera"]);
            (await ines.PutAsync($"/api/check-offs/{id}/signature", new { }, 1)).ExpectProblem(409, "not-possible", "/missing");
            Answer ticked = (await ines.PutAsync($"/api/check-offs/{id}/ticked", new { ticked = Keys(begun) }, 1)).Expect(200);
            (await ines.PutAsync($"/api/check-offs/{id}/ticked", new { ticked = Keys(begun) }, 1)).ExpectProblem(412, "changed-meanwhile");
            (await ines.PutAsync($"/api/check-offs/{id}/ticked", new { ticked = new[] { "juggles" } }, 2)).ExpectProblem(
                400,
                "bad-value",
                "/ticked"
            );
            ticked.At("missing").GetArrayLength().ShouldBe(1);

            await PassAsync(site, "joss", 40);
            (await ines.PutAsync($"/api/check-offs/{id}/signature", new { }, 2)).ExpectProblem(409, "not-possible", "/missing");
            await PassAsync(site, "joss", 2);
            Against((await ines.SendAsync(HttpMethod.Post, "/api/loans/look", look)).Expect(200))
                .ShouldHaveSingleItem()
                .ShouldContain("Still needed: The signature of an examiner");
            Answer signed = (await ines.PutAsync($"/api/check-offs/{id}/signature", new { }, 2)).Expect(200);
            signed.Text("standing").ShouldBe("valid");
            (await ines.PutAsync($"/api/check-offs/{id}/signature", new { }, 3)).ExpectProblem(409, "immutable", "/id");
            (await ines.SendAsync(HttpMethod.Delete, $"/api/check-offs/{id}", null)).ExpectProblem(409, "immutable", "/id");
            await Should.ThrowAsync<Npgsql.PostgresException>(() =>
                site.SqlAsync($"UPDATE check_off SET valid_until = '2099-01-01' WHERE id = '{id}'")
            );

            Against((await ines.SendAsync(HttpMethod.Post, "/api/loans/look", look)).Expect(200)).ShouldBeEmpty();
            (await joss.GetAsync("/api/check-offs/card.pdf")).Expect(200).Type.ShouldBe("application/pdf");
            (await joss.GetAsync("/api/check-offs"))
                .At("all")
                .EnumerateArray()
                .Count(c => c.GetProperty("modelKey").GetString() == Model)
                .ShouldBe(1);
            await AskedAsync(ines, "never");
            Against((await ines.SendAsync(HttpMethod.Post, "/api/loans/look", new { unit, borrower = "mara" })).Expect(200))
                .ShouldBeEmpty();
        }
        finally
        {
            await AskedAsync(ines, "never");
        }
    }

    [Fact]
    public async Task Nobody_signs_their_own_and_an_operator_sees_only_their_own()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        (await BeginAsync(ines, Guid.NewGuid(), "ines")).ExpectProblem(409, "not-possible", "/person");
        (await BeginAsync(ines, Guid.NewGuid(), "nobody-here")).ExpectProblem(404, "not-found", "/person");
        (await BeginAsync(ines, Guid.NewGuid(), "mara", "no-such")).ExpectProblem(400, "model-missing", "/model");
        var id = Guid.NewGuid();
        (await BeginAsync(ines, id, "joss", "fennel-hs")).Expect(200);
        (await mara.GetAsync("/api/check-offs")).Json.GetRawText().ShouldNotContain("Joss");
        (await mara.GetAsync("/api/check-offs/card.pdf?person=joss")).ExpectProblem(404, "not-found", "/person");
        (await mara.PutAsync($"/api/check-offs/{id}/signature", new { }, 1)).Expect(403);
        (await ines.GetAsync("/api/check-offs/card.pdf")).ExpectProblem(404, "not-found", "/person");
        (await ines.SendAsync(HttpMethod.Delete, $"/api/check-offs/{id}", null)).Expect(204);
    }

    [Fact]
    public async Task The_department_sees_skills_and_controls_of_three_people_and_more_and_names_nobody()
    {
        using TestClient ines = await site.ClientAsync();
        async Task<JsonElement[]> FadingAsync() =>
            [
                .. (await ines.GetAsync("/api/practice/department"))
                    .Expect(200)
                    .At("fading")
                    .EnumerateArray()
                    .Where(f => f.GetProperty("modelName").GetString() == "Calla D"),
            ];
        await PassAsync(site, "mara", 50, "calla-d");
        await PassAsync(site, "joss", 50, "calla-d");
        (await FadingAsync()).ShouldBeEmpty("two people could be told apart");
        await PassAsync(site, "ines", 1, "calla-d");
        JsonElement[] fading = await FadingAsync();
        fading.Length.ShouldBe(3);
        fading.ShouldAllBe(f => f.GetProperty("people").GetInt32() == 3 && f.GetProperty("faded").GetInt32() == 2);
        string all = (await ines.GetAsync("/api/practice/department")).Json.GetRawText();
        all.ShouldNotContain("Mara");
        all.ShouldNotContain("Joss");
    }

    /// <summary>Sets when the counter asks for a check-off: tests that share the site and sign one leave it at never.</summary>
    internal static async Task AskedAsync(TestClient ines, string asked)
    {
        int version = (await ines.GetAsync("/api/department")).Int("version");
        object edit = new
        {
            name = "",
            timeZone = "",
            mainsHz = 60,
            checkOff = new { months = 12, asked },
        };
        (await ines.PutAsync("/api/department", edit, version)).Expect(200).At("checkOff/asked").GetString().ShouldBe(asked);
    }
}
