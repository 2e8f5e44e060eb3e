using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Matches;

/// <summary>Where the controls of a camera stood while its picture was taken. What nobody read is null, and is moved by so much instead of to a place.</summary>
/// <param name="White">Kelvin dialled, or of the preset; null where a memory or an automatic decides.</param>
/// <param name="Tint">Number of the tint control; where nobody has said which way its numbers run, steps towards green from where it began.</param>
/// <param name="Filter">The built-in filter, with what it takes on this unit; null where nobody read it.</param>
/// <param name="Gain">Gain; null where nobody read it.</param>
/// <param name="Iris">Iris; null where nobody read it.</param>
/// <param name="Base">Word of the base; empty where there is one only, or nobody read it.</param>
public sealed record MatchPosition(
    Kelvin? White,
    double Tint = 0,
    FilterPosition? Filter = null,
    Decibels? Gain = null,
    FNumber? Iris = null,
    string Base = ""
);

/// <summary>A camera that is to be matched.</summary>
/// <param name="Letter">Its letter.</param>
/// <param name="Unit">Its tag.</param>
/// <param name="Model">Its model, with the filters of this unit as they were measured.</param>
/// <param name="IsIrisFree">Whether the iris may be moved: not where depth of field was asked for.</param>
public sealed record MatchCamera(string Letter, string Unit, CameraModel Model, bool IsIrisFree = true)
{
    // Irises that stop at thirds; a ring that is marked in T turns freely, and a tenth is what a hand hits.
    private const double Third = 1.0 / 3;
    private const double FreeRing = 0.1;

    // Of a camera without a gain control that anybody has described.
    private static readonly Decibels WholeStop = new(6);

    /// <summary>What a step of its tint is worth; null where it has no such control.</summary>
    public TintScale? Tint =>
        Model.Tint ?? (Model.Levels.ContainsKey(Setting.Tint) ? new TintScale(Matching.UsualTintStep, IsUpGreen: null) : null);

    /// <summary>Numbers its tint can stand at, rising.</summary>
    private ImmutableArray<double> TintMarks => Model.Levels.GetValueOrDefault(Setting.Tint)?.Marks ?? [];

    private double TintStep => TintMarks.Length > 1 ? TintMarks.Zip(TintMarks.Skip(1), (a, b) => b - a).Min() : 1;

    private double TowardsGreen => Tint?.IsUpGreen == false ? -1 : 1;

    /// <summary>Whether it is balanced by a number; else on a card, or not at all.</summary>
    public bool HasDial => Model.White.Dial is not null;

    /// <summary>What it can be moved by from where it stands.</summary>
    /// <param name="at">Where it stands.</param>
    /// <param name="set">What its balance is taken for.</param>
    public MatchControls ControlsAt(MatchPosition at, Kelvin set)
    {
        int up = (int)Math.Round(((TintMarks.LastOrDefault() - at.Tint) / TintStep) + Guard.Edge);
        int down = (int)Math.Round(((at.Tint - TintMarks.FirstOrDefault()) / TintStep) + Guard.Edge);
        bool isKnown = Tint?.IsUpGreen is not null && TintMarks.Length > 1;
        return new MatchControls(
            // Without a dial it stays where it is, and is balanced on the card instead.
            Model.White.Dial
                ?? new Colour.KelvinGrid(set, set, 1),
            Tint?.StepDuv,
            Exposure(at),
            !isKnown ? int.MaxValue : Math.Max(0, TowardsGreen > 0 ? up : down),
            !isKnown ? int.MaxValue : Math.Max(0, TowardsGreen > 0 ? down : up)
        );
    }

    /// <summary>Steps of tint towards green that lie between two places.</summary>
    public double TintStepsBetween(MatchPosition from, MatchPosition to) => TowardsGreen * (to.Tint - from.Tint) / TintStep;

