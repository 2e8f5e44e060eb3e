using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PAN-SLOWLY: at 24 and 25 frames pans are slow.</summary>
internal sealed class PansAtFilmRate()
    : StandardRule(RuleId, FindingGrade.Advice, "At 24 and 25 frames pans are slow.", "An object that crosses too fast judders.")
{
    private const string RuleId = "PAN-SLOWLY";

    private static readonly Template Pan = new(RuleId, "pan", "At {rate} let an object take at least {time} to cross the frame in a pan.");

    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Format is { } format && format.Rate.Frames.FramesPerSecond < 26)
        {
            yield return Found(
                Pan,
                Setting.RecordFormat,
                ("rate", format.Rate),
                ("time", FigureValue.In(Measure.Seconds, Shutter.PanSeconds(format.Rate.Frames)))
            );
        }
    }
}
