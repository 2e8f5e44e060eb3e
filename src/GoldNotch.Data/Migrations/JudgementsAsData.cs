using System.Data;
using System.Text.Json;
using DbUp.Engine;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.SheetRules;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;

namespace GoldNotch.Data.Migrations;

/// <summary>
/// Migration 0006: readings are stored as what was meant, headlines and accepted findings as judgements, and every signed check is judged
/// once, by the rules of this build, and frozen: from now on showing it judges nothing.
/// </summary>
/// <remarks>One transaction of its own. Run again after a crash between it and its journal entry it finds its work done.</remarks>
internal sealed class JudgementsAsData : IScript
{
    private const string Begin = """
        ALTER TABLE check_reading ADD COLUMN value jsonb;
        ALTER TABLE check_rival ADD COLUMN value jsonb;
        ALTER TABLE check_run ALTER COLUMN headline DROP DEFAULT, ALTER COLUMN headline TYPE jsonb USING '[]', ALTER COLUMN headline SET DEFAULT '[]';
        ALTER TABLE check_run ALTER COLUMN found_headline DROP DEFAULT, ALTER COLUMN found_headline TYPE jsonb USING '[]', ALTER COLUMN found_headline SET DEFAULT '[]';
        ALTER TABLE unit_state ALTER COLUMN headline TYPE jsonb USING '[]';
        DELETE FROM coverage_cell;
        ALTER TABLE coverage_cell ALTER COLUMN light_left TYPE double precision USING 0, ALTER COLUMN notable TYPE jsonb USING '[]';
        ALTER TABLE accepted_finding ADD COLUMN judgement jsonb;
        CREATE TABLE signed_check (
            check_id        uuid PRIMARY KEY REFERENCES check_run (id),
            rules_version   text NOT NULL CHECK (length(rules_version) BETWEEN 1 AND 80),
            document        jsonb NOT NULL
        );
        CREATE TRIGGER signed_document_is_immutable BEFORE UPDATE OR DELETE ON signed_check
            FOR EACH ROW EXECUTE FUNCTION refuse_change('the check is signed');
        ALTER TABLE check_reading DISABLE TRIGGER USER;
        ALTER TABLE check_rival DISABLE TRIGGER USER;
        ALTER TABLE check_run DISABLE TRIGGER USER;
        """;

    private const string Finish = """
        UPDATE unit_state s SET headline = c.headline FROM check_run c WHERE c.id = s.check_id;
        ALTER TABLE check_reading ENABLE TRIGGER USER;
        ALTER TABLE check_rival ENABLE TRIGGER USER;
        ALTER TABLE check_run ENABLE TRIGGER USER;
        ALTER TABLE accepted_finding ALTER COLUMN judgement SET NOT NULL;
        ALTER TABLE accepted_finding DROP COLUMN sentence;
        """;

    /// <inheritdoc/>
    public string ProvideScript(Func<IDbCommand> dbCommandFactory)
    {
        if (dbCommandFactory.HasColumn("accepted_finding", "judgement"))
        {
            return "";
        }

        dbCommandFactory.Run(Begin);
        Dictionary<(string, int), Standard> standards = dbCommandFactory
            .Read("SELECT key, version, document FROM standard_version", r =>
                (Key: (r.GetString(0), r.GetInt32(1)), Document: r.GetString(2))
            )
            .ToDictionary(s => s.Key, s => StandardReader.ToStandard(StandardStore.ReadDocument(s.Document)));
        ILookup<string, Waiver> waivers = dbCommandFactory
            .Read(
                "SELECT id, standard_key, setting, model_key, unit_tag, reason, author, made_at, expires_on, ended_by, ended_at FROM waiver",
                WaiverOf
            )
            .ToLookup(w => w.StandardKey);
        foreach (
            OldCheck check in dbCommandFactory.Read(
                "SELECT id, unit_tag, standard_key, standard_version, model_specification, shoot, started_at, signed_at FROM check_run ORDER BY started_at, id",
                OldCheck.Of
            )
        )
        {
            Judge(dbCommandFactory, check, standards[(check.StandardKey, check.StandardVersion)], waivers[check.StandardKey]);
        }

        Accepted(dbCommandFactory, standards);
        dbCommandFactory.Run(Finish);
        return "";
    }

