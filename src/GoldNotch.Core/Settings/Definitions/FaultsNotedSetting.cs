using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What failed is written down for the next person.</summary>
internal sealed class FaultsNotedSetting()
    : TaskSetting(Setting.FaultsNoted, "faults-noted", "Faults noted", step: 18, what: "What failed is written down for the next person.");
