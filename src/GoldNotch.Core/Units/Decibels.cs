namespace GoldNotch.Core.Units;

/// <summary>Amplitude gain in decibels. One stop is 20·log10(2) = 6.0206 dB; “6 dB is a stop” is a label, never arithmetic.</summary>
public readonly record struct Decibels : IComparable<Decibels>
{
    /// <summary>Decibels in one stop, 20·log10(2).</summary>
    public static readonly double PerStop = 20 * Math.Log10(2);

    // Half of the last digit of a label.
    private const double LabelStep = 0.05;

    /// <summary>Makes a gain.</summary>
    /// <param name="value">dB, any finite number.</param>
    /// <exception cref="QuantityException">Not finite.</exception>
    public Decibels(double value) => Value = Guard.Finite(value, "gain");

    /// <summary>Unity gain.</summary>
    public static Decibels Zero => default;

    /// <summary>dB of amplitude.</summary>
    public double Value { get; }

    /// <summary>The amplitude ratio, 10^(dB/20).</summary>
    public double Factor => Math.Pow(10, Value / 20);

    /// <summary>The same gain in stops: dB / 6.0206.</summary>
    public Stops ToStops() => new(Value / PerStop);

    /// <summary><c>+6 dB</c>, <c>−3 dB</c>, <c>0 dB</c>; to a tenth.</summary>
    public string Label() => Notation.Number(Value, 1, withPlus: true) + Notation.ThinSpace + "dB";

    /// <summary>Reads <c>+6</c>, <c>−3 dB</c>, <c>0dB</c>.</summary>
    /// <exception cref="QuantityException">Cannot be read.</exception>
    public static Decibels Parse(string? text)
    {
        if (Notation.Tidy(text) is { } tidy && Notation.TryDecimal(Notation.WithoutUnit(tidy, "dB"), out double value))
        {
            return new Decibels(value);
        }

        throw Guard.Unreadable(text ?? "", "a gain in decibels", "+6 or −3 dB");
    }

    /// <inheritdoc/>
    public int CompareTo(Decibels other) => Value.CompareTo(other.Value);

    /// <summary>Whether it is above a limit as both are labelled: within 0.05 dB counts as on it.</summary>
    public bool IsAbove(Decibels limit) => Value > limit.Value + LabelStep;

    /// <summary>Gains in a row add.</summary>
    public static Decibels operator +(Decibels left, Decibels right) => new(left.Value + right.Value);

    /// <summary>The gain from one setting to another.</summary>
    public static Decibels operator -(Decibels left, Decibels right) => new(left.Value - right.Value);

    /// <summary>Less gain than.</summary>
    public static bool operator <(Decibels left, Decibels right) => left.Value < right.Value;

    /// <summary>More gain than.</summary>
    public static bool operator >(Decibels left, Decibels right) => left.Value > right.Value;

    /// <summary>No more gain than.</summary>
    public static bool operator <=(Decibels left, Decibels right) => left.Value <= right.Value;

    /// <summary>No less gain than.</summary>
    public static bool operator >=(Decibels left, Decibels right) => left.Value >= right.Value;

    /// <inheritdoc/>
    public override string ToString() => Label();
}
