using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What recording now would mean for audio, card and battery.</summary>
internal static class RecordingConsequences
{
    private static readonly Setting[] AudioSettings = [.. SoundSettings.All];

    private static readonly Setting[] CardSettings =
    [
        Setting.CardSeated,
        Setting.CardSpeed,
        Setting.FileSystem,
        Setting.CardCleared,
        Setting.CardFormatted,
        Setting.SlotMode,
        Setting.RecordTo,
        Setting.CardMinutes,
    ];

    internal static IEnumerable<Consequence> Of(Findings found)
    {
        if (Required(found, AudioSettings))
        {
            yield return AudioConsequence.Of(found, AudioSettings);
        }

        if (Required(found, CardSettings))
        {
            yield return CardConsequence.Of(found);
        }

        if (Required(found, [Setting.BatterySeated, Setting.RunningMinutes]))
        {
            yield return BatteryConsequence.Of(found);
        }
    }

    private static bool Required(Findings found, Setting[] settings) => settings.Any(s => found.Sheet.LineOf(s) is not null);
}

/// <summary>Something wrong, with how bad it is, in short and whole.</summary>
/// <param name="Severity">How bad.</param>
/// <param name="Short">In a few words.</param>
/// <param name="Because">Whole.</param>
internal sealed record Wrong(Severity Severity, Judgement Short, Judgement Because)
{
    private static readonly Template Two = new("NOW-WRONG", "two", "{first}, {second}");
    private static readonly Template Several = new("NOW-WRONG", "several", "{first}, {second} and {more} more");
    private static readonly Template All = new("NOW-WRONG", "all", "{all}");

    /// <summary>A consequence of several wrongs: the worst severity, two in short, all of them whole.</summary>
    internal static Consequence Consequence(ConsequenceTopic topic, IReadOnlyList<Wrong> wrong)
    {
        Judgement value = wrong.Count switch
        {
            1 => wrong[0].Short,
            2 => Two.Of(("first", wrong[0].Short), ("second", wrong[1].Short)),
            _ => Several.Of(("first", wrong[0].Short), ("second", wrong[1].Short), ("more", FigureValue.Count(wrong.Count - 2))),
        };
        return new(
            topic,
            wrong.Max(w => w.Severity),
            value,
            wrong.Count == 1 ? wrong[0].Because : All.Of(("all", FigureValue.Of(wrong.Select(w => w.Because))))
        );
    }
}
