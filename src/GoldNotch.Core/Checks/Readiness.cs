using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Whether a unit can be handed out.</summary>
public enum ReadinessState
{
    /// <summary>Checked, and on target.</summary>
    Ready,

    /// <summary>A check is due.</summary>
    Due,

    /// <summary>The last check left something off target.</summary>
    Off,

    /// <summary>Lent.</summary>
    Out,

    /// <summary>In repair.</summary>
    Repair,

    /// <summary>No longer lent.</summary>
    Retired,
}

/// <summary>States as they are written.</summary>
public static class ReadinessStates
{
    /// <summary>The word of a state in addresses and queries.</summary>
    public static string Word(this ReadinessState state) => state.ToString().ToLowerInvariant();

    /// <summary>Reads a word; false where it is none.</summary>
    public static bool TryParse(string? word, out ReadinessState state)
    {
        state = Enum.GetValues<ReadinessState>().FirstOrDefault(s => s.Word() == word);
        return state.Word() == word;
    }
}

/// <summary>The last signed check of a unit.</summary>
/// <param name="SignedOn">The day it was signed.</param>
/// <param name="StandardName">The standard.</param>
/// <param name="IntervalDays">Days until the next check; null where the standard sets none.</param>
/// <param name="Wrong">What is off target: what it left so, and what an earlier check left so and it did not look at.</param>
public sealed record LastCheck(DateOnly SignedOn, string StandardName, int? IntervalDays, ImmutableArray<Setting> Wrong)
{
    /// <summary>Those of <see cref="Wrong"/> that an earlier check left and this one did not look at: a smaller standard clears no fault of a larger.</summary>
    public ImmutableArray<Setting> Earlier { get; init; } = [];

    /// <summary>What must be right and was signed unread.</summary>
    public ImmutableArray<Setting> Unread { get; init; } = [];

    /// <summary>The day the unit came back, where that was after the check; null where it has not been away since.</summary>
    public DateOnly? CameBack { get; init; }

    /// <summary>The day the next check is due; null where the standard sets no interval.</summary>
    public DateOnly? DueOn => IntervalDays is { } days ? SignedOn.AddDays(days) : null;
}

/// <summary>How a unit stands.</summary>
/// <param name="State">The state.</param>
/// <param name="DueOn">The day the next check is due.</param>
/// <param name="InShort">In a few words; null where the state says it.</param>
/// <param name="Overdue">Whether it is lent past its day.</param>
/// <param name="Because">Why.</param>
public sealed record Readiness(ReadinessState State, DateOnly? DueOn, Judgement? InShort, bool Overdue, Judgement Because)
{
    private const string RuleId = "READINESS";
    private const int ShortNames = 2;
    private const int Names = 6;

    private static readonly Template RetiredShort = new(RuleId, "retired-short", "retired");
    private static readonly Template Retired = new(RuleId, "retired", "It is no longer lent.");
    private static readonly Template RepairShort = new(RuleId, "repair-short", "in repair");
    private static readonly Template Repair = new(RuleId, "repair", "It is in repair.");
    private static readonly Template OverdueShort = new(RuleId, "overdue-short", "overdue {late}");
    private static readonly Template IsOverdue = new(RuleId, "overdue", "It was due back on {back}. Ask the borrower.");
    private static readonly Template OutUntil = new(RuleId, "out-until", "It is out until {back}.");
    private static readonly Template Out = new(RuleId, "out", "It is out; no return date was recorded.");
    private static readonly Template OffShort = new(RuleId, "off-short", "{settings:lower}");
    private static readonly Template OffShortMore = new(RuleId, "off-short-more", "{settings:lower} and {more} more");
    private static readonly Template LeftOff = new(
        RuleId,
        "off",
        "The check of {signed} against {standard} left {settings:lower} off target. Correct it, or waive it with a reason."
    );
    private static readonly Template LeftOffMore = new(
        RuleId,
        "off-more",
        "The check of {signed} against {standard} left {settings:lower} and {more} more off target. Correct them, or waive them with a reason."
    );
    private static readonly Template LeftEarlier = new(
        RuleId,
        "earlier",
        "An earlier check left {settings:lower} off target, and this one did not look at it."
    );
    private static readonly Template BackShort = new(RuleId, "back-short", "back, not checked");
    private static readonly Template Back = new(
        RuleId,
        "back",
        "It came back on {back}, after the check of {signed}. Check it before it goes out again."
    );
    private static readonly Template UnreadShort = new(RuleId, "unread-short", "{unread#line|lines} not read");
    private static readonly Template WasUnread = new(
        RuleId,
        "unread",
        "The check of {signed} against {standard} was signed with {settings:lower} not read. Check it again, whole."
    );
    private static readonly Template WasUnreadMore = new(
        RuleId,
        "unread-more",
        "The check of {signed} against {standard} was signed with {settings:lower} and {more} more not read. Check it again, whole."
    );
    private static readonly Template DueToday = new(RuleId, "due-today", "due today");
    private static readonly Template DueShort = new(RuleId, "due-short", "due for {late}");
    private static readonly Template IsDue = new(RuleId, "due", "Checked on {signed}; {standard} requires a check every {interval}.");
    private static readonly Template ReadyUntil = new(
        RuleId,
        "ready-until",
        "Checked on {signed} against {standard}; the next check is due on {due}."
    );
    private static readonly Template Ready = new(RuleId, "ready", "Checked on {signed} against {standard}, which sets no interval.");
    private static readonly Template NeverShort = new(RuleId, "never-short", "never checked");
    private static readonly Template Never = new(RuleId, "never", "It was never checked. Start a check.");

