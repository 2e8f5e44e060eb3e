using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One camera of a plan with everything that follows for it.</summary>
/// <param name="Prepared">The camera made ready.</param>
/// <param name="Plan">What is planned.</param>
/// <param name="Meter">What a meter set to this camera's speed and time says at the key, before filters.</param>
/// <param name="Why">Why this and not the next.</param>
/// <param name="RequirementMissed">How the requirement came out; null where it is met.</param>
/// <param name="Remedies">What would correct it.</param>
/// <param name="PinCost">What the pins cost; null where there are none or they cost nothing.</param>
/// <param name="Ramp">What the long end of a zoom does to this iris; null where nothing.</param>
public sealed record CameraRow(
    PreparedCamera Prepared,
    CameraPlan Plan,
    FNumber Meter,
    Judgement Why,
    Judgement? RequirementMissed,
    ImmutableArray<Remedy> Remedies,
    Judgement? PinCost,
    Judgement? Ramp
);

/// <summary>Two cameras and how far they may differ although the plan says they agree.</summary>
/// <param name="Left">One.</param>
/// <param name="Right">The other.</param>
/// <param name="Exposure">Planned difference of exposure.</param>
/// <param name="Spread">Expected spread.</param>
public sealed record PairRow(string Left, string Right, Stops Exposure, Spread Spread);

/// <summary>The same line-up with other requirements.</summary>
/// <param name="Name">As spoken.</param>
/// <param name="Text">What it does.</param>
/// <param name="Cameras">What each camera comes to.</param>
/// <param name="LargestDifference">Largest difference of exposure.</param>
/// <param name="WorstError">Largest exposure error.</param>
/// <param name="Noise">Noise of the noisiest, dB.</param>
public sealed record PlanVariant(
    Judgement Name,
    Judgement Text,
    ImmutableArray<(string Letter, Judgement Spoken, Judgement? Depth)> Cameras,
    Stops LargestDifference,
    Stops WorstError,
    Decibels Noise
);

