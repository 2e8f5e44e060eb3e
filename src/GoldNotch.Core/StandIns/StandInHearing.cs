using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.StandIns;

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
    public static SoundScene Interview { get; } = new(Plugged.Condenser, Plugged.Wireless, -12, 0, false);
}

/// <summary>What a channel of a stand-in's clip hears.</summary>
/// <param name="VoiceDbfs">Peaks of the voice, dBFS; null where there is none. Over 0 it is cut off.</param>
/// <param name="FloorDbfs">Level of the noise under it, dBFS.</param>
/// <param name="HumHz">Mains whose hum is in it, Hz; 0 for none.</param>
/// <param name="IsReversed">Whether its cable is wired the other way round.</param>
public sealed record StandInChannel(double? VoiceDbfs, double FloorDbfs = -66, double HumHz = 0, bool IsReversed = false);

/// <summary>What a stand-in's channels hear: as its settings, what is plugged in and what is spoken have it.</summary>
public static class StandInHearing
{
    // A microphone in the body hears the room, and the hand on it.
    private const double BuiltInLower = 14;
    private const double BuiltInFloor = -52;

    // Gain between a line and a microphone.
    private const double LineToMicrophone = 36;
    private const double PadLower = 20;
    private const double SpareLower = 10;

    /// <summary>What a channel hears as the camera stands; a body with one input records it on both.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="channel">Channel 1 or 2.</param>
    public static StandInChannel Channel(StandIn camera, Setting channel)
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
