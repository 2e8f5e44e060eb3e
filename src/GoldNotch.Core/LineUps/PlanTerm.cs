namespace GoldNotch.Core.LineUps;

/// <summary>What a way of setting a camera can cost. What each comes to is in <see cref="PlanCost"/>.</summary>
public enum PlanTerm
{
    /// <summary>Rules of the standard that it breaks.</summary>
    Rules,

    /// <summary>Exposure error.</summary>
    Exposure,

    /// <summary>Wanted highlight detail that is lost.</summary>
    Highlights,

    /// <summary>Wanted shadow detail that is lost.</summary>
    Shadows,

    /// <summary>Noise: the base's penalty and gain above 0 dB.</summary>
    Noise,

    /// <summary>Gain above 0 dB while a filter is in.</summary>
    GainWithFilter,

    /// <summary>How far the iris is from its requirement.</summary>
    Iris,

    /// <summary>Filters in front of the lens.</summary>
    FrontFilters,

    /// <summary>Smaller than the iris at which diffraction softens the picture.</summary>
    Diffraction,

    /// <summary>Gain below 0 dB: it costs highlights.</summary>
    NegativeGain,

    /// <summary>Stops of filter.</summary>
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
}

/// <summary>When a difference counts as none.</summary>
public static class PlanTerms
{
    /// <summary>Within this a requirement or an exposure counts as met, stops (bench rule: half a third).</summary>
    public const double Met = 1.0 / 6;

    /// <summary>Whether a difference of exposure or of an iris counts as none.</summary>
    public static bool IsMet(Units.Stops difference) => Math.Abs(difference.Value) <= Met + Units.Guard.Edge;
}
