using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

[Collection(DemoSiteTests.Name)]
public class PeopleApiTests(DemoSite site)
{
    [Fact]
    public async Task A_technician_adds_people_who_can_then_sign_in()
    {
        using TestClient ines = await site.ClientAsync();
        var person = new
        {
            login = "nell",
            name = "Nell Arkwright",
            role = "operator",
            password = "long enough",
        };
        (await ines.SendAsync(HttpMethod.Post, "/api/people", person with { password = "short" })).ExpectProblem(
            400,
            "bad-value",
            "/password"
        );
        (await ines.SendAsync(HttpMethod.Post, "/api/people", person with { login = "Nell A" })).ExpectProblem(400, "bad-value", "/login");
        (await ines.SendAsync(HttpMethod.Post, "/api/people", person with { role = "owner" })).ExpectProblem(400, "bad-value", "/role");
        (await ines.SendAsync(HttpMethod.Post, "/api/people", person)).Expect(201);
        (await ines.SendAsync(HttpMethod.Post, "/api/people", person)).ExpectProblem(409, "login-taken", "/login");
        using TestClient nell = await site.ClientAsync(null);
        await nell.SignInAsync("nell", "long enough");
        (await nell.GetAsync("/api/people")).ExpectProblem(403, "not-allowed");
    }

    [Fact]
    public async Task An_operator_is_told_by_name_whom_to_ask()
    {
        using TestClient ines = await site.ClientAsync();
        static object Person(string login, string name) =>
            new
            {
                login,
                name,
                role = "technician",
                password = "long enough",
            };
        (await ines.SendAsync(HttpMethod.Post, "/api/people", Person("left", "Piet Gone"))).Expect(201);
        (
            await ines.SendAsync(
                HttpMethod.Put,
                "/api/people/left",
                new
                {
                    name = "Piet Gone",
                    role = "technician",
                    active = false,
                },
                1
            )
        ).Expect(200);
        using TestClient mara = await site.ClientAsync("mara");
        string[] names = [.. (await mara.GetAsync("/api/technicians")).Expect(200).Json.EnumerateArray().Select(n => n.GetString()!)];
        names.ShouldContain("Ines Calloway");
        names.ShouldNotContain("Piet Gone");
        names.ShouldNotContain("Mara Quill");
    }

