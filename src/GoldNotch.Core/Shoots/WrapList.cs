using System.Collections.Frozen;
using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Shoots;

/// <summary>What has to be done with a camera on its return, in the order of the hand. Each step was named as commonly missed.</summary>
public static class WrapList
{
    /// <summary>The camera is switched off by the control that closes its cover.</summary>
    public const string PowerOff = "power-off";

    /// <summary>The hood reversed and the lens capped.</summary>
    public const string Cap = "cap";

    /// <summary>What is in memory is saved.</summary>
    public const string Memory = "memory-saved";

    /// <summary>The high-rate switch back to ordinary.</summary>
    public const string HighRate = "high-rate-off";

    /// <summary>The display overlay off.</summary>
    public const string Overlay = "overlay-off";

    /// <summary>The language back.</summary>
    public const string Language = "language-back";

    /// <summary>The eyepiece back to the middle.</summary>
    public const string Eyepiece = "eyepiece-back";

    /// <summary>The card out.</summary>
    public const string CardOut = "card-out";

    /// <summary>The battery out and to its charging place.</summary>
    public const string BatteryOut = "battery-charging";

    /// <summary>AA batteries out.</summary>
    public const string AaOut = "aa-out";

    /// <summary>The tripod lowest, its head at the zip end.</summary>
    public const string Tripod = "tripod-low";

    /// <summary>The display wiped with microfibre only.</summary>
    public const string Wipe = "display-wiped";

    private static readonly FrozenDictionary<string, string> Names = new Dictionary<string, string>
    {
        [PowerOff] = "power off by the control that closes the lens cover",
        [Cap] = "hood reversed and lens capped",
        [Memory] = "memory saved before power off",
        [HighRate] = "high rate and slow motion off",
        [Overlay] = "display overlay off",
        [Language] = "language back to the department's",
        [Eyepiece] = "eyepiece dioptre back to the middle",
        [CardOut] = "card out",
        [BatteryOut] = "battery out and to its charging place",
        [AaOut] = "AA batteries out of wireless sets",
        [Tripod] = "tripod at its lowest, head at the zip end of the bag",
        [Wipe] = "display wiped with microfibre only, no fluid",
    }.ToFrozenDictionary();

    /// <summary>Every step there is, by key.</summary>
    public static IEnumerable<string> Keys => Names.Keys;

    /// <summary>A step in words; its key where this build does not know it.</summary>
    public static string NameOf(string step) => Names.GetValueOrDefault(step, step);

    /// <summary>The steps for a camera with its kit: what it does not have is not asked for.</summary>
    /// <param name="model">The camera.</param>
    /// <param name="pieces">What went out with it.</param>
    public static ImmutableArray<string> Of(CameraModel model, IReadOnlyList<KitPiece> pieces)
    {
        bool Has(Setting setting) => !model.NotFitted.Contains(setting);
        bool Went(PieceKind kind) => pieces.Any(p => p.Kind == kind && p.Supply == PieceSupply.Issued);
        (string Step, bool Applies)[] steps =
        [
            (Memory, model.BufferGb is not null),
            (HighRate, Has(Setting.HighRate)),
            (Overlay, true),
            (Language, Has(Setting.Language)),
            (PowerOff, true),
            (CardOut, true),
            (BatteryOut, Went(PieceKind.Battery)),
            (AaOut, pieces.Any(p => p.AaEach > 0 && p.Supply == PieceSupply.Issued)),
            (Cap, Has(Setting.LensCap)),
            (Eyepiece, Has(Setting.Eyepiece)),
            (Wipe, true),
            (Tripod, Went(PieceKind.Tripod)),
        ];
        return [.. steps.Where(s => s.Applies).Select(s => s.Step)];
    }
}
