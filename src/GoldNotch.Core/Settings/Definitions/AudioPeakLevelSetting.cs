using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Where the peaks of a voice reach, in dBFS; every camera has a meter for it.</summary>
internal sealed class AudioPeakLevelSetting()
    : LevelSetting(
        Setting.AudioPeakLevel,
        "audio-peak-level",
        "Audio peak level",
        step: 14,
        NaturalUnit.FullScale,
        example: "-12",
        "−12 dBFS"
    )
{
    public override bool IsStatedBy(CameraModel model) => true;
}
