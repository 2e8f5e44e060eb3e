using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>How far a clip has come.</summary>
public enum ClipState
{
    /// <summary>It is here and being judged.</summary>
    Judging,

    /// <summary>It is judged.</summary>
    Judged,

    /// <summary>It could not be judged.</summary>
    Refused,
}

/// <summary>A clip as it is kept.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Name">Name of the file.</param>
/// <param name="UnitTag">The camera it is of, where that is known.</param>
/// <param name="CheckId">The check it was brought for; null where it stands alone.</param>
/// <param name="Stage">The stage of that check.</param>
/// <param name="AddedBy">Who brought it.</param>
/// <param name="AddedById">That person's id.</param>
/// <param name="AddedAt">When.</param>
/// <param name="Bytes">Size of the file.</param>
/// <param name="Sha256">Its sum.</param>
/// <param name="State">How far it has come.</param>
/// <param name="Refusal">Why it could not be judged, or does not count; else empty.</param>
/// <param name="Document">Its figures; null until it is judged.</param>
public sealed record StoredClip(
    Guid Id,
    string Name,
    string? UnitTag,
    Guid? CheckId,
    CheckStage Stage,
    string AddedBy,
    Guid AddedById,
    DateTimeOffset AddedAt,
    long Bytes,
    byte[] Sha256,
    ClipState State,
    string Refusal,
    ClipDocument? Document
)
{
    /// <summary>What it answered of each notch of its check; null where it does not count in one.</summary>
    public IReadOnlyList<ClipAnswerDocument>? Answers { get; init; }
}

/// <summary>Clips that were judged, and the checks they count in.</summary>
public sealed class ClipStore(NpgsqlDataSource source)
{
    private const string Columns = """
        id, name, unit_tag, clip.check_id, stage, added_by, added_by_id, added_at, bytes, sha256, state, refusal, document, answers
        """;

    private const string Tables = "clip LEFT JOIN check_clip ON check_clip.clip_id = clip.id";

