namespace GoldNotch.Core.Units;

/// <summary>The few ways in which a number or a label can be refused anywhere in the core.</summary>
public enum QuantityFault
{
    /// <summary>NaN or infinite where a number is needed.</summary>
    NotFinite,

    /// <summary>Zero or negative where more than zero is needed.</summary>
    NotPositive,

    /// <summary>A number outside what the rule allows.</summary>
    OutOfRange,

    /// <summary>A region of a picture with too few pixels to be measured.</summary>
    TooSmall,

    /// <summary>A text, name or label that cannot be read.</summary>
    BadLabel,

    /// <summary>Nothing in the list fits.</summary>
    NoChoice,

    /// <summary>Voltages that must not be connected.</summary>
    WrongVoltage,

    /// <summary>Drop-frame where there is none.</summary>
    NoDropFrame,

    /// <summary>Things that depend on each other in a circle.</summary>
    Circle,
}

/// <summary>A number or a label was refused; <see cref="Exception.Message"/> is written for the person who typed it.</summary>
public sealed class QuantityException : Exception
{
    /// <summary>Makes the refusal.</summary>
    /// <param name="fault">The kind of refusal.</param>
    /// <param name="message">One sentence that says what was wrong and what would be right.</param>
    public QuantityException(QuantityFault fault, string message)
        : base(message) => Fault = fault;

    /// <summary>The kind of refusal.</summary>
    public QuantityFault Fault { get; }
}
