using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Reset to the known state, language back.</summary>
internal sealed class ResetAfterSetting()
    : TaskSetting(Setting.ResetAfter, "reset-after", "Reset, language back", step: 18, what: "Reset to the known state, language back.");
