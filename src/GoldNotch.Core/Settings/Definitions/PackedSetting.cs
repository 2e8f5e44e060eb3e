using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Power off, cap on, card and battery out, tripod low, packed as it was found.</summary>
internal sealed class PackedSetting()
    : TaskSetting(
        Setting.Packed,
        "packed",
        "Packed as found",
        step: 18,
        what: "Power off, cap on, card and battery out, tripod low, packed as it was found."
    );
