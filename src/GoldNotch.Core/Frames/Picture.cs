using System.Numerics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>A picture as it is measured: the signals of its three channels, row by row, 0 to 1 and what legal range leaves beyond.</summary>
/// <typeparam name="T">Single precision, which is enough for any picture and half the memory, or double.</typeparam>
public readonly ref struct Picture<T>
    where T : unmanaged, IFloatingPointIeee754<T>
{
    /// <summary>Makes a picture of three planes of one size.</summary>
    /// <param name="width">Pixels a row, 1 and up.</param>
    /// <param name="red">Signals of red.</param>
    /// <param name="green">Signals of green.</param>
    /// <param name="blue">Signals of blue.</param>
    /// <exception cref="QuantityException">The planes are not of one size, or not of whole rows.</exception>
    public Picture(int width, ReadOnlySpan<T> red, ReadOnlySpan<T> green, ReadOnlySpan<T> blue)
    {
        if (width < 1 || red.Length == 0 || red.Length % width != 0 || green.Length != red.Length || blue.Length != red.Length)
        {
            throw new QuantityException(
                QuantityFault.OutOfRange,
                $"A picture needs three planes of whole rows; these have {red.Length}, {green.Length} and {blue.Length} pixels at {width} a row."
            );
        }

        (Width, Height) = (width, red.Length / width);
        Red = red;
        Green = green;
        Blue = blue;
    }

    /// <summary>Pixels a row.</summary>
    public int Width { get; }

    /// <summary>Rows.</summary>
    public int Height { get; }

    /// <summary>Signals of red.</summary>
    public ReadOnlySpan<T> Red { get; }

    /// <summary>Signals of green.</summary>
    public ReadOnlySpan<T> Green { get; }

    /// <summary>Signals of blue.</summary>
    public ReadOnlySpan<T> Blue { get; }

    /// <summary>Signals of a pixel.</summary>
    internal (double Red, double Green, double Blue) At(int pixel) =>
        (double.CreateTruncating(Red[pixel]), double.CreateTruncating(Green[pixel]), double.CreateTruncating(Blue[pixel]));
}

/// <summary>Light of three channels, scene-linear, 1.0 for 100 % diffuse reflectance. (Section 15.)</summary>
/// <param name="Red">Red.</param>
/// <param name="Green">Green.</param>
/// <param name="Blue">Blue.</param>
public readonly record struct LinearRgb(double Red, double Green, double Blue)
{
    /// <summary>Share of red in luminance, BT.709.</summary>
    public const double RedShare = 0.2126;

    /// <summary>Share of green in luminance, BT.709.</summary>
    public const double GreenShare = 0.7152;

    /// <summary>Share of blue in luminance, BT.709.</summary>
    public const double BlueShare = 0.0722;

    /// <summary>Luminance, 0.2126R + 0.7152G + 0.0722B.</summary>
    public double Luminance => Weighted(Red, Green, Blue);

    /// <summary>The same colour in the primaries of BT.709, where it is given in those of BT.2020.</summary>
    public LinearRgb From2020To709() =>
        new(
            (1.660491 * Red) - (0.587641 * Green) - (0.072850 * Blue),
            (-0.124550 * Red) + (1.132900 * Green) - (0.008349 * Blue),
            (-0.018151 * Red) - (0.100579 * Green) + (1.118730 * Blue)
        );

    /// <summary>Three channels by their shares in luminance.</summary>
    public static double Weighted(double red, double green, double blue) => (RedShare * red) + (GreenShare * green) + (BlueShare * blue);
}
