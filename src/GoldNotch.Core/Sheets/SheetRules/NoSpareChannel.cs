using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NO-SPARE-CHANNEL: two channels from one microphone differ in level.</summary>
internal sealed class NoSpareChannel()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "Two channels from one microphone differ in level.",
        "A shout that clips the first clips the second too."
    )
{
    private const string RuleId = "NO-SPARE-CHANNEL";

    private static readonly Template Same = new(
        RuleId,
        "same",
        "Both channels record input 1 at one level, so there is no spare. Require the built-in microphone, or input 1 10 dB lower."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.Channel1) == "input 1" && of.Word(Setting.Channel2) == "input 1")
        {
            yield return Found(Same, Setting.Channel2);
        }
    }
}