    /// <summary>The states in the order in which units need somebody: what is off target before what is only due; what cannot be lent last.</summary>
    public static ImmutableArray<ReadinessState> Order { get; } =
    [ReadinessState.Off, ReadinessState.Due, ReadinessState.Ready, ReadinessState.Out, ReadinessState.Repair, ReadinessState.Retired];

    /// <summary>The state alone.</summary>
    /// <param name="status">Where the unit is.</param>
    /// <param name="last">Its last signed check; null where there is none.</param>
    /// <param name="today">Today.</param>
    public static ReadinessState StateOf(UnitStatus status, LastCheck? last, DateOnly today) =>
        status switch
        {
            UnitStatus.Retired => ReadinessState.Retired,
            UnitStatus.Repair => ReadinessState.Repair,
            UnitStatus.Out => ReadinessState.Out,
            _ when last is null => ReadinessState.Due,
            _ when !last.Wrong.IsEmpty => ReadinessState.Off,
            _ when !last.Unread.IsEmpty || last.CameBack is not null || last.DueOn <= today => ReadinessState.Due,
            _ => ReadinessState.Ready,
        };

    /// <summary>How a unit stands, and why.</summary>
    /// <param name="status">Where the unit is.</param>
    /// <param name="dueBack">The day a lent unit is due back.</param>
    /// <param name="last">Its last signed check; null where there is none.</param>
    /// <param name="today">Today.</param>
    public static Readiness Of(UnitStatus status, DateOnly? dueBack, LastCheck? last, DateOnly today)
    {
        DateOnly? due = last?.DueOn;
        ReadinessState state = StateOf(status, last, today);
        bool overdue = state == ReadinessState.Out && dueBack < today;
        (Judgement? inShort, Judgement because) = (state, last) switch
        {
            (ReadinessState.Retired, _) => (RetiredShort.Of(), Retired.Of()),
            (ReadinessState.Repair, _) => (RepairShort.Of(), Repair.Of()),
            (ReadinessState.Out, _) when overdue => (
                OverdueShort.Of(("late", Days(today, dueBack!.Value))),
                IsOverdue.Of(("back", dueBack.Value))
            ),
            (ReadinessState.Out, _) => (null, dueBack is { } back ? OutUntil.Of(("back", back)) : Out.Of()),
            (ReadinessState.Off, { } left) => (Listed(left.Wrong, ShortNames, OffShort, OffShortMore), LeftBy(left)),
            (ReadinessState.Due, { CameBack: { } back } gone) => (BackShort.Of(), Back.Of(("back", back), ("signed", gone.SignedOn))),
            (ReadinessState.Due, { Unread.IsEmpty: false } part) => (
                UnreadShort.Of(("unread", FigureValue.Count(part.Unread.Length))),
                Listed(part.Unread, Names, WasUnread, WasUnreadMore, ("signed", part.SignedOn), ("standard", part.StandardName))
            ),
            (ReadinessState.Due, { } old) => (
                due == today ? DueToday.Of() : DueShort.Of(("late", Days(today, due!.Value))),
                IsDue.Of(
                    ("signed", old.SignedOn),
                    ("standard", old.StandardName),
                    ("interval", FigureValue.In(Measure.Days, old.IntervalDays!.Value))
                )
            ),
            (ReadinessState.Ready, { } good) => (
                null,
                due is { } next
                    ? ReadyUntil.Of(("signed", good.SignedOn), ("standard", good.StandardName), ("due", next))
                    : Ready.Of(("signed", good.SignedOn), ("standard", good.StandardName))
            ),
            _ => ((Judgement?)NeverShort.Of(), Never.Of()),
        };
        return new Readiness(state, due, inShort, overdue, because);
    }

    // What this check left, then what it did not look at: they are different people's work.
    private static Judgement LeftBy(LastCheck last)
    {
        ImmutableArray<Setting> own = [.. last.Wrong.Except(last.Earlier)];
        Judgement? earlier = last.Earlier.IsEmpty ? null : LeftEarlier.Of(("settings", FigureValue.Of(last.Earlier)));
        return own.IsEmpty
            ? earlier!
            : Listed(own, Names, LeftOff, LeftOffMore, ("signed", last.SignedOn), ("standard", last.StandardName)).And(earlier);
    }

    private static Judgement Listed(
        ImmutableArray<Setting> wrong,
        int most,
        Template all,
        Template some,
        params ReadOnlySpan<(string, FigureValue)> more
    )
    {
        List<(string, FigureValue)> figures =
        [
            .. more,
            ("settings", FigureValue.Of(wrong.Take(most))),
            ("more", FigureValue.Count(wrong.Length - most)),
        ];
        return (wrong.Length > most ? some : all).Of([.. figures]);
    }

    private static FigureValue Days(DateOnly today, DateOnly since) => FigureValue.In(Measure.Days, today.DayNumber - since.DayNumber);
}
