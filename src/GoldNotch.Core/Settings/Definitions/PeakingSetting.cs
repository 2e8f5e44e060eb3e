using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Colour that marks still, sharp edges.</summary>
internal sealed class PeakingSetting()
    : ChoiceSetting(
        Setting.Peaking,
        "peaking",
        "Peaking",
        step: 13,
        example: "off",
        words: ["off", "red", "yellow", "blue", "white"],
        whenAbsent: "off"
    );
