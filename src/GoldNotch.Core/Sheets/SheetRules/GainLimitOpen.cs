using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>GAIN-LIMIT-OPEN: the limit of automatic gain is low.</summary>
internal sealed class GainLimitOpen() : StandardRule(
    "GAIN-LIMIT-OPEN",
    FindingGrade.Warning,
    "The limit of automatic gain is low.",
    "Automatic gain hides a closed iris, a fast shutter and a forgotten filter.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.WishOf(Setting.GainLimit) is Wish.Amount { Value: > 6 } limit)
        {
            yield return Found(Setting.GainLimit, $"Automatic gain may go up by {limit.Text}: it will hide a closed iris or a forgotten filter before anybody sees noise. Ask for at most 6 dB.");
        }
    }
}
