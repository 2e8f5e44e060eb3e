using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>What the second slot does.</summary>
internal sealed class SlotModeSetting()
    : ChoiceSetting(
        Setting.SlotMode,
        "slot-mode",
        "Slot mode",
        step: 3,
        example: "single",
        words: ["single", "relay", "simultaneous"],
        whenAbsent: "single"
    );
