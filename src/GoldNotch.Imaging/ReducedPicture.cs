using GoldNotch.Core.Frames;

namespace GoldNotch.Imaging;

/// <summary>A picture reduced by means of whole pixels, for drawings that have to follow a hand. Noise and small clipped spots are less in it: what counts is measured at full
/// size.</summary>
public sealed class ReducedPicture : IPixels
{
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
        int[] counted = new int[reduced._red.Length];
        double[] red = new double[picture.Width];
        double[] green = new double[picture.Width];
        double[] blue = new double[picture.Width];
        int[] columns = [.. Enumerable.Range(0, picture.Width).Select(x => (int)((long)x * reduced.Width / picture.Width))];
        for (int y = 0; y < picture.Height; y++)
        {
            picture.Read(y, 0, red, green, blue);
            int row = (int)((long)y * reduced.Height / picture.Height) * reduced.Width;
            for (int x = 0; x < columns.Length; x++)
            {
                int to = row + columns[x];
                reduced._red[to] += (float)red[x];
                reduced._green[to] += (float)green[x];
                reduced._blue[to] += (float)blue[x];
                counted[to]++;
            }
        }

        for (int i = 0; i < counted.Length; i++)
        {
            float of = Math.Max(1, counted[i]);
            (reduced._red[i], reduced._green[i], reduced._blue[i]) = (reduced._red[i] / of, reduced._green[i] / of, reduced._blue[i] / of);
        }

        return reduced;
    }
}
