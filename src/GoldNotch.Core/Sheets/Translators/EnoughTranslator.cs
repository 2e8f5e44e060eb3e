using GoldNotch.Core.Cameras;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Sheets.Translators;

/// <summary>ENOUGH-FOR-THE-PLAN: minutes on the issued card, running time of the issued battery, speed of the card, against plan and format.</summary>
internal sealed class EnoughTranslator(Setting setting) : Translator
{
    private const string Id = "ENOUGH-FOR-THE-PLAN";

    protected override Setting Setting => setting;

    internal override SheetLine Translate(Notch notch, SheetDraft draft) => setting switch
    {
        Setting.CardSpeed => Speed(notch, draft),
        Setting.CardMinutes => Minutes(notch, draft),
        _ => Running(notch, draft),
    };

    private SheetLine Speed(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        BitRate worst = WorstOf(draft);
        double need = notch.Wish is Wish.Amount number ? number.Value : CardClass.NeededFor(worst);
        var target = new SettingValue.Amount(need, NaturalUnit.MegabytesPerSecond);
        Figure needed = new("needed", need, "megabytes per second", target.Label);
        if (model.Card is not { } card)
        {
            return Look(notch, draft, target, Judgement.Of(Id, $"No card is issued with {model.Name}. {worst.Label()} needs {target.Label} at the least: read the class off the card.", needed));
        }

        Figure promised = new("promised", card.Class.MegabytesPerSecond, "megabytes per second", Level.Label(card.Class.MegabytesPerSecond, NaturalUnit.MegabytesPerSecond));
        return card.Class.MegabytesPerSecond >= need - Guard.Edge
            ? Exact(notch, draft, target, Judgement.Of(Id, $"The worst bit rate here needs {target.Label}; the issued {card.Class.Name} promises {promised.Label}.", needed, promised))
            : NotPossible(notch, draft, Judgement.Of(
                Id, $"{worst.Label()} needs {target.Label}; the issued {card.Class.Name} promises {promised.Label}. The recording would stop. Issue a card of {Faster(need)} or lower the bit rate.", needed, promised));
    }

    private SheetLine Minutes(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        double? plan = notch.Wish is Wish.Amount number ? number.Value : draft.Standard.PlannedMinutes;
        (RecordFormat? format, BitRate? typical) = draft.Ahead;
        if (model.Card is not { } card || format is null)
        {
            return Look(notch, draft, plan is { } p ? InMinutes(p) : null, Judgement.Of(
                Id, $"What fits cannot be worked out: {(model.Card is null ? $"no card is issued with {model.Name}" : "size and rate are not settled")}. Read the remaining minutes off the display."));
        }

        BitRate rate = typical ?? format.BitRates.Max();
        double minutes = Recording.Seconds(card.CapacityGb, rate) / 60;
        Figure holds = new("one card holds", minutes, "minutes", Level.Label(Math.Floor(minutes), NaturalUnit.Minutes));
        string fits = $"{Notation.Number(card.CapacityGb)} GB at {rate.Label()} holds {holds.Label}, 3 % kept back";
        if (plan is not { } planned)
        {
            return Exact(notch, draft, InMinutes(Math.Floor(minutes)), Judgement.Of(Id, $"{fits}. The standard plans no time.", holds));
        }

        int cards = Recording.Needed(planned * 60, minutes * 60);
        return cards <= 1
            ? Exact(notch, draft, InMinutes(planned), Judgement.Of(Id, $"{fits}: enough for {Notation.Number(planned)} min and a margin of 15 %.", holds))
            : Compromise(notch, draft, InMinutes(Math.Min(planned, Math.Floor(minutes))), Math.Min(0, minutes - planned), Judgement.Of(
                Id,
                $"{fits}; {Notation.Number(planned)} min and a margin of 15 % need {cards} cards. Change after {Notation.Number(Math.Floor(minutes))} min at the latest.",
                holds,
                new Figure("cards", cards, "cards", Notation.Number(cards))));
    }

    private SheetLine Running(Notch notch, SheetDraft draft)
    {
        CameraModel model = draft.Model;
        double? plan = notch.Wish is Wish.Amount number ? number.Value : draft.Standard.PlannedMinutes;
        if (model.Power is not { } power)
        {
            return Look(notch, draft, plan is { } p ? InMinutes(p) : null, Judgement.Of(Id, $"The card of {model.Name} states no consumption. Read the running time off the display."));
        }

        double minutes = power.RunningMinutes;
        Figure runs = new("one battery runs", minutes, "minutes", Level.Label(Math.Floor(minutes), NaturalUnit.Minutes));
        string how = $"{Notation.Number(power.BatteryWh)} Wh at {Notation.Number(power.Watts, 1)} W runs {runs.Label}";
        if (plan is not { } planned)
        {
            return Exact(notch, draft, InMinutes(Math.Floor(minutes)), Judgement.Of(Id, $"{how}. The standard plans no time.", runs));
        }

        int batteries = Power.BatteriesNeeded(planned, minutes);
        return batteries <= 1
            ? Exact(notch, draft, InMinutes(planned), Judgement.Of(Id, $"{how}: enough for {Notation.Number(planned)} min and a margin of 15 %.", runs))
            : Compromise(notch, draft, InMinutes(Math.Min(planned, Math.Floor(minutes))), Math.Min(0, minutes - planned), Judgement.Of(
                Id,
                $"{how}; {Notation.Number(planned)} min and a margin of 15 % need {batteries} batteries, or mains with the adapter at “camera”.",
                runs,
                new Figure("batteries", batteries, "batteries", Notation.Number(batteries))));
    }

    /// <summary>The worst that must be written: of the format to come, else of anything the model records.</summary>
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

        return "a faster medium than any speed class";
    }

    private static SettingValue.Amount InMinutes(double minutes) => new(minutes, NaturalUnit.Minutes);
}
