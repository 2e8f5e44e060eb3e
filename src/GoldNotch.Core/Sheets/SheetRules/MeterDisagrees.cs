using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>METER-DISAGREES: the sheet agrees with the meter.</summary>
internal sealed class MeterDisagrees()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "The sheet agrees with the meter.",
        "A camera with another ISO needs another iris for the same light."
    )
{
    private const string RuleId = "METER-DISAGREES";

    private static readonly Template Off = new(RuleId, "off", "At {light} this sheet comes out {error:size} {error?over|under} the meter.");
    private static readonly Template AskAsMetered = new(
        RuleId,
        "as-metered",
        "Require the iris “as metered”, and the sheet uses this model's own ISO."
    );
    private static readonly Template AddLight = new(RuleId, "add-light", "Add light.");
    private static readonly Template AddFilter = new(RuleId, "add-filter", "Put an ND filter in front.");

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Predicted is { } balance && Math.Abs(balance.Error.Value) > (1.0 / 3) + Guard.Edge)
        {
            RuleFinding found = Found(Off, Setting.Iris, ("light", sheet.Standard.Light.Illuminance!.Value), ("error", balance.Error));
            Template remedy =
                sheet.LineOf(Setting.Iris)?.Notch is { Requirement: Requirement.Iris } ? AskAsMetered
                : balance.Error.Value < 0 ? AddLight
                : AddFilter;
            yield return found with
            {
                Because = found.Because.And(remedy.Of(Setting.Iris)),
            };
        }
    }
}