    /// <summary>Where it stands once a round is done.</summary>
    /// <param name="at">Where it stands now.</param>
    /// <param name="round">The round.</param>
    public MatchPosition After(MatchPosition at, MatchRound round)
    {
        MatchPosition exposed = After(After(at, round.Exposure), round.Then);
        return exposed with
        {
            White = HasDial ? round.Dial : at.White,
            Tint = Math.Round(at.Tint + (TowardsGreen * round.TintSteps * TintStep), 6),
        };
    }

    /// <summary>Where it stands once what makes its picture fit is done.</summary>
    public MatchPosition After(MatchPosition at, MatchRemedy remedy) => After(After(at, remedy.Exposure), remedy.Then);

    private MatchPosition After(MatchPosition at, ExposureMove? move) =>
        move switch
        {
            { Control: ExposureControl.Iris } m => at with { Iris = at.Iris is { } iris ? Nearest(iris.OpenedBy(m.Move)) : null },
            { Control: ExposureControl.Filter } m => at with
            {
                Filter = Filters(at).MinBy(f => Math.Abs(f.Loss.Value - (at.Filter!.Loss.Value - m.Move.Value))),
            },
            { Control: ExposureControl.Gain } m => at with { Gain = at.Gain is { } gain ? Nearest(at, gain, m.Move) : null },
            _ => at,
        };

    private Decibels Nearest(MatchPosition at, Decibels gain, Stops move)
    {
        double wanted = gain.Value + move.ToDecibels().Value;
        return Gains(at).DefaultIfEmpty(new Decibels(wanted)).MinBy(g => Math.Abs(g.Value - wanted));
    }

    // The end of the ring is a place too, though it is no third.
    private FNumber Nearest(FNumber iris) =>
        iris.Value <= Model.Lens.WidestAtShort.Value ? new FNumber(Model.Lens.WidestAtShort.Value, iris.IsTransmission)
        : iris.IsTransmission ? iris
        : iris.NearestThird();

    private ExposureControls Exposure(MatchPosition at)
    {
        ImmutableArray<Decibels> gains = Gains(at);
        double least =
            gains.Length > 1
                ? gains.Zip(gains.Skip(1), (a, b) => b.Value - a.Value).Where(d => d > 0).DefaultIfEmpty(WholeStop.Value).Min()
                : WholeStop.Value;
        bool isIrisMoved = IsIrisFree && Model.Iris.Manual;
        return new ExposureControls(
            isIrisMoved ? new Stops(Model.Lens.WidestAtShort.IsTransmission ? FreeRing : Third) : null,
            at.Filter?.Loss ?? Stops.Zero,
            at.Filter is null ? [] : [.. Filters(at).Select(f => f.Loss)],
            new Decibels(least)
        )
        {
            IrisOpensStops = at.Iris is { } iris ? Math.Max(0, Model.Lens.WidestAtShort.OpennessFrom(iris).Value) : double.PositiveInfinity,
            IrisClosesStops = at.Iris is { } open ? Math.Max(0, -Model.Lens.Smallest.OpennessFrom(open).Value) : double.PositiveInfinity,
            // Where nobody read it, it can be moved by its steps; where there is none, not at all.
            Gains =
                gains.Length < 2 ? [at.Gain ?? Decibels.Zero]
                : at.Gain is null ? []
                : gains,
            GainNow = at.Gain ?? Decibels.Zero,
        };
    }

    private ImmutableArray<FilterPosition> Filters(MatchPosition at) =>
        [.. Model.FilterPositions().Append(at.Filter!).DistinctBy(f => f.Label).OrderBy(f => f.Loss.Value)];

    // What the department allows, and where it stands.
    private ImmutableArray<Decibels> Gains(MatchPosition at) =>
        [
            .. Model
                .Gain.PositionsOn(at.Base.Length == 0 ? null : at.Base)
                .Select(p => p.Gain)
                .Where(g => Model.Gain.CapOn(at.Base.Length == 0 ? null : at.Base) is not { } cap || g.Value <= cap.Value)
                .Concat(at.Gain is { } now ? [now] : Array.Empty<Decibels>())
                .Distinct()
                .Order(),
        ];
}
