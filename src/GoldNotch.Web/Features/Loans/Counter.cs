using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Practice;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;

namespace GoldNotch.Web.Features.Loans;

/// <summary>A hand-out as it is typed at the counter.</summary>
/// <param name="Unit">The unit, by its tag or a label of its kit.</param>
/// <param name="Borrower">Sign-in name of the borrower; empty until somebody is chosen.</param>
/// <param name="Due">When it is due; left out: as the shoot says, else this evening, or the next once it is evening.</param>
/// <param name="Shoot">The shoot it is for.</param>
/// <param name="Counted">What was counted; left out: nobody counted yet.</param>
/// <param name="Plate">Label of the plate on the camera; left out: nobody looked.</param>
/// <param name="Reason">Why it is handed out although something speaks against it.</param>
public sealed record HandOutRequest(
    string Unit,
    string Borrower = "",
    DateTimeOffset? Due = null,
    Guid? Shoot = null,
    IReadOnlyList<CountedPieceDocument>? Counted = null,
    string? Plate = null,
    string Reason = ""
);

/// <summary>A hand-out with everything that is known of it.</summary>
internal sealed record CounterHandOut(
    StoredUnit Unit,
    CameraModel Model,
    Kit Kit,
    IReadOnlyList<Kit> Others,
    StoredPerson? Borrower,
    DateTimeOffset Due,
    StoredShoot? Shoot,
    ImmutableArray<CountedPiece>? Counted,
    ImmutableArray<Obstacle> Obstacles
);

