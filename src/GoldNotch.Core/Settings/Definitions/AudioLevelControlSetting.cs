using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Whether a person or the camera sets the level.</summary>
internal sealed class AudioLevelControlSetting()
    : ChoiceSetting(
        Setting.AudioLevelControl,
        "audio-level-control",
        "Audio level control",
        step: 14,
        example: "manual",
        words: ["manual", "automatic"]
    );
