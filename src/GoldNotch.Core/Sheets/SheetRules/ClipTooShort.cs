using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CLIP-LIMIT: the longest clip of the camera is longer than the take.</summary>
internal sealed class ClipTooShort()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "The longest clip of the camera is longer than the take.",
        "The camera stops by itself and nobody notices."
    )
{
    private const string RuleId = "CLIP-LIMIT";

    private static readonly Template TooShort = new(
        RuleId,
        "too-short",
        "{model} stops after {limit}; {planned} are planned. Restart it in a pause, or use another model."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Format?.ClipMinutes is { } limit && sheet.Standard.PlannedMinutes is { } planned && limit < planned)
        {
            yield return Found(
                TooShort,
                Setting.RecordFormat,
                ("model", sheet.Model.Name),
                ("limit", FigureValue.In(Measure.Minutes, limit)),
                ("planned", FigureValue.In(Measure.Minutes, planned))
            );
        }
    }
}
