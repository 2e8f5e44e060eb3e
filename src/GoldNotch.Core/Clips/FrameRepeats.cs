using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>How frames repeat.</summary>
public enum RepeatVerdict
{
    /// <summary>No frame repeats.</summary>
    None,

    /// <summary>In a steady pattern: a slower rate inside a faster one.</summary>
    Cadence,

    /// <summary>Without one: frames were dropped.</summary>
    Dropped,

    /// <summary>The scene is still: nothing can be told.</summary>
    Still,
}

/// <summary>Repeated frames, from how much each differs from the one before. (Section 18.)</summary>
/// <param name="Repeats">Frames that repeat; null where the scene is still.</param>
/// <param name="RealRate">Pictures a second that are different; null likewise.</param>
/// <param name="Verdict">How they repeat.</param>
public sealed record FrameRepeats(int? Repeats, double? RealRate, RepeatVerdict Verdict)
{
    private const double StillUnder = 0.0002;
    private const double ChangeFrom = 0.0005;
    private const double LongestGapSeconds = 0.5;
    private const double MostOfGaps = 0.9;
    private const double LongerShare = 0.15;

    /// <summary>From which difference on a frame is another picture, in shares of the scale; null where the scene is still.</summary>
    /// <param name="differences">Mean absolute difference of luma of each frame from the one before, in shares of the scale.</param>
    public static double? LeastChange(ReadOnlySpan<double> differences)
    {
        double usual = differences.Length == 0 ? 0 : Ranked.Percentile(differences, 0.9);
        return usual < StillUnder ? null : Math.Min(ChangeFrom, usual / 4);
    }

    /// <summary>Judges them.</summary>
    /// <param name="differences">Mean absolute difference of luma of each frame from the one before, in shares of the scale.</param>
    /// <param name="rate">Frames a second.</param>
    public static FrameRepeats Of(ReadOnlySpan<double> differences, FrameRate rate)
    {
        if (LeastChange(differences) is not { } change)
        {
            return new FrameRepeats(null, null, RepeatVerdict.Still);
        }

        List<int> gaps = [];
        int? last = null;
        for (int i = 0; i < differences.Length; i++)
        {
            if (differences[i] < change)
            {
                continue;
            }

            if (last is { } before && i - before <= LongestGapSeconds * rate.FramesPerSecond)
            {
                gaps.Add(i - before);
            }

            last = i;
        }

        if (gaps.Count == 0)
        {
            return new FrameRepeats(0, rate.FramesPerSecond, RepeatVerdict.None);
        }

        int repeats = gaps.Sum(g => g - 1);
        double real = rate.FramesPerSecond * gaps.Count / gaps.Sum();
        int whole = (int)Math.Floor(gaps.Average());
        bool isCadence =
            gaps.Count(g => g == whole || g == whole + 1) >= (MostOfGaps * gaps.Count) - Guard.Edge
            && gaps.Count(g => g > 1) >= (LongerShare * gaps.Count) - Guard.Edge;
        return new FrameRepeats(
            repeats,
            real,
            repeats == 0 ? RepeatVerdict.None
                : isCadence ? RepeatVerdict.Cadence
                : RepeatVerdict.Dropped
        );
    }
}
