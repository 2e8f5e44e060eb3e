using GoldNotch.Seed;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>The seed of many units and readings makes pages that hold together; how fast they are is measured in <c>bench</c>.</summary>
public sealed class SeedTests : IClassFixture<TestSite>
{
    private readonly TestSite _site;

    public SeedTests(TestSite site) => _site = site;

    [Fact]
    public async Task A_seeded_fleet_stands_on_the_board_page_by_page_and_its_counts_are_those_of_its_checks()
    {
        await using NpgsqlDataSource source = NpgsqlDataSource.Create(_site.ConnectionString);
        long added = await new SeedOfReadings(source).SeedAsync(260, 2000, CancellationToken.None);
        added.ShouldBeInRange(2000, 2600);
        using TestClient client = await _site.ClientAsync("mara");

        HashSet<string> seen = [];
        string? after = null;
        int total = 0;
        do
        {
            Answer page = (await client.GetAsync("/api/board" + (after is null ? "" : $"?after={after}"))).Expect(200);
            foreach (System.Text.Json.JsonElement row in page.At("rows").EnumerateArray())
            {
                seen.Add(row.GetProperty("tag").GetString()!).ShouldBeTrue("no unit stands on two pages");
            }

            total = page.At("counts").EnumerateArray().Sum(c => c.GetProperty("units").GetInt32());
            after = page.At("next").GetString();
        } while (after is not null);
        seen.Count.ShouldBe(total);
        total.ShouldBeGreaterThanOrEqualTo(260);

        Answer drift = (await client.GetAsync("/api/drift?months=12")).Expect(200);
        drift.Int("readings").ShouldBeGreaterThanOrEqualTo((int)added);
        ((long)(await _site.SqlAsync("SELECT sum(looked) FROM unit_drift"))!).ShouldBe(
            (long)(await _site.SqlAsync("SELECT sum(looked) FROM model_drift"))!
        );
        string tag = (string)(await _site.SqlAsync("SELECT unit_tag FROM unit_state WHERE signed_by = 'the seed' LIMIT 1"))!;
        Answer unit = (await client.GetAsync($"/api/units/{tag}/page")).Expect(200);
        string check = unit.At("checks")[0].GetProperty("id").GetString()!;

        // Every seeded reading is one that its camera's card knows: what was kept is read and on, the rest is unread.
        long kept = (long)(await _site.SqlAsync($"SELECT count(*) FROM check_reading WHERE check_id = '{check}'"))!;
        Answer whole = (await client.GetAsync($"/api/checks/{check}")).Expect(200);
        kept.ShouldBeGreaterThan(0);
        ((long)whole.Int("summary/onTarget")).ShouldBe(kept);
        ((long)whole.Int("summary/unread")).ShouldBe(whole.At("lines").GetArrayLength() - kept);
    }

    [Fact]
    public async Task A_board_that_is_asked_for_what_there_is_not_says_what_there_is()
    {
        using TestClient client = await _site.ClientAsync("mara");
        (await client.GetAsync("/api/board?state=lost")).ExpectProblem(400, "bad-value", "/state");
        (await client.GetAsync("/api/units/NOBODY/page")).ExpectProblem(404, "not-found", "/tag");
        (await client.GetAsync("/api/units/OBG-101/history.pdf?paper=a9")).ExpectProblem(400, "bad-value", "/paper");
    }
}
