using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>MUST-NOT-POSSIBLE: what must be can be met.</summary>
internal sealed class MustNotPossible()
    : SheetRule(RuleId, FindingGrade.Fault, "What must be can be met.", "A person decides about a must that a model cannot meet.")
{
    private const string RuleId = "MUST-NOT-POSSIBLE";

    private static readonly Template Impossible = new(
        RuleId,
        "impossible",
        "{setting} must be {required}, which {model} cannot do. Use another model, waive it for this one with a reason, or make it a should."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        foreach (SheetLine line in sheet.Lines)
        {
            if (line.Fit == Fit.NotPossible && line.Notch.Importance == Importance.Must)
            {
                yield return Found(
                    Impossible,
                    line.Setting,
                    ("setting", line.Setting),
                    ("required", line.Notch.Requirement.Text),
                    ("model", sheet.Model.Name)
                );
            }
        }
    }
}
