using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CARD-TOO-SLOW: the issued card keeps up with the worst bit rate.</summary>
internal sealed class CardTooSlow() : SheetRule(
    "CARD-TOO-SLOW",
    FindingGrade.Fault,
    "The issued card keeps up with the worst bit rate.",
    "A card too slow stops the recording in the middle.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.Card is { } card && sheet.Format is { } format)
        {
            BitRate worst = format.WorstAt(sheet.Target<SettingValue.Bits>(Setting.BitRate)?.Rate);
            if (!card.Class.KeepsUpWith(worst))
            {
                yield return Found(
                    Setting.CardSpeed,
                    $"{worst.Label()} needs {Level.Label(CardClass.NeededFor(worst), NaturalUnit.MegabytesPerSecond)}; the issued {card.Class.Name} promises {Level.Label(card.Class.MegabytesPerSecond, NaturalUnit.MegabytesPerSecond)}. Issue a faster card or lower the bit rate.",
                    new Figure("needed", CardClass.NeededFor(worst), "megabytes per second", Level.Label(CardClass.NeededFor(worst), NaturalUnit.MegabytesPerSecond)));
            }
        }
    }
}
