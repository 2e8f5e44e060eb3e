using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A shoot as it is kept.</summary>
/// <param name="Document">What it says.</param>
/// <param name="Version">Rises with each change.</param>
/// <param name="ChangedBy">Who changed it last.</param>
/// <param name="ChangedAt">When.</param>
/// <param name="Cancelled">Who cancelled it, when and why; null while it takes place.</param>
public sealed record StoredShoot(
    ShootDocument Document,
    int Version,
    string ChangedBy,
    DateTimeOffset ChangedAt,
    ShootCancelled? Cancelled
);

/// <summary>A shoot that does not take place.</summary>
public sealed record ShootCancelled(string By, DateTimeOffset At, string Why);

/// <summary>A unit that is promised to a shoot.</summary>
/// <param name="UnitTag">The unit.</param>
/// <param name="ShootId">The shoot.</param>
/// <param name="Name">Its name.</param>
/// <param name="From">From when.</param>
/// <param name="To">Until when.</param>
public sealed record UnitBooking(string UnitTag, Guid ShootId, string Name, DateTimeOffset From, DateTimeOffset To);

/// <summary>Which shoots.</summary>
/// <param name="From">Over at this time or later; null: any.</param>
/// <param name="To">Begun before this time; null: any.</param>
/// <param name="Find">Text within the name or the place; null: any.</param>
/// <param name="Person">Sign-in name of an operator or borrower; null: any.</param>
public sealed record ShootFilter(DateTimeOffset? From = null, DateTimeOffset? To = null, string? Find = null, string? Person = null);

/// <summary>Shoots.</summary>
public sealed partial class ShootStore(NpgsqlDataSource source)
{
    private const string Columns =
        "s.id, s.document, s.version, s.changed_by, s.changed_at, s.cancelled_by, s.cancelled_at, s.cancelled_why, s.call_at";

    private const string Filtered = """
        (@from::timestamptz IS NULL OR s.call_at IS NULL OR coalesce(upper(s.booked), s.call_at) >= @from)
        AND (@to::timestamptz IS NULL OR coalesce(lower(s.booked), s.call_at) < @to)
        AND (@find::text IS NULL OR strpos(lower(concat_ws(' ', s.name, s.document ->> 'place')), lower(@find)) > 0)
        AND (@person::text IS NULL OR s.document ->> 'borrower' = @person
            OR EXISTS (SELECT 1 FROM shoot_camera c WHERE c.shoot_id = s.id AND c.operator = @person))
        """;

