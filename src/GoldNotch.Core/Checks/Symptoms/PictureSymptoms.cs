using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>What is said of the picture.</summary>
internal static class PictureSymptoms
{
    internal static ImmutableArray<Symptom> All { get; } =
    [
        new(
            "black-screen",
            "The screen is black",
            [
                new(
                    "eye-sensor",
                    "Is a hand, the strap or a cable before the sensor at the eyepiece?",
                    "Take it away. If it stays black, switch the sensor off."
                )
                {
                    Settings = [Setting.EyeSensor],
                    StandsSo = StandsSo.At("on"),
                },
                new(
                    "finder-button",
                    "Is the picture in the finder instead?",
                    "Open the screen all the way, or press the button that changes between finder and screen."
                ),
                new("display-button", "Is the display switched to show nothing?", "Press the display button until the writing is back."),
                new("key-lock", "Is the key lock on?", "Slide it back: while it is on, no button answers."),
                new(
                    "live-view",
                    "Is live view off, so that only the finder has a picture?",
                    "Turn to the film position, or press the live-view button."
                )
                {
                    On = model => !model.Lenses.IsEmpty || model.Kind.Contains("stills", StringComparison.Ordinal),
                },
                new("power-lever", "Does the power lever stand at play, or halfway?", "Move it to camera until it clicks."),
                new(
                    "power",
                    "Is it without power: does no lamp come on with another battery?",
                    "Seat the battery until it clicks; try one that is known to be charged."
                )
                {
                    Settings = [Setting.BatterySeated],
                    StandsSo = StandsSo.NotDone,
                },
            ]
        )
        {
            Caution =
                "A battery that is swollen, hot or damaged stays out of the camera and off the charger: put it away from anything that burns, and tell the department.",
        },
        new(
            "dark-picture",
            "The picture is dark",
            [
                new("cap", "Is the cap on, or the lens cover shut?", "Cap off, cover open.")
                {
                    Settings = [Setting.LensCap],
                    StandsSo = StandsSo.NotDone,
                },
                new("filter", "Is an ND filter in that nobody wanted?", "Take it out: first the filter, before anything else is opened.")
                {
                    Settings = [Setting.NeutralDensity],
                    StandsSo = StandsSo.Darker,
                },
                new("iris", "Is the iris closed?", "Open it to what the sheet says.")
                {
                    Settings = [Setting.Iris],
                    StandsSo = StandsSo.Darker,
                },
                new(
                    "shutter",
                    "Is the shutter faster than the sheet says?",
                    "Put it back: a fast shutter takes light and makes movement jumpy."
                )
                {
                    Settings = [Setting.Shutter],
                    StandsSo = StandsSo.Darker,
                },
                new(
                    "screen-brightness",
                    "Is it only the screen: dimmed, in the sun, or tilted?",
                    "Shade it and look at the meter or the zebra, not at the screen."
                ),
            ]
        )
        {
            Caution = "Gain is last: automatic gain hides exactly a forgotten filter, a closed iris and a fast shutter.",
            OnlyThen = model =>
                model.Gain.CapOn(null) is { } cap
                    ? $"Then it is dark. Bring light; only after that gain, on {model.Name} up to {cap.Label()}."
                    : $"Then it is dark. Bring light; the card of {model.Name} allows no gain.",
        },
        new(
            "flat-picture",
            "The picture is flat and grey",
            [
                new(
                    "log",
                    "Is the picture profile a log curve?",
                    "It records as it should: do not open the iris for it. Put a viewing look on the screen, or the house profile where nobody will grade."
                )
                {
                    Settings = [Setting.Profile],
                    StandsSo = StandsSo.At("log"),
                },
                new("look", "Is the viewing look off?", "Switch it on: it is not recorded.")
                {
                    Settings = [Setting.ViewingLut],
                    StandsSo = StandsSo.At("off"),
                },
                new(
                    "front-glass",
                    "Is there a finger mark, fog or low sun on the front glass?",
                    "Look at it against the light; microfibre only, and a hood against the sun."
                )
                {
                    Settings = [Setting.LensCap],
                    StandsSo = StandsSo.NotDone,
                },
                new(
                    "monitor",
                    "Is it only this monitor: its contrast, or a look of its own?",
                    "Look at the camera's own screen and its histogram: levels that fill the width are not flat."
                ),
            ]
        ),
        new(
            "wrong-speed",
            "It plays too slowly or too fast",
            [
                new("high-rate", "Is the high-rate mode still on?", "Switch it off: it is the commonest leftover.")
                {
                    Settings = [Setting.HighRate],
                    StandsSo = StandsSo.Unwanted("on"),
                },
                new("rate", "Is the rate another than the sheet says?", "Set size and rate again; look at shutter and bit rate after it.")
                {
                    Settings = [Setting.RecordFormat],
                    StandsSo = StandsSo.NotAsTheSheet,
                },
                new(
                    "playback",
                    "Is it only the playback: slow play, or a computer that cannot keep up?",
                    "Play it in the camera at normal speed."
                ),
            ]
        ),
        new(
            "not-sharp",
            "It will not stay sharp",
            [
                new("autofocus", "Is focus automatic?", "Move the focus point on to the face, hold focus lock, or go to manual.")
                {
                    Settings = [Setting.FocusMode],
                    StandsSo = StandsSo.Automatic,
                },
                new("second-switch", "Does the focus switch on the lens say otherwise than the body?", "Both switches must agree.")
                {
                    Settings = [Setting.LensFocus],
                    StandsSo = StandsSo.NotAsTheSheet,
                },
                new("eyepiece", "Is it only soft in the eyepiece?", "Set the eyepiece to your own eye: the last person's stays in it.")
                {
                    Settings = [Setting.Eyepiece],
                    StandsSo = StandsSo.NotDone,
                },
                new("digital-zoom", "Is the digital zoom on?", "Off: it enlarges pixels.")
                {
                    Settings = [Setting.DigitalZoom],
                    StandsSo = StandsSo.At("on"),
                },
                new("too-near", "Is the subject nearer than the lens can focus?", "Step back, or zoom wide."),
                new("lens-seat", "Is the lens not turned home?", "Turn it until it clicks; look at the contacts before you do.")
                {
                    On = model => !model.Lenses.IsEmpty,
                },
            ]
        ),
        new(
            "white-refused",
            "It does not take the white balance",
            [
                new("number", "Does white stand at a preset or at automatic?", "Turn to a memory first: a number takes no card.")
                {
                    Settings = [Setting.WhiteBalance],
                    StandsSo = StandsSo.OnANumber,
                },
                new("full-auto", "Is full auto on?", "Off: it takes no balance while it decides itself.")
                {
                    Settings = [Setting.FullAuto],
                    StandsSo = StandsSo.Automatic,
                    On = model => model.HasFullAuto,
                },
                new("too-bright", "Does it say that the card is too bright?", "Close the iris or put an ND in, and take it again."),
                new("too-dark", "Does it say that the card is too dark?", "Open the iris or bring light, and take it again. Not gain."),
                new(
                    "card-small",
                    "Does the card fill less than most of the picture, or does a coloured wall shine on it?",
                    "Zoom in until it fills the picture, in the light of the subject."
                ),
            ]
        )
        {
            Caution = "An iris that was opened for the card goes back afterwards, and what was put to automatic for it to manual.",
        },
    ];
}
