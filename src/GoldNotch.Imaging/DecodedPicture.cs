using System.Buffers.Binary;
using GoldNotch.Core.Frames;

namespace GoldNotch.Imaging;

/// <summary>A decoded picture: its samples as the file has them, upright, read as signals row by row.</summary>
public sealed class DecodedPicture : IPixels
{
    private readonly byte[] _samples;
    private readonly PixelLayout _layout;
    private readonly int _width;
    private readonly int _height;
    private readonly Turn _turn;
    private readonly YCbCr? _matrix;

    // Signal of each code: whatever range it is in, a division less for each sample.
    private readonly double[] _signals;

    internal DecodedPicture(byte[] samples, int width, int height, PixelLayout layout, Turn turn, ColourMatrix matrix, bool isLegal)
    {
        (_samples, _width, _height, _layout, _turn) = (samples, width, height, layout, turn);
        _matrix = layout.Kind == PixelKind.YCbCr ? new YCbCr(matrix, isLegal, layout.Bits) : null;
        _signals = _matrix is null ? Signals(layout.Bits, isLegal) : [];
        (Width, Height) = turn.IsSideways ? (height, width) : (width, height);
    }

    /// <summary>A picture of samples of 16 bits, red, green and blue beside each other.</summary>
    /// <param name="samples">The samples.</param>
    /// <param name="width">Pixels a row.</param>
    /// <param name="height">Rows.</param>
    public static DecodedPicture OfSamples(ReadOnlySpan<ushort> samples, int width, int height) =>
        new(Rendering.SceneRenderer.Bytes(samples), width, height, PixelLayout.Rgb16, Turn.None, ColourMatrix.Bt709, isLegal: false);

    /// <inheritdoc/>
    public int Width { get; }

    /// <inheritdoc/>
    public int Height { get; }

    /// <summary>Bits a sample, as the file has them.</summary>
    public int Bits => _layout.Bits;

    /// <inheritdoc/>
    public void Read(int row, int from, Span<double> red, Span<double> green, Span<double> blue)
    {
        if (_turn == Turn.None)
        {
            Upright(row, from, red, green, blue);
            return;
        }

        for (int i = 0; i < red.Length; i++)
        {
            (int column, int line) = _turn.Stored(from + i, row, _width, _height);
            (red[i], green[i], blue[i]) = At(column, line);
        }
    }

    // Most pictures lie as they are seen: a row of them is read without asking anew at each pixel what they are.
    private void Upright(int row, int from, Span<double> red, Span<double> green, Span<double> blue)
    {
        long first = ((long)row * _width) + from;
        long plane = (long)_width * _height;
        switch (_layout.Kind)
        {
            case PixelKind.Rgb:
                for (int i = 0; i < red.Length; i++)
                {
                    long at = 3 * (first + i);
                    (red[i], green[i], blue[i]) = (_signals[Sample(at)], _signals[Sample(at + 1)], _signals[Sample(at + 2)]);
                }

                break;
            case PixelKind.YCbCr:
                int across = _layout.ChromaWidth(_width);
                long size = (long)across * _layout.ChromaHeight(_height);
                long chroma = plane + ((long)(row >> _layout.ChromaDown) * across);
                YCbCr matrix = _matrix!;
                for (int i = 0; i < red.Length; i++)
                {
                    long at = chroma + ((from + i) >> _layout.ChromaAcross);
                    (red[i], green[i], blue[i]) = matrix.ToRgb(Sample(first + i), Sample(at), Sample(at + size));
                }

                break;
            default:
                for (int i = 0; i < red.Length; i++)
                {
                    (red[i], green[i], blue[i]) = At(from + i, row);
                }

                break;
        }
    }

    private (double, double, double) At(int column, int row)
    {
        long pixel = ((long)row * _width) + column;
        long plane = (long)_width * _height;
        switch (_layout.Kind)
        {
            case PixelKind.Grey:
                double grey = _signals[Sample(pixel)];
                return (grey, grey, grey);
            case PixelKind.Rgb:
                return (_signals[Sample(3 * pixel)], _signals[Sample((3 * pixel) + 1)], _signals[Sample((3 * pixel) + 2)]);
            case PixelKind.PlanarRgb:
                return (_signals[Sample((2 * plane) + pixel)], _signals[Sample(pixel)], _signals[Sample(plane + pixel)]);
            default:
                int across = _layout.ChromaWidth(_width);
                long chroma = ((long)(row >> _layout.ChromaDown) * across) + (column >> _layout.ChromaAcross);
                long size = (long)across * _layout.ChromaHeight(_height);
                return _matrix!.ToRgb(Sample(pixel), Sample(plane + chroma), Sample(plane + size + chroma));
        }
    }

    private int Sample(long at) =>
        _layout.SampleBytes == 1 ? _samples[at] : BinaryPrimitives.ReadUInt16LittleEndian(_samples.AsSpan(checked((int)(2 * at)), 2));

    private static double[] Signals(int bits, bool isLegal)
    {
        double most = Math.Pow(2, bits) - 1;
        double scale = Math.Pow(2, bits - 8);
        double[] signals = new double[1 << bits];
        for (int code = 0; code < signals.Length; code++)
        {
            signals[code] = isLegal ? ((code / scale) - 16) / 219 : code / most;
        }

        return signals;
    }
}
