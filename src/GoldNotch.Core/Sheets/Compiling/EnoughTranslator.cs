using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Compiling;

/// <summary>Card speed, card minutes and running time against the planned time.</summary>
internal sealed class EnoughTranslator(Setting setting) : Translator
{
    private const string RuleId = "ENOUGH-FOR-THE-PLAN";

    private static readonly Template NoCardIssued = new(
        RuleId,
        "no-card-issued",
        "No card is issued with {model}. {rate} needs at least {needed}: read the class on the card."
    );
    private static readonly Template FastEnough = new(
        RuleId,
        "fast-enough",
        "The worst bit rate needs {needed}; the issued {card} sustains {sustained}."
    );
    private static readonly Template FastEnoughForSlot = new(
        RuleId,
        "fast-enough-for-slot",
        "The worst bit rate needs {rate}, and {slot} takes {slowest} or faster; the issued {card} sustains {sustained}."
    );
    private static readonly Template NoFormatForSpeed = new(
        RuleId,
        "no-format-for-speed",
        "Resolution and frame rate are not set yet. Choose them first: the card speed follows from them."
    );
    private static readonly Template TooSlow = new(
        RuleId,
        "too-slow",
        "{rate} needs {needed}; the issued {card} sustains {sustained}. The recording would stop. Issue {faster}, or lower the bit rate."
    );
    private static readonly Template TooSlowForSlot = new(
        RuleId,
        "too-slow-for-slot",
        "{slot} takes {slowest} or faster; the issued {card} sustains {sustained}. The camera refuses it. Issue {faster}."
    );
    private static readonly Template NoCardForMinutes = new(
        RuleId,
        "no-card-for-minutes",
        "No card is issued with {model}. Read the remaining minutes on the display."
    );
    private static readonly Template NoFormatForMinutes = new(
        RuleId,
        "no-format-for-minutes",
        "Resolution and frame rate are not set yet. Read the remaining minutes on the display."
    );
    private static readonly Template Holds = new(
        RuleId,
        "holds",
        "{capacity} at {rate} holds {holds} with 3 % reserve, audio included. The standard plans no time."
    );
    private static readonly Template HoldsEnough = new(
        RuleId,
        "holds-enough",
        "{capacity} at {rate} holds {holds} with 3 % reserve, audio included: enough for {planned} with a margin of 15 %."
    );
    private static readonly Template AtWorst = new(RuleId, "at-worst", "At the worst rate, {worst}, it holds {least}.");
    private static readonly Template NeedsCards = new(
        RuleId,
        "needs-cards",
        "{capacity} at {rate} holds {holds} with 3 % reserve, audio included; {planned} with a margin of 15 % need {cards#card|cards}. Change after {holds} at the latest."
    );
    private static readonly Template Relay = new(
        RuleId,
        "relay",
        "In relay both slots hold one after the other: change after {change} at the latest."
    );
    private static readonly Template Simultaneous = new(
        RuleId,
        "simultaneous",
        "Simultaneous recording needs a pair each time: {all#card|cards} in all."
    );
    private static readonly Template NeedsBatteriesOnly = new(
        RuleId,
        "needs-batteries-only",
        "{battery} with {health} of its energy left, at {power}, runs {runs}; {planned} with a margin of 15 % need {batteries#battery|batteries}. It has no mains adapter."
    );
    private static readonly Template InMemory = new(
        RuleId,
        "in-memory",
        "{model} records into its memory: the card is not written meanwhile."
    );
    private static readonly Template NeedsCardsInRelay = new(
        RuleId,
        "needs-cards-in-relay",
        "{capacity} at {rate} holds {holds} with 3 % reserve, audio included; {planned} with a margin of 15 % need {cards#card|cards}."
    );
    private static readonly Template NoConsumption = new(
        RuleId,
        "no-consumption",
        "The specification of {model} states no consumption. Read the running time on the display."
    );
    private static readonly Template Runs = new(
        RuleId,
        "runs",
        "{battery} with {health} of its energy left, at {power}, runs {runs}. The standard plans no time."
    );
    private static readonly Template RunsEnough = new(
        RuleId,
        "runs-enough",
        "{battery} with {health} of its energy left, at {power}, runs {runs}: enough for {planned} with a margin of 15 %."
    );
    private static readonly Template NeedsBatteries = new(
        RuleId,
        "needs-batteries",
        "{battery} with {health} of its energy left, at {power}, runs {runs}; {planned} with a margin of 15 % need {batteries#battery|batteries}, or mains with the adapter at *camera*."
    );

