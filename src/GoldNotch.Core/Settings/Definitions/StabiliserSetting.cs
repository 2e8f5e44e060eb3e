using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Steadying of the picture.</summary>
internal sealed class StabiliserSetting()
    : ChoiceSetting(
        Setting.Stabiliser,
        "stabiliser",
        "Stabiliser",
        step: 11,
        example: "off",
        words: ["off", "standard", "strong"],
        whenAbsent: "off",
        ordered: true
    );
