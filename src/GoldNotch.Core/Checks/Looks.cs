using System.Collections.Frozen;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Checks;

/// <summary>Settings that one look at a camera answers together: its kit, its card, its display.</summary>
/// <param name="Key">Key in addresses, e.g. <c>audio-inputs</c>.</param>
/// <param name="Name">What it is called, 1 to 3 words.</param>
public sealed record Look(string Key, string Name);

/// <summary>
/// Which settings are looked at together on the bench. What a hand sets for the exposure and the white balance stands alone: each has a
/// figure of its own, and each ruins a shoot by itself. (Bench rule.)
/// </summary>
public static class Looks
{
    private static readonly FrozenDictionary<Setting, Look> BySetting = new (Look Look, Setting[] Settings)[]
    {
        (new Look("kit", "Kit"), [Setting.KitCounted, Setting.TripodPlate, Setting.SpareBatteries, Setting.LensCap]),
        (new Look("power", "Power"), [Setting.BatterySeated, Setting.MainsAdapter, Setting.RunningMinutes]),
        (
            new Look("card", "Card"),
            [
                Setting.CardSeated,
                Setting.CardSpeed,
                Setting.FileSystem,
                Setting.CardCleared,
                Setting.CardFormatted,
                Setting.SlotMode,
                Setting.RecordTo,
                Setting.CardMinutes,
            ]
        ),
        (new Look("known-state", "Known state"), [Setting.FactoryReset, Setting.Clock, Setting.Language, Setting.FullAuto]),
        (
            new Look("recording", "Recording"),
            [Setting.HighRate, Setting.Codec, Setting.BitRate, Setting.BitDepth, Setting.Aspect, Setting.Squeeze, Setting.VideoOutput]
        ),
        (new Look("automatics", "Automatic aids"), [Setting.GainLimit, Setting.GainBoost, Setting.AutoExposureShift]),
        (
            new Look("focus", "Focus and lens"),
            [
                Setting.FocusMode,
                Setting.LensFocus,
                Setting.ZoomMode,
                Setting.DigitalZoom,
                Setting.Stabiliser,
                Setting.Eyepiece,
                Setting.EyeSensor,
            ]
        ),
        (new Look("picture", "Picture profile"), [Setting.Profile, Setting.ViewingLut]),
        (
            new Look("display", "Viewing aids"),
            [
                Setting.Zebra,
                Setting.Peaking,
                Setting.Magnifier,
                Setting.Markers,
                Setting.AspectGuide,
                Setting.FalseColour,
                Setting.Histogram,
                Setting.Button1,
                Setting.Button2,
                Setting.Button3,
            ]
        ),
        (
            new Look("audio-inputs", "Audio inputs"),
            [
                Setting.Input1,
                Setting.Input2,
                Setting.Phantom1,
                Setting.Phantom2,
                Setting.Pad,
                Setting.Channel1,
                Setting.Channel2,
                Setting.WirelessPair,
                Setting.LowCut,
            ]
        ),
        (
            new Look("audio-level", "Audio level"),
            [Setting.AudioLevelControl, Setting.AudioPeakLevel, Setting.Limiter, Setting.AudioFormat, Setting.Headphones]
        ),
        (new Look("timecode", "Timecode"), [Setting.TimecodeCount, Setting.TimecodeHour, Setting.TimecodeRun]),
        (new Look("test", "Test"), [Setting.BlackReference, Setting.TestClip]),
        (
            new Look("wrap", "Wrap"),
            [Setting.ClipsCopied, Setting.ResetAfter, Setting.Packed, Setting.Charged, Setting.KitBack, Setting.FaultsNoted]
        ),
    }
        .SelectMany(l => l.Settings.Select(s => (Setting: s, l.Look)))
        .ToFrozenDictionary(l => l.Setting, l => l.Look);

    /// <summary>The look that answers a setting; null where it is looked at by itself.</summary>
    public static Look? Of(Setting setting) => BySetting.GetValueOrDefault(setting);
}
