using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What assignable button 3 does.</summary>
internal sealed class Button3Setting()
    : ChoiceSetting(
        Setting.Button3,
        "button-3",
        "Assignable button 3",
        step: 13,
        example: "peaking",
        words: ["peaking", "zebra", "magnifier", "last clip", "base", "viewing LUT", "guide", "false colour", "nothing"]
    );
