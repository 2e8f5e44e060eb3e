using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>SECOND-FOCUS-SWITCH: both focus switches are on the sheet.</summary>
internal sealed class SecondFocusSwitch() : SheetRule(
    "SECOND-FOCUS-SWITCH",
    FindingGrade.Warning,
    "Both focus switches are on the sheet.",
    "With the body at one and the lens at the other nothing is shown.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.Choices.ContainsKey(Setting.LensFocus) && sheet.LineOf(Setting.FocusMode) is not null && sheet.LineOf(Setting.LensFocus) is null)
        {
            yield return Found(Setting.LensFocus, $"{sheet.Model.Name} has a second focus switch on the lens, and no notch asks for it.");
        }
    }
}
