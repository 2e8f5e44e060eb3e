using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>How well one skill on one model is remembered: it fades with time, slower after each success.</summary>
/// <remarks>The two-parameter forgetting curve: recall = (1 + t/(9·S))⁻¹, t days since the last try, S days of stability (bench rule, practice of the department).</remarks>
/// <param name="StabilityDays">S: days after which recall is nine tenths, over 0.</param>
/// <param name="LastAt">When it was practised last.</param>
public sealed record Memory(double StabilityDays, DateTimeOffset LastAt)
{
    /// <summary>Below this a refresher is proposed.</summary>
    public const double RefreshBelow = 0.85;

    /// <summary>An operator who was trained so many days ago has forgotten: at the first stability half of it is left.</summary>
    public const int ForgottenAfterDays = 35;

    private const double First = 4;
    private const double Grown = 2.2;
    private const double GrownLittle = 1.15;
    private const double Shrunk = 0.4;
    private const double Least = 1;

    // A success that nobody had to recall for says little.
    private const double StillFresh = 0.95;
    private const double Scale = 9;

    /// <summary>Days after which recall has fallen to a share.</summary>
    /// <param name="share">Over 0, under 1.</param>
    /// <exception cref="QuantityException">Out of range.</exception>
    public double DaysUntil(double share) =>
        Scale * StabilityDays * ((1 / Guard.InRange(Guard.Positive(share, "recall"), 0, 1, "recall")) - 1);

    /// <summary>Recall at even steps from the last try on.</summary>
    /// <param name="days">Days that it covers, over 0.</param>
    /// <param name="steps">Steps, 1 and up; there is one value more.</param>
    public IEnumerable<double> Curve(double days, int steps) =>
        Enumerable.Range(0, steps + 1).Select(i => Recall(LastAt.AddDays(days * i / steps)));

    /// <summary>When a refresher is due.</summary>
    public DateTimeOffset FadesAt => LastAt.AddDays(DaysUntil(RefreshBelow));

    /// <summary>Chance that it is recalled, more than 0 to 1. A clock that was turned back makes nobody remember better.</summary>
    /// <param name="now">The time.</param>
    public double Recall(DateTimeOffset now) => 1 / (1 + (Math.Max(0, (now - LastAt).TotalDays) / (Scale * StabilityDays)));

    /// <summary>Whether a refresher is due.</summary>
    /// <param name="now">The time.</param>
    public bool IsFaded(DateTimeOffset now) => Recall(now) < RefreshBelow;

    /// <summary>The memory after one more try.</summary>
    /// <param name="passed">Whether it succeeded.</param>
    /// <param name="at">When; before the last one counts as at the last one.</param>
    public Memory After(bool passed, DateTimeOffset at)
    {
        double stability = passed
            ? StabilityDays * (Recall(at) < StillFresh ? Grown : GrownLittle)
            : Math.Max(Least, StabilityDays * Shrunk);
        return new Memory(stability, at > LastAt ? at : LastAt);
    }

    /// <summary>The memory that tries left behind; null where there were none.</summary>
    /// <param name="tries">Each with its time and whether it succeeded, in their order.</param>
    public static Memory? Of(IEnumerable<(DateTimeOffset At, bool Passed)> tries)
    {
        Memory? memory = null;
        foreach ((DateTimeOffset at, bool passed) in tries)
        {
            memory = memory is null ? new Memory(passed ? First : Math.Max(Least, First * Shrunk), at) : memory.After(passed, at);
        }

        return memory;
    }
}
