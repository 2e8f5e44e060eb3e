using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Shoots;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A proof as it was made.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Document">What was compared, and what was found.</param>
/// <param name="By">Who made it.</param>
/// <param name="At">When.</param>
public sealed record StoredProof(Guid Id, ProofDocument Document, string By, DateTimeOffset At);

/// <summary>Loans: proofs that the footage on their cards is copied.</summary>
public sealed partial class LoanStore
{
    private const string ProofColumns = "id, document, made_by, made_at";

    /// <summary>One proof of a loan, or null.</summary>
    public Task<StoredProof?> GetProofAsync(Guid loan, Guid id, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {ProofColumns} FROM copy_proof WHERE loan_id = @loan AND id = @id")
            .With("loan", loan)
            .With("id", id)
            .FirstAsync(ReadProof, cancel);

    /// <summary>Keeps a proof with what it means for its card: its list was read, and, where every clip is safe, it is proven. The same proof again is kept once.</summary>
    /// <param name="loan">The loan.</param>
    /// <param name="proof">The proof.</param>
    /// <param name="happened">What it means for the card, made from the loan as it is now.</param>
    /// <param name="who">Who made it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <exception cref="RefusedException">There is no such loan, or it cannot be written down for its card.</exception>
    public async Task<StoredLoan> ProveAsync(
        Guid loan,
        StoredProof proof,
        Func<Loan, ImmutableArray<CustodyEvent>> happened,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredLoan before = await GetAsync(transaction, loan, true, cancel) ?? throw NotFound(loan);
        int added = await transaction
            .Command(
                """
                INSERT INTO copy_proof (id, loan_id, card, clips, bytes, is_clear, document, made_by, made_at)
                VALUES (@id, @loan, @card, @clips, @bytes, @clear, @document, @by, @at) ON CONFLICT (id) DO NOTHING
                """
            )
            .With("id", proof.Id)
            .With("loan", loan)
            .With("card", proof.Document.Card)
            .With("clips", proof.Document.Clips.Count)
            .With("bytes", proof.Document.Clips.Sum(c => c.Bytes ?? 0))
            .With("clear", proof.Document.IsClear)
            .WithJson("document", JsonSerializer.Serialize(proof.Document, ExchangeJson.Default.ProofDocument))
            .With("by", proof.By)
            .With("at", proof.At.ToUniversalTime())
            .RunAsync(cancel);
        if (added == 0)
        {
            return before;
        }

        ImmutableArray<CustodyEvent> events = happened(before.Loan);
        if (!events.IsEmpty)
        {
            await AddAsync(transaction, before, events, who, cancel);
        }

        await transaction.CommitAsync(cancel);
        return (await GetAsync(loan, cancel))!;
    }

    private static StoredProof ReadProof(Row r) =>
        new(
            r.Id("id"),
            JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.ProofDocument)
                ?? throw new InvalidOperationException("A stored proof is empty."),
            r.Text("made_by"),
            r.Moment("made_at")
        );
}
