using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

/// <summary>As found and as left, second readings, cameras that answer and cameras that do not, evidence, the board, drift and the unit's page.</summary>
[Collection(DemoSiteTests.Name)]
public class BenchApiTests(DemoSite site)
{
    [Fact]
    public async Task What_was_corrected_stands_beside_what_was_found_and_goes_into_the_log()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        (await client.ReadAsync(id, "gain", "H")).Expect(200);
        Answer left = (await client.PutAsync($"/api/checks/{id}/readings/gain", new { read = "L", stage = "left" }, 0)).Expect(200);
        left.Line("gain").GetProperty("found").GetProperty("reading").GetProperty("label").GetString().ShouldBe("H, +12\u202fdB");
        left.Line("gain").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("onTarget");
        left.Int("foundSummary/offTarget").ShouldBe(1);
        left.Int("summary/offTarget").ShouldBe(0);
        (await client.PutAsync($"/api/checks/{id}/signature", new { note = "" })).Expect(200);
        JsonElement row = (await client.GetAsync("/api/checks?unit=OBG-106"))
            .At("checks")
            .EnumerateArray()
            .First(c => c.GetProperty("id").GetGuid() == id);
        row.GetProperty("foundOffTarget").GetInt32().ShouldBe(1);
        row.GetProperty("foundHeadline").GetString()!.ShouldContain("Gain");
    }

    [Fact]
    public async Task A_filter_put_right_after_the_balance_brings_the_balance_back()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-101", "glasshouse-talk");
        (await client.ReadAsync(id, "nd", "clear")).Expect(200);
        (await client.ReadAsync(id, "white-balance", "A")).Expect(200);
        JsonElement white = (await client.PutAsync($"/api/checks/{id}/readings/nd", new { read = "1/4", stage = "left" }, 0))
            .Expect(200)
            .Line("white-balance");
        white.GetProperty("stale").GetBoolean().ShouldBeTrue();
        white.GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("unread");
        white.GetProperty("verdict").GetProperty("because").GetProperty("sentence").GetString()!.ShouldContain("Balance again");
        (await client.PutAsync($"/api/checks/{id}/readings/white-balance", new { read = "A", stage = "left" }, 0))
            .Expect(200)
            .Line("white-balance")
            .GetProperty("stale")
            .GetBoolean()
            .ShouldBeFalse();
    }

    [Fact]
    public async Task Two_devices_that_read_the_same_notch_both_survive_until_a_person_decides()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        Guid id = await mara.BeginAsync();
        (await mara.ReadAsync(id, "gain", "L")).Expect(200);
        (await joss.ReadAsync(id, "gain", "H")).ExpectProblem(412, "changed-meanwhile", "/read");
        (await joss.ReadAsync(id, "gain", "H")).Expect(412);
        JsonElement rivals = (await mara.GetAsync($"/api/checks/{id}")).Line("gain").GetProperty("rivals");
        rivals.GetArrayLength().ShouldBe(1);
        rivals[0].GetProperty("by").GetString().ShouldBe("Joss Penhale");
        (await mara.GetAsync($"/api/checks/{id}"))
            .Line("gain")
            .GetProperty("standing")
            .GetProperty("by")
            .GetString()
            .ShouldBe("Mara Quill");
        (await mara.PutAsync($"/api/checks/{id}/signature", new { note = "" })).ExpectProblem(409, "undecided");
        (
            await mara.SendAsync(
                HttpMethod.Post,
                $"/api/checks/{id}/readings/gain/decision",
                new
                {
                    stage = "found",
                    by = "Nobody",
                    kind = "value",
                    typed = "H",
                }
            )
        ).ExpectProblem(412, "changed-meanwhile", "/by");
        Answer decided = (
            await mara.SendAsync(
                HttpMethod.Post,
                $"/api/checks/{id}/readings/gain/decision",
                new
                {
                    stage = "found",
                    by = "Joss Penhale",
                    kind = "value",
                    typed = "H",
                }
            )
        ).Expect(200);
        decided.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("H, +12\u202fdB");
        decided.Line("gain").GetProperty("rivals").GetArrayLength().ShouldBe(0);
        (await mara.PutAsync($"/api/checks/{id}/signature", new { note = "" })).Expect(200);
    }

    [Fact]
    public async Task Where_two_people_put_the_same_thing_right_differently_it_is_told_against_what_was_put_right()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        Guid id = await mara.BeginAsync();
        (await mara.ReadAsync(id, "gain", "H")).Expect(200);
        (await mara.PutAsync($"/api/checks/{id}/readings/gain", new { read = "L", stage = "left" }, 0)).Expect(200);
        (await joss.PutAsync($"/api/checks/{id}/readings/gain", new { read = "M", stage = "left" }, 0)).ExpectProblem(
            412,
            "changed-meanwhile",
            "/read"
        );
        JsonElement line = (await mara.GetAsync($"/api/checks/{id}")).Line("gain");
        line.GetProperty("standing").GetProperty("label").GetString().ShouldBe("L, −3\u202fdB");
        line.GetProperty("rivals")[0].GetProperty("stage").GetString().ShouldBe("left");
        (
            await mara.SendAsync(
                HttpMethod.Post,
                $"/api/checks/{id}/readings/gain/decision",
                new
                {
                    stage = "left",
                    by = (string?)null,
                    kind = (string?)null,
                    typed = (string?)null,
                }
            )
        ).Expect(200).Line("gain").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("onTarget");
    }

    [Fact]
    public async Task A_reading_sent_again_after_a_lost_answer_is_known_even_when_it_was_changed_since()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        var sent = new { read = "H", receipt = Guid.NewGuid() };
        (await client.PutAsync($"/api/checks/{id}/readings/gain", sent, 0)).Expect(200);
        (await client.ReadAsync(id, "gain", "L", 1)).Expect(200);
        Answer again = (await client.PutAsync($"/api/checks/{id}/readings/gain", sent, 0)).Expect(200);
        again.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("L, −3\u202fdB");
        again.Line("gain").GetProperty("rivals").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task A_camera_that_reports_fills_in_its_check_and_what_it_takes_is_sent_to_it()
    {
        using TestClient client = await site.ClientAsync("mara");
        await HandAsync(
            "OBG-101",
            ("full-auto", "off"),
            ("record-format", "1080 59.94i"),
            ("gain", "+12"),
            ("audio-level-control", "automatic")
        );
        Guid id = await client.BeginAsync("OBG-101", "lecture-room");
        (await client.ReadAsync(id, "nd", "1/16")).Expect(200);
        Answer camera = (await client.GetAsync($"/api/checks/{id}/camera")).Expect(200);
        camera.Text("state").ShouldBe("answers");
        string[] reports = [.. camera.At("reports").EnumerateArray().Select(s => s.GetString()!)];
        reports.Length.ShouldBeGreaterThan(30);
        Answer read = (await client.SendAsync(HttpMethod.Post, $"/api/checks/{id}/camera/readings", new { settings = reports })).Expect(
            200
        );
        Outcome(read, "gain").ShouldBe("recorded");
        Outcome(read, "nd").ShouldBe("differs"); // what a person read stands
        Line(read, "gain").GetProperty("reading").GetProperty("fromCamera").GetBoolean().ShouldBeTrue();
        Line(read, "nd").GetProperty("reading").GetProperty("label").GetString()!.ShouldStartWith("1/16");
        Line(read, "audio-level-control").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("automatic");

        // The size is changed first and comes up at a rate of its own: the link sets the rate after it.
        Answer set = (await client.PutAsync($"/api/checks/{id}/camera/settings/record-format", new { })).Expect(200);
        Line(set, "record-format").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("onTarget");
        (await client.PutAsync($"/api/checks/{id}/camera/settings/gain", new { }))
            .ExpectProblem(409, "camera-refused")
            .Text("detail")
            .ShouldContain("by hand");
    }

    [Theory]
    [InlineData("slow", "camera-silent")]
    [InlineData("dropped", "camera-silent")]
    [InlineData("half", "camera-silent")]
    [InlineData("flat", "camera-silent")]
    [InlineData("invalidResponse", "camera-invalid-response")]
    [InlineData("hostile", "camera-invalid-response")]
    public async Task Trouble_with_a_camera_is_told_and_takes_nothing(string trouble, string code)
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-102", "lecture-room");
        (await client.ReadAsync(id, "gain", "0")).Expect(200);
        await StandInAsync(HttpMethod.Put, "OBG-102/trouble", new { trouble });
        try
        {
            (
                await client.SendAsync(HttpMethod.Post, $"/api/checks/{id}/camera/readings", new { settings = new[] { "gain", "nd" } })
            ).ExpectProblem(424, code);
            (await client.GetAsync($"/api/checks/{id}/camera"))
                .Expect(200)
                .Text("state")
                .ShouldBe(code == "camera-silent" ? "silent" : "invalidResponse");
        }
        finally
        {
            await StandInAsync(HttpMethod.Put, "OBG-102/trouble", new { trouble = "none" });
        }

        Answer check = await client.GetAsync($"/api/checks/{id}");
        check.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("0\u202fdB");
        check.Line("nd").GetProperty("reading").GetProperty("kind").GetString().ShouldBe("unread");
    }

    [Fact]
    public async Task A_camera_that_reports_nothing_is_read_by_hand()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-105", "lecture-room");
        (await client.GetAsync($"/api/checks/{id}/camera")).Expect(200).At("reports").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task A_photograph_is_drawn_anew_without_what_was_written_beside_it()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        var photo = Guid.NewGuid();
        byte[] secret = "taken at 51.5, -0.1 <script>alert(1)</script>"u8.ToArray();
        byte[] jpeg = WithComment(Picture(3000, 2000, SKEncodedImageFormat.Jpeg), secret);
        Answer kept = (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{photo}?setting=gain", jpeg)).Expect(200);
        kept.At("photos")[0].GetProperty("width").GetInt32().ShouldBeInRange(1000, 1600);
        (await client.GetAsync($"/api/checks/{id}/photos/{photo}")).Expect(200).Type.ShouldBe("image/jpeg");
        client.LastBytes.AsSpan().IndexOf(secret).ShouldBe(-1);
        (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{photo}", jpeg))
            .Expect(200)
            .At("photos")
            .GetArrayLength()
            .ShouldBe(1);

        (await client.PutAsync($"/api/checks/{id}/signature", new { note = "" })).Expect(200);
        (await client.SendAsync(HttpMethod.Delete, $"/api/checks/{id}/photos/{photo}", null)).ExpectProblem(409, "immutable");
        (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{Guid.NewGuid()}", jpeg)).ExpectProblem(409, "immutable");
    }

    public static TheoryData<string> Strange => ["script", "svg", "cut", "bomb", "empty", "gif"];

    [Theory]
    [MemberData(nameof(Strange))]
    public async Task What_is_no_photograph_is_refused(string what)
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        byte[] png = Picture(400, 300, SKEncodedImageFormat.Png);
        byte[] file = what switch
        {
            "script" => "<script>alert(1)</script>"u8.ToArray(),
            "svg" => "<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"u8.ToArray(),
            "cut" => png[..(png.Length / 2)],
            "bomb" => Claiming(png, 60_000, 60_000),
            "gif" =>
            [
                0x47,
                0x49,
                0x46,
                0x38,
                0x39,
                0x61,
                1,
                0,
                1,
                0,
                0x80,
                0,
                0,
                0,
                0,
                0,
                255,
                255,
                255,
                0x2C,
                0,
                0,
                0,
                0,
                1,
                0,
                1,
                0,
                0,
                2,
                2,
                0x44,
                1,
                0,
                0x3B,
            ],
            _ => [],
        };
        (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{Guid.NewGuid()}", file))
            .ExpectProblem(400, "bad-photo", "/photo")
            .Text("detail")
            .ShouldContain("Nothing was kept");
        (await client.GetAsync($"/api/checks/{id}")).At("photos").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task A_signed_check_is_corrected_only_by_saying_so_beside_it()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        var addition = Guid.NewGuid();
        (await client.PutAsync($"/api/checks/{id}/additions/{addition}", new { text = "gain was M" })).ExpectProblem(409, "not-signed");
        (await client.PutAsync($"/api/checks/{id}/signature", new { note = "" })).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/additions/{addition}", new { text = "gain was M, not L", setting = "gain" })).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/additions/{addition}", new { text = "gain was M, not L", setting = "gain" }))
            .Expect(200)
            .At("additions")
            .GetArrayLength()
            .ShouldBe(1);
        await Should.ThrowAsync<Npgsql.PostgresException>(() =>
            site.SqlAsync($"UPDATE check_addition SET text = 'otherwise' WHERE id = '{addition}'")
        );
    }

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
        (await client.PutAsync($"/api/checks/{id}/signature", new { note = "" })).Expect(200);
        JsonElement off = Row(await client.GetAsync("/api/board?find=OBG-104"), "OBG-104");
        off.GetProperty("state").GetString().ShouldBe("off");
        off.GetProperty("inShort").GetString().ShouldBe("gain");

        Guid better = await client.BeginAsync("OBG-104", "lecture-room");
        (await client.ReadAsync(better, "gain", "0")).Expect(200);
        (await client.PutAsync($"/api/checks/{better}/signature", new { note = "" })).Expect(200);
        Row(await client.GetAsync("/api/board?find=OBG-104"), "OBG-104").GetProperty("state").GetString().ShouldBe("ready");

        Answer board = (await client.GetAsync("/api/board")).Expect(200);
        Row(board, "OBG-107").GetProperty("state").GetString().ShouldBe("repair");
        Row(board, "OBG-111").GetProperty("inShort").GetString()!.ShouldStartWith("overdue");
        board.At("counts").EnumerateArray().Sum(c => c.GetProperty("units").GetInt32()).ShouldBe(14);
        (await client.GetAsync("/api/board?state=repair&tape=violet")).At("rows").GetArrayLength().ShouldBe(1);
        (await client.GetAsync("/api/board?model=calla-d&place=office")).At("rows").GetArrayLength().ShouldBe(0);
    }

    [Fact]
    public async Task Drift_is_counted_once_for_each_signed_check()
    {
        using TestClient client = await site.ClientAsync("mara");
        (int wrong, int of) = Gain(await client.GetAsync("/api/units/OBG-113/page"));
        Guid id = await client.BeginAsync("OBG-113", "seed-portraits");
        (await client.ReadAsync(id, "gain", "ISO 640")).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/readings/gain", new { read = "ISO 320", stage = "left" }, 0)).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/signature", new { note = "" })).Expect(200);
        (await client.PutAsync($"/api/checks/{id}/signature", new { note = "again" })).Expect(200);
        Gain(await client.GetAsync("/api/units/OBG-113/page")).ShouldBe((wrong + 1, of + 1)); // as found it was wrong, however it was left
        Answer fleet = (await client.GetAsync("/api/drift?months=120")).Expect(200);
        fleet.Int("readings").ShouldBeGreaterThan(1000);
        fleet
            .At("fleet")
            .EnumerateArray()
            .Count(s => s.GetProperty("remedy").GetString() is "tape" or "lock" or "training")
            .ShouldBeGreaterThan(1);
        (await client.GetAsync("/api/drift?months=0")).ExpectProblem(400, "bad-value", "/months");

        static (int, int) Gain(Answer page) =>
            page.Expect(200)
                .At("drift")
                .EnumerateArray()
                .Where(d => d.GetProperty("setting").GetString() == "gain")
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
        (await mara.PutAsync($"/api/checks/{signed}/signature", new { note = "" })).Expect(200);
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
            (await ines.PutAsync($"/api/checks/{id}/signature", new { note = "" })).Expect(200);
            (await ines.PutAsync($"/api/checks/{Guid.NewGuid()}", new { unit = "OBG-109", standard = "pollen-release" })).ExpectProblem(
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
        page.At("notes")[0].GetProperty("text").GetString()!.ShouldContain("two frames of a grey card");
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

    private async Task HandAsync(string tag, params (string Setting, string Value)[] settings)
    {
        foreach ((string setting, string value) in settings)
        {
            await StandInAsync(HttpMethod.Put, $"{tag}/hand/{setting}", new { set = value });
        }
    }

    private async Task StandInAsync(HttpMethod method, string path, object body)
    {
        using var http = new HttpClient();
        using var request = new HttpRequestMessage(method, new Uri(site.Cameras, $"/stand-in/{path}"))
        {
            Content = JsonContent.Create(body),
        };
        (await http.SendAsync(request)).EnsureSuccessStatusCode();
    }

    private static JsonElement Row(Answer board, string tag) =>
        board.Expect(200).At("rows").EnumerateArray().First(r => r.GetProperty("tag").GetString() == tag);

    private static JsonElement Line(Answer read, string setting) =>
        read.At("check/lines").EnumerateArray().First(l => l.GetProperty("line").GetProperty("setting").GetString() == setting);

    private static string Outcome(Answer read, string setting) =>
        read.At("settings")
            .EnumerateArray()
            .First(s => s.GetProperty("setting").GetString() == setting)
            .GetProperty("outcome")
            .GetString()!;

    private static byte[] Picture(int width, int height, SKEncodedImageFormat format)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            canvas.Clear(SKColors.SteelBlue);
            canvas.DrawCircle(width / 2f, height / 2f, height / 4f, new SKPaint { Color = SKColors.Gold });
        }

        return bitmap.Encode(format, 90).ToArray();
    }

    // A comment segment straight after the start of the JPEG.
    private static byte[] WithComment(byte[] jpeg, byte[] comment) =>
        [.. jpeg[..2], 0xFF, 0xFE, (byte)((comment.Length + 2) >> 8), (byte)(comment.Length + 2), .. comment, .. jpeg[2..]];

    // The header of a PNG says its size; its check sum is made to fit.
    private static byte[] Claiming(byte[] png, int width, int height)
    {
        byte[] big = [.. png];
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(big.AsSpan(16), width);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(big.AsSpan(20), height);
        uint crc = 0xFFFFFFFF;
        foreach (byte b in big.AsSpan(12, 17))
        {
            crc ^= b;
            for (int i = 0; i < 8; i++)
            {
                crc = (crc & 1) != 0 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
            }
        }

        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(big.AsSpan(29), ~crc);
        return big;
    }
}
