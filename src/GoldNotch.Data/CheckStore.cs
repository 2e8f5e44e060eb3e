using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Data.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A reading as it is kept: what was typed, and by whom.</summary>
/// <param name="Setting">The setting.</param>
/// <param name="Kind"><c>value</c>, <c>automatic</c>, <c>not-fitted</c>, or <c>unread</c> for one that was taken back.</param>
/// <param name="Typed">What was typed; empty unless a value.</param>
/// <param name="By">Who read it.</param>
/// <param name="At">When.</param>
/// <param name="Version">Rises with each change of this reading.</param>
public sealed record StoredReading(Setting Setting, string Kind, string Typed, string By, DateTimeOffset At, int Version)
{
    /// <summary>Whether it says the same, whoever said it and whenever.</summary>
    public bool SaysTheSameAs(StoredReading other) => Setting == other.Setting && Kind == other.Kind && Typed == other.Typed;
}

/// <summary>A check as it is kept, without its readings.</summary>
/// <param name="Id">Made by the client, so that a retry changes nothing.</param>
/// <param name="UnitTag">The unit checked.</param>
/// <param name="StandardKey">The standard.</param>
/// <param name="StandardVersion">Its version.</param>
/// <param name="StandardName">Its name; empty in a check that is not kept yet.</param>
/// <param name="StartedBy">Who began.</param>
/// <param name="StartedAt">When.</param>
/// <param name="SignedBy">Who signed, or null while open.</param>
/// <param name="SignedAt">When, or null while open.</param>
/// <param name="Note">A note.</param>
/// <param name="Summary">In one line.</param>
/// <param name="ShootName">The shoot whose plan it is checked by; empty where it is the standard alone.</param>
public sealed record StoredCheck(
    Guid Id, string UnitTag, string StandardKey, int StandardVersion, string StandardName, string StartedBy, DateTimeOffset StartedAt,
    string? SignedBy, DateTimeOffset? SignedAt, string Note, CheckSummary Summary, string ShootName = "");

/// <summary>A check with its frozen card and its readings.</summary>
/// <param name="Check">The check.</param>
/// <param name="ModelCard">The capability card as it was when the check began, JSON.</param>
/// <param name="Readings">The readings, in the order of the work.</param>
/// <param name="Shoot">What a plan puts in the place of the standard's notches; null where it is the standard alone.</param>
public sealed record WholeCheck(StoredCheck Check, string ModelCard, IReadOnlyList<StoredReading> Readings, ShootDocument? Shoot = null);

/// <summary>What came of recording a reading.</summary>
public enum RecordOutcome
{
    /// <summary>It stands now, or stood already.</summary>
    Recorded,

    /// <summary>Somebody else read it otherwise meanwhile; nothing was changed.</summary>
    Conflict,

    /// <summary>The check is signed; nothing was changed.</summary>
    Signed,

    /// <summary>There is no such check.</summary>
    Missing,
}

/// <summary>Checks and their readings.</summary>
public sealed class CheckStore(NpgsqlDataSource source)
{
    private const string Columns =
        """
        id, unit_tag, standard_key, standard_version, started_by, started_at, signed_by, signed_at, note,
        on_count, slack_count, off_count, floating_count, unread_count, headline,
        (SELECT s.name FROM standard_version s WHERE (s.key, s.version) = (standard_key, standard_version)) AS standard_name,
        shoot_name
        """;

    /// <summary>A page of checks, newest first, before a check; optionally of one unit or only open ones.</summary>
    /// <param name="before">The last check of the page before, or null.</param>
    /// <param name="unitTag">One unit, or null for all.</param>
    /// <param name="openOnly">Only what nobody has signed.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredCheck>> ListAsync((DateTimeOffset StartedAt, Guid Id)? before, string? unitTag, bool openOnly, int limit, CancellationToken cancel) =>
        source.CreateCommand(
                $"""
                SELECT {Columns} FROM check_run
                WHERE (@at::timestamptz IS NULL OR (started_at, id) < (@at, @id))
                  AND (@unit::text IS NULL OR unit_tag = @unit)
                  AND (NOT @open OR signed_at IS NULL)
                ORDER BY started_at DESC, id DESC LIMIT @limit
                """)
            .With("at", before?.StartedAt.ToUniversalTime()).With("id", before?.Id ?? Guid.Empty)
            .With("unit", unitTag).With("open", openOnly).With("limit", limit)
            .ListAsync(ReadCheck, cancel);

