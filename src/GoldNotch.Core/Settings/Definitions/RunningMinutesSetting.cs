using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Minutes the battery will run the camera.</summary>
internal sealed class RunningMinutesSetting()
    : EnoughSetting(
        Setting.RunningMinutes,
        "running-minutes",
        "Running time",
        step: 2,
        NaturalUnit.Minutes,
        example: "95",
        "enough",
        "at least 60 min"
    )
{
    public override bool IsStatedBy(CameraModel model) => model.Power is not null;
}
