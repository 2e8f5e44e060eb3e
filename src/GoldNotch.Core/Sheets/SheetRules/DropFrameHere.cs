using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>DROP-FRAME-HERE: drop-frame counts only at a rate that has it.</summary>
internal sealed class DropFrameHere() : SheetRule(
    "DROP-FRAME-HERE",
    FindingGrade.Fault,
    "Drop-frame counts only at a rate that has it.",
    "At other rates the camera refuses it or counts wrong.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Word(Setting.TimecodeCount) == "drop-frame" && sheet.Format is { } format && !Timecode.DropFrameExists(format.Rate.Frames))
        {
            yield return Found(Setting.TimecodeCount, $"{sheet.Model.Name} records {format.Rate.Label()} here, where drop-frame does not exist. Set non-drop.");
        }
    }
}
