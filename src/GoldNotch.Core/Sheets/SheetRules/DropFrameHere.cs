using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>DROP-FRAME-HERE: drop-frame timecode is used only at a rate that has it.</summary>
internal sealed class DropFrameHere()
    : SheetRule(
        RuleId,
        FindingGrade.Fault,
        "Drop-frame timecode is used only at a rate that has it.",
        "At other rates the camera refuses it or counts wrong."
    )
{
    private const string RuleId = "DROP-FRAME-HERE";

    private static readonly Template NotHere = new(
        RuleId,
        "not-here",
        "{model} records {rate} here, where drop-frame does not exist. Set non-drop."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Word(Setting.TimecodeCount) == "drop-frame"
            && sheet.Format is { } format
            && !Timecode.DropFrameExists(format.Rate.Frames)
        )
        {
            yield return Found(NotHere, Setting.TimecodeCount, ("model", sheet.Model.Name), ("rate", format.Rate));
        }
    }
}
