using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Fresh AA batteries for wireless and recorder, and one spare set.</summary>
internal sealed class SpareBatteriesSetting()
    : TaskSetting(
        Setting.SpareBatteries,
        "spare-batteries",
        "Spare batteries",
        step: 1,
        what: "Fresh AA batteries for wireless and recorder, and one spare set."
    );
