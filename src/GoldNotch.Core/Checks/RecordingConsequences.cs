using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

/// <summary>What recording now would mean for audio, card and battery.</summary>
internal static class RecordingConsequences
{
    private static readonly Setting[] AudioSettings =
    [
        Setting.Input1,
        Setting.Input2,
        Setting.Phantom1,
        Setting.Phantom2,
        Setting.Channel1,
        Setting.Channel2,
        Setting.AudioLevelControl,
        Setting.AudioPeakLevel,
        Setting.LowCut,
        Setting.Pad,
        Setting.Limiter,
        Setting.AudioFormat,
        Setting.Headphones,
        Setting.WirelessPair,
    ];

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

/// <summary>Audio: what would be heard, or not.</summary>
internal static class AudioConsequence
{
    private const string RuleId = "NOW-AUDIO";

    // Audio peaks above this leave no headroom for a laugh (bench rule; digital full scale is 0).
    private const double NoHeadroom = -3;

    private static readonly Template LevelAutomaticShort = new(RuleId, "automatic-short", "level automatic");
    private static readonly Template LevelAutomatic = new(
        RuleId,
        "automatic",
        "The audio level is automatic: pauses are raised to the level of speech, and one cough lowers everything."
    );
    private static readonly Template AsRequiredShort = new(RuleId, "as-required-short", "as required");
    private static readonly Template AsRequired = new(RuleId, "as-required", "The audio settings that were read are on target.");
    private static readonly Template NoPhantomShort = new(RuleId, "no-phantom-short", "no 48 V on {input}");
    private static readonly Template NoPhantom = new(
        RuleId,
        "no-phantom",
        "Input {input} has no 48 V: a condenser microphone stays silent."
    );
    private static readonly Template PhantomShort = new(RuleId, "phantom-short", "48 V on {input}");
    private static readonly Template Phantom = new(
        RuleId,
        "phantom",
        "48 V is on at input {input}, which wireless receivers and dynamic microphones do not need. Switch it off before plugging anything in."
    );
    private static readonly Template AtLineShort = new(RuleId, "at-line-short", "input {input} at line");
    private static readonly Template AtLine = new(
        RuleId,
        "at-line",
        "Input {input} expects line level: a microphone is almost silent on it."
    );
    private static readonly Template NotAtLineShort = new(RuleId, "not-at-line-short", "input {input} not at line");
    private static readonly Template NotAtLine = new(
        RuleId,
        "not-at-line",
        "Input {input} expects a microphone: line level distorts in it."
    );
    private static readonly Template BuiltInShort = new(RuleId, "built-in-short", "{setting:lower} built-in");
    private static readonly Template BuiltIn = new(
        RuleId,
        "built-in",
        "{setting} is the built-in microphone: it records the room instead of {target}."
    );
    private static readonly Template OtherSourceShort = new(RuleId, "other-source-short", "{setting:lower} {seen}");
    private static readonly Template OtherSource = new(RuleId, "other-source", "{setting} is {seen} instead of {target}.");
    private static readonly Template PeaksShort = new(RuleId, "peaks-short", "peaks at {seen}");
    private static readonly Template PeaksTooHigh = new(
        RuleId,
        "peaks-too-high",
        "Peaks at {seen} leave no headroom: a laugh clips, and that cannot be corrected."
    );
    private static readonly Template PeaksOff = new(
        RuleId,
        "peaks-off",
        "Peaks are at {seen} instead of {target}: raising them raises the noise."
    );
    private static readonly Template NobodyListensShort = new(RuleId, "nobody-listens-short", "nobody listens");
    private static readonly Template NobodyListens = new(
        RuleId,
        "nobody-listens",
        "Nobody listens on headphones: a silent channel is noticed too late."
    );
    private static readonly Template WirelessShort = new(RuleId, "wireless-short", "wireless not checked");
    private static readonly Template Wireless = new(
        RuleId,
        "wireless",
        "The wireless pair is not checked: channel, LEDs, batteries, receiver."
    );
    private static readonly Template OtherShort = new(RuleId, "other-short", "{setting:lower} {seen}");
    private static readonly Template Other = new(RuleId, "other", "{setting} is {seen}; the sheet requires {target}.");

