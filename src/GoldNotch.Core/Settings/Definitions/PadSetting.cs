using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Attenuation before the amplifier.</summary>
internal sealed class PadSetting()
    : ChoiceSetting(
        Setting.Pad,
        "pad",
        "Pad",
        step: 14,
        example: "off",
        words: ["off", "10 dB", "20 dB"],
        whenAbsent: "off",
        ordered: true
    );
