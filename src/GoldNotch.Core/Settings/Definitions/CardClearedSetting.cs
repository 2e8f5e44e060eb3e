using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Every clip on the card is known to be copied and was opened there, before anything is formatted.</summary>
internal sealed class CardClearedSetting()
    : TaskSetting(
        Setting.CardCleared,
        "card-cleared",
        "Clips copied and opened",
        step: 3,
        what: "Every clip on the card is known to be copied and was opened there, before anything is formatted."
    );
