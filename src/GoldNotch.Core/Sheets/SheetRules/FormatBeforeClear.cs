using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FORMAT-BEFORE-CLEAR: a card is formatted only after its clips are copied and opened.</summary>
internal sealed class FormatBeforeClear()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "A card is formatted only after its clips are copied and opened.",
        "Formatting erases everything, the footage of others too."
    )
{
    private const string RuleId = "FORMAT-BEFORE-CLEAR";

    private static readonly Template Uncleared = new(
        RuleId,
        "uncleared",
        "The sheet formats the card, and no notch requires its clips to be copied and opened. Add that notch before it."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.CardFormatted) is not null && of.NotchOf(Setting.CardCleared) is null)
        {
            yield return Found(Uncleared, Setting.CardFormatted);
        }
    }
}
