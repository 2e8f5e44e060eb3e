using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CARD-BELOW-CLASS: the issued card has the class that the maker requires.</summary>
internal sealed class CardBelowClass()
    : ModelRule(
        RuleId,
        FindingGrade.Fault,
        "The issued card has the class that the maker requires.",
        "Below it the camera refuses the card or stops recording."
    )
{
    private const string RuleId = "CARD-BELOW-CLASS";

    private static readonly Template Below = new(
        RuleId,
        "below",
        "{slot} of {model} requires {needed} or faster; the issued card is {issued}. Issue a faster card."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        foreach (MediaSlot slot in model.Slots)
        {
            if (
                model.Card is { } card
                && slot.CardType == card.CardType
                && slot.Slowest is { } slowest
                && card.Class.MegabytesPerSecond < slowest.MegabytesPerSecond
            )
            {
                yield return Found(
                    Below,
                    Setting.CardSpeed,
                    ("slot", slot.Name),
                    ("model", model.Name),
                    ("needed", slowest.Name),
                    ("issued", card.Class.Name)
                );
                yield break;
            }
        }
    }
}
