using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Settings.Definitions;

/// <summary>Sustained write speed that the class on the card promises.</summary>
internal sealed class CardSpeedSetting()
    : EnoughSetting(
        Setting.CardSpeed,
        "card-speed",
        "Card speed",
        step: 3,
        NaturalUnit.MegabytesPerSecond,
        example: "V30",
        "enough",
        "at least 30 MB/s"
    )
{
    public override bool IsStatedBy(CameraModel model) => model.Card is not null;
}