    /// <summary>A page of clips, the newest first.</summary>
    /// <param name="unit">Of this unit alone; null: of all.</param>
    /// <param name="before">The last of the page before, or null.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredClip>> ListAsync(string? unit, (DateTimeOffset At, Guid Id)? before, int limit, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM {Tables}
                WHERE (@unit::text IS NULL OR unit_tag = @unit) AND (@at::timestamptz IS NULL OR (added_at, id) < (@at, @id))
                ORDER BY added_at DESC, id DESC LIMIT @limit
                """
            )
            .With("unit", unit)
            .With("at", before?.At.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>One clip, or null.</summary>
    public Task<StoredClip?> GetAsync(Guid id, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM {Tables} WHERE id = @id").With("id", id).FirstAsync(Read, cancel);

    /// <summary>Keeps a clip that is here and not judged yet; the same id again changes nothing.</summary>
    /// <returns>As it is kept.</returns>
    /// <exception cref="RefusedException">There is no such unit.</exception>
    public async Task<StoredClip> AddAsync(StoredClip clip, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        int inserted;
        try
        {
            inserted = await transaction
                .Command(
                    """
                    INSERT INTO clip (id, name, unit_tag, check_id, stage, added_by, added_by_id, added_at, bytes, sha256)
                    VALUES (@id, @name, @unit, @check, @stage, @by, @byId, @at, @bytes, @sum) ON CONFLICT (id) DO NOTHING
                    """
                )
                .With("id", clip.Id)
                .With("name", clip.Name)
                .With("unit", clip.UnitTag)
                .With("check", clip.CheckId)
                .With("stage", clip.Stage == CheckStage.Left ? "left" : "found")
                .With("by", clip.AddedBy)
                .With("byId", clip.AddedById)
                .With("at", clip.AddedAt.ToUniversalTime())
                .With("bytes", clip.Bytes)
                .With("sum", clip.Sha256)
                .RunAsync(cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                "/unit",
                $"There is no unit {clip.UnitTag}. Look at the tag again, or leave it out. The clip was not saved.",
                missing
            );
        }

        if (inserted > 0)
        {
            await Audit.WriteAsync(transaction, who, "clip saved", clip.Id.ToString(), null, Brief(clip), cancel);
            await transaction.CommitAsync(cancel);
        }

        return (await GetAsync(clip.Id, cancel))!;
    }

    /// <summary>Keeps what a clip turned out to be, and lets it count in its check where it is to; a check that was signed meanwhile stays as it is.</summary>
    /// <param name="id">The clip.</param>
    /// <param name="document">Its figures.</param>
    /// <param name="answers">What it answered of each notch of its check; null where it does not count in one.</param>
    /// <param name="refusal">Why it does not count; empty where it does, or where nobody asked.</param>
    /// <param name="who">Who brought it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>Whether it counts in its check.</returns>
    public async Task<bool> JudgedAsync(
        Guid id,
        ClipDocument document,
        IReadOnlyList<ClipAnswerDocument>? answers,
        string refusal,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        bool counts = false;
        if (
            answers is not null
            && await transaction
                .Command(
                    """
                    UPDATE check_run SET version = version + 1 FROM clip
                    WHERE clip.id = @id AND check_run.id = clip.check_id AND check_run.signed_at IS NULL
                    RETURNING check_run.id::text || ' ' || check_run.unit_tag
                    """
                )
                .With("id", id)
                .FirstAsync(r => r.Only<string>(), cancel)
                is { } touched
        )
        {
            counts = true;
            (Guid check, string tag) = (Guid.Parse(touched[..36]), touched[37..]);
            await transaction
                .Command("INSERT INTO check_clip (clip_id, check_id, answers) VALUES (@id, @check, @answers) ON CONFLICT DO NOTHING")
                .With("id", id)
                .With("check", check)
                .WithJson("answers", JsonSerializer.Serialize(answers, ExchangeJson.Default.IReadOnlyListClipAnswerDocument))
                .RunAsync(cancel);
            await Live.TellAsync(transaction, tag, check, cancel);
        }

        string says =
            answers is not null && !counts
                ? "The check was signed before the clip was judged; it stays as it is, and the clip stands by itself."
                : refusal;
        await transaction
            .Command("UPDATE clip SET state = 'judged', document = @document, refusal = @refusal WHERE id = @id AND state = 'judging'")
            .With("id", id)
            .With("refusal", says)
            .WithJson("document", JsonSerializer.Serialize(document, ExchangeJson.Default.ClipDocument))
            .RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "clip judged", id.ToString(), null, new { Counts = counts, Refusal = says }, cancel);
        await transaction.CommitAsync(cancel);
        return counts;
    }

    /// <summary>Keeps why a clip could not be judged.</summary>
    public Task RefusedAsync(Guid id, string refusal, CancellationToken cancel) =>
        source
            .CreateCommand("UPDATE clip SET state = 'refused', refusal = @refusal WHERE id = @id AND state = 'judging'")
            .With("id", id)
            .With("refusal", refusal)
            .RunAsync(cancel);

    /// <summary>Throws a clip away, and what it said in an open check with it; the readings it gave stay.</summary>
    /// <returns>Whether there was one.</returns>
    public async Task<bool> DropAsync(Guid id, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredClip? clip = await transaction
            .Command($"SELECT {Columns} FROM {Tables} WHERE id = @id")
            .With("id", id)
            .FirstAsync(Read, cancel);
        if (clip is null)
        {
            return false;
        }

        if (clip.Answers is not null)
        {
            string? tag = await transaction
                .Command("UPDATE check_run SET version = version + 1 WHERE id = @check AND signed_at IS NULL RETURNING unit_tag")
                .With("check", clip.CheckId)
                .FirstAsync(r => r.Only<string>(), cancel);
            if (tag is not null)
            {
                await Live.TellAsync(transaction, tag, clip.CheckId, cancel);
            }
        }

        await transaction.Command("DELETE FROM clip WHERE id = @id").With("id", id).RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "clip deleted", id.ToString(), Brief(clip), null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>The figures of the clip that counts in a check: of several the last.</summary>
    internal static Task<StoredClip?> OfCheckAsync(NpgsqlTransaction transaction, Guid check, CancellationToken cancel) =>
        transaction
            .Command(
                $"SELECT {Columns} FROM clip JOIN check_clip ON check_clip.clip_id = clip.id WHERE check_clip.check_id = @check ORDER BY added_at DESC, id DESC LIMIT 1"
            )
            .With("check", check)
            .FirstAsync(Read, cancel);

    private static object Brief(StoredClip clip) =>
        new
        {
            clip.Name,
            clip.UnitTag,
            clip.CheckId,
            clip.Bytes,
            Sha256 = Convert.ToHexStringLower(clip.Sha256),
        };

    private static StoredClip Read(Row r) =>
        new(
            r.Id("id"),
            r.Text("name"),
            r.TextOrNull("unit_tag"),
            r.IsNull("check_id") ? null : r.Id("check_id"),
            r.Text("stage") == "left" ? CheckStage.Left : CheckStage.Found,
            r.Text("added_by"),
            r.Id("added_by_id"),
            r.Moment("added_at"),
            r.Long("bytes"),
            r.Bytes("sha256"),
            Enum.Parse<ClipState>(r.Text("state"), ignoreCase: true),
            r.Text("refusal"),
            r.IsNull("document") ? null : JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.ClipDocument)
        )
        {
            Answers = r.IsNull("answers")
                ? null
                : JsonSerializer.Deserialize(r.Text("answers"), ExchangeJson.Default.IReadOnlyListClipAnswerDocument),
        };
}
