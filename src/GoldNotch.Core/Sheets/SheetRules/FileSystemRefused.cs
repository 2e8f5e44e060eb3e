using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FILE-SYSTEM: the issued card is in a file system the camera writes.</summary>
internal sealed class FileSystemRefused() : SheetRule(
    "FILE-SYSTEM",
    FindingGrade.Fault,
    "The issued card is in a file system the camera writes.",
    "In a strange one the card is not seen.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.Card is { } card && !sheet.Model.Slots.IsEmpty && !sheet.Model.Slots.Any(s => s.FileSystems.Contains(card.FileSystem)))
        {
            yield return Found(Setting.FileSystem, $"The issued card is {card.FileSystem}; {sheet.Model.Name} writes {string.Join(", ", sheet.Model.Slots.SelectMany(s => s.FileSystems).Distinct())}. Format it in the camera, after its clips are cleared.");
        }
    }
}