    [Fact]
    public async Task Sessions_end_when_a_person_is_blocked_or_gets_another_password()
    {
        using TestClient ines = await site.ClientAsync();
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/people",
                new
                {
                    login = "otto",
                    name = "Otto Fenn",
                    role = "operator",
                    password = "long enough",
                }
            )
        ).Expect(201);
        using TestClient otto = await site.ClientAsync(null);
        await otto.SignInAsync("otto", "long enough");
        (await otto.GetAsync("/api/sheets")).Expect(200);
        (await ines.SendAsync(HttpMethod.Post, "/api/people/otto/password", new { password = "another one" })).Expect(204);
        (await otto.GetAsync("/api/sheets")).ExpectProblem(401, "sign-in");
        await otto.SignInAsync("otto", "another one");
        int version = (await ines.GetAsync("/api/people"))
            .Json.EnumerateArray()
            .First(p => p.GetProperty("login").GetString() == "otto")
            .GetProperty("version")
            .GetInt32();
        (
            await ines.PutAsync(
                "/api/people/otto",
                new
                {
                    name = "Otto Fenn",
                    role = "operator",
                    active = false,
                },
                version + 3
            )
        ).ExpectProblem(412, "changed-meanwhile");
        (
            await ines.PutAsync(
                "/api/people/otto",
                new
                {
                    name = "Otto Fenn",
                    role = "operator",
                    active = false,
                },
                version
            )
        ).Expect(200);
        (await otto.GetAsync("/api/sheets")).ExpectProblem(401, "sign-in");
        (await otto.SendAsync(HttpMethod.Post, "/api/session", new { login = "otto", password = "another one" })).ExpectProblem(
            400,
            "wrong-password",
            "/password"
        );
    }

    [Fact]
    public async Task Ones_own_password_needs_the_old_one_and_this_session_goes_on()
    {
        using TestClient ines = await site.ClientAsync();
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/people",
                new
                {
                    login = "pia",
                    name = "Pia Lorn",
                    role = "operator",
                    password = "long enough",
                }
            )
        ).Expect(201);
        using TestClient pia = await site.ClientAsync(null);
        await pia.SignInAsync("pia", "long enough");
        using TestClient elsewhere = await site.ClientAsync(null);
        await elsewhere.SignInAsync("pia", "long enough");
        (
            await pia.PutAsync("/api/session/password", new Dictionary<string, string> { ["current"] = "wrong", ["new"] = "quite another" })
        ).ExpectProblem(400, "wrong-password", "/current");
        (
            await pia.PutAsync("/api/session/password", new Dictionary<string, string> { ["current"] = "long enough", ["new"] = "short" })
        ).ExpectProblem(400, "bad-value", "/new");
        (
            await pia.PutAsync(
                "/api/session/password",
                new Dictionary<string, string> { ["current"] = "long enough", ["new"] = "quite another" }
            )
        ).Expect(200);
        (await pia.GetAsync("/api/sheets")).Expect(200);
        (await elsewhere.GetAsync("/api/sheets")).ExpectProblem(401, "sign-in");
    }

    [Fact]
    public async Task The_last_technician_stays_one()
    {
        using TestClient ines = await site.ClientAsync();
        int version = (await ines.GetAsync("/api/people"))
            .Json.EnumerateArray()
            .First(p => p.GetProperty("login").GetString() == "ines")
            .GetProperty("version")
            .GetInt32();
        (
            await ines.PutAsync(
                "/api/people/ines",
                new
                {
                    name = "Ines Calloway",
                    role = "operator",
                    active = true,
                },
                version
            )
        ).ExpectProblem(409, "last-technician", "/role");
        (await ines.GetAsync("/api/people")).Expect(200);
    }

    [Fact]
    public async Task Each_person_reads_and_types_quantities_in_the_notation_of_the_account()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        (await mara.GetAsync("/api/sheets/lecture-room/alder-20"))
            .At("lines")
            .EnumerateArray()
            .Single(l => l.GetProperty("setting").GetString() == "white-balance")
            .GetProperty("target")
            .GetString()
            .ShouldBe("3200\u202fK");
        (
            await mara.PutAsync(
                "/api/session/notation",
                """{"iris":"thirds","whiteBalance":"mired","clock":"hours12","dates":"yearFirst"}"""
            )
        ).Expect(204);
        try
        {
            (await mara.GetAsync("/api/session")).Expect(200).Text("notation/whiteBalance").ShouldBe("mired");
            JsonElement[] lines = [.. (await mara.GetAsync("/api/sheets/lecture-room/alder-20")).At("lines").EnumerateArray()];
            JsonElement white = lines.Single(l => l.GetProperty("setting").GetString() == "white-balance");
            white.GetProperty("target").GetString().ShouldBe("313\u202fmired");
            (await joss.GetAsync("/api/sheets/lecture-room/alder-20"))
                .At("lines")
                .EnumerateArray()
                .Single(l => l.GetProperty("setting").GetString() == "white-balance")
                .GetProperty("target")
                .GetString()
                .ShouldBe("3200\u202fK", "another person's pages stay as they are");
            (await mara.PutAsync("/api/session/notation", """{"iris":"roman","whiteBalance":"mired"}""")).ExpectProblem(
                400,
                "bad-json",
                "/iris"
            );
            (await mara.GetAsync("/api/session")).Text("notation/iris").ShouldBe("thirds", "what nobody knows changes nothing");
        }
        finally
        {
            (await mara.PutAsync("/api/session/notation", """{"iris":"dial","whiteBalance":"kelvin"}""")).Expect(204);
        }
    }
}
