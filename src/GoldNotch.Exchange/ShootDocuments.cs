namespace GoldNotch.Exchange;

/// <summary>A shoot: when, where, with which cameras, what is recorded. Its line-up has the same id.</summary>
/// <param name="Id">Made by whoever writes it first, so that a retry changes nothing.</param>
/// <param name="Name">As spoken.</param>
/// <param name="Place">Where.</param>
/// <param name="Call">When everybody is there; left out until it is known.</param>
/// <param name="End">When it is over; with it the cameras are booked.</param>
/// <param name="Collect">When the cameras are handed out; left out: at the call.</param>
/// <param name="Return">When they are due back; left out: at the end.</param>
/// <param name="Standard">Key of the standard for its cameras; a camera may have its own.</param>
/// <param name="Outdoors">Whether it is outdoors.</param>
/// <param name="Supply">What powers the cameras; left out: their own batteries.</param>
/// <param name="Blocks">What is recorded, in the order of the day.</param>
/// <param name="Cameras">Its cameras, each with a letter of its own.</param>
/// <param name="Hazards">What can hurt someone there: <c>wet</c>, <c>lamps</c>, <c>cables</c>, <c>ladder</c>, <c>slope</c>, <c>sun</c>, <c>laser-or-strobe</c>, <c>lifting</c>.</param>
/// <param name="Borrower">Sign-in name of the person who answers for the cameras.</param>
/// <param name="Notes">Anything else, hazards too.</param>
/// <param name="HourSays">What the hour of a timecode says: <c>card</c> or <c>day</c>.</param>
/// <param name="Day">Number of the day, where the hour says it.</param>
/// <param name="Technicians">People who prepare it.</param>
/// <param name="Chargers">Batteries that charge at once while it is prepared.</param>
/// <param name="Readers">Card readers.</param>
/// <param name="PrepareFrom">Before this nothing can be prepared; left out: the day before.</param>
public sealed record ShootDocument(
    Guid Id,
    string Name,
    string Place = "",
    DateTimeOffset? Call = null,
    DateTimeOffset? End = null,
    DateTimeOffset? Collect = null,
    DateTimeOffset? Return = null,
    string Standard = "",
    bool Outdoors = false,
    ShootSupplyDocument? Supply = null,
    IReadOnlyList<ShootBlockDocument>? Blocks = null,
    IReadOnlyList<ShootCameraDocument>? Cameras = null,
    IReadOnlyList<string>? Hazards = null,
    string Borrower = "",
    string Notes = "",
    string HourSays = "day",
    int Day = 1,
    int Technicians = 1,
    int Chargers = 2,
    int Readers = 1,
    DateTimeOffset? PrepareFrom = null
)
{
    /// <summary>From when to when its cameras are booked; null while that is not known.</summary>
    public (DateTimeOffset From, DateTimeOffset To)? Booked => Call is { } call && End is { } end ? (Collect ?? call, Return ?? end) : null;

    /// <summary>The same with lists that say nothing left out: two documents that mean the same are the same.</summary>
    public ShootDocument WithoutEmptyLists() =>
        this with
        {
            Blocks = Blocks is { Count: > 0 } ? Blocks : null,
            Cameras = Cameras is { Count: > 0 } ? [.. Cameras.Select(c => c.Pools is { Count: > 0 } ? c : c with { Pools = null })] : null,
            Hazards = Hazards is { Count: > 0 } ? Hazards : null,
        };
}

/// <summary>What powers a shoot: <c>batteries</c>, <c>plates</c>, <c>mains</c> or <c>generator</c>.</summary>
public sealed record ShootSupplyDocument(
    string Kind = "batteries",
    double? VoltAmperes = null,
    double? Volts = null,
    bool TrueSine = false
);

/// <summary>A block of the day. Room and light are left out where they stay.</summary>
public sealed record ShootBlockDocument(
    string Name,
    DateTimeOffset From,
    DateTimeOffset To,
    double RecordingMinutes = 0,
    string Room = "",
    string Light = ""
);

/// <summary>A camera of a shoot: its letter, its unit, who is at it (sign-in name), a standard of its own, and what it takes from pools.</summary>
public sealed record ShootCameraDocument(
    string Letter,
    string Unit,
    string Operator = "",
    string Standard = "",
    IReadOnlyList<PoolTakenDocument>? Pools = null
);

/// <summary>So many of a pool.</summary>
public sealed record PoolTakenDocument(string Pool, int Count);

/// <summary>The kit of a unit.</summary>
public sealed record KitDocument(string Unit, IReadOnlyList<KitPieceDocument> Pieces);

/// <summary>A piece of a kit. <c>kind</c> is a word like <c>battery</c> or <c>wireless-receiver</c>; <c>code</c> its label; <c>supply</c> is <c>issued</c> or <c>bring-your-own</c>.</summary>
public sealed record KitPieceDocument(
    string Name,
    string Kind,
    int Count = 1,
    string Where = "",
    string Code = "",
    bool Required = true,
    string Supply = "issued",
    int AaEach = 0,
    double? WattHours = null,
    double Health = 1,
    double? CapacityGb = null
);

/// <summary>Loose things that any kit can take from: cards by class and capacity, AA batteries, front filters, tripods.</summary>
public sealed record PoolDocument(string Key, KitPieceDocument Piece);

/// <summary>A loan with everything that was done with it, in order.</summary>
public sealed record LoanDocument(Guid Id, string Unit, IReadOnlyList<CustodyEventDocument> Events, Guid? Shoot = null);

/// <summary>
/// Something that was done with a lent camera. <c>kind</c> says what: <c>handed-out</c>, <c>due-moved</c>, <c>came-back</c>, <c>counted-back</c>, <c>piece-settled</c>,
/// <c>wrap-marked</c>, <c>fault-noted</c>, <c>card-unused</c>, <c>card-listed</c>, <c>card-proven</c>, <c>card-released</c>, <c>card-formatted</c>, <c>closed</c>.
/// Fields that do not belong to the kind are left out.
/// </summary>
public sealed record CustodyEventDocument(
    string Kind,
    string By,
    DateTimeOffset At,
    string? Borrower = null,
    DateTimeOffset? Due = null,
    IReadOnlyList<KitPieceDocument>? Pieces = null,
    IReadOnlyList<string>? Wrap = null,
    IReadOnlyList<CountedPieceDocument>? Counted = null,
    string? Piece = null,
    string? How = null,
    string? Step = null,
    bool? Done = null,
    string? Card = null,
    int? Clips = null,
    IReadOnlyList<string>? Owners = null,
    string? Owner = null,
    Guid? Proof = null,
    string? Text = null
);

/// <summary>A piece as it was counted.</summary>
public sealed record CountedPieceDocument(string Name, int Counted, int Broken = 0);
