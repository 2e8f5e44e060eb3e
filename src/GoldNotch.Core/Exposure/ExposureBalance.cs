using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>The light on the subject as an incident meter gives it: E/C of ISO 2720, whichever way it was read.</summary>
public readonly record struct MeteredLight
{
    /// <summary>C of a dome receptor, the default meter.</summary>
    public const double DomeConstant = 330;

    /// <summary>C of a flat receptor.</summary>
    public const double FlatConstant = 250;

    private MeteredLight(double value) => LuxPerConstant = value;

    /// <summary>E/C, lux over the meter's constant.</summary>
    public double LuxPerConstant { get; }

    /// <summary>From an illuminance.</summary>
    /// <param name="light">Lux at the subject.</param>
    /// <param name="meterConstant">C of the meter: 250 flat, 330 dome.</param>
    /// <exception cref="QuantityException">The constant is not positive.</exception>
    public static MeteredLight FromLux(Lux light, double meterConstant = DomeConstant) =>
        new(light.Value / Guard.Positive(meterConstant, "meter constant"));

    /// <summary>From a reading as an f-number: E/C = N²/(t·S). Lux is not needed.</summary>
    public static MeteredLight FromReading(FNumber iris, ExposureTime time, Iso speed) =>
        new(iris.Value * iris.Value / (time.Seconds * speed.Value));

    /// <summary>The f-number the same light asks for at another speed and time: N = √(E/C·S·t).</summary>
    public FNumber IrisAt(ExposureTime time, Iso speed) => new(Math.Sqrt(LuxPerConstant * time.Seconds * speed.Value));

    /// <summary>The illuminance, given the meter: E = value·C.</summary>
    public Lux ToLux(double meterConstant = DomeConstant) => new(LuxPerConstant * meterConstant);
}

/// <summary>Every term of an exposure in stops, as the interface draws them one on another. Zero in all puts 18 % grey where the meter says.</summary>
/// <param name="Light">log2(E/C).</param>
/// <param name="Time">log2 t.</param>
/// <param name="Speed">log2 S.</param>
/// <param name="Iris">−2·log2 N.</param>
/// <param name="Filters">−ND.</param>
/// <param name="Lens">−L, the lens's loss.</param>
/// <param name="Offset">The offset the standard asks for.</param>
/// <remarks>Source: ISO 2720, N²/t = E·S/C for incident light.</remarks>
public sealed record ExposureBalance(Stops Light, Stops Time, Stops Speed, Stops Iris, Stops Filters, Stops Lens, Stops Offset)
{
    /// <summary>Δ, the sum of all terms; positive is over-exposed against the meter.</summary>
    public Stops Total => Light + Time + Speed + Iris + Filters + Lens;

    /// <summary>The exposure error: Δ less the wanted offset.</summary>
    public Stops Error => Total - Offset;

    /// <summary>Works out the balance.</summary>
    /// <param name="light">The metered light.</param>
    /// <param name="time">Exposure time of a frame.</param>
    /// <param name="speed">ISO the camera works at, gain included.</param>
    /// <param name="iris">The iris; a T-number has no further loss.</param>
    /// <param name="filters">Sum of the filters as stops of loss, 0 or more.</param>
    /// <param name="lensLoss">The lens's loss L as stops, 0 or more (see <see cref="LensLoss"/>).</param>
    /// <param name="offset">Wanted offset, e.g. +1 for a log curve rated a stop over.</param>
    public static ExposureBalance Of(
        MeteredLight light,
        ExposureTime time,
        Iso speed,
        FNumber iris,
        Stops filters,
        Stops lensLoss = default,
        Stops offset = default
    ) =>
        new(
            new Stops(Math.Log2(light.LuxPerConstant)),
            new Stops(Math.Log2(time.Seconds)),
            new Stops(Math.Log2(speed.Value)),
            new Stops(-2 * Math.Log2(iris.Value)),
            -filters,
            iris.IsTransmission ? Stops.Zero : -lensLoss,
            offset
        );

    /// <summary>Stops lost in the glass: L = 2·log2(T/N).</summary>
    public static Stops LensLoss(FNumber iris, FNumber transmission) =>
        new(Guard.InRange(2 * Math.Log2(transmission.Value / iris.Value), 0, 10, "loss of the lens"));

    /// <summary>Lux for a wanted iris: E = C·N²·2^(ND+L+offset)/(t·S).</summary>
    /// <exception cref="QuantityException">The constant is not positive.</exception>
    public static Lux LuxFor(
        FNumber iris,
        ExposureTime time,
        Iso speed,
        Stops filters,
        Stops lensLoss,
        Stops offset,
        double meterConstant = MeteredLight.DomeConstant
    ) =>
        new(
            Guard.Positive(meterConstant, "meter constant")
                * iris.Value
                * iris.Value
                * (filters + lensLoss + offset).Factor
                / (time.Seconds * speed.Value)
        );

    /// <summary>Moves a lamp by some stops: the new illuminance, and the distance that gives it for a point-like source (r·2^(−d/2)).</summary>
    public static (Lux Light, Metres Distance) MoveLight(Lux light, Metres distance, Stops by) =>
        (new Lux(light.Value * by.Factor), new Metres(distance.Value * Math.Pow(2, -by.Value / 2)));
}
