using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

/// <summary>The board, and what is known of one unit: its checks, drift, measurements and notes.</summary>
[Collection(DemoSiteTests.Name)]
public class UnitPageApiTests(DemoSite site)
{
    [Fact]
    public async Task The_board_says_how_each_unit_stands_and_the_newest_check_counts()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-104", "lecture-room");
        (await client.ReadAsync(id, "gain", "+12")).Expect(200);
        Row(await client.GetAsync("/api/board?find=OBG-104"), "OBG-104")
            .GetProperty("open")
            .GetProperty("by")
            .GetString()
            .ShouldBe("Mara Quill");
        Answer why = (await client.SignAsync(id, " ")).ExpectProblem(409, "lines-unread", "/note");
        why.Text("detail").ShouldContain("Kit counted");
        (await client.SignAsync(id, "signed early")).Expect(200);
        JsonElement off = await StandsAsync();
        off.GetProperty("state").GetString().ShouldBe("off");
        off.GetProperty("inShort").GetString().ShouldBe("gain");

        // A check that does not look at the gain clears no fault of the one before.
        Guid smaller = await client.BeginAsync("OBG-104", "lecture-room");
        (await client.ReadAsync(smaller, "shutter", "1/60")).Expect(200);
        (await client.SignAsync(smaller, "only the shutter")).Expect(200);
        (await StandsAsync()).GetProperty("state").GetString().ShouldBe("off");
        (await StandsAsync())
            .GetProperty("because")
            .GetProperty("sentence")
            .GetString()!
            .ShouldContain("An earlier check left gain off target");

        Guid better = await client.BeginAsync("OBG-104", "lecture-room");
        (await client.ReadAsync(better, "gain", "0")).Expect(200);
        (await client.SignAsync(better, "signed early")).Expect(200);
        (await StandsAsync()).GetProperty("state").GetString().ShouldBe("due", "nothing but the gain was read");
        (await StandsAsync()).GetProperty("inShort").GetString()!.ShouldContain("not read");

        Guid whole = await client.BeginAsync("OBG-104", "lecture-room");
        await client.ReadTheRestAsync(whole);
        (await client.GetAsync($"/api/checks/{whole}")).At("unreadRequired").GetArrayLength().ShouldBe(0);
        (await client.SignAsync(whole, "")).Expect(200);
        (await StandsAsync()).GetProperty("state").GetString().ShouldBe("ready");

        // Whoever had it may have changed anything.
        using TestClient ines = await site.ClientAsync();
        JsonElement unit = (await ines.GetAsync("/api/units?find=OBG-104")).At("units/0");
        foreach (string status in new[] { "out", "in" })
        {
            int seen = (await ines.GetAsync("/api/units?find=OBG-104")).Int("units/0/version");
            (
                await ines.PutAsync(
                    "/api/units/OBG-104",
                    new
                    {
                        tape = unit.GetProperty("tape").GetString(),
                        place = unit.GetProperty("place").GetString(),
                        status,
                    },
                    seen
                )
            ).Expect(200);
        }

        (await StandsAsync()).GetProperty("state").GetString().ShouldBe("due");
        (await StandsAsync()).GetProperty("inShort").GetString().ShouldBe("back, not checked");

        Answer board = (await client.GetAsync("/api/board")).Expect(200);
        Row(board, "OBG-107").GetProperty("state").GetString().ShouldBe("repair");
        Row(board, "OBG-111").GetProperty("inShort").GetString()!.ShouldStartWith("overdue");
        board.At("counts").EnumerateArray().Sum(c => c.GetProperty("units").GetInt32()).ShouldBe(14);
        (await client.GetAsync("/api/board?state=repair&tape=violet")).At("rows").GetArrayLength().ShouldBe(1);
        (await client.GetAsync("/api/board?model=calla-d&place=office")).At("rows").GetArrayLength().ShouldBe(0);

