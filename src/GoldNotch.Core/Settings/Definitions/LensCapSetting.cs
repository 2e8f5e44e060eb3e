using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Cap in the bag, front glass looked at against the light.</summary>
internal sealed class LensCapSetting()
    : TaskSetting(
        Setting.LensCap,
        "lens-cap",
        "Cap off, front clean",
        step: 1,
        what: "Cap in the bag, front glass looked at against the light."
    );
