using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Filter against rumble and wind.</summary>
internal sealed class LowCutSetting()
    : ChoiceSetting(Setting.LowCut, "low-cut", "Low cut", step: 14, example: "off", words: ["off", "on"], whenAbsent: "off");
