using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>Room above and below mid grey, in stops.</summary>
/// <param name="Highlights">Stops above mid grey before detail is lost.</param>
/// <param name="Shadows">Stops below mid grey before detail is lost.</param>
public readonly record struct Latitude(Stops Highlights, Stops Shadows)
{
    /// <summary>The whole range.</summary>
    public Stops Total => Highlights + Shadows;

    /// <summary>Recorded at base, rated some stops away: highlights gain what shadows lose, the total stays.</summary>
    /// <param name="rated">log2(rating/base); a higher rating is less light on the sensor.</param>
    public Latitude RatedAway(Stops rated) => new(Highlights + rated, Shadows - rated);

    /// <summary>With real gain. Positive gain costs shadows, and gives highlights only as far as the curve has room;
    /// negative gain costs highlights.</summary>
    /// <param name="gain">Gain in stops.</param>
    /// <param name="highlightLimit">H of the curve; never below H. Null where the model gives none: H.</param>
    /// <param name="shadowLimit">S of the curve; never below S. Null where the model gives none: S.</param>
    public Latitude WithGain(Stops gain, Stops? highlightLimit = null, Stops? shadowLimit = null)
    {
        double most = Math.Max(highlightLimit?.Value ?? Highlights.Value, Highlights.Value);
        double deepest = Math.Max(shadowLimit?.Value ?? Shadows.Value, Shadows.Value);
        return gain.Value >= 0
            ? new(new Stops(Math.Min(most, Highlights.Value + gain.Value)), Shadows - gain)
            : new(Highlights + gain, new Stops(Math.Min(deepest, Shadows.Value - gain.Value)));
    }

    /// <summary>What is left above the brightest and below the darkest wanted detail; negative is lost detail.</summary>
    /// <param name="brightest">Stops of the brightest wanted detail above the key.</param>
    /// <param name="darkest">Stops of the darkest wanted detail below the key, positive downwards.</param>
    /// <param name="delta">Δ of the exposure balance, offset included.</param>
    public (Stops Clip, Stops Shadow) Margins(Stops brightest, Stops darkest, Stops delta) =>
        (Highlights - (brightest + delta), Shadows - (darkest - delta));
}
