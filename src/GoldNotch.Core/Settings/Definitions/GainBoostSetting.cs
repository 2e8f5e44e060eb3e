using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Hyper gain, slow-shutter boost and smoothing.</summary>
internal sealed class GainBoostSetting()
    : ChoiceSetting(
        Setting.GainBoost,
        "gain-boost",
        "Gain boost, noise reduction",
        step: 7,
        example: "off",
        words: ["off", "on"],
        whenAbsent: "off"
    );