    internal static Consequence Of(Findings found, Setting[] settings)
    {
        if (found.IsAutomatic(Setting.AudioLevelControl))
        {
            return new(ConsequenceTopic.Audio, Severity.Automatic, LevelAutomaticShort.Of(), LevelAutomatic.Of(Setting.AudioLevelControl));
        }

        Wrong[] wrong = [.. found.VerdictsOf(settings).Where(v => v.Kind == VerdictKind.OffTarget).Select(OfVerdict)];
        if (wrong.Length > 0)
        {
            return Wrong.Consequence(ConsequenceTopic.Audio, wrong);
        }

        return found.VerdictsOf(settings).Any(v => v.Reading is Reading.Of)
            ? new(ConsequenceTopic.Audio, Severity.Fine, AsRequiredShort.Of(), AsRequired.Of())
            : Unread.Of(ConsequenceTopic.Audio, Unread.Audio);
    }

    private static Wrong OfVerdict(Verdict verdict)
    {
        Setting setting = verdict.Line.Setting;
        string name = SettingDefinition.Of(setting).Name;
        SettingValue? value = (verdict.Reading as Reading.Of)?.Value;
        string? seen = value switch
        {
            SettingValue.Choice c => c.Word,
            { } other => other.Label,
            _ => null,
        };
        string? target = verdict.Line.Target is SettingValue.Choice wanted ? wanted.Word : verdict.Line.Target?.Label;
        (Severity severity, Template inShort, Template because) = (setting, seen, target) switch
        {
            (Setting.Phantom1 or Setting.Phantom2, "off", _) => (Severity.Fault, NoPhantomShort, NoPhantom),
            (Setting.Phantom1 or Setting.Phantom2, _, _) => (Severity.Fault, PhantomShort, Phantom),
            (Setting.Input1 or Setting.Input2, "line", _) => (Severity.Fault, AtLineShort, AtLine),
            (Setting.Input1 or Setting.Input2, _, "line") => (Severity.Fault, NotAtLineShort, NotAtLine),
            (Setting.Input1 or Setting.Input2 or Setting.Channel1 or Setting.Channel2, "built-in", _) => (
                Severity.Fault,
                BuiltInShort,
                BuiltIn
            ),
            (Setting.Input1 or Setting.Input2 or Setting.Channel1 or Setting.Channel2, _, _) => (
                Severity.Fault,
                OtherSourceShort,
                OtherSource
            ),
            (Setting.AudioPeakLevel, _, _) when value is SettingValue.Amount { Value: > NoHeadroom } => (
                Severity.Fault,
                PeaksShort,
                PeaksTooHigh
            ),
            (Setting.AudioPeakLevel, _, _) => (Severity.Slight, PeaksShort, PeaksOff),
            (Setting.Headphones, _, _) => (Severity.Slight, NobodyListensShort, NobodyListens),
            (Setting.WirelessPair, _, _) => (Severity.Fault, WirelessShort, Wireless),
            _ => (Severity.Slight, OtherShort, Other),
        };
        (string, FigureValue)[] figures = [("setting", setting), ("input", name[^1..]), ("seen", seen ?? ""), ("target", target ?? "")];
        return new Wrong(severity, inShort.Of(setting, figures), because.Of(setting, figures));
    }
}

/// <summary>Card: whether it records, how long, and whether footage is at risk.</summary>
internal static class CardConsequence
{
    private const string RuleId = "NOW-CARD";

    private static readonly Template FormattedShort = new(RuleId, "formatted-short", "formatted before copying");
    private static readonly Template Formatted = new(
        RuleId,
        "formatted",
        "The card was formatted before its clips were known to be copied. Take it out, record nothing on it, and ask whose footage was on it."
    );
    private static readonly Template NotCopiedShort = new(RuleId, "not-copied-short", "footage not copied");
    private static readonly Template NotCopied = new(
        RuleId,
        "not-copied",
        "Footage on this card may exist nowhere else. Do not format it: copy, open, count, then format in the camera."
    );
    private static readonly Template TooSlowShort = new(RuleId, "too-slow-short", "card too slow");
    private static readonly Template TooSlow = new(
        RuleId,
        "too-slow",
        "The card sustains {sustained}; {rate} needs {needed}. The recording stops."
    );
    private static readonly Template FileSystemShort = new(RuleId, "file-system-short", "{seen}");
    private static readonly Template FileSystem = new(
        RuleId,
        "file-system",
        "{model} does not write {seen} and does not recognise this card. Format it in the camera after its clips are copied."
    );
    private static readonly Template OtherMediumShort = new(RuleId, "other-medium-short", "records to {seen}");
    private static readonly Template OtherMedium = new(
        RuleId,
        "other-medium",
        "The camera records to {seen}, not to {target}: the card that is taken out will be empty."
    );
    private static readonly Template SlotsShort = new(RuleId, "slots-short", "slot mode {seen}");
    private static readonly Template Slots = new(RuleId, "slots", "The slot mode is {seen}; the sheet requires {target}.");
    private static readonly Template NotSeatedShort = new(RuleId, "not-seated-short", "card not seated");
    private static readonly Template NotSeated = new(RuleId, "not-seated", "The card is not seated: nothing is recorded.");
    private static readonly Template HoldsShort = new(RuleId, "holds-short", "{holds}");
    private static readonly Template Displayed = new(RuleId, "displayed", "The display shows {holds}.");
    private static readonly Template Empty = new(RuleId, "empty", "An empty {capacity} card holds {holds} at {rate}, with 3 % reserve.");
    private static readonly Template DisplayedShort = new(
        RuleId,
        "displayed-too-short",
        "The display shows {holds}: {missing} less than the {planned} planned. Bring a second card, or use a lower bit rate."
    );
    private static readonly Template EmptyShort = new(
        RuleId,
        "empty-too-short",
        "An empty {capacity} card holds {holds} at {rate}, with 3 % reserve: {missing} less than the {planned} planned. Bring a second card, or use a lower bit rate."
    );

