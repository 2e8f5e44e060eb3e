using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NO-HEADPHONES: where audio is recorded, somebody listens.</summary>
internal sealed class HeadphonesMissing()
    : StandardRule(RuleId, FindingGrade.Warning, "Where audio is recorded, somebody listens.", "Only listening reveals a bad cable.")
{
    private const string RuleId = "NO-HEADPHONES";

    private static readonly Template Missing = new(RuleId, "missing", "A voice is recorded and no notch requires headphones. Add one.");

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.Headphones) is null && of.NotchOf(Setting.AudioPeakLevel) is not null)
        {
            yield return Found(Missing, Setting.Headphones);
        }
    }
}
