using GoldNotch.Core.Cameras;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets;

/// <summary>The shutter of a camera that is steadier under the lamps of a place, as its dial shows it.</summary>
public static class SteadierShutter
{
    /// <summary>Finds it.</summary>
    /// <param name="model">The camera.</param>
    /// <param name="rate">Rate it records at.</param>
    /// <param name="light">The light, its mains and lamp.</param>
    /// <param name="time">The shutter as it stands.</param>
    /// <returns>An angle where the dial has one; a near position before a far one; null where none of the whole dial is steadier.</returns>
    public static SettingValue.Speed? For(CameraModel model, ScanRate rate, SceneLight light, ExposureTime time)
    {
        // Clear scan comes last: of equal times the plain position is the simpler to set.
        SettingValue.Speed[] positions =
        [
            .. WholeRipples(model, rate, light.MainsHz),
            .. PositionsOf(model, rate),
            .. Scanned(model, rate, light.MainsHz),
        ];
        ExposureTime? found =
            Flicker.Offer(light.MainsHz, time, positions.Select(p => p.Time), rate, light.Modulation) is { } near && near != time
                ? near
                : Flicker.OfferAnywhere(light.MainsHz, time, positions.Select(p => p.Time), rate, light.Modulation);
        return found is { } offered ? positions.First(p => p.Time == offered) : null;
    }

    // Where any angle can be typed in, those of whole ripples are steady under any lamp.
    private static IEnumerable<SettingValue.Speed> WholeRipples(CameraModel model, ScanRate rate, double mainsHz)
    {
        if (model.Angles is not { AnyBetween: true } dial)
        {
            yield break;
        }

        double frame = 1 / rate.Frames.FramesPerSecond;
        for (int ripples = 1; ripples / (2 * mainsHz) <= frame; ripples++)
        {
            double degrees = Math.Round(360 * ripples / (2 * mainsHz) / frame, 1);
            if (degrees > 0 && new ShutterAngle(degrees) is var angle && dial.Has(angle))
            {
                yield return new SettingValue.Speed(angle.At(rate.Frames), angle);
            }
        }
    }

    // Periods of one whole ripple or more, as near as the steps of the clear scan come.
    private static IEnumerable<SettingValue.Speed> Scanned(CameraModel model, ScanRate rate, double mainsHz)
    {
        for (int ripples = 1; model.ClearScan is not null && ripples / (2 * mainsHz) <= 1 / rate.PicturesPerSecond; ripples++)
        {
            if (model.ClearScan.Nearest(2 * mainsHz / ripples) is { } scanned)
            {
                yield return scanned;
            }
        }
    }

    /// <summary>Every shutter a model has at a rate: its angles first, since a dial in degrees is set in degrees.</summary>
    public static IEnumerable<SettingValue.Speed> PositionsOf(CameraModel model, ScanRate rate) =>
        (model.Angles?.Marks.Select(a => new SettingValue.Speed(a.At(rate.Frames), a)) ?? []).Concat(
            model.Shutters.Select(t => new SettingValue.Speed(t))
        );
}
