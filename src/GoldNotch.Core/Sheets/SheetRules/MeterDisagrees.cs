using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>METER-DISAGREES: the sheet agrees with the meter.</summary>
internal sealed class MeterDisagrees() : SheetRule(
    "METER-DISAGREES",
    FindingGrade.Warning,
    "The sheet agrees with the meter.",
    "A camera with another native speed needs another opening for the same light.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Predicted is { } balance && Math.Abs(balance.Error.Value) > (1.0 / 3) + Guard.Edge)
        {
            Notch? iris = sheet.LineOf(Setting.IrisOpening)?.Notch;
            string mend = iris is { Wish: Wish.Opening } ? " Ask for the opening “as metered”, and the sheet counts this model's own speed." : balance.Error.Value < 0 ? " Bring light." : " Put a filter in front.";
            yield return Found(
                Setting.IrisOpening,
                $"In {Notation.Number(sheet.Standard.Light.Illuminance!.Value.Value)} lx this sheet comes out {balance.Error.Magnitude.InHundredths()} {(balance.Error.Value > 0 ? "over" : "under")} the meter.{mend}",
                Figure.InStops("against the meter", balance.Error));
        }
    }
}
