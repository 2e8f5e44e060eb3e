using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ZOOM-RAMPS: the iris holds over the zoom range, or the sheet states where it ends.</summary>
internal sealed class ZoomRamps()
    : SheetRule(
        RuleId,
        FindingGrade.Advice,
        "The iris holds over the zoom range, or the sheet states where it ends.",
        "Zooming in darkens the picture, or the camera raises gain."
    )
{
    private const string RuleId = "ZOOM-RAMPS";

    private static readonly Template Ramps = new(
        RuleId,
        "ramps",
        "{iris} holds up to {focal}. At {longest} the picture is {loss:size} darker."
    );

    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (
            sheet.Target<SettingValue.Iris>(Setting.Iris) is { } iris
            && sheet.Model.Lens.HoldsUntil(iris.Number) is { } focal
            && focal.Value < sheet.Model.Lens.Longest.Value - 0.01
        )
        {
            yield return Found(
                Ramps,
                Setting.Iris,
                ("iris", iris),
                ("focal", focal),
                ("longest", sheet.Model.Lens.Longest),
                ("loss", sheet.Model.Lens.WidestAtLong.OpennessFrom(iris.Number))
            );
        }
    }
}
