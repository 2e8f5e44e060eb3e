using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Catches peaks before they clip.</summary>
internal sealed class LimiterSetting()
    : ChoiceSetting(Setting.Limiter, "limiter", "Limiter", step: 14, example: "off", words: ["off", "on"], whenAbsent: "off");
