using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>POSITION-AS-STOPS: a filter position is not a number of stops.</summary>
internal sealed class PositionAsStops()
    : ModelRule(
        RuleId,
        FindingGrade.Warning,
        "A filter position is not a number of stops.",
        "Position 1 is one stop on almost no camera: measure it."
    )
{
    private const string RuleId = "POSITION-AS-STOPS";

    private static readonly Template Suspicious = new(
        RuleId,
        "suspicious",
        "Position {position} of {model} is entered as {loss:size}, as if its label were stops. Measure it on a steady grey card."
    );

    internal override IEnumerable<RuleFinding> Look(CameraModel model)
    {
        FilterPosition[] suspicious =
        [
            .. model.Filters.Where(f =>
                Notation.TryDecimal(f.Label, out double number) && Math.Abs(number - f.Loss.Value) < 0.01 && number > 0
            ),
        ];
        if (suspicious.Length > 0)
        {
            yield return Found(
                Suspicious,
                Setting.NeutralDensity,
                ("position", suspicious[0].Label),
                ("model", model.Name),
                ("loss", suspicious[0].Loss)
            );
        }
    }
}
