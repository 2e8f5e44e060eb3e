using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>One position of a built-in filter, or one loose filter of a kit.</summary>
/// <param name="Label">As the camera or the ring says: clear, 1/16, 2.</param>
/// <param name="Loss">Stops of light taken away, 0 or more; clear is 0. Never assumed from the label.</param>
/// <exception cref="QuantityException">The loss is negative: no filter adds light.</exception>
public sealed record FilterPosition(string Label, Stops Loss)
{
    /// <summary>Whether the label says the stops already, as on the ring of a variable filter.</summary>
    public bool IsLabelledInStops => Label.EndsWith("stops", StringComparison.Ordinal) || Label.EndsWith("stop", StringComparison.Ordinal);

    /// <summary>What its label says it takes; null where the label is only a place on a switch. A measured filter differs from it.</summary>
    public Stops? Engraved
    {
        get
        {
            try
            {
                return Notation.TryDecimal(Label, out _) ? null : NeutralDensity.ParseLoss(Label);
            }
            catch (QuantityException)
            {
                return null;
            }
        }
    }

    /// <summary>Stops of light taken away, 0 or more.</summary>
    public Stops Loss { get; init; } = new(Guard.InRange(Loss.Value, 0, 33, $"loss of the filter {Notation.Excerpt(Label)}"));
}

/// <summary>A loose front filter with how many the kit holds.</summary>
/// <param name="Filter">The filter.</param>
/// <param name="Count">Pieces in the kit.</param>
public sealed record FrontFilter(FilterPosition Filter, int Count);

/// <summary>One way of filtering: a built-in position and the front filters before it.</summary>
/// <param name="BuiltIn">The built-in position.</param>
/// <param name="Front">Front filters, none or more.</param>
public sealed record FilterCombination(FilterPosition BuiltIn, ImmutableArray<FilterPosition> Front)
{
    /// <summary>Stops taken away in all.</summary>
    public Stops Loss => Front.Aggregate(BuiltIn.Loss, (sum, f) => sum + f.Loss);
}

/// <summary>Stops, optical density, factor and label of neutral density filters.</summary>
public static class NeutralDensity
{
    private static readonly double DensityPerStop = Math.Log10(2);

    /// <summary>Optical density: stops·log10(2).</summary>
    /// <exception cref="QuantityException">Negative.</exception>
    public static double Density(Stops loss) => Taken(loss).Value * DensityPerStop;

    /// <summary>Stops of an optical density: ND 0.6 is 1.993 stops.</summary>
    /// <exception cref="QuantityException">Negative or not finite.</exception>
    public static Stops FromDensity(double density) => new(Guard.InRange(density, 0, 10, "optical density") / DensityPerStop);

    /// <summary>Light stopped as a factor: 2^stops.</summary>
    public static double Factor(Stops loss) => Taken(loss).Factor;

    /// <summary>Share of light let through: 2^−stops.</summary>
    public static double Transmittance(Stops loss) => (-Taken(loss)).Factor;

    private static Stops Taken(Stops loss) => new(Guard.InRange(loss.Value, 0, 33, "filter"));

    /// <summary>Reads <c>1/16</c> (4 stops), <c>clear</c>, <c>ND 0.6</c> (a density), <c>2 stops</c>. A bare whole number is refused:
    /// it may be a position, a factor or stops.</summary>
    /// <exception cref="QuantityException">Cannot be read or negative.</exception>
    public static Stops ParseLoss(string? text)
    {
        string tidy = Notation.Tidy(text) ?? "";
        if (tidy.Equals("clear", StringComparison.OrdinalIgnoreCase))
        {
            return Stops.Zero;
        }

        if (tidy.EndsWith("stops", StringComparison.OrdinalIgnoreCase) || tidy.EndsWith("stop", StringComparison.OrdinalIgnoreCase))
        {
            Stops stops = Stops.Parse(tidy);
            return new Stops(Guard.InRange(stops.Value, 0, 33, "filter"));
        }

        if (tidy.StartsWith("1/", StringComparison.Ordinal) && Notation.TryDecimal(tidy[2..], out double factor) && factor >= 1)
        {
            return new Stops(Math.Log2(factor));
        }

        if (
            tidy.StartsWith("ND", StringComparison.OrdinalIgnoreCase)
            && tidy.Contains('.', StringComparison.Ordinal)
            && Notation.TryDecimal(tidy[2..].TrimStart(), out double density)
        )
        {
            return FromDensity(density);
        }

        throw Guard.Unreadable(text ?? "", "a filter", "clear, 1/16, ND 0.6 or 2 stops");
    }

    /// <summary>Every combination of one built-in position with up to <paramref name="maxFront"/> front filters, none used more often than there are.</summary>
    /// <param name="builtIn">Built-in positions; empty counts as clear alone.</param>
    /// <param name="front">Front filters of the kit.</param>
    /// <param name="maxFront">Most front filters at once, 0 to 2 (policy).</param>
    /// <exception cref="QuantityException"><paramref name="maxFront"/> out of range.</exception>
    public static ImmutableArray<FilterCombination> Combinations(
        ImmutableArray<FilterPosition> builtIn,
        ImmutableArray<FrontFilter> front,
        int maxFront = 1
    )
    {
        Guard.InRange(maxFront, 0, 2, "number of front filters");
        List<ImmutableArray<FilterPosition>> fronts =
        [
            [],
        ];
        for (int i = 0; maxFront >= 1 && i < front.Length; i++)
        {
            fronts.Add([front[i].Filter]);
            for (int j = i; maxFront >= 2 && j < front.Length; j++)
            {
                if (j != i || front[i].Count > 1)
                {
                    fronts.Add([front[i].Filter, front[j].Filter]);
                }
            }
        }

        ImmutableArray<FilterPosition> positions = builtIn.IsDefaultOrEmpty ? [new FilterPosition("clear", Stops.Zero)] : builtIn;
        return [.. positions.SelectMany(p => fronts.Select(f => new FilterCombination(p, f)))];
    }
}
