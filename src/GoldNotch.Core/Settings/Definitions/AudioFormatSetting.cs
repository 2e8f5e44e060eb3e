using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>How sound is coded.</summary>
internal sealed class AudioFormatSetting()
    : ChoiceSetting(
        Setting.AudioFormat,
        "audio-format",
        "Audio format",
        step: 14,
        example: "linear PCM",
        words: ["linear PCM", "compressed"]
    );
