using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Cards for one camera of a shoot.</summary>
/// <param name="MinutesEach">Minutes that one card holds at the sheet's format, as it is counted with.</param>
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

    /// <summary>How many are missing, the margin counted.</summary>
    public int Missing => Math.Max(0, WithMargin - Have);

    /// <summary>Works the cards out; where they cannot be, why.</summary>
    /// <param name="sheet">The camera's sheet.</param>
    /// <param name="plannedMinutes">Planned recording, minutes, zero or more.</param>
    /// <param name="have">Cards there are: of the kit and taken from a pool.</param>
    /// <param name="shown">Minutes that an empty card showed on this unit at this format; null where nobody read them.</param>
    /// <param name="margin">Share added.</param>
    public static (CardsPlan? Plan, Judgement? WhyNot) Of(
        Sheet sheet,
        double plannedMinutes,
        int have,
        double? shown = null,
        double margin = Recording.DefaultMargin
    )
    {
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
        double claimed = Recording.Seconds(card.CapacityGb, rate) / 60;
        double each = shown ?? claimed;
        bool doubled = sheet.Word(Setting.SlotMode) == "simultaneous" && model.Slots.Length > 1;
        int times = doubled ? 2 : 1;
        int needed = Recording.Needed(plannedMinutes * 60, each * 60, 0) * times;
        int withMargin = Recording.Needed(plannedMinutes * 60, each * 60, margin) * times;
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
                shown is not null,
                plannedMinutes,
                needed,
                withMargin,
                have,
                doubled,
                [(withMargin > have ? Short : Enough).Of(Setting.CardMinutes, figures), .. Further(sheet, doubled, claimed, shown)]
            ),
            null
        );
    }

    private static IEnumerable<Judgement> Further(Sheet sheet, bool doubled, double claimed, double? shown)
    {
        if (shown is { } measured && Math.Abs(measured - claimed) > Doubted * measured)
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
