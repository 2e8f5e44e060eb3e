using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What the output carries; it is set apart from the recording.</summary>
internal sealed class VideoOutputSetting()
    : ChoiceSetting(
        Setting.VideoOutput,
        "video-output",
        "Video output",
        step: 5,
        example: "as recorded",
        words: ["as recorded", "1080", "720", "standard definition"],
        whenAbsent: "as recorded"
    );
