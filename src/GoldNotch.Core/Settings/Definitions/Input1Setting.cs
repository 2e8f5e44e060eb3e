using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What input 1 is switched to.</summary>
internal sealed class Input1Setting()
    : ChoiceSetting(
        Setting.Input1,
        "input-1",
        "Input 1",
        step: 14,
        example: "built-in",
        words: ["built-in", "microphone", "wireless", "line", "off", Microphones.Condenser, Microphones.Dynamic]
    );
