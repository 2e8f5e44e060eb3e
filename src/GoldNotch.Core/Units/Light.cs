namespace GoldNotch.Core.Units;

/// <summary>Arithmetic exposure speed (ISO 12232), as a camera or a meter is rated.</summary>
public readonly record struct Iso
{
    /// <summary>Makes a speed.</summary>
    /// <param name="value">Arithmetic ISO, more than zero.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public Iso(double value) => Value = Guard.Positive(value, "ISO");

    /// <summary>Arithmetic ISO.</summary>
    public double Value { get; }

    /// <summary>How much faster than <paramref name="reference"/>: log2(S/S₀).</summary>
    public Stops FasterThan(Iso reference) => new(Math.Log2(Value / reference.Value));

    /// <summary><c>ISO 320</c>.</summary>
    public string Label() => "ISO" + Notation.ThinSpace + Notation.Number(Value);

    /// <inheritdoc/>
    public override string ToString() => Label();
}

/// <summary>Incident illuminance at the subject.</summary>
public readonly record struct Lux
{
    /// <summary>Makes an illuminance.</summary>
    /// <param name="value">Lux, more than zero.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public Lux(double value) => Value = Guard.Positive(value, "illuminance");

    /// <summary>Lux.</summary>
    public double Value { get; }

    /// <summary><c>420 lx</c>.</summary>
    public string Label() => Notation.Number(Value) + Notation.ThinSpace + "lx";

    /// <inheritdoc/>
    public override string ToString() => Label();
}

/// <summary>A length on a lens or a sensor.</summary>
public readonly record struct Millimetres
{
    /// <summary>Makes a length.</summary>
    /// <param name="value">Millimetres, more than zero.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public Millimetres(double value) => Value = Guard.Positive(value, "length");

    /// <summary>Millimetres.</summary>
    public double Value { get; }

    /// <summary><c>73.8 mm</c>.</summary>
    public string Label() => Notation.Number(Value, 1) + Notation.ThinSpace + "mm";

    /// <inheritdoc/>
    public override string ToString() => Label();
}

/// <summary>A distance in a room.</summary>
public readonly record struct Metres
{
    /// <summary>Makes a distance.</summary>
    /// <param name="value">Metres, more than zero.</param>
    /// <exception cref="QuantityException">Not finite or not positive.</exception>
    public Metres(double value) => Value = Guard.Positive(value, "distance");

    /// <summary>Metres.</summary>
    public double Value { get; }

    /// <summary><c>2.5 m</c>.</summary>
    public string Label() => Notation.Number(Value, 2) + Notation.ThinSpace + "m";

    /// <inheritdoc/>
    public override string ToString() => Label();
}
