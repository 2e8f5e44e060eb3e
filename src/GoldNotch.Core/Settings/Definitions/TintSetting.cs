using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Green to magenta, in the camera's own steps.</summary>
internal sealed class TintSetting() : LevelSetting(Setting.Tint, "tint", "Tint", step: 10, NaturalUnit.Tint, example: "0");
