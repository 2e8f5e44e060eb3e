using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>The values of a plan, frozen with the check that is made by them.</summary>
public static class PlannedSheets
{
    /// <summary>Freezes what a plan says of one camera.</summary>
    /// <param name="id">The line-up.</param>
    /// <param name="lineUp">The line-up as it was planned.</param>
    /// <param name="row">The camera.</param>
    /// <param name="white">How it is balanced.</param>
    public static PlannedSheetDocument Freeze(Guid id, LineUp lineUp, CameraRow row, BalanceRow? white)
    {
        SceneLight light = lineUp.Light.AsScene(lineUp.Place.Length > 0 ? lineUp.Place : lineUp.Name);
        return new PlannedSheetDocument(
            id,
            lineUp.Name,
            row.Plan.Camera.Name,
            new LightDocument(light.Description, light.Temperature.Value, light.MainsHz, Fields.Word(light.Lamp), light.Illuminance?.Value),
            [.. ShootSheet.Notches(lineUp, row, white).Select(NotchDocument.Of)],
            [.. CameraPreparation.Circumstances(lineUp, row.Prepared.Of).All.Select(ConditionWords.Of)],
            row.Prepared.Of.LensName,
            ShootSheet.OffsetsOf(lineUp).Other.Value,
            ShootSheet.OffsetsOf(lineUp).OnLog.Value
        );
    }

    /// <summary>The sheet that a frozen plan makes of a standard.</summary>
    /// <param name="standard">The standard.</param>
    /// <param name="model">The card that was frozen with it.</param>
    /// <param name="shoot">The plan's values.</param>
    public static Sheet Sheet(Standard standard, CameraModel model, PlannedSheetDocument shoot)
    {
        NamedLens? lens = model.Lenses.FirstOrDefault(l => l.Name == shoot.Lens);
        CameraModel with = lens switch
        {
            null => model,
            { Transmission: { } t } => model with { Lens = ShootSheet.Marked(lens.Lens, t) },
            _ => model with { Lens = lens.Lens },
        };
        ImmutableArray<Notch> notches = [.. shoot.Notches.Select((n, i) => StandardReader.ToNotch(n, $"/notches/{i}"))];
        Circumstances circumstances = Circumstances.Of(shoot.Circumstances.Select(ConditionWords.Parse));
        Standard planned = ShootSheet.Planned(
            standard.In(StandardReader.ToLight(shoot.Light, "/light"), notches),
            shoot.Name,
            (new Stops(shoot.OffsetLogStops), new Stops(shoot.OffsetStops))
        );
        return SheetCompiler.Compile(planned, with, circumstances);
    }
}
