using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Shoots;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A loan as a list shows it: what follows from its events, without them.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="UnitTag">The unit.</param>
/// <param name="ShootId">The shoot it is for; null for a loan at the counter.</param>
/// <param name="Borrower">Who has it, or had it.</param>
/// <param name="OutAt">When it went out.</param>
/// <param name="DueAt">When it is due.</param>
/// <param name="BackAt">When it came back; null while it is out.</param>
/// <param name="ClosedAt">When it was closed; null until then.</param>
/// <param name="OpenPoints">How much of it is open.</param>
public sealed record LoanRow(
    Guid Id,
    string UnitTag,
    Guid? ShootId,
    string Borrower,
    DateTimeOffset OutAt,
    DateTimeOffset DueAt,
    DateTimeOffset? BackAt,
    DateTimeOffset? ClosedAt,
    int OpenPoints
)
{
    /// <summary>Where it is in its life.</summary>
    public LoanStatus Status =>
        ClosedAt is not null ? LoanStatus.Closed
        : BackAt is not null ? LoanStatus.Back
        : LoanStatus.Out;
}

/// <summary>A loan with everything that was done with it.</summary>
/// <param name="Row">As a list shows it.</param>
/// <param name="Loan">What follows from the events.</param>
/// <param name="Events">The events, in order.</param>
public sealed record StoredLoan(LoanRow Row, Loan Loan, ImmutableArray<CustodyEvent> Events);

/// <summary>Which loans; what is null filters nothing.</summary>
/// <param name="Open">Those that are not closed.</param>
/// <param name="Unit">Of a unit.</param>
/// <param name="Shoot">For a shoot.</param>
/// <param name="Borrower">Id of the borrower.</param>
public sealed record LoanFilter(bool Open = false, string? Unit = null, Guid? Shoot = null, Guid? Borrower = null);

/// <summary>Loans: what was done with lent cameras, event by event.</summary>
public sealed partial class LoanStore(NpgsqlDataSource source)
{
    private const string Columns = "l.id, l.unit_tag, l.shoot_id, l.borrower, l.out_at, l.due_at, l.back_at, l.closed_at, l.open_points";

    private const string Filtered = """
        (NOT @open OR l.closed_at IS NULL) AND (@unit::text IS NULL OR l.unit_tag = @unit)
        AND (@shoot::uuid IS NULL OR l.shoot_id = @shoot) AND (@borrower::uuid IS NULL OR l.borrower_id = @borrower)
        """;

    /// <summary>The model that a person had last; null where the person never had any.</summary>
    public Task<string?> LastModelAsync(Guid borrower, CancellationToken cancel) =>
        source
            .CreateCommand(
                "SELECT u.model_key FROM loan l JOIN camera_unit u ON u.tag = l.unit_tag WHERE l.borrower_id = @borrower ORDER BY l.out_at DESC LIMIT 1"
            )
            .With("borrower", borrower)
            .FirstAsync(r => r.Only<string>(), cancel);

