using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What the viewing picture is stretched by for an anamorphic lens.</summary>
internal sealed class SqueezeSetting()
    : ChoiceSetting(
        Setting.Squeeze,
        "squeeze",
        "Anamorphic squeeze",
        step: 5,
        example: "off",
        words: ["off", "1.33", "1.5", "2"],
        whenAbsent: "off"
    );
