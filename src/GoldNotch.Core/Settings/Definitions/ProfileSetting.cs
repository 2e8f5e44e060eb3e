using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Tone curve and colour that are recorded.</summary>
internal sealed class ProfileSetting()
    : ChoiceSetting(
        Setting.Profile,
        "profile",
        "Picture profile",
        step: 12,
        example: "department",
        words: ["department", "standard", "log"]
    );
