using GoldNotch.Core.Units;

namespace GoldNotch.Core.UnitFigures;

/// <summary>A picture that a measurement asks for.</summary>
/// <param name="Number">1 and up, in the order in which they are taken.</param>
public abstract record FigureShot(int Number)
{
    /// <summary>The card with one filter.</summary>
    /// <param name="Number">Its number.</param>
    /// <param name="Label">The filter position.</param>
    /// <param name="Run">1 and up: each run has a clear picture of its own.</param>
    public sealed record Filter(int Number, string Label, int Run) : FigureShot(Number);

    /// <summary>The patch at one gain.</summary>
    /// <param name="Number">Its number.</param>
    /// <param name="Gain">The gain.</param>
    /// <param name="Base">Word of the base; empty where there is one only.</param>
    public sealed record Gained(int Number, Decibels Gain, string Base) : FigureShot(Number);

    /// <summary>The patch at a known exposure.</summary>
    /// <param name="Number">Its number.</param>
    /// <param name="By">Stops from the exposure that reads mid grey.</param>
    public sealed record Exposed(int Number, Stops By) : FigureShot(Number);

    /// <summary>The card before one unit.</summary>
    /// <param name="Number">Its number.</param>
    /// <param name="Tag">The unit.</param>
    public sealed record OfUnit(int Number, string Tag) : FigureShot(Number);
}
