using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Guide for another aspect ratio.</summary>
internal sealed class AspectGuideSetting()
    : ChoiceSetting(
        Setting.AspectGuide,
        "aspect-guide",
        "Second-ratio guide",
        step: 13,
        example: "off",
        words: ["off", "4:3", "1:1", "9:16", "2.40:1"],
        whenAbsent: "off"
    );