/// <summary>What is known at the counter, and what speaks against a hand-out.</summary>
internal sealed class Counter(
    UnitStore units,
    ModelStore models,
    KitStore kits,
    BoardStore board,
    LoanStore loans,
    ShootStore shoots,
    PersonStore people,
    CheckOffGate gate,
    WallClock wall,
    TimeProvider clock
)
{
    /// <summary>Finds everything a hand-out needs.</summary>
    /// <exception cref="RefusedException">There is no such unit, person or shoot, or the count cannot be.</exception>
    internal async Task<CounterHandOut> LookAsync(HandOutRequest request, CancellationToken cancel)
    {
        string tag = request.Unit.Trim();
        StoredUnit unit = await units.GetAsync(tag.ToUpperInvariant(), cancel)
            ?? (await kits.UnitOfLabelAsync(tag, cancel) is { } labelled ? await units.GetAsync(labelled, cancel) : null)
            ?? throw new RefusedException(
                ProblemCode.UnitMissing,
                "/unit",
                $"There is no unit and no label {(tag.Length > 40 ? tag[..40] : tag)}. Look at the tag again, or find the unit by its tape."
            );
        ModelDocument card = (await models.GetAsync(unit.ModelKey, cancel))?.Document ?? throw UnitStore.NotFound(unit.Tag);
        DateTimeOffset now = await wall.NowAsync(cancel);
        StoredShoot? shoot = request.Shoot is { } id ? await shoots.FindAsync(id, cancel) : await ShootOfAsync(unit.Tag, now, cancel);
        string login = request.Borrower.Length > 0 ? request.Borrower : shoot?.Document.Borrower ?? "";
        StoredPerson? borrower = login.Length > 0 ? await PersonAsync(login, cancel) : null;
        DateTimeOffset due = request.Due ?? shoot?.Document.Return ?? shoot?.Document.End ?? HandOut.UsualDue(now);
        List<StoredKit> ofModel = await kits.OfModelAsync(unit.ModelKey, cancel);
        Kit kit = ofModel.FirstOrDefault(k => k.Document.Unit == unit.Tag) is { } written
            ? ShootReader.ToKit(written.Document)
            : new Kit(unit.Tag, [new KitPiece("Camera", PieceKind.Body, 1, "")]);
        kit = await WithPoolsAsync(kit, shoot, unit.Tag, cancel);
        ImmutableArray<CountedPiece>? counted = request.Counted is { } list
            ? [.. list.Select(c => new CountedPiece(c.Name, c.Counted, c.Broken))]
            : null;
        ImmutableArray<Shortfall> shortfalls = counted is { } some
            ? RefusedException.At("/counted", () => KitCount.Shortfalls(kit.Pieces, some))
            : [];
        DateOnly today = DateOnly.FromDateTime(now.DateTime);
        BoardUnit? stands = (await board.OfUnitsAsync([unit.Tag], today, cancel)).FirstOrDefault();
        LoanRow? open = await loans.OfUnitAsync(unit.Tag, cancel);
        List<UnitBooking> promised = due > now ? await shoots.BookingsAsync([unit.Tag], now, due, cancel) : [];
        ImmutableArray<Obstacle> obstacles = HandOut.Obstacles(
            new HandOutFacts(
                unit.Tag,
                unit.Status,
                stands is null ? ReadinessState.Due : Readiness.Of(stands.Status, stands.DueBack, stands.Last, today).State,
                open is { Status: LoanStatus.Out } ? (open.Borrower, open.OutAt) : null,
                borrower?.Name ?? "",
                borrower?.Active ?? true,
                due,
                now,
                [.. promised.Where(b => b.ShootId != shoot?.Document.Id).Select(b => new Promise(b.Name, b.From))],
                shortfalls,
                KitCount.Plate(kit, request.Plate?.Trim())
            )
            {
                Uncleared = await UnclearedAsync(unit.Tag, cancel),
                CheckOff = borrower is null ? null : await gate.MissingAsync(borrower, ModelReader.ToModel(card), now, cancel),
            }
        );
        return new CounterHandOut(
            unit,
            ModelReader.ToModel(card),
            kit,
            [.. ofModel.Where(k => k.Document.Unit != unit.Tag).Select(k => ShootReader.ToKit(k.Document))],
            borrower,
            due,
            shoot,
            counted,
            obstacles
        );
    }

    /// <summary>The hand-out of a look, as it is written down.</summary>
    /// <exception cref="RefusedException">Nobody is chosen, nobody counted, or something speaks against it that no reason was given for.</exception>
    internal CustodyEvent.HandedOut Decide(CounterHandOut look, string reason, Author author)
    {
        if (look.Borrower is not { } borrower)
        {
            throw new RefusedException(ProblemCode.BadValue, "/borrower", "Choose who borrows it.");
        }

        if (look.Counted is not { } counted)
        {
            throw new RefusedException(ProblemCode.BadValue, "/counted", "Count the kit first: a look at each piece, or all there.");
        }

        string why = reason.Trim() is { Length: <= 300 } told
            ? told
            : throw new RefusedException(ProblemCode.BadValue, "/reason", "A reason has at most 300 characters.");
        ImmutableArray<Obstacle> firm = [.. look.Obstacles.Where(o => !o.CanOverride)];
        ImmutableArray<Obstacle> against = firm.IsEmpty && why.Length > 0 ? [] : look.Obstacles;
        if (!firm.IsEmpty || !against.IsEmpty)
        {
            Obstacle first = firm.IsEmpty ? against[0] : firm[0];
            throw new RefusedException(
                first.Kind == ObstacleKind.IsOut ? ProblemCode.UnitOut : ProblemCode.NotHandedOut,
                firm.IsEmpty ? "/reason" : PointerOf(first.Kind),
                Core.Judgements.JudgementText.Of(first.Because)
                    + (firm.IsEmpty ? " To hand it out all the same, write the reason." : "")
                    + " Nothing was written down."
            );
        }

        return new CustodyEvent.HandedOut(
            look.Unit.Tag,
            borrower.Name,
            look.Due,
            [.. Went(look.Kit, counted)],
            WrapList.Of(look.Model, look.Kit.Pieces),
            look.Obstacles.IsEmpty ? "" : why,
            author.Name,
            clock.GetUtcNow()
        );
    }

    // What is not there, or is broken, did not go out: it cannot be missing on the way back.
    private static IEnumerable<KitPiece> Went(Kit kit, ImmutableArray<CountedPiece> counted) =>
        from piece in kit.Issued
        let count = counted.FirstOrDefault(c => c.Name == piece.Name)
        where count is not null && count.Counted > count.Broken
        select piece with
        {
            Count = count.Counted - count.Broken,
        };

    private static string PointerOf(ObstacleKind kind) =>
        kind switch
        {
            ObstacleKind.PersonLeft => "/borrower",
            ObstacleKind.Due => "/due",
            _ => "/unit",
        };

    // What earlier loans left on the cards of the bag.
    private async Task<ImmutableArray<(string Card, string Borrower)>> UnclearedAsync(string unit, CancellationToken cancel)
    {
        var cards = ImmutableArray.CreateBuilder<(string, string)>();
        foreach (LoanRow open in (await loans.OpenOfUnitsAsync([unit], cancel)).Where(l => l.Status == LoanStatus.Back))
        {
            Loan loan = (await loans.FindAsync(open.Id, cancel)).Loan;
            cards.AddRange(loan.Uncleared.Select(c => (c.Name, loan.Borrower)));
        }

        return cards.ToImmutable();
    }

    // A shoot that collects today and has the unit.
    private async Task<StoredShoot?> ShootOfAsync(string unit, DateTimeOffset now, CancellationToken cancel)
    {
        List<UnitBooking> today = await shoots.BookingsAsync([unit], now.AddHours(-12), now.AddHours(12), cancel);
        return today.Count == 1 ? await shoots.GetAsync(today[0].ShootId, cancel) : null;
    }

    private async Task<StoredPerson> PersonAsync(string login, CancellationToken cancel) =>
        await people.GetAsync(login, cancel)
        ?? throw new RefusedException(
            ProblemCode.NotFound,
            "/borrower",
            $"There is nobody with the sign-in name {(login.Length > 40 ? login[..40] : login)}. Choose somebody of the department."
        );

    private async Task<Kit> WithPoolsAsync(Kit kit, StoredShoot? shoot, string unit, CancellationToken cancel)
    {
        IReadOnlyList<PoolTakenDocument> taken = shoot?.Document.Cameras?.FirstOrDefault(c => c.Unit == unit)?.Pools ?? [];
        if (taken.Count == 0)
        {
            return kit;
        }

        List<StoredPool> pools = await kits.PoolsAsync(null, null, cancel);
        return kit with
        {
            Pieces =
            [
                .. kit.Pieces,
                .. from take in taken
                let pool = pools.FirstOrDefault(p => p.Document.Key == take.Pool)
                where pool is not null && kit.Pieces.All(p => p.Name != pool.Document.Piece.Name)
                select ShootReader.ToPiece(pool.Document.Piece, "") with
                {
                    Count = take.Count,
                    Where = "from the pool",
                },
            ],
        };
    }
}
