using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FILE-SYSTEM: the issued card has a file system that the camera writes.</summary>
internal sealed class FileSystemRefused()
    : SheetRule(
        RuleId,
        FindingGrade.Fault,
        "The issued card has a file system that the camera writes.",
        "A card in another file system is not recognised."
    )
{
    private const string RuleId = "FILE-SYSTEM";

    private static readonly Template Refused = new(
        RuleId,
        "refused",
        "The issued card is {card}; {model} writes {writes}. Format it in the camera after its clips are copied."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Model.Card is { } card
            && !sheet.Model.Slots.IsEmpty
            && !sheet.Model.Slots.Any(s => s.FileSystems.Contains(card.FileSystem))
        )
        {
            yield return Found(
                Refused,
                Setting.FileSystem,
                ("card", card.FileSystem),
                ("model", sheet.Model.Name),
                ("writes", FigureValue.Of(sheet.Model.Slots.SelectMany(s => s.FileSystems).Distinct()))
            );
        }
    }
}
