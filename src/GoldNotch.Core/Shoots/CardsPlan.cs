using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Cards for one camera of a shoot.</summary>
/// <param name="MinutesEach">Minutes that one card holds at the sheet's format, as it is counted with; of unlike cards the least.</param>
/// <param name="IsMeasured">Whether that was read off this unit; else it follows from capacity and bit rate.</param>
/// <param name="Planned">Planned recording, minutes.</param>
/// <param name="Needed">Cards for the planned time.</param>
/// <param name="WithMargin">Cards for the planned time with its margin.</param>
/// <param name="Have">Cards there are.</param>
/// <param name="Doubled">Whether both slots record the same, which takes twice the cards.</param>
/// <param name="Because">How many and why; then what is doubted, and the order of the slots.</param>
public sealed record CardsPlan(
    double MinutesEach,
    bool IsMeasured,
    double Planned,
    int Needed,
    int WithMargin,
    int Have,
    bool Doubled,
    ImmutableArray<Judgement> Because
)
{
    // A figure that is off by more was read at another format, or on a card that was not empty.
    private const double Doubted = 0.05;

    // A display that counts by the typical rate is up to a third off what the worst rate gives; beyond that it was another card, twice or half as large.
    private const double LikeCard = 0.35;

    private const string RuleId = "PACK-CARDS";

    private static readonly Template Enough = new(
        RuleId,
        "enough",
        "{need#card|cards}: one holds {each}, {planned} are planned, and {margin} more are packed for."
    );
    private static readonly Template Short = new(
        RuleId,
        "short",
        "{need#card|cards} needed, {have} there: one holds {each}, {planned} are planned and {margin} more packed for. Take {missing} from a pool, or lower the bit rate."
    );
    private static readonly Template Simultaneous = new(
        RuleId,
        "simultaneous",
        "Both slots record the same, so each change takes two cards."
    );
    private static readonly Template Relay = new(RuleId, "relay", "Slots in order: {slots}. The camera goes on to the next by itself.");
    private static readonly Template OneMedium = new(RuleId, "medium", "Record to {medium}; see on the test clip that it landed there.");
    private static readonly Template Claim = new(
        RuleId,
        "claim-doubted",
        "The specification comes to {claimed}, this unit showed {measured}: {off} apart. The unit's own figure counts; correct the specification."
    );
    private static readonly Template OtherCard = new(
        RuleId,
        "other-card",
        "At its last check this unit showed {measured}, which fits none of these cards: {claimed} counts. Read the minutes of an empty card at the next check."
    );
    private static readonly Template ClassUnknown = new(
        RuleId,
        "class-unknown",
        "No card is stated for {model}, so minutes cannot be worked out. State the issued card in its specification."
    );
    private static readonly Template InMemory = new(
        RuleId,
        "memory",
        "It records {seconds} into memory and saves to the card afterwards: cards hold saved takes, and minutes of recording are not counted."
    );
    private static readonly Template NoFormat = new(
        RuleId,
        "no-format",
        "No recording format is settled for {model} by this standard, so minutes cannot be worked out."
    );

    /// <summary>Whether the second card goes on when the first is full.</summary>
    public bool IsInRelay { get; init; }

    /// <summary>How many are missing, the margin counted.</summary>
    public int Missing => Math.Max(0, WithMargin - Have);

    /// <summary>Works the cards out; where they cannot be, why.</summary>
    /// <param name="sheet">The camera's sheet.</param>
    /// <param name="plannedMinutes">Planned recording, minutes, zero or more.</param>
    /// <param name="cards">Cards there are, of the kit and taken from a pool, each with its own capacity where the kit states it.</param>
    /// <param name="shown">Minutes that an empty card showed on this unit at this format; null where nobody read them. What was only confirmed as
    /// enough is no number (<see cref="NumberRead"/>).</param>
    /// <param name="margin">Share added.</param>
    public static (CardsPlan? Plan, Judgement? WhyNot) Of(
        Sheet sheet,
        double plannedMinutes,
        ImmutableArray<KitPiece> cards,
        double? shown = null,
        double margin = Recording.DefaultMargin
    )
    {
        int have = cards.Sum(c => c.Count);
        CameraModel model = sheet.Model;
        if (sheet.Format is not { } format)
        {
            return (null, NoFormat.Of(("model", model.Name)));
        }

        if (model.BufferGb is { } buffer)
        {
            return (null, InMemory.Of(("seconds", FigureValue.In(Measure.Seconds, Handling.SecondsOf(buffer, format)))));
        }

        if (model.Card is not { } card)
        {
            return (null, ClassUnknown.Of(("model", model.Name)));
        }

        BitRate rate = sheet.Target<SettingValue.Bits>(Setting.BitRate)?.Rate ?? format.WorstAt(null);
        double Claimed(double gigabytes) => Recording.Seconds(gigabytes, rate) / 60;
        double[] pieces = [.. cards.SelectMany(c => Enumerable.Repeat(Claimed(c.CapacityGb ?? card.CapacityGb), c.Count))];

        // What the unit showed belongs to cards of that size: a reading near none of them was of another card.
        bool IsLike(double claimed) => shown is { } read && Math.Abs(read - claimed) <= LikeCard * claimed;
        bool measured = shown is not null && (pieces.Length == 0 ? IsLike(Claimed(card.CapacityGb)) : pieces.Any(IsLike));
        double[] held = [.. pieces.Select(p => IsLike(p) ? shown!.Value : p).OrderDescending()];
        double claimed = held.Length == 0 ? Claimed(card.CapacityGb) : pieces.Min();
        double each = held.Length == 0 ? (measured ? shown!.Value : claimed) : held[^1];
        bool doubled = sheet.Word(Setting.SlotMode) == "simultaneous" && model.Slots.Length > 1;
        int needed = CountOf(plannedMinutes, held, each, doubled);
        int withMargin = CountOf(plannedMinutes * (1 + margin), held, each, doubled);
        (string, FigureValue)[] figures =
        [
            ("need", FigureValue.Count(withMargin)),
            ("have", FigureValue.Count(have)),
            ("each", FigureValue.In(Measure.Minutes, Math.Floor(each))),
            ("planned", FigureValue.In(Measure.Minutes, Math.Ceiling(plannedMinutes))),
            ("margin", FigureValue.In(Measure.Percent, Math.Round(margin * 100))),
            ("missing", FigureValue.Count(Math.Max(0, withMargin - have))),
        ];
        return (
            new CardsPlan(
                each,
                measured,
                plannedMinutes,
                needed,
                withMargin,
                have,
                doubled,
                [
                    (withMargin > have ? Short : Enough).Of(Setting.CardMinutes, figures),
                    .. Further(sheet, doubled, claimed, each, shown, measured),
                ]
            )
            {
                IsInRelay = sheet.Word(Setting.SlotMode) == "relay" && model.Slots.Length > 1,
            },
            null
        );
    }

    /// <summary>The newest number that somebody read off a unit among what was recorded; what was only confirmed as enough is left out.</summary>
    /// <param name="sheet">The sheet the unit was checked by.</param>
    /// <param name="recorded">Minutes recorded of an empty card, the newest first.</param>
    public static double? NumberRead(Sheet sheet, IEnumerable<double> recorded)
    {
        foreach (double minutes in recorded)
        {
            if (minutes > 0 && !sheet.IsConfirmation(Setting.CardMinutes, minutes))
            {
                return minutes;
            }
        }

        return null;
    }

    // The largest first; beyond those there are, as many more of the smallest. Both slots at once take a pair each time, which holds what its lesser card holds.
    private static int CountOf(double minutes, double[] held, double each, bool doubled)
    {
        int step = doubled ? 2 : 1;
        int cards = 0;
        while (minutes > Guard.Edge)
        {
            double next = cards + step - 1 < held.Length ? held[cards + step - 1] : each;
            if (cards >= held.Length)
            {
                return cards + (step * Recording.Needed(minutes * 60, each * 60, 0));
            }

            minutes -= next;
            cards += step;
        }

        return cards;
    }

    private static IEnumerable<Judgement> Further(Sheet sheet, bool doubled, double claimed, double each, double? shown, bool isMeasured)
    {
        if (shown is { } read && !isMeasured)
        {
            yield return OtherCard.Of(
                Setting.CardMinutes,
                ("measured", FigureValue.In(Measure.Minutes, Math.Floor(read))),
                ("claimed", FigureValue.In(Measure.Minutes, Math.Floor(each)))
            );
        }
        else if (shown is { } measured && Math.Abs(measured - claimed) > Doubted * measured)
        {
            yield return Claim.Of(
                Setting.CardMinutes,
                ("claimed", FigureValue.In(Measure.Minutes, Math.Floor(claimed))),
                ("measured", FigureValue.In(Measure.Minutes, Math.Floor(measured))),
                ("off", FigureValue.In(Measure.Percent, Math.Round(100 * Math.Abs(measured - claimed) / measured)))
            );
        }

        if (doubled)
        {
            yield return Simultaneous.Of(Setting.SlotMode);
        }
        else if (sheet.Word(Setting.SlotMode) == "relay" && sheet.Model.Slots.Length > 1)
        {
            yield return Relay.Of(Setting.SlotMode, ("slots", FigureValue.Of(sheet.Model.Slots.Select(s => s.Name))));
        }

        if (sheet.Target<SettingValue.Choice>(Setting.RecordTo) is { } medium && sheet.Model.Slots.Length > 1)
        {
            yield return OneMedium.Of(Setting.RecordTo, ("medium", medium));
        }
    }
}
