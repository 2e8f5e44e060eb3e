using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>WHITE-BALANCE-CAST: the white balance this model can be set to leaves no visible cast.</summary>
internal sealed class WhiteLeavesCast()
    : SheetRule(
        RuleId,
        FindingGrade.Warning,
        "The white balance this model can be set to leaves no visible cast.",
        "Above 10 mired a cast is plainly visible."
    )
{
    private const string RuleId = "WHITE-BALANCE-CAST";

    private static readonly Template Cast = new(
        RuleId,
        "cast",
        "{white} under {light} leaves {cast:size} towards {cast?amber|blue} on {model}. Balance on a grey card."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Target<SettingValue.WhiteNumber>(Setting.WhiteBalance) is { } white)
        {
            MiredShift cast = WhiteBalance.Cast(sheet.Standard.Light.Temperature, white.Temperature);
            if (WhiteBalance.Grade(cast) == CastGrade.Fault)
            {
                yield return Found(
                    Cast,
                    Setting.WhiteBalance,
                    ("white", white),
                    ("light", sheet.Standard.Light.Temperature),
                    ("cast", cast),
                    ("model", sheet.Model.Name)
                );
            }
        }
    }
}
