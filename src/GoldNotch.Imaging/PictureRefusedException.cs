namespace GoldNotch.Imaging;

/// <summary>Why a file is not measured.</summary>
public enum PictureRefusal
{
    /// <summary>Not a picture or clip of a kind that is read, or one that breaks off.</summary>
    Unreadable,

    /// <summary>No bytes at all.</summary>
    Empty,

    /// <summary>Over 100 million pixels.</summary>
    TooLarge,

    /// <summary>Decoding took longer than it may, or more memory.</summary>
    TookTooLong,
}

/// <summary>A file that is not measured; the message says what it is not, and what to do.</summary>
/// <param name="refusal">Why.</param>
/// <param name="message">For the person who chose the file.</param>
public sealed class PictureRefusedException(PictureRefusal refusal, string message) : Exception(message)
{
    /// <summary>Why.</summary>
    public PictureRefusal Refusal { get; } = refusal;

    internal static PictureRefusedException BreaksOff(string kind) =>
        new(PictureRefusal.Unreadable, $"The {kind} breaks off: a part of it is missing. Copy it from the card again.");

    internal static PictureRefusedException Damaged(string kind) =>
        new(PictureRefusal.Unreadable, $"The {kind} is damaged and cannot be read. Copy it from the card again, or take another picture.");
}
