using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>LEFTOVER-UNASKED: what borrowers leave on is required off.</summary>
internal sealed class LeftoverUnasked()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "What borrowers leave on is required off.",
        "Slow motion, digital zoom and auto-exposure shift are noticed too late."
    )
{
    private const string RuleId = "LEFTOVER-UNASKED";

    private static readonly Template Unasked = new(
        RuleId,
        "unasked",
        "{model} has {setting:lower}, which borrowers leave on, and no notch requires it off. Add one."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        foreach (
            Setting setting in new[]
            {
                Setting.HighRate,
                Setting.DigitalZoom,
                Setting.GainBoost,
                Setting.AutoExposureShift,
                Setting.ViewingLut,
                Setting.Magnifier,
            }
        )
        {
            bool has = sheet.Model.Choices.ContainsKey(setting) || sheet.Model.Levels.ContainsKey(setting);
            if (has && sheet.LineOf(setting) is null)
            {
                yield return Found(Unasked, setting, ("model", sheet.Model.Name), ("setting", setting));
            }
        }
    }
}
