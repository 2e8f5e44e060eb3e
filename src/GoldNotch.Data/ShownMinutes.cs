using Npgsql;

namespace GoldNotch.Data;

/// <summary>A unit with the version of a standard that it is set to.</summary>
public readonly record struct UnitStandard(string Unit, string Standard, int Version);

/// <summary>What units themselves showed of an empty card: the reading of their last check that was signed with nothing off target.</summary>
public sealed class ShownMinutes(NpgsqlDataSource source)
{
    /// <summary>Minutes by unit; a unit that nobody read them off is left out.</summary>
    /// <param name="units">Units, each with the standard it is used at: at another format a card holds another time.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<Dictionary<string, double>> OfAsync(IReadOnlyList<UnitStandard> units, CancellationToken cancel) =>
        units.Count == 0
            ? []
            : (
                await source
                    .CreateCommand(
                        """
                        SELECT DISTINCT ON (c.unit_tag) c.unit_tag, (r.value ->> 'value')::float8 AS minutes
                        FROM unnest(@units, @standards, @versions) AS of (unit, standard, version)
                        JOIN check_run c ON (c.unit_tag, c.standard_key, c.standard_version) = (of.unit, of.standard, of.version)
                        JOIN check_reading r ON r.check_id = c.id AND r.setting = 'card-minutes' AND r.value ->> 'unit' = 'Minutes'
                        WHERE c.signed_at IS NOT NULL AND c.off_target_count = 0
                          -- What was found before the format was put right belongs to another format.
                          AND (r.stage = 'left' OR NOT EXISTS (
                              SELECT 1 FROM check_reading m WHERE m.check_id = c.id AND m.stage = 'left'
                              AND m.setting IN ('record-format', 'high-rate', 'codec', 'bit-depth', 'bit-rate')))
                        ORDER BY c.unit_tag, c.signed_at DESC, (r.stage = 'left') DESC
                        """
                    )
                    .With("units", units.Select(u => u.Unit).ToArray())
                    .With("standards", units.Select(u => u.Standard).ToArray())
                    .With("versions", units.Select(u => u.Version).ToArray())
                    .ListAsync(r => (Unit: r.Text("unit_tag"), Minutes: r.Real("minutes")), cancel)
            ).ToDictionary(r => r.Unit, r => r.Minutes);
}
