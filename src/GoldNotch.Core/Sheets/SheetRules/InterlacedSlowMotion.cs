using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>INTERLACED-SLOW: slow motion and still frames are progressive.</summary>
internal sealed class InterlacedSlowMotion() : StandardRule(
    "INTERLACED-SLOW",
    FindingGrade.Fault,
    "Slow motion and still frames are progressive.",
    "Fields are half pictures: slowed down they comb, frozen they flicker.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Format is { Rate.Scan: Scan.Interlaced } format && of.Standard.Use is FootageUse.SlowMotion or FootageUse.Stills)
        {
            yield return Found(Setting.RecordFormat, $"{format.Label} is interlaced, and the footage is for {(of.Standard.Use == FootageUse.SlowMotion ? "slow motion" : "still frames")}. Ask for a progressive rate.");
        }
    }
}
