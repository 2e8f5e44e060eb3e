using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CARD-BELOW-CLASS: the issued card has the class the maker asks for.</summary>
internal sealed class CardBelowClass() : ModelRule(
    "CARD-BELOW-CLASS",
    FindingGrade.Fault,
    "The issued card has the class the maker asks for.",
    "Below it the camera refuses the card or stops.")
{
    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        foreach (MediaSlot slot in model.Slots)
        {
            if (model.Card is { } card && slot.CardType == card.CardType && slot.Slowest is { } slowest && card.Class.MegabytesPerSecond < slowest.MegabytesPerSecond)
            {
                yield return Found(Setting.CardSpeed, $"{slot.Name} of {model.Name} asks for {slowest.Name} or faster; the issued card is {card.Class.Name}.");
                yield break;
            }
        }
    }
}
