using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.StandIns;

/// <summary>What a stand-in makes of its scene.</summary>
public static class StandInLight
{
    /// <summary>A white card brighter than this share of the scale is refused.</summary>
    public const double Brightest = 0.85;

    /// <summary>A white card darker than this is refused.</summary>
    public const double Darkest = 0.50;

    // A bright white card would stand over the limit at a right exposure; the cards for balancing reflect about so much.
    // A maker who states no ISO is taken for an ordinary small sensor.
    private const double Card = 0.6;
    private const double UnstatedIso = 320;

    /// <summary>Level of the card in the picture, 0 to 1.</summary>
    public static double LevelOfCard(StandIn camera)
    {
        double linear = Card * Error(camera, GainOf(camera)).Factor;
        return Math.Clamp(new ToneCurve.Bt709().Encode(linear), 0, 1.09);
    }

    /// <summary>The gain that automatic gain goes to; null where the camera has none.</summary>
    public static SettingValue.GainAt? AutomaticGain(StandIn camera) =>
        camera
            .Model.Gain.PositionsOn(camera.Control.BaseWord)
            .Select(p => new SettingValue.GainAt(p.Gain, p.Name))
            .MinBy(p => Math.Abs(Error(camera, p.Gain).Value));

    /// <summary>Stops that the picture is over what a meter would want.</summary>
    public static Stops FromMeter(StandIn camera) => Error(camera, GainOf(camera));

    /// <summary>The gain it stands at, or that automatic gain went to.</summary>
    public static Decibels GainOf(StandIn camera) =>
        camera.IsAutomatic(Setting.Gain)
            ? AutomaticGain(camera)?.Gain ?? new Decibels(0)
            : camera.Value<SettingValue.GainAt>(Setting.Gain)?.Gain ?? new Decibels(0);

    private static Stops Error(StandIn camera, Decibels gain) =>
        ExposureBalance
            .Of(
                MeteredLight.FromLux(new Lux(camera.Scene.Lux)),
                camera.Value<SettingValue.Speed>(Setting.Shutter)?.Time ?? ExposureTime.OneOver(60),
                Sensitivity.IsoAtGain(camera.Model.Gain.IsoOn(camera.Control.BaseWord) ?? new Iso(UnstatedIso), gain),
                camera.Value<SettingValue.Iris>(Setting.Iris)?.Number ?? camera.Model.Lens.WidestAtShort,
                new Stops(camera.FilterStops)
            )
            .Total;
}
