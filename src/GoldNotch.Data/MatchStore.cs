using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A match as it is kept, without its pictures.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Document">How it is set up.</param>
/// <param name="Version">Rises with each change of the setting-up.</param>
/// <param name="BegunBy">Who began it.</param>
/// <param name="BegunAt">When.</param>
/// <param name="ChangedBy">Who did something last.</param>
/// <param name="ChangedAt">When.</param>
/// <param name="SignedBy">Who signed it; null while it is open.</param>
/// <param name="SignedAt">When.</param>
/// <param name="Signed">What the signature froze, as JSON; null while it is open.</param>
public sealed record StoredMatch(
    Guid Id,
    MatchDocument Document,
    int Version,
    string BegunBy,
    DateTimeOffset BegunAt,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    string? SignedBy,
    DateTimeOffset? SignedAt,
    string? Signed
);

/// <summary>A picture of one camera at one turn.</summary>
/// <param name="Letter">The camera.</param>
/// <param name="Turn">1 and up.</param>
/// <param name="PictureId">The picture.</param>
/// <param name="Position">Where the controls stood.</param>
/// <param name="By">Who took it.</param>
/// <param name="At">When.</param>
/// <param name="Version">Rises with each change.</param>
public sealed record StoredTake(
    string Letter,
    int Turn,
    Guid PictureId,
    MatchPositionDocument Position,
    string By,
    DateTimeOffset At,
    int Version
);

/// <summary>Matches of several cameras.</summary>
public sealed partial class MatchStore(NpgsqlDataSource source)
{
    private const string Columns = "id, document, version, begun_by, begun_at, changed_by, changed_at, signed_by, signed_at, signed";

