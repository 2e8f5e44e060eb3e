using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.SheetRules;

/// <summary>ZOOM-RAMPS: the opening holds over the zoom, or it is said where it ends.</summary>
internal sealed class ZoomRamps() : SheetRule(
    "ZOOM-RAMPS",
    FindingGrade.Advice,
    "The opening holds over the zoom, or it is said where it ends.",
    "Zooming in then darkens the picture, or the camera brings gain.")
{
    internal override IEnumerable<RuleFinding> Look(Sheet sheet)
    {
        if (sheet.Target<SettingValue.Opening>(Setting.IrisOpening) is { } opening
            && sheet.Model.Lens.HoldsUntil(opening.Number) is { } focal && focal.Value < sheet.Model.Lens.Longest.Value - 0.01)
        {
            Stops loss = sheet.Model.Lens.WidestAtLong.OpennessFrom(opening.Number);
            yield return Found(
                Setting.IrisOpening,
                $"{opening.Label} holds up to {focal.Label()}; at {sheet.Model.Lens.Longest.Label()} {loss.Magnitude.InHundredths()} are lost.",
                new Figure("held up to", focal.Value, "millimetres", focal.Label()),
                Figure.InStops("at the long end", loss));
        }
    }
}