/// <summary>A line-up planned, with all that follows.</summary>
/// <param name="LineUp">What was asked.</param>
/// <param name="Plan">The plan; null where no camera could be planned.</param>
/// <param name="Cameras">The cameras that could be planned, in order.</param>
/// <param name="Faults">What keeps the others out.</param>
/// <param name="Agreement">What should be the same on all.</param>
/// <param name="Flicker">Flicker of each.</param>
/// <param name="White">The balance plan.</param>
/// <param name="Rooms">Each camera's white in the rooms of the day; empty where there is one room only.</param>
/// <param name="Pairs">Every pair.</param>
/// <param name="InThePicture">Cameras that stand in another's picture.</param>
/// <param name="Leans">Whom each camera keeps sharp.</param>
/// <param name="SceneNotes">Whether the scene is hard or easy, and which camera loses first.</param>
public sealed record LineUpReport(
    LineUp LineUp,
    LineUpPlan? Plan,
    ImmutableArray<CameraRow> Cameras,
    ImmutableArray<LineUpFault> Faults,
    ImmutableArray<AgreementRow> Agreement,
    ImmutableArray<FlickerRow> Flicker,
    ImmutableArray<BalanceRow> White,
    ImmutableArray<RoomBalance> Rooms,
    ImmutableArray<PairRow> Pairs,
    ImmutableArray<InThePicture> InThePicture,
    ImmutableArray<LeanRow> Leans,
    ImmutableArray<Judgement> SceneNotes
)
{
    private const string RuleId = "PLAN-PINS";

    // What the variants may still take.
    internal PlanBudget Work { get; private init; } = new();

    private static readonly Template PinsCost = new(RuleId, "cost", "The pins cost: {costs} Without them it is {free}.");
    private static readonly Template ExposureCost = new(RuleId, "exposure", "the picture is {error:size} too {error?bright|dark}.");
    private static readonly Template IrisCost = new(RuleId, "iris", "The iris is {missed:size} further from the required one.");
    private static readonly Template NoiseCost = new(RuleId, "noise", "{noise:size} of noise.");
    private static readonly Template LatitudeCost = new(RuleId, "latitude", "{latitude:size} of latitude above grey.");
    private static readonly Template Ramps = new(
        "PLAN-RAMP",
        "ramps",
        "Zoomed past {until} the lens closes by itself: at {longest} it is {atlong}, {loss:size} darker."
    );

    /// <summary>Plans a line-up and works out what follows. Faults of single cameras leave them out; nothing else is stopped by them.</summary>
    /// <param name="lineUp">The line-up.</param>
    /// <param name="missing">Faults of cameras that are not even in it, because their unit is gone.</param>
    /// <param name="budget">The work it may take, its variants included; null: the usual.</param>
    /// <exception cref="QuantityException">What concerns all cameras is wrong: two of a letter, a circle of depths, no common speed.</exception>
    /// <exception cref="OperationCanceledException">The budget was cancelled.</exception>
    public static LineUpReport Of(LineUp lineUp, ImmutableArray<LineUpFault> missing = default, PlanBudget? budget = null)
    {
        PlanBudget work = budget ?? new PlanBudget();
        List<PreparedCamera> ready = [];
        List<LineUpFault> faults = missing.IsDefault ? [] : [.. missing];
        foreach (LineUpCamera camera in lineUp.Cameras)
        {
            if (CameraPreparation.Prepare(lineUp, camera, out LineUpFault? fault) is { } prepared)
            {
                ready.Add(prepared);
            }
            else
            {
                faults.Add(fault!);
            }
        }

        Orphans(ready, faults);
        if (ready.Count == 0)
        {
            return Empty(lineUp) with { Faults = [.. faults] };
        }

        LineUpPlan plan = PlanOf(lineUp, [.. ready.Select(r => r.Plan)], work);
        ImmutableArray<BalanceRow> white = BalancePlan.Of(lineUp, [.. ready.Select(r => r.Of)]);
        ImmutableArray<CameraRow> rows = [.. ready.Zip(plan.Cameras, (r, p) => Row(lineUp, plan, r, p))];
        return new LineUpReport(
            lineUp,
            plan,
            rows,
            [.. faults],
            Core.LineUps.Agreement.Of(ready),
            Core.LineUps.Agreement.FlickerOf(lineUp, ready),
            white,
            lineUp.Rooms.IsEmpty
                ? []
                :
                [
                    .. ready.Zip(white, (r, w) =>
                        RoomBalance.Of(lineUp, r.Of, w, BalancePlan.Reference(lineUp, [.. ready.Select(x => x.Of)]))
                    ),
                ],
            PairsOf(lineUp, rows),
            [.. FloorPlan.Crossings([.. ready.Select(r => (r.Of, (double?)r.Angle))], lineUp.Floor)],
            LeanRow.Of(lineUp, rows),
            SceneWords.Of(lineUp, plan, rows)
        )
        {
            Work = work,
        };
    }

    /// <summary>A line-up of which nothing could be planned.</summary>
    public static LineUpReport Empty(LineUp lineUp) => new(lineUp, null, [], [], [], [], [], [], [], [], [], []);

    /// <summary>The camera the light is set for: it needs most at its widest iris, quietest state and clear. Null where nothing is planned.</summary>
    public CameraRow? ExposureReference => Cameras.IsEmpty ? null : PlanVariants.ExposureReference(Cameras);

    /// <summary>The line-up by other requirements, side by side: depth matched, the tight camera deeper, the sensitive camera open.</summary>
    public ImmutableArray<PlanVariant> Variants() => PlanVariants.Of(this);

    internal static LineUpPlan PlanOf(LineUp lineUp, ImmutableArray<PlanCamera> cameras, PlanBudget budget) =>
        (
            lineUp.Strategy switch
            {
                PlanStrategy.MoveLight => LineUpPlanner.PlanMovingLight(
                    cameras,
                    lineUp.Scene,
                    lineUp.Light.Dim,
                    lineUp.Light.Raise,
                    budget
                ),
                PlanStrategy.CommonSpeed => LineUpPlanner.PlanCommonSpeed(cameras, lineUp.Scene, null, budget),
                _ => LineUpPlanner.Plan(cameras, lineUp.Scene, budget),
            }
        ).Aligned();

    // What the plan has moved already is not there to be moved again; daylight and a fixed light do not move.
    private static (Stops Dim, Stops Raise) StillMoves(LineUp lineUp, LineUpPlan plan) =>
        lineUp.Light.Lamp == LampKind.Daylight || !lineUp.Light.MayMove
            ? (Stops.Zero, Stops.Zero)
            : (lineUp.Light.Dim - plan.Moved, lineUp.Light.Raise - plan.Moved);

    // One that follows a camera that is left out is left out too, and says so.
    private static void Orphans(List<PreparedCamera> ready, List<LineUpFault> faults)
    {
        bool again = true;
        while (again)
        {
            again = false;
            foreach (PreparedCamera camera in ready.ToArray())
            {
                if (camera.Plan.Requirement is IrisRequirement.SameDepthAs { Camera: var other } && faults.Any(f => f.Letter == other))
                {
                    ready.Remove(camera);
                    faults.Add(
                        new LineUpFault(
                            camera.Of.Letter,
                            LineUpInput.Requirement,
                            $"Camera {camera.Of.Letter} requires the depth of field of {other}, which could not be planned. Correct {other} first, or give this one a requirement of its own."
                        )
                    );
                    again = true;
                }
            }
        }
    }

    private static CameraRow Row(LineUp lineUp, LineUpPlan plan, PreparedCamera ready, CameraPlan camera)
    {
        FNumber meter = plan.Scene.Light.IrisAt(camera.Camera.Time, camera.Chosen.State.Speed);
        return new CameraRow(
            ready,
            camera,
            meter,
            PlanReasons.Why(camera).And(GainBehindFilterOf(plan.Scene, camera)).And(PlanReasons.Aligned(camera, plan.LargestDifference)),
            PlanReasons.RequirementMissed(camera)?.And(OtherWayRoundOf(plan, camera)),
            Remedies.For(camera, plan.Scene, StillMoves(lineUp, plan), Remedies.ShuttersOf(ready)),
            PinCostOf(lineUp, ready, camera),
            RampOf(ready, camera)
        );
    }

    // The rule book calls gain behind a filter a fault, so a plan that has it says what was tried instead.
    private static Judgement? GainBehindFilterOf(PlanScene scene, CameraPlan camera)
    {
        if (camera.Chosen.CostOf(PlanTerm.GainWithFilter) <= 0)
        {
            return null;
        }

        PlanCamera alone = Remedies.OnItsOwn(camera);
        PlanCamera[] without =
        [
            alone with
            {
                States = [.. alone.States.Where(s => s.Gain.Value <= Guard.Edge)],
            },
            alone with
            {
                BuiltIn = [.. alone.BuiltIn.Where(f => f.Loss.Value <= Guard.Edge)],
                TakesFront = false,
                PinnedFront = null,
            },
        ];
        return PlanReasons.GainBehindFilter(
            camera,
            without
                .Where(c => !c.States.IsEmpty && !c.BuiltIn.IsEmpty)
                .Select(c => LineUpPlanner.Plan([c], scene).Cameras[0].Chosen)
                .MinBy(c => c.Cost)
        );
    }

    // Only what was tried is proposed: the two cameras of a pair change places, and both have to come out as required.
    private static Judgement? OtherWayRoundOf(LineUpPlan plan, CameraPlan camera)
    {
        if (!PlanReasons.CannotFollow(camera) || camera.Camera.Requirement is not IrisRequirement.SameDepthAs { Camera: var other })
        {
            return null;
        }

        CameraPlan leader = plan.Cameras.First(c => c.Camera.Name == other);
        PlanCamera first = camera.Camera with { Requirement = leader.Camera.Requirement };
        PlanCamera second = leader.Camera with { Requirement = new IrisRequirement.SameDepthAs(camera.Camera.Name) };
        if (leader.Camera.Requirement is IrisRequirement.SameDepthAs || first.Standpoint is null)
        {
            return null;
        }

        LineUpPlan turned = LineUpPlanner.Plan([first, second], plan.Scene with { Kit = [] });
        return
            turned.Cameras.All(c => PlanTerms.IsMet(c.Chosen.Error) && PlanTerms.IsMet(c.Chosen.IrisMissedBy))
            && !PlanReasons.CannotFollow(turned.Cameras[1])
            ? PlanReasons.PairOtherWayRound(other, camera.Camera.Name, turned.Cameras[1].Chosen.ShownIris)
            : null;
    }

    private static Judgement? PinCostOf(LineUp lineUp, PreparedCamera ready, CameraPlan held)
    {
        if (!ready.Of.Pins.Any)
        {
            return null;
        }

        LineUp free = lineUp with
        {
            Cameras = [.. lineUp.Cameras.Select(c => c.Letter == ready.Of.Letter ? c with { Pins = Pins.None } : c)],
        };
        LineUpCamera self = free.Cameras.First(c => c.Letter == ready.Of.Letter);
        if (CameraPreparation.Prepare(free, self, out _) is not { } unheld)
        {
            return null;
        }

        PlanCamera alone = unheld.Plan with
        {
            Requirement =
                unheld.Plan.Requirement is IrisRequirement.SameDepthAs
                    ? new IrisRequirement.Fixed(held.RequiredIris ?? held.Chosen.Iris)
                    : unheld.Plan.Requirement,
        };
        PlanCandidate better = LineUpPlanner.Plan([alone], lineUp.Scene).Cameras[0].Chosen;
        List<Judgement> costs = [];
        PlanCandidate now = held.Chosen;
        Cost(Math.Abs(now.Error.Value) - Math.Abs(better.Error.Value), ExposureCost.Of(("error", now.Error)));
        Cost(now.IrisMissedBy.Value - better.IrisMissedBy.Value, IrisCost.Of(("missed", now.IrisMissedBy - better.IrisMissedBy)));
        Cost(
            (now.State.Noise.Value - better.State.Noise.Value) / Decibels.PerStop,
            NoiseCost.Of(("noise", new Decibels(now.State.Noise.Value - better.State.Noise.Value)))
        );
        Stops latitude = new((better.ClipMargin?.Value ?? 0) - (now.ClipMargin?.Value ?? 0));
        Cost(latitude.Value, LatitudeCost.Of(("latitude", latitude)));
        return costs.Count == 0 ? null : PinsCost.Of(("costs", FigureValue.Of(costs)), ("free", PlanReasons.Spoken(better)));

        void Cost(double more, Judgement cost)
        {
            if (more > PlanTerms.Met + Guard.Edge)
            {
                costs.Add(cost);
            }
        }
    }

    private static Judgement? RampOf(PreparedCamera ready, CameraPlan camera)
    {
        Lens lens = ready.Of.Model.Lens;
        FNumber at = camera.Chosen.Iris;
        if (camera.Camera.Iris.MarkedInT || lens.HoldsUntil(at) is not { } until || until.Value >= lens.Longest.Value - Guard.Edge)
        {
            return null;
        }

        return Ramps.Of(
            Setting.Iris,
            ("until", until),
            ("longest", lens.Longest),
            ("atlong", lens.WidestAtLong),
            ("loss", lens.WidestAtLong.OpennessFrom(at))
        );
    }

    private static ImmutableArray<PairRow> PairsOf(LineUp lineUp, ImmutableArray<CameraRow> rows) =>
        [
            .. from i in Enumerable.Range(0, rows.Length)
            from j in Enumerable.Range(i + 1, rows.Length - i - 1)
            select new PairRow(
                rows[i].Plan.Camera.Name,
                rows[j].Plan.Camera.Name,
                rows[i].Plan.Chosen.Error - rows[j].Plan.Chosen.Error,
                Spread.Of(Known(rows[i]), Known(rows[j]), lineUp.OneReading)
            ),
        ];

    private static FilterKnowledge Known(CameraRow row)
    {
        PlanCandidate c = row.Plan.Chosen;
        bool builtIn = c.BuiltIn.Loss.Value > Guard.Edge;
        return !builtIn && c.Front.IsEmpty ? FilterKnowledge.Clear
            : builtIn && c.Front.IsEmpty && row.Prepared.Of.MeasuredFilters.Contains(c.BuiltIn.Label) ? FilterKnowledge.Measured
            : FilterKnowledge.Nominal;
    }
}
