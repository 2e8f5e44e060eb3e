using System.Collections.Immutable;
using GoldNotch.Core.Cameras;

namespace GoldNotch.Core.Checks.Symptoms;

/// <summary>What is said of the card and of recording.</summary>
internal static class CardSymptoms
{
    internal static ImmutableArray<Symptom> All { get; } =
    [
        new(
            "card-not-seen",
            "The card is not seen, or does not go in",
            [
                new(
                    "seated",
                    "Is it the wrong way round, or not pressed home?",
                    "Take it out gently, look at the picture beside the slot, and let it click. Never force it."
                )
                {
                    Settings = [Setting.CardSeated],
                    StandsSo = StandsSo.NotDone,
                },
                new("file-system", "Was it formatted on a computer?", "Copy and open its clips first; then format it in this camera.")
                {
                    Settings = [Setting.FileSystem],
                    StandsSo = StandsSo.NotAsTheSheet,
                },
                new("slot", "Does the camera look at the other slot or the drive?", "Choose the slot on the display.")
                {
                    Settings = [Setting.RecordTo],
                    StandsSo = StandsSo.NotAsTheSheet,
                    On = model => model.Slots.Length != 1,
                },
                new("type", "Is it a type this camera does not take?", "Take the card that is issued with it."),
                new(
                    "contacts",
                    "Are its contacts dirty, or does it work in no other camera either?",
                    "Try another card. This one goes to the department, not into the bin: there may be clips on it."
                ),
            ]
        )
        {
            Caution = "Formatting erases everything. Not before every clip is known to be copied and was opened there.",
        },
        new(
            "no-recording",
            "It does not record",
            [
                new(
                    "playing",
                    "Is it still in playback, or does the power lever stand at play?",
                    "Leave playback: the button starts nothing there."
                ),
                new("full", "Is the card full?", "Another card; or copy, open, count and format in the camera.")
                {
                    Settings = [Setting.CardMinutes],
                    StandsSo = StandsSo.UsedUp,
                },
                new("write-protect", "Is the tab on the card at lock?", "Slide it back."),
                new(
                    "slow-card",
                    "Is the card slower than the format?",
                    "A faster card, or a lower bit rate: it starts and stops by itself."
                )
                {
                    Settings = [Setting.CardSpeed],
                    StandsSo = StandsSo.NotAsTheSheet,
                },
                new(
                    "elsewhere",
                    "Does it record to another slot or to the drive?",
                    "Set the medium the sheet names, and look for the lamp."
                )
                {
                    Settings = [Setting.RecordTo],
                    StandsSo = StandsSo.NotAsTheSheet,
                    On = model => model.Slots.Length != 1,
                },
                new("buffer", "Is its memory full, or does it wait for the trigger?", "Save or clear the last shot, then arm it again.")
                {
                    On = model => model.BufferGb is not null,
                },
                new("hot", "Does it say that it is too warm?", "Switch it off in the shade with the card door open."),
            ]
        )
        {
            Caution =
                "Nothing is deleted to make room until every clip is known to be copied and was opened there: deleting one and deleting all lie in the same menu.",
        },
    ];
}
