using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What assignable button 1 does.</summary>
internal sealed class Button1Setting()
    : ChoiceSetting(
        Setting.Button1,
        "button-1",
        "Assignable button 1",
        step: 13,
        example: "peaking",
        words: ["peaking", "zebra", "magnifier", "last clip", "base", "viewing LUT", "guide", "false colour", "nothing"]
    );
