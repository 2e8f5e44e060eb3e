using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Checks;

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
    private static readonly Template Empty = new(
        RuleId,
        "empty",
        "An empty {capacity} card holds {holds} at {rate}, with 3 % reserve, audio included."
    );
    private static readonly Template DisplayedShort = new(
        RuleId,
        "displayed-too-short",
        "The display shows {holds}: {missing} less than the {planned} planned. Bring a second card, or use a lower bit rate."
    );
    private static readonly Template EmptyShort = new(
        RuleId,
        "empty-too-short",
        "An empty {capacity} card holds {holds} at {rate}, with 3 % reserve, audio included: {missing} less than the {planned} planned. Bring a second card, or use a lower bit rate."
    );

    private static readonly Template FormattedUnseenShort = new(RuleId, "formatted-unseen-short", "copy not recorded");
    private static readonly Template FormattedUnseen = new(
        RuleId,
        "formatted-unseen",
        "The card was formatted, and nobody recorded that its clips had been copied and opened. Ask before it is written over."
    );
    private static readonly Template BelowSlotShort = new(RuleId, "below-slot-short", "card below the slot's class");
    private static readonly Template BelowSlot = new(
        RuleId,
        "below-slot",
        "The card sustains {sustained}; {slot} takes {slowest} or faster. The camera refuses the card or stops."
    );
    private static readonly Template Doubtful = new(
        RuleId,
        "doubtful",
        "The display shows {holds}; an empty {capacity} card holds {most} at {rate}. Another card, another bit rate, or misread: look again."
    );

    private static readonly Template DoubtfulInRelay = new(
        RuleId,
        "doubtful-in-relay",
        "The display shows {holds}; one empty {capacity} card holds {most} at {rate}, and both in relay {both}. Record what one card holds, or look again."
    );
    private static readonly Template Confirmed = new(
        RuleId,
        "confirmed",
        "Enough for the plan was confirmed at the display, {holds} or more; nobody recorded its number."
    );
    private static readonly Template ConfirmedShort = new(
        RuleId,
        "confirmed-too-short",
        "{holds} or more was confirmed at the display: up to {missing} less than the {planned} planned. Bring a second card, or use a lower bit rate."
    );

    // What a label in whole tenths leaves out.
    private const double LastDigit = 0.05 + Guard.Edge;

    // Typical rates of variable formats lie this far under the stated one (bench rule); beyond it a display cannot be right.
    private const double MostOverCapacity = 1.25;

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
        else if (
            found.Value(Setting.CardFormatted) is SettingValue.Task { Yes: true }
            && found.Value(Setting.CardCleared) is not SettingValue.Task
        )
        {
            wrong.Add(new(Severity.Slight, FormattedUnseenShort.Of(), FormattedUnseen.Of(Setting.CardCleared)));
        }

        BitRate? rate = RateOf(found);
        if (SlotTooFast(found) is { } refused)
        {
            wrong.Add(refused);
        }

        if (
            sheet.Model.BufferGb is null
            && found.Value(Setting.CardSpeed) is SettingValue.Amount speed
            && rate is { } at
            && WorstOf(found, at) is var worst
            && speed.Value < CardClass.NeededFor(worst) - LastDigit
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

        if (Doubt(found, held.Minutes, rate) is { } doubt)
        {
            wrong.Add(new(Severity.Slight, holds, doubt));
        }

        return wrong.Count > 0
            ? Wrong.Consequence(ConsequenceTopic.Card, wrong)
            : new(ConsequenceTopic.Card, Severity.Fine, holds, held.Enough.Of(Setting.CardMinutes, held.Figures));
    }

    private static Wrong? SlotTooFast(Findings found)
    {
        if (found.Value(Setting.CardSpeed) is not SettingValue.Amount speed)
        {
            return null;
        }

        MediaSlot? slot = found.Sheet.Model.SlowestSlot;
        return slot is { Slowest: { } slowest } && speed.Value < slowest.MegabytesPerSecond - LastDigit
            ? new Wrong(
                Severity.Fault,
                BelowSlotShort.Of(),
                BelowSlot.Of(Setting.CardSpeed, ("sustained", speed), ("slot", slot.Name), ("slowest", slowest.Name))
            )
            : null;
    }

    // The line asks what one card holds; in relay a display may count both.
    private static Judgement? Doubt(Findings found, double shown, BitRate? rate)
    {
        if (found.NumberRead(Setting.CardMinutes) is not { } display || found.Sheet.Model.Card is not { } card || rate is not { } at)
        {
            return null;
        }

        string? slots = ((found.Value(Setting.SlotMode) ?? found.Sheet.LineOf(Setting.SlotMode)?.Target) as SettingValue.Choice)?.Word;
        double most = Recording.Seconds(card.CapacityGb, at, reserve: 0) / 60;
        return shown > most * MostOverCapacity
            ? (slots == "relay" ? DoubtfulInRelay : Doubtful).Of(
                Setting.CardMinutes,
                ("holds", display),
                ("both", FigureValue.In(Measure.Minutes, Math.Floor(2 * most))),
                ("capacity", FigureValue.In(Measure.Gigabytes, card.CapacityGb)),
                ("most", FigureValue.In(Measure.Minutes, Math.Floor(most))),
                ("rate", at)
            )
            : null;
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
            ("target", verdict.Line.Required),
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
            return found.IsConfirmed(Setting.CardMinutes)
                ? (shown.Value, Confirmed, ConfirmedShort, [("holds", shown)])
                : (shown.Value, Displayed, DisplayedShort, [("holds", shown)]);
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
