namespace GoldNotch.Core.Units;

/// <summary>Numbers on controls and displays that are neither light nor colour: per cent, minutes, dBFS, MB/s.</summary>
public static class Level
{
    /// <summary>The last hour that timecode counts (SMPTE ST 12-1).</summary>
    public const int LastHour = 23;

    // No display of a camera shows more; a larger number is a slip of the finger.
    private const double Largest = 100_000;

    /// <summary><c>70 %</c>, <c>95 min</c>, <c>−12 dBFS</c>, <c>30 MB/s</c>, <c>0 dB</c>, <c>+⅓ stop</c>.</summary>
    /// <param name="value">The number, finite.</param>
    /// <param name="unit">Its unit.</param>
    public static string Label(double value, NaturalUnit unit) =>
        unit switch
        {
            NaturalUnit.Decibels => new Decibels(value).Label(),
            NaturalUnit.Stops => value == 0 ? "0"
            : IsThird(value) ? new Stops(value).LabelWithUnit()
            : new Stops(value).InHundredths(withPlus: true),
            NaturalUnit.Tint => Notation.Number(value, 1, withPlus: true),
            NaturalUnit.Hours => "hour" + Notation.ThinSpace + Notation.Number(value),
            _ => Notation.Number(value, 1) + Suffix(unit),
        };

    // Half and quarter steps keep their digits: a label in thirds would name two of them alike.
    private static bool IsThird(double stops) => Math.Abs((stops * 3) - Math.Round(stops * 3)) < 0.01;

    /// <summary>Reads a number with or without its unit; a card class (<c>V30</c>) stands for the speed it promises.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="unit">The unit it is meant in.</param>
    /// <exception cref="QuantityException">Cannot be read, or far too large.</exception>
    public static double Parse(string? text, NaturalUnit unit)
    {
        string tidy = Notation.Tidy(text) ?? throw Unreadable(text, unit);
        double value = unit switch
        {
            NaturalUnit.Decibels => Decibels.Parse(tidy).Value,
            NaturalUnit.Stops => Stops.Parse(tidy).Value,
            NaturalUnit.MegabytesPerSecond when CardClass.TryParse(tidy, out CardClass promised) => promised.MegabytesPerSecond,
            NaturalUnit.Hours
                when tidy.StartsWith("hour", StringComparison.OrdinalIgnoreCase)
                    && Notation.TryDecimal(tidy[4..].Trim(), out double hour) => hour,
            _ => Notation.TryDecimal(Notation.WithoutUnit(tidy, Words(unit)), out double number) ? number : throw Unreadable(text, unit),
        };
        return Guard.InRange(value, -Largest, Largest, "number");
    }

    /// <summary>Whether something can be set to a number: an hour is a whole one of the day, a level is at or below full scale.</summary>
    /// <param name="value">The number.</param>
    /// <param name="unit">Its unit.</param>
    public static bool IsOnTheScale(double value, NaturalUnit unit) =>
        unit switch
        {
            NaturalUnit.Hours => value is >= 0 and <= LastHour && value == Math.Floor(value),
            NaturalUnit.FullScale => value <= Guard.Edge,
            _ => true,
        };

    /// <summary>Reads what a control or a meter shows: as <see cref="Parse"/>, and on the scale of its unit.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="unit">The unit it is meant in.</param>
    /// <exception cref="QuantityException">Cannot be read, or is beyond the scale; a level without its minus is asked back.</exception>
    public static double ParseShown(string? text, NaturalUnit unit)
    {
        double value = Parse(text, unit);
        return IsOnTheScale(value, unit) ? value
            : unit == NaturalUnit.Hours
                ? throw new QuantityException(
                    QuantityFault.OutOfRange,
                    $"Timecode has the hours 0 to 23; {Notation.Number(value, 1)} is none of them. Read the first two digits again."
                )
            : throw new QuantityException(
                QuantityFault.OutOfRange,
                $"Levels are at or below 0 dBFS. Type {Label(-value, unit)} if that is what the meter shows; above 0 it clips and no meter says by how much."
            );
    }

    /// <summary>The unit as it follows a number, thin space included.</summary>
    internal static string Suffix(NaturalUnit unit) =>
        Notation.ThinSpace
        + unit switch
        {
            NaturalUnit.Percent => "%",
            NaturalUnit.Minutes => "min",
            NaturalUnit.FullScale => "dBFS",
            NaturalUnit.MegabytesPerSecond => "MB/s",
            NaturalUnit.Tint => "steps",
            NaturalUnit.Hours => "h",
            NaturalUnit.Decibels => "dB",
            NaturalUnit.Mired => "mired",
            NaturalUnit.Megabits => "Mb/s",
            NaturalUnit.Bits => "bit",
            _ => "stops",
        };

    private static string[] Words(NaturalUnit unit) =>
        unit switch
        {
            NaturalUnit.Percent => ["%", "per cent"],
            NaturalUnit.Minutes => ["minutes", "min"],
            NaturalUnit.FullScale => ["dBFS", "dB"],
            NaturalUnit.MegabytesPerSecond => ["MB/s"],
            NaturalUnit.Tint => ["steps", "step"],
            NaturalUnit.Bits => ["bits", "bit"],
            _ => ["h"],
        };

    private static QuantityException Unreadable(string? text, NaturalUnit unit) =>
        Guard.Unreadable(
            text ?? "",
            "a number" + (unit == NaturalUnit.None ? "" : " in" + Suffix(unit).Replace(Notation.ThinSpace, " ", StringComparison.Ordinal)),
            Label(unit == NaturalUnit.FullScale ? -12 : 30, unit)
        );
}
