using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The hour at which timecode begins, which can name the card or the camera.</summary>
internal sealed class TimecodeHourSetting()
    : LevelSetting(Setting.TimecodeHour, "timecode-hour", "Timecode hour", step: 15, NaturalUnit.Hours, example: "1", "hour 1")
{
    public override bool IsStatedBy(CameraModel model) => true;
}
