using System.Numerics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>The pixels of an upright picture, given row by row: whoever holds one may keep it as its file has it.</summary>
public interface IPixels
{
    /// <summary>Pixels a row.</summary>
    int Width { get; }

    /// <summary>Rows.</summary>
    int Height { get; }

    /// <summary>Gives the signals of a part of a row, 0 to 1 and what legal range leaves beyond.</summary>
    /// <param name="row">The row.</param>
    /// <param name="from">The first column; as many follow as there is room for.</param>
    /// <param name="red">Takes red.</param>
    /// <param name="green">Takes green.</param>
    /// <param name="blue">Takes blue.</param>
    void Read(int row, int from, Span<double> red, Span<double> green, Span<double> blue);
}

/// <summary>A picture in three planes of signals.</summary>
/// <typeparam name="T">Single precision, which is enough for any picture and half the memory, or double.</typeparam>
public readonly ref struct Picture<T> : IPixels
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

    /// <inheritdoc/>
    public void Read(int row, int from, Span<double> red, Span<double> green, Span<double> blue)
    {
        int at = (row * Width) + from;
        for (int i = 0; i < red.Length; i++)
        {
            red[i] = double.CreateTruncating(Red[at + i]);
            green[i] = double.CreateTruncating(Green[at + i]);
            blue[i] = double.CreateTruncating(Blue[at + i]);
        }
    }
}
