using System.Globalization;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Whatever becomes of the database, the answer says that nothing was lost and what was kept, and it can be sent again.</summary>
[Collection(SiteTests.Name)]
public class TroubleTests(TestSite site)
{
    [Theory]
    [InlineData("53100", "database-full")]
    [InlineData("53200", "database-full")]
    [InlineData("53400", "database-full")]
    [InlineData("53300", "database-away")]
    [InlineData("40001", "database-busy")]
    [InlineData("40P01", "database-busy")]
    [InlineData("55P03", "database-busy")]
    [InlineData("57014", "database-busy")]
    [InlineData("57P01", "database-away")]
    [InlineData("57P03", "database-away")]
    [InlineData("25006", "database-read-only")]
    public async Task Trouble_of_the_database_is_told_as_passing_and_what_was_sent_can_be_sent_again(string state, string code)
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await mara.BeginAsync();
        await FailAsync("check_reading", state);
        try
        {
            Answer refused = (await mara.ReadAsync(id, "gain", "H")).ExpectProblem(503, code);
            refused.Text("requestId").Length.ShouldBeGreaterThan(5);
        }
        finally
        {
            await FailNoMoreAsync("check_reading");
        }

        (await mara.ReadAsync(id, "gain", "H")).Expect(200).Int("version").ShouldBe(2, "the first try wrote nothing");
    }

    [Fact]
    public async Task On_a_full_disk_everything_can_still_be_read()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await mara.BeginAsync();
        await site.SqlAsync("DELETE FROM coverage_cell; UPDATE session SET seen_at = seen_at - interval '1 hour'");
        await FailAsync("session", "53100");
        await FailAsync("coverage_cell", "53100");
        try
        {
            foreach (string path in new[] { $"/api/checks/{id}", "/api/coverage", "/api/sheets", "/api/board", "/api/session" })
            {
                (await mara.GetAsync(path)).Status.ShouldBe(200, path);
            }
        }
        finally
        {
            await FailNoMoreAsync("session");
            await FailNoMoreAsync("coverage_cell");
        }
    }

    [Fact]
    public async Task A_wrong_method_and_a_wrong_kind_of_body_get_their_own_answers()
    {
        using TestClient mara = await site.ClientAsync("mara");
        (await mara.SendAsync(HttpMethod.Delete, "/api/units", null)).ExpectProblem(405, "bad-request").Text("detail").ShouldContain("GET");
        (await mara.SendAsync(HttpMethod.Patch, $"/api/checks/{Guid.NewGuid()}", "{}")).ExpectProblem(405, "bad-request");
        (await mara.GetAsync("/api/nothing-here")).ExpectProblem(404, "not-found");
        using var http = new HttpClient(new HttpClientHandler { CookieContainer = mara.Cookies }) { BaseAddress = site.Address };
        using var request = new HttpRequestMessage(HttpMethod.Put, $"/api/checks/{Guid.NewGuid()}")
        {
            Content = new StringContent("unit=OBG-106", System.Text.Encoding.UTF8, "application/x-www-form-urlencoded"),
        };
        request.Headers.Add("X-Gold-Notch-Token", mara.WriteToken);
        ((int)(await http.SendAsync(request)).StatusCode).ShouldBe(415);
    }

    [Theory]
    [InlineData("""{"read":"a\u0000b"}""")]
    [InlineData("""{"read":"a\ud800b"}""")]
    [InlineData("""{"read":"\udc00"}""")]
    public async Task Text_that_is_none_is_refused_in_one_place(string body)
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await mara.BeginAsync();
        (await mara.SendAsync(HttpMethod.Put, $"/api/checks/{id}/readings/gain", body, 0)).ExpectProblem(400, "bad-json", "/read");
        (await mara.GetAsync("/api/checks?unit=%00")).ExpectProblem(400, "bad-request");
        (await mara.GetAsync("/api/units/a%00b")).Status.ShouldBe(400);
    }

    private async Task FailAsync(string table, string state) =>
        await site.SqlAsync(
            string.Create(
                CultureInfo.InvariantCulture,
                $"""
                CREATE FUNCTION fail_{table}() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'as in the test' USING ERRCODE = '{state}'; END $$;
                CREATE TRIGGER fail_{table} BEFORE INSERT OR UPDATE ON {table} FOR EACH STATEMENT EXECUTE FUNCTION fail_{table}()
                """
            )
        );

    private async Task FailNoMoreAsync(string table) =>
        await site.SqlAsync($"DROP TRIGGER fail_{table} ON {table}; DROP FUNCTION fail_{table}()");
}
