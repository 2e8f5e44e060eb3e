using System.Collections.Immutable;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Shoots;

/// <summary>Where a loan is in its life. It follows from what was done and is never set.</summary>
public enum LoanStatus
{
    /// <summary>The camera is with the borrower.</summary>
    Out,

    /// <summary>The camera is back; something is open.</summary>
    Back,

    /// <summary>Nothing is open, or it was signed away with a reason.</summary>
    Closed,
}

/// <summary>A card that went out.</summary>
/// <param name="Name">Its name within the loan.</param>
public sealed record LentCard(string Name)
{
    /// <summary>Clips on it; null until its list was read.</summary>
    public int? Clips { get; init; }

    /// <summary>Whose footage is on it.</summary>
    public ImmutableArray<string> Owners { get; init; } = [];

    /// <summary>Owners that released it.</summary>
    public ImmutableArray<string> Released { get; init; } = [];

    /// <summary>The proof that every clip is copied; null until there is one.</summary>
    public Guid? Proof { get; init; }

    /// <summary>Whether somebody found that nothing was recorded on it.</summary>
    public bool IsUnused { get; init; }

    /// <summary>Whether it was formatted after it was clear.</summary>
    public bool IsFormatted { get; init; }

    /// <summary>Owners whose release is missing.</summary>
    public ImmutableArray<string> Unreleased => [.. Owners.Except(Released, StringComparer.OrdinalIgnoreCase)];

    /// <summary>Whether it may be formatted: its list was read, every clip is proven copied, every owner released it.</summary>
    public bool IsClear => Clips is not null && Proof is not null && Unreleased.IsEmpty;

    /// <summary>Whether nothing is left to be done with it.</summary>
    public bool IsDone => IsUnused || IsFormatted;
}