    /// <summary>One check whole, or null.</summary>
    public async Task<WholeCheck?> GetAsync(Guid id, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(System.Data.IsolationLevel.RepeatableRead, cancel);
        return await GetAsync(transaction, id, "", cancel);
    }

    /// <summary>Keeps a new check with its readings in one transaction. The same id again changes nothing.</summary>
    /// <returns>False when the id was there already.</returns>
    /// <exception cref="RefusedException">The unit is missing.</exception>
    public async Task<bool> CreateAsync(WholeCheck check, string who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        bool created = await InsertAsync(transaction, check, who, cancel);
        await transaction.CommitAsync(cancel);
        return created;
    }

    /// <summary>Records one reading, if the reading is still at the version the person saw.</summary>
    /// <param name="id">The check.</param>
    /// <param name="reading">The reading; its version is the one the person saw, 0 for none.</param>
    /// <param name="summarise">Sums up the check with this reading in it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>What came of it, and the check as it now stands.</returns>
    public async Task<(RecordOutcome Outcome, WholeCheck? Now)> RecordAsync(
        Guid id, StoredReading reading, Func<WholeCheck, CheckSummary> summarise, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await GetAsync(transaction, id, "FOR UPDATE", cancel) is not { } whole)
        {
            return (RecordOutcome.Missing, null);
        }

        StoredReading? there = whole.Readings.FirstOrDefault(r => r.Setting == reading.Setting);
        if (there?.SaysTheSameAs(reading) == true)
        {
            return (RecordOutcome.Recorded, whole);
        }

        if (whole.Check.SignedAt is not null)
        {
            return (RecordOutcome.Signed, whole);
        }

        if ((there?.Version ?? 0) != reading.Version)
        {
            return (RecordOutcome.Conflict, whole);
        }

