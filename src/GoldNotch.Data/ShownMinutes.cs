using Npgsql;

namespace GoldNotch.Data;

/// <summary>A unit with the version of a standard that it is set to.</summary>
public readonly record struct UnitStandard(string Unit, string Standard, int Version);

/// <summary>What was recorded of an empty card's minutes on units themselves, in checks that were signed with nothing off target and whose card had been
/// formatted. Whether a record is a number that somebody read is the core's to say (<see cref="Core.Shoots.CardsPlan.NumberRead"/>).</summary>
public sealed class ShownMinutes(NpgsqlDataSource source)
{
    /// <summary>Minutes by unit, the newest first; a unit without a record is left out.</summary>
    /// <param name="units">Units, each with the standard it is used at: at another format a card holds another time.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<Dictionary<string, IReadOnlyList<double>>> OfAsync(IReadOnlyList<UnitStandard> units, CancellationToken cancel) =>
        units.Count == 0 ? [] : (
                await source
                    .CreateCommand(
                        """
                        SELECT DISTINCT ON (c.unit_tag, c.signed_at, c.id) c.unit_tag, (r.value ->> 'value')::float8 AS minutes
                        FROM unnest(@units, @standards, @versions) AS of (unit, standard, version)
                        JOIN check_run c ON (c.unit_tag, c.standard_key, c.standard_version) = (of.unit, of.standard, of.version)
                        JOIN check_reading r ON r.check_id = c.id AND r.setting = 'card-minutes' AND r.value ->> 'unit' = 'Minutes'
                        WHERE c.signed_at IS NOT NULL AND c.off_target_count = 0
                          AND EXISTS (SELECT 1 FROM check_reading f WHERE f.check_id = c.id AND f.setting = 'card-formatted'
                              AND f.value ->> 'done' = 'true')
                          -- What was found before the format was put right belongs to another format.
                          AND (r.stage = 'left' OR NOT EXISTS (
                              SELECT 1 FROM check_reading m WHERE m.check_id = c.id AND m.stage = 'left'
                              AND m.setting IN ('record-format', 'high-rate', 'codec', 'bit-depth', 'bit-rate')))
                        ORDER BY c.unit_tag, c.signed_at DESC, c.id, (r.stage = 'left') DESC
                        """
                    )
                    .With("units", units.Select(u => u.Unit).ToArray())
                    .With("standards", units.Select(u => u.Standard).ToArray())
                    .With("versions", units.Select(u => u.Version).ToArray())
                    .ListAsync(r => (Unit: r.Text("unit_tag"), Minutes: r.Real("minutes")), cancel)
            ).GroupBy(r => r.Unit).ToDictionary(g => g.Key, g => (IReadOnlyList<double>)[.. g.Select(r => r.Minutes)]);
}
