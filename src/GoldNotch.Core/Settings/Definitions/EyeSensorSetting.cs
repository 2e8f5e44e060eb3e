using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The sensor that blanks the screen.</summary>
internal sealed class EyeSensorSetting()
    : ChoiceSetting(Setting.EyeSensor, "eye-sensor", "Eye sensor", step: 11, example: "off", words: ["off", "on"], whenAbsent: "off");
