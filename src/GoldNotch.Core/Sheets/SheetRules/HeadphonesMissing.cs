using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>NO-HEADPHONES: where sound is recorded, somebody listens.</summary>
internal sealed class HeadphonesMissing() : StandardRule(
    "NO-HEADPHONES",
    FindingGrade.Warning,
    "Where sound is recorded, somebody listens.",
    "Only ears hear a bad cable.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.Headphones) is null && of.NotchOf(Setting.PeakLevel) is not null)
        {
            yield return Found(Setting.Headphones, "A voice is to be recorded and no notch asks for headphones.");
        }
    }
}
