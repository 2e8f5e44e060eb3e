using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>What a clip says of one stream of its sound.</summary>
/// <param name="Codec">Its codec, as the tool that reads it calls it: <c>aac</c>, <c>pcm_s24le</c>.</param>
/// <param name="Channels">Channels, 1 and up.</param>
/// <param name="SampleRate">Samples a second, Hz.</param>
/// <param name="Bits">Bits a sample; null where a coding has none.</param>
public sealed record ClipSound(string Codec, int Channels, int SampleRate, int? Bits);

/// <summary>What a clip says of itself: nothing here is measured. What it does not say is null. (Section 18.)</summary>
public sealed record ClipHead
{
    /// <summary>Pixels a row, as stored.</summary>
    public required int Width { get; init; }

    /// <summary>Rows, as stored.</summary>
    public required int Height { get; init; }

    /// <summary>Frames a second, the average.</summary>
    public required FrameRate Rate { get; init; }

    /// <summary>Whether its frames come at uneven times; then repeats, flicker and wander are not judged.</summary>
    public required bool IsVariable { get; init; }

    /// <summary>How its frames are put together.</summary>
    public Scan Scan { get; init; }

    /// <summary>Codec, as the tool that reads it calls it.</summary>
    public required string Codec { get; init; }

    /// <summary>Whether every frame is kept by itself; null where that was not looked for.</summary>
    public bool? IsEveryFrame { get; init; }

    /// <summary>Profile of the codec.</summary>
    public string? Profile { get; init; }

    /// <summary>Bits a sample.</summary>
    public required int Bits { get; init; }

    /// <summary>Sampling of its colour: <c>4:2:0</c>; null for what has none of it.</summary>
    public string? Chroma { get; init; }

    /// <summary>Whether its codes are of legal range.</summary>
    public bool? IsLegal { get; init; }

    /// <summary>Matrix, as declared: <c>BT.709</c>.</summary>
    public string? Matrix { get; init; }

    /// <summary>Primaries, as declared.</summary>
    public string? Primaries { get; init; }

    /// <summary>Curve, as declared: <c>BT.709</c>, <c>HLG</c>.</summary>
    public string? Curve { get; init; }

    /// <summary>Bits a second of its picture, or of the whole file where only that is known.</summary>
    public double? BitRate { get; init; }

    /// <summary>Duration in seconds; 0 where nothing says it.</summary>
    public required double Seconds { get; init; }

    /// <summary>Timecode of its first frame.</summary>
    public string? Timecode { get; init; }

    /// <summary>When it was made, as it is written.</summary>
    public string? Created { get; init; }

    /// <summary>Streams of picture; cover pictures do not count, and the first is read.</summary>
    public int Pictures { get; init; } = 1;

    /// <summary>Its streams of sound, in order.</summary>
    public IReadOnlyList<ClipSound> Sound { get; init; } = [];

    /// <summary>Rate with its scan.</summary>
    public ScanRate ScanRate => new(Rate, Scan);

    /// <summary>Channels of all streams together.</summary>
    public int Channels => Sound.Sum(s => s.Channels);

    /// <summary>Whether two gaps between frames differ by more than half of the usual one.</summary>
    /// <param name="times">When each frame is shown, seconds, in any order.</param>
    public static bool IsUneven(IEnumerable<double> times)
    {
        double[] rising = [.. times.Order()];
        double[] gaps = [.. rising.Zip(rising.Skip(1), (a, b) => b - a).Where(g => g > 0)];
        return gaps.Length > 1 && gaps.Max() - gaps.Min() > Frames.Ranked.Median(gaps) / 2;
    }
}
