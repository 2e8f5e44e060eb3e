using System.Collections.Immutable;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Says of a card's picture whether it can be read, why not, and what to do. (Section 15.)</summary>
public static class CardFitness
{
    private const string RuleId = "CARD-FIT";

    private static readonly Template Fit = new(RuleId, "fit", "Fit to be read.");
    private static readonly Template Clipped = new(
        RuleId,
        "clipped",
        "{share} of it is clipped. Close the iris or add ND, and take the picture again."
    );
    private static readonly Template Crushed = new(RuleId, "crushed", "{share} of it is black. Open the iris, and take the picture again.");
    private static readonly Template Noisy = new(
        RuleId,
        "noisy",
        "Signal to noise is {snr:size}, under {least:size}. Open the iris, add light or take gain away."
    );
    private static readonly Template NoisyButUsed = new(
        RuleId,
        "noisy-used",
        "Signal to noise is {snr:size}, under {least:size}; its mean is known to {uncertain}, so it is used all the same."
    );
    private static readonly Template Uneven = new(
        RuleId,
        "uneven",
        "One corner is {stops:size} brighter than another. Turn the card until the light on it is even."
    );
    private static readonly Template CornerDark = new(
        RuleId,
        "corner-dark",
        "A corner of it is without light. Turn the card until the light on it is even."
    );

    /// <summary>Everything that is said of a reading: its faults in their order, or that it is fit.</summary>
    public static ImmutableArray<Judgement> Of(RegionStatistics card)
    {
        ImmutableArray<CardFault> faults = CardReading.Faults(card);
        return faults.IsEmpty ? [Fit.Of()] : [.. faults.Select(f => Of(f, card))];
    }

    private static Judgement Of(CardFault fault, RegionStatistics card) =>
        fault switch
        {
            CardFault.Clipped => Clipped.Of(("share", Share(card.ClippedShare))),
            CardFault.Crushed => Crushed.Of(("share", Share(card.CrushedShare))),
            CardFault.Noisy => (CardReading.IsUsed(card) ? NoisyButUsed : Noisy).Of(
                ("snr", FigureValue.In(Measure.Decibels, card.SignalToNoise ?? 0)),
                ("least", FigureValue.In(Measure.Decibels, CardReading.LeastSignalToNoise)),
                ("uncertain", Share(card.RelativeUncertainty))
            ),
            _ => card.Evenness is { } stops ? Uneven.Of(("stops", FigureValue.In(Measure.StopsDifference, stops.Value))) : CornerDark.Of(),
        };

    private static FigureValue Share(double share) => FigureValue.In(Measure.Percent, Math.Round(100 * share, 1));
}
