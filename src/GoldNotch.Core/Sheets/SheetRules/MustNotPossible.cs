using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>MUST-NOT-POSSIBLE: what must be can be met.</summary>
internal sealed class MustNotPossible() : SheetRule(
    "MUST-NOT-POSSIBLE",
    FindingGrade.Fault,
    "What must be can be met.",
    "A must that a model cannot meet is decided by a person, not by chance.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        foreach (SheetLine line in sheet.Lines)
        {
            if (line.Fit == Fit.NotPossible && line.Notch.Importance == Importance.Must)
            {
                yield return Found(line.Setting, $"{SettingName.Of(line.Setting).Name} must be {line.Notch.Wish.Text}, and {sheet.Model.Name} cannot. Use another model, waive it for this one with a reason, or make it a should.");
            }
        }
    }
}
