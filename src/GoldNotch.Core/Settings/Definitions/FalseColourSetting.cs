using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Levels shown as colours.</summary>
internal sealed class FalseColourSetting()
    : ChoiceSetting(Setting.FalseColour, "false-colour", "False colour", step: 13, example: "off", words: ["off", "on"], whenAbsent: "off");