    internal static Consequence Of(Findings found)
    {
        Sheet sheet = found.Sheet;
        List<Wrong> wrong = [];
        if (found.Value(Setting.CardCleared) is SettingValue.Task { Yes: false })
        {
            bool formatted = found.Value(Setting.CardFormatted) is SettingValue.Task { Yes: true };
            wrong.Add(
                formatted
                    ? new(Severity.Fault, FormattedShort.Of(), Formatted.Of())
                    : new(Severity.Fault, NotCopiedShort.Of(), NotCopied.Of())
            );
        }

        BitRate? rate = RateOf(found);
        if (
            found.Value(Setting.CardSpeed) is SettingValue.Amount speed
            && rate is { } at
            && WorstOf(found, at) is var worst
            && speed.Value < CardClass.NeededFor(worst) - Guard.Edge
        )
        {
            wrong.Add(
                new(
                    Severity.Fault,
                    TooSlowShort.Of(),
                    TooSlow.Of(
                        Setting.CardSpeed,
                        ("sustained", speed),
                        ("rate", worst),
                        ("needed", FigureValue.In(Measure.MegabytesPerSecond, CardClass.NeededFor(worst)))
                    )
                )
            );
        }

        wrong.AddRange(
            found
                .VerdictsOf([Setting.FileSystem, Setting.RecordTo, Setting.SlotMode, Setting.CardSeated])
                .Where(v => v.Kind == VerdictKind.OffTarget)
                .Select(v => OfVerdict(v, sheet))
        );
        if (Held(found, rate) is not { } held)
        {
            return wrong.Count > 0 ? Wrong.Consequence(ConsequenceTopic.Card, wrong) : Unread.Of(ConsequenceTopic.Card, Unread.Card);
        }

        Judgement holds = HoldsShort.Of(("holds", FigureValue.In(Measure.Minutes, Math.Floor(held.Minutes))));
        if (sheet.Standard.PlannedMinutes is { } planned && held.Minutes < planned - Guard.Edge)
        {
            wrong.Add(
                new(
                    Severity.Fault,
                    holds,
                    held.TooShort.Of(
                        Setting.CardMinutes,
                        [
                            .. held.Figures,
                            ("missing", FigureValue.In(Measure.Minutes, planned - Math.Floor(held.Minutes))),
                            ("planned", FigureValue.In(Measure.Minutes, planned)),
                        ]
                    )
                )
            );
        }

        return wrong.Count > 0
            ? Wrong.Consequence(ConsequenceTopic.Card, wrong)
            : new(ConsequenceTopic.Card, Severity.Fine, holds, held.Enough.Of(Setting.CardMinutes, held.Figures));
    }

    private static Wrong OfVerdict(Verdict verdict, Sheet sheet)
    {
        Setting setting = verdict.Line.Setting;
        (Template inShort, Template because) = setting switch
        {
            Setting.FileSystem => (FileSystemShort, FileSystem),
            Setting.RecordTo => (OtherMediumShort, OtherMedium),
            Setting.SlotMode => (SlotsShort, Slots),
            _ => (NotSeatedShort, NotSeated),
        };
        (string, FigureValue)[] figures =
        [
            ("seen", verdict.Reading is Reading.Of of ? of.Value : ""),
            ("target", verdict.Line.Target is { } target ? target : ""),
            ("model", sheet.Model.Name),
        ];
        return new Wrong(Severity.Fault, inShort.Of(setting, figures), because.Of(setting, figures));
    }

