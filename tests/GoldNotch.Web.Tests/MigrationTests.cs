using System.Text.Json.Nodes;
using DbUp;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;
using Npgsql;

namespace GoldNotch.Web.Tests;

/// <summary>A database as the first version left it comes up with everything it held, in today's words, and nothing judged again.</summary>
public sealed class MigrationTests : IAsyncLifetime
{
    private const string Check = "5d9a2c1e-0b7f-4f6e-9a35-1f2e3d4c5b01";

    private readonly string _database = $"gold_notch_old_{Guid.NewGuid():N}";
    private NpgsqlDataSource _source = null!;

    private static string Server =>
        Environment.GetEnvironmentVariable("GOLDNOTCH_TEST_DB")
        ?? throw new InvalidOperationException("GOLDNOTCH_TEST_DB is not set: run the tests through ./test.");

    private string ConnectionString => new NpgsqlConnectionStringBuilder(Server) { Database = _database }.ConnectionString;

    public async Task InitializeAsync()
    {
        await OnServerAsync($"CREATE DATABASE {_database}");
        DeployChanges
            .To.PostgresqlDatabase(ConnectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly, name =>
                System.Text.RegularExpressions.Regex.IsMatch(name, @"\.Migrations\.000[1-4]_")
            )
            .WithVariablesDisabled()
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade()
            .Successful.ShouldBeTrue();
        _source = NpgsqlDataSource.Create(ConnectionString);
    }

    public async Task DisposeAsync()
    {
        await _source.DisposeAsync();
        await OnServerAsync($"DROP DATABASE {_database} WITH (FORCE)");
    }

    [Fact]
    public async Task A_database_of_the_first_version_is_migrated_whole_and_its_signed_checks_are_frozen()
    {
        await FillAsync();
        Database.Migrate(ConnectionString);
        Should.NotThrow(() => Database.Migrate(ConnectionString), "a second start finds its work done");

        foreach (StoredModel model in await new ModelStore(_source).NewestAsync(CancellationToken.None))
        {
            ModelReader.ToModel(model.Document).Key.ShouldBe(model.Document.Key);
        }

        List<StoredLineUp> lineUps = await new LineUpStore(_source).ListAsync(null, 50, CancellationToken.None);
        lineUps.ShouldNotBeEmpty();
        lineUps.ForEach(l => LineUpReader.Check(l.Document));
        lineUps.ShouldContain(l => l.Document.Emphasis == "low-noise", "gain last became an emphasis");

        StoredStandard lecture = (await new StandardStore(_source).GetAsync("lecture-room", 4, CancellationToken.None))!;
        Standard standard = StandardReader.ToStandard(lecture.Document);
        standard.Notches.ShouldContain(n => n.Setting == Setting.IrisControl);

        WholeCheck kept = (await new CheckStore(_source).GetAsync(Guid.Parse(Check), CancellationToken.None))!;
        kept.Readings.Single(r => r.Setting == Setting.Iris).Value.ShouldBe(new SettingValue.Iris(Core.Units.FNumber.Parse("2.5")));
        kept.Readings.ShouldAllBe(r => (r.Kind == ReadingKind.Value) == (r.Value != null));
        kept.Check.Summary.Headline.ShouldContain(j => j.Setting == Setting.Gain || j["setting"] == Setting.Gain);

        SignedDocument signed = kept.Signed.ShouldNotBeNull();
        JudgedCheck judged = signed.ToJudged(standard, ModelReader.ToModel(ModelStore.ReadSpecification(kept.ModelSpecification)));
        Verdict gain = judged.Now.Single(v => v.Line.Setting == Setting.Gain);
        gain.Kind.ShouldBe(VerdictKind.OffTarget);
        JudgementText.Of(gain.Because).ShouldNotContain("another version");
        judged.Consequences.Items.ShouldNotBeEmpty();

        AcceptedFinding accepted = (
            await new DecisionStore(_source).AcceptedAsync("lecture-room", "bracken-3", CancellationToken.None)
        ).ShouldHaveSingleItem();
        (accepted.RuleId, accepted.Because.RuleId, accepted.Reason).ShouldBe(("WHITE-BALANCE-CAST", "WHITE-BALANCE-CAST", "it is a talk"));
        (await TextAsync("SELECT wrong[1] FROM unit_state WHERE unit_tag = 'OBG-106'")).ShouldBe("iris-control");
    }

    [Fact]
    public async Task What_was_signed_stays_immutable_and_the_settings_of_the_database_are_those_of_the_core()
    {
        await FillAsync();
        Database.Migrate(ConnectionString);
        foreach (
            string change in new[]
            {
                $"UPDATE signed_check SET document = '{{}}' WHERE check_id = '{Check}'",
                $"DELETE FROM check_reading WHERE check_id = '{Check}'",
                $"UPDATE check_run SET note = 'x' WHERE id = '{Check}'",
            }
        )
        {
            (await Should.ThrowAsync<PostgresException>(() => RunAsync(change))).SqlState.ShouldBe("GN001", change);
        }

        string constraint = (
            await TextAsync("SELECT pg_get_constraintdef(oid) FROM pg_constraint WHERE conname = 'check_reading_setting_check'")
        )!;
        string[] allowed = [.. System.Text.RegularExpressions.Regex.Matches(constraint, "'([a-z0-9-]+)'").Select(m => m.Groups[1].Value)];
        allowed.Order().ShouldBe(SettingDefinition.All.Select(n => n.Key).Order());
    }

