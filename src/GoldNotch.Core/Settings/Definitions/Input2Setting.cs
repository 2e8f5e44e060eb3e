using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What input 2 is switched to.</summary>
internal sealed class Input2Setting()
    : ChoiceSetting(
        Setting.Input2,
        "input-2",
        "Input 2",
        step: 14,
        example: "built-in",
        words: ["built-in", "microphone", "wireless", "line", "off", Microphones.Condenser, Microphones.Dynamic]
    );
