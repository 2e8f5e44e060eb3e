using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ZEBRA-ON-LOG: a zebra at 100 % says nothing on a log curve.</summary>
internal sealed class ZebraOnLog() : StandardRule(
    "ZEBRA-ON-LOG",
    FindingGrade.Warning,
    "A zebra at 100 % says nothing on a log curve.",
    "Log clips far below 100 %: the stripes never come.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Word(Setting.Profile) == "log" && of.WishOf(Setting.Zebra) is Wish.Amount { Value: > 96 } level)
        {
            yield return Found(Setting.Zebra, $"{level.Text} is never reached on a log curve: the picture clips before any stripe shows. Set it just under the curve's white, 90 to 95 %.");
        }
    }
}
