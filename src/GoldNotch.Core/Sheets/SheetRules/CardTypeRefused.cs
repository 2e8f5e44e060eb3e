using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CARD-TYPE: the issued card can record the format.</summary>
internal sealed class CardTypeRefused()
    : SheetRule(RuleId, FindingGrade.Fault, "The issued card can record the format.", "Some frame rates record to a drive only.")
{
    private const string RuleId = "CARD-TYPE";

    private static readonly Template Refused = new(
        RuleId,
        "refused",
        "{format} records to {media} only; the issued card is {card}. Bring the right medium."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Format is { CardTypes.IsEmpty: false } format
            && sheet.Model.Card is { } card
            && !format.CardTypes.Contains(card.CardType)
        )
        {
            yield return Found(
                Refused,
                Setting.RecordTo,
                ("format", sheet.Target<SettingValue.Format>(Setting.RecordFormat)!),
                ("media", FigureValue.Of(format.CardTypes)),
                ("card", card.CardType)
            );
        }
    }
}