    private static (double Minutes, Template Enough, Template TooShort, (string, FigureValue)[] Figures)? Held(
        Findings found,
        BitRate? rate
    )
    {
        if (found.Value(Setting.CardMinutes) is SettingValue.Amount shown)
        {
            return (shown.Value, Displayed, DisplayedShort, [("holds", shown)]);
        }

        if (found.Sheet.Model.Card is not { } card || rate is not { } at)
        {
            return null;
        }

        double minutes = Recording.Seconds(card.CapacityGb, at) / 60;
        return (
            minutes,
            Empty,
            EmptyShort,
            [
                ("capacity", FigureValue.In(Measure.Gigabytes, card.CapacityGb)),
                ("holds", FigureValue.In(Measure.Minutes, Math.Floor(minutes))),
                ("rate", at),
            ]
        );
    }

    // The rate read; else the sheet's, where the format is the sheet's too; else the most this format writes.
    private static BitRate? RateOf(Findings found) =>
        found.Value(Setting.BitRate) is SettingValue.Bits read ? read.Rate
        : found.Sheet.Target<SettingValue.Bits>(Setting.BitRate) is { } target
        && found.Format == found.Sheet.Target<SettingValue.Format>(Setting.RecordFormat)
            ? target.Rate
        : found.Sheet.Model.FormatOf(found.Format)?.BitRates.Max();

    private static BitRate WorstOf(Findings found, BitRate rate) => found.Sheet.Model.FormatOf(found.Format)?.WorstAt(rate) ?? rate;
}

/// <summary>Battery: whether it lasts.</summary>
internal static class BatteryConsequence
{
    private const string RuleId = "NOW-BATTERY";

    private static readonly Template NotSeatedShort = new(RuleId, "not-seated-short", "not seated");
    private static readonly Template NotSeated = new(
        RuleId,
        "not-seated",
        "The battery is not seated: the camera loses power at the first knock."
    );
    private static readonly Template RunsShort = new(RuleId, "runs-short", "{runs}");
    private static readonly Template Displayed = new(RuleId, "displayed", "The display shows {runs}.");
    private static readonly Template Full = new(RuleId, "full", "A full battery runs {runs}; the charge of this one has not been read.");
    private static readonly Template DisplayedShort = new(
        RuleId,
        "displayed-too-short",
        "The display shows {runs}: {missing} less than the {planned} planned. Bring a charged spare, or use mains."
    );
    private static readonly Template FullShort = new(
        RuleId,
        "full-too-short",
        "A full battery runs {runs}: {missing} less than the {planned} planned. The charge of this one has not been read. Bring a charged spare, or use mains."
    );

    internal static Consequence Of(Findings found)
    {
        if (found.Value(Setting.BatterySeated) is SettingValue.Task { Yes: false })
        {
            return new(ConsequenceTopic.Battery, Severity.Fault, NotSeatedShort.Of(), NotSeated.Of());
        }

        bool read = found.Value(Setting.RunningMinutes) is SettingValue.Amount;
        double? minutes = found.Value(Setting.RunningMinutes) is SettingValue.Amount shown
            ? shown.Value
            : found.Sheet.Model.Power?.RunningMinutes;
        if (minutes is not { } runs)
        {
            return Unread.Of(ConsequenceTopic.Battery, Unread.Battery);
        }

        (string, FigureValue) running = ("runs", FigureValue.In(Measure.Minutes, Math.Floor(runs)));
        return found.Sheet.Standard.PlannedMinutes is { } planned && runs < planned - Guard.Edge
            ? new(
                ConsequenceTopic.Battery,
                read ? Severity.Fault : Severity.Slight,
                RunsShort.Of(running),
                (read ? DisplayedShort : FullShort).Of(
                    Setting.RunningMinutes,
                    running,
                    ("missing", FigureValue.In(Measure.Minutes, planned - Math.Floor(runs))),
                    ("planned", FigureValue.In(Measure.Minutes, planned))
                )
            )
            : new(
                ConsequenceTopic.Battery,
                Severity.Fine,
                RunsShort.Of(running),
                (read ? Displayed : Full).Of(Setting.RunningMinutes, running)
            );
    }
}
