using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Same channel, lamps on, AA batteries fresh, receiver powered.</summary>
internal sealed class WirelessPairSetting()
    : TaskSetting(
        Setting.WirelessPair,
        "wireless-pair",
        "Wireless pair",
        step: 14,
        what: "Same channel, LEDs on, AA batteries fresh, receiver powered."
    );
