using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>POSITION-AS-STOPS: a filter position is not a number of stops.</summary>
internal sealed class PositionAsStops() : ModelRule(
    "POSITION-AS-STOPS",
    FindingGrade.Warning,
    "A filter position is not a number of stops.",
    "Position 1 is one stop on almost no camera: measure it.")
{
    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        FilterPosition[] suspicious = [.. model.Filters.Where(f => Notation.TryDecimal(f.Label, out double number) && Math.Abs(number - f.Loss.Value) < 0.01 && number > 0)];
        if (suspicious.Length > 0)
        {
            yield return Found(Setting.NeutralDensity, $"Position {suspicious[0].Label} of {model.Name} is said to take {suspicious[0].Loss.InHundredths()}, as if its label were stops. Measure it on a steady card, clear against position.");
        }
    }
}
