using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.SimulatedCameras;

/// <summary>What is plugged into an input.</summary>
public enum Plugged
{
    /// <summary>Nothing.</summary>
    None,

    /// <summary>A microphone that needs phantom power.</summary>
    Condenser,

    /// <summary>One that needs none.</summary>
    Dynamic,

    /// <summary>A wireless receiver.</summary>
    Wireless,

    /// <summary>A desk.</summary>
    Line,
}

/// <summary>The sound around a stand-in.</summary>
/// <param name="Input1">What is plugged into input 1.</param>
/// <param name="Input2">Into input 2.</param>
/// <param name="VoiceDbfs">Where the voice would peak at the level that is set, dBFS.</param>
/// <param name="HumHz">Mains whose hum the cables catch; 0 for none.</param>
/// <param name="IsReversed">Whether the cable of input 2 is wired the other way round.</param>
public sealed record SoundScene(Plugged Input1, Plugged Input2, double VoiceDbfs, double HumHz, bool IsReversed)
{
    /// <summary>A condenser microphone at the boom, and a wireless one.</summary>
    public static SoundScene Interview { get; } = Of(new SoundOrder());

    internal static SoundScene Of(SoundOrder order) =>
        new(Word(order.Input1), Word(order.Input2), order.VoiceDbfs, order.HumHz, order.Reversed);

    private static Plugged Word(string word) => Enum.TryParse(word, true, out Plugged plugged) ? plugged : Plugged.None;
}

/// <summary>Clips of a stand-in: as its settings, its scene and its cables have it, leftovers of the last borrower included.</summary>
internal static class Clips
{
    internal const double UsualSeconds = 10;
    internal const double LeastSeconds = 2;

    // A microphone in the body hears the room, and the hand on it.
    private const double BuiltInLower = 14;
    private const double BuiltInFloor = -52;

    // Gain between a line and a microphone.
    private const double LineToMicrophone = 36;
    private const double PadLower = 20;
    private const double SpareLower = 10;
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
            Camera = Pictures.Seen(camera),
            Profile = Pictures.Profile(camera),
            // What is played slowly has no sound.
            Sound =
                isSlow || camera.Model.NotFitted.Contains(Setting.Input1)
                    ? []
                    : [Channel(camera, Setting.Channel1), Channel(camera, Setting.Channel2)],
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

    // A body with one input records it on both channels.
    private static StandInChannel Channel(StandIn camera, Setting channel)
    {
        string source = Word(camera, channel);
        if (source == "built-in")
        {
            return BuiltIn(camera);
        }

        bool isSecond = source == "input 2";
        StandInChannel heard = Input(camera, isSecond);
        return source.Contains("lower", StringComparison.Ordinal) ? heard with { VoiceDbfs = heard.VoiceDbfs - SpareLower } : heard;
    }

    private static StandInChannel Input(StandIn camera, bool isSecond)
    {
        string set = Word(camera, isSecond ? Setting.Input2 : Setting.Input1);
        Plugged plugged = isSecond ? camera.Sound.Input2 : camera.Sound.Input1;
        bool hasPhantom = Word(camera, isSecond ? Setting.Phantom2 : Setting.Phantom1) == "on";
        if (set == "built-in")
        {
            return BuiltIn(camera);
        }

        double? voice = plugged switch
        {
            Plugged.None => null,
            Plugged.Condenser when !hasPhantom => null,
            Plugged.Line => set == "line" ? camera.Sound.VoiceDbfs : camera.Sound.VoiceDbfs + LineToMicrophone,
            _ => set == "line" ? camera.Sound.VoiceDbfs - LineToMicrophone : camera.Sound.VoiceDbfs,
        };
        return new StandInChannel(
            voice - (Word(camera, Setting.Pad) is "on" ? PadLower : 0),
            HumHz: plugged is Plugged.None or Plugged.Wireless ? 0 : camera.Sound.HumHz,
            IsReversed: isSecond && camera.Sound.IsReversed
        );
    }

    private static StandInChannel BuiltIn(StandIn camera) => new(camera.Sound.VoiceDbfs - BuiltInLower, BuiltInFloor);

    private static string Word(StandIn camera, Setting setting) => camera.Value<SettingValue.Choice>(setting)?.Word ?? "";
}
