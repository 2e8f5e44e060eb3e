using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Shoots;

/// <summary>What speaks against handing a camera out.</summary>
public enum ObstacleKind
{
    /// <summary>Somebody has it.</summary>
    IsOut,

    /// <summary>It is in repair, or no longer lent.</summary>
    NotLent,

    /// <summary>The borrower has left.</summary>
    PersonLeft,

    /// <summary>It was promised to another shoot.</summary>
    Booked,

    /// <summary>Its check is due, or left something off target.</summary>
    Check,

    /// <summary>Its kit is incomplete.</summary>
    Kit,

    /// <summary>A plate that is not its own is on it.</summary>
    Plate,

    /// <summary>Footage of an earlier loan is on a card and not proven copied.</summary>
    Card,

    /// <summary>The borrower has no check-off for the model, or it has lapsed.</summary>
    CheckOff,

    /// <summary>The due time has passed already.</summary>
    Due,
}

/// <summary>Something that speaks against a hand-out.</summary>
/// <param name="Kind">What it is about.</param>
/// <param name="CanOverride">Whether a technician may hand out all the same, with a reason.</param>
/// <param name="Because">What it is, and the nearest way out.</param>
public sealed record Obstacle(ObstacleKind Kind, bool CanOverride, Judgement Because);

/// <summary>A shoot that a unit is promised to.</summary>
/// <param name="Name">The shoot.</param>
/// <param name="From">From when.</param>
public sealed record Promise(string Name, DateTimeOffset From);

/// <summary>What a borrower without a valid check-off lacks.</summary>
/// <param name="Model">The model, as spoken.</param>
/// <param name="LapsedOn">The last day it held; null where there never was one.</param>
/// <param name="LapsedBy">What ended it before its last day; null where nothing did.</param>
/// <param name="Needed">What is still needed, where an examination is open or one would begin.</param>
/// <param name="Examiners">Who can examine.</param>
public sealed record MissingCheckOff(
    string Model,
    DateOnly? LapsedOn,
    Judgement? LapsedBy,
    ImmutableArray<Judgement> Needed,
    ImmutableArray<string> Examiners
);

/// <summary>What is known at the counter when a camera is to be handed out.</summary>
/// <param name="Unit">The unit.</param>
/// <param name="Status">Where it is.</param>
/// <param name="Readiness">Whether its last check holds.</param>
/// <param name="HolderNow">Who has it, and since when; null where nobody does.</param>
/// <param name="Borrower">Who asks for it.</param>
/// <param name="BorrowerIsActive">Whether that person is still with the department.</param>
/// <param name="Due">When it is to be back.</param>
/// <param name="Now">The time.</param>
/// <param name="Promises">Other shoots it is promised to that begin before it is due back.</param>
/// <param name="Shortfalls">What the count of its kit found.</param>
/// <param name="Plate">What is wrong with its plate; null where nothing is.</param>
public sealed record HandOutFacts(
    string Unit,
    UnitStatus Status,
    ReadinessState Readiness,
    (string Borrower, DateTimeOffset Since)? HolderNow,
    string Borrower,
    bool BorrowerIsActive,
    DateTimeOffset Due,
    DateTimeOffset Now,
    ImmutableArray<Promise> Promises,
    ImmutableArray<Shortfall> Shortfalls,
    Judgement? Plate
)
{
    /// <summary>Cards of earlier loans that are not clear, and whose footage is on them.</summary>
    public ImmutableArray<(string Card, string Borrower)> Uncleared { get; init; } = [];

    /// <summary>What the borrower's check-off lacks; null where it is valid, or nobody asks for one.</summary>
    public MissingCheckOff? CheckOff { get; init; }
}

/// <summary>Whether a camera may go out.</summary>
public static class HandOut
{
    private const string RuleId = "HAND-OUT";

    // A camera that nobody said anything about comes back at the end of the working day, at this hour; in its last hour, the next day.
    private const int UsualHour = 18;

    /// <summary>When a unit is due where no shoot says it: this evening at 18:00, or the next evening where less than an hour is left.</summary>
    /// <param name="now">Now, on the department's clock.</param>
    public static DateTimeOffset UsualDue(DateTimeOffset now)
    {
        DateTimeOffset evening = new(now.Year, now.Month, now.Day, UsualHour, 0, 0, now.Offset);
        return evening - now < TimeSpan.FromHours(1) ? evening.AddDays(1) : evening;
    }

