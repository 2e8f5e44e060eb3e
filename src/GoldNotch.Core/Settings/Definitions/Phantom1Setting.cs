using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>48 V on input 1.</summary>
internal sealed class Phantom1Setting()
    : ChoiceSetting(Setting.Phantom1, "phantom-1", "Phantom power 1", step: 14, example: "off", words: ["off", "on"], whenAbsent: "off");
