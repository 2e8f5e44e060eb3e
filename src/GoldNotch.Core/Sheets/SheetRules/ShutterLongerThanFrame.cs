using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>SHUTTER-LONGER: the shutter is never longer than one frame.</summary>
internal sealed class ShutterLongerThanFrame()
    : StandardRule(
        RuleId,
        FindingGrade.Fault,
        "The shutter is never longer than one frame.",
        "The camera repeats frames: that is an effect, not a standard."
    )
{
    private const string RuleId = "SHUTTER-LONGER";

    private static readonly Template Longer = new(
        RuleId,
        "longer",
        "{shutter} is longer than one picture at {rate} ({angle}): pictures repeat and movement smears. Require 180°."
    );

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (
            of.RequirementOf(Setting.Shutter) is Requirement.Speed speed
            && of.Format is { } format
            && Shutter.RepeatsFrames(speed.Time, format.Rate)
        )
        {
            yield return Found(
                Longer,
                Setting.Shutter,
                ("shutter", speed.Time),
                ("rate", format.Rate),
                ("angle", FigureValue.In(Measure.Degrees, Shutter.AngleDegrees(speed.Time, format.Rate.Frames)))
            );
        }
    }
}
