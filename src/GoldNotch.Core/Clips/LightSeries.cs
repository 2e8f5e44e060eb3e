using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>What the frames of a clip say together. (Section 18.)</summary>
/// <param name="Count">Frames that were read.</param>
/// <param name="Repeats">How they repeat; null where they come at uneven times, or there is one alone.</param>
/// <param name="Flicker">How their light moves; null likewise, where there are too few, or all of them are clipped.</param>
/// <param name="Wander">How exposure wanders; null where it cannot be told.</param>
/// <param name="Stops">Light of each frame, stops from mid grey, for a drawing; empty where every pixel clips somewhere.</param>
/// <param name="Changes">How far each frame differs from the one before, shares of the scale.</param>
public sealed record FrameFigures(
    int Count,
    FrameRepeats? Repeats,
    LightFlicker? Flicker,
    ExposureWander? Wander,
    ImmutableArray<double> Stops,
    ImmutableArray<double> Changes
);

/// <summary>Takes the frames of a clip one by one, and keeps of each only its light in small cells: which pixels clip in none of them is known when the last was
/// there.</summary>
public sealed class LightSeries
{
    private const int Strips = 8;
    private const int LeastPixelsOfStrip = 100;
    private const int LeastValues = 16;
    private const long MostKept = 24_000_000;
    private readonly PictureProfile _profile;
    private readonly LightReader _light;
    private readonly bool _isFields;
    private readonly FrameRate _rate;
    private readonly int _width;
    private readonly int _height;
    private readonly int _cell;
    private readonly int _across;
    private readonly int _down;
    private readonly List<float[]> _cells = [];
    private readonly bool[][] _clips;
    private readonly float[]?[] _before = new float[]?[2];
    private readonly List<double> _changes = [];
    private readonly double[] _red;
    private readonly double[] _green;
    private readonly double[] _blue;

    /// <summary>Begins.</summary>
    /// <param name="width">Pixels a row of each picture.</param>
    /// <param name="height">Rows of each picture.</param>
    /// <param name="profile">What the signals are in.</param>
    /// <param name="rate">Frames a second.</param>
    /// <param name="isFields">Whether each picture is a field of an interlaced clip.</param>
    /// <param name="pictures">How many pictures come, about: many are kept in larger cells.</param>
    public LightSeries(int width, int height, PictureProfile profile, FrameRate rate, bool isFields, int pictures)
    {
        (_width, _height, _profile, _rate, _isFields) = (width, height, profile, rate, isFields);
        _light = new LightReader(profile, (int)Math.Min(int.MaxValue, (long)width * height * pictures));
        _cell = 1;
        while ((long)width * height * pictures / (_cell * _cell) > MostKept)
        {
            _cell++;
        }

        (_across, _down) = (((width - 1) / _cell) + 1, ((height - 1) / _cell) + 1);
        _clips = [new bool[_across * _down], new bool[_across * _down]];
        (_red, _green, _blue) = (new double[width], new double[width], new double[width]);
    }

    /// <summary>Takes the next picture: a frame, or a field of an interlaced clip.</summary>
    /// <exception cref="QuantityException">It is of another size.</exception>
    public void Add<TPixels>(TPixels picture)
        where TPixels : IPixels, allows ref struct
    {
        if (picture.Width != _width || picture.Height != _height)
        {
            throw new QuantityException(QuantityFault.OutOfRange, "The frames of a clip are of one size.");
        }

        int parity = _isFields ? _cells.Count % 2 : 0;
        float[] luma = new float[_width * _height];
        float[] cells = new float[_across * _down];
        bool[] clips = _clips[parity];
        float[]? before = _before[parity];
        double change = 0;
        for (int y = 0; y < _height; y++)
        {
            picture.Read(y, 0, _red, _green, _blue);
            int row = y * _width;
            int cellRow = y / _cell * _across;
            for (int x = 0; x < _width; x++)
            {
                (double r, double g, double b) = (_red[x], _green[x], _blue[x]);
                float bright = (float)new LinearRgb(r, g, b).Luminance;
                luma[row + x] = bright;
                change += before is null ? 0 : Math.Abs(bright - before[row + x]);
                int cell = cellRow + (x / _cell);
                cells[cell] += (float)_light.Of(r, g, b).Luminance;
                if (!clips[cell] && _profile.IsClipped(r, g, b))
                {
                    clips[cell] = true;
                }
            }
        }

        if (before is not null)
        {
            _changes.Add(change / luma.Length);
        }

        _cells.Add(cells);
        _before[parity] = luma;
    }

    /// <summary>What they say together.</summary>
    /// <param name="isVariable">Whether they come at uneven times.</param>
    public FrameFigures Read(bool isVariable)
    {
        int each = _isFields ? 2 : 1;
        int frames = _cells.Count / each;
        double[] light = Means(0, _down, 1);
        double[] whole = [.. Enumerable.Range(0, light.Length / each).Select(i => light.AsSpan(i * each, each).ToArray().Average())];

        // A frame is its two fields.
        double[] changes = [.. Enumerable.Range(0, _changes.Count / each).Select(i => _changes.GetRange(i * each, each).Average())];
        return new FrameFigures(
            frames,
            isVariable || changes.Length == 0 ? null : FrameRepeats.Of(changes, _rate),
            isVariable ? null : Flicker(),
            isVariable || whole.Length == 0 ? null : ExposureWander.Of(whole, _rate),
            [.. whole.Select(m => Math.Log2(Math.Max(m, 1e-4) / Exposure.ToneCurve.MidGrey))],
            [.. changes]
        );
    }

    private LightFlicker? Flicker()
    {
        double rate = _rate.FramesPerSecond * (_isFields ? 2 : 1);
        double[][] strips =
        [
            .. Enumerable
                .Range(0, Strips)
                .Select(s => Means(s * _down / Strips, (s + 1) * _down / Strips, LeastPixelsOfStrip))
                .Where(s => s.Length >= LeastValues)
                .Select(s => _isFields ? EachOverItsOwn(s) : s),
        ];
        return strips.Length == 0 ? null : LightFlicker.Of(strips, rate);
    }

    // The two fields of a frame see other rows: what differs between them is no flicker.
    private static double[] EachOverItsOwn(double[] fields)
    {
        double[] means = [.. Enumerable.Range(0, 2).Select(parity => fields.Where((_, i) => i % 2 == parity).Average())];
        return [.. fields.Select((m, i) => means[i % 2] > 0 ? m / means[i % 2] : 0)];
    }

    // Mean light of each picture over the pixels of these rows that clip in none of them; none where fewer are left.
    private double[] Means(int from, int to, int leastPixels)
    {
        int[][] kept =
        [
            .. _clips.Select(clips => Enumerable.Range(from * _across, (to - from) * _across).Where(cell => !clips[cell]).ToArray()),
        ];
        long[] pixels = [.. kept.Select(cells => cells.Sum(PixelsOf))];
        if (pixels[0] < leastPixels || (_isFields && pixels[1] < leastPixels))
        {
            return [];
        }

        return
        [
            .. _cells.Select(
                (cells, i) =>
                {
                    int parity = _isFields ? i % 2 : 0;
                    double sum = 0;
                    foreach (int cell in kept[parity])
                    {
                        sum += cells[cell];
                    }

                    return sum / pixels[parity];
                }
            ),
        ];
    }

    // Cells at the right and lower edge are smaller.
    private long PixelsOf(int cell)
    {
        int across = Math.Min(_cell, _width - (cell % _across * _cell));
        int down = Math.Min(_cell, _height - (cell / _across * _cell));
        return (long)across * down;
    }
}
