using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Shoots;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>How loans are read and written within a transaction.</summary>
public sealed partial class LoanStore
{
    private const string OneOut = "one_loan_out";

    // What was done with a loan, held against the rules, with what follows from it.
    private static async Task AddAsync(
        NpgsqlTransaction transaction,
        StoredLoan before,
        ImmutableArray<CustodyEvent> happened,
        Actor who,
        CancellationToken cancel
    )
    {
        Guid id = before.Row.Id;
        Loan loan = before.Loan;
        for (int i = 0; i < happened.Length; i++)
        {
            loan = CustodyReader.After(loan, happened[i], $"/events/{i}");
        }

        await EventsAsync(transaction, id, before.Events.Length, happened, cancel);
        await transaction
            .Command(
                "UPDATE loan SET due_at = @due, back_at = @back, closed_at = @closed, open_points = @open, events = @events WHERE id = @id"
            )
            .With("id", id)
            .With("due", loan.Due.ToUniversalTime())
            .With("back", loan.BackAt?.ToUniversalTime())
            .With("closed", loan.ClosedAt?.ToUniversalTime())
            .With("open", Custody.Open(loan).Length)
            .With("events", loan.Events)
            .RunAsync(cancel);
        if (before.Loan.Status == LoanStatus.Out)
        {
            await UnitAsync(transaction, loan, cancel);
        }

        await Audit.WriteAsync(
            transaction,
            who,
            loan.Status == LoanStatus.Closed ? "loan closed"
                : before.Loan.Status == LoanStatus.Out && loan.Status != LoanStatus.Out ? "unit returned"
                : "loan changed",
            loan.Unit,
            null,
            happened.Select(CustodyReader.Document),
            cancel
        );
        await Live.TellAsync(transaction, loan.Unit, null, cancel);
    }

    /// <summary>Who has a unit; null where nobody does.</summary>
    internal static Task<string?> HolderAsync(NpgsqlTransaction transaction, string unit, CancellationToken cancel) =>
        transaction
            .Command("SELECT borrower FROM loan WHERE unit_tag = @unit AND back_at IS NULL")
            .With("unit", unit)
            .FirstAsync(r => r.Only<string>(), cancel);

    /// <summary>A unit that is out for a shoot; null where none is.</summary>
    internal static Task<string?> OutOfAsync(NpgsqlTransaction transaction, Guid shoot, CancellationToken cancel) =>
        transaction
            .Command("SELECT unit_tag FROM loan WHERE shoot_id = @shoot AND back_at IS NULL ORDER BY unit_tag LIMIT 1")
            .With("shoot", shoot)
            .FirstAsync(r => r.Only<string>(), cancel);

    /// <summary>Whether anything was ever handed out for a shoot.</summary>
    internal static async Task<bool> AnyOfAsync(NpgsqlTransaction transaction, Guid shoot, CancellationToken cancel) =>
        await transaction
            .Command("SELECT unit_tag FROM loan WHERE shoot_id = @shoot LIMIT 1")
            .With("shoot", shoot)
            .FirstAsync(r => r.Only<string>(), cancel)
            is not null;