    /// <summary>A page of shoots, the latest call first and those without a call before all.</summary>
    /// <param name="filter">Which.</param>
    /// <param name="before">Call and id of the last one of the page before; the latest there can be where it has no call.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredShoot>> ListAsync(
        ShootFilter filter,
        (DateTimeOffset Call, Guid Id)? before,
        int limit,
        CancellationToken cancel
    ) =>
        Filter(
                source.CreateCommand(
                    $"""
                    SELECT {Columns} FROM shoot s
                    WHERE {Filtered} AND (@at::timestamptz IS NULL OR (coalesce(s.call_at, 'infinity'), s.id) < (@at, @id))
                    ORDER BY s.call_at DESC NULLS FIRST, s.id DESC LIMIT @limit
                    """
                ),
                filter
            )
            .With("at", before?.Call.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>Shoots that take place, by their call: those that touch a time.</summary>
    public Task<List<StoredShoot>> BetweenAsync(ShootFilter filter, int limit, CancellationToken cancel) =>
        Filter(
                source.CreateCommand(
                    $"""
                    SELECT {Columns} FROM shoot s
                    WHERE s.call_at IS NOT NULL AND s.cancelled_at IS NULL AND {Filtered}
                      AND (s.booked IS NULL OR s.booked && tstzrange(@from, @to))
                    ORDER BY s.call_at, s.id LIMIT @limit
                    """
                ),
                filter
            )
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>One shoot, or null.</summary>
    public Task<StoredShoot?> GetAsync(Guid id, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM shoot s WHERE s.id = @id").With("id", id).FirstAsync(Read, cancel);

    /// <summary>One shoot.</summary>
    /// <exception cref="RefusedException">There is none of this id.</exception>
    public async Task<StoredShoot> FindAsync(Guid id, CancellationToken cancel) => await GetAsync(id, cancel) ?? throw NotFound(id);

    /// <summary>Names of some shoots.</summary>
    public async Task<Dictionary<Guid, string>> NamesAsync(IReadOnlyList<Guid> ids, CancellationToken cancel) =>
        (
            await source
                .CreateCommand("SELECT id, name FROM shoot WHERE id = ANY(@ids)")
                .With("ids", ids.ToArray())
                .ListAsync(r => (Id: r.Id("id"), Name: r.Text("name")), cancel)
        ).ToDictionary(s => s.Id, s => s.Name);

    /// <summary>What units are promised to in a time: to shoots that take place.</summary>
    /// <param name="units">The units; null: all.</param>
    /// <param name="from">From when.</param>
    /// <param name="to">Until when.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<UnitBooking>> BookingsAsync(
        IReadOnlyList<string>? units,
        DateTimeOffset from,
        DateTimeOffset to,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                """
                SELECT c.unit_tag, s.id, s.name, lower(c.booked) AS starts, upper(c.booked) AS ends
                FROM shoot_camera c JOIN shoot s ON s.id = c.shoot_id
                WHERE c.booked && tstzrange(@from, @to) AND (@units::text[] IS NULL OR c.unit_tag = ANY(@units))
                ORDER BY c.unit_tag, lower(c.booked) LIMIT 20000
                """
            )
            .With("units", units?.ToArray())
            .With("from", from.ToUniversalTime())
            .With("to", to.ToUniversalTime())
            .ListAsync(r => new UnitBooking(r.Text("unit_tag"), r.Id("id"), r.Text("name"), r.Moment("starts"), r.Moment("ends")), cancel);

    /// <summary>Keeps a shoot: new where the version seen is 0, else changed if nobody else has since. Its line-up follows.</summary>
    /// <returns>As it is kept, or null when its version has moved on.</returns>
    /// <exception cref="RefusedException">A unit is booked for another shoot, is not there, or a person is not.</exception>
    public async Task<StoredShoot?> PutAsync(ShootDocument document, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        // The line-up first, as whoever changes a line-up does: so that two never wait for each other.
        StoredLineUp? lineUp = await LineUpStore.GetAsync(transaction, document.Id, cancel);
        StoredShoot? kept = await PutAsync(transaction, document, seen, true, who, cancel);
        if (kept is null)
        {
            return null;
        }

        if (lineUp is not null)
        {
            await LineUpStore.WriteAsync(transaction, ShootSync.Follows(lineUp.Document, document), lineUp, who, cancel);
        }

        await transaction.CommitAsync(cancel);
        return kept;
    }

    /// <summary>Says that a shoot does not take place, or that it does after all. Its units are free meanwhile.</summary>
    /// <param name="id">The shoot.</param>
    /// <param name="why">Why it does not; null: it does.</param>
    /// <param name="seen">The version seen.</param>
    /// <param name="who">Who says so.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>As it is kept, or null when its version has moved on.</returns>
    /// <exception cref="RefusedException">A unit of it is out, or is booked elsewhere by now.</exception>
    public async Task<StoredShoot?> CancelAsync(Guid id, string? why, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredShoot before = await LockedAsync(transaction, id, cancel) ?? throw NotFound(id);
        if (before.Version != seen)
        {
            return null;
        }

        if (why is not null && await LoanStore.OutOfAsync(transaction, id, cancel) is { } unit)
        {
            throw new RefusedException(
                ProblemCode.UnitOut,
                "/id",
                $"{unit} is out for this shoot. Take it back first, then cancel the shoot. Nothing was changed."
            );
        }

        StoredShoot after = (
            await transaction
                .Command(
                    $"""
                    UPDATE shoot s SET cancelled_at = CASE WHEN @why::text IS NULL THEN NULL ELSE now() END,
                        cancelled_by = CASE WHEN @why::text IS NULL THEN NULL ELSE @who END, cancelled_why = @why,
                        version = version + 1, changed_by = @who, changed_at = now()
                    WHERE id = @id RETURNING {Columns}
                    """
                )
                .With("id", id)
                .With("why", why)
                .With("who", who.Name)
                .FirstAsync(Read, cancel)
        )!;
        await BookAsync(transaction, after, false, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            why is null ? "shoot taken up again" : "shoot cancelled",
            Subject(id),
            null,
            new { why },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Throws a shoot away with its line-up, if nobody has changed it since it was read and nothing was ever handed out for it.</summary>
    /// <exception cref="RefusedException">Something was handed out for it.</exception>
    public async Task<bool> DropAsync(Guid id, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await LineUpStore.GetAsync(transaction, id, cancel);
        StoredShoot before = await LockedAsync(transaction, id, cancel) ?? throw NotFound(id);
        if (before.Version != seen)
        {
            return false;
        }

        if (await LoanStore.AnyOfAsync(transaction, id, cancel))
        {
            throw new RefusedException(
                ProblemCode.Immutable,
                "/id",
                "Cameras were handed out for this shoot, so it stays. Cancel it instead. Nothing was changed."
            );
        }

        await transaction.Command("DELETE FROM line_up WHERE id = @id").With("id", id).RunAsync(cancel);
        await transaction.Command("DELETE FROM shoot WHERE id = @id").With("id", id).RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "shoot deleted", Subject(id), before.Document, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    internal static RefusedException NotFound(Guid id) =>
        new(ProblemCode.NotFound, "/id", $"There is no shoot {id}. It may have been deleted; look for it in the list.");

    private static NpgsqlCommand Filter(NpgsqlCommand command, ShootFilter filter) =>
        command
            .With("from", filter.From?.ToUniversalTime())
            .With("to", filter.To?.ToUniversalTime())
            .With("find", filter.Find)
            .With("person", filter.Person);

    internal static string Subject(Guid id) => $"shoot {id}";

    /// <summary>What a shoot says, to hold it against another: an empty list says nothing.</summary>
    internal static string Said(ShootDocument document) => Json(document.WithoutEmptyLists());

    internal static string Json(ShootDocument document) => JsonSerializer.Serialize(document, ExchangeJson.Default.ShootDocument);

    private static StoredShoot Read(Row r) =>
        new(
            JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.ShootDocument)
                ?? throw new InvalidOperationException("A stored shoot is empty."),
            r.Number("version"),
            r.Text("changed_by"),
            r.Moment("changed_at"),
            r.IsNull("cancelled_at") ? null : new ShootCancelled(r.Text("cancelled_by"), r.Moment("cancelled_at"), r.Text("cancelled_why"))
        );
}
