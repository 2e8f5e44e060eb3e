using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ASK-RECEIVER: before a live picture the receiver is asked.</summary>
internal sealed class AskTheReceiver() : StandardRule(
    "ASK-RECEIVER",
    FindingGrade.Advice,
    "Before a live picture the receiver is asked.",
    "Size, rate and scan are theirs to say.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Standard.Use == FootageUse.Live)
        {
            string meant = of.Format is { } format ? $" The sheet has {format.Label}." : "";
            yield return Found(Setting.RecordFormat, $"It goes live: ask the receiver for size, rate, scan and bit rate before the day.{meant} Accept this with the name of who said so.");
        }
    }
}
