using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NO-SPARE-CHANNEL: two channels from one microphone differ in level.</summary>
internal sealed class NoSpareChannel() : StandardRule(
    "NO-SPARE-CHANNEL",
    FindingGrade.Warning,
    "Two channels from one microphone differ in level.",
    "A shout that clips the first clips the second too.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.Channel1) == "input 1" && of.Word(Setting.Channel2) == "input 1")
        {
            yield return Found(Setting.Channel2, "Both channels take input 1 at one level, so there is no spare. Ask for the built-in microphone, or the same one 10 dB lower.");
        }
    }
}
