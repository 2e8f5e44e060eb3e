using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>A look laid over the screen only; it is not recorded.</summary>
internal sealed class ViewingLutSetting()
    : ChoiceSetting(Setting.ViewingLut, "viewing-lut", "Viewing LUT", step: 12, example: "off", words: ["off", "on"], whenAbsent: "off");
