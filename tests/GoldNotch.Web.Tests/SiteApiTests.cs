using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

[Collection(SiteTests.Name)]
public class SiteApiTests(TestSite site)
{
    [Fact]
    public async Task Every_approved_standard_has_a_sheet_for_every_model()
    {
        using TestClient client = await site.ClientAsync("mara");
        Answer list = (await client.GetAsync("/api/sheets")).Expect(200);
        list.Json.EnumerateArray()
            .Select(r => $"{r.GetProperty("standardKey")}/{r.GetProperty("modelKey")}")
            .ShouldBe(
                ["glasshouse-talk/alder-20", "glasshouse-talk/bracken-3", "lecture-room/alder-20", "lecture-room/bracken-3"],
                ignoreOrder: true
            );
        list.Json.EnumerateArray()
            .ShouldAllBe(r =>
                r.GetProperty("exact").GetInt32() + r.GetProperty("compromise").GetInt32() + r.GetProperty("notPossible").GetInt32() == 10
            );
    }

    [Fact]
    public async Task A_sheet_says_where_why_and_how_far()
    {
        using TestClient client = await site.ClientAsync();
        Answer sheet = (await client.GetAsync("/api/sheets/lecture-room/bracken-3")).Expect(200);
        JsonElement gain = sheet.At("lines").EnumerateArray().First(l => l.GetProperty("setting").GetString() == "gain");
        gain.GetProperty("target").GetString().ShouldBe("L, −3\u202fdB");
        gain.GetProperty("fit").GetString().ShouldBe("compromise");
        gain.GetProperty("place").GetProperty("side").GetString().ShouldBe("left");
        gain.GetProperty("because").GetProperty("figures").GetArrayLength().ShouldBeGreaterThan(0);
        gain.GetProperty("dial").GetProperty("targetAt").GetDouble().ShouldBe(-3);
        sheet.At("units").GetArrayLength().ShouldBe(2);
        (await client.GetAsync("/api/sheets/lecture-room/nothing")).ExpectProblem(404, "not-found", "/modelKey");
        (await client.GetAsync("/api/nothing")).Expect(404);
    }

    [Fact]
    public async Task A_unit_is_edited_only_by_a_technician_who_saw_its_newest_version()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        int seen = (await ines.GetAsync("/api/units/OBG-102")).Expect(200).Int("version");
        var edit = new
        {
            tape = "blue",
            place = "Media room, bench",
            status = "in",
        };
        (await mara.PutAsync("/api/units/OBG-102", edit, seen)).ExpectProblem(403, "not-allowed");
        (await ines.PutAsync("/api/units/OBG-102", edit)).ExpectProblem(428, "version-needed");
        (await ines.PutAsync("/api/units/OBG-102", edit, seen)).Expect(200).Int("version").ShouldBe(seen + 1);
        Answer stale = (
            await ines.PutAsync(
                "/api/units/OBG-102",
                new
                {
                    tape = "white",
                    place = "Store",
                    status = "repair",
                },
                seen
            )
        ).ExpectProblem(412, "changed-meanwhile");
        stale.Text("theirs/place").ShouldBe("Media room, bench");
        stale.Text("yours/place").ShouldBe("Store");
        (
            await ines.PutAsync(
                "/api/units/OBG-102",
                new
                {
                    tape = "blue",
                    place = "x",
                    status = "lost",
                },
                seen + 1
            )
        ).ExpectProblem(400, "bad-value", "/status");
        (await ines.GetAsync("/api/units/OBG-999")).ExpectProblem(404, "not-found", "/tag");
    }

    [Fact]
    public async Task Units_and_sheets_are_found_by_any_of_their_words()
    {
        using TestClient client = await site.ClientAsync();
        (await client.GetAsync("/api/find?text=yellow")).Text("0/name").ShouldBe("OBG-106");
        (await client.GetAsync("/api/find?text=OBG-106")).Text("0/answer").ShouldNotBeEmpty("how it stands, or who has it");
        (await client.GetAsync("/api/find?text=lecture%20bracken"))
            .Json.EnumerateArray()
            .ShouldContain(f => f.GetProperty("address").GetString() == "/sheets/lecture-room/bracken-3");
        (await client.GetAsync("/api/find?text=%25")).Json.GetArrayLength().ShouldBe(0, "a wildcard is only a letter");
        (await client.GetAsync("/api/units?find=shelf%202")).At("units").GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task Nothing_is_shown_or_written_without_signing_in_or_without_the_token()
    {
        using TestClient nobody = await site.ClientAsync(null);
        (await nobody.GetAsync("/api/sheets")).ExpectProblem(401, "sign-in");
        (await nobody.PutAsync($"/api/checks/{Guid.NewGuid()}", new { unit = "OBG-106", standard = "lecture-room" })).ExpectProblem(
            401,
            "sign-in"
        );
        using TestClient client = await site.ClientAsync();
        client.WriteToken = "forged";
        (await client.PutAsync($"/api/checks/{Guid.NewGuid()}", new { unit = "OBG-106", standard = "lecture-room" })).ExpectProblem(
            400,
            "forgery-token"
        );
    }

    [Fact]
    public async Task Wrong_passwords_lock_a_name_and_tell_nothing_about_it()
    {
        using TestClient client = await site.ClientAsync(null);
        object Try(string login, string password) => new { login, password };
        string known = (await client.SendAsync(HttpMethod.Post, "/api/session", Try("joss", "wrong")))
            .ExpectProblem(400, "wrong-password", "/password")
            .Text("detail");
        string unknown = (await client.SendAsync(HttpMethod.Post, "/api/session", Try("nobody", "wrong")))
            .ExpectProblem(400, "wrong-password", "/password")
            .Text("detail");
        unknown.ShouldBe(known);
        for (int i = 0; i < 5; i++)
        {
            await client.SendAsync(HttpMethod.Post, "/api/session", Try("joss", "wrong"));
        }

        (await client.SendAsync(HttpMethod.Post, "/api/session", Try("joss", TestSite.Password))).ExpectProblem(400, "locked", "/password");
        await site.SqlAsync("DELETE FROM sign_in_try WHERE login = 'joss'");
        (await client.SendAsync(HttpMethod.Post, "/api/session", Try("joss", TestSite.Password))).Expect(200);
    }
}
