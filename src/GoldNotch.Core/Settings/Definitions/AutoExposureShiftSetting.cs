using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Bias of the automatic exposure; it is no effect.</summary>
internal sealed class AutoExposureShiftSetting()
    : LevelSetting(Setting.AutoExposureShift, "auto-exposure-shift", "Auto-exposure shift", step: 9, NaturalUnit.Stops, example: "0");
