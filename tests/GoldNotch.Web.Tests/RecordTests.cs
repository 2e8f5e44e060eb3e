using System.Text.Json;
using GoldNotch.Data;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>A record that another person signs is worth what it takes to forge it: not the site's own login, and not unseen.</summary>
[Collection(SiteTests.Name)]
public class RecordTests(TestSite site)
{
    // What the site may do to each table beside reading it. A table that is not here it may read and nothing else.
    private static readonly Dictionary<string, string> Allowed = new()
    {
        ["accepted_finding"] = "DELETE INSERT UPDATE",
        ["camera_model"] = "INSERT",
        ["camera_unit"] = "INSERT UPDATE",
        ["camera_match"] = "DELETE INSERT",
        ["match_camera"] = "DELETE INSERT",
        ["match_take"] = "DELETE INSERT",
        ["unit_match"] = "INSERT",
        ["kit"] = "DELETE INSERT",
        ["kit_label"] = "DELETE INSERT",
        ["kit_photo"] = "DELETE INSERT",
        ["check_off"] = "DELETE INSERT",
        ["pool"] = "DELETE INSERT",
        ["practice_try"] = "DELETE INSERT",
        ["shoot"] = "DELETE INSERT",
        ["shoot_camera"] = "DELETE INSERT",
        ["shoot_pool"] = "DELETE INSERT",
        ["loan"] = "INSERT",
        ["custody_event"] = "INSERT",
        ["copy_proof"] = "INSERT",
        ["unit_figure"] = "DELETE INSERT",
        ["figure_take"] = "DELETE INSERT",
        ["model_claim"] = "INSERT",
        ["calendar_address"] = "DELETE INSERT",
        ["check_addition"] = "INSERT",
        ["check_clip"] = "DELETE INSERT",
        ["clip"] = "DELETE INSERT",
        ["check_photo"] = "DELETE INSERT",
        ["picture"] = "DELETE INSERT",
        ["check_reading"] = "INSERT UPDATE",
        ["check_rival"] = "DELETE INSERT",
        ["check_run"] = "INSERT UPDATE",
        ["coverage_cell"] = "DELETE INSERT UPDATE",
        ["department"] = "UPDATE",
        ["key_ring"] = "INSERT UPDATE",
        ["known_device"] = "DELETE INSERT UPDATE",
        ["line_up"] = "DELETE INSERT UPDATE",
        ["line_up_camera"] = "DELETE INSERT UPDATE",
        ["model_drift"] = "INSERT UPDATE",
        ["person"] = "INSERT",
        ["reading_receipt"] = "INSERT",
        ["session"] = "DELETE INSERT UPDATE",
        ["sign_in_try"] = "DELETE INSERT UPDATE",
        ["signed_check"] = "INSERT",
        ["standard_version"] = "DELETE INSERT UPDATE",
        ["unit_drift"] = "INSERT UPDATE",
        ["unit_note"] = "INSERT",
        ["unit_state"] = "INSERT UPDATE",
        ["waiver"] = "INSERT",
    };

    [Fact]
    public async Task The_sites_login_owns_nothing_and_may_do_no_more_to_each_table_than_it_needs()
    {
        await using NpgsqlConnection connection = await AsSiteAsync();
        (await Data.Migrations.Database.OwnsAnythingAsync(connection)).ShouldBeFalse();
        await using NpgsqlCommand command = new(
            """
            SELECT c.relname, coalesce(string_agg(p.kind, ' ' ORDER BY p.kind) FILTER (WHERE has_table_privilege(c.oid, p.kind)), '')
            FROM pg_class c, unnest(ARRAY['INSERT', 'UPDATE', 'DELETE', 'TRUNCATE', 'REFERENCES', 'TRIGGER']) AS p (kind)
            WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace GROUP BY c.relname
            """,
            connection
        );
        Dictionary<string, string> may = [];
        await using NpgsqlDataReader reader = await command.ExecuteReaderAsync();
        while (await reader.ReadAsync())
        {
            may[reader.GetString(0)] = reader.GetString(1);
        }

        may.Count.ShouldBeGreaterThan(Allowed.Count);
        foreach ((string table, string kinds) in may)
        {
            kinds.ShouldBe(Allowed.GetValueOrDefault(table, ""), table);
        }
    }

