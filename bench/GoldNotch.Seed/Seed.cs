using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Data;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Seed;

/// <summary>Fills a database with made-up units and checks, to see how the pages bear it. Never for one that is in use.</summary>
public sealed class SeedOfReadings(NpgsqlDataSource source)
{
    private const string Person = "the seed";

    /// <summary>Adds units of the models there are, and signed checks with readings, as sheets of the first approved standard.</summary>
    /// <param name="units">Units to have in all.</param>
    /// <param name="readings">About how many readings to add.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>Readings added.</returns>
    public async Task<long> SeedAsync(int units, int readings, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        string? standard = await transaction
            .Command("SELECT document FROM standard_version WHERE state = 'approved' ORDER BY key LIMIT 1")
            .FirstAsync(r => r.Only<string>(), cancel);
        List<string> cards = await transaction
            .Command("SELECT DISTINCT ON (key) specification FROM camera_model ORDER BY key, version DESC")
            .ListAsync(r => r.Only<string>(), cancel);
        if (standard is null || cards.Count == 0)
        {
            throw new InvalidOperationException("There are no camera models or no approved standard: import some first.");
        }

        Standard intention = StandardReader.ToStandard(StandardStore.ReadDocument(standard));
        long added = 0;
        for (int i = 0; i < cards.Count; i++)
        {
            CameraModel model = ModelReader.ToModel(ModelStore.ReadSpecification(cards[i]));
            Sheet sheet = SheetCompiler.Compile(intention, model);
            SheetLine[] lines = [.. sheet.Lines.Where(l => l.Target is not null && !l.NothingToDo)];
            int ownUnits = (units / cards.Count) + (i < units % cards.Count ? 1 : 0);

            // Every unit has a last check and every setting is read, however few readings there are: then there are fewer in each check. So
            // two seeds differ in the number of their readings alone.
            double own = readings / (double)cards.Count;
            int checks = Math.Max(Math.Max(1, ownUnits), (int)Math.Ceiling(own / lines.Length));
            int each = Math.Clamp((int)Math.Ceiling(own / checks), 1, lines.Length);
            added += await OfModelAsync(transaction, cards[i], model, sheet, lines, each, ownUnits, checks, cancel);
        }

        await CountAsync(transaction, cancel);
        await transaction.CommitAsync(cancel);
        await source.CreateCommand("VACUUM ANALYZE").RunAsync(cancel);
        return added;
    }

