namespace GoldNotch.Core.LineUps;

/// <summary>How well the light taken by a camera's filter is known.</summary>
public enum FilterKnowledge
{
    /// <summary>No filter in.</summary>
    Clear,

    /// <summary>Measured on this unit.</summary>
    Measured,

    /// <summary>Only by its label.</summary>
    Nominal,
}

/// <summary>How far two cameras may differ although the plan says they agree.</summary>
/// <param name="Standard">u, one standard uncertainty in stops.</param>
/// <remarks>u² = meter² + Σ over both (iris² + speed² + filter²); bench rule: 0.1 stop each, a measured filter 0.03, a clear path none.</remarks>
public readonly record struct Spread(double Standard)
{
    /// <summary>Uncertainty of a meter reading, an iris mark, a speed or a filter known by its label, stops.</summary>
    public const double Usual = 0.1;

    /// <summary>Uncertainty of a filter that was measured on the unit, stops.</summary>
    public const double MeasuredFilter = 0.03;

    /// <summary>Above this, twice the spread has to be looked at on a card, stops: from one reading two filters known by their label come to 0.49,
    /// one that is measured or clear to 0.45.</summary>
    public const double CheckAbove = 0.45;

    /// <summary>Twice u: nineteen times in twenty the pair is nearer than this.</summary>
    public double Twice => 2 * Standard;

    /// <summary>Whether the pair has to be checked on a card.</summary>
    public bool CheckOnCard => Math.Round(Twice, 2) > CheckAbove + Units.Guard.Edge;

    /// <summary>The spread of a pair.</summary>
    /// <param name="left">What is known of the one's filter.</param>
    /// <param name="right">What is known of the other's.</param>
    /// <param name="oneReading">Both are set from one reading, so the meter is out of it.</param>
    public static Spread Of(FilterKnowledge left, FilterKnowledge right, bool oneReading = false) =>
        new(Math.Sqrt((oneReading ? 0 : Usual * Usual) + One(left) + One(right)));

    private static double One(FilterKnowledge filter)
    {
        double loss = filter switch
        {
            FilterKnowledge.Clear => 0,
            FilterKnowledge.Measured => MeasuredFilter,
            _ => Usual,
        };
        return (2 * Usual * Usual) + (loss * loss);
    }
}