/// <summary>The custody of one camera, from the hand-out until nothing is open.</summary>
/// <param name="Unit">The unit.</param>
/// <param name="Borrower">Who has it, or had it.</param>
/// <param name="Due">When it is due back.</param>
/// <param name="Pieces">What went out.</param>
/// <param name="OutBy">Who handed it out.</param>
/// <param name="OutAt">When.</param>
public sealed record Loan(
    string Unit,
    string Borrower,
    DateTimeOffset Due,
    ImmutableArray<KitPiece> Pieces,
    string OutBy,
    DateTimeOffset OutAt
)
{
    /// <summary>Why it was handed out although something spoke against it; empty where nothing did.</summary>
    public string OutReason { get; init; } = "";

    /// <summary>When it came back; null while it is out.</summary>
    public DateTimeOffset? BackAt { get; init; }

    /// <summary>When it was closed; null until then.</summary>
    public DateTimeOffset? ClosedAt { get; init; }

    /// <summary>Why it was closed although something was open; empty where nothing was.</summary>
    public string CloseReason { get; init; } = "";

    /// <summary>The count back; null until somebody counted.</summary>
    public ImmutableArray<CountedPiece>? Counted { get; init; }

    /// <summary>Pieces that were missing or broken and are settled.</summary>
    public ImmutableDictionary<string, PieceSettlement> Settled { get; init; } = ImmutableDictionary<string, PieceSettlement>.Empty;

    /// <summary>Steps of the wrap list, by key, in their order, and whether each is done.</summary>
    public ImmutableArray<(string Step, bool IsDone)> Wrap { get; init; } = [];

    /// <summary>Faults that were noted.</summary>
    public ImmutableArray<string> Faults { get; init; } = [];

    /// <summary>The cards that went out.</summary>
    public ImmutableArray<LentCard> Cards { get; init; } = [];

    /// <summary>Cards whose footage could be lost: neither clear, nor found unused, nor formatted.</summary>
    public IEnumerable<LentCard> Uncleared => Status == LoanStatus.Closed ? [] : Cards.Where(c => !c.IsClear && !c.IsDone);

    /// <summary>How many events it follows from.</summary>
    public int Events { get; init; }

    /// <summary>Where it is in its life.</summary>
    public LoanStatus Status =>
        ClosedAt is not null ? LoanStatus.Closed
        : BackAt is not null ? LoanStatus.Back
        : LoanStatus.Out;

    /// <summary>Whether it should be back.</summary>
    public bool IsOverdue(DateTimeOffset now) => Status == LoanStatus.Out && now > Due;

    /// <summary>What is missing or broken and not settled; empty until the kit was counted back.</summary>
    public ImmutableArray<Shortfall> Shortfalls =>
        Counted is { } counted ? [.. KitCount.Shortfalls(Pieces, counted).Where(s => !Settled.ContainsKey(s.Name))] : [];

    /// <summary>What a loan follows from.</summary>
    /// <exception cref="InvalidOperationException">The first event is no hand-out.</exception>
    public static Loan Of(IEnumerable<CustodyEvent> events)
    {
        Loan? loan = null;
        foreach (CustodyEvent one in events)
        {
            loan = loan is null ? Begun(one) : loan.With(one);
        }

        return loan ?? throw new InvalidOperationException("A loan begins with a hand-out.");
    }

    /// <summary>The loan after one more event, which <see cref="Custody.Refusal"/> has let pass.</summary>
    public Loan With(CustodyEvent happened) => Changed(happened) with { Events = Events + 1 };

    private static Loan Begun(CustodyEvent first) =>
        first is CustodyEvent.HandedOut o
            ? new Loan(o.Unit, o.Borrower, o.Due, o.Pieces, o.By, o.At)
            {
                OutReason = o.Reason,
                Wrap = [.. o.Wrap.Select(w => (w, false))],
                Cards = [.. CardsOf(o.Pieces).Select(c => new LentCard(c))],
                Events = 1,
            }
            : throw new InvalidOperationException("A loan begins with a hand-out.");

    /// <summary>The cards among some pieces, one by one.</summary>
    public static IEnumerable<string> CardsOf(IEnumerable<KitPiece> pieces) =>
        pieces
            .Where(p => p.Kind == PieceKind.Card && p.Supply == PieceSupply.Issued)
            .SelectMany(p => p.Count == 1 ? [p.Name] : Enumerable.Range(1, p.Count).Select(i => $"{p.Name} {i}"));

    private Loan Changed(CustodyEvent happened) =>
        happened switch
        {
            CustodyEvent.DueMoved d => this with { Due = d.Due },
            CustodyEvent.CameBack b => this with { BackAt = b.At },
            CustodyEvent.CountedBack c => this with { Counted = c.Counted },
            CustodyEvent.PieceSettled s => this with { Settled = Settled.SetItem(s.Piece, s.How) },
            CustodyEvent.WrapMarked w => this with { Wrap = [.. Wrap.Select(o => o.Step == w.Step ? (o.Step, w.IsDone) : o)] },
            CustodyEvent.FaultNoted f => this with { Faults = Faults.Add(f.Text) },
            CustodyEvent.CardUnused u => Card(u.Card, c => c with { IsUnused = true }),
            CustodyEvent.CardListed l => Card(l.Card, c => new LentCard(c.Name) { Clips = l.Clips, Owners = l.Owners }),
            CustodyEvent.CardProven p => Card(p.Card, c => c with { Proof = p.Proof }),
            CustodyEvent.CardReleased r => Card(r.Card, c => c with { Released = c.Released.Add(r.Owner) }),
            CustodyEvent.CardFormatted f => Card(f.Card, c => c with { IsFormatted = true }),
            CustodyEvent.Closed c => this with { ClosedAt = c.At, CloseReason = c.Reason },
            _ => throw new InvalidOperationException($"A loan cannot be handed out twice: {happened}."),
        };

    private Loan Card(string name, Func<LentCard, LentCard> change) =>
        this with
        {
            Cards = [.. Cards.Select(c => c.Name == name ? change(c) : c)],
        };
}
