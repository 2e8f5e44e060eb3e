using System.Globalization;

namespace GoldNotch.Core.Units;

/// <summary>Frames in a second as an exact fraction of whole numbers: 23.976 is 24000/1001.</summary>
public readonly record struct FrameRate
{
    // The rates that are spoken as decimals but are n·1000/1001 (SMPTE ST 12-1, ST 2036-1).
    private static readonly (string Name, int Nominal)[] Fractional =
    [
        ("23.976", 24),
        ("29.97", 30),
        ("47.95", 48),
        ("59.94", 60),
        ("119.88", 120),
    ];

    // People write them with two or three decimals; no whole rate and no other fraction lies so near.
    private const double WrittenWithin = 0.005;

    private const double Fastest = 100_000;

    /// <summary>Makes a rate of at most 100 000 frames per second.</summary>
    /// <param name="numerator">Frames, more than zero.</param>
    /// <param name="denominator">Seconds, more than zero.</param>
    /// <exception cref="QuantityException">Not positive, or too fast.</exception>
    public FrameRate(int numerator, int denominator = 1)
    {
        Guard.Positive(numerator, "frame rate");
        Guard.Positive(denominator, "frame rate");
        Guard.InRange((double)numerator / denominator, 0, Fastest, "frame rate");
        int common = GreatestCommonDivisor(numerator, denominator);
        Numerator = numerator / common;
        Denominator = denominator / common;
    }

    /// <summary>Frames of the fraction in lowest terms.</summary>
    public int Numerator { get; }

    /// <summary>Seconds of the fraction in lowest terms.</summary>
    public int Denominator { get; }

    /// <summary>Frames per second.</summary>
    public double FramesPerSecond => (double)Numerator / Denominator;

    /// <summary>As it is spoken: <c>23.976</c>, <c>29.97</c>, <c>25</c>.</summary>
    public string Label()
    {
        foreach ((string name, int nominal) in Fractional)
        {
            if (this == new FrameRate(nominal * 1000, 1001))
            {
                return name;
            }
        }

        return FramesPerSecond.ToString("0.###", CultureInfo.InvariantCulture);
    }

    /// <summary>Reads <c>23.976</c>, <c>29.97</c>, <c>25</c>, <c>12.5</c>, <c>24000/1001</c>.</summary>
    /// <exception cref="QuantityException">Cannot be read, zero, negative or above 100 000.</exception>
    public static FrameRate Parse(string? text)
    {
        string? tidy = Notation.Tidy(text);
        if (
            tidy?.Split('/') is [var above, var below]
            && int.TryParse(above, NumberStyles.None, CultureInfo.InvariantCulture, out int numerator)
            && int.TryParse(below, NumberStyles.None, CultureInfo.InvariantCulture, out int denominator)
        )
        {
            return new FrameRate(numerator, denominator);
        }

        if (tidy is not null && Notation.TryDecimal(tidy, out double rate))
        {
            Guard.InRange(Guard.Positive(rate, "frame rate"), 0, Fastest, "frame rate");
            foreach ((_, int nominal) in Fractional)
            {
                if (Math.Abs(rate - (nominal * 1000 / 1001.0)) <= WrittenWithin)
                {
                    return new FrameRate(nominal * 1000, 1001);
                }
            }

            return new FrameRate((int)Math.Max(1, Math.Round(rate * 1000)), 1000);
        }

        throw Guard.Unreadable(text ?? "", "a frame rate", "29.97 or 25");
    }

    /// <inheritdoc/>
    public override string ToString() => Label();

    private static int GreatestCommonDivisor(int a, int b) => b == 0 ? a : GreatestCommonDivisor(b, a % b);
}

/// <summary>How a frame is put together.</summary>
public enum Scan
{
    /// <summary>Whole frames.</summary>
    Progressive,

    /// <summary>Two fields taken one after the other; named by fields.</summary>
    Interlaced,

    /// <summary>Whole frames carried as two segments; named by frames.</summary>
    Segmented,
}

/// <summary>A frame rate with its scan, named as the trade does: <c>29.97p</c>, <c>59.94i</c> (29.97 frames), <c>23.976psf</c>.</summary>
/// <param name="Frames">Frames in a second, never fields.</param>
/// <param name="Scan">How a frame is put together.</param>
public readonly record struct ScanRate(FrameRate Frames, Scan Scan)
{
    /// <summary>Pictures in a second that a band of flicker would beat against: fields when interlaced, else frames.</summary>
    public double PicturesPerSecond => Scan == Scan.Interlaced ? 2 * Frames.FramesPerSecond : Frames.FramesPerSecond;

    /// <summary><c>29.97p</c>, <c>59.94i</c>, <c>23.976psf</c>.</summary>
    public string Label() =>
        Scan switch
        {
            Scan.Interlaced => new FrameRate(Frames.Numerator * 2, Frames.Denominator).Label() + "i",
            Scan.Segmented => Frames.Label() + "psf",
            _ => Frames.Label() + "p",
        };

    /// <summary>Reads <c>29.97p</c>, <c>59.94i</c>, <c>23.98psf</c>; a bare rate is progressive.</summary>
    /// <exception cref="QuantityException">Cannot be read.</exception>
    public static ScanRate Parse(string? text)
    {
        string tidy = Notation.Tidy(text) ?? throw Guard.Unreadable(text ?? "", "a rate with its scan", "29.97p or 59.94i");
        if (tidy.EndsWith("psf", StringComparison.OrdinalIgnoreCase))
        {
            return new ScanRate(FrameRate.Parse(tidy[..^3]), Scan.Segmented);
        }

        if (tidy[^1] is 'i' or 'I')
        {
            FrameRate fields = FrameRate.Parse(tidy[..^1]);
            return new ScanRate(new FrameRate(fields.Numerator, checked(fields.Denominator * 2)), Scan.Interlaced);
        }

        return new ScanRate(FrameRate.Parse(tidy[^1] is 'p' or 'P' ? tidy[..^1] : tidy), Scan.Progressive);
    }

    /// <inheritdoc/>
    public override string ToString() => Label();
}
