using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What the mains adapter is switched to.</summary>
internal sealed class MainsAdapterSetting()
    : ChoiceSetting(
        Setting.MainsAdapter,
        "mains-adapter",
        "Mains adapter",
        step: 2,
        example: "not used",
        words: ["not used", "camera", "charge"],
        whenAbsent: "not used"
    );
