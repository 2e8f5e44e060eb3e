using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>TEST-CLIP-MISSING: ten seconds are recorded and played back.</summary>
internal sealed class TestClipMissing() : StandardRule(
    "TEST-CLIP-MISSING",
    FindingGrade.Warning,
    "Ten seconds are recorded and played back.",
    "It finds what no list finds.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.TestClip) is null)
        {
            yield return Found(Setting.TestClip, "No notch asks for the ten-second test. A cable, a card or a channel fails in silence.");
        }
    }
}
