using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>The plate of this camera is with it, screwed tight, and has passed the lift test.</summary>
internal sealed class TripodPlateSetting()
    : TaskSetting(
        Setting.TripodPlate,
        "tripod-plate",
        "Tripod plate",
        step: 1,
        what: "The plate of this camera is with it, screwed tight, and has passed the lift test."
    );
