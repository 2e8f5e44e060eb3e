using System.Globalization;

namespace GoldNotch.Core.Units;

/// <summary>Picture size in pixels. The three common 16:9 sizes go by their height alone.</summary>
public readonly record struct FrameSize
{
    private static readonly (string Name, int Width, int Height)[] Named = [("2160", 3840, 2160), ("1080", 1920, 1080), ("720", 1280, 720)];

    /// <summary>Makes a size.</summary>
    /// <param name="width">Pixels across, 16 to 16 384.</param>
    /// <param name="height">Pixels down, 16 to 16 384.</param>
    /// <exception cref="QuantityException">Out of range.</exception>
    public FrameSize(int width, int height)
    {
        Width = (int)Guard.InRange(width, 16, 16_384, "picture width");
        Height = (int)Guard.InRange(height, 16, 16_384, "picture height");
    }

    /// <summary>Pixels across.</summary>
    public int Width { get; }

    /// <summary>Pixels down.</summary>
    public int Height { get; }

    /// <summary>Pixels in all.</summary>
    public long Pixels => (long)Width * Height;

    /// <summary><c>1080</c>, <c>2160</c>, <c>720</c>, or <c>4096×2160</c>.</summary>
    public string Label()
    {
        foreach ((string name, int width, int height) in Named)
        {
            if (width == Width && height == Height)
            {
                return name;
            }
        }

        return string.Create(CultureInfo.InvariantCulture, $"{Width}×{Height}");
    }

    /// <summary>Reads <c>1080</c> or <c>4096×2160</c> (also with the letter x).</summary>
    /// <exception cref="QuantityException">Cannot be read or out of range.</exception>
    public static FrameSize Parse(string? text)
    {
        string tidy = Notation.Tidy(text) ?? "";
        foreach ((string name, int width, int height) in Named)
        {
            if (tidy == name)
            {
                return new FrameSize(width, height);
            }
        }

        if (
            tidy.Split('×', 'x') is [var across, var down]
            && int.TryParse(across, NumberStyles.None, CultureInfo.InvariantCulture, out int w)
            && int.TryParse(down, NumberStyles.None, CultureInfo.InvariantCulture, out int h)
        )
        {
            return new FrameSize(w, h);
        }

        throw Guard.Unreadable(text ?? "", "a picture size", "1080 or 3840×2160");
    }

    /// <inheritdoc/>
    public override string ToString() => Label();
}

/// <summary>Bits in a second of recorded picture, in megabits (10⁶).</summary>
public readonly record struct BitRate : IComparable<BitRate>
{
    /// <summary>Makes a bit rate.</summary>
    /// <param name="megabits">Mb/s, more than zero.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public BitRate(double megabits) => Megabits = Guard.Positive(megabits, "bit rate");

    /// <summary>10⁶ bits per second.</summary>
    public double Megabits { get; }

    /// <summary><c>45 Mb/s</c>.</summary>
    public string Label() => Notation.Number(Megabits, 1) + Notation.ThinSpace + "Mb/s";

    /// <summary>Reads <c>45</c>, <c>45 Mb</c>, <c>45 Mb/s</c>.</summary>
    /// <exception cref="QuantityException">Cannot be read, zero or negative.</exception>
    public static BitRate Parse(string? text)
    {
        if (
            Notation.Tidy(text) is { } tidy
            && !tidy.Contains("MB", StringComparison.Ordinal)
            && Notation.TryDecimal(Notation.WithoutUnit(tidy, "Mb/s", "Mbit/s", "Mbps", "Mb", "M"), out double value)
        )
        {
            return new BitRate(value);
        }

        // A capital B is bytes, eight times as much: 45 MB/s of a card is not 45 Mb/s of a recording.
        throw Guard.Unreadable(text ?? "", "a bit rate in megabits", "45 or 45 Mb/s");
    }

    /// <inheritdoc/>
    public int CompareTo(BitRate other) => Megabits.CompareTo(other.Megabits);

    /// <summary>Fewer bits than.</summary>
    public static bool operator <(BitRate left, BitRate right) => left.Megabits < right.Megabits;

    /// <summary>More bits than.</summary>
    public static bool operator >(BitRate left, BitRate right) => left.Megabits > right.Megabits;

    /// <summary>No more bits than.</summary>
    public static bool operator <=(BitRate left, BitRate right) => left.Megabits <= right.Megabits;

    /// <summary>No fewer bits than.</summary>
    public static bool operator >=(BitRate left, BitRate right) => left.Megabits >= right.Megabits;

    /// <inheritdoc/>
    public override string ToString() => Label();
}
