using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Batteries on the charger.</summary>
internal sealed class ChargedSetting()
    : TaskSetting(Setting.Charged, "charged", "On the charger", step: 18, what: "Batteries on the charger.");
