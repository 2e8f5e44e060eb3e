using System.Globalization;

namespace GoldNotch.Core.Units;

/// <summary>How long one frame is exposed, in seconds.</summary>
public readonly record struct ExposureTime
{
    /// <summary>Makes an exposure time.</summary>
    /// <param name="seconds">Seconds, more than zero.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public ExposureTime(double seconds) => Seconds = Guard.Positive(seconds, "exposure time");

    /// <summary>Seconds.</summary>
    public double Seconds { get; }

    /// <summary>1/<paramref name="denominator"/> of a second.</summary>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public static ExposureTime OneOver(double denominator) => new(1 / Guard.Positive(denominator, "shutter speed"));

    /// <summary>Light gathered compared with <paramref name="reference"/>: log2(t/t₀). Positive is longer.</summary>
    public Stops LongerThan(ExposureTime reference) => new(Math.Log2(Seconds / reference.Seconds));

    /// <summary><c>1/48</c> below half a second, else seconds to two figures: <c>0.5 s</c>, <c>1.3 s</c>.</summary>
    public string Label()
    {
        if (Seconds < 0.5 - Guard.Edge)
        {
            return "1/" + Math.Round(1 / Seconds).ToString(CultureInfo.InvariantCulture);
        }

        int digits = Math.Max(0, 1 - (int)Math.Floor(Math.Log10(Seconds)));
        return Notation.Number(Seconds, Math.Min(digits, 6)) + Notation.ThinSpace + "s";
    }

    /// <summary>Reads <c>1/48</c>, <c>1/50 s</c>, <c>0.5 s</c>. A bare number is refused: it could be either.</summary>
    /// <exception cref="QuantityException">Cannot be read, zero or negative.</exception>
    public static ExposureTime Parse(string? text)
    {
        if (Notation.Tidy(text) is { } tidy)
        {
            string body = Notation.WithoutUnit(tidy, "sec", "s");
            bool named = body.Length < tidy.Length;
            int slash = body.IndexOf('/', StringComparison.Ordinal);
            if (
                slash > 0
                && Notation.TryDecimal(body[..slash], out double top)
                && Notation.TryDecimal(body[(slash + 1)..], out double bottom)
            )
            {
                return new ExposureTime(Guard.Positive(top, "shutter speed") / Guard.Positive(bottom, "shutter speed"));
            }

            if (slash < 0 && named && Notation.TryDecimal(body, out double seconds))
            {
                return new ExposureTime(seconds);
            }
        }

        throw Guard.Unreadable(text ?? "", "a shutter speed", "1/48 or 0.5 s");
    }

    /// <inheritdoc/>
    public override string ToString() => Label();
}

/// <summary>A shutter angle in degrees, more than 0 and at most 360: the share of the frame time that is exposed.</summary>
public readonly record struct ShutterAngle
{
    /// <summary>Makes an angle.</summary>
    /// <param name="degrees">Degrees, more than 0 to 360.</param>
    /// <exception cref="QuantityException">Not finite, not positive, or above 360.</exception>
    public ShutterAngle(double degrees) => Degrees = Guard.InRange(Guard.Positive(degrees, "shutter angle"), 0, 360, "shutter angle");

    /// <summary>Half the frame time, the ordinary look of motion.</summary>
    public static ShutterAngle HalfFrame => new(180);

    /// <summary>Degrees.</summary>
    public double Degrees { get; }

    /// <summary>The time this angle takes at a frame rate: angle/(360·rate) seconds.</summary>
    public ExposureTime At(FrameRate rate) => new(Degrees / (360 * rate.FramesPerSecond));

    /// <summary><c>180°</c>, to a tenth.</summary>
    public string Label() => Notation.Number(Degrees, 1) + "°";

    /// <summary>Reads <c>180°</c> or <c>172.8 deg</c>; the degree sign or word is needed.</summary>
    /// <exception cref="QuantityException">Cannot be read or out of range.</exception>
    public static ShutterAngle Parse(string? text)
    {
        if (Notation.Tidy(text) is { } tidy)
        {
            string body = Notation.WithoutUnit(tidy, "°", "degrees", "deg");
            if (body.Length < tidy.Length && Notation.TryDecimal(body, out double degrees))
            {
                return new ShutterAngle(degrees);
            }
        }

        throw Guard.Unreadable(text ?? "", "a shutter angle", "180°");
    }

    /// <inheritdoc/>
    public override string ToString() => Label();
}
