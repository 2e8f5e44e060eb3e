using System.Collections.Immutable;

namespace GoldNotch.Core.Shoots;

/// <summary>Something that was done with a lent camera. What a loan is follows from these alone, in their order.</summary>
/// <param name="By">Who did it.</param>
/// <param name="At">When.</param>
public abstract record CustodyEvent(string By, DateTimeOffset At)
{
    /// <summary>The camera went out.</summary>
    /// <param name="Unit">The unit.</param>
    /// <param name="Borrower">Who has it.</param>
    /// <param name="Due">When it is due back.</param>
    /// <param name="Pieces">What went out with it: each piece with the number that was counted out, whole.</param>
    /// <param name="Wrap">What has to be done with it on its return, by key.</param>
    /// <param name="Reason">Why it was handed out although something spoke against it; empty where nothing did.</param>
    /// <param name="By">Who handed it out.</param>
    /// <param name="At">When.</param>
    public sealed record HandedOut(
        string Unit,
        string Borrower,
        DateTimeOffset Due,
        ImmutableArray<KitPiece> Pieces,
        ImmutableArray<string> Wrap,
        string Reason,
        string By,
        DateTimeOffset At
    ) : CustodyEvent(By, At);

    /// <summary>It may stay out longer, or has to be back sooner.</summary>
    /// <param name="Due">When it is due back now.</param>
    /// <param name="By">Who decided.</param>
    /// <param name="At">When.</param>
    public sealed record DueMoved(DateTimeOffset Due, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>The camera is back at the counter.</summary>
    /// <param name="By">Who took it in.</param>
    /// <param name="At">When.</param>
    public sealed record CameBack(string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>The kit was counted back; a later count replaces it.</summary>
    /// <param name="Counted">What was counted.</param>
    /// <param name="By">Who counted.</param>
    /// <param name="At">When.</param>
    public sealed record CountedBack(ImmutableArray<CountedPiece> Counted, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>What was missing or broken is settled: found, replaced or written off.</summary>
    /// <param name="Piece">The piece.</param>
    /// <param name="How">How.</param>
    /// <param name="Note">What is said of it.</param>
    /// <param name="By">Who settled it.</param>
    /// <param name="At">When.</param>
    public sealed record PieceSettled(string Piece, PieceSettlement How, string Note, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>A step of the wrap list was done, or taken back.</summary>
    /// <param name="Step">The step, by key.</param>
    /// <param name="IsDone">Whether it is done.</param>
    /// <param name="By">Who did it.</param>
    /// <param name="At">When.</param>
    public sealed record WrapMarked(string Step, bool IsDone, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>Somebody noted a fault.</summary>
    /// <param name="Text">What is wrong.</param>
    /// <param name="By">Who noted it.</param>
    /// <param name="At">When.</param>
    public sealed record FaultNoted(string Text, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>Nothing was recorded on a card.</summary>
    /// <param name="Card">The card.</param>
    /// <param name="By">Who looked.</param>
    /// <param name="At">When.</param>
    public sealed record CardUnused(string Card, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>The clip list of a card was read.</summary>
    /// <param name="Card">The card.</param>
    /// <param name="Clips">How many clips are on it.</param>
    /// <param name="Owners">Whose footage is on it; each has to release it.</param>
    /// <param name="By">Who read it.</param>
    /// <param name="At">When.</param>
    public sealed record CardListed(string Card, int Clips, ImmutableArray<string> Owners, string By, DateTimeOffset At)
        : CustodyEvent(By, At);

    /// <summary>Every clip of a card has two verified copies on different volumes.</summary>
    /// <param name="Card">The card.</param>
    /// <param name="Proof">The proof.</param>
    /// <param name="By">Who proved it.</param>
    /// <param name="At">When.</param>
    public sealed record CardProven(string Card, Guid Proof, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>An owner of footage on a card releases it.</summary>
    /// <param name="Card">The card.</param>
    /// <param name="Owner">The owner.</param>
    /// <param name="By">Who wrote it down.</param>
    /// <param name="At">When.</param>
    public sealed record CardReleased(string Card, string Owner, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>A card was formatted in the camera.</summary>
    /// <param name="Card">The card.</param>
    /// <param name="By">Who formatted it.</param>
    /// <param name="At">When.</param>
    public sealed record CardFormatted(string Card, string By, DateTimeOffset At) : CustodyEvent(By, At);

    /// <summary>The loan is over.</summary>
    /// <param name="Reason">Why it is closed although something is open; empty where nothing is.</param>
    /// <param name="By">Who signed.</param>
    /// <param name="At">When.</param>
    public sealed record Closed(string Reason, string By, DateTimeOffset At) : CustodyEvent(By, At);
}

/// <summary>How a missing or broken piece was settled.</summary>
public enum PieceSettlement
{
    /// <summary>It was found, or came back later.</summary>
    Found,

    /// <summary>Another one is in its place.</summary>
    Replaced,

    /// <summary>It was repaired.</summary>
    Repaired,

    /// <summary>The kit goes on without it.</summary>
    WrittenOff,
}
