using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Enlarging the pixels; never an optical zoom.</summary>
internal sealed class DigitalZoomSetting()
    : ChoiceSetting(Setting.DigitalZoom, "digital-zoom", "Digital zoom", step: 11, example: "off", words: ["off", "on"], whenAbsent: "off");
