using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CARD-TYPE: the format can be written to the issued card.</summary>
internal sealed class CardTypeRefused() : SheetRule(
    "CARD-TYPE",
    FindingGrade.Fault,
    "The format can be written to the issued card.",
    "Some rates go to a drive only.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Format is { CardTypes.IsEmpty: false } format && sheet.Model.Card is { } card && !format.CardTypes.Contains(card.CardType))
        {
            yield return Found(Setting.RecordTo, $"{sheet.Target<SettingValue.Format>(Setting.RecordFormat)!.Label} is written to {string.Join(" or ", format.CardTypes)} only, and the issued card is {card.CardType}. Bring a {format.CardTypes[0]}.");
        }
    }
}
