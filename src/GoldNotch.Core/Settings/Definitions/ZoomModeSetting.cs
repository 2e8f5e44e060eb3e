using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Servo or hand.</summary>
internal sealed class ZoomModeSetting()
    : ChoiceSetting(Setting.ZoomMode, "zoom-mode", "Zoom", step: 11, example: "servo", words: ["servo", "hand"]);
