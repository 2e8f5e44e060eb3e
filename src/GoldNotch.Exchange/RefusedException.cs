using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>What was asked for cannot be done to what is kept; the message is for the person, the pointer names the field.</summary>
public sealed class RefusedException : Exception
{
    /// <summary>Makes the refusal.</summary>
    /// <param name="code">Stable code.</param>
    /// <param name="pointer">JSON pointer to the field, or empty.</param>
    /// <param name="message">What was wrong and what to do.</param>
    /// <param name="inner">The cause, if another exception was.</param>
    public RefusedException(ProblemCode code, string pointer, string message, Exception? inner = null)
        : base(message, inner)
    {
        Code = code;
        Pointer = pointer;
    }

    /// <summary>Everything that was wrong, where a file had more than one fault.</summary>
    public IReadOnlyList<ImportFault> Faults { get; init; } = [];

    /// <summary>Stable code.</summary>
    public ProblemCode Code { get; }

    /// <summary>JSON pointer to the field, or empty.</summary>
    public string Pointer { get; }

    /// <summary>Runs what reads one field, and names the field when the core refuses it.</summary>
    public static T At<T>(string pointer, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (QuantityException refused)
        {
            throw new RefusedException(ProblemCode.BadValue, pointer, refused.Message, refused);
        }
        catch (OverflowException refused)
        {
            throw new RefusedException(ProblemCode.BadValue, pointer, "The number is far too large for this field.", refused);
        }
    }
}
