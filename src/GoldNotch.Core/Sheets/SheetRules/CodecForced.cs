using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>FORCED: a value that another forces is said to be forced.</summary>
internal sealed class CodecForced() : SheetRule(
    "FORCED",
    FindingGrade.Advice,
    "A value that another forces is said to be forced.",
    "Otherwise somebody spends an hour looking for it in the menu.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        foreach (SheetLine line in sheet.Lines)
        {
            if (line.Because.RuleId == "FORCED-BY")
            {
                yield return Found(line.Setting, line.Because.Sentence);
            }
        }
    }
}
