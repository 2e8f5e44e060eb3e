using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>SECOND-FOCUS-SWITCH: both focus switches are on the sheet.</summary>
internal sealed class SecondFocusSwitch()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "Both focus switches are on the sheet.",
        "The display does not show that body and lens disagree."
    )
{
    private const string RuleId = "SECOND-FOCUS-SWITCH";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "{model} has a second focus switch on the lens, and no notch requires it. Add one."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Model.Choices.ContainsKey(Setting.LensFocus)
            && sheet.LineOf(Setting.FocusMode) is not null
            && sheet.LineOf(Setting.LensFocus) is null
        )
        {
            yield return Found(Missing, Setting.LensFocus, ("model", sheet.Model.Name));
        }
    }
}
