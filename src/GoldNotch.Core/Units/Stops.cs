namespace GoldNotch.Core.Units;

/// <summary>A light ratio as its base-2 logarithm. Positive is always brighter; an ND of two stops contributes −2.</summary>
/// <remarks>Source: ISO 2720 exposure value steps; one stop is a factor of two.</remarks>
public readonly record struct Stops : IComparable<Stops>
{
    /// <summary>Makes a number of stops.</summary>
    /// <param name="value">Stops, any finite number.</param>
    /// <exception cref="QuantityException">Not finite.</exception>
    public Stops(double value) => Value = Guard.Finite(value, "number of stops");

    /// <summary>No difference.</summary>
    public static Stops Zero => default;

    /// <summary>The base-2 logarithm of the light ratio.</summary>
    public double Value { get; }

    /// <summary>The light ratio, 2 to the power of the stops.</summary>
    public double Factor => Math.Pow(2, Value);

    /// <summary>The size without the direction.</summary>
    public Stops Magnitude => new(Math.Abs(Value));

    /// <summary>The stops between two amounts of light: log2(<paramref name="amount"/>/<paramref name="reference"/>).</summary>
    /// <exception cref="QuantityException">Either is not positive or not finite.</exception>
    public static Stops Between(double amount, double reference) =>
        new(Math.Log2(Guard.Positive(amount, "amount of light") / Guard.Positive(reference, "reference light")));

    /// <summary>The same light ratio as amplitude gain: 20·log10(2) dB for each stop.</summary>
    public Decibels ToDecibels() => new(Value * Decibels.PerStop);

    /// <summary>Nearest third, half away from zero, with sign and true minus: <c>+1⅓</c>, <c>−⅔</c>, <c>0</c>.</summary>
    public string Label()
    {
        int thirds = (int)Math.Floor((Math.Abs(Value) * 3) + 0.5 + Guard.Edge);
        return thirds == 0 ? "0" : (Value < 0 ? Notation.Minus : '+') + Notation.Thirds(thirds);
    }

    /// <summary>The label with its word: <c>+1⅓ stops</c>, <c>−⅔ stop</c>.</summary>
    public string LabelWithUnit()
    {
        string label = Label();
        bool one = label.TrimStart('+', Notation.Minus) is "1" or "⅓" or "⅔";
        return label + Notation.ThinSpace + (one ? "stop" : "stops");
    }

    /// <summary>What was measured, differs or remains, to a tenth and signed: <c>+0.5 stop</c>, <c>−1.2 stops</c>; under 0.05 <c>0 stops</c>.</summary>
    public string DifferenceLabel()
    {
        double tenths = Math.Round(Value, 1, MidpointRounding.AwayFromZero);
        return Notation.Number(tenths, 1, withPlus: true) + Notation.ThinSpace + (Math.Abs(tenths) is > 0 and <= 1 ? "stop" : "stops");
    }

    /// <summary>In hundredths, for files that must not round: <c>2.49 stops</c>.</summary>
    /// <param name="withPlus">Whether brighter carries a plus.</param>
    public string InHundredths(bool withPlus = false)
    {
        string number = Notation.Number(Value, 2, withPlus);
        return number + Notation.ThinSpace + (Math.Abs(Math.Round(Value, 2)) is > 0 and <= 1 ? "stop" : "stops");
    }

    /// <summary>Reads <c>+1 1/3</c>, <c>−⅔ stop</c>, <c>0.5</c>.</summary>
    /// <exception cref="QuantityException">Cannot be read.</exception>
    public static Stops Parse(string? text)
    {
        if (Notation.Tidy(text) is { } tidy)
        {
            string body = Notation.WithoutUnit(tidy, "stops", "stop");
            if (Notation.TrySplitFraction(body, out string number, out double fraction))
            {
                bool negative = number.StartsWith('-');
                string digits = number.TrimStart('+', '-').Trim();
                if (digits.Length == 0 && fraction > 0)
                {
                    return new Stops(negative ? -fraction : fraction);
                }

                if (Notation.TryDecimal(digits, out double whole) && !digits.StartsWith('-'))
                {
                    return new Stops(negative ? -(whole + fraction) : whole + fraction);
                }
            }
        }

        throw Guard.Unreadable(text ?? "", "a number of stops", "+1⅓ or −2/3");
    }

    /// <inheritdoc/>
    public int CompareTo(Stops other) => Value.CompareTo(other.Value);

    /// <summary>Adds light ratios.</summary>
    public static Stops operator +(Stops left, Stops right) => new(left.Value + right.Value);

    /// <summary>The difference of two light ratios.</summary>
    public static Stops operator -(Stops left, Stops right) => new(left.Value - right.Value);

    /// <summary>The opposite direction.</summary>
    public static Stops operator -(Stops value) => new(-value.Value);

    /// <summary>Darker than.</summary>
    public static bool operator <(Stops left, Stops right) => left.Value < right.Value;

    /// <summary>Brighter than.</summary>
    public static bool operator >(Stops left, Stops right) => left.Value > right.Value;

    /// <summary>Not brighter than.</summary>
    public static bool operator <=(Stops left, Stops right) => left.Value <= right.Value;

    /// <summary>Not darker than.</summary>
    public static bool operator >=(Stops left, Stops right) => left.Value >= right.Value;

    /// <inheritdoc/>
    public override string ToString() => Label();
}