    [Theory]
    [InlineData("UPDATE audit_entry SET who = 'x'")]
    [InlineData("DELETE FROM audit_entry")]
    [InlineData("TRUNCATE audit_entry")]
    [InlineData("INSERT INTO audit_entry (at, who, what, subject) VALUES (now() - interval '1 year', 'x', 'x', 'x')")]
    [InlineData("INSERT INTO audit_entry (id, who, what, subject) OVERRIDING SYSTEM VALUE VALUES (1, 'x', 'x', 'x')")]
    [InlineData("INSERT INTO audit_link (position, entry_id, hash) VALUES (1, 1, sha256('x'))")]
    [InlineData("UPDATE audit_head SET position = 0")]
    [InlineData("ALTER TABLE audit_entry DISABLE TRIGGER USER")]
    [InlineData("DROP TABLE check_run CASCADE")]
    [InlineData("SET session_replication_role = replica")]
    [InlineData("UPDATE person SET id = gen_random_uuid()")]
    [InlineData("UPDATE camera_model SET name = 'x'")]
    [InlineData("CREATE TABLE mine (id integer)")]
    public async Task The_sites_login_cannot_forge(string statement)
    {
        await using NpgsqlConnection connection = await AsSiteAsync();
        await using var command = new NpgsqlCommand(statement, connection);
        (await Should.ThrowAsync<PostgresException>(() => command.ExecuteNonQueryAsync())).SqlState.ShouldBeOneOf("42501", "428C9");
    }

    [Fact]
    public async Task Nothing_is_moved_into_or_out_of_a_signed_check()
    {
        using TestClient ines = await site.ClientAsync();
        Guid signed = await ines.BeginAsync();
        Guid open = await ines.BeginAsync("OBG-105");
        await ines.ReadAsync(signed, "gain", "L");
        await ines.ReadAsync(open, "shutter", "1/60");
        byte[] picture = EvidenceApiTests.Picture(64, 48, SkiaSharp.SKEncodedImageFormat.Jpeg);
        (await ines.SendAsync(HttpMethod.Put, $"/api/checks/{open}/photos/{Guid.NewGuid()}", picture)).Expect(200);
        (await ines.SendAsync(HttpMethod.Put, $"/api/checks/{signed}/photos/{Guid.NewGuid()}", picture)).Expect(200);
        (await ines.SignAsync(signed, "signed early")).Expect(200);
        foreach (
            string move in new[]
            {
                $"UPDATE check_reading SET check_id = '{open}' WHERE check_id = '{signed}'",
                $"UPDATE check_reading SET check_id = '{signed}' WHERE check_id = '{open}'",
                $"UPDATE check_photo SET check_id = '{open}' WHERE check_id = '{signed}'",
                $"UPDATE check_photo SET check_id = '{signed}' WHERE check_id = '{open}'",
                $"UPDATE check_run SET unit_tag = 'OBG-105' WHERE id = '{signed}'",
            }
        )
        {
            // As the owner, whom no right stops.
            (await Should.ThrowAsync<PostgresException>(() => site.SqlAsync(move))).SqlState.ShouldBe("GN001", move);
        }
    }

