using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One way of setting a camera, with all that was compared.</summary>
/// <param name="State">Base and gain.</param>
/// <param name="BuiltIn">Built-in filter.</param>
/// <param name="Front">Filters in front, none or more.</param>
/// <param name="Iris">The iris, at one of its positions.</param>
/// <param name="Balance">Every term of the exposure.</param>
/// <param name="IrisMissedBy">How far the iris is from its requirement, 0 or more.</param>
/// <param name="ClipMargin">Stops left above the brightest wanted detail; negative is lost. Null where nobody has measured the room.</param>
/// <param name="ShadowMargin">Stops left below the darkest wanted detail; negative is lost. Null likewise.</param>
/// <param name="Costs">What each fault of it costs, in points, in the order of <see cref="PlanTerm"/>.</param>
public sealed record PlanCandidate(
    SensitivityState State,
    FilterPosition BuiltIn,
    ImmutableArray<FilterPosition> Front,
    FNumber Iris,
    ExposureBalance Balance,
    Stops IrisMissedBy,
    Stops? ClipMargin,
    Stops? ShadowMargin,
    ImmutableArray<double> Costs
)
{
    /// <summary>Stops of filter in all.</summary>
    public Stops Filters => new FilterCombination(BuiltIn, Front).Loss;

    /// <summary>What it costs in all, in points, to a thousandth; of two candidates the cheaper is chosen.</summary>
    public double Cost => PlanCost.Thousandths(Costs.Sum()) / 1000.0;

    /// <summary>What one fault of it costs, in points.</summary>
    public double CostOf(PlanTerm term) => Costs[(int)term];

    /// <summary>Exposure error: positive is bright.</summary>
    public Stops Error => Balance.Error;

    /// <summary>Whether the iris stands at an end of its travel.</summary>
    public bool AtEnd { get; init; }

    /// <summary>The iris as it is told: the engraved figure at an end of the ring, else the mark with thirds.</summary>
    public FNumber ShownIris => AtEnd || Iris.Mark is not null ? Iris : Iris.NearestThird();
}

/// <summary>What is planned for one camera, and what it was chosen over.</summary>
/// <param name="Camera">The camera as it was planned.</param>
/// <param name="Chosen">The winner.</param>
/// <param name="Next">The next two.</param>
/// <param name="DecidedBy">The term whose cost differs most between the next and the winner; null where none does, or there is no next.</param>
/// <param name="RequiredIris">The iris the requirement comes to; null where it is a range or as open as it goes.</param>
public sealed record CameraPlan(
    PlanCamera Camera,
    PlanCandidate Chosen,
    ImmutableArray<PlanCandidate> Next,
    PlanTerm? DecidedBy,
    FNumber? RequiredIris
)
{
    /// <summary>What the plan chose before the irises were aligned; null where this one did not move. The next two are compared with it.</summary>
    public PlanCandidate? BeforeAlignment { get; init; }

    /// <summary>What was compared with the next two.</summary>
    public PlanCandidate Cheapest => BeforeAlignment ?? Chosen;

    /// <summary>What is sharp; null where the standpoint is not known.</summary>
    public Optics.DepthOfField? Depth => Camera.Standpoint?.DepthAt(Camera.Iris.AsN(Chosen.Iris));
}

/// <summary>A whole plan.</summary>
/// <param name="Strategy">The strategy it was made by.</param>
/// <param name="Scene">What the cameras share, with the light that was planned for.</param>
/// <param name="Moved">How far the light is moved from the reading; zero where it may not.</param>
/// <param name="CommonSpeed">The one speed for all; null in the other strategies.</param>
/// <param name="Cameras">What is planned for each, in the line-up's order.</param>
public sealed record LineUpPlan(PlanStrategy Strategy, PlanScene Scene, Stops Moved, Iso? CommonSpeed, ImmutableArray<CameraPlan> Cameras)
{
    /// <summary>By how many points the sum of costs can be above the least at most; 0 unless the budget of work ended.</summary>
    public double AtMostAbove { get; init; }

    /// <summary>Largest difference of exposure between any two cameras.</summary>
    public Stops LargestDifference => new(Cameras.Max(c => c.Chosen.Error.Value) - Cameras.Min(c => c.Chosen.Error.Value));
}
