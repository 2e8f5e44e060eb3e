using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>RESET-UNKNOWN: the specification states what a factory reset leaves.</summary>
internal sealed class ResetUnknown()
    : ModelRule(
        RuleId,
        FindingGrade.Advice,
        "The specification states what a factory reset leaves.",
        "A sheet lists only what has to change after it."
    )
{
    private const string RuleId = "RESET-UNKNOWN";

    private static readonly Template Unknown = new(
        RuleId,
        "unknown",
        "The specification of {model} does not state what a factory reset does. Add it."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        if (model.Reset is null)
        {
            yield return Found(Unknown, Setting.FactoryReset, ("model", model.Name));
        }
    }
}
