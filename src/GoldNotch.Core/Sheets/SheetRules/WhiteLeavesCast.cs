using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>WHITE-CAST: the white this model can be set to leaves no visible cast.</summary>
internal sealed class WhiteLeavesCast() : SheetRule(
    "WHITE-CAST",
    FindingGrade.Warning,
    "The white this model can be set to leaves no visible cast.",
    "Above 10 mired it is plainly seen.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Target<SettingValue.WhiteNumber>(Setting.WhiteBalance) is { } white)
        {
            MiredShift cast = WhiteBalance.Cast(sheet.Standard.Light.Temperature, white.Temperature);
            if (WhiteBalance.Grade(cast) == CastGrade.Fault)
            {
                yield return Found(
                    Setting.WhiteBalance,
                    $"{white.Label} under {sheet.Standard.Light.Temperature.Label()} leaves {cast.Label()} to {(cast.Value > 0 ? "amber" : "blue")} on {sheet.Model.Name}. Balance it on a card.",
                    Figure.Of("cast", new Distance(cast.Value, NaturalUnit.Mired)));
            }
        }
    }
}
