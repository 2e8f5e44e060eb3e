using System.Collections.Immutable;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>Everything a camera is said to do when it seems broken. A harmless cause comes before a fault (bench rule).</summary>
public static class SymptomBook
{
    /// <summary>The symptoms in the order of the work: picture, controls, card, sound.</summary>
    public static ImmutableArray<Symptom> All { get; } =
    [
        .. About("Picture", PictureSymptoms.All),
        .. About("Controls", ControlSymptoms.All),
        .. About("Card", CardSymptoms.All),
        .. About("Audio", AudioSymptoms.All),
    ];

    /// <summary>The symptom of a key.</summary>
    /// <exception cref="QuantityException">No symptom has this key.</exception>
    public static Symptom Parse(string? key) =>
        All.FirstOrDefault(s => s.Key == key)
        ?? throw new QuantityException(
            QuantityFault.BadLabel,
            $"There is no symptom “{Notation.Excerpt(key ?? "")}”. The symptoms are {string.Join(", ", All.Select(s => s.Key))}."
        );

    private static IEnumerable<Symptom> About(string part, ImmutableArray<Symptom> symptoms) =>
        symptoms.Select(s => s with { About = part });
}
