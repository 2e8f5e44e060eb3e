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

    // Only what this lens has is a remedy: the iris that the meter asks for.
    private static bool Reaches(Sheet sheet, FNumber now, Stops error)
    {
        FNumber wanted = now.OpenedBy(-error);
        return Math.Abs(sheet.Model.Lens.Reach(wanted).OpennessFrom(wanted).Value) <= (1.0 / 6) + Guard.Edge;
    }

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Predicted is { } balance && Math.Abs(balance.Error.Value) > (1.0 / 3) + Guard.Edge)
        {
            RuleFinding found = Found(Off, Setting.Iris, ("light", sheet.Standard.Light.Illuminance!.Value), ("error", balance.Error));
            Template remedy =
                sheet.LineOf(Setting.Iris)
                    is { Notch.Requirement: Requirement.Iris { TakesUpTheRest: false }, Target: SettingValue.Iris iris }
                && Reaches(sheet, iris.Number, balance.Error)
                    ? AskAsMetered
                : balance.Error.Value < 0 ? AddLight
                : AddFilter;
            yield return found with
            {
                Because = found.Because.And(remedy.Of(Setting.Iris)),
            };
        }
    }
}
