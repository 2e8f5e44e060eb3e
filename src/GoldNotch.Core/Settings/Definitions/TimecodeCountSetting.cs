using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Drop-frame keeps to the clock at 29.97 and 59.94.</summary>
internal sealed class TimecodeCountSetting()
    : ChoiceSetting(
        Setting.TimecodeCount,
        "timecode-count",
        "Timecode count",
        step: 15,
        example: "non-drop",
        words: ["non-drop", "drop-frame"],
        whenAbsent: "non-drop"
    );
