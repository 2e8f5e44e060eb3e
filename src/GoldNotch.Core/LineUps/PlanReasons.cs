using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>What a plan sets, and why this and not the next.</summary>
public static class PlanReasons
{
    private const string SettingsRule = "PLAN-SETTINGS";
    private const string OrderRule = "PLAN-ORDER";
    private const string IrisRule = "PLAN-IRIS";
    private const string TermRule = "PLAN-TERM";

    // Points under this are told as none.
    private const double LeastTold = 0.05;

    private static readonly Template GainAlone = new(SettingsRule, "gain", "{gain}");
    private static readonly Template GainOnBase = new(SettingsRule, "gain-on-base", "{base} base, {gain}");
    private static readonly Template FilterOnly = new(SettingsRule, "filter", "ND {filter}");
    private static readonly Template FilterAndFront = new(SettingsRule, "filter-and-front", "ND {filter} + front {front}");
    private static readonly Template Whole = new(SettingsRule, "whole", "{state} · {filters} · {iris}");

    private static readonly Template AsRead = new(SettingsRule, "as-read", "as read");
    private static readonly Template Turn = new(SettingsRule, "turn", "{moved?open|close} {moved:size}");
    private static readonly Template OutOfReach = new(SettingsRule, "out-of-reach", "as it is set {error:size} too {error?bright|dark}");

    private static readonly Template NoOther = new(OrderRule, "no-other", "There is no other way to set it.");
    private static readonly Template BreaksRule = new(OrderRule, "rules", "{other} would cost {more} more: it is above the gain cap.");
    private static readonly Template Exposure = new(
        OrderRule,
        "exposure",
        "{other} would cost {more} more: a picture {error:size} too {error?bright|dark}."
    );
    private static readonly Template Highlights = new(
        OrderRule,
        "highlights",
        "{other} would cost {more} more: {lost:size} of the required highlights lost."
    );
    private static readonly Template GainWithFilter = new(
        OrderRule,
        "gain-with-filter",
        "{other} would cost {more} more: gain raised behind an ND filter."
    );
    private static readonly Template IrisFurther = new(
        OrderRule,
        "iris",
        "{other} would cost {more} more: its iris is {theirs:size} from the required one."
    );
    private static readonly Template Noisier = new(OrderRule, "noise", "{other} would cost {more} more: {noise:size} more noise.");
    private static readonly Template Shadows = new(
        OrderRule,
        "shadows",
        "{other} would cost {more} more: {lost:size} of the required shadows lost."
    );
    private static readonly Template FrontFilters = new(
        OrderRule,
        "front-filters",
        "{other} would cost {more} more: {filters#filter|filters} in front of the lens."
    );
    private static readonly Template Diffraction = new(
        OrderRule,
        "diffraction",
        "{other} would cost {more} more: it is beyond the diffraction limit of the format."
    );
    private static readonly Template NegativeGain = new(
        OrderRule,
        "negative-gain",
        "{other} would cost {more} more: gain below 0 dB takes latitude above grey."
    );
    private static readonly Template MoreFilter = new(OrderRule, "filter-stops", "{other} would cost {more} more: {filter:size} more ND.");
    private static readonly Template AsGood = new(
        OrderRule,
        "as-good",
        "{other} costs the same; this is nearer to the light by less than is visible."
    );
    private static readonly Template HardlyMore = new(OrderRule, "hardly-more", "{other} would do almost as well.");
    private static readonly Template MadeUpFor = new(
        OrderRule,
        "made-up-for",
        "{other} would cost {more} more, although this one costs {less} more in {term}."
    );

    private static readonly Template MovedToAgree = new(
        OrderRule,
        "moved-to-agree",
        "The iris is {moved?opened|closed} by {moved:size} from {from}, so that the cameras differ by no more than {spread:size}."
    );
    private static readonly Template OnlyWithBoth = new(
        OrderRule,
        "only-with-both",
        "Gain stands behind an ND filter because nothing else serves."
    );
    private static readonly Template DearerWithout = new(
        OrderRule,
        "dearer-without",
        "Gain stands behind an ND filter because {other}, the best without, would cost {more} more."
    );

