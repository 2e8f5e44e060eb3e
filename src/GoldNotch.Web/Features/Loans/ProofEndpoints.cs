using System.Collections.Immutable;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;

namespace GoldNotch.Web.Features.Loans;

/// <summary>A card with its copies, as they were read: names, sizes and sums, nothing else.</summary>
/// <param name="Card">The card, as the loan names it.</param>
/// <param name="Owners">Whose footage is on it; each has to release it.</param>
/// <param name="Read">The card as it was read.</param>
/// <param name="Copies">Its copies.</param>
public sealed record ProofRequest(
    string Card,
    IReadOnlyList<string> Owners,
    ProofFolderDocument Read,
    IReadOnlyList<ProofFolderDocument> Copies
);

/// <summary>A proof, and the loan after it.</summary>
public sealed record ProofView(Guid Id, ProofDocument Proof, string By, DateTimeOffset At, LoanView Loan);

/// <summary>Proof that footage is safe: a card is clear when every clip has two verified copies on different volumes.</summary>
internal static class ProofEndpoints
{
    // Twenty thousand clips of a card and of two copies, with long names.
    private const int MostBytes = 24 * 1024 * 1024;

    internal static void MapProofs(this IEndpointRouteBuilder api)
    {
        api.MapPut("/loans/{id:guid}/proofs/{proof:guid}", PutAsync)
            .Needs(Right.HandOut)
            .WithMetadata(new RequestSizeLimitAttribute(MostBytes))
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(413)
            .WithName("putProof");
        api.MapGet("/loans/{id:guid}/proofs/{proof:guid}", GetAsync).ProducesProblem(404).WithName("getProof");
    }

    private static async Task<Ok<ProofView>> PutAsync(
        Guid id,
        Guid proof,
        ProofRequest request,
        Author author,
        [AsParameters] LoanWork work,
        CancellationToken cancel
    )
    {
        StoredLoan before = await work.Loans.FindAsync(id, cancel);
        if (before.Loan.Cards.All(c => c.Name != request.Card))
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                "/card",
                $"{(request.Card.Length > 60 ? request.Card[..60] : request.Card)} did not go out with this loan. It has {string.Join(", ", before.Loan.Cards.Select(c => c.Name).DefaultIfEmpty("no card"))}."
            );
        }

        ProofDocument found = ProofReader.Compare(request.Card, request.Read, request.Copies);
        DateTimeOffset now = work.Clock.GetUtcNow();
        ImmutableArray<string> owners =
        [
            .. request.Owners.Select(o => o.Trim()).Where(o => o.Length > 0).Distinct(StringComparer.OrdinalIgnoreCase),
        ];
        _ = CustodyReader.ToEvent(
            new CustodyEventDocument("card-listed", author.Name, now, Card: request.Card, Clips: found.Clips.Count, Owners: owners),
            before.Loan.Unit
        );
        var stored = new StoredProof(proof, found, author.Name, now);
        StoredLoan after = await work.Loans.ProveAsync(
            id,
            stored,
            loan => Means(loan, found, proof, owners, author, now),
            author.Actor,
            cancel
        );
        return TypedResults.Ok(new ProofView(proof, found, author.Name, now, await work.ViewAsync(after, cancel)));
    }

    // A list that was read with other clips or other owners is read anew, and then everybody releases it anew.
    private static ImmutableArray<CustodyEvent> Means(
        Loan loan,
        ProofDocument found,
        Guid proof,
        ImmutableArray<string> owners,
        Author author,
        DateTimeOffset now
    )
    {
        LentCard card = loan.Cards.First(c => c.Name == found.Card);
        bool isListed =
            card.Clips == found.Clips.Count
            && card.Owners.Order().SequenceEqual(owners.Order())
            // What was proven once and is not any more is no longer proven.
            && (found.IsClear || card.Proof is null);
        return
        [
            .. isListed
                ? Array.Empty<CustodyEvent>()
                : [new CustodyEvent.CardListed(found.Card, found.Clips.Count, owners, author.Name, now)],
            .. found.IsClear ? [new CustodyEvent.CardProven(found.Card, proof, author.Name, now)] : Array.Empty<CustodyEvent>(),
        ];
    }

    private static async Task<Ok<ProofView>> GetAsync(Guid id, Guid proof, [AsParameters] LoanWork work, CancellationToken cancel)
    {
        StoredProof stored = await work.Loans.GetProofAsync(id, proof, cancel)
            ?? throw new RefusedException(ProblemCode.NotFound, "/proof", "There is no such proof of this loan.");
        return TypedResults.Ok(
            new ProofView(
                stored.Id,
                stored.Document,
                stored.By,
                stored.At,
                await work.ViewAsync(await work.Loans.FindAsync(id, cancel), cancel)
            )
        );
    }
}
