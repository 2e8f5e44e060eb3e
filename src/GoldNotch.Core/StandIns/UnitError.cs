namespace GoldNotch.Core.StandIns;

/// <summary>What is wrong with one unit, that no specification says: the same for the same tag.</summary>
/// <param name="Mired">How far its balance is from its number.</param>
/// <param name="Duv">Its tint.</param>
/// <param name="Stops">How much brighter it is than its numbers say.</param>
/// <param name="Electrons">Electrons that its sensor gathers at white, 0 dB on its lowest base.</param>
public sealed record UnitError(double Mired, double Duv, double Stops, double Electrons)
{
    // A filter is a little stronger or weaker than its label, by a share of what it takes, and colours a little.
    private const double FilterShare = 0.08;
    private const double FilterMired = 4;
    private const double UsualElectrons = 16_000;
    private const double ElectronShare = 0.25;

    /// <summary>The faults of a unit.</summary>
    /// <param name="tag">Its tag.</param>
    public static UnitError Of(string tag)
    {
        Random chance = Chance(tag);
        return new UnitError(
            Between(chance, 12),
            Between(chance, 0.003),
            Between(chance, 0.2),
            UsualElectrons * (1 + Between(chance, ElectronShare))
        );
    }

    /// <summary>What one of its filters is off from its label.</summary>
    /// <param name="tag">The unit.</param>
    /// <param name="stops">What the label says.</param>
    /// <returns>Stops more that it takes, and mired that the light is warmer behind it.</returns>
    public static (double Stops, double Mired) OfFilter(string tag, double stops)
    {
        Random chance = Chance($"{tag} {stops:0.0}");
        return stops == 0 ? (0, 0) : (Between(chance, FilterShare) * stops, Between(chance, FilterMired) * Math.Sqrt(stops));
    }

    // A sum of the letters that is the same on every machine.
    private static Random Chance(string text) =>
        new(text.ToUpperInvariant().Aggregate(17, (sum, letter) => unchecked((sum * 31) + letter)));

    private static double Between(Random chance, double most) => ((2 * chance.NextDouble()) - 1) * most;
}
