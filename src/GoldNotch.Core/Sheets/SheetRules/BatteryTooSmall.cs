using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BATTERY-SHORT: the battery outlasts the planned time, or the camera is on mains.</summary>
internal sealed class BatteryTooSmall()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "The battery outlasts the planned time, or the camera is on mains.",
        "A flat battery ends the recording."
    )
{
    private const string RuleId = "BATTERY-SHORT";

    private static readonly Template Short = new(
        RuleId,
        "short",
        "One battery of {model} runs {runs}. {planned} with a margin of 15 % need {batteries#battery|batteries}. Pack them, or use mains."
    );
    private static readonly Template ShortWithoutMains = new(
        RuleId,
        "short-without-mains",
        "One battery of {model} runs {runs}. {planned} with a margin of 15 % need {batteries#battery|batteries}. Pack them: it has no mains adapter."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Model.Power is { } power
            && sheet.Standard.PlannedMinutes is { } planned
            && power.RunningMinutes < planned * (1 + Recording.DefaultMargin)
            && sheet.Word(Setting.MainsAdapter) != "camera"
        )
        {
            yield return Found(
                sheet.Model.NotFitted.Contains(Setting.MainsAdapter) ? ShortWithoutMains : Short,
                Setting.RunningMinutes,
                ("model", sheet.Model.Name),
                ("runs", FigureValue.In(Measure.Minutes, Math.Floor(power.RunningMinutes))),
                ("planned", FigureValue.In(Measure.Minutes, planned)),
                ("batteries", FigureValue.Count(Power.BatteriesNeeded(planned, power.RunningMinutes)))
            );
        }
    }
}
