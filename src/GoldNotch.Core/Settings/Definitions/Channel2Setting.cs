using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What is recorded on channel 2.</summary>
internal sealed class Channel2Setting()
    : ChoiceSetting(
        Setting.Channel2,
        "channel-2",
        "Channel 2 source",
        step: 14,
        example: "input 1",
        words: ["input 1", "input 1, 10 dB lower", "input 2", "built-in"]
    );
