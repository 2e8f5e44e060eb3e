using GoldNotch.Data;
using Npgsql;

namespace GoldNotch.Seed;

/// <summary>Fills a database with made-up shoots, kits and loans, to see how the pages bear them. Never for one that is in use.</summary>
public sealed class SeedOfShoots(NpgsqlDataSource source)
{
    private const string Person = "the seed";

    // About so many shoots begin on a day: a busy department.
    private const int ADay = 27;

    // Hand-out, return, count, a step of the wrap, closing.
    private const int EventsEach = 5;

    /// <summary>Adds shoots of two cameras each, from long ago to a few weeks ahead, and a loan of each camera of those that are over, with its events.</summary>
    /// <param name="shoots">How many shoots.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>Events of loans added.</returns>
    public async Task<long> SeedAsync(int shoots, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await transaction
            .Command(
                """
                INSERT INTO kit (unit_tag, pieces, changed_by)
                SELECT tag, '[{"name": "Body", "kind": "body"}, {"name": "Battery", "kind": "battery", "count": 2}, {"name": "Card", "kind": "card"}, {"name": "Charger", "kind": "charger"}]', @who
                FROM camera_unit ON CONFLICT DO NOTHING;
                CREATE TEMPORARY TABLE seeded ON COMMIT DROP AS
                WITH units AS (SELECT tag, row_number() OVER (ORDER BY tag) - 1 AS at, count(*) OVER () AS of FROM camera_unit WHERE status = 'in'),
                     standard AS (SELECT key FROM standard_version WHERE state = 'approved' ORDER BY key LIMIT 1)
                SELECT gen_random_uuid() AS id, n, u.tag AS one, v.tag AS two, standard.key AS standard,
                       date_trunc('day', now()) + make_interval(days => (n / @aDay)::int - (@shoots / @aDay)::int + 21, hours => 8 + (n % 4)::int) AS call
                FROM generate_series(0, @shoots - 1) AS n CROSS JOIN standard
                JOIN units u ON u.at = (2 * n) % (u.of - u.of % 2) JOIN units v ON v.at = (2 * n + 1) % (v.of - v.of % 2);
                INSERT INTO shoot (id, name, call_at, end_at, booked, document, changed_by)
                SELECT id, 'Seeded shoot ' || n, call, call + interval '6 hours', tstzrange(call, call + interval '6 hours'), jsonb_build_object(
                    'id', id, 'name', 'Seeded shoot ' || n, 'place', 'House ' || n % 9, 'call', call, 'end', call + interval '6 hours', 'standard', standard,
                    'cameras', jsonb_build_array(jsonb_build_object('letter', 'A', 'unit', one), jsonb_build_object('letter', 'B', 'unit', two)),
                    'blocks', jsonb_build_array(jsonb_build_object('name', 'Talk', 'from', call + interval '1 hour', 'to', call + interval '3 hours', 'recordingMinutes', 90))), @who
                FROM seeded;
                INSERT INTO shoot_camera (shoot_id, letter, unit_tag, booked)
                SELECT id, c.letter, c.tag, tstzrange(call, call + interval '6 hours') FROM seeded, LATERAL (VALUES ('A', one), ('B', two)) AS c (letter, tag);
                CREATE TEMPORARY TABLE lent ON COMMIT DROP AS
                SELECT gen_random_uuid() AS id, s.id AS shoot, c.tag, s.call FROM seeded s, LATERAL (VALUES (one), (two)) AS c (tag)
                WHERE s.call < now() - interval '1 day';
                INSERT INTO loan (id, unit_tag, shoot_id, borrower, out_at, due_at, back_at, closed_at, open_points, events)
                SELECT id, tag, shoot, @who, call, call + interval '6 hours', call + interval '6 hours', call + interval '6 hours', 0, @events FROM lent;
                INSERT INTO custody_event (loan_id, number, at, event)
                SELECT l.id, e.number, l.call + make_interval(hours => (6 * sign(e.number - 1))::int), e.event || jsonb_build_object('by', @who::text, 'at', l.call)
                FROM lent l, LATERAL (VALUES
                    (1, jsonb_build_object('kind', 'handed-out', 'borrower', @who::text, 'due', l.call + interval '6 hours', 'wrap', jsonb_build_array('power-off'),
                        'pieces', jsonb_build_array(jsonb_build_object('name', 'Body', 'kind', 'body'), jsonb_build_object('name', 'Charger', 'kind', 'charger')))),
                    (2, '{"kind": "came-back"}'::jsonb),
                    (3, '{"kind": "counted-back", "counted": [{"name": "Body", "counted": 1}, {"name": "Charger", "counted": 1}]}'::jsonb),
                    (4, '{"kind": "wrap-marked", "step": "power-off", "done": true}'::jsonb),
                    (5, '{"kind": "closed"}'::jsonb)) AS e (number, event);
                """
            )
            .With("who", Person)
            .With("aDay", ADay)
            .With("shoots", shoots)
            .With("events", EventsEach)
            .RunAsync(cancel);
        await transaction.CommitAsync(cancel);
        await source.CreateCommand("VACUUM ANALYZE").RunAsync(cancel);
        return (await source.CreateCommand("SELECT count(*) FROM custody_event").ListAsync(r => r.Only<long>(), cancel))[0];
    }
}
