using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>A grey card as one camera saw it, with everything that stood between the card and its picture. (Section 20.)</summary>
/// <param name="Iris">The iris it was taken at.</param>
/// <param name="Time">Exposure time of the picture.</param>
/// <param name="Filters">Sum of the filters, stops of loss, 0 or more.</param>
/// <param name="Loss">What the lens loses between N and T, stops, 0 or more.</param>
/// <param name="Gain">Gain over 0 dB of the base.</param>
/// <param name="Level">The card in the picture, stops from mid grey by the camera's own curve.</param>
public readonly record struct CardExposure(FNumber Iris, ExposureTime Time, Stops Filters, Stops Loss, Decibels Gain, Stops Level)
{
    /// <summary>Uncertainty of a level read from an even card, stops.</summary>
    public const double UsualUncertainty = 0.05;

    /// <summary>Lowest level that is read, stops from mid grey: below it noise and the foot of the curve decide.</summary>
    public const double LowestLevel = -4;

    /// <summary>Highest level that is read, stops from mid grey: above it the shoulder of the curve decides.</summary>
    public const double HighestLevel = 2;

    /// <summary>Uncertainty of the level, stops; more where the card is uneven.</summary>
    public double Uncertainty { get; init; } = UsualUncertainty;

    /// <summary>Share of the card's pixels that are clipped, 0 to 1.</summary>
    public double ClippedShare { get; init; }

    /// <summary>L = level + 2·log2 N − log2 t + ND + loss − gain in stops: what the camera makes of the card at f/1, 1 s, clear and 0 dB.</summary>
    /// <exception cref="QuantityException">The card is clipped, or its level lies outside −4 to +2 stops.</exception>
    public Stops AtUnity
    {
        get
        {
            if (ClippedShare > ToneCurve.ClippedShare + Guard.Edge)
            {
                throw new QuantityException(QuantityFault.OutOfRange, "The card is clipped. Close the iris or add ND, and take it again.");
            }

            Guard.InRange(Level.Value, LowestLevel, HighestLevel, "level of the card in stops from mid grey");
            return new Stops(
                Level.Value + (2 * Math.Log2(Iris.Value)) - Math.Log2(Time.Seconds) + Filters.Value + Loss.Value - Gain.ToStops().Value
            );
        }
    }

    /// <summary>The light on the card: lux = C·N²/(t·ISO)·2^(ND + loss + level), ISO with its gain.</summary>
    /// <param name="atZeroGain">ISO of the base at 0 dB.</param>
    /// <param name="meterConstant">C of the meter whose lux are told: 250 flat, 330 dome.</param>
    /// <exception cref="QuantityException">As <see cref="AtUnity"/>, or the constant is not positive.</exception>
    public Lux Light(Iso atZeroGain, double meterConstant = MeteredLight.DomeConstant) =>
        new(Guard.Positive(meterConstant, "meter constant") / atZeroGain.Value * AtUnity.Factor);
}

/// <summary>The speed of a camera that states none, from one card and a camera whose speed is known. (Section 20.)</summary>
/// <param name="OverReference">How much faster than the reference, stops.</param>
/// <param name="AtZeroGain">ISO of the camera at 0 dB.</param>
/// <param name="Uncertainty">2·√(u² + u²), stops.</param>
public sealed record CardSpeed(Stops OverReference, Iso AtZeroGain, double Uncertainty)
{
    /// <summary>Uncertainty up to which a speed is used, stops.</summary>
    public const double MostUncertainty = 1.0 / 3;

    /// <summary>Whether the speed is certain enough for plans.</summary>
    public bool IsUsed => Uncertainty <= MostUncertainty + Guard.Edge;

    /// <summary>Works out the speed.</summary>
    /// <param name="reference">The card by the camera whose speed is known.</param>
    /// <param name="referenceAtZeroGain">ISO of that camera at 0 dB.</param>
    /// <param name="camera">The same card in the same light by the other camera.</param>
    /// <exception cref="QuantityException">A card is clipped, or its level lies outside −4 to +2 stops.</exception>
    public static CardSpeed Of(CardExposure reference, Iso referenceAtZeroGain, CardExposure camera)
    {
        Stops over = camera.AtUnity - reference.AtUnity;
        double square = (camera.Uncertainty * camera.Uncertainty) + (reference.Uncertainty * reference.Uncertainty);
        return new CardSpeed(over, new Iso(referenceAtZeroGain.Value * over.Factor), 2 * Math.Sqrt(square));
    }
}
