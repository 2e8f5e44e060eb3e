using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>What is said of the sound.</summary>
internal static class SoundSymptoms
{
    internal static ImmutableArray<Symptom> All { get; } =
    [
        new("silent-wireless", "A wireless channel is silent or noisy",
        [
            new("channel", "Do transmitter and receiver stand on different channels?", "Set both to the same; another pair in the house may be on it.") { Setting = Setting.WirelessCells, StandsSo = DoneRulesOut },
            new("lamps", "Is a lamp red, or does the transmitter say mute?", "Mute off; both lamps must show the link.") { Setting = Setting.WirelessCells, StandsSo = DoneRulesOut },
            new("cells", "Are the cells old?", "Fresh cells in both, and write the day on them.") { Setting = Setting.WirelessCells, StandsSo = DoneRulesOut },
            new("receiver", "Is the receiver off?", "Switch it on: the camera does not power it.") { Setting = Setting.WirelessCells, StandsSo = DoneRulesOut },
            new("cable", "Is it the cable of another receiver, or not pushed home?", "The cable that belongs to this receiver, plugged until it clicks."),
            new("input", "Does the input expect something else?", "Set the input to wireless, at the level the receiver puts out.") { Setting = Setting.Input1, StandsSo = StandsSo.NotAsTheSheet },
            new("phantom", "Is 48 V on?", "Off: a wireless receiver does not want it.") { Setting = Setting.Phantom1, StandsSo = StandsSo.NotAsTheSheet },
        ]),
        new("silent-cabled", "A cabled channel is silent",
        [
            new("headphones", "Are only the headphones silent: plug, volume, or set to one ear?", "Push the plug home, turn the volume up, listen in stereo.") { Setting = Setting.Headphones, StandsSo = StandsSo.NotDone },
            new("source", "Is the built-in microphone recorded instead?", "The sound unit or its plug has come off: plugging it in changes the source back. Then look at the channel.")
            {
                Setting = Setting.Channel1,
                StandsSo = StandsSo.At("built-in"),
            },
            new("second-source", "Is channel 2 taken from somewhere else than the sheet says?", "Set the source of channel 2.") { Setting = Setting.Channel2, StandsSo = StandsSo.NotAsTheSheet },
            new("line", "Does the input stand at line?", "To microphone: at line it is almost silent.") { Setting = Setting.Input1, StandsSo = StandsSo.At("line", "off") },
            new("phantom", "Does the microphone want 48 V and have none?", "48 V on, for a condenser microphone only.") { Setting = Setting.Phantom1, StandsSo = StandsSo.NotAsTheSheet },
            new("pad", "Is the pad in, or the level turned down?", "Pad off, voice peaks at what the sheet says.") { Setting = Setting.Pad, StandsSo = StandsSo.Other("off") },
            new("cable", "Is it silent with another cable, too?", "Change the cable first, then the microphone: one thing at a time."),
        ])
        {
            Caution = "48 V off before anything is plugged or pulled. Look at the pins before you push.",
        },
        new("level-moves", "The sound gets louder and softer by itself",
        [
            new("automatic", "Is the level automatic?", "To manual.") { Setting = Setting.SoundMode, StandsSo = StandsSo.Automatic },
            new("limiter", "Is the limiter working all the time?", "Bring the level down until it only catches a laugh.") { Setting = Setting.Limiter, StandsSo = StandsSo.On },
            new("overload", "Did it drop once, suddenly, after something loud?", "The input protects itself and goes over to line level: lower the level or put the pad in, then switch the input back."),
            new("cable-loose", "Does it crackle when the cable is touched?", "Another cable; relieve the plug."),
        ]),
    ];

    // Seen to as a whole: then none of its parts is it. Not seen to says nothing of which part.
    private static bool? DoneRulesOut(Verdict verdict) => StandsSo.NotDone(verdict) == false ? false : null;
}
