using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Frames;

/// <summary>Signal to noise of a grey patch at one gain, brought to mid grey.</summary>
/// <param name="Gain">The gain.</param>
/// <param name="SignalToNoise">dB.</param>
public readonly record struct GainNoise(Decibels Gain, double SignalToNoise);

/// <summary>One base with what was measured on it.</summary>
/// <param name="Name">Its word.</param>
/// <param name="IsoAtZeroGain">Its speed at 0 dB.</param>
/// <param name="Measured">Rising by gain.</param>
public sealed record MeasuredBase(string Name, Iso IsoAtZeroGain, IReadOnlyList<GainNoise> Measured)
{
    /// <summary>Signal to noise at a gain; null outside of what was measured.</summary>
    internal double? At(double gainDb) => NoiseFigures.At(Measured, gainDb);

    /// <summary>Gain that gives a speed, dB.</summary>
    internal double GainFor(double iso) => 20 * Math.Log10(iso / IsoAtZeroGain.Value);
}

/// <summary>The highest gain that is clean enough.</summary>
/// <param name="Gain">The gain; null where the first position falls short.</param>
/// <param name="AtLeast">Every position between the measured ones holds: it may be more.</param>
/// <param name="SignalToNoise">dB there.</param>
public readonly record struct NoiseLimit(Decibels? Gain, bool AtLeast, double? SignalToNoise);

/// <summary>Two bases at the same speed.</summary>
/// <param name="Cleaner">The cleaner one.</param>
/// <param name="By">By how many dB.</param>
/// <param name="LowGain">Gain of the lower base at that speed.</param>
/// <param name="HighGain">Gain of the higher.</param>
public readonly record struct BaseComparison(string Cleaner, Decibels By, Decibels LowGain, Decibels HighGain);

/// <summary>From which gain of the lower base on the higher is cleaner.</summary>
/// <param name="Gain">Gain of the lower base.</param>
/// <param name="HighGain">Gain of the higher that takes its place.</param>
/// <param name="Cleaner">By how many dB.</param>
/// <param name="Brighter">How much brighter it is than asked, where the higher base goes no lower.</param>
public readonly record struct SwitchOver(Decibels Gain, Decibels HighGain, Decibels Cleaner, Stops Brighter);

/// <summary>What the noise of a unit's own pictures says of its gains. (Section 17.)</summary>
public static class NoiseFigures
{
    /// <summary>What can be required: 40:1 (excellent in ISO 12232), 20:1, 10:1 (acceptable), dB.</summary>
    public static ImmutableArray<double> Choices { get; } = [32.04, UsualWanted, 20];

    /// <summary>20:1, what is wanted where nobody says otherwise, dB.</summary>
    public const double UsualWanted = 26.02;

    /// <summary>Cleaner by so much it is worth to change the base, dB.</summary>
    public const double WorthSwitching = 1;

    // A patch that is farther from mid grey has noise of another kind.
    private const double MostFromGreyStops = 0.5;

    /// <summary>Signal to noise of a patch, as it would be at mid grey: photon noise falls with the root of the light.</summary>
    /// <param name="signalToNoise">dB, as measured.</param>
    /// <param name="luminance">Linear luminance of the patch.</param>
    /// <exception cref="QuantityException">There is no light in it.</exception>
    public static double AtGrey(double signalToNoise, double luminance) =>
        signalToNoise - (10 * Math.Log10(Guard.Positive(luminance, "light of the patch") / ToneCurve.MidGrey));

    /// <summary>Whether a patch is near enough to mid grey to tell of noise.</summary>
    /// <param name="fromGrey">Stops from mid grey.</param>
    public static bool IsNearGrey(Stops fromGrey) => Math.Abs(fromGrey.Value) <= MostFromGreyStops + Guard.Edge;

    /// <summary>The highest position up to which every position is clean enough.</summary>
    /// <param name="positions">The camera's own gains.</param>
    /// <param name="measured">What was measured, rising by gain.</param>
    /// <param name="wantedDb">Signal to noise wanted.</param>
    /// <exception cref="QuantityException">No position lies between the measured ones.</exception>
    public static NoiseLimit Limit(IEnumerable<Decibels> positions, IReadOnlyList<GainNoise> measured, double wantedDb)
    {
        (Decibels Gain, double Clean)[] known =
        [
            .. positions
                .Select(p => (Gain: p, Clean: At(measured, p.Value)))
                .Where(p => p.Clean is not null)
                .Select(p => (p.Gain, p.Clean!.Value))
                .OrderBy(p => p.Gain.Value),
        ];
        if (known.Length == 0)
        {
            throw new QuantityException(QuantityFault.NoChoice, "None of the camera's gains lies between those that were measured.");
        }

        // A later rise is the camera's own noise reduction.
        (Decibels Gain, double Clean)[] good = [.. known.TakeWhile(k => k.Clean >= wantedDb - Guard.Edge)];
        return good.Length == 0
            ? new NoiseLimit(null, false, null)
            : new NoiseLimit(good[^1].Gain, good.Length == known.Length, good[^1].Clean);
    }

    /// <summary>Which of two bases is cleaner at one speed; equal: the lower.</summary>
    /// <param name="speed">The speed.</param>
    /// <param name="low">The lower base.</param>
    /// <param name="high">The higher base.</param>
    /// <exception cref="QuantityException">One of them was not measured there.</exception>
    public static BaseComparison Compare(Iso speed, MeasuredBase low, MeasuredBase high)
    {
        (double lowGain, double highGain) = (low.GainFor(speed.Value), high.GainFor(speed.Value));
        if (low.At(lowGain) is not { } lowClean || high.At(highGain) is not { } highClean)
        {
            throw new QuantityException(QuantityFault.NoChoice, $"One of the bases was not measured at {speed.Label()}.");
        }

        return new BaseComparison(
            highClean > lowClean ? high.Name : low.Name,
            new Decibels(Math.Abs(highClean - lowClean)),
            new Decibels(lowGain),
            new Decibels(highGain)
        );
    }

    /// <summary>The lowest gain of the lower base at which the higher at the same speed, or at its lowest, is at least 1 dB cleaner; null where it never is.</summary>
    /// <param name="positions">Gains of the lower base.</param>
    /// <param name="low">The lower base.</param>
    /// <param name="high">The higher base.</param>
    public static SwitchOver? Switch(IEnumerable<Decibels> positions, MeasuredBase low, MeasuredBase high)
    {
        if (high.Measured.Count == 0)
        {
            return null;
        }

        double lowest = high.Measured[0].Gain.Value;
        foreach (Decibels gain in positions.OrderBy(p => p.Value))
        {
            double same = high.GainFor(low.IsoAtZeroGain.Value * Math.Pow(10, gain.Value / 20));
            double used = Math.Max(same, lowest);
            if (low.At(gain.Value) is { } own && high.At(used) is { } other && other - own >= WorthSwitching - Guard.Edge)
            {
                return new SwitchOver(gain, new Decibels(used), new Decibels(other - own), new Decibels(used - same).ToStops());
            }
        }

        return null;
    }

    internal static double? At(IReadOnlyList<GainNoise> measured, double gainDb) =>
        Ranked.Between([.. measured.Select(m => (m.Gain.Value, m.SignalToNoise))], gainDb);
}
