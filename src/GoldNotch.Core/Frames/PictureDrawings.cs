using System.Collections.Immutable;
using GoldNotch.Core.Exposure;

namespace GoldNotch.Core.Frames;

/// <summary>How often something is at each place of a grid: 0 never, 255 most often; roots, so that what is rare is still seen.</summary>
/// <param name="Columns">Cells across.</param>
/// <param name="Rows">Cells down.</param>
/// <param name="Cells">Row by row, the upper row first.</param>
public sealed record DensityGrid(int Columns, int Rows, ImmutableArray<byte> Cells);

/// <summary>Stops from mid grey over a picture, one number a cell.</summary>
/// <param name="Columns">Cells across.</param>
/// <param name="Rows">Cells down.</param>
/// <param name="Stops">Whole stops, row by row; <see cref="Clipped"/> where most of a cell is clipped, <see cref="Black"/> where there is no light.</param>
public sealed record ExposureMap(int Columns, int Rows, ImmutableArray<sbyte> Stops)
{
    /// <summary>Most of a cell is clipped.</summary>
    public const sbyte Clipped = sbyte.MaxValue;

    /// <summary>No light in a cell.</summary>
    public const sbyte Black = sbyte.MinValue;

    /// <summary>Stops beyond which nothing is told apart.</summary>
    public const int Furthest = 9;
}

/// <summary>What is drawn beside a picture. (<c>measuring.md</c>, measure one picture.)</summary>
/// <param name="Waveform">Level against column: 1 % a row from 105 % down to −5 %.</param>
/// <param name="Red">Histogram of red: 1 % a bin from −5 % to 105 %.</param>
/// <param name="Green">Histogram of green.</param>
/// <param name="Blue">Histogram of blue.</param>
/// <param name="Vector">Colour differences, red upwards, blue to the right, both from −0.25 to 0.25.</param>
/// <param name="Exposure">Stops from mid grey.</param>
public sealed record PictureDrawings(
    DensityGrid Waveform,
    ImmutableArray<byte> Red,
    ImmutableArray<byte> Green,
    ImmutableArray<byte> Blue,
    DensityGrid Vector,
    ExposureMap Exposure
)
{
    /// <summary>Lowest level that is drawn, per cent.</summary>
    public const int LowestPercent = -5;

    /// <summary>Highest level that is drawn, per cent.</summary>
    public const int HighestPercent = 105;

    /// <summary>Furthest colour difference that is drawn.</summary>
    public const double FurthestDifference = 0.25;

    private const int Levels = HighestPercent - LowestPercent + 1;
    private const int WaveColumns = 160;
    private const int VectorSide = 96;
    private const int MapColumns = 96;

    private static readonly ToneCurve Compared = ToneCurve.Named("BT.709");

    /// <summary>Draws a picture.</summary>
    /// <param name="picture">The picture; a reduced one is enough.</param>
    /// <param name="profile">What the signals are in.</param>
    public static PictureDrawings Of<TPixels>(TPixels picture, PictureProfile profile)
        where TPixels : IPixels, allows ref struct
    {
        int waveColumns = Math.Min(WaveColumns, picture.Width);
        int mapColumns = Math.Min(MapColumns, picture.Width);
        int mapRows = Math.Max(1, (int)Math.Round((double)mapColumns * picture.Height / picture.Width));
        int[] wave = new int[waveColumns * Levels];
        int[][] histogram = [new int[Levels], new int[Levels], new int[Levels]];
        int[] vector = new int[VectorSide * VectorSide];
        double[] light = new double[mapColumns * mapRows];
        int[] clipped = new int[light.Length];
        int[] counted = new int[light.Length];
        var reader = new LightReader(profile, picture.Width * picture.Height);
        double[] red = new double[picture.Width];
        double[] green = new double[picture.Width];
        double[] blue = new double[picture.Width];
        for (int y = 0; y < picture.Height; y++)
        {
            picture.Read(y, 0, red, green, blue);
            int mapRow = (int)((long)y * mapRows / picture.Height) * mapColumns;
            for (int x = 0; x < red.Length; x++)
            {
                (double r, double g, double b) = (red[x], green[x], blue[x]);
                wave[(Bin(LinearRgb.Weighted(r, g, b)) * waveColumns) + (x * waveColumns / red.Length)]++;
                histogram[0][Bin(r)]++;
                histogram[1][Bin(g)]++;
                histogram[2][Bin(b)]++;
                LinearRgb linear = reader.Of(r, g, b);
                vector[Place(linear)]++;
                int cell = mapRow + (x * mapColumns / red.Length);
                light[cell] += linear.Luminance;
                clipped[cell] += profile.IsClipped(r, g, b) ? 1 : 0;
                counted[cell]++;
            }
        }

        return new PictureDrawings(
            new DensityGrid(waveColumns, Levels, Upwards(Roots(wave), waveColumns)),
            Roots(histogram[0]),
            Roots(histogram[1]),
            Roots(histogram[2]),
            new DensityGrid(VectorSide, VectorSide, Roots(vector)),
            new ExposureMap(mapColumns, mapRows, [.. light.Select((sum, i) => Stop(sum, clipped[i], counted[i]))])
        );
    }

    private static int Bin(double signal) => Math.Clamp((int)Math.Round(100 * signal) - LowestPercent, 0, Levels - 1);

    // As skin is compared: put through one curve, whatever the camera's own.
    private static int Place(LinearRgb linear)
    {
        double red = Signal(linear.Red);
        double blue = Signal(linear.Blue);
        double luma = LinearRgb.Weighted(red, Signal(linear.Green), blue);
        double cb = (blue - luma) / (2 * (1 - LinearRgb.BlueShare));
        double cr = (red - luma) / (2 * (1 - LinearRgb.RedShare));
        return (Side(-cr) * VectorSide) + Side(cb);
    }

    private static int Side(double difference) =>
        Math.Clamp((int)(((difference / FurthestDifference) + 1) / 2 * VectorSide), 0, VectorSide - 1);

    // A table of the curve, finer where it is dark: it is asked for three times a pixel.
    private static readonly double[] Signals = [.. Enumerable.Range(0, 4097).Select(i => Compared.Encode(i / 4096.0 * (i / 4096.0) * 2))];

    private static double Signal(double linear) =>
        linear <= 0 ? 0
        : linear >= 2 ? Signals[^1]
        : Signals[(int)((Math.Sqrt(linear / 2) * 4096) + 0.5)];

    private static sbyte Stop(double sum, int clipped, int counted) =>
        2 * clipped > counted ? ExposureMap.Clipped
        : sum <= 0 || counted == 0 ? ExposureMap.Black
        : (sbyte)Math.Clamp(Math.Round(Math.Log2(sum / counted / ToneCurve.MidGrey)), -ExposureMap.Furthest, ExposureMap.Furthest);

    private static ImmutableArray<byte> Roots(int[] counts)
    {
        double most = Math.Max(1, counts.Max());
        return [.. counts.Select(c => (byte)Math.Round(255 * Math.Sqrt(c / most)))];
    }

    // Rows are counted from the lowest level; a drawing begins at the top.
    private static ImmutableArray<byte> Upwards(ImmutableArray<byte> cells, int columns) =>
        [.. Enumerable.Range(0, cells.Length / columns).Reverse().SelectMany(row => cells.Slice(row * columns, columns))];
}