        StoredReading next = reading with { Version = reading.Version + 1 };
        WholeCheck after = whole with
        {
            Readings = [.. whole.Readings.Where(r => r.Setting != reading.Setting).Append(next).OrderBy(r => r.Setting)],
        };
        after = after with { Check = after.Check with { Summary = summarise(after) } };
        await WriteReadingAsync(transaction, id, next, cancel);
        await WriteSummaryAsync(transaction, id, after.Check.Summary, cancel);
        await Audit.WriteAsync(transaction, reading.By, "reading", $"{id} {SettingName.Of(reading.Setting).Key}", there, next, cancel);
        await transaction.CommitAsync(cancel);
        return (RecordOutcome.Recorded, after);
    }

    /// <summary>Signs an open check with a note; a signed one stays as it is.</summary>
    /// <returns>The check as it now stands, or null when there is none.</returns>
    public async Task<WholeCheck?> SignAsync(Guid id, string who, DateTimeOffset at, string note, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await GetAsync(transaction, id, "FOR UPDATE", cancel) is not { } whole || whole.Check.SignedAt is not null)
        {
            return await GetAsync(transaction, id, "", cancel);
        }

        // A clock that ran backwards must not make a check end before it began.
        DateTimeOffset signed = at < whole.Check.StartedAt ? whole.Check.StartedAt : at;
        await transaction.Command("UPDATE check_run SET signed_by = @who, signed_at = @at, note = @note WHERE id = @id")
            .With("id", id).With("who", who).With("at", signed.ToUniversalTime()).With("note", note).RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "check signed", id.ToString(), null, new { note }, cancel);
        await transaction.CommitAsync(cancel);
        return whole with { Check = whole.Check with { SignedBy = who, SignedAt = signed, Note = note } };
    }

    internal static async Task<bool> InsertAsync(NpgsqlTransaction transaction, WholeCheck whole, string who, CancellationToken cancel)
    {
        StoredCheck check = whole.Check;
        int inserted;
        try
        {
            inserted = await transaction.Command(
                    """
                    INSERT INTO check_run (id, unit_tag, standard_key, standard_version, model_card, started_by, started_at, note, shoot, shoot_name)
                    VALUES (@id, @unit, @standard, @version, @card, @by, @at, @note, @shoot, @shoot_name) ON CONFLICT (id) DO NOTHING
                    """)
                .With("id", check.Id).With("unit", check.UnitTag).With("standard", check.StandardKey).With("version", check.StandardVersion)
                .WithJson("card", whole.ModelCard).With("by", check.StartedBy).With("at", check.StartedAt.ToUniversalTime()).With("note", check.Note)
                .WithJson("shoot", whole.Shoot is { } shoot ? JsonSerializer.Serialize(shoot, ExchangeJson.Default.ShootDocument) : null).With("shoot_name", check.ShootName)
                .RunAsync(cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            bool unit = missing.ConstraintName?.Contains("unit", StringComparison.Ordinal) == true;
            throw new RefusedException(
                unit ? "unit-missing" : "standard-missing",
                unit ? "/unit" : "/standard",
                unit ? $"There is no unit {check.UnitTag}. Choose one from the list, or add it first." : $"There is no standard {check.StandardKey} version {check.StandardVersion}.",
                missing);
        }

        if (inserted == 0)
        {
            return false;
        }

        foreach (StoredReading reading in whole.Readings)
        {
            await WriteReadingAsync(transaction, check.Id, reading, cancel);
        }

        await WriteSummaryAsync(transaction, check.Id, check.Summary, cancel);
        if (check.SignedAt is { } signed)
        {
            await transaction.Command("UPDATE check_run SET signed_by = @by, signed_at = @at WHERE id = @id")
                .With("id", check.Id).With("by", check.SignedBy).With("at", signed.ToUniversalTime()).RunAsync(cancel);
        }

        await Audit.WriteAsync(transaction, who, "check begun", check.Id.ToString(), null, new { check.UnitTag, check.StandardKey, check.StandardVersion }, cancel);
        return true;
    }

    private static async Task<WholeCheck?> GetAsync(NpgsqlTransaction transaction, Guid id, string locking, CancellationToken cancel)
    {
        WholeCheck? head = await transaction.Command($"SELECT {Columns}, model_card, shoot FROM check_run WHERE id = @id {locking}").With("id", id)
            .FirstAsync(ReadWhole, cancel);
        if (head is null)
        {
            return null;
        }

        List<StoredReading> readings = await transaction
            .Command("SELECT setting, kind, typed, read_by, read_at, version FROM check_reading WHERE check_id = @id").With("id", id)
            .ListAsync(ReadReading, cancel);
        return head with { Readings = [.. readings.OrderBy(r => r.Setting)] };
    }

    private static Task WriteReadingAsync(NpgsqlTransaction transaction, Guid id, StoredReading reading, CancellationToken cancel) =>
        transaction.Command(
                """
                INSERT INTO check_reading (check_id, setting, kind, typed, read_by, read_at, version)
                VALUES (@id, @setting, @kind, @typed, @by, @at, @version)
                ON CONFLICT (check_id, setting) DO UPDATE
                SET kind = @kind, typed = @typed, read_by = @by, read_at = @at, version = @version
                """)
            .With("id", id).With("setting", SettingName.Of(reading.Setting).Key).With("kind", reading.Kind).With("typed", reading.Typed)
            .With("by", reading.By).With("at", reading.At.ToUniversalTime()).With("version", reading.Version).RunAsync(cancel);

    private static Task WriteSummaryAsync(NpgsqlTransaction transaction, Guid id, CheckSummary summary, CancellationToken cancel) =>
        transaction.Command(
                """
                UPDATE check_run SET on_count = @on, slack_count = @slack, off_count = @off,
                       floating_count = @floating, unread_count = @unread, headline = @headline
                WHERE id = @id
                """)
            .With("id", id).With("on", summary.On).With("slack", summary.WithinSlack).With("off", summary.Off)
            .With("floating", summary.Floating).With("unread", summary.Unread).With("headline", summary.Headline).RunAsync(cancel);

    private static WholeCheck ReadWhole(NpgsqlDataReader r) => new(
        ReadCheck(r), r.GetString(17), [], r.IsDBNull(18) ? null : JsonSerializer.Deserialize(r.GetString(18), ExchangeJson.Default.ShootDocument));

    private static StoredReading ReadReading(NpgsqlDataReader r) => new(
        SettingName.Parse(r.GetString(0)), r.GetString(1), r.GetString(2), r.GetString(3), r.GetFieldValue<DateTimeOffset>(4), r.GetInt32(5));

    private static StoredCheck ReadCheck(NpgsqlDataReader r) => new(
        r.GetGuid(0), r.GetString(1), r.GetString(2), r.GetInt32(3), r.GetString(15), r.GetString(4), r.GetFieldValue<DateTimeOffset>(5),
        r.IsDBNull(6) ? null : r.GetString(6), r.IsDBNull(7) ? null : r.GetFieldValue<DateTimeOffset>(7), r.GetString(8),
        new CheckSummary(r.GetInt32(9), r.GetInt32(10), r.GetInt32(11), r.GetInt32(12), r.GetInt32(13), r.GetString(14)), r.GetString(16));
}
