using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Battery the right way round, clicked home, charge seen.</summary>
internal sealed class BatterySeatedSetting()
    : TaskSetting(
        Setting.BatterySeated,
        "battery-seated",
        "Battery seated",
        step: 2,
        what: "Battery the right way round, clicked home, charge seen."
    );
