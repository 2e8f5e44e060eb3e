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
    private static readonly Template OnPurpose = new(
        RuleId,
        "on-purpose",
        "Autofocus as the sheet requires: it follows whoever is nearest, and hunts when somebody walks through."
    );
    private static readonly Template OnPurposeValue = new(RuleId, "on-purpose-value", "automatic, as required");
    private static readonly Template BodyAndLens = new(
        RuleId,
        "disagree",
        "Body and lens disagree: one is on automatic and the other on manual, so nobody focuses. The display does not show it."
    );
    private static readonly Template DisagreeValue = new(RuleId, "disagree-value", "switches disagree");
    private static readonly Template ByHand = new(
        RuleId,
        "by-hand",
        "Focus is {focus}; the sheet requires automatic. Whoever moves leaves the focus, and nobody follows."
    );
    private static readonly Template Is = new(RuleId, "is", "Focus is {focus}.");
    private static readonly Template Value = new(RuleId, "value", "{focus}");

    internal static Consequence Of(Findings found) =>
        Disagree(found) ? new(ConsequenceTopic.Focus, Severity.Fault, DisagreeValue.Of(), BodyAndLens.Of(Setting.LensFocus))
        : found.IsAutomaticAsRequired(Setting.FocusMode)
            ? new(ConsequenceTopic.Focus, Severity.Fine, OnPurposeValue.Of(), OnPurpose.Of(Setting.FocusMode))
        : found.IsAutomatic(Setting.FocusMode)
            ? new(ConsequenceTopic.Focus, Severity.Automatic, OnAutomatic.Value.Of(), Automatic.Of(Setting.FocusMode))
        : found.IsManualInstead(Setting.FocusMode)
            ? new(
                ConsequenceTopic.Focus,
                Severity.Fault,
                Value.Of(("focus", found.Value(Setting.FocusMode)!)),
                ByHand.Of(Setting.FocusMode, ("focus", found.Value(Setting.FocusMode)!))
            )
        : found.Value(Setting.FocusMode) is { } value
            ? new(ConsequenceTopic.Focus, Severity.Fine, Value.Of(("focus", value)), Is.Of(Setting.FocusMode, ("focus", value)))
        : Unread.Of(ConsequenceTopic.Focus, Unread.Focus);

    private static bool Disagree(Findings found) =>
        Follows(found, Setting.FocusMode) is { } body && Follows(found, Setting.LensFocus) is { } lens && body != lens;

    // Whether a switch was read on automatic; null where it was not read.
    private static bool? Follows(Findings found, Setting setting) =>
        found.IsAutomatic(setting) || found.IsAutomaticAsRequired(setting) ? true
        : found.Value(setting) is { } value ? value.FollowsTheScene
        : null;
}
