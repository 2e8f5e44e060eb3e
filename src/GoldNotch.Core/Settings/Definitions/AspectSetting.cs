using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Shape of the recorded picture.</summary>
internal sealed class AspectSetting()
    : ChoiceSetting(
        Setting.Aspect,
        "aspect",
        "Aspect ratio",
        step: 5,
        example: "16:9",
        words: ["16:9", "4:3", "17:9", "2.40:1", "1:1"],
        whenAbsent: "16:9"
    );
