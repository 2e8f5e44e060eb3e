using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>White balance: the cast under the light of the sheet.</summary>
internal static class WhiteBalanceConsequence
{
    private const string RuleId = "NOW-WHITE-BALANCE";

    private static readonly Template Automatic = new(
        RuleId,
        "automatic",
        "Automatic white balance follows the picture: no two shots cut together."
    );
    private static readonly Template OnPurpose = new(
        RuleId,
        "on-purpose",
        "Automatic white balance as the sheet requires: right on average, and no two shots match in the edit."
    );
    private static readonly Template OnPurposeValue = new(RuleId, "on-purpose-value", "automatic, as required");
    private static readonly Template OnCard = new(
        RuleId,
        "on-card",
        "Balanced here on the grey card, in memory {memory}: right until place, light or filter changes."
    );
    private static readonly Template Unknown = new(
        RuleId,
        "unknown-balance",
        "Memory {memory} is selected. When, where and through which filter it was balanced is not known: balance it on the grey card here and type “{memory} card”, or read its number."
    );
    private static readonly Template Reversible = new(RuleId, "reversible", "Raw keeps the colour: it can be set right afterwards.");
    private static readonly Template FixNow = new(RuleId, "fix-now", "Compressed recording keeps the cast: correct it before recording.");
    private static readonly Template FixNowUnlessRaw = new(
        RuleId,
        "fix-now-unless-raw",
        "Correct it before recording: unless it records raw, the cast stays."
    );
    private static readonly Template OtherMemory = new(
        RuleId,
        "other-memory",
        "Memory {memory} is not the one that the sheet requires, and which light it holds is not known. Balance on the grey card here."
    );
    private static readonly Template MemoryValue = new(RuleId, "memory-value", "memory {memory}");
    private static readonly Template CastUnseen = new(RuleId, "unseen", "Set to {set} under {light}: {cast}, not visible.");
    private static readonly Template CastSlight = new(
        RuleId,
        "slight",
        "Set to {set} under {light}: a cast of {cast:size} towards {cast?amber|blue}, slight."
    );
    private static readonly Template CastVisible = new(
        RuleId,
        "visible",
        "Set to {set} under {light}: a cast of {cast:size} towards {cast?amber|blue}, plainly visible."
    );
    private static readonly Template CastValue = new(RuleId, "value", "{cast}");
    private static readonly Template CastColourValue = new(RuleId, "colour-value", "{cast}, {cast?amber|blue}");

    internal static Consequence Of(Findings found)
    {
        if (found.IsAutomaticAsRequired(Setting.WhiteBalance))
        {
            return new(ConsequenceTopic.WhiteBalance, Severity.Fine, OnPurposeValue.Of(), OnPurpose.Of(Setting.WhiteBalance));
        }

        if (found.IsAutomatic(Setting.WhiteBalance))
        {
            return new(ConsequenceTopic.WhiteBalance, Severity.Automatic, OnAutomatic.Value.Of(), Automatic.Of(Setting.WhiteBalance));
        }

        switch (found.Value(Setting.WhiteBalance))
        {
            case SettingValue.WhiteNumber { Temperature: var set }:
                return CastOf(set);
            case SettingValue.WhiteMemory { Shows: { } shown }:
                return CastOf(shown);
            case SettingValue.WhiteMemory memory:
                bool right = found.Sheet.Target<SettingValue.WhiteMemory>(Setting.WhiteBalance)?.Name == memory.Name;
                return new(
                    ConsequenceTopic.WhiteBalance,
                    !right ? Severity.Automatic
                        : memory.TakenHere ? Severity.Fine
                        : Severity.Slight,
                    MemoryValue.Of(("memory", memory.Name)),
                    (
                        !right ? OtherMemory
                        : memory.TakenHere ? OnCard
                        : Unknown
                    ).Of(Setting.WhiteBalance, ("memory", memory.Name))
                );
            default:
                return Unread.Of(ConsequenceTopic.WhiteBalance, Unread.WhiteBalance);
        }

        Consequence CastOf(Kelvin set)
        {
            Kelvin light = found.Sheet.Standard.Light.Temperature;
            MiredShift cast = WhiteBalance.Cast(light, set);
            MiredShift? tolerated = found.Sheet.LineOf(Setting.WhiteBalance)?.Notch.Tolerance is { Amount: > 0 } tolerance
                ? new MiredShift(tolerance.Amount)
                : null;
            (Severity severity, Template template) = WhiteBalance.Grade(cast, tolerated) switch
            {
                CastGrade.Unseen => (Severity.Fine, CastUnseen),
                CastGrade.Slight => (Severity.Slight, CastSlight),
                _ => (Severity.Fault, CastVisible),
            };
            bool raw = found.IsRaw;
            return new(
                ConsequenceTopic.WhiteBalance,
                severity == Severity.Fault && raw ? Severity.Slight : severity,
                (severity == Severity.Fine ? CastValue : CastColourValue).Of(("cast", cast)),
                template
                    .Of(Setting.WhiteBalance, ("set", set), ("light", light), ("cast", cast))
                    .And(
                        severity != Severity.Fault
                            ? null
                            : (
                                raw ? Reversible
                                : found.IsCompressed ? FixNow
                                : FixNowUnlessRaw
                            ).Of(Setting.WhiteBalance)
                    )
            );
        }
    }
}
