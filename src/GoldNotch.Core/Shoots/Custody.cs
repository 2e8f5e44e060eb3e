using System.Collections.Immutable;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Shoots;

/// <summary>What of a loan is open.</summary>
public enum OpenKind
{
    /// <summary>The camera is not back.</summary>
    Camera,

    /// <summary>The kit was not counted back.</summary>
    Count,

    /// <summary>A piece is missing or broken.</summary>
    Piece,

    /// <summary>A step of the wrap list.</summary>
    Wrap,

    /// <summary>A card is not clear, or not formatted.</summary>
    Card,
}

/// <summary>Something open of a loan.</summary>
/// <param name="Kind">What of it.</param>
/// <param name="Name">The piece, step or card.</param>
/// <param name="Because">What is open, and what closes it.</param>
public sealed record OpenPoint(OpenKind Kind, string Name, Judgement Because);

/// <summary>The rules of custody: what is open, and what may not be written down yet.</summary>
public static class Custody
{
    private const string RuleId = "CUSTODY";

    private static readonly Template NotBack = new(RuleId, "not-back", "{unit} is with {borrower}.");
    private static readonly Template NotCounted = new(RuleId, "not-counted", "The kit of {unit} is not counted back. Count it.");
    private static readonly Template NotDone = new(RuleId, "not-done", "Not done: {step}.");
    private static readonly Template NotRead = new(
        RuleId,
        "not-read",
        "{card}: nobody has read its clip list. Read it, or say that nothing was recorded."
    );
    private static readonly Template NotProven = new(
        RuleId,
        "not-proven",
        "{card}: {clips#clip|clips} not proven copied. Prove two copies on different volumes before it is formatted."
    );
    private static readonly Template NotReleased = new(
        RuleId,
        "not-released",
        "{card}: not released by {owners}. Ask before it is formatted; formatting erases their footage too."
    );
    private static readonly Template NotFormatted = new(RuleId, "not-formatted", "{card} is clear. Format it in the camera.");
    private static readonly Template IsClosed = new(
        RuleId,
        "closed",
        "This loan is closed since {day}. What is found later is noted on the unit."
    );
    private static readonly Template IsBack = new(RuleId, "back", "{unit} is back since {day}; it cannot come back twice.");
    private static readonly Template DueBefore = new(
        RuleId,
        "due-before",
        "It cannot be due before it went out. Choose a later day or hour."
    );
    private static readonly Template StillOut = new(RuleId, "still-out", "{unit} is still out. Take it back first.");
    private static readonly Template NothingMissing = new(RuleId, "nothing-missing", "{piece} is neither missing nor broken.");
    private static readonly Template OnlyBroken = new(
        RuleId,
        "only-broken",
        "{piece} is there, and broken: it can be repaired, replaced or written off, not found."
    );
    private static readonly Template OnlyMissing = new(
        RuleId,
        "only-missing",
        "{piece} is missing: it can be found, replaced or written off, not repaired."
    );
    private static readonly Template NoStep = new(RuleId, "no-step", "{step} is not on the wrap list of this loan.");
    private static readonly Template NoCard = new(RuleId, "no-card", "{card} did not go out with this loan. It has {cards}.");
    private static readonly Template NoOwner = new(RuleId, "no-owner", "{owner} has no footage on {card}. Its owners: {owners}.");
    private static readonly Template CardDone = new(RuleId, "card-done", "{card} was formatted; nothing is on it.");
    private static readonly Template UnusedButRead = new(
        RuleId,
        "unused-but-read",
        "{card} has {clips#clip|clips} on its list. Prove the copies instead."
    );
    private static readonly Template ReasonNeeded = new(
        RuleId,
        "reason-needed",
        "{count#point is|points are} open. Close them, or a technician signs with a reason."
    );

    /// <summary>Everything that is open, in the order of the return.</summary>
    public static ImmutableArray<OpenPoint> Open(Loan loan)
    {
        if (loan.Status == LoanStatus.Closed)
        {
            return [];
        }

        var open = ImmutableArray.CreateBuilder<OpenPoint>();
        if (loan.Status == LoanStatus.Out)
        {
            open.Add(new OpenPoint(OpenKind.Camera, loan.Unit, NotBack.Of(("unit", loan.Unit), ("borrower", loan.Borrower))));
        }

        if (loan.Counted is null)
        {
            open.Add(new OpenPoint(OpenKind.Count, loan.Unit, NotCounted.Of(("unit", loan.Unit))));
        }

        open.AddRange(loan.Shortfalls.Select(s => new OpenPoint(OpenKind.Piece, s.Name, s.Because)));
        open.AddRange(
            loan.Wrap.Where(w => !w.IsDone).Select(w => new OpenPoint(OpenKind.Wrap, w.Step, NotDone.Of(("step", WrapList.NameOf(w.Step)))))
        );
        open.AddRange(loan.Cards.Select(OfCard).OfType<OpenPoint>());
        return open.ToImmutable();
    }

