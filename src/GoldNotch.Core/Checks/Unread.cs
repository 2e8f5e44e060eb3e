using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Consequences of what nobody has read.</summary>
internal static class Unread
{
    internal static readonly Template Exposure = new(RuleId, "exposure", "Shutter, gain, filter and iris have not been read.");
    internal static readonly Template Gain = new(RuleId, "gain", "Gain has not been read.");
    internal static readonly Template WhiteBalance = new(RuleId, "white-balance", "White balance has not been read.");
    internal static readonly Template Shutter = new(RuleId, "shutter", "Shutter has not been read.");
    internal static readonly Template Format = new(RuleId, "format", "Resolution and frame rate have not been read.");
    internal static readonly Template Focus = new(RuleId, "focus", "Focus has not been read.");
    internal static readonly Template Audio = new(RuleId, "audio", "No audio setting has been read.");
    internal static readonly Template Card = new(RuleId, "card", "The card has not been read, and none is issued with this model.");
    internal static readonly Template Battery = new(
        RuleId,
        "battery",
        "The running time has not been read, and the specification states no consumption."
    );

    private const string RuleId = "NOW-UNREAD";

    private static readonly Template Value = new(RuleId, "value", "not read yet");

    internal static Consequence Of(ConsequenceTopic topic, Template because) => new(topic, Severity.Unknown, Value.Of(), because.Of());
}

/// <summary>What is shown in place of a figure while the camera decides.</summary>
internal static class OnAutomatic
{
    internal static readonly Template Value = new("NOW-AUTOMATIC", "value", "on automatic");
    internal static readonly Template AsRequired = new("NOW-AUTOMATIC", "as-required", "automatic, as required");
}
