using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>48 V on input 2.</summary>
internal sealed class Phantom2Setting()
    : ChoiceSetting(Setting.Phantom2, "phantom-2", "Phantom power 2", step: 14, example: "off", words: ["off", "on"], whenAbsent: "off");
