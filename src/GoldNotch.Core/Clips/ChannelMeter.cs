using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Clips;

/// <summary>What a channel of a clip holds. (Section 18.)</summary>
/// <param name="Levels">How loud it is. Where it is silent, nothing more is said.</param>
/// <param name="Voice">Voice and what lies under it.</param>
/// <param name="Hum">Hum of the mains; null where there is none.</param>
/// <param name="Step">A level that fell or rose and stayed; null where there is none.</param>
/// <param name="Faults">What is wrong with its level.</param>
/// <param name="Blocks">Peak and level every 50 ms, for a drawing.</param>
public sealed record ChannelFigures(
    SoundLevels Levels,
    VoiceLevel Voice,
    MainsHum? Hum,
    LevelStep? Step,
    ImmutableArray<SoundFault> Faults,
    ImmutableArray<SoundBlock> Blocks
);

/// <summary>Takes the samples of a channel as they come, however long it is; of an hour it keeps what an hour of blocks takes.</summary>
public sealed class ChannelMeter
{
    private const double LowShare = 0.1;
    private readonly int _rate;
    private readonly double[] _second;
    private readonly double[] _block;
    private readonly HumMeter _hum;
    private readonly List<SoundBlock> _blocks = [];
    private readonly List<double> _levels = [];
    private readonly List<double> _floors = [];
    private LevelSum _all;
    private int _inSecond;
    private int _inBlock;

    /// <summary>Begins.</summary>
    /// <param name="rate">Samples a second, Hz, 1000 and up.</param>
    /// <exception cref="QuantityException">A rate that no sound has.</exception>
    public ChannelMeter(int rate)
    {
        _rate = (int)Guard.InRange(rate, 1000, 1_000_000, "sampling rate");
        _second = new double[_rate];
        _block = new double[VoiceLevel.BlockLength(_rate)];
        _hum = new HumMeter(_rate);
    }

    /// <summary>Takes samples of −1 to 1.</summary>
    public void Add(ReadOnlySpan<double> samples)
    {
        _all.Add(samples);
        for (ReadOnlySpan<double> rest = samples; rest.Length > 0; )
        {
            int taken = Math.Min(rest.Length, Math.Min(_second.Length - _inSecond, _block.Length - _inBlock));
            rest[..taken].CopyTo(_second.AsSpan(_inSecond));
            rest[..taken].CopyTo(_block.AsSpan(_inBlock));
            (_inSecond, _inBlock) = (_inSecond + taken, _inBlock + taken);
            rest = rest[taken..];
            if (_inBlock == _block.Length)
            {
                _blocks.AddRange(VoiceLevel.Blocks(_block, _rate));
                _inBlock = 0;
            }

            if (_inSecond == _second.Length)
            {
                _hum.Second(_second);
                _levels.Add(SoundLevels.Of(_second).Level);
                _floors.Add(Ranked.Percentile([.. VoiceLevel.Blocks(_second, _rate).Select(b => b.Level)], LowShare));
                _inSecond = 0;
            }
        }
    }

    /// <summary>What it holds.</summary>
    /// <exception cref="QuantityException">It is shorter than a twentieth of a second.</exception>
    public ChannelFigures Read()
    {
        SoundLevels levels = _all.Read();
        VoiceLevel voice = VoiceLevel.Of(_blocks);
        return levels.IsSilent
            ? new ChannelFigures(levels, default, null, null, [], [.. _blocks])
            : new ChannelFigures(
                levels,
                voice,
                _hum.Read(levels.Level),
                LevelStep.Find(_levels, _floors),
                SoundTarget.Faults(voice.Peaks, levels.Peak),
                [.. _blocks]
            );
    }
}

/// <summary>Takes the samples of two channels as they come.</summary>
public sealed class PairMeter
{
    private LevelSum _first;
    private LevelSum _second;
    private double _product;

    /// <summary>Takes as many samples of each.</summary>
    /// <exception cref="QuantityException">There are more of one.</exception>
    public void Add(ReadOnlySpan<double> first, ReadOnlySpan<double> second)
    {
        if (first.Length != second.Length)
        {
            throw new QuantityException(QuantityFault.NoChoice, "Two channels are compared sample by sample: they need as many.");
        }

        _first.Add(first);
        _second.Add(second);
        for (int i = 0; i < first.Length; i++)
        {
            _product += first[i] * second[i];
        }
    }

    /// <summary>How they belong together.</summary>
    /// <exception cref="QuantityException">There is no sample.</exception>
    public ChannelPair Read()
    {
        (SoundLevels a, SoundLevels b) = (_first.Read(), _second.Read());
        if (a.IsSilent || b.IsSilent)
        {
            return new ChannelPair(null, null, PairVerdict.Silent);
        }

        double together = _product - (_first.Sum * _second.Sum / _first.Count);
        double apart = Math.Sqrt(_first.Spread * _second.Spread);
        return ChannelPair.Of(apart > 0 ? together / apart : 0, a.Level - b.Level);
    }
}
