using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The level at which stripes are drawn over the picture.</summary>
internal sealed class ZebraSetting()
    : LevelSetting(Setting.Zebra, "zebra", "Zebra", step: 13, NaturalUnit.Percent, example: "100 or off", "100 %", "70 %", "off");
