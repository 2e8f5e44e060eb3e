using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>TEST-CLIP-MISSING: ten seconds are recorded and played back.</summary>
internal sealed class TestClipMissing()
    : StandardRule(RuleId, FindingGrade.Warning, "Ten seconds are recorded and played back.", "It reveals what no list reveals.")
{
    private const string RuleId = "TEST-CLIP-MISSING";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "No notch requires the ten-second test. A cable, a card or a channel fails without a sign. Add one."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.NotchOf(Setting.TestClip) is null)
        {
            yield return Found(Missing, Setting.TestClip);
        }
    }
}
