using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>AUDIO-PEAK: audio peaks are required between −20 and −6 dBFS.</summary>
internal sealed class PeakLevelOff()
    : StandardRule(
        RuleId,
        FindingGrade.Warning,
        "Audio peaks are required between −20 and −6 dBFS.",
        "Above, a laugh clips; below, noise is raised with the voice."
    )
{
    private const string RuleId = "AUDIO-PEAK";

    private static readonly Template TooHigh = new(
        RuleId,
        "too-high",
        "Audio peaks are required at {level}, where a laugh clips. −12 dBFS is usual."
    );
    private static readonly Template TooLow = new(
        RuleId,
        "too-low",
        "Audio peaks are required at {level}. Raising them afterwards raises the noise. −12 dBFS is usual."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.RequirementOf(Setting.AudioPeakLevel) is Requirement.Amount { Value: > -6 or < -20 } level)
        {
            yield return Found(
                level.Value > -6 ? TooHigh : TooLow,
                Setting.AudioPeakLevel,
                ("level", FigureValue.In(Measure.FullScale, level.Value))
            );
        }
    }
}
