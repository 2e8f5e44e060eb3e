using Npgsql;

namespace GoldNotch.Data;

/// <summary>One entry of the trail.</summary>
/// <param name="Id">Rises with time.</param>
/// <param name="At">When.</param>
/// <param name="WhoId">Id of the person; null where the site did it, or in entries from before people had ids.</param>
/// <param name="Who">The name of that time.</param>
/// <param name="What">What was done.</param>
/// <param name="Subject">To what.</param>
/// <param name="Before">As it was, JSON; null where nothing was.</param>
/// <param name="After">As it is, JSON; null where nothing is.</param>
public sealed record AuditEntry(
    long Id,
    DateTimeOffset At,
    Guid? WhoId,
    string Who,
    string What,
    string Subject,
    string? Before,
    string? After
);

/// <summary>Reads the trail; nothing ever changes it.</summary>
public sealed class AuditStore(NpgsqlDataSource source)
{
    private const string Columns = "id, at, who_id, who, what, subject, before, after";

    /// <summary>A page of the trail, the newest first.</summary>
    /// <param name="subject">Only what is about this; null for everything.</param>
    /// <param name="before">Only what came before this id; null for the newest.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<AuditEntry>> ListAsync(string? subject, long? before, int limit, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM audit_entry
                WHERE (@subject::text IS NULL OR subject = @subject) AND (@before::bigint IS NULL OR id < @before)
                ORDER BY id DESC LIMIT @limit
                """
            )
            .With("subject", subject)
            .With("before", before)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>One entry whole, or null.</summary>
    public Task<AuditEntry?> GetAsync(long id, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM audit_entry WHERE id = @id").With("id", id).FirstAsync(Read, cancel);

    private static AuditEntry Read(Row r) =>
        new(
            r.Long("id"),
            r.Moment("at"),
            r.IdOrNull("who_id"),
            r.Text("who"),
            r.Text("what"),
            r.Text("subject"),
            r.TextOrNull("before"),
            r.TextOrNull("after")
        );
}
