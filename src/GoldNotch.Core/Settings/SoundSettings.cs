using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings;

/// <summary>The settings that only a camera with sound has.</summary>
public static class SoundSettings
{
    /// <summary>All of them, from the plug to the headphones.</summary>
    public static ImmutableArray<Setting> All { get; } =
    [
        Setting.Input1,
        Setting.Input2,
        Setting.Phantom1,
        Setting.Phantom2,
        Setting.Channel1,
        Setting.Channel2,
        Setting.AudioLevelControl,
        Setting.AudioPeakLevel,
        Setting.LowCut,
        Setting.Pad,
        Setting.Limiter,
        Setting.AudioFormat,
        Setting.Headphones,
        Setting.WirelessPair,
    ];
}
