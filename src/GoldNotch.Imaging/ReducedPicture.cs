using GoldNotch.Core.Frames;

namespace GoldNotch.Imaging;

/// <summary>A picture reduced by means of whole pixels, for drawings that have to follow a hand. Noise and small clipped spots are less in it: what counts is measured at full
/// size.</summary>
public sealed class ReducedPicture : IPixels
{
    // Two cores are what such a site has; more would be taken from whoever else works.
    private const int AtOnce = 2;
    private readonly float[] _red;
    private readonly float[] _green;
    private readonly float[] _blue;

    private ReducedPicture(int width, int height)
    {
        (Width, Height) = (width, height);
        (_red, _green, _blue) = (new float[width * height], new float[width * height], new float[width * height]);
    }

    /// <inheritdoc/>
    public int Width { get; }

    /// <inheritdoc/>
    public int Height { get; }

    /// <summary>Bytes it takes.</summary>
    public int Bytes => 3 * sizeof(float) * _red.Length;

    /// <inheritdoc/>
    public void Read(int row, int from, Span<double> red, Span<double> green, Span<double> blue)
    {
        int at = (row * Width) + from;
        for (int i = 0; i < red.Length; i++)
        {
            (red[i], green[i], blue[i]) = (_red[at + i], _green[at + i], _blue[at + i]);
        }
    }

    /// <summary>Reduces a picture.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="longest">Pixels of the longer side at most; a smaller picture stays as large as it is.</param>
    public static ReducedPicture Of(IPixels picture, int longest)
    {
        double scale = Math.Min(1, (double)longest / Math.Max(picture.Width, picture.Height));
        var reduced = new ReducedPicture(
            Math.Max(1, (int)Math.Round(picture.Width * scale)),
            Math.Max(1, (int)Math.Round(picture.Height * scale))
        );
        int[] columns = [.. Enumerable.Range(0, picture.Width).Select(x => (int)((long)x * reduced.Width / picture.Width))];

        // Each reduced row is made of rows of its own, so that two can be made at the same time.
        Parallel.For(
            0,
            reduced.Height,
            new ParallelOptions { MaxDegreeOfParallelism = AtOnce },
            () => new double[3 * picture.Width],
            (row, _, signals) =>
            {
                reduced.Fill(row, picture, columns, signals);
                return signals;
            },
            _ => { }
        );
        return reduced;
    }

    private void Fill(int row, IPixels picture, int[] columns, double[] signals)
    {
        int wide = picture.Width;
        Span<double> red = signals.AsSpan(0, wide);
        Span<double> green = signals.AsSpan(wide, wide);
        Span<double> blue = signals.AsSpan(2 * wide, wide);
        int[] counted = new int[Width];
        int at = row * Width;
        for (
            int y = (int)((((long)row * picture.Height) + Height - 1) / Height);
            y < picture.Height && (long)y * Height / picture.Height == row;
            y++
        )
        {
            picture.Read(y, 0, red, green, blue);
            for (int x = 0; x < columns.Length; x++)
            {
                int to = columns[x];
                _red[at + to] += (float)red[x];
                _green[at + to] += (float)green[x];
                _blue[at + to] += (float)blue[x];
                counted[to]++;
            }
        }

        for (int i = 0; i < counted.Length; i++)
        {
            float of = Math.Max(1, counted[i]);
            (_red[at + i], _green[at + i], _blue[at + i]) = (_red[at + i] / of, _green[at + i] / of, _blue[at + i] / of);
        }
    }
}