    /// <summary>A page of loans, the newest first.</summary>
    public Task<List<LoanRow>> ListAsync(LoanFilter filter, (DateTimeOffset At, Guid Id)? before, int limit, CancellationToken cancel) =>
        Filter(
                source.CreateCommand(
                    $"""
                    SELECT {Columns} FROM loan l
                    WHERE {Filtered} AND (@at::timestamptz IS NULL OR (l.out_at, l.id) < (@at, @id))
                    ORDER BY l.out_at DESC, l.id DESC LIMIT @limit
                    """
                ),
                filter
            )
            .With("at", before?.At.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(ReadRow, cancel);

    /// <summary>Open loans, the one that is due first first.</summary>
    public Task<List<LoanRow>> DueAsync(LoanFilter filter, int limit, CancellationToken cancel) =>
        Filter(
                source.CreateCommand(
                    $"SELECT {Columns} FROM loan l WHERE l.closed_at IS NULL AND {Filtered} ORDER BY l.due_at, l.id LIMIT @limit"
                ),
                filter
            )
            .With("limit", limit)
            .ListAsync(ReadRow, cancel);

    /// <summary>The loan that a unit is out with, or that is open of it; null where there is none.</summary>
    public Task<LoanRow?> OfUnitAsync(string unit, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns} FROM loan l WHERE l.unit_tag = @unit AND l.closed_at IS NULL ORDER BY l.out_at DESC LIMIT 1")
            .With("unit", unit)
            .FirstAsync(ReadRow, cancel);

    /// <summary>Open loans of some units, the newest of each first.</summary>
    public Task<List<LoanRow>> OpenOfUnitsAsync(IReadOnlyList<string> units, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {Columns} FROM loan l WHERE l.unit_tag = ANY(@units) AND l.closed_at IS NULL ORDER BY l.unit_tag, l.out_at DESC"
            )
            .With("units", units.ToArray())
            .ListAsync(ReadRow, cancel);

    /// <summary>Loans that are out and due in a time, or were due before it.</summary>
    public Task<List<LoanRow>> OutBetweenAsync(DateTimeOffset from, DateTimeOffset to, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {Columns} FROM loan l WHERE l.back_at IS NULL AND l.out_at < @to AND greatest(l.due_at, now()) > @from ORDER BY l.unit_tag LIMIT 5000"
            )
            .With("from", from.ToUniversalTime())
            .With("to", to.ToUniversalTime())
            .ListAsync(ReadRow, cancel);

    /// <summary>Loans for some shoots, by shoot.</summary>
    public async Task<ILookup<Guid, LoanRow>> OfShootsAsync(IReadOnlyList<Guid> shoots, CancellationToken cancel) =>
        (
            await source
                .CreateCommand($"SELECT {Columns} FROM loan l WHERE l.shoot_id = ANY(@shoots) ORDER BY l.out_at, l.id")
                .With("shoots", shoots.ToArray())
                .ListAsync(ReadRow, cancel)
        ).ToLookup(l => l.ShootId!.Value);

    /// <summary>One loan with its events, or null.</summary>
    public async Task<StoredLoan?> GetAsync(Guid id, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        return await GetAsync(transaction, id, false, cancel);
    }

    /// <summary>One loan with its events.</summary>
    /// <exception cref="RefusedException">There is none of this id.</exception>
    public async Task<StoredLoan> FindAsync(Guid id, CancellationToken cancel) => await GetAsync(id, cancel) ?? throw NotFound(id);

    /// <summary>Hands a unit out. The same hand-out again is no second one.</summary>
    /// <param name="id">Id of the loan, made by the client.</param>
    /// <param name="out">The hand-out.</param>
    /// <param name="borrower">Id of the borrower; null where nobody of the department has that name.</param>
    /// <param name="shoot">The shoot it is for; null for a loan at the counter.</param>
    /// <param name="who">Who hands it out.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">Somebody has the unit.</exception>
    public async Task<StoredLoan> HandOutAsync(
        Guid id,
        CustodyEvent.HandedOut @out,
        Guid? borrower,
        Guid? shoot,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await GetAsync(transaction, id, true, cancel) is { } known)
        {
            return known.Loan.Unit == @out.Unit && known.Loan.Borrower == @out.Borrower
                ? known
                : throw new RefusedException(
                    ProblemCode.IdTaken,
                    "/id",
                    "Another loan has this id. Load the page again; nothing was changed."
                );
        }

        await InsertAsync(transaction, id, Loan.Of([@out]), [@out], borrower, shoot, who, cancel);
        StoredLoan stored = (await GetAsync(transaction, id, false, cancel))!;
        await transaction.CommitAsync(cancel);
        return stored;
    }

    /// <summary>Writes down what was done with a loan: all of it, or nothing. The same again, sent twice, is written once.</summary>
    /// <param name="id">The loan.</param>
    /// <param name="seen">How many events it had when the person saw it.</param>
    /// <param name="happened">What was done, in order.</param>
    /// <param name="who">Who writes it down.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The loan after it, or null when somebody else has written something down since.</returns>
    /// <exception cref="RefusedException">Something of it cannot have happened.</exception>
    public async Task<StoredLoan?> AppendAsync(
        Guid id,
        int seen,
        ImmutableArray<CustodyEvent> happened,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredLoan before = await GetAsync(transaction, id, true, cancel) ?? throw NotFound(id);
        if (before.Events.Length != seen)
        {
            return IsAgain(before, seen, happened) ? before : null;
        }

        await AddAsync(transaction, before, happened, who, cancel);
        await transaction.CommitAsync(cancel);
        return await GetAsync(id, cancel);
    }

    // Whether what follows what the person saw is what is sent now: an answer that was lost on its way.
    private static bool IsAgain(StoredLoan stored, int seen, ImmutableArray<CustodyEvent> happened)
    {
        static string Said(CustodyEvent e) =>
            JsonSerializer.Serialize(CustodyReader.Document(e) with { At = default }, ExchangeJson.Default.CustodyEventDocument);
        return stored.Events.Length == seen + happened.Length
            && seen >= 1
            && stored.Events.Skip(seen).Select(Said).SequenceEqual(happened.Select(Said));
    }

    private static NpgsqlCommand Filter(NpgsqlCommand command, LoanFilter filter) =>
        command.With("open", filter.Open).With("unit", filter.Unit).With("shoot", filter.Shoot).With("borrower", filter.Borrower);

    internal static RefusedException NotFound(Guid id) =>
        new(ProblemCode.NotFound, "/id", $"There is no loan {id}. Look for the unit in the list of loans.");

    private static LoanRow ReadRow(Row r) =>
        new(
            r.Id("id"),
            r.Text("unit_tag"),
            r.IdOrNull("shoot_id"),
            r.Text("borrower"),
            r.Moment("out_at"),
            r.Moment("due_at"),
            r.MomentOrNull("back_at"),
            r.MomentOrNull("closed_at"),
            r.Number("open_points")
        );
}
