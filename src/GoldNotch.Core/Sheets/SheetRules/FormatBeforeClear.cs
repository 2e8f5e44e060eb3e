using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FORMAT-BEFORE-CLEAR: a card is formatted only after its clips are known to be copied and opened.</summary>
internal sealed class FormatBeforeClear() : StandardRule(
    "FORMAT-BEFORE-CLEAR",
    FindingGrade.Fault,
    "A card is formatted only after its clips are known to be copied and opened.",
    "Formatting erases everything, the footage of others too.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.CardFormatted) is not null && of.NotchOf(Setting.CardCleared) is null)
        {
            yield return Found(Setting.CardFormatted, "The sheet formats the card without asking whether its clips were copied and opened. Put that notch before it.");
        }
    }
}
