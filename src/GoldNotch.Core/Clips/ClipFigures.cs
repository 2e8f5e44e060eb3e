namespace GoldNotch.Core.Clips;

/// <summary>Two channels of a clip, counted from 1.</summary>
/// <param name="First">One.</param>
/// <param name="Second">The other, higher.</param>
/// <param name="Pair">How they belong together.</param>
public sealed record NumberedPair(int First, int Second, ChannelPair Pair);

/// <summary>What the sound of a clip holds.</summary>
/// <param name="Channels">Each channel, through all streams in order.</param>
/// <param name="Pairs">Every two of them.</param>
public sealed record SoundFigures(IReadOnlyList<ChannelFigures> Channels, IReadOnlyList<NumberedPair> Pairs);

/// <summary>A part of a clip that was judged.</summary>
/// <param name="From">Where it begins, seconds.</param>
/// <param name="Seconds">How much of its picture was looked at.</param>
/// <param name="Scan">Scan against the header.</param>
/// <param name="Frames">Its frames.</param>
/// <param name="Sound">Its sound; null where there is none.</param>
/// <param name="IsDamaged">Whether something in it could not be decoded.</param>
public sealed record ClipPart(double From, double Seconds, ScanTest Scan, FrameFigures Frames, SoundFigures? Sound, bool IsDamaged);

/// <summary>A clip that was judged.</summary>
/// <param name="Head">What it says of itself.</param>
/// <param name="Parts">What was looked at: its first ten seconds and all of its sound, or of a very long one the first and the middle ten seconds.</param>
public sealed record ClipFigures(ClipHead Head, IReadOnlyList<ClipPart> Parts)
{
    /// <summary>Whether only parts of it were looked at.</summary>
    public bool IsInParts => Parts.Count > 1;
}