    private async Task FillAsync()
    {
        foreach (JsonNode model in Old("01-cameras.json", "models"))
        {
            await RunAsync(
                "INSERT INTO camera_model (key, version, name, card) VALUES (@a, @b, @c, @d::jsonb)",
                Text(model, "key"),
                (int)model["version"]!,
                Text(model, "name"),
                model.ToJsonString()
            );
        }

        foreach (JsonNode standard in Old("02-standards.json", "standards"))
        {
            await RunAsync(
                """
                INSERT INTO standard_version (key, version, name, state, document, changed_by, approved_by, approved_at)
                VALUES (@a, @b, @c, 'approved', @d::jsonb, 'Ines Calloway', 'Ines Calloway', now())
                """,
                Text(standard, "key"),
                (int)standard["version"]!,
                Text(standard, "name"),
                standard.ToJsonString()
            );
        }

        foreach (JsonNode unit in Old("03-units.json", "units"))
        {
            await RunAsync(
                "INSERT INTO camera_unit (tag, model_key, tape, place, status) VALUES (@a, @b, 'red', 'shelf 1', 'in')",
                Text(unit, "tag"),
                Text(unit, "model")
            );
        }

        foreach (JsonNode lineUp in Old("05-line-ups.json", "lineUps"))
        {
            await RunAsync(
                "INSERT INTO line_up (id, name, place, document, changed_by) VALUES (@a::uuid, @b, '', @c::jsonb, 'Mara Quill')",
                Text(lineUp, "id"),
                Text(lineUp, "name"),
                lineUp.ToJsonString()
            );
        }

        JsonNode check = Old("04-checks.json", "checks").First();
        await RunAsync(
            """
            INSERT INTO check_run (id, unit_tag, standard_key, standard_version, model_card, started_by, started_at, headline)
            SELECT @a::uuid, @b, 'lecture-room', 4, card, 'Mara Quill', '2026-11-02T08:40:00Z', 'Gain up' FROM camera_model WHERE key = 'bracken-3'
            """,
            Check,
            Text(check, "unit")
        );
        int order = 0;
        foreach (JsonNode? reading in check["readings"]!.AsArray())
        {
            bool automatic = Text(reading!, "read") == "auto";
            await RunAsync(
                """
                INSERT INTO check_reading (check_id, stage, setting, kind, typed, read_by, read_at, version, reading_order)
                VALUES (@a::uuid, 'found', @b, @c, @d, 'Mara Quill', '2026-11-02T08:41:00Z', 1, @e)
                """,
                Check,
                Text(reading!, "setting"),
                automatic ? "automatic" : "value",
                automatic ? "" : Text(reading!, "read"),
                ++order
            );
        }

        await RunAsync("UPDATE check_run SET signed_by = 'Mara Quill', signed_at = '2026-11-02T08:45:00Z' WHERE id = @a::uuid", Check);
        await RunAsync(
            """
            INSERT INTO unit_state (unit_tag, check_id, signed_at, signed_by, standard_key, standard_version, wrong, headline, unread)
            VALUES ('OBG-106', @a::uuid, '2026-11-02T08:45:00Z', 'Mara Quill', 'lecture-room', 4, ARRAY['iris-mode'], 'Gain up', 0)
            """,
            Check
        );
        await RunAsync(
            """
            INSERT INTO accepted_finding (standard_key, model_key, rule_id, setting, sentence, reason, accepted_by)
            VALUES ('lecture-room', 'bracken-3', 'WHITE-CAST', 'white-balance', 'It leaves a cast.', 'it is a talk', 'Ines Calloway')
            """
        );
    }

    private static IEnumerable<JsonNode> Old(string file, string list) =>
        JsonNode.Parse(File.ReadAllText(Path.Combine(TestSite.Root, "tests", "fixtures", "version-1", file)))![list]!
            .AsArray()
            .Select(n => n!);

    private static string Text(JsonNode node, string field) => (string)node[field]!;

    private async Task RunAsync(string sql, params object[] values)
    {
        await using NpgsqlCommand command = _source.CreateCommand(sql);
        for (int i = 0; i < values.Length; i++)
        {
            command.Parameters.AddWithValue(((char)('a' + i)).ToString(), values[i]);
        }

        await command.ExecuteNonQueryAsync();
    }

    private async Task<string?> TextAsync(string sql)
    {
        await using NpgsqlCommand command = _source.CreateCommand(sql);
        return (string?)await command.ExecuteScalarAsync();
    }

    private static async Task OnServerAsync(string sql)
    {
        await using NpgsqlDataSource server = NpgsqlDataSource.Create(Server);
        await using NpgsqlCommand command = server.CreateCommand(sql);
        await command.ExecuteNonQueryAsync();
    }
}
