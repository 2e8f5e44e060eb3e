using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

[Collection(SiteTests.Name)]
public class CheckApiTests(TestSite site)
{
    [Fact]
    public async Task A_whole_check_reports_gain_white_and_the_order_of_putting_right()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        foreach (
            (string setting, string read) in new[]
            {
                ("full-auto", "off"),
                ("record-format", "1080 29.97p"),
                ("bit-rate", "20"),
                ("shutter", "180°"),
                ("gain", "H"),
                ("nd", "clear"),
                ("iris-control", "manual"),
                ("iris", "2.5"),
                ("white-balance", "5600"),
                ("focus-mode", "manual"),
            }
        )
        {
            (await client.ReadAsync(id, setting, read)).Expect(200);
        }

        Answer check = (await client.GetAsync($"/api/checks/{id}")).Expect(200);
        check.Topic("noise").GetProperty("value").GetString().ShouldBe("+15\u202fdB");
        check.Topic("exposure").GetProperty("because").GetProperty("sentence").GetString()!.ShouldContain("2.5\u202fstops over");
        check
            .Topic("whiteBalance")
            .GetProperty("because")
            .GetProperty("sentence")
            .GetString()!
            .ShouldContain("134\u202fmired towards amber, plainly visible");
        check.At("now/order").EnumerateArray().Select(s => s.GetProperty("setting").GetString()).ShouldBe(["gain", "white-balance"]);
        check.Int("summary/offTarget").ShouldBe(2);
        check.Text("summary/headline").ShouldBe("Gain +15\u202fdB · White balance +134\u202fmired");