    private static readonly ImmutableArray<Template> TermNames =
    [
        new(TermRule, "rules", "rules broken"),
        new(TermRule, "exposure", "exposure"),
        new(TermRule, "highlights", "highlights lost"),
        new(TermRule, "shadows", "shadows lost"),
        new(TermRule, "noise", "noise"),
        new(TermRule, "gain-with-filter", "gain behind ND"),
        new(TermRule, "iris", "iris"),
        new(TermRule, "front-filters", "front filters"),
        new(TermRule, "diffraction", "diffraction"),
        new(TermRule, "negative-gain", "gain below 0 dB"),
        new(TermRule, "filter-stops", "stops of ND"),
    ];

    private static readonly Template NotOpen = new(IrisRule, "not-open", "Fully open is {required}; {iris} is {missed:size} smaller.");
    private static readonly Template NotAt = new(IrisRule, "not-at", "{required} is required; {iris} is {missed:size} away.");
    private static readonly Template OutOfRange = new(
        IrisRule,
        "out-of-range",
        "{widest} to {smallest} is required; {iris} is {missed:size} outside."
    );
    private static readonly Template NotDeep = new(
        IrisRule,
        "not-deep",
        "A depth of field of {depth} is required, which takes {required}; {iris} gives {got}"
    );
    private static readonly Template CannotBeDeep = new(
        IrisRule,
        "cannot-be-deep",
        "A depth of field of {depth} is required, which no iris of this lens has from there; {iris} gives {got}"
    );
    private static readonly Template NotSameDepth = new(
        IrisRule,
        "not-same-depth",
        "The depth of field of {other} takes {required}; {iris} gives {got}"
    );
    private static readonly Template CannotSameDepth = new(
        IrisRule,
        "cannot-same-depth",
        "The depth of field of {other} takes an iris that this lens does not have; {iris} gives {got}"
    );
    private static readonly Template OtherWayRound = new(
        IrisRule,
        "other-way-round",
        "Pair them the other way round: {other} as deep as {camera} has {iris}, and both are met."
    );
    private static readonly Template DepthUnknown = new(IrisRule, "depth-unknown", "an unknown depth of field.");
    private static readonly Template DepthInfinite = new(IrisRule, "depth-infinite", "a depth of field from {near} to infinity.");
    private static readonly Template DepthIs = new(IrisRule, "depth", "a depth of field of {metres}.");

    /// <summary>All that is set on a camera, in one line.</summary>
    public static Judgement Spoken(PlanCandidate candidate) =>
        Whole.Of(("state", State(candidate.State)), ("filters", Filters(candidate)), ("iris", candidate.ShownIris));

    /// <summary>Base and gain.</summary>
    public static Judgement State(SensitivityState state) =>
        state.Base.Length == 0
            ? GainAlone.Of(Setting.Gain, ("gain", Gain(state)))
            : GainOnBase.Of(Setting.Gain, ("base", state.Base), ("gain", Gain(state)));

    /// <summary>The gain as its control shows it: decibels, a switch, or ISO.</summary>
    internal static FigureValue Gain(SensitivityState state) =>
        state.Shown.StartsWith("ISO", StringComparison.Ordinal) ? state.Shown : new SettingValue.GainAt(state.Gain, state.Shown);

    /// <summary>Built-in and front filters.</summary>
    public static Judgement Filters(PlanCandidate candidate) =>
        candidate.Front.IsEmpty
            ? FilterOnly.Of(Setting.NeutralDensity, ("filter", candidate.BuiltIn.Label))
            : FilterAndFront.Of(
                Setting.NeutralDensity,
                ("filter", candidate.BuiltIn.Label),
                ("front", FigureValue.Of(candidate.Front.Select(f => f.Label)))
            );

