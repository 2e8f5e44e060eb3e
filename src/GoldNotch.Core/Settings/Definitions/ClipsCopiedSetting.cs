using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Copied, opened, counted, verified, and the card marked.</summary>
internal sealed class ClipsCopiedSetting()
    : TaskSetting(
        Setting.ClipsCopied,
        "clips-copied",
        "Clips copied and verified",
        step: 18,
        what: "Copied, opened, counted, verified, and the card marked."
    );
