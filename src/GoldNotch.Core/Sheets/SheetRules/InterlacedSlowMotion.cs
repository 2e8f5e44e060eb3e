using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>INTERLACED-SLOW: slow motion and still frames are progressive.</summary>
internal sealed class InterlacedSlowMotion()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "Slow motion and still frames are progressive.",
        "Interlaced fields show combing when slowed down or frozen."
    )
{
    private const string RuleId = "INTERLACED-SLOW";

    private static readonly Template SlowMotion = new(
        RuleId,
        "slow-motion",
        "{format} is interlaced, and the footage is for slow motion. Require a progressive rate."
    );
    private static readonly Template Stills = new(
        RuleId,
        "stills",
        "{format} is interlaced, and the footage is for still frames. Require a progressive rate."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Format is { Rate.Scan: Scan.Interlaced } format && of.Standard.Use is FootageUse.SlowMotion or FootageUse.Stills)
        {
            yield return Found(of.Standard.Use == FootageUse.SlowMotion ? SlowMotion : Stills, Setting.RecordFormat, ("format", format));
        }
    }
}
