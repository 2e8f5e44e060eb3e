using GoldNotch.Seed;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>The seed of many units and readings makes pages that hold together; how fast they are is measured in <c>bench</c>.</summary>
public sealed class SeedTests : IClassFixture<DemoSite>
{
    private readonly DemoSite _site;

    public SeedTests(DemoSite site) => _site = site;

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
            Answer page = (await client.GetAsync("/api/board" + (after is null ? "" : $"?after={Uri.EscapeDataString(after)}"))).Expect(
                200
            );
            foreach (System.Text.Json.JsonElement row in page.At("rows").EnumerateArray())
            {
                seen.Add(row.GetProperty("tag").GetString()!).ShouldBeTrue("no unit stands on two pages");
            }

            total = page.At("counts")
                .EnumerateArray()
                .Where(c => c.GetProperty("state").GetString() != "retired")
                .Sum(c => c.GetProperty("units").GetInt32());
            after = page.At("next").GetString();
        } while (after is not null);
        seen.Count.ShouldBe(total);
        total.ShouldBeGreaterThanOrEqualTo(259, "all that were seeded but one that another test retires");

        Answer drift = (await client.GetAsync("/api/drift?months=12")).Expect(200);
        drift.Int("readings").ShouldBeGreaterThanOrEqualTo((int)added);
        ((long)(await _site.SqlAsync("SELECT sum(looked) FROM unit_drift"))!).ShouldBe(
            (long)(await _site.SqlAsync("SELECT sum(looked) FROM model_drift"))!
        );
        string tag = (string)
            (await _site.SqlAsync("SELECT unit_tag FROM unit_state WHERE signed_by = 'the seed' AND unit_tag ~ '-[0-9]{6}$' LIMIT 1"))!;
        Answer unit = (await client.GetAsync($"/api/units/{tag}/page")).Expect(200);
        string check = unit.At("checks")[0].GetProperty("id").GetString()!;

        // Every seeded reading is one that its camera's card knows: what was kept is read and on, the rest is unread.
        long kept = (long)(await _site.SqlAsync($"SELECT count(*) FROM check_reading WHERE check_id = '{check}'"))!;
        Answer whole = (await client.GetAsync($"/api/checks/{check}")).Expect(200);
        kept.ShouldBeGreaterThan(0);
        System.Text.Json.JsonElement[] read =
        [
            .. whole.At("lines").EnumerateArray().Where(l => l.GetProperty("reading").GetProperty("kind").GetString() == "value"),
        ];
        read.Length.ShouldBe((int)kept);
        read.ShouldAllBe(l => l.GetProperty("verdict").GetProperty("kind").GetString() == "onTarget");
    }

    [Fact]
    public async Task The_board_filters_and_counts_by_the_state_that_the_rule_gives_on_the_very_day_a_check_falls_due()
    {
        await using NpgsqlDataSource source = NpgsqlDataSource.Create(_site.ConnectionString);
        await new SeedOfReadings(source).SeedAsync(260, 2000, CancellationToken.None);
        string[] tags =
        [
            .. (
                (string)
                    (
                        await _site.SqlAsync(
                            "SELECT string_agg(unit_tag, ' ' ORDER BY unit_tag) FROM unit_state WHERE signed_by = 'the seed'"
                        )
                    )!
            )
                .Split(' ')
                .Take(6),
        ];
        await _site.SqlAsync(
            $"""
            WITH s AS (SELECT key, version, interval_days FROM standard_version WHERE state = 'approved' AND interval_days > 1 ORDER BY key LIMIT 1)
            UPDATE unit_state SET standard_key = s.key, standard_version = s.version, wrong = '{"{}"}',
                signed_at = (current_date - s.interval_days + CASE unit_tag WHEN '{tags[0]}' THEN 0 ELSE 1 END) + interval '12 hours'
            FROM s WHERE unit_tag IN ('{tags[0]}', '{tags[1]}');
            UPDATE unit_state SET wrong = ARRAY['gain'] WHERE unit_tag = '{tags[2]}';
            UPDATE camera_unit SET status = 'out' WHERE tag = '{tags[3]}';
            UPDATE camera_unit SET status = 'repair' WHERE tag = '{tags[4]}';
            UPDATE camera_unit SET status = 'retired' WHERE tag = '{tags[5]}'
            """
        );
        using TestClient client = await _site.ClientAsync("mara");
        Dictionary<string, string> states = [];
        foreach (string state in (string[])["off", "due", "ready", "out", "repair", "retired"])
        {
            System.Text.Json.JsonElement[] rows = [.. await RowsAsync(client, $"state={state}")];
            rows.ShouldNotBeEmpty(state);
            rows.ShouldAllBe(r => r.GetProperty("state").GetString() == state, "what SQL filters by is what Core says");
            rows.Select(r => r.GetProperty("tag").GetString()!).ShouldBeInOrder();
            (await client.GetAsync("/api/board"))
                .At("counts")
                .EnumerateArray()
                .Single(c => c.GetProperty("state").GetString() == state)
                .GetProperty("units")
                .GetInt32()
                .ShouldBe(rows.Length);
            foreach (System.Text.Json.JsonElement row in rows)
            {
                states.Add(row.GetProperty("tag").GetString()!, state);
            }
        }

        tags.Select(t => states[t]).ShouldBe(["due", "ready", "off", "out", "repair", "retired"]);
    }

    [Fact]
    public async Task The_next_page_of_the_board_goes_on_although_the_last_unit_of_this_one_was_lent_meanwhile()
    {
        await using NpgsqlDataSource source = NpgsqlDataSource.Create(_site.ConnectionString);
        await new SeedOfReadings(source).SeedAsync(260, 2000, CancellationToken.None);
        using TestClient client = await _site.ClientAsync("mara");
        Answer first = (await client.GetAsync("/api/board")).Expect(200);
        string[] shown = [.. first.At("rows").EnumerateArray().Select(r => r.GetProperty("tag").GetString()!)];
        string last = shown[^1];
        string next = first.At("next").GetString().ShouldNotBeNull("there is more than a page");
        await _site.SqlAsync($"UPDATE camera_unit SET status = 'out' WHERE tag = '{last}'");
        try
        {
            Answer second = (await client.GetAsync($"/api/board?after={Uri.EscapeDataString(next)}")).Expect(200);
            string[] after = [.. second.At("rows").EnumerateArray().Select(r => r.GetProperty("tag").GetString()!)];
            after.ShouldNotBeEmpty();
            after.Intersect(shown).ShouldBeEmpty();
        }
        finally
        {
            await _site.SqlAsync($"UPDATE camera_unit SET status = 'in' WHERE tag = '{last}'");
        }

        (await client.GetAsync("/api/board?after=nothing")).ExpectProblem(400, "bad-value", "/after");
    }

    private static async Task<List<System.Text.Json.JsonElement>> RowsAsync(TestClient client, string filter)
    {
        List<System.Text.Json.JsonElement> rows = [];
        string? after = null;
        do
        {
            Answer page = (
                await client.GetAsync($"/api/board?{filter}" + (after is null ? "" : $"&after={Uri.EscapeDataString(after)}"))
            ).Expect(200);
            rows.AddRange(page.At("rows").EnumerateArray());
            after = page.At("next").GetString();
        } while (after is not null);
        return rows;
    }

    [Fact]
    public async Task A_board_that_is_asked_for_what_there_is_not_says_what_there_is()
    {
        using TestClient client = await _site.ClientAsync("mara");
        (await client.GetAsync("/api/board?state=lost")).ExpectProblem(400, "bad-value", "/state");
        (await client.GetAsync("/api/units/NOBODY/page")).ExpectProblem(404, "not-found", "/tag");
        (await client.GetAsync("/api/units/OBG-101/history.pdf?paper=a9")).ExpectProblem(400, "bad-value", "/paper");
    }

    [Fact]
    public async Task Seeded_shoots_and_loans_are_read_as_those_of_people_are()
    {
        await using NpgsqlDataSource source = NpgsqlDataSource.Create(_site.ConnectionString);
        (await new SeedOfShoots(source).SeedAsync(900, CancellationToken.None)).ShouldBeGreaterThan(100);
        using TestClient client = await _site.ClientAsync("mara");
        Answer shoots = (await client.GetAsync("/api/shoots?when=past&find=seeded")).Expect(200);
        System.Text.Json.JsonElement over = shoots.At("rows").EnumerateArray().First(r => r.GetProperty("status").GetString() == "closed");
        Answer shoot = (await client.GetAsync($"/api/shoots/{over.GetProperty("id").GetString()}")).Expect(200);
        string loan = shoot.At("cameras")[0].GetProperty("loan").GetProperty("id").GetString()!;
        (await client.GetAsync($"/api/loans/{loan}")).Expect(200).At("open").GetArrayLength().ShouldBe(0);
        (await client.GetAsync("/api/today")).Expect(200).At("day").GetArrayLength().ShouldBeGreaterThan(0);
    }
}
