using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>PAN-SLOWLY: at film rates pans are slow.</summary>
internal sealed class PansAtFilmRate() : StandardRule(
    "PAN-SLOWLY",
    FindingGrade.Advice,
    "At film rates pans are slow.",
    "An object that crosses too fast judders.")
{
    internal override IEnumerable<RuleFinding> Look(StandardInView of)
    {
        if (of.Format is { } format && format.Rate.Frames.FramesPerSecond < 26)
        {
            double seconds = Shutter.PanSeconds(format.Rate.Frames);
            yield return Found(
                Setting.RecordFormat,
                $"At {format.Rate.Label()} an object takes {Notation.Number(seconds, 1)} s or more to cross the frame in a pan.",
                new Figure("least time across the frame", seconds, "seconds", $"{Notation.Number(seconds, 1)} s"));
        }
    }
}
