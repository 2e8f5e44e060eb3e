using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What assignable button 2 does.</summary>
internal sealed class Button2Setting()
    : ChoiceSetting(
        Setting.Button2,
        "button-2",
        "Assignable button 2",
        step: 13,
        example: "peaking",
        words: ["peaking", "zebra", "magnifier", "last clip", "base", "viewing LUT", "guide", "false colour", "nothing"]
    );