    private static async Task<int> OfModelAsync(
        NpgsqlTransaction transaction,
        string card,
        CameraModel model,
        Sheet sheet,
        SheetLine[] lines,
        int each,
        int units,
        int checks,
        CancellationToken cancel
    )
    {
        await transaction
            .Command(
                """
                INSERT INTO camera_unit (tag, model_key, tape, place, status)
                SELECT upper(left(@model, 3)) || '-' || lpad(n::text, 6, '0'), @model, (ARRAY['red','blue','green','white','yellow'])[1 + n % 5], 'shelf ' || n % 40,
                       CASE WHEN n % 29 = 0 THEN 'out' WHEN n % 53 = 0 THEN 'repair' ELSE 'in' END
                FROM generate_series(1, @units - (SELECT count(*)::int FROM camera_unit WHERE model_key = @model)) n
                ON CONFLICT DO NOTHING
                """
            )
            .With("model", model.Key)
            .With("units", units)
            .RunAsync(cancel);
        await transaction
            .Command(
                """
                INSERT INTO check_run (id, unit_tag, standard_key, standard_version, model_specification, started_by, started_at, reading_count)
                SELECT gen_random_uuid(), u.tag, @standard, @version, @card, @who, now() - make_interval(mins => (n * 250000.0 / @checks)::int), @each
                FROM generate_series(1, @checks) n
                JOIN (SELECT tag, row_number() OVER (ORDER BY tag) - 1 AS place, count(*) OVER () AS of FROM camera_unit WHERE model_key = @model) u ON u.place = n % u.of
                """
            )
            .With("standard", sheet.Standard.Key)
            .With("version", sheet.Standard.Version)
            .WithJson("card", card)
            .With("who", Person)
            .With("checks", checks)
            .With("model", model.Key)
            .With("each", each)
            .RunAsync(cancel);
        NpgsqlCommand insert = transaction
            .Command(
                """
                INSERT INTO check_reading (check_id, stage, setting, kind, typed, value, read_by, read_at, version, reading_order)
                SELECT c.id, 'found', l.setting, 'value', l.typed, l.value::jsonb, @who, c.started_at, 1, l.place
                FROM (
                    SELECT c.id, c.started_at, row_number() OVER (ORDER BY c.started_at, c.id) AS place
                    FROM check_run c JOIN camera_unit u ON u.tag = c.unit_tag AND u.model_key = @model
                    WHERE c.started_by = @who AND c.signed_at IS NULL) c,
                    unnest(@settings, @typed, @values) WITH ORDINALITY AS l (setting, typed, value, place)
                WHERE (l.place + c.place * @each) % cardinality(@settings) < @each
                """
            )
            .With("who", Person)
            .With("model", model.Key)
            .With("each", each)
            .With("settings", lines.Select(l => SettingDefinition.Of(l.Setting).Key).ToArray())
            .With("typed", lines.Select(l => l.Target!.Label).ToArray())
            .With(
                "values",
                lines
                    .Select(l => System.Text.Json.JsonSerializer.Serialize(ValueDocument.Of(l.Target!), ExchangeJson.Default.ValueDocument))
                    .ToArray()
            );
        int added = await insert.RunAsync(cancel);
        await transaction
            .Command(
                """
                UPDATE check_run c SET signed_by = @who, signed_at = started_at + interval '3 minutes', on_target_count = @each
                FROM camera_unit u WHERE u.tag = c.unit_tag AND u.model_key = @model AND c.started_by = @who AND c.signed_at IS NULL
                """
            )
            .With("who", Person)
            .With("model", model.Key)
            .With("each", each)
            .RunAsync(cancel);
        return added;
    }

    // About one in nine is counted as found off, by a hash and not by chance: the same seed makes the same pages.
    private static async Task CountAsync(NpgsqlTransaction transaction, CancellationToken cancel)
    {
        string[] statements =
        [
            """
                INSERT INTO unit_state (unit_tag, check_id, signed_at, signed_by, standard_key, standard_version, wrong, headline, unread)
                SELECT DISTINCT ON (unit_tag) unit_tag, id, signed_at, signed_by, standard_key, standard_version,
                       CASE WHEN hashtext(unit_tag) % 9 = 0 THEN ARRAY['gain'] ELSE '{}' END, '[]', 0
                FROM check_run WHERE signed_by = @who ORDER BY unit_tag, signed_at DESC
                ON CONFLICT (unit_tag) DO NOTHING
                """,
            """
                INSERT INTO unit_drift (unit_tag, setting, looked, wrong, automatic)
                SELECT c.unit_tag, r.setting, count(*), count(*) FILTER (WHERE hashtext(c.id::text || r.setting) % 9 = 0), 0
                FROM check_run c JOIN check_reading r ON r.check_id = c.id WHERE c.signed_by = @who GROUP BY 1, 2
                ON CONFLICT (unit_tag, setting) DO UPDATE SET looked = unit_drift.looked + excluded.looked, wrong = unit_drift.wrong + excluded.wrong
                """,
            """
                INSERT INTO model_drift (model_key, month, setting, looked, wrong, automatic)
                SELECT u.model_key, date_trunc('month', c.signed_at AT TIME ZONE 'UTC')::date, r.setting, count(*), count(*) FILTER (WHERE hashtext(c.id::text || r.setting) % 9 = 0), 0
                FROM check_run c JOIN check_reading r ON r.check_id = c.id JOIN camera_unit u ON u.tag = c.unit_tag WHERE c.signed_by = @who GROUP BY 1, 2, 3
                ON CONFLICT (model_key, month, setting) DO UPDATE SET looked = model_drift.looked + excluded.looked, wrong = model_drift.wrong + excluded.wrong
                """,
        ];
        foreach (string statement in statements)
        {
            await transaction.Command(statement).With("who", Person).RunAsync(cancel);
        }
    }
}
