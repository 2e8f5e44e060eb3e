using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Media;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>Batteries for one camera of a shoot.</summary>
/// <param name="MinutesEach">Minutes that the weakest of them runs the camera.</param>
/// <param name="MinutesAll">Minutes that all together run it without being charged again.</param>
/// <param name="Planned">How long it is on, minutes.</param>
/// <param name="Without">Batteries for the planned time with its margin, none charged again.</param>
/// <param name="Round">With a charger at hand; null where there is none, or nobody knows how long it charges.</param>
/// <param name="Have">Batteries there are.</param>
/// <param name="Because">How many and why; then what is to be known.</param>
public sealed record BatteriesPlan(
    double MinutesEach,
    double MinutesAll,
    double Planned,
    int Without,
    BatteryRound? Round,
    int Have,
    ImmutableArray<Judgement> Because
)
{
    private const string RuleId = "PACK-BATTERIES";

    private static readonly Template Enough = new(
        RuleId,
        "enough",
        "{have#battery|batteries} there: {least} for the {planned} planned, {need} with the margin of {margin}."
    );
    private static readonly Template Short = new(
        RuleId,
        "short",
        "{need#battery|batteries} needed with the margin of {margin}, {least} without it, {have} there: one runs {each} of the {planned} planned. Take {missing} from a pool, or run it on mains."
    );
    private static readonly Template Charged = new(
        RuleId,
        "charged",
        "With {chargers#charger|chargers} at hand {round} are enough with the margin, {least} without it: one charges in {charge}."
    );
    private static readonly Template ForEver = new(RuleId, "for-ever", "{number#battery|batteries} in turn never run out.");
    private static readonly Template Mains = new(
        RuleId,
        "mains",
        "Mains run it; {need#battery bridges|batteries bridge} a pulled plug. Set the adapter to *charge* for the night and to *camera* for the shoot."
    );
    private static readonly Template OnlyOff = new(
        RuleId,
        "only-off",
        "{model} charges its battery only while it is off: on mains it does not charge while it records."
    );
    private static readonly Template NoEnergy = new(
        RuleId,
        "no-energy",
        "{piece} has no watt-hours, and the specification of {model} states none. Read them off the label and type them in."
    );
    private static readonly Template NoConsumption = new(
        RuleId,
        "no-consumption",
        "The specification of {model} states no consumption, so batteries cannot be counted. Time one battery and state it."
    );
    private static readonly Template Weak = new(RuleId, "weak", "{piece} has {health} of its energy left. Replace it; it runs {each}.");

    // Below this a battery fails when it is cold (bench rule).
    private const double WeakHealth = 0.7;

    /// <summary>How many are missing: by the charger's round where there is one, else without.</summary>
    public int Missing => Math.Max(0, (Round?.WithMargin ?? Without) - Have);

    /// <summary>Works the batteries out; where they cannot be, why.</summary>
    /// <param name="model">The camera.</param>
    /// <param name="batteries">Its batteries: of the kit and taken from a pool.</param>
    /// <param name="plannedMinutes">How long it is on, minutes, zero or more.</param>
    /// <param name="chargers">Batteries that charge at once on location, 0 and up.</param>
    /// <param name="onMains">Whether mains run it.</param>
    /// <param name="margin">Share added.</param>
    public static (BatteriesPlan? Plan, Judgement? WhyNot) Of(
        CameraModel model,
        IReadOnlyList<KitPiece> batteries,
        double plannedMinutes,
        int chargers,
        bool onMains = false,
        double margin = Recording.DefaultMargin
    )
    {
        if (model.Power is not { } power)
        {
            return (
                null,
                batteries.FirstOrDefault(b => b.WattHours is null) is { } silent
                    ? NoEnergy.Of(Setting.RunningMinutes, ("piece", silent.Name), ("model", model.Name))
                    : NoConsumption.Of(Setting.RunningMinutes, ("model", model.Name))
            );
        }

        // A battery that says nothing of itself is the issued one.
        (KitPiece Piece, double Minutes)[] runs =
        [
            .. batteries.Select(b =>
                (
                    b,
                    Power.RunningMinutes(
                        b.WattHours ?? power.BatteryWh,
                        power.Watts,
                        b.WattHours is null ? Math.Min(b.Health, power.Health) : b.Health
                    )
                )
            ),
        ];
        int have = batteries.Sum(b => b.Count);
        double each = runs.Length > 0 ? runs.Min(r => r.Minutes) : power.RunningMinutes;
        double all = runs.Sum(r => r.Minutes * r.Piece.Count);
        int without = Power.BatteriesNeeded(plannedMinutes, each, margin);
        BatteryRound? round =
            chargers > 0 && power.ChargeMinutes is { } charge ? BatteryRound.For(plannedMinutes, each, charge, chargers, margin) : null;
        var plan = new BatteriesPlan(each, all, plannedMinutes, onMains ? Math.Min(1, without) : without, onMains ? null : round, have, []);
        return (plan with { Because = [.. plan.Said(model, power, runs, chargers, onMains, margin)] }, null);
    }

    private IEnumerable<Judgement> Said(
        CameraModel model,
        PowerNeed power,
        (KitPiece Piece, double Minutes)[] runs,
        int chargers,
        bool onMains,
        double margin
    )
    {
        int need = Round?.WithMargin ?? Without;
        (string, FigureValue)[] figures =
        [
            ("need", FigureValue.Count(need)),
            ("least", FigureValue.Count(Round?.Batteries ?? Power.BatteriesNeeded(Planned, MinutesEach, 0))),
            ("have", FigureValue.Count(Have)),
            ("each", FigureValue.In(Measure.Minutes, Math.Floor(MinutesEach))),
            ("all", FigureValue.In(Measure.Minutes, Math.Floor(MinutesAll))),
            ("planned", FigureValue.In(Measure.Minutes, Math.Ceiling(Planned))),
            ("margin", FigureValue.In(Measure.Percent, Math.Round(margin * 100))),
            ("missing", FigureValue.Count(Missing)),
        ];
        yield return (
            Missing > 0 ? Short
            : onMains ? Mains
            : Enough
        ).Of(Setting.SpareBatteries, figures);
        if (Round is { } round)
        {
            yield return Charged.Of(
                Setting.SpareBatteries,
                ("chargers", FigureValue.Count(chargers)),
                ("round", FigureValue.Count(round.WithMargin)),
                ("least", FigureValue.Count(round.Batteries)),
                ("charge", FigureValue.In(Measure.Minutes, power.ChargeMinutes ?? 0))
            );
            if (round.ForEver is { } number && number <= Have)
            {
                yield return ForEver.Of(Setting.SpareBatteries, ("number", FigureValue.Count(number)));
            }
        }

        if (onMains && power.ChargesOnlyWhenOff)
        {
            yield return OnlyOff.Of(Setting.MainsAdapter, ("model", model.Name));
        }

        foreach ((KitPiece piece, double minutes) in runs.Where(r => r.Piece.Health < WeakHealth))
        {
            yield return Weak.Of(
                Setting.RunningMinutes,
                ("piece", piece.Name),
                ("health", FigureValue.In(Measure.Percent, Math.Round(piece.Health * 100))),
                ("each", FigureValue.In(Measure.Minutes, Math.Floor(minutes)))
            );
        }
    }
}
