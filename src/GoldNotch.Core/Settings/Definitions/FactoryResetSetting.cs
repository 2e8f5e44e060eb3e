using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Reset to the factory state; the card is untouched by it.</summary>
internal sealed class FactoryResetSetting()
    : TaskSetting(
        Setting.FactoryReset,
        "factory-reset",
        "Factory reset",
        step: 4,
        what: "Reset to the factory state; the card is untouched by it."
    );