    /// <summary>A page of matches, changed last first.</summary>
    /// <param name="unit">With this unit alone; null: all.</param>
    /// <param name="lineUp">On this line-up alone; null: all.</param>
    /// <param name="before">The last of the page before, or null.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredMatch>> ListAsync(
        string? unit,
        Guid? lineUp,
        (DateTimeOffset At, Guid Id)? before,
        int limit,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM camera_match m
                WHERE (@unit::text IS NULL OR EXISTS (SELECT 1 FROM match_camera c WHERE c.match_id = m.id AND c.unit_tag = @unit))
                  AND (@lineUp::uuid IS NULL OR line_up_id = @lineUp)
                  AND (@at::timestamptz IS NULL OR (changed_at, id) < (@at, @id))
                ORDER BY changed_at DESC, id DESC LIMIT @limit
                """
            )
            .With("unit", unit)
            .With("lineUp", lineUp)
            .With("at", before?.At.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>One match, or null.</summary>
    public Task<StoredMatch?> GetAsync(Guid id, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM camera_match WHERE id = @id").With("id", id).FirstAsync(Read, cancel);

    /// <summary>Keeps how a match is set up: new where the version seen is 0, else changed if nobody else has since.</summary>
    /// <returns>As it is kept, or null when its version has moved on.</returns>
    /// <exception cref="RefusedException">There is no such unit, or the match is signed.</exception>
    public async Task<StoredMatch?> PutAsync(
        Guid id,
        MatchDocument document,
        int seen,
        DateTimeOffset at,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredMatch? before = await OpenAsync(transaction, id, cancel);
        if ((before?.Version ?? 0) != seen)
        {
            return null;
        }

        StoredMatch? after = await transaction
            .Command(
                $"""
                INSERT INTO camera_match (id, name, line_up_id, document, begun_by, begun_at, changed_by, changed_at)
                VALUES (@id, @name, @lineUp, @document, @who, @at, @who, @at)
                ON CONFLICT (id) DO UPDATE SET name = @name, document = @document, version = camera_match.version + 1, changed_by = @who, changed_at = @at
                WHERE camera_match.version = @seen
                RETURNING {Columns}
                """
            )
            .With("id", id)
            .With("name", document.Name)
            .With("lineUp", document.LineUp)
            .WithJson("document", Json(document))
            .With("who", who.Name)
            .With("at", at.ToUniversalTime())
            .With("seen", seen)
            .FirstAsync(Read, cancel);
        if (after is null)
        {
            return null;
        }

        await CamerasAsync(transaction, id, document, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            before is null ? "match started" : "match changed",
            Subject(id),
            before?.Document,
            document,
            cancel
        );
        await TellAsync(transaction, id, document, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Throws an open match away if nobody has changed it since it was seen; its pictures stay.</summary>
    public async Task<bool> DropAsync(Guid id, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await OpenAsync(transaction, id, cancel);
        StoredMatch? dropped = await transaction
            .Command($"DELETE FROM camera_match WHERE id = @id AND version = @seen RETURNING {Columns}")
            .With("id", id)
            .With("seen", seen)
            .FirstAsync(Read, cancel);
        if (dropped is null)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "match deleted", Subject(id), dropped.Document, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>Signs a match as it was seen, and keeps what each unit needed.</summary>
    /// <param name="id">The match.</param>
    /// <param name="seen">How many pictures it had, and the version of its setting-up, as the person saw them.</param>
    /// <param name="signed">What is frozen.</param>
    /// <param name="units">What each unit needed.</param>
    /// <param name="at">When.</param>
    /// <param name="who">Who signs.</param>
    /// <param name="byId">That person's id.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>As it is kept, or null when something has changed since.</returns>
    public async Task<StoredMatch?> SignAsync(
        Guid id,
        (int Version, long Takes) seen,
        string signed,
        IReadOnlyList<UnitMatchDocument> units,
        DateTimeOffset at,
        Actor who,
        Guid byId,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredMatch match = await OpenAsync(transaction, id, cancel) ?? throw NoMatch();
        List<StoredTake> takes = await transaction
            .Command($"SELECT {TakeColumns} FROM match_take WHERE match_id = @id")
            .With("id", id)
            .ListAsync(ReadTake, cancel);
        if (match.Version != seen.Version || Seal(takes) != seen.Takes)
        {
            return null;
        }

        // Before the signature: afterwards nothing of the match may be touched.
        StoredMatch? after = await transaction
            .Command(
                $"""
                UPDATE camera_match SET signed_by = @who, signed_by_id = @byId, signed_at = @at, signed = @signed, changed_by = @who, changed_at = @at
                WHERE id = @id AND signed_at IS NULL RETURNING {Columns}
                """
            )
            .With("id", id)
            .With("who", who.Name)
            .With("byId", byId)
            .With("at", at.ToUniversalTime())
            .WithJson("signed", signed)
            .FirstAsync(Read, cancel);
        foreach (UnitMatchDocument needed in units)
        {
            await UnitMatchStore.AddAsync(transaction, needed, "", cancel);
        }

        await Audit.WriteAsync(transaction, who, "match signed", Subject(id), null, new { match.Document, Units = units }, cancel);
        await TellAsync(transaction, id, match.Document, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    // A match that is being signed is waited for.
    private static async Task<StoredMatch?> OpenAsync(NpgsqlTransaction transaction, Guid id, CancellationToken cancel)
    {
        StoredMatch? match = await transaction
            .Command($"SELECT {Columns} FROM camera_match WHERE id = @id FOR UPDATE")
            .With("id", id)
            .FirstAsync(Read, cancel);
        return match is { SignedAt: not null }
            ? throw new RefusedException(
                ProblemCode.Immutable,
                "/id",
                $"{match.SignedBy} signed this match: it stays as it is. Begin another one for these cameras."
            )
            : match;
    }

    private static async Task CamerasAsync(NpgsqlTransaction transaction, Guid id, MatchDocument document, CancellationToken cancel)
    {
        await transaction.Command("DELETE FROM match_camera WHERE match_id = @id").With("id", id).RunAsync(cancel);
        try
        {
            await transaction
                .Command(
                    "INSERT INTO match_camera (match_id, letter, unit_tag) SELECT @id, c.letter, c.tag FROM unnest(@letters, @tags) AS c (letter, tag)"
                )
                .With("id", id)
                .With("letters", document.Cameras.Select(c => c.Letter).ToArray())
                .With("tags", document.Cameras.Select(c => c.Unit).ToArray())
                .RunAsync(cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                "/cameras",
                "One of these units is not there any more. Choose it again from the list.",
                missing
            );
        }

        await transaction
            .Command("DELETE FROM match_take WHERE match_id = @id AND letter <> ALL(@letters)")
            .With("id", id)
            .With("letters", document.Cameras.Select(c => c.Letter).ToArray())
            .RunAsync(cancel);
    }

    private static Task TouchAsync(NpgsqlTransaction transaction, Guid id, DateTimeOffset at, Actor who, CancellationToken cancel) =>
        transaction
            .Command("UPDATE camera_match SET changed_by = @who, changed_at = @at WHERE id = @id")
            .With("who", who.Name)
            .With("at", at.ToUniversalTime())
            .With("id", id)
            .RunAsync(cancel);

    private static async Task TellAsync(NpgsqlTransaction transaction, Guid id, MatchDocument document, CancellationToken cancel)
    {
        foreach (MatchCameraDocument camera in document.Cameras)
        {
            await Live.TellAsync(transaction, camera.Unit, id, cancel);
        }
    }

    private static string Subject(Guid id) => $"match {id}";

    private static RefusedException NoMatch() =>
        new(ProblemCode.NotFound, "/id", "There is no such match any more. Look in the list of matches.");

    private static string Json(MatchDocument document) => JsonSerializer.Serialize(document, ExchangeJson.Default.MatchDocument);

    private static StoredMatch Read(Row r) =>
        new(
            r.Id("id"),
            JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.MatchDocument)!,
            r.Number("version"),
            r.Text("begun_by"),
            r.Moment("begun_at"),
            r.Text("changed_by"),
            r.Moment("changed_at"),
            r.TextOrNull("signed_by"),
            r.MomentOrNull("signed_at"),
            r.TextOrNull("signed")
        );
}
