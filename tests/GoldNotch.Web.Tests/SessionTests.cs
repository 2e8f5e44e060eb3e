using System.Net;
using System.Net.WebSockets;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>A session ends when it is ended, everywhere at once; and guessing a password shuts out who guesses, not whose name it is.</summary>
[Collection(SiteTests.Name)]
public class SessionTests(TestSite site)
{
    private const string New = "plum tree in rain";

    [Fact]
    public async Task A_cookie_that_was_stolen_is_worth_nothing_after_the_sign_out()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using var thief = new TestClient(site.Address);
        thief.Cookies.Add(mara.Cookies.GetAllCookies());
        (await thief.GetAsync("/api/units")).Expect(200);
        (await mara.SendAsync(HttpMethod.Delete, "/api/session", null)).Expect(204);
        (await thief.GetAsync("/api/units")).ExpectProblem(401, "sign-in");
        (await site.SqlAsync("SELECT what FROM audit_entry WHERE subject = 'person mara' ORDER BY id DESC LIMIT 1")).ShouldBe("signed out");
    }

    [Fact]
    public async Task A_new_password_ends_the_persons_other_sessions_and_a_block_ends_all()
    {
        using TestClient ines = await site.ClientAsync();
        await AddAsync(ines, "petra", "Petra Lund");
        using TestClient here = await SignedInAsync("petra");
        using TestClient there = await SignedInAsync("petra");
        Answer changed = (await here.PutAsync("/api/session/password", new { current = New, @new = "rain in a plum tree" })).Expect(200);
        here.WriteToken = changed.Text("writeToken");
        (await here.GetAsync("/api/units")).Expect(200);
        (await there.GetAsync("/api/units")).ExpectProblem(401, "sign-in");
        (
            await ines.PutAsync(
                "/api/people/petra",
                new
                {
                    name = "Petra Lund",
                    role = "operator",
                    active = false,
                },
                2
            )
        ).Expect(200);
        (await here.GetAsync("/api/units")).ExpectProblem(401, "sign-in");
    }

    [Fact]
    public async Task A_session_ends_by_time_and_lasts_on_while_it_is_used()
    {
        using TestClient mara = await site.ClientAsync("mara");
        await site.SqlAsync("UPDATE session SET seen_at = now() - interval '2 hours', ends_at = now() + interval '1 hour'");
        (await mara.GetAsync("/api/units")).Expect(200);
        (await site.SqlAsync("SELECT max(ends_at) > now() + interval '11 hours' FROM session")).ShouldBe(true);
        await site.SqlAsync("UPDATE session SET ends_at = now() - interval '1 second'");
        (await mara.GetAsync("/api/units")).ExpectProblem(401, "sign-in");
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task Staying_signed_in_is_a_choice(bool keep)
    {
        using TestClient mara = await site.ClientAsync(null);
        (
            await mara.SendAsync(
                HttpMethod.Post,
                "/api/session",
                new
                {
                    login = "mara",
                    password = TestSite.Password,
                    keep,
                }
            )
        ).Expect(200);
        Cookie cookie = mara.Cookies.GetAllCookies()["gold-notch"]!;
        (cookie.Expires != DateTime.MinValue).ShouldBe(keep, "a cookie without a day ends with the browser");
        cookie.HttpOnly.ShouldBeTrue();
    }

    [Fact]
    public async Task Wrong_passwords_shut_out_the_place_they_come_from_longer_each_time_and_never_a_known_device()
    {
        using TestClient ines = await site.ClientAsync();
        await AddAsync(ines, "quin", "Quin Mabry");
        using TestClient own = await SignedInAsync("quin");
        (await own.SendAsync(HttpMethod.Delete, "/api/session", null)).Expect(204);
        using TestClient stranger = await site.ClientAsync(null);
        for (int i = 0; i < 5; i++)
        {
            (await TryAsync(stranger, "quin", "guess")).ExpectProblem(400, "wrong-password", "/password");
        }

        (await TryAsync(stranger, "quin", New)).ExpectProblem(400, "locked", "/password");
        (await TryAsync(own, "quin", New)).Expect(200).Text("name").ShouldBe("Quin Mabry");
        Answer people = await ines.GetAsync("/api/people");
        people
            .Json.EnumerateArray()
            .Single(p => p.GetProperty("login").GetString() == "quin")
            .GetProperty("failedTries")
            .GetInt32()
            .ShouldBeGreaterThanOrEqualTo(5);

        // A wait that is over leads to a longer one.
        await site.SqlAsync("UPDATE sign_in_try SET open_at = now() WHERE login = 'quin'");
        (await TryAsync(stranger, "quin", "guess")).ExpectProblem(400, "wrong-password", "/password");
        (
            (double)(await site.SqlAsync("SELECT extract(epoch FROM max(open_at) - now())::float FROM sign_in_try WHERE login = 'quin'"))!
        ).ShouldBeInRange(20, 31);
        (await site.SqlAsync("SELECT count(*) FROM audit_entry WHERE what = 'sign-in closed' AND subject = 'person quin'")).ShouldBe(2L);
        await site.SqlAsync("DELETE FROM sign_in_try");
    }

    [Fact]
    public async Task A_name_that_nobody_has_is_answered_as_one_that_somebody_has()
    {
        using TestClient ines = await site.ClientAsync();
        await AddAsync(ines, "rosa", "Rosa Tindle");
        using TestClient stranger = await site.ClientAsync(null);
        async Task<List<(int, string)>> AnswersAsync(string login)
        {
            List<(int, string)> all = [];
            for (int i = 0; i < 7; i++)
            {
                Answer answer = await TryAsync(stranger, login, "guess");
                all.Add((answer.Status, answer.Text("code")));
            }

            return all;
        }

        (await AnswersAsync("nobody-at-all")).ShouldBe(await AnswersAsync("rosa"));
        (await site.SqlAsync("SELECT count(*) FROM sign_in_try WHERE login LIKE '%nobody-at-all%'")).ShouldBe(
            0L,
            "what was typed for a name may have been a password"
        );
        await site.SqlAsync("DELETE FROM sign_in_try");
    }

    [Theory]
    [InlineData("password1")]
    [InlineData("QWERTYUIOP")]
    [InlineData("aaaaaaaaaa")]
    [InlineData("mara.quill")]
    [InlineData("maraquill1")]
    [InlineData("short")]
    public async Task A_password_that_is_guessed_first_is_refused(string password)
    {
        using TestClient ines = await site.ClientAsync();
        (await ines.SendAsync(HttpMethod.Post, "/api/people/mara/password", new { password })).ExpectProblem(400, "bad-value", "/password");
    }

    [Fact]
    public async Task The_live_line_ends_with_the_session_and_is_not_given_to_a_page_of_another_site()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using ClientWebSocket line = await ListenAsync(mara, site.Address.GetLeftPart(UriPartial.Authority));
        (await mara.SendAsync(HttpMethod.Delete, "/api/session", null)).Expect(204);
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
        byte[] buffer = new byte[4096];
        await Should.ThrowAsync<WebSocketException>(async () =>
        {
            while ((await line.ReceiveAsync(buffer, patience.Token)).MessageType != WebSocketMessageType.Close) { }

            throw new WebSocketException("closed");
        });

        using TestClient joss = await site.ClientAsync("joss");
        await Should.ThrowAsync<WebSocketException>(() => ListenAsync(joss, "https://elsewhere.example"));
    }

    [Fact]
    public async Task Nothing_private_is_left_in_a_cache()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await mara.BeginAsync();
        Guid photo = Guid.NewGuid();
        (
            await mara.SendAsync(
                HttpMethod.Put,
                $"/api/checks/{id}/photos/{photo}",
                EvidenceApiTests.Picture(64, 48, SkiaSharp.SKEncodedImageFormat.Jpeg)
            )
        ).Expect(200);
        foreach (string path in new[] { $"/api/checks/{id}/photos/{photo}", "/api/units", "/api/session" })
        {
            (await mara.HeadersAsync(path)).CacheControl!.NoStore.ShouldBeTrue(path);
        }

        foreach (string page in new[] { "/", "/bench", "/history/anything", "/sw.js" })
        {
            (await mara.HeadersAsync(page)).CacheControl!.NoCache.ShouldBeTrue(page);
        }
    }

    private static async Task<ClientWebSocket> ListenAsync(TestClient client, string origin)
    {
        var line = new ClientWebSocket();
        line.Options.Cookies = client.Cookies;
        line.Options.SetRequestHeader("Origin", origin);
        await line.ConnectAsync(new UriBuilder(client.Address) { Scheme = "ws", Path = "/api/live" }.Uri, CancellationToken.None);
        await line.SendAsync(
            "{\"protocol\":\"json\",\"version\":1}\u001e"u8.ToArray(),
            WebSocketMessageType.Text,
            true,
            CancellationToken.None
        );
        await line.ReceiveAsync(new byte[4096], CancellationToken.None);
        return line;
    }

    private async Task<TestClient> SignedInAsync(string login)
    {
        TestClient client = await site.ClientAsync(null);
        await client.SignInAsync(login, New);
        return client;
    }

    private static Task<Answer> TryAsync(TestClient client, string login, string password) =>
        client.SendAsync(HttpMethod.Post, "/api/session", new { login, password });

    private static async Task AddAsync(TestClient ines, string login, string name) =>
        (
            await ines.SendAsync(
                HttpMethod.Post,
                "/api/people",
                new
                {
                    login,
                    name,
                    role = "operator",
                    password = New,
                }
            )
        ).Expect(201);
}