    /// <summary>Why something cannot be written down as done; null where it can.</summary>
    /// <param name="loan">The loan.</param>
    /// <param name="happened">What somebody says was done.</param>
    public static Judgement? Refusal(Loan loan, CustodyEvent happened)
    {
        if (loan.ClosedAt is { } closed)
        {
            return IsClosed.Of(("day", new FigureValue.Day(DateOnly.FromDateTime(closed.UtcDateTime))));
        }

        return happened switch
        {
            CustodyEvent.CameBack when loan.BackAt is { } back => IsBack.Of(
                ("unit", loan.Unit),
                ("day", new FigureValue.Day(DateOnly.FromDateTime(back.UtcDateTime)))
            ),
            CustodyEvent.DueMoved moved when moved.Due <= loan.OutAt => DueBefore.Of(),
            CustodyEvent.PieceSettled settled => OfSettling(loan, settled),
            CustodyEvent.WrapMarked marked when loan.Wrap.All(w => w.Step != marked.Step) => NoStep.Of(
                ("step", WrapList.NameOf(marked.Step))
            ),
            CustodyEvent.Closed close => OfClosing(loan, close),
            _ => CardOf(happened) is { } card ? OfCard(loan, card, happened) : null,
        };
    }

    /// <summary>How a missing or broken piece can be settled: what is missing can be found, what is broken can be repaired.</summary>
    public static ImmutableArray<PieceSettlement> Settlements(Shortfall shortfall) =>
        [
            .. shortfall.Missing > 0 ? [PieceSettlement.Found] : Array.Empty<PieceSettlement>(),
            .. shortfall.Broken > 0 ? [PieceSettlement.Repaired] : Array.Empty<PieceSettlement>(),
            PieceSettlement.Replaced,
            PieceSettlement.WrittenOff,
        ];

    private static Judgement? OfSettling(Loan loan, CustodyEvent.PieceSettled settled) =>
        loan.Shortfalls.FirstOrDefault(s => s.Name == settled.Piece) is not { } shortfall ? NothingMissing.Of(("piece", settled.Piece))
        : Settlements(shortfall).Contains(settled.How) ? null
        : (settled.How == PieceSettlement.Found ? OnlyBroken : OnlyMissing).Of(("piece", settled.Piece));

    private static Judgement? OfClosing(Loan loan, CustodyEvent.Closed close)
    {
        if (loan.Status == LoanStatus.Out)
        {
            return StillOut.Of(("unit", loan.Unit));
        }

        int open = Open(loan).Length;
        return open > 0 && close.Reason.Length == 0 ? ReasonNeeded.Of(("count", FigureValue.Count(open))) : null;
    }

    private static string? CardOf(CustodyEvent happened) =>
        happened switch
        {
            CustodyEvent.CardUnused e => e.Card,
            CustodyEvent.CardListed e => e.Card,
            CustodyEvent.CardProven e => e.Card,
            CustodyEvent.CardReleased e => e.Card,
            CustodyEvent.CardFormatted e => e.Card,
            _ => null,
        };

    private static Judgement? OfCard(Loan loan, string name, CustodyEvent happened)
    {
        if (loan.Cards.FirstOrDefault(c => c.Name == name) is not { } card)
        {
            return NoCard.Of(("card", name), ("cards", FigureValue.Of(loan.Cards.Select(c => c.Name).DefaultIfEmpty("none"))));
        }

        if (card.IsFormatted)
        {
            return CardDone.Of(("card", name));
        }

        return happened switch
        {
            CustodyEvent.CardUnused when card.Clips is > 0 and { } clips => UnusedButRead.Of(
                ("card", name),
                ("clips", FigureValue.Count(clips))
            ),
            CustodyEvent.CardReleased r when !card.Owners.Contains(r.Owner, StringComparer.OrdinalIgnoreCase) => NoOwner.Of(
                ("owner", r.Owner),
                ("card", name),
                ("owners", FigureValue.Of(card.Owners.DefaultIfEmpty("none")))
            ),
            CustodyEvent.CardProven when card.Clips is null => NotRead.Of(("card", name)),
            CustodyEvent.CardFormatted when !card.IsClear => Missing(card),
            _ => null,
        };
    }

    private static OpenPoint? OfCard(LentCard card) => card.IsDone ? null : new OpenPoint(OpenKind.Card, card.Name, Missing(card));

    // What a card lacks first.
    private static Judgement Missing(LentCard card) =>
        card.Clips is not { } clips ? NotRead.Of(("card", card.Name))
        : card.Proof is null ? NotProven.Of(("card", card.Name), ("clips", FigureValue.Count(clips)))
        : !card.Unreleased.IsEmpty ? NotReleased.Of(("card", card.Name), ("owners", FigureValue.Of(card.Unreleased)))
        : NotFormatted.Of(("card", card.Name));
}
