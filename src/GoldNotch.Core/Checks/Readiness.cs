using System.Collections.Immutable;
using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Whether a unit can go over the counter.</summary>
public enum ReadinessState
{
    /// <summary>Checked, as the sheet says, and not due.</summary>
    Ready,

    /// <summary>Never checked, or the interval of its standard has passed.</summary>
    Due,

    /// <summary>The last check left something outside its notch.</summary>
    Off,

    /// <summary>With a borrower.</summary>
    Out,

    /// <summary>In repair.</summary>
    Repair,

    /// <summary>No longer lent.</summary>
    Retired,
}

/// <summary>What the last signed check of a unit left.</summary>
/// <param name="SignedOn">The day it was signed.</param>
/// <param name="StandardName">Against which standard.</param>
/// <param name="IntervalDays">Days after which that standard wants the next check; null: it does not say.</param>
/// <param name="Wrong">Settings left off or floating, the worst first.</param>
public sealed record LastCheck(DateOnly SignedOn, string StandardName, int? IntervalDays, ImmutableArray<Setting> Wrong)
{
    /// <summary>The day on which the next check is due; null where the standard sets no interval.</summary>
    public DateOnly? DueOn => IntervalDays is { } days ? SignedOn.AddDays(days) : null;
}

/// <summary>How a unit stands.</summary>
/// <param name="State">The state.</param>
/// <param name="DueOn">When the next check is due; null where nothing says.</param>
/// <param name="InShort">What is wrong in a few words; empty where nothing is.</param>
/// <param name="Overdue">Whether it is out past the day it was due back.</param>
/// <param name="Because">Why, in a sentence.</param>
public sealed record Readiness(ReadinessState State, DateOnly? DueOn, string InShort, bool Overdue, Judgement Because)
{
    private const string Rule = "READINESS";
    private const int NamesTold = 2;

    /// <summary>The state alone, for counting many.</summary>
    /// <param name="status">Where it is: <c>in</c>, <c>out</c>, <c>repair</c> or <c>retired</c>.</param>
    /// <param name="last">Its last signed check; null where there is none.</param>
    /// <param name="today">The day.</param>
    public static ReadinessState StateOf(string status, LastCheck? last, DateOnly today) => status switch
    {
        "retired" => ReadinessState.Retired,
        "repair" => ReadinessState.Repair,
        "out" => ReadinessState.Out,
        _ when last is null => ReadinessState.Due,
        _ when !last.Wrong.IsEmpty => ReadinessState.Off,
        _ when last.DueOn <= today => ReadinessState.Due,
        _ => ReadinessState.Ready,
    };

    /// <summary>Judges a unit on a day.</summary>
    /// <param name="status">Where it is: <c>in</c>, <c>out</c>, <c>repair</c> or <c>retired</c>.</param>
    /// <param name="dueBack">When it is due back; null while it is in.</param>
    /// <param name="last">Its last signed check; null where there is none.</param>
    /// <param name="today">The day.</param>
    public static Readiness Of(string status, DateOnly? dueBack, LastCheck? last, DateOnly today)
    {
        DateOnly? due = last?.DueOn;
        ReadinessState state = StateOf(status, last, today);
        bool overdue = state == ReadinessState.Out && dueBack < today;
        (string inShort, string sentence) = (state, last) switch
        {
            (ReadinessState.Retired, _) => ("retired", "It is no longer lent."),
            (ReadinessState.Repair, _) => ("in repair", "It is in repair."),
            (ReadinessState.Out, _) when overdue => (
                string.Create(CultureInfo.InvariantCulture, $"overdue {today.DayNumber - dueBack!.Value.DayNumber} d"), $"It was due back on {Day(dueBack.Value)}: ask the borrower."),
            (ReadinessState.Out, _) => ("", dueBack is { } back ? $"It is out until {Day(back)}." : "It is out; nobody wrote down until when."),
            (ReadinessState.Off, { } left) => (
                Short(left.Wrong), $"The check of {Day(left.SignedOn)} against {left.StandardName} left {Listed(left.Wrong)} off. Put it right, or waive it with a reason."),
            (ReadinessState.Due, { } old) => (
                due == today ? "due today" : string.Create(CultureInfo.InvariantCulture, $"due {today.DayNumber - due!.Value.DayNumber} d"),
                $"Checked on {Day(old.SignedOn)}; {old.StandardName} wants a check every {Notation.Number(old.IntervalDays!.Value)} days."),
            (ReadinessState.Ready, { } good) => (
                "", $"Checked on {Day(good.SignedOn)} against {good.StandardName}{(due is { } next ? $"; the next check is due on {Day(next)}." : ", which sets no interval.")}"),
            _ => ("never checked", "It was never checked: nobody knows how it stands."),
        };
        return new Readiness(state, due, inShort, overdue, Judgement.Of(Rule, sentence));
    }

    private static string Short(ImmutableArray<Setting> wrong) =>
        string.Join(", ", wrong.Take(NamesTold).Select((s, i) => i == 0 ? Name(s) : Within(Name(s))))
        + (wrong.Length > NamesTold ? string.Create(CultureInfo.InvariantCulture, $" and {wrong.Length - NamesTold} more") : "");

    private static string Listed(ImmutableArray<Setting> wrong) => string.Join(", ", wrong.Take(6).Select(Name))
        + (wrong.Length > 6 ? string.Create(CultureInfo.InvariantCulture, $" and {wrong.Length - 6} more") : "");

    // ND stays ND within a sentence.
    private static string Within(string name) => name.Length > 1 && char.IsUpper(name[1]) ? name : char.ToLowerInvariant(name[0]) + name[1..];

    private static string Name(Setting setting) => SettingName.Of(setting).Name;

    private static string Day(DateOnly day) => day.ToString("d MMMM yyyy", CultureInfo.InvariantCulture);
}