    internal override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) =>
        setting switch
        {
            Setting.CardSpeed => Speed(notch, draft),
            Setting.CardMinutes => Minutes(notch, draft),
            _ => Running(notch, draft),
        };

    private SheetLine Speed(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        if (model.BufferGb is not null && notch.Requirement is not Requirement.Amount)
        {
            return Nothing(
                notch,
                draft,
                new SettingValue.Amount(0, NaturalUnit.MegabytesPerSecond),
                InMemory.Of(setting, ("model", model.Name))
            );
        }

        if (draft.Ahead.Format is null && draft.Notches.Any(n => n.Setting == Setting.RecordFormat))
        {
            return CheckByEye(notch, draft, null, NoFormatForSpeed.Of(setting));
        }

        BitRate worst = WorstOf(draft);
        MediaSlot? slot = model.SlowestSlot;
        double byRate = CardClass.NeededFor(worst);
        double bySlot = slot?.Slowest?.MegabytesPerSecond ?? 0;
        double need = notch.Requirement is Requirement.Amount number ? number.Value : Math.Max(byRate, bySlot);
        var target = new SettingValue.Amount(need, NaturalUnit.MegabytesPerSecond);
        FigureValue needed = FigureValue.In(Measure.MegabytesPerSecond, need);
        if (model.Card is not { } card)
        {
            return CheckByEye(notch, draft, target, NoCardIssued.Of(setting, ("model", model.Name), ("rate", worst), ("needed", needed)));
        }

        FigureValue sustained = FigureValue.In(Measure.MegabytesPerSecond, card.Class.MegabytesPerSecond);
        if (bySlot > byRate && notch.Requirement is not Requirement.Amount && card.Class.MegabytesPerSecond >= need - Guard.Edge)
        {
            return Exact(
                notch,
                draft,
                target,
                FastEnoughForSlot.Of(
                    setting,
                    ("rate", FigureValue.In(Measure.MegabytesPerSecond, byRate)),
                    ("slot", slot!.Name),
                    ("slowest", slot.Slowest!.Value.Name),
                    ("card", card.Class.Name),
                    ("sustained", sustained)
                )
            );
        }

        return card.Class.MegabytesPerSecond >= need - Guard.Edge
            ? Exact(notch, draft, target, FastEnough.Of(setting, ("needed", needed), ("card", card.Class.Name), ("sustained", sustained)))
            : NotPossible(
                notch,
                draft,
                (bySlot > byRate && notch.Requirement is not Requirement.Amount ? TooSlowForSlot : TooSlow).Of(
                    setting,
                    ("slot", slot?.Name ?? ""),
                    ("slowest", slot?.Slowest?.Name ?? ""),
                    ("rate", worst),
                    ("needed", needed),
                    ("card", card.Class.Name),
                    ("sustained", sustained),
                    ("faster", Faster(need))
                )
            );
    }

    private SheetLine Minutes(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        double? plan = notch.Requirement is Requirement.Amount number ? number.Value : draft.Standard.PlannedMinutes;
        (RecordFormat? format, BitRate? typical) = draft.Ahead;
        if (model.Card is not { } card || format is null)
        {
            return CheckByEye(
                notch,
                draft,
                plan is { } p ? InMinutes(p) : null,
                model.Card is null ? NoCardForMinutes.Of(setting, ("model", model.Name)) : NoFormatForMinutes.Of(setting)
            );
        }

        BitRate rate = typical ?? format.BitRates.Max();
        double minutes = Recording.Seconds(card.CapacityGb, rate) / 60;
        (string, FigureValue) capacity = ("capacity", FigureValue.In(Measure.Gigabytes, card.CapacityGb));
        (string, FigureValue) at = ("rate", rate);
        (string, FigureValue) holds = ("holds", FigureValue.In(Measure.Minutes, Math.Floor(minutes)));
        Judgement? atWorst =
            format.WorstAt(typical) is var worst && worst > rate
                ? AtWorst.Of(
                    setting,
                    ("worst", worst),
                    ("least", FigureValue.In(Measure.Minutes, Math.Floor(Recording.Seconds(card.CapacityGb, worst) / 60)))
                )
                : null;
        if (plan is not { } planned)
        {
            return Exact(notch, draft, InMinutes(Math.Floor(minutes)), Holds.Of(setting, capacity, at, holds).And(atWorst));
        }

        int cards = Recording.Needed(planned * 60, minutes * 60);
        (string, FigureValue) time = ("planned", FigureValue.In(Measure.Minutes, planned));

        // Relay continues on the second card and doubles the time to the next change; simultaneous writes everything twice.
        string? slots = draft.Target<SettingValue.Choice>(Setting.SlotMode)?.Word;
        Judgement? inSlots =
            slots == "relay" && cards > 1 ? Relay.Of(setting, ("change", FigureValue.In(Measure.Minutes, Math.Floor(2 * minutes))))
            : slots == "simultaneous" ? Simultaneous.Of(setting, ("all", FigureValue.Count(2 * cards)))
            : null;
        return cards <= 1
            ? Exact(notch, draft, InMinutes(planned), HoldsEnough.Of(setting, capacity, at, holds, time).And(atWorst).And(inSlots))
            : Compromise(
                notch,
                draft,
                InMinutes(Math.Min(planned, Math.Floor(minutes))),
                Missing(minutes, planned),
                (slots == "relay" ? NeedsCardsInRelay : NeedsCards)
                    .Of(setting, capacity, at, holds, time, ("cards", FigureValue.Count(cards)))
                    .And(atWorst)
                    .And(inSlots)
            );
    }

    private SheetLine Running(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        double? plan = notch.Requirement is Requirement.Amount number ? number.Value : draft.Standard.PlannedMinutes;
        if (model.Power is not { } power)
        {
            return CheckByEye(notch, draft, plan is { } p ? InMinutes(p) : null, NoConsumption.Of(setting, ("model", model.Name)));
        }

        double minutes = power.RunningMinutes;
        (string, FigureValue) battery = ("battery", FigureValue.In(Measure.WattHours, power.BatteryWh));
        (string, FigureValue) health = ("health", FigureValue.In(Measure.Percent, Math.Round(100 * power.Health)));
        (string, FigureValue) draw = ("power", FigureValue.In(Measure.Watts, power.Watts));
        (string, FigureValue) runs = ("runs", FigureValue.In(Measure.Minutes, Math.Floor(minutes)));
        if (plan is not { } planned)
        {
            return Exact(notch, draft, InMinutes(Math.Floor(minutes)), Runs.Of(setting, battery, health, draw, runs));
        }

        int batteries = Power.BatteriesNeeded(planned, minutes);
        (string, FigureValue) time = ("planned", FigureValue.In(Measure.Minutes, planned));
        return batteries <= 1
            ? Exact(notch, draft, InMinutes(planned), RunsEnough.Of(setting, battery, health, draw, runs, time))
            : Compromise(
                notch,
                draft,
                InMinutes(Math.Min(planned, Math.Floor(minutes))),
                Missing(minutes, planned),
                (model.NotFitted.Contains(Setting.MainsAdapter) ? NeedsBatteriesOnly : NeedsBatteries).Of(
                    setting,
                    battery,
                    health,
                    draw,
                    runs,
                    time,
                    ("batteries", FigureValue.Count(batteries))
                )
            );
    }

    private static BitRate WorstOf(SheetDraft draft)
    {
        (RecordFormat? format, BitRate? rate) = draft.Ahead;
        return format?.WorstAt(rate) ?? draft.Model.Formats.SelectMany(f => f.BitRates).DefaultIfEmpty(new BitRate(1)).Max();
    }

    private static string Faster(double need)
    {
        foreach (string name in new[] { "V6", "V10", "V30", "V60", "V90" })
        {
            if (CardClass.Parse(name).MegabytesPerSecond >= need - Guard.Edge)
            {
                return name;
            }
        }

        return "a medium faster than any speed class";
    }

    // Against the plan with its margin, in whole minutes: less than a minute short is a minute short.
    private static double Missing(double minutes, double planned) =>
        Math.Floor(Math.Min(0, minutes - (planned * (1 + Recording.DefaultMargin))));

    private static SettingValue.Amount InMinutes(double minutes) => new(minutes, NaturalUnit.Minutes);
}
