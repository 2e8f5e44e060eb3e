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

    // Two thirds of a bar are another level on every camera.
    internal override SettingValue Read(string typed, Dial dial, ControlSource control)
    {
        if (MeterScale.ShareOf(typed) is not { } share)
        {
            return base.Read(typed, dial, control);
        }

        return control.Model.Meter?.At(share) is { } level
            ? new SettingValue.Amount(Math.Round(level, 1), NaturalUnit.FullScale)
            : throw new QuantityException(
                QuantityFault.NoChoice,
                $"What the bar of {control.Model.Name} means is not in its specification, so it cannot be converted. Read the level in dBFS, or add its meter scale."
            );
    }
}
