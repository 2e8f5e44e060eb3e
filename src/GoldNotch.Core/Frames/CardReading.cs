using System.Collections.Immutable;
using GoldNotch.Core.Exposure;

namespace GoldNotch.Core.Frames;

/// <summary>Why a reading of a card cannot be used, in the order in which it is told.</summary>
public enum CardFault
{
    /// <summary>More than 0.1 % of it is clipped: close the iris or add ND.</summary>
    Clipped,

    /// <summary>More than 0.1 % of it is black: open the iris.</summary>
    Crushed,

    /// <summary>Signal to noise is under 20 dB: open, add light, or take gain away.</summary>
    Noisy,

    /// <summary>One corner is more than a third of a stop brighter than another: turn the card.</summary>
    Uneven,
}

/// <summary>Why a white card cannot serve the camera's own balance.</summary>
public enum WhiteCardFault
{
    /// <summary>It fills less than 60 % of the picture: go nearer.</summary>
    Fill,

    /// <summary>It is over 85 %: close the iris.</summary>
    Close,

    /// <summary>It is under 50 %: open the iris.</summary>
    Open,
}

/// <summary>Whether a card can be read. (Section 15.)</summary>
public static class CardReading
{
    /// <summary>Signal to noise under which a card is noisy, dB.</summary>
    public const double LeastSignalToNoise = 20;

    /// <summary>Difference of two corners over which a card is uneven, stops.</summary>
    public const double MostUnevenStops = 1.0 / 3;

    /// <summary>Uncertainty of the mean over which noise alone refuses a reading, as a share.</summary>
    public const double MostUncertainty = 0.01;

    /// <summary>Share of the picture that a white card fills at least for the camera's own balance.</summary>
    public const double LeastFill = 0.6;

    private const double Edge = 1e-9;
    private const double LowestWhite = 50;
    private const double HighestWhite = 85;

    /// <summary>Everything that speaks against a reading, in order; empty where it is fit.</summary>
    /// <param name="clipped">Share of clipped pixels.</param>
    /// <param name="crushed">Share of black pixels.</param>
    /// <param name="signalToNoise">dB; null where there is no noise.</param>
    /// <param name="evenness">Stops; null where a corner is not above black.</param>
    public static ImmutableArray<CardFault> Faults(double clipped, double crushed, double? signalToNoise, double? evenness)
    {
        ImmutableArray<CardFault>.Builder faults = ImmutableArray.CreateBuilder<CardFault>();
        if (clipped > ToneCurve.ClippedShare)
        {
            faults.Add(CardFault.Clipped);
        }

        if (crushed > ToneCurve.ClippedShare)
        {
            faults.Add(CardFault.Crushed);
        }

        if (signalToNoise < LeastSignalToNoise)
        {
            faults.Add(CardFault.Noisy);
        }

        if (evenness is not { } stops || stops > MostUnevenStops + 1e-9)
        {
            faults.Add(CardFault.Uneven);
        }

        return faults.ToImmutable();
    }

    /// <summary>Everything that speaks against what a region measures.</summary>
    public static ImmutableArray<CardFault> Faults(RegionStatistics of) =>
        Faults(of.ClippedShare, of.CrushedShare, of.SignalToNoise, of.Evenness?.Value);

    /// <summary>Whether a reading is used: fit, or only noisy and still known to 1 %.</summary>
    public static bool IsUsed(RegionStatistics of) =>
        Faults(of) is [] || (Faults(of) is [CardFault.Noisy] && of.RelativeUncertainty <= MostUncertainty);

    /// <summary>Everything that speaks against a white card for the camera's own balance.</summary>
    /// <param name="fill">Share of the picture that it fills.</param>
    /// <param name="levelPercent">Its level, per cent.</param>
    public static ImmutableArray<WhiteCardFault> WhiteFaults(double fill, double levelPercent) =>
        [
            .. fill < LeastFill - Edge ? [WhiteCardFault.Fill] : Array.Empty<WhiteCardFault>(),
            .. levelPercent > HighestWhite + Edge ? [WhiteCardFault.Close]
            : levelPercent < LowestWhite - Edge ? [WhiteCardFault.Open]
            : Array.Empty<WhiteCardFault>(),
        ];
}
