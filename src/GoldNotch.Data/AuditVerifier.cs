using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A place in the chain that somebody wrote down: whoever rewrites what comes before it cannot make it come out again.</summary>
/// <param name="Position">Which link, from 1; 0 before the first.</param>
/// <param name="Hash">Its SHA-256, or the beginning of it, hexadecimal.</param>
public sealed record AuditCheckpoint(long Position, string Hash)
{
    /// <summary>Digits of a hash that are written down: nobody finds another chain with the same 64 bits by chance.</summary>
    public const int Digits = 16;

    /// <summary>As it is written down: <c>position:hash</c>.</summary>
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Position}:{Hash[..Digits]}");

    /// <summary>Reads one; null where nothing is given.</summary>
    /// <exception cref="RefusedException">It is none.</exception>
    public static AuditCheckpoint? Parse(string? text) =>
        text is null ? null
        : text.Trim().Split(':') is [var place, { Length: >= 8 and <= 64 } hash]
        && long.TryParse(place, NumberStyles.None, CultureInfo.InvariantCulture, out long position)
        && hash.All(char.IsAsciiHexDigit)
            ? new AuditCheckpoint(position, hash.ToUpperInvariant())
        : throw new RefusedException(
            ProblemCode.BadValue,
            "/noted",
            "A checkpoint is written position:hash, as it stands on the page of the audit log: 1204:9F3C27AA10B4D8E1."
        );
}

/// <summary>What came of verifying the audit log.</summary>
/// <param name="Entries">Entries that were looked at.</param>
/// <param name="Head">The end of the chain.</param>
/// <param name="BrokenAt">Number of the first entry from which it does not hold; null where it holds, or where the checkpoint fails.</param>
/// <param name="Why">What does not hold; null where it holds.</param>
public sealed record AuditVerdict(long Entries, AuditCheckpoint Head, long? BrokenAt, string? Why)
{
    /// <summary>Whether the whole chain holds, and the checkpoint with it.</summary>
    public bool Holds => Why is null;

    /// <summary>In one sentence.</summary>
    public string Sentence =>
        Why is null
            ? string.Create(CultureInfo.InvariantCulture, $"The audit log holds: {Entries} entries, unbroken, to {Head}.")
            : string.Create(CultureInfo.InvariantCulture, $"The audit log DOES NOT HOLD: {Why}");
}

/// <summary>
/// Works the chain of the audit log out anew, from the entries themselves and without a function of the database: each link is the SHA-256
/// of the link before it and of the entry's fields, each with its length in bytes.
/// </summary>
public sealed class AuditVerifier(NpgsqlDataSource source)
{
    private static readonly byte[] Beginning = SHA256.HashData("gold-notch audit log"u8);

    /// <summary>Verifies the whole chain.</summary>
    /// <param name="noted">A checkpoint that somebody wrote down, to be found again; null for none.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<AuditVerdict> VerifyAsync(AuditCheckpoint? noted, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(
            System.Data.IsolationLevel.RepeatableRead,
            cancel
        );
        byte[] hash = Beginning;
        long position = 0;
        bool found = noted is null or { Position: 0 };
        await using (
            NpgsqlCommand entries = transaction.Command(
                """
                SELECT l.position, l.hash, e.id, to_char(e.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US') AS at, e.who_id::text AS who_id,
                       e.who, e.what, e.subject, e.before::text AS before, e.after::text AS after
                FROM audit_link l LEFT JOIN audit_entry e ON e.id = l.entry_id ORDER BY l.position
                """
            )
        )
        {
            entries.CommandTimeout = 0;
            await using NpgsqlDataReader reader = await entries.ExecuteReaderAsync(cancel);
            var row = new Row(reader);
            while (await reader.ReadAsync(cancel))
            {
                if (row.Long("position") != position + 1)
                {
                    return Broken(position, hash, null, $"after link {position} of the chain a link is missing.");
                }

                if (row.IsNull("id"))
                {
                    return Broken(position, hash, null, $"the entry of link {position + 1} is gone.");
                }

                byte[] next = SHA256.HashData([.. hash, .. Content(row)]);
                if (!next.AsSpan().SequenceEqual((byte[])reader["hash"]))
                {
                    long id = row.Long("id");
                    return Broken(position, hash, id, $"entry {id} was changed, or something before it was taken out or put in.");
                }

                (hash, position) = (next, position + 1);
                if (noted?.Position == position)
                {
                    if (!Convert.ToHexString(hash).StartsWith(noted.Hash, StringComparison.Ordinal))
                    {
                        return Broken(
                            position,
                            hash,
                            null,
                            $"at {position} the chain was {noted.Hash} when it was noted, and is another now."
                        );
                    }

                    found = true;
                }
            }
        }

        if (!found)
        {
            return Broken(position, hash, null, $"it was noted at {noted!.Position}, and ends at {position} now.");
        }

        string[] loose =
        [
            .. await transaction
                .Command(
                    """
                    SELECT e.id::text FROM audit_entry e WHERE NOT EXISTS (SELECT 1 FROM audit_link l WHERE l.entry_id = e.id)
                    UNION ALL SELECT 'head' FROM audit_head WHERE (position, hash) <> (@position, @hash)
                    LIMIT 1
                    """
                )
                .With("position", position)
                .With("hash", hash)
                .ListAsync(r => r.Only<string>(), cancel),
        ];
        return loose switch
        {
            ["head"] => Broken(position, hash, null, "its end is not where it was left."),
            [var id] => Broken(position, hash, long.Parse(id, CultureInfo.InvariantCulture), $"entry {id} is in no link of the chain."),
            _ => new AuditVerdict(position, Checkpoint(position, hash), null, null),
        };
    }

    private static AuditVerdict Broken(long position, byte[] hash, long? entry, string why) =>
        new(position, Checkpoint(position, hash), entry, why);

    private static AuditCheckpoint Checkpoint(long position, byte[] hash) => new(position, Convert.ToHexString(hash));

    private static byte[] Content(Row row)
    {
        var content = new StringBuilder();
        foreach (string? field in Fields(row))
        {
            _ = field is null
                ? content.Append('-')
                : content.Append(CultureInfo.InvariantCulture, $"{Encoding.UTF8.GetByteCount(field)}:").Append(field);
        }

        return Encoding.UTF8.GetBytes(content.ToString());
    }

    private static string?[] Fields(Row row) =>
        [
            row.Long("id").ToString(CultureInfo.InvariantCulture),
            row.Text("at"),
            row.TextOrNull("who_id"),
            row.Text("who"),
            row.Text("what"),
            row.Text("subject"),
            row.TextOrNull("before"),
            row.TextOrNull("after"),
        ];
}