    [Fact]
    public async Task A_signature_is_refused_when_something_changed_since_the_signer_looked()
    {
        using TestClient ines = await site.ClientAsync();
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await ines.BeginAsync();
        int seen = (await ines.ReadAsync(id, "gain", "L")).Expect(200).Int("version");
        (await ines.PutAsync($"/api/checks/{id}/signature", new { note = "early" })).ExpectProblem(428, "version-needed");
        (await mara.ReadAsync(id, "shutter", "1/250")).Expect(200);
        Answer refused = (await ines.PutAsync($"/api/checks/{id}/signature", new { note = "early" }, seen)).ExpectProblem(
            412,
            "changed-meanwhile"
        );
        refused.Text("detail").ShouldContain("Mara Quill read Shutter last");
        Answer now = await ines.GetAsync($"/api/checks/{id}");
        now.At("signedAt").ValueKind.ShouldBe(JsonValueKind.Null);
        (
            await ines.SendAsync(
                HttpMethod.Put,
                $"/api/checks/{id}/photos/{Guid.NewGuid()}",
                EvidenceApiTests.Picture(64, 48, SkiaSharp.SKEncodedImageFormat.Jpeg)
            )
        ).Expect(200);
        (await ines.PutAsync($"/api/checks/{id}/signature", new { note = "early" }, now.Int("version"))).ExpectProblem(
            412,
            "changed-meanwhile"
        );
        (await ines.SignAsync(id, "early")).Expect(200);
        (
            await site.SqlAsync(
                $"SELECT signed_version || ' ' || (SELECT login FROM person p WHERE p.id = signed_by_id) FROM check_run WHERE id = '{id}'"
            )
        ).ShouldBe($"{seen + 2} ines");
    }

    [Fact]
    public async Task A_name_is_one_persons_and_what_was_signed_under_it_stays_under_it()
    {
        using TestClient ines = await site.ClientAsync();
        object Person(string login, string name) =>
            new
            {
                login,
                name,
                role = "operator",
                password = "plum tree in rain",
            };
        (await ines.SendAsync(HttpMethod.Post, "/api/people", Person("nora", "Nora  Fell"))).Expect(201).Text("name").ShouldBe("Nora Fell");
        (await ines.SendAsync(HttpMethod.Post, "/api/people", Person("other", "nora fell"))).ExpectProblem(409, "name-taken", "/name");
        (await ines.SendAsync(HttpMethod.Post, "/api/people", Person("other", "N\u043era Fell"))).ExpectProblem(400, "bad-value", "/name");
        (await ines.SendAsync(HttpMethod.Post, "/api/people", Person("other", "Nora\u200b Fell"))).ExpectProblem(400, "bad-value", "/name");

        using TestClient nora = await site.ClientAsync(null);
        await nora.SignInAsync("nora", "plum tree in rain");
        Guid id = await nora.BeginAsync();
        (await nora.SignAsync(id, "nothing read")).Expect(200);
        (
            await ines.PutAsync(
                "/api/people/nora",
                new
                {
                    name = "Nora Ashe",
                    role = "operator",
                    active = true,
                },
                1
            )
        ).Expect(200);
        (await nora.GetAsync($"/api/checks/{id}")).Expect(200).Text("signedBy").ShouldBe("Nora Fell");
        (await nora.GetAsync("/api/session")).Text("name").ShouldBe("Nora Ashe", "the session goes on, under the name of now");
        Answer trail = await ines.GetAsync("/api/audit?subject=person%20nora");
        JsonElement renamed = trail.At("entries").EnumerateArray().First(e => e.GetProperty("what").GetString() == "person renamed");
        renamed.GetProperty("before").GetString()!.ShouldContain("Nora Fell");
        (
            await site.SqlAsync(
                $"SELECT count(DISTINCT e.who_id) FROM audit_entry e JOIN person p ON p.id = e.who_id WHERE e.subject = '{id}' AND p.login = 'nora'"
            )
        ).ShouldBe(1L);
    }

    private async Task<NpgsqlConnection> AsSiteAsync()
    {
        var connection = new NpgsqlConnection(site.SiteConnectionString + ";Pooling=false");
        await connection.OpenAsync();
        return connection;
    }

    [Fact]
    public async Task The_audit_log_names_settings_by_key_and_says_what_was_read()
    {
        using TestClient ines = await site.ClientAsync();
        Guid id = await ines.BeginAsync();
        (await ines.ReadAsync(id, "gain", "H")).Expect(200);
        using JsonDocument after = JsonDocument.Parse(
            (string)(await site.SqlAsync($"SELECT after::text FROM audit_entry WHERE subject = '{id} gain'"))!
        );
        after.RootElement.GetProperty("setting").GetString().ShouldBe("gain");
        after.RootElement.GetProperty("stage").GetString().ShouldBe("found");
        after.RootElement.GetProperty("read").GetString().ShouldBe("H");
    }
}

