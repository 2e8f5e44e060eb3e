using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CARD-TOO-SLOW: the issued card keeps up with the worst bit rate.</summary>
internal sealed class CardTooSlow()
    : SheetRule(
        RuleId,
        FindingGrade.Fault,
        "The issued card keeps up with the worst bit rate.",
        "A card that is too slow stops the recording."
    )
{
    private const string RuleId = "CARD-TOO-SLOW";

    private static readonly Template TooSlow = new(
        RuleId,
        "too-slow",
        "{rate} needs {needed}; the issued {card} sustains {sustained}. Issue a faster card, or lower the bit rate."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.Card is { } card && sheet.Format is { } format)
        {
            BitRate worst = format.WorstAt(sheet.Target<SettingValue.Bits>(Setting.BitRate)?.Rate);
            if (!card.Class.KeepsUpWith(worst))
            {
                yield return Found(
                    TooSlow,
                    Setting.CardSpeed,
                    ("rate", worst),
                    ("needed", FigureValue.In(Measure.MegabytesPerSecond, CardClass.NeededFor(worst))),
                    ("card", card.Class.Name),
                    ("sustained", FigureValue.In(Measure.MegabytesPerSecond, card.Class.MegabytesPerSecond))
                );
            }
        }
    }
}
