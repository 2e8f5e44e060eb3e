using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Exchange;

/// <summary>The same light told in the other way: a reading of the meter as lux, lux as a reading.</summary>
public static class LightConversion
{
    // A meter shows no more than this of lux.
    private const int Figures = 3;

    /// <summary>A light that is given by a reading, in lux.</summary>
    /// <param name="light">The light.</param>
    /// <exception cref="RefusedException">The reading cannot be.</exception>
    public static LineUpLightDocument ToLux(LineUpLightDocument light)
    {
        if (light.Reading is not { } reading)
        {
            return light;
        }

        Lux lux = MeteredLight
            .FromReading(
                RefusedException.At("/reading/iris", () => FNumber.Parse(reading.Iris)),
                RefusedException.At("/reading/time", () => ExposureTime.Parse(reading.Time)),
                RefusedException.At("/reading/iso", () => new Iso(reading.Iso))
            )
            .ToLux(ConstantOf(light));
        double step = Math.Pow(10, Math.Floor(Math.Log10(lux.Value)) - (Figures - 1));
        return light with { Lux = Math.Round(lux.Value / step) * step, Reading = null };
    }

    /// <summary>A light that is given in lux, as the iris that a meter shows at a time and a speed: to the nearest third of a stop, as meters mark it.</summary>
    /// <param name="light">The light.</param>
    /// <param name="at">Time and speed of the meter; its iris is not looked at.</param>
    /// <exception cref="RefusedException">Lux, time or speed cannot be.</exception>
    public static LineUpLightDocument ToReading(LineUpLightDocument light, LightReadingDocument at)
    {
        if (light.Lux is not { } lux)
        {
            return light;
        }

        FNumber iris = MeteredLight
            .FromLux(RefusedException.At("/lux", () => new Lux(lux)), ConstantOf(light))
            .IrisAt(
                RefusedException.At("/reading/time", () => ExposureTime.Parse(at.Time)),
                RefusedException.At("/reading/iso", () => new Iso(at.Iso))
            );
        return light with { Lux = null, Reading = at with { Iris = iris.Label() } };
    }

    private static double ConstantOf(LineUpLightDocument light) =>
        light.Meter == "flat" ? MeteredLight.FlatConstant : MeteredLight.DomeConstant;
}
