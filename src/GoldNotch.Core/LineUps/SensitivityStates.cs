using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One base with the gains a camera has on it.</summary>
/// <param name="Base">The base.</param>
/// <param name="Gains">Its gains.</param>
/// <param name="Latitude">Room at 0 dB; null where nobody has measured it.</param>
/// <param name="HighlightLimit">H of the curve; null where the model gives none.</param>
/// <param name="ShadowLimit">S of the curve; null where the model gives none.</param>
public sealed record BaseGains(
    SensitivityBase Base,
    ImmutableArray<Decibels> Gains,
    Latitude? Latitude,
    Stops? HighlightLimit = null,
    Stops? ShadowLimit = null
);

/// <summary>The sensitivities that a plan may choose from.</summary>
public static class SensitivityStates
{
    /// <summary>Every state under the standard's limits. A gain on the lower base above the switch is not offered where a higher base
    /// reaches that ISO; above the cap it is offered and counts as a broken rule.</summary>
    /// <param name="bases">Bases of the curve, one or more.</param>
    /// <param name="switchAbove">Highest gain on a base before the next one is used.</param>
    /// <param name="cap">Gain never to be passed.</param>
    /// <param name="fixedToBase">A curve recorded at base whatever the rating: only 0 dB.</param>
    /// <exception cref="QuantityException">No bases.</exception>
    public static ImmutableArray<SensitivityState> Of(ImmutableArray<BaseGains> bases, Decibels switchAbove, Decibels cap, bool fixedToBase)
    {
        if (bases.IsDefaultOrEmpty)
        {
            throw new QuantityException(QuantityFault.NoChoice, "The camera lists no base sensitivity.");
        }

        ImmutableArray<BaseGains> ordered = [.. bases.OrderBy(b => b.Base.IsoAtZeroGain.Value)];
        ImmutableArray<SensitivityState>.Builder states = ImmutableArray.CreateBuilder<SensitivityState>();
        for (int i = 0; i < ordered.Length; i++)
        {
            BaseGains on = ordered[i];
            foreach (Decibels gain in fixedToBase ? [Decibels.Zero] : on.Gains)
            {
                Iso speed = Sensitivity.IsoAtGain(on.Base.IsoAtZeroGain, gain);
                bool higherDoes =
                    gain.Value > switchAbove.Value + Guard.Edge
                    && ordered.Skip(i + 1).Any(b => b.Base.Reaches(Sensitivity.GainForIso(b.Base.IsoAtZeroGain, speed)));
                if (!higherDoes)
                {
                    states.Add(
                        new SensitivityState(
                            on.Base.Name,
                            gain,
                            speed,
                            on.Base.NoisePenalty,
                            on.Latitude?.WithGain(gain.ToStops(), on.HighlightLimit, on.ShadowLimit),
                            gain.IsAbove(cap)
                        )
                    );
                }
            }
        }

        return states.ToImmutable();
    }
}
