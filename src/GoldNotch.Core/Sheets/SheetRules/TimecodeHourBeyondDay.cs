using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>TIMECODE-HOUR: a timecode hour is one of the day.</summary>
internal sealed class TimecodeHourBeyondDay()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "A timecode hour is one of 0 to 23.",
        "No camera counts further (SMPTE ST 12-1): a card or day numbered above 23 needs another scheme."
    )
{
    private const string RuleId = "TIMECODE-HOUR";

    private static readonly Template Beyond = new(
        RuleId,
        "beyond",
        "The standard requires {hour}; timecode has the hours 0 to 23. Number cards or days from 1 again, or use user bits."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.RequirementOf(Setting.TimecodeHour) is Requirement.Amount hour && !Level.IsOnTheScale(hour.Value, NaturalUnit.Hours))
        {
            yield return Found(Beyond, Setting.TimecodeHour, ("hour", FigureValue.In(Measure.Hour, hour.Value)));
        }
    }
}
