using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Formatted in this camera, after the clips were cleared.</summary>
internal sealed class CardFormattedSetting()
    : TaskSetting(
        Setting.CardFormatted,
        "card-formatted",
        "Formatted in the camera",
        step: 3,
        what: "Formatted in this camera, after the clips were cleared."
    );
