using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Headphones on, both channels heard.</summary>
internal sealed class HeadphonesSetting()
    : TaskSetting(Setting.Headphones, "headphones", "Headphones", step: 14, what: "Headphones on, both channels heard.");
