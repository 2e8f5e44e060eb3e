using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>CLIP-LIMIT: the longest clip of the camera is longer than the take.</summary>
internal sealed class ClipTooShort() : SheetRule(
    "CLIP-LIMIT",
    FindingGrade.Warning,
    "The longest clip of the camera is longer than the take.",
    "The camera stops by itself and nobody notices.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Format?.ClipMinutes is { } limit && sheet.Standard.PlannedMinutes is { } planned && limit < planned)
        {
            yield return Found(
                Setting.RecordFormat,
                $"{sheet.Model.Name} stops after {Notation.Number(limit, 1)} min; {Notation.Number(planned)} min are planned. Start it again in a pause, or use another model.",
                new Figure("longest clip", limit, "minutes", Level.Label(limit, NaturalUnit.Minutes)));
        }
    }
}