    /// <summary>
    /// Whether to open or close the iris from what the meter says, and by how much, in thirds, since a hand does it; where the picture
    /// misses nevertheless, by how much it does: turning would then be no remedy.
    /// </summary>
    /// <param name="meter">What the meter says at the camera's own speed.</param>
    /// <param name="chosen">How the camera is set.</param>
    public static Judgement Direction(FNumber meter, PlanCandidate chosen)
    {
        Stops moved = chosen.Iris.OpennessFrom(meter);
        return Math.Abs(chosen.Error.Value) > PlanTerms.Met + Guard.Edge
            ? OutOfReach.Of(Setting.Iris, ("error", FigureValue.Moved(chosen.Error)))
            : (moved.Label() == "0" ? AsRead : Turn).Of(Setting.Iris, ("moved", FigureValue.Moved(moved)));
    }

    /// <summary>What a term is called.</summary>
    public static Judgement TermName(PlanTerm term) => TermNames[(int)term].Of();

    /// <summary>How the iris was moved so that the cameras agree; null where it was not.</summary>
    /// <param name="plan">The camera's plan.</param>
    /// <param name="spread">Largest difference of exposure between any two cameras then.</param>
    public static Judgement? Aligned(CameraPlan plan, Stops spread) =>
        plan.BeforeAlignment is { } before
            ? MovedToAgree.Of(
                Setting.Iris,
                ("moved", FigureValue.Moved(plan.Chosen.Iris.OpennessFrom(before.Iris))),
                ("from", before.ShownIris),
                ("error", plan.Chosen.Error),
                ("spread", spread)
            )
            : null;

    /// <summary>Why gain is planned behind a filter, which the rule book calls a fault: what the best way without it would cost; null where it is not.</summary>
    /// <param name="plan">The camera's plan.</param>
    /// <param name="without">The best way of setting it without gain behind a filter; null where there is none.</param>
    public static Judgement? GainBehindFilter(CameraPlan plan, PlanCandidate? without) =>
        plan.Chosen.CostOf(PlanTerm.GainWithFilter) <= 0 ? null
        : without is null ? OnlyWithBoth.Of(Setting.Gain)
        : DearerWithout.Of(
            Setting.Gain,
            ("other", Spoken(without)),
            ("more", FigureValue.In(Measure.Points, Math.Max(0, without.Cost - plan.Cheapest.Cost))),
            ("error", without.Error)
        );

    /// <summary>Why the chosen candidate and not the next one.</summary>
    public static Judgement Why(CameraPlan plan)
    {
        PlanCandidate chosen = plan.Cheapest;
        (string, FigureValue)[] figures =
        [
            ("chosen-error", chosen.Error),
            ("missed", chosen.IrisMissedBy),
            ("filters-used", chosen.Filters),
        ];
        if (plan.Next.IsEmpty)
        {
            return NoOther.Of(figures);
        }

        PlanCandidate next = plan.Next[0];
        double dearer = plan.DecidedBy is { } most ? next.CostOf(most) - chosen.CostOf(most) : 0;
        Template template = plan.DecidedBy switch
        {
            null => AsGood,
            _ when next.Cost - chosen.Cost < LeastTold => HardlyMore,
            _ when dearer < 0 => MadeUpFor,
            PlanTerm.Rules => BreaksRule,
            PlanTerm.Exposure => Exposure,
            PlanTerm.Highlights => Highlights,
            PlanTerm.GainWithFilter => GainWithFilter,
            PlanTerm.Iris => IrisFurther,
            PlanTerm.Noise => Noisier,
            PlanTerm.Shadows => Shadows,
            PlanTerm.FrontFilters => FrontFilters,
            PlanTerm.Diffraction => Diffraction,
            PlanTerm.NegativeGain => NegativeGain,
            _ => MoreFilter,
        };
        Stops? margin = plan.DecidedBy == PlanTerm.Shadows ? next.ShadowMargin : next.ClipMargin;
        return template.Of([
            .. figures,
            ("other", Spoken(next)),
            ("more", FigureValue.In(Measure.Points, next.Cost - chosen.Cost)),
            ("less", FigureValue.In(Measure.Points, -dearer)),
            ("term", TermName(plan.DecidedBy ?? PlanTerm.Exposure)),
            ("error", next.Error),
            ("lost", margin ?? Stops.Zero),
            ("theirs", next.IrisMissedBy),
            ("noise", new Decibels(next.State.Noise.Value - chosen.State.Noise.Value)),
            ("filters", FigureValue.Count(next.Front.Length)),
            ("filter", next.Filters - chosen.Filters),
        ]);
    }

