using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The second focus switch; both must agree.</summary>
internal sealed class LensFocusSetting()
    : ChoiceSetting(
        Setting.LensFocus,
        "lens-focus",
        "Focus switch on the lens",
        step: 11,
        example: "manual",
        words: ["manual", "automatic"],
        whenAbsent: "manual"
    );
