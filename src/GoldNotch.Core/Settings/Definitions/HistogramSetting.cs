using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Distribution of levels on the screen.</summary>
internal sealed class HistogramSetting()
    : ChoiceSetting(Setting.Histogram, "histogram", "Histogram", step: 13, example: "off", words: ["off", "on"], whenAbsent: "off");
