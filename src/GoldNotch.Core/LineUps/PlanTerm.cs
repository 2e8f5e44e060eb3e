using System.Collections.Immutable;

namespace GoldNotch.Core.LineUps;

/// <summary>What candidates are compared by, in the order of the strategies that keep it.</summary>
public enum PlanTerm
{
    /// <summary>Rules of the standard that it breaks.</summary>
    Rules,

    /// <summary>Exposure error beyond a sixth of a stop, in twelfths.</summary>
    Exposure,

    /// <summary>Wanted highlight detail that is lost, in sixths.</summary>
    Highlights,

    /// <summary>Gain above 0 dB while a filter is in, unless the iris is fixed.</summary>
    GainWithFilter,

    /// <summary>How far the iris is from its requirement, beyond a sixth of a stop, in thirds.</summary>
    IrisRequirement,

    /// <summary>Noise: the base's penalty and gain above zero, in dB.</summary>
    Noise,

    /// <summary>Wanted shadow detail that is lost, in thirds.</summary>
    Shadows,

    /// <summary>Filters in front of the lens.</summary>
    FrontFilters,

    /// <summary>Smaller than the iris at which the lens is still sharp, in thirds.</summary>
    Diffraction,

    /// <summary>Gain below 0 dB, in dB: it costs highlights.</summary>
    NegativeGain,

    /// <summary>Stops of filter, in twelfths.</summary>
    FilterStops,
}

/// <summary>The strategies of planning several cameras from one light.</summary>
public enum PlanStrategy
{
    /// <summary>Each at its own base, ND for the rest.</summary>
    OwnBase,

    /// <summary>The light moves to suit the least sensitive; the rest take light away.</summary>
    MoveLight,

    /// <summary>One speed for all; the iris takes up the rest.</summary>
    CommonSpeed,

    /// <summary>Noise before a gain that stands beside a filter and before the iris requirement.</summary>
    GainLast,
}

/// <summary>The order and the steps of the comparison.</summary>
public static class PlanTerms
{
    /// <summary>The order of every strategy but <see cref="PlanStrategy.GainLast"/>.</summary>
    public static readonly ImmutableArray<PlanTerm> Order = [.. Enum.GetValues<PlanTerm>()];

    /// <summary>The order of <see cref="PlanStrategy.GainLast"/>: noise moves before gain beside a filter.</summary>
    public static readonly ImmutableArray<PlanTerm> OrderGainLast =
    [
        PlanTerm.Rules,
        PlanTerm.Exposure,
        PlanTerm.Highlights,
        PlanTerm.Noise,
        PlanTerm.GainWithFilter,
        PlanTerm.IrisRequirement,
        PlanTerm.Shadows,
        PlanTerm.FrontFilters,
        PlanTerm.Diffraction,
        PlanTerm.NegativeGain,
        PlanTerm.FilterStops,
    ];

    /// <summary>Within this a requirement or an exposure counts as met, stops (bench rule: half a third).</summary>
    public const double Met = 1.0 / 6;

    /// <summary>Whether a difference of exposure or of an iris counts as none.</summary>
    public static bool IsMet(Units.Stops difference) => Math.Abs(difference.Value) <= Met + Units.Guard.Edge;

    /// <summary>The order of a strategy.</summary>
    public static ImmutableArray<PlanTerm> Of(PlanStrategy strategy) => strategy == PlanStrategy.GainLast ? OrderGainLast : Order;

    /// <summary>The step a term is rounded to, in its own unit.</summary>
    public static double Step(PlanTerm term) =>
        term switch
        {
            PlanTerm.Exposure or PlanTerm.FilterStops => 1.0 / 12,
            PlanTerm.Highlights => 1.0 / 6,
            PlanTerm.IrisRequirement or PlanTerm.Shadows or PlanTerm.Diffraction => 1.0 / 3,
            _ => 1,
        };
}
