using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PEAK-LEVEL: voice peaks lie between −20 and −6 dBFS.</summary>
internal sealed class PeakLevelOff() : StandardRule(
    "PEAK-LEVEL",
    FindingGrade.Warning,
    "Voice peaks lie between −20 and −6 dBFS.",
    "Higher a laugh clips, lower the noise comes up with it.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.WishOf(Setting.PeakLevel) is Wish.Amount { Value: > -6 or < -20 } level)
        {
            yield return Found(Setting.PeakLevel, $"Voice peaks around {level.Text}: {(level.Value > -6 ? "a laugh will clip" : "it must be raised afterwards, and the noise with it")}. −12 dBFS is usual.");
        }
    }
}