    /// <summary>Writes a loan with its events, and what follows from them for its unit.</summary>
    internal static async Task InsertAsync(
        NpgsqlTransaction transaction,
        Guid id,
        Loan loan,
        ImmutableArray<CustodyEvent> events,
        Guid? borrower,
        Guid? shoot,
        Actor who,
        CancellationToken cancel
    )
    {
        const string Before = "before_loan";
        await transaction.SaveAsync(Before, cancel);
        try
        {
            await transaction
                .Command(
                    """
                    INSERT INTO loan (id, unit_tag, shoot_id, borrower, borrower_id, out_at, due_at, back_at, closed_at, open_points, events)
                    VALUES (@id, @unit, @shoot, @borrower, @borrowerId, @out, @due, @back, @closed, @open, @events)
                    """
                )
                .With("id", id)
                .With("unit", loan.Unit)
                .With("shoot", shoot)
                .With("borrower", loan.Borrower)
                .With("borrowerId", borrower)
                .With("out", loan.OutAt.ToUniversalTime())
                .With("due", loan.Due.ToUniversalTime())
                .With("back", loan.BackAt?.ToUniversalTime())
                .With("closed", loan.ClosedAt?.ToUniversalTime())
                .With("open", Custody.Open(loan).Length)
                .With("events", loan.Events)
                .RunAsync(cancel);
        }
        catch (PostgresException twice) when (twice.ConstraintName == OneOut)
        {
            await transaction.RollbackAsync(Before, cancel);
            LoanRow? holder = await transaction
                .Command($"SELECT {Columns} FROM loan l WHERE l.unit_tag = @unit AND l.back_at IS NULL")
                .With("unit", loan.Unit)
                .FirstAsync(ReadRow, cancel);
            throw new RefusedException(
                ProblemCode.UnitOut,
                "/unit",
                $"{loan.Unit} is out with {holder?.Borrower ?? "somebody"} already. Take it back first, or choose another unit. Nothing was changed.",
                twice
            );
        }

        await EventsAsync(transaction, id, 0, events, cancel);
        await UnitAsync(transaction, loan, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "unit handed out",
            loan.Unit,
            null,
            new
            {
                loan.Borrower,
                loan.Due,
                loan.OutReason,
                loan = id,
            },
            cancel
        );
        await Live.TellAsync(transaction, loan.Unit, null, cancel);
    }

    internal static async Task<StoredLoan?> GetAsync(NpgsqlTransaction transaction, Guid id, bool locked, CancellationToken cancel)
    {
        LoanRow? row = await transaction
            .Command($"SELECT {Columns} FROM loan l WHERE l.id = @id{(locked ? " FOR UPDATE" : "")}")
            .With("id", id)
            .FirstAsync(ReadRow, cancel);
        if (row is null)
        {
            return null;
        }

        ImmutableArray<CustodyEvent> events =
        [
            .. await transaction
                .Command("SELECT event FROM custody_event WHERE loan_id = @id ORDER BY number")
                .With("id", id)
                .ListAsync(
                    r =>
                        CustodyReader.ToEvent(
                            JsonSerializer.Deserialize(r.Text("event"), ExchangeJson.Default.CustodyEventDocument)
                                ?? throw new InvalidOperationException("A stored event is empty."),
                            row.UnitTag
                        ),
                    cancel
                ),
        ];
        return new StoredLoan(row, Loan.Of(events), events);
    }

    // What is out and until when follows from the loan; repair and retirement are said on the unit's page and stay.
    private static async Task UnitAsync(NpgsqlTransaction transaction, Loan loan, CancellationToken cancel)
    {
        bool isOut = loan.Status == LoanStatus.Out;
        int changed = await transaction
            .Command(
                """
                UPDATE camera_unit SET status = CASE WHEN status IN ('in', 'out') THEN @status ELSE status END,
                    due_back = (@due::timestamptz AT TIME ZONE (SELECT coalesce(nullif(max(time_zone), ''), 'UTC') FROM department))::date, version = version + 1,
                    came_back = CASE WHEN status = 'out' AND @status = 'in' THEN greatest(coalesce(came_back, @back), @back) ELSE came_back END
                WHERE tag = @tag
                """
            )
            .With("tag", loan.Unit)
            .With("status", (isOut ? UnitStatus.Out : UnitStatus.In).Word())
            .With("due", isOut ? loan.Due.ToUniversalTime() : null)
            .With("back", loan.BackAt?.ToUniversalTime())
            .RunAsync(cancel);
        if (changed == 0)
        {
            throw UnitStore.NotFound(loan.Unit);
        }
    }

    private static async Task EventsAsync(
        NpgsqlTransaction transaction,
        Guid id,
        int after,
        ImmutableArray<CustodyEvent> events,
        CancellationToken cancel
    ) =>
        await transaction
            .Command(
                """
                INSERT INTO custody_event (loan_id, number, at, event)
                SELECT @id, @after + n.number, n.at, n.event FROM unnest(@ats, @events::jsonb[]) WITH ORDINALITY AS n (at, event, number)
                """
            )
            .With("id", id)
            .With("after", after)
            .With("ats", events.Select(e => e.At.ToUniversalTime()).ToArray())
            .With(
                "events",
                events.Select(e => JsonSerializer.Serialize(CustodyReader.Document(e), ExchangeJson.Default.CustodyEventDocument)).ToArray()
            )
            .RunAsync(cancel);
}