    private static readonly Template IsOut = new(
        RuleId,
        "is-out",
        "{unit} is out with {borrower} since {day}. Take it back first, or choose another unit."
    );
    private static readonly Template IsMarkedOut = new(
        RuleId,
        "marked-out",
        "{unit} is marked as out, and no loan says with whom. Set it to *in* on its page once it is back."
    );
    private static readonly Template InRepair = new(RuleId, "repair", "{unit} is in repair. Choose another unit.");
    private static readonly Template Retired = new(RuleId, "retired", "{unit} is no longer lent. Choose another unit.");
    private static readonly Template Left = new(RuleId, "left", "{borrower} has left the department. Choose who answers for the camera.");
    private static readonly Template Booked = new(
        RuleId,
        "booked",
        "{unit} is promised to {shoot} from {day}. Agree on an earlier return, or choose another unit."
    );
    private static readonly Template CheckDue = new(RuleId, "check-due", "The check of {unit} is due. Check it now.");
    private static readonly Template CheckOff = new(
        RuleId,
        "check-off",
        "The last check of {unit} left something off target. Correct it and check again."
    );
    private static readonly Template Incomplete = new(
        RuleId,
        "incomplete",
        "The kit is incomplete. {short} Take the piece from a pool or another kit, and count again."
    );
    private static readonly Template CardHeld = new(
        RuleId,
        "card-held",
        "{card} may hold footage of {borrower} that is not proven copied. Prove it on the loan, or put another card in the bag."
    );
    private static readonly Template NoCheckOff = new(
        RuleId,
        "no-check-off",
        "{borrower} has no check-off for {model}. Still needed: {needed} {examiners} can examine."
    );
    private static readonly Template CheckOffLapsed = new(
        RuleId,
        "check-off-lapsed",
        "The check-off of {borrower} for {model} lapsed on {day}. Still needed: {needed} {examiners} can examine."
    );
    private static readonly Template CheckOffEnded = new(
        RuleId,
        "check-off-ended",
        "The check-off of {borrower} for {model} has lapsed: {why} Still needed: {needed} {examiners} can examine."
    );
    private static readonly Template DuePast = new(RuleId, "due-past", "The due time has passed already. Choose when it is to be back.");

    /// <summary>Everything that speaks against it, what cannot be overridden first.</summary>
    public static ImmutableArray<Obstacle> Obstacles(HandOutFacts facts)
    {
        var found = ImmutableArray.CreateBuilder<Obstacle>();
        void Add(ObstacleKind kind, bool canOverride, Judgement because) => found.Add(new Obstacle(kind, canOverride, because));

        if (facts.HolderNow is { } holder)
        {
            Add(ObstacleKind.IsOut, false, IsOut.Of(("unit", facts.Unit), ("borrower", holder.Borrower), ("day", DayOf(holder.Since))));
        }

        if (facts is { HolderNow: null, Status: UnitStatus.Out })
        {
            Add(ObstacleKind.IsOut, false, IsMarkedOut.Of(("unit", facts.Unit)));
        }

        if (facts.Status is UnitStatus.Repair or UnitStatus.Retired)
        {
            Add(ObstacleKind.NotLent, false, (facts.Status == UnitStatus.Repair ? InRepair : Retired).Of(("unit", facts.Unit)));
        }

        if (!facts.BorrowerIsActive)
        {
            Add(ObstacleKind.PersonLeft, false, Left.Of(("borrower", facts.Borrower)));
        }

        if (facts.Due <= facts.Now)
        {
            Add(ObstacleKind.Due, false, DuePast.Of());
        }

        if (facts.CheckOff is { } missing)
        {
            Add(
                ObstacleKind.CheckOff,
                true,
                (
                    missing.LapsedBy is not null ? CheckOffEnded
                    : missing.LapsedOn is null ? NoCheckOff
                    : CheckOffLapsed
                ).Of(
                    ("borrower", facts.Borrower),
                    ("model", missing.Model),
                    ("day", missing.LapsedOn is { } day ? day : ""),
                    ("why", missing.LapsedBy is { } why ? why : ""),
                    ("needed", FigureValue.Of(missing.Needed)),
                    ("examiners", FigureValue.Of(missing.Examiners.DefaultIfEmpty("A technician")))
                )
            );
        }

        foreach (Promise promise in facts.Promises)
        {
            Add(ObstacleKind.Booked, true, Booked.Of(("unit", facts.Unit), ("shoot", promise.Name), ("day", DayOf(promise.From))));
        }

        if (facts.Readiness is ReadinessState.Due or ReadinessState.Off)
        {
            Add(ObstacleKind.Check, true, (facts.Readiness == ReadinessState.Due ? CheckDue : CheckOff).Of(("unit", facts.Unit)));
        }

        if (!KitCount.IsComplete(facts.Shortfalls))
        {
            Add(
                ObstacleKind.Kit,
                true,
                Incomplete.Of(("short", FigureValue.Of(facts.Shortfalls.Where(s => s.IsRequired).Select(s => s.Because))))
            );
        }

        foreach ((string card, string borrower) in facts.Uncleared)
        {
            Add(ObstacleKind.Card, true, CardHeld.Of(("card", card), ("borrower", borrower)));
        }

        if (facts.Plate is { } plate)
        {
            Add(ObstacleKind.Plate, true, plate);
        }

        return found.ToImmutable();
    }

    private static FigureValue DayOf(DateTimeOffset at) => DateOnly.FromDateTime(at.Date);
}
