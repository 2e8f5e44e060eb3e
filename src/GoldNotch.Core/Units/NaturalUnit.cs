namespace GoldNotch.Core.Units;

/// <summary>The unit in which a setting's distance is felt.</summary>
public enum NaturalUnit
{
    /// <summary>No distance: it is so or it is not.</summary>
    None,

    /// <summary>Stops of light.</summary>
    Stops,

    /// <summary>Decibels of gain.</summary>
    Decibels,

    /// <summary>Mired of colour.</summary>
    Mired,

    /// <summary>Megabits a second.</summary>
    Megabits,

    /// <summary>Per cent of the recorded scale.</summary>
    Percent,

    /// <summary>Minutes.</summary>
    Minutes,

    /// <summary>Decibels below full scale of the sound.</summary>
    FullScale,

    /// <summary>Megabytes a second, sustained.</summary>
    MegabytesPerSecond,

    /// <summary>Steps of a camera's own tint control.</summary>
    Tint,

    /// <summary>Hours of a timecode.</summary>
    Hours,

    /// <summary>Bits of a sample.</summary>
    Bits,
}

/// <summary>A distance in a setting's own unit, signed: brighter, louder, warmer, more is positive.</summary>
/// <param name="Amount">The amount, finite.</param>
/// <param name="Unit">Its unit.</param>
public readonly record struct Distance(double Amount, NaturalUnit Unit)
{
    /// <summary>Whether the distance is inside a tolerance of the same unit; on the edge counts as inside.</summary>
    public bool Within(Distance tolerance) => Unit == tolerance.Unit && Math.Abs(Amount) <= Math.Abs(tolerance.Amount) + Guard.Edge;

    /// <summary><c>+15 dB</c>, <c>−⅔ stop</c>, <c>+134 mired</c>, <c>−20 Mb/s</c>; a small number of stops is told in hundredths rather than as 0.</summary>
    public string Label() =>
        Unit switch
        {
            NaturalUnit.Stops => new Stops(Amount).DifferenceLabel(),
            NaturalUnit.Decibels => new Decibels(Amount).Label(),
            NaturalUnit.Mired => new MiredShift(Amount).Label(),
            NaturalUnit.Megabits => Notation.Number(Amount, 1, withPlus: true) + Notation.ThinSpace + "Mb/s",
            NaturalUnit.FullScale => new Decibels(Amount).Label(),
            NaturalUnit.None => "",
            _ => Notation.Number(Amount, 1, withPlus: true) + Level.Suffix(Unit),
        };

    /// <summary>As a tolerance: no sign, and sixths of a stop kept, so that a tolerance of ⅙ is not told as ⅓.</summary>
    public string ToleranceLabel()
    {
        if (Unit != NaturalUnit.Stops)
        {
            return Label().TrimStart('+');
        }

        double sixths = Math.Abs(Amount) * 6;
        (int whole, int rest) = Math.DivRem((int)Math.Round(sixths), 6);
        string fraction = rest switch
        {
            1 => "⅙",
            2 => "⅓",
            3 => "½",
            4 => "⅔",
            5 => "⅚",
            _ => "",
        };
        bool even = Math.Abs(sixths - Math.Round(sixths)) < 1e-6;
        string number =
            !even ? Notation.Number(Math.Abs(Amount), 2)
            : whole == 0 && rest > 0 ? fraction
            : whole + fraction;
        return number + Notation.ThinSpace + (Math.Abs(Amount) <= 1 ? "stop" : "stops");
    }

    /// <summary>Reads a tolerance: <c>⅓ stop</c>, <c>3 dB</c>, <c>10 mired</c>, <c>5 Mb/s</c>, <c>none</c>. Never negative.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="unit">The unit the setting is felt in.</param>
    /// <exception cref="QuantityException">Cannot be read, another unit, or negative.</exception>
    public static Distance ParseTolerance(string? text, NaturalUnit unit)
    {
        string? tidy = Notation.Tidy(text);
        if (tidy is null or "none" or "0")
        {
            return new Distance(0, unit);
        }

        double amount = unit switch
        {
            NaturalUnit.Stops when tidy.Contains("stop", StringComparison.OrdinalIgnoreCase) => Stops.Parse(tidy).Value,
            NaturalUnit.Decibels when tidy.EndsWith("dB", StringComparison.OrdinalIgnoreCase) => Decibels.Parse(tidy).Value,
            NaturalUnit.Mired
                when tidy.EndsWith("mired", StringComparison.OrdinalIgnoreCase)
                    && Notation.TryDecimal(tidy[..^5].TrimEnd(), out double mired) => mired,
            NaturalUnit.Megabits when tidy.Contains("Mb", StringComparison.OrdinalIgnoreCase) => BitRate.Parse(tidy).Megabits,
            NaturalUnit.FullScale when tidy.EndsWith("dB", StringComparison.OrdinalIgnoreCase) => Decibels.Parse(tidy).Value,
            NaturalUnit.Percent
            or NaturalUnit.Minutes
            or NaturalUnit.MegabytesPerSecond
            or NaturalUnit.Tint
            or NaturalUnit.Hours
            or NaturalUnit.Bits => Level.Parse(tidy, unit),
            _ => throw Guard.Unreadable(tidy, "a tolerance for this setting", ToleranceExample(unit)),
        };
        return new Distance(Guard.InRange(amount, 0, 1000, "tolerance"), unit);
    }

    /// <inheritdoc/>
    public override string ToString() => Label();

    /// <summary>How a tolerance of a unit is written.</summary>
    public static string ToleranceExample(NaturalUnit unit) =>
        unit switch
        {
            NaturalUnit.Stops => "⅓ stop",
            NaturalUnit.Decibels => "3 dB",
            NaturalUnit.Mired => "10 mired",
            NaturalUnit.Megabits => "5 Mb/s",
            NaturalUnit.FullScale => "3 dB",
            NaturalUnit.Percent or NaturalUnit.Minutes or NaturalUnit.MegabytesPerSecond or NaturalUnit.Tint or NaturalUnit.Hours => "5"
                + Level.Suffix(unit),
            NaturalUnit.Bits => "2" + Level.Suffix(unit),
            _ => "none: this setting has no half way",
        };
}
