using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>DROP-FRAME-RATE: drop-frame timecode is required only at 29.97 and 59.94.</summary>
internal sealed class DropFrameWithoutRate()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "Drop-frame timecode is required only at 29.97 and 59.94.",
        "It exists at no other rate (SMPTE ST 12-1)."
    )
{
    private const string RuleId = "DROP-FRAME-RATE";

    private static readonly Template NoSuch = new(RuleId, "no-such", "Drop-frame does not exist at {rate}. Require non-drop.");

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.TimecodeCount) == "drop-frame" && of.Format is { } format && !Timecode.DropFrameExists(format.Rate.Frames))
        {
            yield return Found(NoSuch, Setting.TimecodeCount, ("rate", format.Rate));
        }
    }
}
