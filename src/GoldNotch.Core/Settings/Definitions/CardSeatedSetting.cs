using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Card in the right slot, contacts the right way, never forced.</summary>
internal sealed class CardSeatedSetting()
    : TaskSetting(
        Setting.CardSeated,
        "card-seated",
        "Card seated",
        step: 3,
        what: "Card in the right slot, contacts the right way, never forced."
    );
