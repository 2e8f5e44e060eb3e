using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A unit as the board needs it.</summary>
/// <param name="Tag">Asset tag.</param>
/// <param name="ModelKey">Its model.</param>
/// <param name="Tape">Colour of its tape.</param>
/// <param name="Place">Where it lives.</param>
/// <param name="Status"><c>in</c>, <c>out</c>, <c>repair</c> or <c>retired</c>.</param>
/// <param name="DueBack">When it is due back; null while it is in.</param>
/// <param name="Last">Its last signed check; null where there is none.</param>
/// <param name="LastCheckId">That check.</param>
/// <param name="Open">A check of it that is begun and not signed; null where there is none.</param>
public sealed record BoardUnit(
    string Tag,
    string ModelKey,
    string Tape,
    string Place,
    UnitStatus Status,
    DateOnly? DueBack,
    LastCheck? Last,
    Guid? LastCheckId,
    OpenCheck? Open
);

/// <summary>A check that is begun and not signed.</summary>
/// <param name="Id">The check.</param>
/// <param name="By">Who began it.</param>
/// <param name="At">When.</param>
/// <param name="Unread">Lines nobody has looked at.</param>
public sealed record OpenCheck(Guid Id, string By, DateTimeOffset At, int Unread);

/// <summary>How every unit stands, from what was kept when its last check was signed: no readings are looked through.</summary>
public sealed class BoardStore(NpgsqlDataSource source)
{
    /// <summary>Every unit, or one.</summary>
    /// <param name="tag">One unit, or null for all.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<BoardUnit>> ListAsync(string? tag, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT u.tag, u.model_key, u.tape, u.place, u.status, u.due_back, s.check_id, s.signed_at, CASE WHEN s.wrong <> '{}' THEN s.wrong END,
                       coalesce(now.name, was.name), coalesce(now.interval_days, was.interval_days), o.id, o.started_by, o.started_at, o.unread_count
                FROM camera_unit u
                LEFT JOIN unit_state s ON s.unit_tag = u.tag
                LEFT JOIN standard_version now ON now.key = s.standard_key AND now.state = 'approved'
                LEFT JOIN standard_version was ON (was.key, was.version) = (s.standard_key, s.standard_version)
                LEFT JOIN (
                    SELECT DISTINCT ON (unit_tag) unit_tag, id, started_by, started_at, unread_count FROM check_run
                    WHERE signed_at IS NULL ORDER BY unit_tag, started_at DESC) o ON o.unit_tag = u.tag
                WHERE @tag::text IS NULL OR u.tag = @tag
                ORDER BY u.tag
                """
            )
            .With("tag", tag)
            .ListAsync(Read, cancel);

    private static BoardUnit Read(NpgsqlDataReader r) =>
        new(
            r.GetString(0),
            r.GetString(1),
            r.GetString(2),
            r.GetString(3),
            UnitStatuses.Parse(r.GetString(4)),
            r.IsDBNull(5) ? null : r.GetFieldValue<DateOnly>(5),
            r.IsDBNull(6)
                ? null
                : new LastCheck(
                    DateOnly.FromDateTime(r.GetFieldValue<DateTimeOffset>(7).UtcDateTime),
                    r.GetString(9),
                    r.IsDBNull(10) ? null : r.GetInt32(10),
                    r.IsDBNull(8) ? [] : [.. r.GetFieldValue<string[]>(8).Select(SettingDefinition.Parse)]
                ),
            r.IsDBNull(6) ? null : r.GetGuid(6),
            r.IsDBNull(11) ? null : new OpenCheck(r.GetGuid(11), r.GetString(12), r.GetFieldValue<DateTimeOffset>(13), r.GetInt32(14))
        );
}
