namespace GoldNotch.Core.UnitFigures;

/// <summary>What is measured on a unit, or on all units of a model.</summary>
public enum FigureKind
{
    /// <summary>What each built-in filter takes, and its colour.</summary>
    Filters,

    /// <summary>Noise at each gain: the highest gain that is clean enough, and where two bases change over.</summary>
    Noise,

    /// <summary>Stops above and below mid grey.</summary>
    Latitude,

    /// <summary>Units of one model beside each other.</summary>
    Sisters,
}
