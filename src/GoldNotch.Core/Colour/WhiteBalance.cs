using GoldNotch.Core.Units;

namespace GoldNotch.Core.Colour;

/// <summary>Whether a cast is seen.</summary>
public enum CastGrade
{
    /// <summary>Below 5 mired: not seen.</summary>
    Unseen,

    /// <summary>5 to 10 mired: slight.</summary>
    Slight,

    /// <summary>Above 10 mired: a fault.</summary>
    Fault,
}

/// <summary>What to do so that the camera accepts the card.</summary>
public enum CardAdvice
{
    /// <summary>The card lies between 50 % and 85 % of the scale: balance now.</summary>
    Balance,

    /// <summary>Too bright: close the iris or add ND, balance, then put exposure back to manual.</summary>
    Close,

    /// <summary>Too dark: open the iris or add light, balance, then put exposure back to manual.</summary>
    Open,
}

/// <summary>The kelvin values a camera can be set to.</summary>
/// <param name="Lowest">Lowest kelvin, also where the steps start; null: steps are multiples from zero.</param>
/// <param name="Highest">Highest kelvin; null: no limit.</param>
/// <param name="StepKelvin">Step in kelvin, more than zero.</param>
public sealed record KelvinGrid(Kelvin? Lowest, Kelvin? Highest, double StepKelvin)
{
    /// <summary>Step in mired from the lowest kelvin, for a camera that steps evenly in colour; null: the steps are in kelvin.</summary>
    public double? StepMired { get; init; }

    /// <summary>Every number from the lowest to the highest, to a whole kelvin as cameras show it; none where an end is missing.</summary>
    public IEnumerable<Kelvin> Numbers()
    {
        if (Lowest is not { } lowest || Highest is not { } highest)
        {
            yield break;
        }

        if (StepMired is { } step)
        {
            for (double mired = lowest.ToMired().Value; mired >= highest.ToMired().Value - Guard.Edge; mired -= step)
            {
                yield return new Kelvin(Math.Round(1e6 / mired));
            }

            yield break;
        }

        for (double k = lowest.Value; k <= highest.Value + Guard.Edge; k += StepKelvin)
        {
            yield return new Kelvin(k);
        }
    }
}

/// <summary>Colour temperature set against colour temperature lit, always in mired.</summary>
public static class WhiteBalance
{
    /// <summary>Below this a cast is not seen, mired (bench rule).</summary>
    public const double UnseenBelow = 5;

    /// <summary>Above this a cast is a fault, mired (bench rule; the standard's tolerance overrides).</summary>
    public const double FaultAbove = 10;

    /// <summary>Shift from one temperature to another: 10⁶/K₂ − 10⁶/K₁ mired.</summary>
    public static MiredShift Shift(Kelvin from, Kelvin to) => to.ToMired() - from.ToMired();

    /// <summary>Cast of a camera set to one temperature under light of another: 10⁶/K_light − 10⁶/K_set. Positive is warm.</summary>
    public static MiredShift Cast(Kelvin light, Kelvin set) => Shift(set, light);

    /// <summary>The setting that takes a cast away: 10⁶/(10⁶/K_set + cast).</summary>
    /// <exception cref="QuantityException">No real temperature would.</exception>
    public static Kelvin Correct(Kelvin set, MiredShift cast) => (set.ToMired() + cast).ToKelvin();

    /// <summary>The number to dial on another unit: the reference's mired plus the unit's stored offset.</summary>
    /// <exception cref="QuantityException">No real temperature would.</exception>
    public static Kelvin UnitNumber(Kelvin reference, MiredShift offset) => (reference.ToMired() + offset).ToKelvin();

    /// <summary>Rounds to the camera's steps in mired distance, not in kelvin; tie: the lower kelvin; clamped to the range.</summary>
    /// <exception cref="QuantityException">The step is not positive.</exception>
    public static Kelvin Round(Kelvin wanted, KelvinGrid grid)
    {
        if (grid.StepMired is not null)
        {
            return grid.Numbers().MinBy(k => (Math.Round(Math.Abs(Shift(wanted, k).Value), 9), k.Value));
        }

        double step = Guard.Positive(grid.StepKelvin, "kelvin step");
        double origin = grid.Lowest?.Value ?? 0;
        double least = grid.Lowest?.Value ?? step;
        double most = grid.Highest is { } top
            ? origin + (Math.Floor(((top.Value - origin) / step) + Guard.Edge) * step)
            : double.PositiveInfinity;
        double below = Math.Clamp(origin + (Math.Floor((wanted.Value - origin) / step) * step), least, most);
        double above = Math.Clamp(below + step, least, most);
        double mired = wanted.ToMired().Value;
        double toLower = Math.Abs((1e6 / below) - mired);
        double toUpper = Math.Abs((1e6 / above) - mired);
        return new Kelvin(toUpper < toLower - Guard.Edge ? above : below);
    }

    /// <summary>Whether a cast is seen: under 5 mired no, to 10 slight, above a fault.</summary>
    /// <param name="cast">The cast.</param>
    /// <param name="tolerance">What the standard tolerates in place of the 10 mired; null: nothing is said.</param>
    public static CastGrade Grade(MiredShift cast, MiredShift? tolerance = null)
    {
        double size = Math.Abs(cast.Value);
        return size > Math.Abs(tolerance?.Value ?? FaultAbove) + Guard.Edge ? CastGrade.Fault
            : size < UnseenBelow - Guard.Edge ? CastGrade.Unseen
            : CastGrade.Slight;
    }

    /// <summary>A balance is stale when place, light or filter changed since, or the light moved by more than 10 mired.</summary>
    public static bool IsStale(bool samePlace, bool sameLight, bool sameFilter, MiredShift moved) =>
        !samePlace || !sameLight || !sameFilter || Math.Abs(moved.Value) > FaultAbove + Guard.Edge;

    /// <summary>Whether a camera will accept the card: between 50 % and 85 % of the recorded scale.</summary>
    /// <param name="percent">Level of the card, 0 to 109 % of the scale.</param>
    /// <exception cref="QuantityException">Out of range.</exception>
    public static CardAdvice AdviseCard(double percent)
    {
        Guard.InRange(percent, 0, 109, "level of the card");
        return percent > 85 + Guard.Edge ? CardAdvice.Close
            : percent < 50 - Guard.Edge ? CardAdvice.Open
            : CardAdvice.Balance;
    }
}
