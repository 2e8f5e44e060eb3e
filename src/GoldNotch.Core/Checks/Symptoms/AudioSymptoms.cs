using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>What is said of the sound.</summary>
internal static class AudioSymptoms
{
    internal static ImmutableArray<Symptom> All { get; } =
    [
        new(
            "silent-wireless",
            "A wireless channel is silent or noisy",
            [
                new(
                    "channel",
                    "Do transmitter and receiver stand on different channels?",
                    "Set both to the same; another pair in the house may be on it."
                )
                {
                    Settings = [Setting.WirelessPair],
                    StandsSo = DoneRulesOut,
                },
                new("lamps", "Is a lamp red, or does the transmitter say mute?", "Mute off; both lamps must show the link.")
                {
                    Settings = [Setting.WirelessPair],
                    StandsSo = DoneRulesOut,
                },
                new("cells", "Are the cells old?", "Fresh cells in both, and write the day on them.")
                {
                    Settings = [Setting.WirelessPair],
                    StandsSo = DoneRulesOut,
                },
                new("receiver", "Is the receiver off?", "Switch it on: the camera does not power it.")
                {
                    Settings = [Setting.WirelessPair],
                    StandsSo = DoneRulesOut,
                },
                new(
                    "cable",
                    "Is it the cable of another receiver, or not pushed home?",
                    "The cable that belongs to this receiver, plugged until it clicks."
                ),
                new("input", "Does the input expect something else?", "Set the input to wireless, at the level the receiver puts out.")
                {
                    Settings = [Setting.Input1, Setting.Input2],
                    StandsSo = StandsSo.NotAsTheSheet,
                },
                new("phantom", "Is 48 V on?", "Off: a wireless receiver does not want it.")
                {
                    Settings = [Setting.Phantom1, Setting.Phantom2],
                    StandsSo = StandsSo.Unwanted("on"),
                },
            ]
        ),
        new(
            "silent-cabled",
            "A cabled channel is silent",
            [
                new(
                    "headphones",
                    "Are only the headphones silent: plug, volume, or set to one ear?",
                    "Push the plug home, turn the volume up, listen in stereo."
                )
                {
                    Settings = [Setting.Headphones],
                    StandsSo = StandsSo.NotDone,
                },
                new(
                    "source",
                    "Is the built-in microphone recorded instead?",
                    "The sound unit or its plug has come off: plugging it in changes the source back. Then look at the channel."
                )
                {
                    Settings = [Setting.Channel1, Setting.Channel2],
                    StandsSo = StandsSo.Unwanted("built-in"),
                },
                new("line", "Does the input stand at line?", "To microphone: at line it is almost silent.")
                {
                    Settings = [Setting.Input1, Setting.Input2],
                    StandsSo = StandsSo.Unwanted("line", "off"),
                },
                new("phantom", "Does the microphone want 48 V and have none?", "48 V on, for a condenser microphone only.")
                {
                    Settings = [Setting.Phantom1, Setting.Phantom2],
                    StandsSo = StandsSo.Unwanted("off"),
                },
                new("pad", "Is the pad in, or the level turned down?", "Pad off, voice peaks at what the sheet says.")
                {
                    Settings = [Setting.Pad],
                    StandsSo = StandsSo.Unwanted("10 dB", "20 dB"),
                },
                new("cable", "Is it silent with another cable, too?", "Change the cable first, then the microphone: one thing at a time."),
            ]
        )
        {
            Caution = "48 V off before anything is plugged or pulled. Look at the pins before you push.",
        },
        new(
            "level-moves",
            "The sound gets louder and softer by itself",
            [
                new("automatic", "Is the level automatic?", "To manual.")
                {
                    Settings = [Setting.AudioLevelControl],
                    StandsSo = StandsSo.Automatic,
                },
                new("limiter", "Is the limiter working all the time?", "Bring the level down until it only catches a laugh.")
                {
                    Settings = [Setting.Limiter],
                    StandsSo = StandsSo.Unwanted("on"),
                },
                new(
                    "overload",
                    "Did it drop once, suddenly, after something loud?",
                    "The input protects itself and goes over to line level: lower the level or put the pad in, then switch the input back."
                ),
                new("cable-loose", "Does it crackle when the cable is touched?", "Another cable; relieve the plug."),
            ]
        ),
    ];

    // Seen to as a whole: then none of its parts is it. Not seen to says nothing of which part.
    private static bool? DoneRulesOut(Verdict verdict) => StandsSo.NotDone(verdict) == false ? false : null;
}
