using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BATTERY-SHORT: the battery outlasts the plan, or there is mains.</summary>
internal sealed class BatteryTooSmall() : SheetRule(
    "BATTERY-SHORT",
    FindingGrade.Warning,
    "The battery outlasts the plan, or there is mains.",
    "A battery ends in the last sentence.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.Power is { } power && sheet.Standard.PlannedMinutes is { } planned && power.RunningMinutes < planned * (1 + Recording.DefaultMargin) && sheet.Word(Setting.MainsAdapter) != "camera")
        {
            int needed = Power.BatteriesNeeded(planned, power.RunningMinutes);
            yield return Found(
                Setting.RunningMinutes,
                $"One battery of {sheet.Model.Name} runs {Notation.Number(Math.Floor(power.RunningMinutes))} min; {Notation.Number(planned)} min and a margin of 15 % need {needed}. Pack them, or use mains.",
                new Figure("batteries", needed, "batteries", Notation.Number(needed)));
        }
    }
}
