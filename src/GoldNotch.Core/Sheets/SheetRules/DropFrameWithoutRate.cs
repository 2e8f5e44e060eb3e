using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>DROP-FRAME-RATE: drop-frame is asked for only at 29.97 and 59.94.</summary>
internal sealed class DropFrameWithoutRate() : StandardRule(
    "DROP-FRAME-RATE",
    FindingGrade.Fault,
    "Drop-frame is asked for only at 29.97 and 59.94.",
    "It exists nowhere else (SMPTE ST 12-1).")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.TimecodeCount) == "drop-frame" && of.Format is { } format && !Timecode.DropFrameExists(format.Rate.Frames))
        {
            yield return Found(Setting.TimecodeCount, $"Drop-frame does not exist at {format.Rate.Label()}. Ask for non-drop.");
        }
    }
}