        Answer signed = (await client.SignAsync(id, "as found")).Expect(200);
        signed.Text("signedBy").ShouldBe("Mara Quill");
        (await client.GetAsync("/api/checks"))
            .Expect(200)
            .At("checks")
            .EnumerateArray()
            .ShouldContain(c => c.GetProperty("id").GetGuid() == id);
    }

    [Theory]
    [InlineData("OBG-101", "lecture-room")]
    [InlineData("OBG-101", "glasshouse-talk")]
    [InlineData("OBG-106", "lecture-room")]
    [InlineData("OBG-106", "glasshouse-talk")]
    public async Task As_the_sheet_says_is_taken_for_every_notch_of_every_sheet(string unit, string standard)
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync(unit, standard);
        Answer check = await client.GetAsync($"/api/checks/{id}");
        foreach (JsonElement line in check.At("lines").EnumerateArray().Select(l => l.GetProperty("line")).ToArray())
        {
            check = (await client.ReadAsync(id, line.GetProperty("setting").GetString()!, line.GetProperty("target").GetString())).Expect(
                200
            );
        }

        check.Int("summary/onTarget").ShouldBe(10);
        check.At("now/order").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task A_retry_changes_nothing()
    {
        using TestClient client = await site.ClientAsync();
        var id = Guid.NewGuid();
        var body = new
        {
            unit = "OBG-105",
            standard = "lecture-room",
            readings = new[] { new { setting = "gain", read = "M" } },
        };
        (await client.PutAsync($"/api/checks/{id}", body)).Expect(201);
        (await client.PutAsync($"/api/checks/{id}", body)).Expect(200).Int("summary/unread").ShouldBe(9);

        (await client.ReadAsync(id, "nd", "1")).Expect(200);
        Answer again = (await client.ReadAsync(id, "nd", "1")).Expect(200);
        again.Line("nd").GetProperty("reading").GetProperty("version").GetInt32().ShouldBe(1);
        (await site.SqlAsync($"SELECT count(*) FROM check_reading WHERE check_id = '{id}'")).ShouldBe(2L);
    }

    [Fact]
    public async Task An_id_that_means_another_check_is_refused()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync("OBG-105");
        (await client.PutAsync($"/api/checks/{id}", new { unit = "OBG-106", standard = "lecture-room" })).ExpectProblem(409, "id-taken");

        // Asked for with another model's unit, it stays what it is: H is a place of its own camera's switch, not of that one's.
        Guid fresh = await client.BeginAsync("OBG-105");
        (await client.PutAsync($"/api/checks/{fresh}", new { unit = "OBG-101", standard = "lecture-room" })).ExpectProblem(409, "id-taken");
        (await client.ReadAsync(fresh, "gain", "H")).Expect(200);
    }

    [Fact]
    public async Task Two_people_reading_the_same_notch_both_see_both()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        Guid id = await mara.BeginAsync();
        (await mara.ReadAsync(id, "gain", "L")).Expect(200);
        Answer clash = (await joss.ReadAsync(id, "gain", "H")).ExpectProblem(412, "changed-meanwhile", "/read");
        clash.Text("theirs/label").ShouldBe("L, −3\u202fdB");
        clash.Text("theirs/by").ShouldBe("Mara Quill");
        clash.Text("yours/label").ShouldBe("H, +12\u202fdB");
        (await joss.ReadAsync(id, "gain", "H", seen: 1))
            .Expect(200)
            .Line("gain")
            .GetProperty("reading")
            .GetProperty("by")
            .GetString()
            .ShouldBe("Joss Penhale");
    }

    [Fact]
    public async Task Ten_at_once_on_one_notch_leave_one_winner_and_nine_told()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        string[] typed = ["L", "M", "H"];
        Answer[] answers = await Task.WhenAll(Enumerable.Range(0, 9).Select(i => client.ReadAsync(id, "gain", typed[i % 3])));
        string winner = (string)(await site.SqlAsync($"SELECT typed FROM check_reading WHERE check_id = '{id}' AND setting = 'gain'"))!;
        answers.Count(a => a.Status == 200).ShouldBe(3, "the winner, and those who said the same");
        answers.Where(a => a.Status != 200).ShouldAllBe(a => a.Status == 412 && a.At("theirs/typed").GetString() == winner);
    }

    [Theory]
    [InlineData("iris", "f/0")]
    [InlineData("shutter", "1/0")]
    [InlineData("white-balance", "-5000 K")]
    [InlineData("gain", "NaN")]
    [InlineData("gain", "3200 K")]
    [InlineData("gain", "")]
    [InlineData("nd", "99999999999999999999999999999999999999")]
    [InlineData("record-format", "1080 99999999999i")]
    public async Task What_cannot_be_is_refused_at_its_field_and_not_kept(string setting, string read)
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        (await client.ReadAsync(id, setting, read)).ExpectProblem(400, "bad-value", "/read");
        (await site.SqlAsync($"SELECT count(*) FROM check_reading WHERE check_id = '{id}'")).ShouldBe(0L);
        Answer preview = await client.SendAsync(HttpMethod.Post, $"/api/checks/{id}/preview", new { setting, text = read });
        preview.Expect(200).At("understood").GetBoolean().ShouldBeFalse();
    }

    [Fact]
    public async Task One_bad_reading_of_several_leaves_no_check_behind()
    {
        using TestClient client = await site.ClientAsync();
        var id = Guid.NewGuid();
        var readings = new[] { new { setting = "gain", read = "L" }, new { setting = "nd", read = "purple" } };
        (
            await client.PutAsync(
                $"/api/checks/{id}",
                new
                {
                    unit = "OBG-106",
                    standard = "lecture-room",
                    readings,
                }
            )
        ).ExpectProblem(400, "bad-value", "/readings/1/read");
        (await client.GetAsync($"/api/checks/{id}")).ExpectProblem(404, "not-found", "/id");
    }

    [Fact]
    public async Task A_missing_unit_standard_setting_or_check_is_named()
    {
        using TestClient client = await site.ClientAsync();
        var id = Guid.NewGuid();
        (await client.PutAsync($"/api/checks/{id}", new { unit = "OBG-999", standard = "lecture-room" })).ExpectProblem(
            400,
            "unit-missing",
            "/unit"
        );
        (await client.PutAsync($"/api/checks/{id}", new { unit = "OBG-106", standard = "none" })).ExpectProblem(
            400,
            "standard-missing",
            "/standard"
        );
        (await client.ReadAsync(id, "gain", "L")).ExpectProblem(404, "not-found", "/id");
        (await client.ReadAsync(await client.BeginAsync(), "zoom", "9")).ExpectProblem(400, "bad-value", "/setting");
    }

    [Fact]
    public async Task A_reading_without_the_version_seen_is_refused()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        (await client.PutAsync($"/api/checks/{id}/readings/gain", new { read = "L" })).ExpectProblem(428, "version-needed");
    }

    [Fact]
    public async Task A_reading_can_be_taken_back()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        (await client.ReadAsync(id, "gain", "H")).Expect(200).Int("summary/offTarget").ShouldBe(1);
        Answer back = (await client.ReadAsync(id, "gain", null, seen: 1)).Expect(200);
        back.Int("summary/offTarget").ShouldBe(0);
        back.Int("summary/unread").ShouldBe(10);
    }

    [Fact]
    public async Task A_signed_check_stays_as_it_is_even_past_the_site()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        (await client.ReadAsync(id, "gain", "H")).Expect(200);
        (await client.SignAsync(id, "signed early")).Expect(200);
        (await client.ReadAsync(id, "gain", "L", seen: 1)).ExpectProblem(409, "immutable");
        (await client.SignAsync(id, "again")).Expect(200).Text("note").ShouldBe("signed early");
        foreach (
            string change in new[]
            {
                $"UPDATE check_run SET note = 'x' WHERE id = '{id}'",
                $"DELETE FROM check_reading WHERE check_id = '{id}'",
                "UPDATE standard_version SET name = 'x' WHERE state = 'approved'",
                "DELETE FROM audit_entry",
            }
        )
        {
            (await Should.ThrowAsync<PostgresException>(() => site.SqlAsync(change))).SqlState.ShouldBe("GN001");
        }
    }

    [Fact]
    public async Task The_preview_says_what_a_text_would_mean_without_keeping_it()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        Answer preview = (
            await client.SendAsync(HttpMethod.Post, $"/api/checks/{id}/preview", new { setting = "gain", text = "h" })
        ).Expect(200);
        preview.Text("verdict/offLabel").ShouldBe("+15\u202fdB");
        preview.At("reading/dialAt").GetDouble().ShouldBe(12);
        (await client.GetAsync($"/api/checks/{id}")).Int("summary/unread").ShouldBe(10);
    }

    [Fact]
    public async Task Ten_megabytes_of_text_are_refused_unread()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        (await client.ReadAsync(id, "gain", new string('9', 10_000_000))).ExpectProblem(413, "too-large");
        (await client.ReadAsync(id, "gain", new string('9', 1000))).ExpectProblem(400, "bad-value", "/read");
    }

    [Fact]
    public async Task An_unknown_or_missing_field_and_broken_json_are_told_with_line_and_column()
    {
        using TestClient client = await site.ClientAsync();
        string path = $"/api/checks/{Guid.NewGuid()}";
        (await client.SendAsync(HttpMethod.Put, path, """{"unit":"OBG-106","standard":"lecture-room","colour":"red"}""")).ExpectProblem(
            400,
            "bad-json",
            "/colour"
        );
        (await client.SendAsync(HttpMethod.Put, path, """{"unit":"OBG-106"}""")).Expect(400).Text("code").ShouldBe("bad-json");
        (await client.SendAsync(HttpMethod.Put, path, "{\"unit\":")).Expect(400).Text("detail").ShouldContain("Line 1");
    }

    [Fact]
    public async Task When_the_database_goes_away_the_site_says_so_and_goes_on_when_it_is_back()
    {
        using TestClient client = await site.ClientAsync();
        Guid id = await client.BeginAsync();
        await site.SetReachableAsync(false);
        try
        {
            (await client.ReadAsync(id, "gain", "H")).ExpectProblem(503, "database-away");
            (await client.GetAsync("/health/live")).Expect(200);
        }
        finally
        {
            await site.SetReachableAsync(true);
        }

        (await client.ReadAsync(id, "gain", "H")).Expect(200).Int("summary/offTarget").ShouldBe(1);
    }

    [Fact]
    public async Task The_log_is_paged_without_missing_or_doubling_a_check()
    {
        using TestClient client = await site.ClientAsync();
        for (int i = 0; i < 55; i++)
        {
            await client.BeginAsync();
        }

        HashSet<Guid> seen = [];
        string? next = "";
        while (next is not null)
        {
            Answer page = (await client.GetAsync("/api/checks" + (next.Length > 0 ? $"?before={next}" : ""))).Expect(200);
            foreach (JsonElement check in page.At("checks").EnumerateArray())
            {
                seen.Add(check.GetProperty("id").GetGuid()).ShouldBeTrue();
            }

            next = page.At("next").GetString();
        }

        ((long)seen.Count).ShouldBe((long)(await site.SqlAsync("SELECT count(*) FROM check_run"))!);
        (await client.GetAsync("/api/checks?before=yesterday")).ExpectProblem(400, "bad-value", "/before");
    }

    [Fact]
    public async Task The_history_is_narrowed_by_what_is_written_in_it_and_by_how_it_stands()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        (await mara.PutAsync($"/api/checks/{id}", new { unit = "OBG-106", standard = "lecture-room" })).Status.ShouldBeLessThan(300);
        async Task<JsonElement[]> Rows(string query) =>
            [.. (await mara.GetAsync("/api/checks?" + query)).Expect(200).At("checks").EnumerateArray()];

        JsonElement[] open = await Rows("state=open&find=obg-106");
        open.ShouldContain(c => c.GetProperty("id").GetGuid() == id);
        open.ShouldAllBe(c =>
            c.GetProperty("signedAt").ValueKind == JsonValueKind.Null && c.GetProperty("unitTag").GetString() == "OBG-106"
        );
        (await Rows("state=signed")).ShouldAllBe(c => c.GetProperty("signedAt").ValueKind != JsonValueKind.Null);
        (await Rows("state=faults")).ShouldAllBe(c =>
            c.GetProperty("foundOffTarget").GetInt32() + c.GetProperty("foundAutomatic").GetInt32() > 0
        );
        (await Rows("find=LECTURE")).ShouldContain(c => c.GetProperty("id").GetGuid() == id);
        (await Rows("find=100%25_")).ShouldBeEmpty("a percent sign is a percent sign");
        (await mara.GetAsync("/api/checks?state=broken")).ExpectProblem(400, "bad-value", "/state");
    }
}
