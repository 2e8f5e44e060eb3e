using GoldNotch.Core.Units;

namespace GoldNotch.Core.Optics;

/// <summary>What a lens takes in, from the width of the picture on the sensor.</summary>
/// <remarks>Source: thin lens; distances are from the lens.</remarks>
public static class FieldOfView
{
    /// <summary>Share of the picture's diagonal that still counts as sharp, where a standard says nothing else: 1/1500 (bench rule).</summary>
    public const double CirclesAcross = 1500;

    /// <summary>Horizontal angle: 2·atan(w/(2f)), degrees.</summary>
    public static double AngleDegrees(Millimetres width, Millimetres focal) =>
        2 * Math.Atan(width.Value / (2 * focal.Value)) * 180 / Math.PI;

    /// <summary>Framed width at a distance: w·(s − f)/f.</summary>
    /// <exception cref="QuantityException">The distance is inside the lens.</exception>
    public static Metres WidthAt(Millimetres width, Millimetres focal, Metres distance) =>
        new(width.Value * (Beyond(focal, distance) - focal.Value) / focal.Value / 1000);

    /// <summary>The focal length that frames a width at a distance: f = w·s/(W + w).</summary>
    /// <param name="sensor">Width of the picture on the sensor.</param>
    /// <param name="framed">Wanted width in the scene.</param>
    /// <param name="distance">From the lens.</param>
    public static Millimetres FocalFor(Millimetres sensor, Metres framed, Metres distance) =>
        new(sensor.Value * distance.Value * 1000 / ((framed.Value * 1000) + sensor.Value));

    /// <summary>Focal length that frames a width at a distance that a tape gives from the sensor mark: f = D/(2 + m + 1/m), m the sensor's width over the framed.</summary>
    /// <param name="sensor">Width of the picture on the sensor.</param>
    /// <param name="framed">Wanted width in the scene.</param>
    /// <param name="tape">From the sensor mark.</param>
    public static Millimetres FocalForTape(Millimetres sensor, Metres framed, Metres tape)
    {
        double magnification = sensor.Value / (framed.Value * 1000);
        return new Millimetres(tape.Value * 1000 / (2 + magnification + (1 / magnification)));
    }

    /// <summary>Circle of confusion of a picture: its diagonal over a divisor.</summary>
    /// <param name="width">Width of the picture on the sensor.</param>
    /// <param name="height">Height of it.</param>
    /// <param name="divisor">What the diagonal is divided by; 1500 where the standard says nothing else.</param>
    /// <exception cref="QuantityException">The divisor is not positive.</exception>
    public static Millimetres CircleOfConfusion(Millimetres width, Millimetres height, double divisor = CirclesAcross) =>
        new(
            Math.Sqrt((width.Value * width.Value) + (height.Value * height.Value))
                / Guard.Positive(divisor, "divisor of the circle of confusion")
        );

    /// <summary>Distance from the lens of a tape distance D held at the sensor: (D + √(D² − 4fD))/2.</summary>
    /// <exception cref="QuantityException">The tape is shorter than four focal lengths: no lens focuses there.</exception>
    public static Metres FromTape(Metres tape, Millimetres focal)
    {
        double d = tape.Value * 1000;
        double under = (d * d) - (4 * focal.Value * d);
        return under >= 0
            ? new Metres((d + Math.Sqrt(under)) / 2000)
            : throw new QuantityException(
                QuantityFault.OutOfRange,
                $"{tape.Label()} is nearer than four times the focal length of {Notation.Number(focal.Value, 1)} mm: no lens focuses there."
            );
    }

    /// <summary>A distance in millimetres that is beyond the lens.</summary>
    /// <exception cref="QuantityException">It is not.</exception>
    internal static double Beyond(Millimetres focal, Metres distance) =>
        distance.Value * 1000 > focal.Value
            ? distance.Value * 1000
            : throw new QuantityException(
                QuantityFault.OutOfRange,
                $"{distance.Label()} is inside a lens of {Notation.Number(focal.Value, 1)} mm. Measure from the lens to the subject."
            );
}
