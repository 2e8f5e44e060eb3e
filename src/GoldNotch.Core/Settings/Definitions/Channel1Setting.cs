using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What is recorded on channel 1.</summary>
internal sealed class Channel1Setting()
    : ChoiceSetting(
        Setting.Channel1,
        "channel-1",
        "Channel 1 source",
        step: 14,
        example: "input 1",
        words: ["input 1", "input 2", "built-in"]
    );