    private static void Judge(Func<IDbCommand> commands, OldCheck check, Standard standard, IEnumerable<Waiver> waivers)
    {
        var head = new StoredCheck(
            check.Id,
            check.UnitTag,
            check.StandardKey,
            check.StandardVersion,
            "",
            "",
            check.StartedAt,
            null,
            check.SignedAt,
            "",
            CheckSummary.None
        );
        Sheet sheet = CheckSheets.WithWaivers(
            CheckSheets.Compile(check.Specification, check.Shoot, standard),
            head,
            waivers,
            check.SignedAt ?? DateTimeOffset.MaxValue
        );
        List<StoredReading> readings = Values(commands, "check_reading", "reading_order", sheet, check.Id);
        Values(commands, "check_rival", "0", sheet, check.Id);
        var judged = JudgedCheck.Of(sheet, [.. CheckReadings.ToCore(sheet, readings)]);
        commands.Run(
            "UPDATE check_run SET headline = @headline::jsonb, found_headline = @found::jsonb WHERE id = @id",
            ("headline", JudgementDocument.WriteAll(judged.Summary.Headline)),
            ("found", JudgementDocument.WriteAll(judged.FoundSummary.Headline)),
            ("id", check.Id)
        );
        if (check.SignedAt is not null)
        {
            commands.Run(
                "INSERT INTO signed_check (check_id, rules_version, document) VALUES (@id, @rules, @document::jsonb)",
                ("id", check.Id),
                ("rules", judged.RulesVersion),
                ("document", SignedDocument.Of(judged).Write())
            );
        }
    }

    // What was typed is read once more, as it was read with every page until now; what cannot be read stays as typed and counts as unread, as it did.
    private static List<StoredReading> Values(Func<IDbCommand> commands, string table, string order, Sheet sheet, Guid check)
    {
        List<StoredReading> typed = commands.Read(
            $"SELECT setting, kind, typed, stage, read_by, {order} FROM {table} WHERE check_id = @check",
            r => new StoredReading(
                SettingDefinition.Parse(r.GetString(0)),
                ReadingKinds.Parse(r.GetString(1)),
                r.GetString(2),
                r.GetString(4),
                default,
                1
            )
            {
                Stage = CheckReadings.StageOf(r.GetString(3), ""),
                Order = r.GetInt32(5),
            },
            ("check", check)
        );
        Dictionary<Setting, Reading> before = [];
        List<StoredReading> read = [];
        foreach (StoredReading reading in typed.OrderBy(r => r.Stage).ThenBy(r => r.Setting))
        {
            SettingValue? value = reading.Kind == ReadingKind.Value ? Parsed(sheet, reading, before) : null;
            if (value is not null)
            {
                before[reading.Setting] = new Reading.Of(value);
            }

            read.Add(reading with { Value = value });
        }

        StoredReading[] known = [.. read.Where(r => r.Value is not null)];
        if (known.Length > 0)
        {
            // One statement a check: a million readings are not a million statements.
            commands.Run(
                $"""
                UPDATE {table} t SET value = u.value::jsonb
                FROM unnest(@values, @stages, @settings, @typed, @by) AS u (value, stage, setting, typed, read_by)
                WHERE t.check_id = @check AND (t.stage, t.setting, t.typed, t.read_by) = (u.stage, u.setting, u.typed, u.read_by)
                """,
                ("values", Each(known, r => JsonSerializer.Serialize(ValueDocument.Of(r.Value!), ExchangeJson.Default.ValueDocument))),
                ("check", check),
                ("stages", Each(known, r => r.Stage == CheckStage.Left ? "left" : "found")),
                ("settings", Each(known, r => SettingDefinition.Of(r.Setting).Key)),
                ("typed", Each(known, r => r.Typed)),
                ("by", Each(known, r => r.By))
            );
        }

        return read;

        static string[] Each(StoredReading[] readings, Func<StoredReading, string> of) => [.. readings.Select(of)];
    }

