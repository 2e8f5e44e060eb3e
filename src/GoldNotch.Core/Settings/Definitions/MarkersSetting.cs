using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Centre and safe area on the screen.</summary>
internal sealed class MarkersSetting()
    : ChoiceSetting(
        Setting.Markers,
        "markers",
        "Safe-area markers",
        step: 13,
        example: "off",
        words: ["off", "80 %", "90 %"],
        whenAbsent: "off"
    );
