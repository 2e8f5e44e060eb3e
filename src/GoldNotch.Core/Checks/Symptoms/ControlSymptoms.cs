using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>What is said of rings, buttons and the zoom.</summary>
internal static class ControlSymptoms
{
    internal static ImmutableArray<Symptom> All { get; } =
    [
        new(
            "dead-zoom",
            "The zoom does nothing",
            [
                new("selector", "Does the selector stand at the other of servo and hand?", "Servo for the rocker, hand for the ring.")
                {
                    Settings = [Setting.ZoomMode],
                },
                new(
                    "ring-function",
                    "Does the ring do something else: focus or iris?",
                    "Give the ring back its zoom; a switch beside it or the menu."
                ),
                new("lens-lock", "Is the lens locked at its shortest?", "Press the lock and turn it out until it clicks.")
                {
                    On = model => !model.Lenses.IsEmpty,
                },
                new("fixed-lens", "Is it a lens that does not zoom?", "Change the lens, or walk.")
                {
                    On = model => model.Lens.Shortest == model.Lens.Longest || !model.Lenses.IsEmpty,
                },
            ]
        )
        {
            Caution = "Never force it: a ring forced against the servo breaks its gear.",
        },
        new(
            "dead-control",
            "A ring or a button does nothing",
            [
                new("full-auto", "Is full auto on?", "Off: it overrides every control.")
                {
                    Settings = [Setting.FullAuto],
                    StandsSo = StandsSo.Automatic,
                    On = model => model.HasFullAuto,
                },
                new(
                    "own-automatic",
                    "Is there an A beside the value it should change?",
                    "To manual first: the ring is dead while the camera decides."
                ),
                new("key-lock", "Is the key lock on?", "Slide it back."),
                new(
                    "shared-ring",
                    "Is the ring or knob given to something else?",
                    "One ring often serves iris, focus and zoom: look which lamp is on."
                ),
                new("playing", "Is it still in playback?", "Leave playback: most controls sleep there."),
            ]
        ),
    ];
}
