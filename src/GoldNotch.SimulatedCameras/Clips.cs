using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.SimulatedCameras;

/// <summary>Clips of a stand-in: as its settings, its scene and its cables have it, leftovers of the last borrower included.</summary>
internal static class Clips
{
    internal const double UsualSeconds = 10;
    internal const double LeastSeconds = 2;

    private const double SlowMotion = 0.25;

    /// <summary>Whether it gives one at all: raw and interlaced recordings it does not.</summary>
    internal static bool IsGiven(StandIn camera) =>
        Format(camera) is { Rate.Scan: not Scan.Interlaced } && !Word(camera, Setting.Codec).Contains("raw", StringComparison.Ordinal);

    /// <summary>The clip that it would record now.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="seconds">How long.</param>
    internal static StandInClip Of(StandIn camera, double seconds)
    {
        SettingValue.Format format = Format(camera)!;
        bool isSlow = Word(camera, Setting.HighRate) == "on";
        return new StandInClip
        {
            Size = format.Size,
            Rate = format.Rate.Frames,
            Megabits = Megabits(camera, format),
            IsEveryFrame =
                Word(camera, Setting.Codec) is var codec
                && (codec.Contains("every", StringComparison.Ordinal) || codec.Contains("intermediate", StringComparison.Ordinal)),
            Bits = camera.Value<SettingValue.Amount>(Setting.BitDepth)?.Value > 8 ? 10 : 8,
            IsPcm = Word(camera, Setting.AudioFormat) != "compressed",
            Timecode = Timecode(camera, format.Rate.Frames),
            Seconds = seconds,
            ShutterSeconds = camera.Value<SettingValue.Speed>(Setting.Shutter)?.Time.Seconds ?? (1 / 60.0),
            Speed = isSlow ? SlowMotion : 1,
            Light = camera.Scene.Light,
            Flicker = camera.Scene.Flicker,
            Camera = StandInEye.Seen(camera),
            Profile = StandInEye.Profile(camera),
            // What is played slowly has no sound.
            Sound =
                isSlow || camera.Model.NotFitted.Contains(Setting.Input1)
                    ? []
                    : [StandInHearing.Channel(camera, Setting.Channel1), StandInHearing.Channel(camera, Setting.Channel2)],
        };
    }

    private static SettingValue.Format? Format(StandIn camera) => camera.Value<SettingValue.Format>(Setting.RecordFormat);

    private static double Megabits(StandIn camera, SettingValue.Format format) =>
        camera.Value<SettingValue.Bits>(Setting.BitRate)?.Rate.Megabits ?? camera.Model.FormatOf(format)?.BitRates.Max().Megabits ?? 20;

    private static string? Timecode(StandIn camera, FrameRate rate)
    {
        if (camera.Model.NotFitted.Contains(Setting.TimecodeCount))
        {
            return null;
        }

        int hour = (int)(camera.Value<SettingValue.Amount>(Setting.TimecodeHour)?.Value ?? 0);
        bool drops = rate.Denominator == 1001 && rate.Numerator % 30_000 == 0 && Word(camera, Setting.TimecodeCount) == "drop-frame";
        return string.Create(CultureInfo.InvariantCulture, $"{hour:00}:00:00{(drops ? ';' : ':')}00");
    }

    private static string Word(StandIn camera, Setting setting) => camera.Value<SettingValue.Choice>(setting)?.Word ?? "";
}
