using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Taken with the lens capped, after warm-up.</summary>
internal sealed class BlackReferenceSetting()
    : TaskSetting(
        Setting.BlackReference,
        "black-reference",
        "Black reference",
        step: 16,
        what: "Taken with the lens capped, after warm-up."
    );
