using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The mode that records faster than it plays.</summary>
internal sealed class HighRateSetting()
    : ChoiceSetting(Setting.HighRate, "high-rate", "High-rate mode", step: 5, example: "off", words: ["off", "on"], whenAbsent: "off");
