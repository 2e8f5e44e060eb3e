using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>How loud a channel is. (Section 18.)</summary>
/// <param name="Peak">Highest sample, dBFS.</param>
/// <param name="Level">Root mean square, dBFS: a full-scale sine is −3.01.</param>
/// <param name="ClippedRuns">Runs of three samples or more at full scale.</param>
public readonly record struct SoundLevels(double Peak, double Level, int ClippedRuns)
{
    /// <summary>What silence is called in dBFS: nothing is lower.</summary>
    public const double Nothing = -120;

    private const double SilentUnder = -60;

    /// <summary>Whether it is silent; then nothing more is said of it.</summary>
    public bool IsSilent => Level < SilentUnder;

    /// <summary>Measures samples of −1 to 1.</summary>
    /// <exception cref="QuantityException">There is no sample.</exception>
    public static SoundLevels Of(ReadOnlySpan<double> samples)
    {
        LevelSum sum = default;
        sum.Add(samples);
        return sum.Read();
    }

    /// <summary>An amplitude in dBFS.</summary>
    internal static double Decibels(double amplitude) => amplitude > 0 ? Math.Max(Nothing, 20 * Math.Log10(amplitude)) : Nothing;
}

/// <summary>Sums of samples as they come.</summary>
internal struct LevelSum
{
    private const double FullScale = 0.999;
    private const int LeastRun = 3;
    private double _peak;
    private double _squares;
    private int _runs;
    private int _run;

    /// <summary>How many came.</summary>
    internal long Count { get; private set; }

    /// <summary>Their sum.</summary>
    internal double Sum { get; private set; }

    /// <summary>Sum of the squares of what each is off their mean.</summary>
    internal readonly double Spread => Count == 0 ? 0 : Math.Max(0, _squares - (Sum * Sum / Count));

    internal void Add(ReadOnlySpan<double> samples)
    {
        foreach (double sample in samples)
        {
            double size = Math.Abs(sample);
            _peak = Math.Max(_peak, size);
            _squares += sample * sample;
            Sum += sample;
            _run = size >= FullScale ? _run + 1 : 0;
            _runs += _run == LeastRun ? 1 : 0;
        }

        Count += samples.Length;
    }

    internal readonly SoundLevels Read() =>
        Count == 0
            ? throw new QuantityException(QuantityFault.NoChoice, "There is no sound.")
            : new SoundLevels(SoundLevels.Decibels(_peak), SoundLevels.Decibels(Math.Sqrt(_squares / Count)), _runs);
}

/// <summary>Peak and level of a block of 50 ms, dBFS.</summary>
/// <param name="Peak">Highest sample.</param>
/// <param name="Level">Root mean square.</param>
public readonly record struct SoundBlock(double Peak, double Level);

/// <summary>Voice and what lies under it. (Section 18.)</summary>
/// <param name="Peaks">Peaks of the voice, dBFS; null where nobody speaks.</param>
/// <param name="Floor">What lies under it, dBFS; null where nothing is under it.</param>
public readonly record struct VoiceLevel(double? Peaks, double? Floor)
{
    private const double BlockSeconds = 0.05;
    private const double VoiceOver = -50;
    private const double VoiceOverFloor = 6;
    private const double Low = 0.1;
    private const double High = 0.95;

    /// <summary>Samples of a block.</summary>
    internal static int BlockLength(double rate) => Math.Max(1, (int)Math.Round(BlockSeconds * rate));

    /// <summary>Blocks of 50 ms; a last one that is cut short is left out.</summary>
    /// <param name="samples">Samples of −1 to 1.</param>
    /// <param name="rate">Samples a second.</param>
    public static ImmutableArray<SoundBlock> Blocks(ReadOnlySpan<double> samples, double rate)
    {
        int each = BlockLength(rate);
        var blocks = ImmutableArray.CreateBuilder<SoundBlock>(samples.Length / each);
        for (int at = 0; at + each <= samples.Length; at += each)
        {
            var level = SoundLevels.Of(samples.Slice(at, each));
            blocks.Add(new SoundBlock(level.Peak, level.Level));
        }

        return blocks.ToImmutable();
    }

    /// <summary>Voice of blocks: what is well over the quiet ones, since steady noise is no voice.</summary>
    /// <exception cref="QuantityException">There is no block.</exception>
    public static VoiceLevel Of(IReadOnlyList<SoundBlock> blocks)
    {
        if (blocks.Count == 0)
        {
            throw new QuantityException(QuantityFault.NoChoice, "The sound is shorter than a twentieth of a second.");
        }

        double quiet = Ranked.Percentile([.. blocks.Select(b => b.Level)], Low);
        bool IsVoice(SoundBlock b) => b.Level > VoiceOver && b.Level >= quiet + VoiceOverFloor - Guard.Edge;
        double[] voice = [.. blocks.Where(IsVoice).Select(b => b.Peak)];
        double[] rest = [.. blocks.Where(b => !IsVoice(b)).Select(b => b.Level)];
        return new VoiceLevel(
            voice.Length == 0 ? null : Ranked.Percentile(voice, High),
            rest.Length == 0 ? null : Ranked.Percentile(rest, Low)
        );
    }
}

/// <summary>What is wrong with a level.</summary>
public enum SoundFault
{
    /// <summary>Over the target.</summary>
    TooHot,

    /// <summary>Under it.</summary>
    TooLow,

    /// <summary>Nobody speaks.</summary>
    NoVoice,

    /// <summary>Its peaks reach full scale.</summary>
    Peak,
}

/// <summary>The level that a voice is to have: peaks at −12 ± 3 dBFS, and nothing over −1. (Section 18.)</summary>
public static class SoundTarget
{
    /// <summary>Peaks of a voice, dBFS.</summary>
    public const double VoicePeaks = -12;

    /// <summary>How far they may be from it.</summary>
    public const double Within = 3;

    /// <summary>What no peak reaches, dBFS.</summary>
    public const double MostPeak = -1;

    /// <summary>Everything that is wrong.</summary>
    /// <param name="voicePeaks">Peaks of the voice; null where nobody speaks.</param>
    /// <param name="peak">The highest peak.</param>
    public static ImmutableArray<SoundFault> Faults(double? voicePeaks, double peak) =>
        [
            .. voicePeaks switch
            {
                null => [SoundFault.NoVoice],
                > VoicePeaks + Within + Guard.Edge => [SoundFault.TooHot],
                < VoicePeaks - Within - Guard.Edge => [SoundFault.TooLow],
                _ => Array.Empty<SoundFault>(),
            },
            .. peak >= MostPeak ? [SoundFault.Peak] : Array.Empty<SoundFault>(),
        ];
}
