using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The most that automatic gain may add.</summary>
internal sealed class GainLimitSetting()
    : LevelSetting(Setting.GainLimit, "gain-limit", "Automatic gain limit", step: 7, NaturalUnit.Decibels, example: "0");