/// <summary>The chain is found broken wherever somebody who may do everything to the database rewrote its past.</summary>
[Collection(SiteTests.Name)]
public class AuditChainTests(TestSite site)
{
    [Theory]
    [InlineData("UPDATE audit_entry SET who = 'somebody else' WHERE id = {0}", "was changed")]
    [InlineData("UPDATE audit_entry SET after = '{{}}' WHERE id = {0}", "was changed")]
    [InlineData("UPDATE audit_entry SET at = at - interval '1 day' WHERE id = {0}", "was changed")]
    [InlineData("DELETE FROM audit_link WHERE entry_id = {0}", "a link is missing")]
    [InlineData("INSERT INTO audit_entry (who, what, subject) VALUES ('x', 'x', 'x')", "is in no link")]
    [InlineData("UPDATE audit_head SET position = position - 1", "its end is not where it was left")]
    public async Task A_change_of_its_past_is_found(string change, string why)
    {
        using TestClient ines = await site.ClientAsync();
        (await ines.GetAsync("/api/audit/verification")).Expect(200).At("holds").GetBoolean().ShouldBeTrue();
        long middle = (long)(await site.SqlAsync("SELECT entry_id FROM audit_link ORDER BY position OFFSET 7 LIMIT 1"))!;

        // Past every trigger, as a superuser can; and put back, so that each case begins with a chain that holds.
        await site.SqlAsync(
            "CREATE TABLE kept_entry AS TABLE audit_entry; CREATE TABLE kept_link AS TABLE audit_link; CREATE TABLE kept_head AS TABLE audit_head"
        );
        string past = "SET session_replication_role = replica; ";
        try
        {
            await site.SqlAsync(past + string.Format(System.Globalization.CultureInfo.InvariantCulture, change, middle));
            Answer told = (await ines.GetAsync("/api/audit/verification")).Expect(200);
            told.At("holds").GetBoolean().ShouldBeFalse();
            told.Text("why").ShouldContain(why);
        }
        finally
        {
            await site.SqlAsync(
                past
                    + "DELETE FROM audit_link; DELETE FROM audit_entry; DELETE FROM audit_head; "
                    + "INSERT INTO audit_entry OVERRIDING SYSTEM VALUE SELECT * FROM kept_entry; INSERT INTO audit_link SELECT * FROM kept_link; "
                    + "INSERT INTO audit_head SELECT * FROM kept_head; DROP TABLE kept_entry, kept_link, kept_head"
            );
        }
    }

    [Fact]
    public async Task A_chain_that_was_made_anew_from_the_beginning_does_not_come_to_a_mark_that_was_noted()
    {
        using TestClient ines = await site.ClientAsync();
        string checkpoint = (await ines.GetAsync("/api/audit/verification")).Expect(200).Text("checkpoint");
        await ines.BeginAsync();
        (await ines.GetAsync($"/api/audit/verification?noted={checkpoint}")).Expect(200).At("holds").GetBoolean().ShouldBeTrue();
        string other = checkpoint[..^1] + (checkpoint[^1] == '0' ? '1' : '0');
        (await ines.GetAsync($"/api/audit/verification?noted={other}")).Text("why").ShouldContain("is another now");
        (await ines.GetAsync($"/api/audit/verification?noted=999999:{checkpoint.Split(':')[1]}")).Text("why").ShouldContain("ends at");
        (await ines.GetAsync("/api/audit/verification?noted=yesterday")).ExpectProblem(400, "bad-value", "/noted");
    }

    [Fact]
    public async Task Entries_of_many_at_once_come_into_one_unbroken_chain()
    {
        using TestClient ines = await site.ClientAsync();
        Guid[] checks = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => ines.BeginAsync()));
        await Task.WhenAll(
            checks.SelectMany(c => new[] { ("gain", "H"), ("shutter", "1/60") }.Select(r => ines.ReadAsync(c, r.Item1, r.Item2)))
        );
        Answer verified = (await ines.GetAsync("/api/audit/verification")).Expect(200);
        verified.At("holds").GetBoolean().ShouldBeTrue();
        verified.At("entries").GetInt64().ShouldBe((long)(await site.SqlAsync("SELECT count(*) FROM audit_entry"))!);
    }
}
