using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Enlarged view for focusing.</summary>
internal sealed class MagnifierSetting()
    : ChoiceSetting(Setting.Magnifier, "magnifier", "Magnifier", step: 13, example: "off", words: ["off", "on"], whenAbsent: "off");