    private static SettingValue? Parsed(Sheet sheet, StoredReading reading, Dictionary<Setting, Reading> before)
    {
        try
        {
            return (ReadingParser.Parse(reading.Setting, sheet, reading.Typed, before) as Reading.Of)?.Value;
        }
        catch (QuantityException)
        {
            return null;
        }
    }

    // An acceptance was bound to a sentence. It is bound to the figures of today now; a rule that finds nothing any more keeps its name alone.
    private static void Accepted(Func<IDbCommand> commands, Dictionary<(string Key, int Version), Standard> standards)
    {
        var models = commands
            .Read("SELECT DISTINCT ON (key) key, specification FROM camera_model ORDER BY key, version DESC", r =>
                (Key: r.GetString(0), Json: r.GetString(1))
            )
            .ToDictionary(m => m.Key, m => ModelReader.ToModel(ModelStore.ReadSpecification(m.Json)));
        foreach (
            (string standardKey, string modelKey, string rule, string setting) in commands.Read(
                "SELECT standard_key, model_key, rule_id, setting FROM accepted_finding",
                r => (r.GetString(0), r.GetString(1), r.GetString(2), r.GetString(3))
            )
        )
        {
            Standard? standard = standards
                .Where(s => s.Key.Key == standardKey)
                .OrderByDescending(s => s.Key.Version)
                .Select(s => s.Value)
                .FirstOrDefault();
            CameraModel? model = models.GetValueOrDefault(modelKey);
            IEnumerable<RuleFinding> found = (standard, model) switch
            {
                ({ } s, { } m) => RuleBook.Of(SheetCompiler.Compile(s, m)),
                ({ } s, null) => RuleBook.Of(s),
                (null, { } m) => RuleBook.Of(m),
                _ => [],
            };
            Judgement because = found
                .FirstOrDefault(f => f.RuleId == rule && (f.Setting is { } at ? SettingDefinition.Of(at).Key : "") == setting)
                ?.Because
                ?? new Judgement(rule, "accepted-before", null, []);
            commands.Run(
                "UPDATE accepted_finding SET judgement = @judgement::jsonb WHERE standard_key = @standard AND model_key = @model AND rule_id = @rule AND setting = @setting",
                ("judgement", JudgementDocument.Write(because)),
                ("standard", standardKey),
                ("model", modelKey),
                ("rule", rule),
                ("setting", setting)
            );
        }
    }

    private static Waiver WaiverOf(IDataRecord r) =>
        new(
            r.GetGuid(0),
            r.GetString(1),
            r.GetString(2),
            Text(r, 3),
            Text(r, 4),
            r.GetString(5),
            r.GetString(6),
            Time(r, 7),
            DateOnly.FromDateTime(r.GetDateTime(8)),
            Text(r, 9),
            r.IsDBNull(10) ? null : Time(r, 10)
        );

    private static string? Text(IDataRecord r, int column) => r.IsDBNull(column) ? null : r.GetString(column);

    private static DateTimeOffset Time(IDataRecord r, int column) => new(DateTime.SpecifyKind(r.GetDateTime(column), DateTimeKind.Utc));

    private sealed record OldCheck(
        Guid Id,
        string UnitTag,
        string StandardKey,
        int StandardVersion,
        string Specification,
        PlannedSheetDocument? Shoot,
        DateTimeOffset StartedAt,
        DateTimeOffset? SignedAt
    )
    {
        internal static OldCheck Of(IDataRecord r) =>
            new(
                r.GetGuid(0),
                r.GetString(1),
                r.GetString(2),
                r.GetInt32(3),
                r.GetString(4),
                r.IsDBNull(5) ? null : JsonSerializer.Deserialize(r.GetString(5), ExchangeJson.Default.PlannedSheetDocument),
                Time(r, 6),
                r.IsDBNull(7) ? null : Time(r, 7)
            );
    }
}
