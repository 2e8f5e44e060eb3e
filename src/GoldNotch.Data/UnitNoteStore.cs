using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A note on a unit.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Kind"><c>note</c>, <c>repair</c> or <c>measured</c>.</param>
/// <param name="Text">What it says.</param>
/// <param name="By">Who.</param>
/// <param name="At">When.</param>
public sealed record UnitNote(Guid Id, string Kind, string Text, string By, DateTimeOffset At);

/// <summary>Repairs, notes and measurements of a unit, with date and person.</summary>
public sealed class UnitNoteStore(NpgsqlDataSource source)
{
    /// <summary>A page of the notes of a unit, the newest first.</summary>
    /// <param name="tag">The unit.</param>
    /// <param name="before">The last one of the page before, or null.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<UnitNote>> ListAsync(string tag, (DateTimeOffset At, Guid Id)? before, int limit, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT id, kind, text, made_by, made_at FROM unit_note
                WHERE unit_tag = @tag AND (@at::timestamptz IS NULL OR (made_at, id) < (@at, @id))
                ORDER BY made_at DESC, id DESC LIMIT @limit
                """
            )
            .With("tag", tag)
            .With("at", before?.At.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(r => new UnitNote(r.Id("id"), r.Text("kind"), r.Text("text"), r.Text("made_by"), r.Moment("made_at")), cancel);

    /// <summary>Keeps a note; the same id again changes nothing.</summary>
    /// <exception cref="RefusedException">There is no such unit.</exception>
    public async Task AddAsync(string tag, UnitNote note, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await AddAsync(transaction, tag, note, who, cancel);
        await transaction.CommitAsync(cancel);
    }

    internal static async Task AddAsync(NpgsqlTransaction transaction, string tag, UnitNote note, Actor who, CancellationToken cancel)
    {
        try
        {
            int kept = await transaction
                .Command(
                    "INSERT INTO unit_note (id, unit_tag, kind, text, made_by, made_at) VALUES (@id, @tag, @kind, @text, @by, @at) ON CONFLICT (id) DO NOTHING"
                )
                .With("id", note.Id)
                .With("tag", tag)
                .With("kind", note.Kind)
                .With("text", note.Text)
                .With("by", note.By)
                .With("at", note.At.ToUniversalTime())
                .RunAsync(cancel);
            if (kept == 0)
            {
                return;
            }
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                "/tag",
                $"There is no unit {tag}. Look at the tag again, or find it by its tape or place.",
                missing
            );
        }

        await Audit.WriteAsync(transaction, who, "unit note", tag, null, new { note.Kind, note.Text }, cancel);
        await Live.TellAsync(transaction, tag, null, cancel);
    }
}
