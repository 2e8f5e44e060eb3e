using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Remaining minutes the display shows at this format.</summary>
internal sealed class CardMinutesSetting()
    : EnoughSetting(
        Setting.CardMinutes,
        "card-minutes",
        "Minutes on the card",
        step: 3,
        NaturalUnit.Minutes,
        example: "180",
        "enough",
        "at least 60 min"
    )
{
    public override bool IsStatedBy(CameraModel model) => model.Card is not null;
}
