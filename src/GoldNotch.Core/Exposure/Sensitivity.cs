using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Exposure;

/// <summary>One base of a camera's sensitivity under one tone curve.</summary>
/// <param name="Name">As the camera calls it: native, low, high.</param>
/// <param name="IsoAtZeroGain">The speed at 0 dB.</param>
/// <param name="MinGain">Lowest gain, dB.</param>
/// <param name="MaxGain">Highest gain, dB.</param>
/// <param name="NoisePenalty">Noise of this base at 0 dB over the quietest base, dB.</param>
public sealed record SensitivityBase(string Name, Iso IsoAtZeroGain, Decibels MinGain, Decibels MaxGain, Decibels NoisePenalty)
{
    /// <summary>Whether the base reaches a gain, ends included.</summary>
    public bool Reaches(Decibels gain) => gain.Value >= MinGain.Value - Guard.Edge && gain.Value <= MaxGain.Value + Guard.Edge;
}

/// <summary>How a chosen sensitivity stands against the standard's limits.</summary>
public enum SensitivityVerdict
{
    /// <summary>Within the limits.</summary>
    Ok,

    /// <summary>Usable, with more noise than wanted: the reason is told.</summary>
    Warn,

    /// <summary>Above the cap.</summary>
    Fail,
}

/// <summary>Gain and base, never ISO alone: the same ISO can come from both bases.</summary>
/// <param name="Base">The base chosen.</param>
/// <param name="Gain">Gain on it.</param>
/// <param name="Noise">Noise over the quietest base at 0 dB.</param>
/// <param name="RatedAway">log2(rating/base) of a curve fixed to its base: moves the latitude; zero elsewhere.</param>
/// <param name="Verdict">Against the limits.</param>
public sealed record SensitivityChoice(SensitivityBase Base, Decibels Gain, Decibels Noise, Stops RatedAway, SensitivityVerdict Verdict)
{
    /// <summary>How much brighter than wanted it comes out, where the base at its lowest gain is still faster than the rating: light, ND or iris
    /// have to take it away. Zero elsewhere.</summary>
    public Stops Over { get; init; }
}

/// <summary>Gain, ISO and the choice between bases.</summary>
public static class Sensitivity
{
    /// <summary>How far a maker's rounded ISO may lie from the exact one and still name the position, dB: a row of ISO values is rounded by a
    /// quarter of a decibel step (bench rule).</summary>
    public const double SameIsoDecibels = 0.3;

    /// <summary>Above this gain a single base is warned of (bench rule, 6 dB).</summary>
    public static readonly Decibels SingleBaseWarning = new(6);

    /// <summary>Gain up to which the lower base is kept (policy default, 8 dB).</summary>
    public static readonly Decibels DefaultSwitch = new(8);

    /// <summary>Gain never to be passed (policy default, 14 dB).</summary>
    public static readonly Decibels DefaultCap = new(14);

    /// <summary>Gain up to which a base is called clean: the switch-over where a camera has a higher one, else what one base takes.</summary>
    /// <param name="bases">How many bases the camera has; 0 counts as one.</param>
    /// <param name="switchAbove">The switch-over of two bases.</param>
    public static Decibels CleanUpTo(int bases, Decibels switchAbove) => bases > 1 ? switchAbove : SingleBaseWarning;

    /// <summary>ISO at a gain: S₀·10^(g/20).</summary>
    public static Iso IsoAtGain(Iso atZero, Decibels gain) => new(atZero.Value * gain.Factor);

    /// <summary>Gain that gives an ISO: 20·log10(S/S₀) dB.</summary>
    public static Decibels GainForIso(Iso atZero, Iso wanted) => new(20 * Math.Log10(wanted.Value / atZero.Value));

    /// <summary>Chooses base and gain for a rating: the lower base up to and including the switch; above it the lowest higher base that reaches
    /// the rating at any gain it has, at its lowest gain where that is still brighter than wanted; where none reaches it the lower one with a
    /// warning up to the cap and a failure above.</summary>
    /// <param name="rating">Wanted ISO.</param>
    /// <param name="bases">The curve's bases, one or more.</param>
    /// <param name="switchAbove">Highest gain on the lower base before switching.</param>
    /// <param name="cap">Gain never to be passed.</param>
    /// <param name="fixedToBase">True for a curve recorded at base whatever the rating: gain stays 0 and the rating moves the latitude.</param>
    /// <exception cref="QuantityException">No bases, or the limits are out of order.</exception>
    public static SensitivityChoice ChooseBase(
        Iso rating,
        ImmutableArray<SensitivityBase> bases,
        Decibels switchAbove,
        Decibels cap,
        bool fixedToBase = false
    )
    {
        if (bases.IsDefaultOrEmpty)
        {
            throw new QuantityException(QuantityFault.NoChoice, "The camera lists no base sensitivity.");
        }

        SensitivityBase[] ordered = [.. bases.OrderBy(b => b.IsoAtZeroGain.Value)];
        SensitivityBase low = ordered[0];
        Decibels onLow = GainForIso(low.IsoAtZeroGain, rating);
        Decibels limit = CleanUpTo(ordered.Length, switchAbove);
        if (onLow.Value <= limit.Value + Guard.Edge)
        {
            return Chosen(low, onLow, SensitivityVerdict.Ok);
        }

        foreach (SensitivityBase higher in ordered.Skip(1))
        {
            Decibels gain = GainForIso(higher.IsoAtZeroGain, rating);
            if (fixedToBase || higher.Reaches(gain))
            {
                return Chosen(higher, gain, SensitivityVerdict.Ok);
            }

            if (gain.Value < higher.MinGain.Value)
            {
                return Chosen(higher, higher.MinGain, SensitivityVerdict.Ok) with { Over = (higher.MinGain - gain).ToStops() };
            }
        }

        return Chosen(low, onLow, onLow.Value <= cap.Value + Guard.Edge ? SensitivityVerdict.Warn : SensitivityVerdict.Fail);

        SensitivityChoice Chosen(SensitivityBase on, Decibels gain, SensitivityVerdict verdict)
        {
            Decibels real = fixedToBase ? Decibels.Zero : gain;
            return new SensitivityChoice(on, real, on.NoisePenalty + real, fixedToBase ? gain.ToStops() : Stops.Zero, verdict);
        }
    }
}
