using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A line-up as it is kept.</summary>
/// <param name="Document">What it says.</param>
/// <param name="Version">Rises with each change.</param>
/// <param name="ChangedBy">Who changed it last.</param>
/// <param name="ChangedAt">When.</param>
public sealed record StoredLineUp(LineUpDocument Document, int Version, string ChangedBy, DateTimeOffset ChangedAt);

/// <summary>Another line-up that wants the same unit at about the same time.</summary>
/// <param name="UnitTag">The unit.</param>
/// <param name="LineUpId">The other line-up.</param>
/// <param name="Name">Its name.</param>
/// <param name="Call">Its call time.</param>
public sealed record Booking(string UnitTag, Guid LineUpId, string Name, DateTimeOffset Call);

/// <summary>Line-ups.</summary>
public sealed class LineUpStore(NpgsqlDataSource source)
{
    private const string Columns = "document, version, changed_by, changed_at";

    // Two shoots nearer than this want the same camera at the same time: out, set up, back and charged.
    private const int HoursApart = 8;

    /// <summary>A page of line-ups, changed last first, before one of them.</summary>
    /// <param name="before">The last of the page before, or null.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredLineUp>> ListAsync((DateTimeOffset ChangedAt, Guid Id)? before, int limit, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM line_up WHERE (@at::timestamptz IS NULL OR (changed_at, id) < (@at, @id))
                ORDER BY changed_at DESC, id DESC LIMIT @limit
                """
            )
            .With("at", before?.ChangedAt.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>One line-up, or null.</summary>
    public Task<StoredLineUp?> GetAsync(Guid id, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM line_up WHERE id = @id").With("id", id).FirstAsync(Read, cancel);

    /// <summary>Other line-ups whose call is within eight hours and that want one of these units.</summary>
    public Task<List<Booking>> BookingsAsync(Guid id, IReadOnlyList<string> units, DateTimeOffset call, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT c.unit_tag, l.id, l.name, l.call_at FROM line_up_camera c JOIN line_up l ON l.id = c.line_up_id
                WHERE c.unit_tag = ANY(@units) AND l.id <> @id
                  AND l.call_at > @call - make_interval(hours => @hours) AND l.call_at < @call + make_interval(hours => @hours)
                ORDER BY c.unit_tag, l.call_at
                """
            )
            .With("units", units.ToArray())
            .With("id", id)
            .With("call", call.ToUniversalTime())
            .With("hours", HoursApart)
            .ListAsync(r => new Booking(r.Text("unit_tag"), r.Id("id"), r.Text("name"), r.Moment("call_at")), cancel);

    /// <summary>Cameras of the line-ups that were changed last, each unit once and as it was used last; the latest first.</summary>
    public async Task<List<LineUpCameraDocument>> LastCamerasAsync(int most, CancellationToken cancel)
    {
        const int LineUps = 30;
        List<StoredLineUp> latest = await source
            .CreateCommand($"SELECT {Columns} FROM line_up ORDER BY changed_at DESC, id DESC LIMIT @most")
            .With("most", LineUps)
            .ListAsync(Read, cancel);
        return [.. latest.SelectMany(l => l.Document.Cameras).Where(c => c.Unit.Length > 0).DistinctBy(c => c.Unit).Take(most)];
    }

    /// <summary>Keeps a line-up: new where the version seen is 0, else changed if nobody else has since.</summary>
    /// <returns>The line-up as kept, or null when its version has moved on.</returns>
    public async Task<StoredLineUp?> PutAsync(LineUpDocument document, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredLineUp? kept = await PutAsync(transaction, document, seen, who, cancel);
        if (kept is not null)
        {
            await transaction.CommitAsync(cancel);
        }

        return kept;
    }

    /// <summary>Throws a line-up away if nobody has changed it since it was read; the whole of it stays in the trail.</summary>
    public async Task<bool> DropAsync(Guid id, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredLineUp? dropped = await transaction
            .Command($"DELETE FROM line_up WHERE id = @id AND version = @seen RETURNING {Columns}")
            .With("id", id)
            .With("seen", seen)
            .FirstAsync(Read, cancel);
        if (dropped is null)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "line-up deleted", Subject(id), dropped.Document, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    internal static Task<StoredLineUp?> GetAsync(NpgsqlTransaction transaction, Guid id, CancellationToken cancel) =>
        transaction.Command($"SELECT {Columns} FROM line_up WHERE id = @id FOR UPDATE").With("id", id).FirstAsync(Read, cancel);

    internal static async Task<StoredLineUp?> PutAsync(
        NpgsqlTransaction transaction,
        LineUpDocument document,
        int seen,
        Actor who,
        CancellationToken cancel
    )
    {
        StoredLineUp? before = await GetAsync(transaction, document.Id, cancel);
        string json = Json(document);
        if (before is not null && Json(before.Document) == json)
        {
            return before;
        }

        if ((before?.Version ?? 0) != seen)
        {
            return null;
        }

        StoredLineUp? after = await WriteAsync(transaction, document, before, who, cancel);
        if (after is not null)
        {
            await ShootStore.FollowAsync(transaction, document, who, cancel);
        }

        return after;
    }

    /// <summary>Writes a line-up alone, over the version that was read; its shoot is written by whoever calls.</summary>
    internal static async Task<StoredLineUp?> WriteAsync(
        NpgsqlTransaction transaction,
        LineUpDocument document,
        StoredLineUp? before,
        Actor who,
        CancellationToken cancel
    )
    {
        string json = Json(document);
        if (before is not null && Json(before.Document) == json)
        {
            return before;
        }

        // Two who begin the same one at once: the second finds it there and is told so.
        StoredLineUp? after = await transaction
            .Command(
                $"""
                INSERT INTO line_up (id, name, place, call_at, document, changed_by) VALUES (@id, @name, @place, @call, @json, @who)
                ON CONFLICT (id) DO UPDATE SET name = @name, place = @place, call_at = @call, document = @json, changed_by = @who, changed_at = now(), version = line_up.version + 1
                WHERE line_up.version = @seen
                RETURNING {Columns}
                """
            )
            .With("id", document.Id)
            .With("name", document.Name)
            .With("place", document.Place)
            .With("call", document.Call?.ToUniversalTime())
            .WithJson("json", json)
            .With("who", who.Name)
            .With("seen", before?.Version ?? 0)
            .FirstAsync(Read, cancel);
        if (after is null)
        {
            return null;
        }

        await transaction.Command("DELETE FROM line_up_camera WHERE line_up_id = @id").With("id", document.Id).RunAsync(cancel);
        await transaction
            .Command(
                "INSERT INTO line_up_camera (line_up_id, letter, unit_tag) SELECT @id, c.letter, c.tag FROM unnest(@letters, @tags) AS c (letter, tag)"
            )
            .With("id", document.Id)
            .With("letters", document.Cameras.Select(c => c.Letter).ToArray())
            .With("tags", document.Cameras.Select(c => c.Unit).ToArray())
            .RunAsync(cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            before is null ? "line-up started" : "line-up changed",
            Subject(document.Id),
            before?.Document,
            document,
            cancel
        );
        return after;
    }

    private static string Subject(Guid id) => $"line-up {id}";

    internal static string Json(LineUpDocument document) => JsonSerializer.Serialize(document, ExchangeJson.Default.LineUpDocument);

    private static StoredLineUp Read(Row r) =>
        new(
            JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.LineUpDocument)
                ?? throw new InvalidOperationException("A stored line-up is empty."),
            r.Number("version"),
            r.Text("changed_by"),
            r.Moment("changed_at")
        );
}
