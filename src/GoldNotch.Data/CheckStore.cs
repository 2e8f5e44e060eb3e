using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Checks and their readings.</summary>
public sealed partial class CheckStore(NpgsqlDataSource source)
{
    // More names than this are not read in a message; the rest is counted.
    private const int NamesTold = 6;

    /// <summary>A page of checks, newest first, before a check; optionally of one unit or only open ones.</summary>
    /// <param name="before">The last check of the page before, or null.</param>
    /// <param name="unitTag">One unit, or null for all.</param>
    /// <param name="openOnly">Only what nobody has signed.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredCheck>> ListAsync(
        (DateTimeOffset StartedAt, Guid Id)? before,
        string? unitTag,
        CheckFilter state,
        string find,
        int limit,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM check_run
                WHERE (@at::timestamptz IS NULL OR (started_at, id) < (@at, @id))
                  AND (@unit::text IS NULL OR unit_tag = @unit)
                  AND (@state <> 'open' OR signed_at IS NULL)
                  AND (@state <> 'signed' OR signed_at IS NOT NULL)
                  AND (@state <> 'faults' OR found_off_target_count + found_automatic_count > 0)
                  AND (@find = '' OR position(@find IN lower(concat_ws(' ', unit_tag, started_by, signed_by, shoot_name,
                      (SELECT s.name FROM standard_version s WHERE (s.key, s.version) = (standard_key, standard_version))))) > 0)
                ORDER BY started_at DESC, id DESC LIMIT @limit
                """
            )
            .With("at", before?.StartedAt.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("unit", unitTag)
            .With(
                "state",
                state switch
                {
                    CheckFilter.Open => "open",
                    CheckFilter.Signed => "signed",
                    CheckFilter.Faults => "faults",
                    _ => "",
                }
            )
            .With("find", find.Trim().ToLowerInvariant())
            .With("limit", limit)
            .ListAsync(ReadCheck, cancel);

    /// <summary>The newest checks whole, for files.</summary>
    /// <param name="unitTag">One unit, or null for all.</param>
    /// <param name="limit">Most checks.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<List<WholeCheck>> WholeAsync(string? unitTag, int limit, CancellationToken cancel)
    {
        List<WholeCheck> heads = await source
            .CreateCommand(
                $"SELECT {Columns}, '{{}}' AS model_specification, NULL AS shoot FROM check_run WHERE @unit::text IS NULL OR unit_tag = @unit ORDER BY started_at DESC, id DESC LIMIT @limit"
            )
            .With("unit", unitTag)
            .With("limit", limit)
            .ListAsync(ReadWhole, cancel);
        List<(Guid Check, StoredReading Reading)> readings = await source
            .CreateCommand($"SELECT {ReadingColumns}, check_id FROM check_reading WHERE check_id = ANY(@ids)")
            .With("ids", heads.Select(h => h.Check.Id).ToArray())
            .ListAsync(r => (r.Id("check_id"), ReadReading(r)), cancel);
        ILookup<Guid, StoredReading> of = readings.ToLookup(r => r.Check, r => r.Reading);
        return
        [
            .. heads.Select(h =>
                h with
                {
                    Readings = [.. of[h.Check.Id].OrderBy(r => r.Order).ThenBy(r => r.Stage).ThenBy(r => r.Setting)],
                }
            ),
        ];
    }

    /// <summary>The check of the same unit that was signed last, with its readings; null where there is none.</summary>
    public async Task<WholeCheck?> LastSignedAsync(StoredCheck check, CancellationToken cancel)
    {
        List<Guid> last = await source
            .CreateCommand(
                """
                SELECT id FROM check_run WHERE unit_tag = @unit AND id <> @id AND signed_at IS NOT NULL ORDER BY signed_at DESC, id DESC LIMIT 1
                """
            )
            .With("unit", check.UnitTag)
            .With("id", check.Id)
            .ListAsync(r => r.Id("id"), cancel);
        return last is [var id] ? await GetAsync(id, cancel) : null;
    }

    /// <summary>Checks that are begun and not signed, the newest first.</summary>
    public Task<List<OpenCheckOfUnit>> OpenAsync(int limit, CancellationToken cancel) =>
        source
            .CreateCommand(
                "SELECT id, unit_tag, started_by, started_at, unread_count FROM check_run WHERE signed_at IS NULL ORDER BY started_at DESC, id DESC LIMIT @limit"
            )
            .With("limit", limit)
            .ListAsync(
                r => new OpenCheckOfUnit(
                    r.Id("id"),
                    r.Text("unit_tag"),
                    r.Text("started_by"),
                    r.Moment("started_at"),
                    r.Number("unread_count")
                ),
                cancel
            );

    /// <summary>One check whole, or null.</summary>
    public async Task<WholeCheck?> GetAsync(Guid id, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(
            System.Data.IsolationLevel.RepeatableRead,
            cancel
        );
        return await GetAsync(transaction, id, "", cancel);
    }

    /// <summary>One check with its readings and nothing beside them, or null: for what is asked with every letter typed.</summary>
    public async Task<WholeCheck?> ReadingsAsync(Guid id, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(
            System.Data.IsolationLevel.RepeatableRead,
            cancel
        );
        return await HeadAsync(transaction, id, "", cancel);
    }

    /// <summary>Keeps a new check with its readings in one transaction. The same id again changes nothing.</summary>
    /// <returns>False when the id was there already.</returns>
    /// <exception cref="RefusedException">The unit is missing.</exception>
    public async Task<bool> CreateAsync(WholeCheck check, JudgedCheck judged, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        bool created = await InsertAsync(transaction, check, judged, who, imported: false, cancel);
        await Live.TellAsync(transaction, check.Check.UnitTag, check.Check.Id, cancel);
        await transaction.CommitAsync(cancel);
        return created;
    }

    /// <summary>
    /// Signs an open check with a note, as the version that the person saw; a signed one stays as it is. What it found goes into the counts
    /// of drift.
    /// </summary>
    /// <returns>The check as it now stands, or null when there is none.</returns>
    /// <exception cref="RefusedException">Something changed since; two readings of a notch wait for a decision; or what must be read was not.</exception>
    public async Task<WholeCheck?> SignAsync(
        Guid id,
        int seen,
        Actor who,
        DateTimeOffset at,
        string note,
        Func<WholeCheck, JudgedCheck> judge,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await GetAsync(transaction, id, "FOR UPDATE", cancel) is not { } whole || whole.Check.SignedAt is not null)
        {
            return await GetAsync(transaction, id, "", cancel);
        }

        if (whole.Check.Version != seen)
        {
            throw new RefusedException(ProblemCode.ChangedMeanwhile, "", $"{SinceIn(whole)} Look at it, then sign. Nothing was signed.");
        }

        if (whole.Rivals is [var open, ..])
        {
            throw new RefusedException(
                ProblemCode.Undecided,
                "",
                $"{SettingDefinition.Of(open.Setting).Name} was read in two ways, by {open.By} too. Choose which one stands, then sign. Nothing was lost."
            );
        }

        JudgedCheck judged = judge(whole);
        if (note.Length == 0 && judged.UnreadRequired is { IsEmpty: false } unread)
        {
            string names = string.Join(", ", unread.Take(NamesTold).Select(s => SettingDefinition.Of(s).Name));
            throw new RefusedException(
                ProblemCode.LinesUnread,
                "/note",
                $"{names}{(unread.Length > NamesTold ? $" and {unread.Length - NamesTold} more" : "")} must be right and {(unread.Length == 1 ? "was" : "were")} not read. Read {(unread.Length == 1 ? "it" : "them")}, or say in the note why not: the unit stays due. Nothing was signed."
            );
        }

        // A clock that ran backwards must not make a check end before it began.
        DateTimeOffset signed = at < whole.Check.StartedAt ? whole.Check.StartedAt : at;
        WholeCheck after = whole with
        {
            Check = whole.Check.With(judged) with { SignedBy = who.Name, SignedAt = signed, Note = note, Version = seen + 1 },
        };
        await WriteSummaryAsync(transaction, after, cancel);
        await WriteSignatureAsync(transaction, after, judged, who.Person, seen, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "check signed",
            id.ToString(),
            null,
            new
            {
                note,
                version = seen,
                rulesVersion = judged.RulesVersion,
            },
            cancel
        );
        await Live.TellAsync(transaction, whole.Check.UnitTag, id, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    // What was read last is what the person has most likely not seen.
    private static string SinceIn(WholeCheck whole) =>
        whole.Readings.MaxBy(r => r.Order) is { } last
            ? $"This check changed since you looked: {last.By} {(last.Kind == ReadingKind.Unread ? "took back" : "read")} {SettingDefinition.Of(last.Setting).Name} last."
            : "This check changed since you looked.";

    internal static async Task<bool> InsertAsync(
        NpgsqlTransaction transaction,
        WholeCheck whole,
        JudgedCheck judged,
        Actor who,
        bool imported,
        CancellationToken cancel
    )
    {
        StoredCheck check = whole.Check;
        int inserted;
        try
        {
            inserted = await transaction
                .Command(
                    """
                    INSERT INTO check_run (id, unit_tag, standard_key, standard_version, model_specification, started_by, started_at, note, shoot, shoot_name,
                        imported_by, imported_by_id, imported_at)
                    VALUES (@id, @unit, @standard, @version, @card, @by, @at, @note, @shoot, @shoot_name,
                        @importer, @importer_id, CASE WHEN @importer::text IS NULL THEN NULL ELSE now() END) ON CONFLICT (id) DO NOTHING
                    """
                )
                .With("id", check.Id)
                .With("unit", check.UnitTag)
                .With("standard", check.StandardKey)
                .With("version", check.StandardVersion)
                .WithJson("card", whole.ModelSpecification)
                .With("by", check.StartedBy)
                .With("at", check.StartedAt.ToUniversalTime())
                .With("note", check.Note)
                .WithJson(
                    "shoot",
                    whole.Shoot is { } shoot ? JsonSerializer.Serialize(shoot, ExchangeJson.Default.PlannedSheetDocument) : null
                )
                .With("shoot_name", check.ShootName)
                .With("importer", imported ? who.Name : null)
                .With("importer_id", imported ? who.Person : null)
                .RunAsync(cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            bool unit = missing.ConstraintName?.Contains("unit", StringComparison.Ordinal) == true;
            throw new RefusedException(
                unit ? ProblemCode.UnitMissing : ProblemCode.StandardMissing,
                unit ? "/unit" : "/standard",
                unit
                    ? $"There is no unit {check.UnitTag}. Choose one from the list, or add it first."
                    : $"There is no standard {check.StandardKey} version {check.StandardVersion}.",
                missing
            );
        }

        if (inserted == 0)
        {
            return false;
        }

        foreach ((StoredReading reading, int order) in whole.Readings.Select((r, i) => (r, i + 1)))
        {
            await WriteReadingAsync(transaction, check.Id, reading with { Order = order }, cancel);
        }

        whole = whole with { Check = check.With(judged) };
        await WriteSummaryAsync(transaction, whole, cancel);
        if (check.SignedAt is not null)
        {
            await WriteSignatureAsync(transaction, whole, judged, null, null, cancel);
        }

        await Audit.WriteAsync(
            transaction,
            who,
            imported ? "check imported" : "check started",
            check.Id.ToString(),
            null,
            imported
                ? CheckReadings.ToDocument(whole)
                : new
                {
                    check.UnitTag,
                    check.StandardKey,
                    check.StandardVersion,
                },
            cancel
        );
        return true;
    }

    private static Task WriteReadingAsync(NpgsqlTransaction transaction, Guid id, StoredReading reading, CancellationToken cancel) =>
        transaction
            .Command(
                """
                INSERT INTO check_reading (check_id, stage, setting, kind, typed, read_by, read_at, version, from_camera, from_clip, reading_order, value)
                VALUES (@id, @stage, @setting, @kind, @typed, @by, @at, @version, @camera, @clip, @order, @value)
                ON CONFLICT (check_id, stage, setting) DO UPDATE
                SET kind = @kind, typed = @typed, read_by = @by, read_at = @at, version = @version, from_camera = @camera, from_clip = @clip, reading_order = @order, value = @value
                """
            )
            .With("id", id)
            .With("stage", Word(reading.Stage))
            .With("setting", SettingDefinition.Of(reading.Setting).Key)
            .With("kind", reading.Kind.Word())
            .With("typed", reading.Typed)
            .With("by", reading.By)
            .With("at", reading.At.ToUniversalTime())
            .With("version", reading.Version)
            .With("camera", reading.FromCamera)
            .With("clip", reading.FromClip)
            .With("order", reading.Order)
            .WithJson("value", JsonOf(reading))
            .RunAsync(cancel);

    private static Task WriteSummaryAsync(NpgsqlTransaction transaction, WholeCheck whole, CancellationToken cancel)
    {
        StoredCheck check = whole.Check;
        return transaction
            .Command(
                """
                UPDATE check_run SET on_target_count = @on, within_tolerance_count = @tolerance, off_target_count = @off, automatic_count = @automatic, unread_count = @unread,
                       headline = @headline, found_off_target_count = @found_off, found_automatic_count = @found_automatic, found_headline = @found_headline,
                       reading_count = greatest(reading_count, @count), version = @version
                WHERE id = @id
                """
            )
            .With("id", check.Id)
            .With("on", check.Summary.OnTarget)
            .With("tolerance", check.Summary.WithinTolerance)
            .With("off", check.Summary.OffTarget)
            .With("automatic", check.Summary.Automatic)
            .With("unread", check.Summary.Unread)
            .WithJson("headline", JudgementDocument.WriteAll(check.Summary.Headline))
            .With("found_off", check.FoundOffTarget)
            .With("found_automatic", check.FoundAutomatic)
            .WithJson("found_headline", JudgementDocument.WriteAll(check.FoundHeadline))
            .With("count", whole.Readings.Count)
            .With("version", check.Version)
            .RunAsync(cancel);
    }

    private static async Task WriteSignatureAsync(
        NpgsqlTransaction transaction,
        WholeCheck whole,
        JudgedCheck judged,
        Guid? signer,
        int? seen,
        CancellationToken cancel
    )
    {
        // A signature that is taken here has its number in the order of all that were; one that a file claims has none.
        List<long> number = await transaction
            .Command(
                """
                UPDATE check_run SET signed_by = @by, signed_by_id = @signer, signed_at = @at, note = @note, signed_version = @seen,
                       signature_number = CASE WHEN imported_by IS NULL THEN nextval('signature_number') END
                WHERE id = @id RETURNING coalesce(signature_number, 0) AS number
                """
            )
            .With("signer", signer)
            .With("seen", seen)
            .With("id", whole.Check.Id)
            .With("by", whole.Check.SignedBy)
            .With("at", whole.Check.SignedAt!.Value.ToUniversalTime())
            .With("note", whole.Check.Note)
            .ListAsync(r => r.Long("number"), cancel);
        await transaction
            .Command("INSERT INTO signed_check (check_id, rules_version, document) VALUES (@id, @rules, @document)")
            .With("id", whole.Check.Id)
            .With("rules", judged.RulesVersion)
            .WithJson("document", SignedDocument.Of(judged).Write())
            .RunAsync(cancel);
        await SignedCounts.WriteAsync(transaction, whole, judged, number is [> 0 and var taken] ? taken : null, cancel);
    }

    private static string? JsonOf(StoredReading reading) =>
        reading.Value is { } value ? JsonSerializer.Serialize(ValueDocument.Of(value), ExchangeJson.Default.ValueDocument) : null;
}
