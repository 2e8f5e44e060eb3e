using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>BLACK-REFERENCE: a camera that needs a black reference gets one.</summary>
internal sealed class BlackReferenceForgotten()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "A camera that needs a black reference gets one.",
        "Without it the picture drifts as the sensor warms."
    )
{
    private const string RuleId = "BLACK-REFERENCE";

    private static readonly Template Missing = new(
        RuleId,
        "missing",
        "{model} needs a black reference every {interval}, and no notch requires it. Add one."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Model.BlackReferenceMinutes is { } minutes && sheet.LineOf(Setting.BlackReference) is null)
        {
            yield return Found(
                Missing,
                Setting.BlackReference,
                ("model", sheet.Model.Name),
                ("interval", FigureValue.In(Measure.Minutes, minutes))
            );
        }
    }
}