        async Task<JsonElement> StandsAsync() => Row(await client.GetAsync("/api/board?find=OBG-104"), "OBG-104");
    }

    [Fact]
    public async Task Drift_is_counted_once_for_each_signed_check()
    {
        using TestClient client = await site.ClientAsync("mara");
        (int wrong, int of) = Shutter(await client.GetAsync("/api/units/OBG-113/page"));
        Guid id = await client.BeginAsync("OBG-113", "seed-portraits");
        (await client.ReadAsync(id, "shutter", "90°")).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/readings/shutter", new { read = "180°", stage = "left" }, 0)).Expect(200);
        (await client.SignAsync(id, "signed early")).Expect(200);
        (await client.SignAsync(id, "again")).Expect(200);
        Shutter(await client.GetAsync("/api/units/OBG-113/page")).ShouldBe((wrong + 1, of + 1)); // as found it was wrong, however it was left
        Answer fleet = (await client.GetAsync("/api/drift?months=120")).Expect(200);
        fleet.Int("readings").ShouldBeGreaterThan(1000);
        fleet
            .At("fleet")
            .EnumerateArray()
            .Count(s => s.GetProperty("remedy").GetString() is "tape" or "lock" or "training")
            .ShouldBeGreaterThan(1);
        (await client.GetAsync("/api/drift?months=0")).ExpectProblem(400, "bad-value", "/months");

        static (int, int) Shutter(Answer page) =>
            page.Expect(200)
                .At("drift")
                .EnumerateArray()
                .Where(d => d.GetProperty("setting").GetString() == "shutter")
                .Select(d => d.GetProperty("wrong"))
                .Select(w => (w.GetProperty("times").GetInt32(), w.GetProperty("of").GetInt32()))
                .FirstOrDefault();
    }

    [Fact]
    public async Task A_unit_renamed_during_its_check_keeps_the_check_and_its_signed_ones()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        Guid signed = await mara.BeginAsync("OBG-112", "seed-portraits");
        (await mara.SignAsync(signed, "signed early")).Expect(200);
        Guid open = await mara.BeginAsync("OBG-112", "seed-portraits");
        int version = (await ines.GetAsync("/api/units/OBG-112")).Expect(200).Int("version");
        (await ines.SendAsync(HttpMethod.Post, "/api/units/OBG-112/rename", new { newTag = "OBG-101" }, version)).ExpectProblem(
            409,
            "tag-taken",
            "/newTag"
        );
        (await ines.SendAsync(HttpMethod.Post, "/api/units/OBG-112/rename", new { newTag = "obg-212" }, version)).Expect(200);
        try
        {
            (await mara.ReadAsync(open, "gain", "ISO 320")).Expect(200).Text("unitTag").ShouldBe("OBG-212");
            (await mara.GetAsync($"/api/checks/{signed}")).Expect(200).Text("unitTag").ShouldBe("OBG-212");
            await Should.ThrowAsync<Npgsql.PostgresException>(() =>
                site.SqlAsync($"UPDATE check_run SET note = 'x' WHERE id = '{signed}'")
            );
        }
        finally
        {
            (await ines.SendAsync(HttpMethod.Post, "/api/units/OBG-212/rename", new { newTag = "OBG-112" }, version + 1)).Expect(200);
        }
    }

    [Fact]
    public async Task A_unit_taken_out_or_a_standard_retired_during_the_check_is_told_and_stops_nobody()
    {
        using TestClient ines = await site.ClientAsync();
        Guid id = await ines.BeginAsync("OBG-109", "pollen-release");
        JsonElement unit = (await ines.GetAsync("/api/units/OBG-109")).Expect(200).Json;
        (
            await ines.PutAsync(
                "/api/units/OBG-109",
                new
                {
                    tape = "blue",
                    place = "media room, locker",
                    status = "retired",
                },
                unit.GetProperty("version").GetInt32()
            )
        ).Expect(200);
        await site.SqlAsync("UPDATE standard_version SET state = 'retired' WHERE key = 'pollen-release'");
        try
        {
            Answer check = (await ines.ReadAsync(id, "clock", "done")).Expect(200);
            check.Text("unitStatus").ShouldBe("retired");
            check.Text("standardState").ShouldBe("retired");
            (await ines.SignAsync(id, "signed early")).Expect(200);
            (await ines.PutAsync($"/api/checks/{Guid.NewGuid()}", new { unit = "OBG-108", standard = "pollen-release" })).ExpectProblem(
                400,
                "standard-missing",
                "/standard"
            );
        }
        finally
        {
            await site.SqlAsync(
                "ALTER TABLE standard_version DISABLE TRIGGER approved_standard_is_immutable; UPDATE standard_version SET state = 'approved' WHERE key = 'pollen-release'; ALTER TABLE standard_version ENABLE TRIGGER approved_standard_is_immutable; UPDATE camera_unit SET status = 'in' WHERE tag = 'OBG-109'"
            );
        }
    }

    [Fact]
    public async Task What_is_measured_on_a_unit_has_its_date_and_person_and_counts_in_its_sheets()
    {
        using TestClient ines = await site.ClientAsync();
        int version = (await ines.GetAsync("/api/units/OBG-103")).Int("version");
        (
            await ines.PutAsync(
                "/api/units/OBG-103/measurements",
                new
                {
                    filters = new[] { new { label = "1/4", stops = 2.2 } },
                    colourOffsetMired = 3,
                    how = "two frames of a grey card",
                },
                version
            )
        ).Expect(204);
        Answer page = (await ines.GetAsync("/api/units/OBG-103/page")).Expect(200);
        page.At("filters")
            .EnumerateArray()
            .First(f => f.GetProperty("label").GetString() == "1/4")
            .GetProperty("measuredStops")
            .GetDouble()
            .ShouldBe(2.2);
        page.At("notes/notes")[0].GetProperty("text").GetString()!.ShouldContain("two frames of a grey card");
        (
            await ines.PutAsync(
                "/api/units/OBG-103/measurements",
                new
                {
                    filters = new[] { new { label = "7", stops = 2.2 } },
                    colourOffsetMired = 3,
                    how = "guessed",
                },
                version + 1
            )
        ).ExpectProblem(400, "bad-value", "/filters/0/label");
        (
            await ines.PutAsync(
                "/api/units/OBG-103/measurements",
                new
                {
                    filters = Array.Empty<object>(),
                    colourOffsetMired = 3,
                    how = "again",
                },
                version
            )
        ).ExpectProblem(412, "changed-meanwhile");
        (
            await ines.PutAsync($"/api/units/OBG-103/notes/{Guid.NewGuid()}", new { kind = "repair", text = "iris ring loose, sent in" })
        ).Expect(204);
        (await ines.PutAsync($"/api/units/OBG-103/notes/{Guid.NewGuid()}", new { kind = "song", text = "la la la" })).ExpectProblem(
            400,
            "bad-value",
            "/kind"
        );
    }

    [Fact]
    public async Task A_unit_with_measured_filters_that_is_saved_unchanged_stays_at_its_version()
    {
        using TestClient ines = await site.ClientAsync();
        Answer before = (await ines.GetAsync("/api/units/OBG-107")).Expect(200);
        (
            await ines.PutAsync(
                "/api/units/OBG-107/measurements",
                new
                {
                    filters = new[] { new { label = "1", stops = 2.5 } },
                    colourOffsetMired = (double?)null,
                    how = "grey card",
                },
                before.Int("version")
            )
        ).Expect(204);
        int seen = (await ines.GetAsync("/api/units/OBG-107")).Int("version");
        var same = new
        {
            tape = before.Text("tape"),
            place = before.Text("place"),
            status = before.Text("status"),
        };
        (await ines.PutAsync("/api/units/OBG-107", same, seen)).Expect(200).Int("version").ShouldBe(seen);
        (await ines.PutAsync("/api/units/OBG-107", same with { place = "workshop, bench" }, seen))
            .Expect(200)
            .Int("version")
            .ShouldBe(seen + 1);
        (await ines.PutAsync("/api/units/OBG-107", same, seen + 1)).Expect(200);
    }

    [Fact]
    public async Task A_retired_unit_is_not_checked_but_a_check_sent_again_after_it_retired_is_known()
    {
        using TestClient ines = await site.ClientAsync();
        await site.SqlAsync(
            "INSERT INTO camera_unit (tag, model_key, tape, place, status) VALUES ('OLD-1', 'alder-20', 'red', 'attic', 'in')"
        );
        string begun = $"/api/checks/{Guid.NewGuid()}";
        var check = new { unit = "OLD-1", standard = "lecture-room" };
        (await ines.PutAsync(begun, check)).Expect(201);
        await site.SqlAsync("UPDATE camera_unit SET status = 'retired' WHERE tag = 'OLD-1'");
        (await ines.PutAsync(begun, check)).Expect(200);
        (await ines.PutAsync($"/api/checks/{Guid.NewGuid()}", check)).ExpectProblem(400, "bad-value", "/unit");
        (await ines.GetAsync("/api/units?find=OLD-1")).At("units").GetArrayLength().ShouldBe(1);
        (await ines.GetAsync("/api/units?find=OLD-1&retired=false")).At("units").GetArrayLength().ShouldBe(0);
        await site.SqlAsync("DELETE FROM check_run WHERE unit_tag = 'OLD-1'; DELETE FROM camera_unit WHERE tag = 'OLD-1'");
    }

    [Fact]
    public async Task Notes_of_a_unit_come_a_page_at_a_time()
    {
        using TestClient ines = await site.ClientAsync();
        await site.SqlAsync(
            """
            INSERT INTO unit_note (id, unit_tag, kind, text, made_by, made_at)
            SELECT gen_random_uuid(), 'OBG-109', 'note', 'note ' || n, 'a test', now() - interval '1 day' + n * interval '1 minute' FROM generate_series(1, 70) AS n
            """
        );
        Answer page = (await ines.GetAsync("/api/units/OBG-109/page")).Expect(200);
        List<string> read = [.. page.At("notes/notes").EnumerateArray().Select(n => n.GetProperty("text").GetString()!)];
        string? before = page.At("notes/next").GetString();
        while (before is not null)
        {
            Answer more = (await ines.GetAsync($"/api/units/OBG-109/notes?before={before}")).Expect(200);
            read.AddRange(more.At("notes").EnumerateArray().Select(n => n.GetProperty("text").GetString()!));
            before = more.At("next").GetString();
        }

        read.Where(t => t.StartsWith("note ", StringComparison.Ordinal))
            .ShouldBe(Enumerable.Range(1, 70).Reverse().Select(n => $"note {n}"));
    }

    [Fact]
    public async Task Checks_go_out_and_come_in_as_json_and_csv_without_loss()
    {
        using TestClient ines = await site.ClientAsync();
        (await ines.GetAsync("/api/export/checks.json?unit=OBG-106")).Expect(200);
        byte[] json = ines.LastBytes;
        (await ines.SendAsync(HttpMethod.Post, "/api/import", json)).Expect(200).Int("added").ShouldBe(0);
        (await ines.GetAsync("/api/export/checks.csv?unit=OBG-106")).Expect(200).Type.ShouldBe("text/csv");
        byte[] csv = ines.LastBytes;
        Answer back = (await ines.SendAsync(HttpMethod.Post, "/api/import/csv", csv)).Expect(200);
        back.Int("added").ShouldBe(0);
        back.Int("unchanged").ShouldBeGreaterThan(2);
        (await ines.GetAsync("/api/units/OBG-106/history.pdf")).Expect(200).Type.ShouldBe("application/pdf");
        ines.LastBytes.AsSpan(0, 4).SequenceEqual("%PDF"u8).ShouldBeTrue();
    }

    private static JsonElement Row(Answer board, string tag) =>
        board.Expect(200).At("rows").EnumerateArray().First(r => r.GetProperty("tag").GetString() == tag);
}
