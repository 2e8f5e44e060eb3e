using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>Focus: by hand or by the camera.</summary>
internal static class FocusConsequence
{
    private const string RuleId = "NOW-FOCUS";

    private static readonly Template Automatic = new(
        RuleId,
        "automatic",
        "Automatic focus hunts when somebody walks through or the light falls."
    );
    private static readonly Template Is = new(RuleId, "is", "Focus is {focus}.");
    private static readonly Template Value = new(RuleId, "value", "{focus}");

    internal static Consequence Of(Findings found) =>
        found.IsAutomatic(Setting.FocusMode)
            ? new(ConsequenceTopic.Focus, Severity.Automatic, OnAutomatic.Value.Of(), Automatic.Of(Setting.FocusMode))
        : found.Value(Setting.FocusMode) is { } value
            ? new(ConsequenceTopic.Focus, Severity.Fine, Value.Of(("focus", value)), Is.Of(Setting.FocusMode, ("focus", value)))
        : Unread.Of(ConsequenceTopic.Focus, Unread.Focus);
}