    /// <summary>That two cameras can be paired the other way round, which was tried.</summary>
    /// <param name="leader">The camera that is followed now, and would follow.</param>
    /// <param name="follower">The camera that follows now.</param>
    /// <param name="iris">The iris of the camera that would follow.</param>
    public static Judgement PairOtherWayRound(string leader, string follower, FNumber iris) =>
        OtherWayRound.Of(Setting.Iris, ("other", leader), ("camera", follower), ("iris", iris));

    /// <summary>Whether the depth of another camera takes an iris that this lens does not have.</summary>
    public static bool CannotFollow(CameraPlan plan) => plan.Camera.Requirement is IrisRequirement.SameDepthAs && IsOffTheLens(plan);

    // An iris that no ring has is not named.
    private static bool IsOffTheLens(CameraPlan plan) =>
        plan.RequiredIris is { } takes
        && (takes.Value < plan.Camera.Iris.Widest.Value - Guard.Edge || takes.Value > plan.Camera.Iris.Smallest.Value + Guard.Edge);

    /// <summary>How the required iris was missed; null where it is met.</summary>
    public static Judgement? RequirementMissed(CameraPlan plan)
    {
        PlanCandidate c = plan.Chosen;
        if (c.IrisMissedBy.Value <= PlanTerms.Met + Guard.Edge)
        {
            return null;
        }

        (string, FigureValue) iris = ("iris", c.ShownIris);
        (string, FigureValue) missed = ("missed", c.IrisMissedBy);
        FNumber takes = plan.RequiredIris ?? c.Iris;
        return plan.Camera.Requirement switch
        {
            IrisRequirement.Open => NotOpen.Of(Setting.Iris, ("required", plan.Camera.Iris.Widest), iris, missed),
            IrisRequirement.Fixed fixedAt => NotAt.Of(Setting.Iris, ("required", fixedAt.At), iris, missed),
            IrisRequirement.Range range => OutOfRange.Of(
                Setting.Iris,
                ("widest", range.Widest),
                ("smallest", range.Smallest),
                iris,
                missed
            ),
            IrisRequirement.Depth depth => (IsOffTheLens(plan) ? CannotBeDeep : NotDeep).Of(
                Setting.Iris,
                ("depth", depth.AtLeast),
                ("required", takes),
                iris,
                missed,
                ("got", DepthOf(plan))
            ),
            IrisRequirement.SameDepthAs same => (CannotFollow(plan) ? CannotSameDepth : NotSameDepth).Of(
                Setting.Iris,
                ("other", same.Camera),
                ("required", takes),
                iris,
                missed,
                ("got", DepthOf(plan)),
                ("camera", plan.Camera.Name)
            ),
            _ => null,
        };
    }

    private static Judgement DepthOf(CameraPlan plan) =>
        plan.Depth switch
        {
            null => DepthUnknown.Of(),
            { Depth: null } deep => DepthInfinite.Of(("near", deep.Near)),
            { Depth: { } metres } => DepthIs.Of(("metres", metres)),
        };
}
