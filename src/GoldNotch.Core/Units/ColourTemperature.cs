namespace GoldNotch.Core.Units;

/// <summary>Colour temperature in kelvin. Differences are never taken in kelvin: see <see cref="Mired"/>.</summary>
public readonly record struct Kelvin
{
    /// <summary>Makes a colour temperature.</summary>
    /// <param name="value">Kelvin, more than zero; a camera's own range is checked against its card.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public Kelvin(double value) => Value = Guard.Positive(value, "colour temperature");

    /// <summary>Kelvin.</summary>
    public double Value { get; }

    /// <summary>10⁶/K, in which equal steps look equal.</summary>
    public Mired ToMired() => new(1e6 / Value);

    /// <summary><c>3200 K</c>, to a whole kelvin.</summary>
    public string Label() => Notation.Number(Value) + Notation.ThinSpace + "K";

    /// <summary>As a person reads it: <c>3200 K</c> or <c>313 mired</c>.</summary>
    public string Label(WhiteBalanceStyle style) =>
        style == WhiteBalanceStyle.Mired ? Notation.Number(ToMired().Value) + Notation.ThinSpace + "mired" : Label();

    /// <summary>Reads <c>3200</c>, <c>3200 K</c>, <c>5600k</c>.</summary>
    /// <exception cref="QuantityException">Cannot be read, zero or negative.</exception>
    public static Kelvin Parse(string? text)
    {
        if (Notation.Tidy(text) is not { } tidy)
        {
            throw Guard.Unreadable(text ?? "", "a colour temperature", "3200, 5600 K or 313 mired");
        }

        if (Notation.TryDecimal(Notation.WithoutUnit(tidy, "K"), out double value))
        {
            return new Kelvin(value);
        }

        if (Notation.TryDecimal(Notation.WithoutUnit(tidy, "mired"), out double mired))
        {
            return new Mired(mired).ToKelvin();
        }

        throw Guard.Unreadable(text ?? "", "a colour temperature", "3200, 5600 K or 313 mired");
    }

    /// <inheritdoc/>
    public override string ToString() => Label();
}

/// <summary>Reciprocal megakelvin, 10⁶/K: the scale on which colour temperatures are compared and added.</summary>
public readonly record struct Mired
{
    /// <summary>Makes a mired value.</summary>
    /// <param name="value">10⁶/K, more than zero.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public Mired(double value) => Value = Guard.Positive(value, "mired value");

    /// <summary>10⁶/K.</summary>
    public double Value { get; }

    /// <summary>10⁶/mired.</summary>
    public Kelvin ToKelvin() => new(1e6 / Value);

    /// <summary>The shift from <paramref name="from"/> to <paramref name="to"/>; positive is towards warm.</summary>
    public static MiredShift operator -(Mired to, Mired from) => new(to.Value - from.Value);

    /// <summary>Moved by a shift.</summary>
    /// <exception cref="QuantityException">The result is not positive.</exception>
    public static Mired operator +(Mired from, MiredShift shift) => new(from.Value + shift.Value);
}

/// <summary>A difference of colour in mired. As a cast, positive is warm (amber), negative cool (blue).</summary>
public readonly record struct MiredShift
{
    /// <summary>Makes a shift.</summary>
    /// <param name="value">Mired, any finite number.</param>
    /// <exception cref="QuantityException">Not finite.</exception>
    public MiredShift(double value) => Value = Guard.Finite(value, "colour shift");

    /// <summary>Mired.</summary>
    public double Value { get; }

    /// <summary><c>+134 mired</c>, to a whole mired with its sign.</summary>
    public string Label() => Notation.Number(Value, 0, withPlus: true) + Notation.ThinSpace + "mired";

    /// <inheritdoc/>
    public override string ToString() => Label();
}
