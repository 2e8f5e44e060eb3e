using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One sensitivity a camera can be planned at: base and gain, never ISO alone.</summary>
/// <param name="Base">Name of the base; empty where there is one only.</param>
/// <param name="Gain">Gain on it.</param>
/// <param name="Speed">The speed that comes of both.</param>
/// <param name="Penalty">Noise of the base at 0 dB over the quietest.</param>
/// <param name="Latitude">Room above and below mid grey in this state; null where nobody has measured it, and then nothing is claimed.</param>
/// <param name="AboveCap">Whether the standard's cap is passed, which breaks a rule.</param>
public sealed record SensitivityState(string Base, Decibels Gain, Iso Speed, Decibels Penalty, Latitude? Latitude, bool AboveCap)
{
    /// <summary>What the control shows there: <c>ISO 1600</c>, <c>L</c>; empty where it shows decibels.</summary>
    public string Shown { get; init; } = "";

    /// <summary>Noise as candidates are compared by it: negative gain earns nothing.</summary>
    public Decibels Noise => new(Penalty.Value + Math.Max(0, Gain.Value));
}

/// <summary>Where an iris can stand at one focal length.</summary>
/// <param name="Widest">Widest iris there.</param>
/// <param name="Smallest">Smallest iris.</param>
/// <param name="Step">Step of its clicks on the scale of marks; 0: a ring without clicks. Both ends are positions.</param>
/// <param name="Loss">Stops lost in the glass between N and T, 0 or more.</param>
/// <param name="MarkedInT">The f-stops are T-numbers: the loss is in them.</param>
public sealed record IrisTravel(FNumber Widest, FNumber Smallest, Stops Step, Stops Loss, bool MarkedInT)
{
    /// <summary>What exposure still loses: nothing where the iris is marked in T.</summary>
    public Stops LossInExposure => MarkedInT ? Stops.Zero : Loss;

    /// <summary>The iris as N, which depth and diffraction go by.</summary>
    public FNumber AsN(FNumber iris) => MarkedInT ? new FNumber(iris.OpenedBy(Loss).Value) : iris;

    /// <summary>An iris given as N, as this iris is marked.</summary>
    public FNumber AsMarked(FNumber n) => MarkedInT ? new FNumber(n.OpenedBy(-Loss).Value, true) : n;

    /// <summary>Whether an iris stands at an end of the travel.</summary>
    public bool IsEnd(FNumber iris) => iris.Value <= Widest.Value * (1 + Guard.Edge) || iris.Value >= Smallest.Value * (1 - Guard.Edge);

    /// <summary>The nearest position; half a step goes to the smaller iris.</summary>
    public FNumber Nearest(FNumber asked) =>
        new(IrisPositions.FromScale(new IrisPositions(this).Nearest(IrisPositions.ToScale(asked))), MarkedInT);
}

/// <summary>Where a camera stands, for depth and field.</summary>
/// <param name="Focal">Focal length it is used at.</param>
/// <param name="Distance">Distance to the subject, from the lens.</param>
/// <param name="Width">Width of the picture on the sensor.</param>
/// <param name="Circle">Circle of confusion.</param>
public sealed record Standpoint(Millimetres Focal, Metres Distance, Millimetres Width, Millimetres Circle)
{
    /// <summary>From the sensor mark to the subject, as a tape gives it.</summary>
    public Metres Tape { get; init; } = Distance;

    /// <summary>What is sharp at an iris given as N, from the sensor mark as a tape gives it.</summary>
    public DepthOfField DepthAt(FNumber n)
    {
        DepthOfField fromLens = DepthOfField.Of(Focal, n, Distance, Circle);
        double toLens = Tape.Value - Distance.Value;
        return fromLens with
        {
            Near = new Metres(fromLens.Near.Value + toLens),
            Far = fromLens.Far is { } far ? new Metres(far.Value + toLens) : null,
        };
    }
}

/// <summary>A camera as the planner needs it: its controls at this focal length, with this unit's own filters, under this standard.</summary>
/// <param name="Name">Letter in the line-up.</param>
/// <param name="Time">Exposure time.</param>
/// <param name="States">Sensitivities offered, one or more.</param>
/// <param name="BuiltIn">Built-in filter positions, clear included, one or more; measured stops where this unit was measured.</param>
/// <param name="Iris">Where its iris can stand.</param>
/// <param name="Requirement">What its iris is wanted for.</param>
/// <param name="Standpoint">Where it stands; null where its picture or distance is not known, and then no depth can be asked of it.</param>
/// <param name="Diffraction">N beyond which the lens is softer; null where nobody has said.</param>
public sealed record PlanCamera(
    string Name,
    ExposureTime Time,
    ImmutableArray<SensitivityState> States,
    ImmutableArray<FilterPosition> BuiltIn,
    IrisTravel Iris,
    IrisRequirement Requirement,
    Standpoint? Standpoint,
    FNumber? Diffraction
)
{
    /// <summary>The sensitivities within the cap; where a hand holds it above the cap, what it is held at.</summary>
    public IEnumerable<SensitivityState> AllowedStates => States.Any(s => !s.AboveCap) ? States.Where(s => !s.AboveCap) : States;

    /// <summary>Exposure over the meter that its curve asks for, beyond what the scene asks of all.</summary>
    public Stops Offset { get; init; }

    /// <summary>Whether front filters fit and may be used; false pins the front to none.</summary>
    public bool TakesFront { get; init; } = true;

    /// <summary>Front filters of the kit that fit before this lens, by label; null: all.</summary>
    public ImmutableHashSet<string>? FittingFront { get; init; }

    /// <summary>Front filters that must be on, by label; null: free.</summary>
    public ImmutableArray<string>? PinnedFront { get; init; }
}

/// <summary>What all cameras of a plan share.</summary>
/// <param name="Light">The light at the key.</param>
/// <param name="Brightest">Brightest wanted detail, stops above the key.</param>
/// <param name="Darkest">Darkest wanted detail, stops below the key, positive downwards.</param>
/// <param name="Offset">What is asked of every camera over the meter; a camera's own curve may ask for more.</param>
/// <param name="Kit">Front filters, shared.</param>
/// <param name="MaxFront">Most front filters before one lens, 0 to 2.</param>
public sealed record PlanScene(
    MeteredLight Light,
    Stops Brightest,
    Stops Darkest,
    Stops Offset,
    ImmutableArray<FrontFilter> Kit,
    int MaxFront = 1
)
{
    /// <summary>What counts three times.</summary>
    public EmphasisPolicy Emphasis { get; init; }

    /// <summary>Whether exposure comes before every other cost: a running camera is brought back to the light first, and noise is weighed among what
    /// is exposed.</summary>
    public bool ExposureFirst { get; init; }
}
