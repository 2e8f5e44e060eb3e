using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One way of putting front filters before a lens.</summary>
/// <param name="Index">Its place among all the ways the kit allows.</param>
/// <param name="Kit">Which filters of the kit, by their place in it.</param>
/// <param name="Loss">What they take away.</param>
internal sealed record FrontChoice(int Index, ImmutableArray<int> Kit, double Loss)
{
    internal static readonly FrontChoice None = new(0, [], 0);

    /// <summary>Every way the kit allows, none first.</summary>
    internal static ImmutableArray<FrontChoice> All(ImmutableArray<FrontFilter> kit, int most)
    {
        ImmutableArray<FrontChoice>.Builder all = ImmutableArray.CreateBuilder<FrontChoice>();
        all.Add(None);
        for (int i = 0; most >= 1 && i < kit.Length; i++)
        {
            if (kit[i].Count < 1)
            {
                continue;
            }

            all.Add(new FrontChoice(all.Count, [i], kit[i].Filter.Loss.Value));
            for (int j = i; most >= 2 && j < kit.Length; j++)
            {
                if (kit[j].Count >= (i == j ? 2 : 1))
                {
                    all.Add(new FrontChoice(all.Count, [i, j], kit[i].Filter.Loss.Value + kit[j].Filter.Loss.Value));
                }
            }
        }

        return all.ToImmutable();
    }
}

/// <summary>A candidate while candidates are compared: indices and the place of the iris, nothing that has to be allocated.</summary>
internal struct Found
{
    /// <summary>Points in thousandths.</summary>
    internal long Cost;

    /// <summary>What decides between equal costs: error in hundredths of a stop, then gain and filter in thousandths, in one number.</summary>
    internal long Tie;
    internal int State;
    internal int BuiltIn;
    internal FrontChoice Front;
    internal double Iris;
    internal double Error;
    internal double Missed;

    /// <summary>Less is better; of equals the one that comes first in the camera's lists.</summary>
    internal static int Compare(in Found left, in Found right)
    {
        int order = left.Cost.CompareTo(right.Cost);
        order = order != 0 ? order : left.Tie.CompareTo(right.Tie);
        order = order != 0 ? order : left.State.CompareTo(right.State);
        order = order != 0 ? order : left.BuiltIn.CompareTo(right.BuiltIn);
        return order != 0 ? order : left.Front.Index.CompareTo(right.Front.Index);
    }
}

/// <summary>Compares every sensitivity with every filter for one camera. Works on the stop scale throughout, so that nothing but sums and
/// roundings is done for each of the thousands of candidates.</summary>
internal sealed class CandidateSearch
{
    private readonly PlanCamera _camera;
    private readonly PlanScene _scene;
    private readonly PlanCost _cost;
    private readonly double[] _speed;
    private readonly double[] _stateCost;
    private readonly int[] _cheapestFirst;
    private readonly IrisPositions _positions;
    private readonly double _diffraction;
    private readonly double _requirementLeast;
    private readonly double _requirementMost;
    private readonly bool _requirementFixed;

    /// <summary>Prepares the comparison.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="scene">What all cameras share; its light is not used.</param>
    /// <param name="deepAs">Depth of the camera that is followed; null where none is. Its own depth is null where it reaches infinity.</param>
    internal CandidateSearch(PlanCamera camera, PlanScene scene, DepthOfField? deepAs)
    {
        (_camera, _scene, _cost) = (camera, scene, new PlanCost(scene.Emphasis, scene.ExposureFirst));
        _speed = [.. camera.States.Select(s => Math.Log2(s.Speed.Value))];
        _stateCost =
        [
            .. camera.States.Select(s => PlanCost.Rule(s.AboveCap) + _cost.Noise(s.Noise.Value) + _cost.NegativeGain(s.Gain.Value)),
        ];
        _cheapestFirst = [.. Enumerable.Range(0, _stateCost.Length).OrderBy(s => _stateCost[s])];
        _diffraction = camera.Diffraction is { } n ? IrisPositions.ToScale(camera.Iris.AsMarked(n)) : double.PositiveInfinity;
        _requirementFixed = camera.Requirement is IrisRequirement.Fixed;
        double widest = IrisPositions.ToScale(camera.Iris.Widest);
        switch (camera.Requirement)
        {
            case IrisRequirement.Open:
                (_requirementLeast, _requirementMost) = (widest, widest);
                break;
            case IrisRequirement.Fixed requirement:
                _requirementLeast = _requirementMost = IrisPositions.ToScale(requirement.At);
                break;
            case IrisRequirement.Range requirement:
                (_requirementLeast, _requirementMost) = (
                    IrisPositions.ToScale(requirement.Widest),
                    IrisPositions.ToScale(requirement.Smallest)
                );
                break;
            case IrisRequirement.Depth requirement:
                (_requirementLeast, _requirementMost) = (Wanted(requirement.AtLeast), double.PositiveInfinity);
                break;
            default:
                _requirementLeast = Wanted(deepAs?.Depth);
                _requirementMost = deepAs?.Depth is null ? double.PositiveInfinity : _requirementLeast;
                break;
        }

        _positions = new IrisPositions(camera.Iris);
    }

    /// <summary>The iris the requirement asks for, on the scale; its wider end where it is a range.</summary>
    internal double RequiredIris => _requirementLeast;

    /// <summary>How far an iris is from the requirement, 0 or more.</summary>
    /// <param name="iris">On the scale.</param>
    internal double MissedAt(double iris) => Math.Max(0, Math.Max(_requirementLeast - iris, iris - _requirementMost));

    /// <summary>Finds the best candidates, best first.</summary>
    /// <param name="light">log2(E/C).</param>
    /// <param name="fronts">Front filters that may be used.</param>
    /// <param name="best">Filled with the best, best first.</param>
    /// <returns>How many were found.</returns>
    internal int Best(double light, ImmutableArray<FrontChoice> fronts, Span<Found> best)
    {
        int count = 0;
        double before = light + Math.Log2(_camera.Time.Seconds) - _camera.Iris.LossInExposure.Value - Offset;
        Found candidate = default;
        foreach (int s in _cheapestFirst)
        {
            // What a state costs by itself bounds all that is set with it; the states after it cost as much or more.
            if (count == best.Length && PlanCost.Thousandths(_stateCost[s]) > best[count - 1].Cost)
            {
                break;
            }

            for (int b = 0; b < _camera.BuiltIn.Length; b++)
            {
                foreach (FrontChoice front in fronts)
                {
                    double filters = _camera.BuiltIn[b].Loss.Value + front.Loss;
                    double asked = before + _speed[s] - filters;
                    candidate.Iris = _positions.Nearest(asked);
                    candidate.Error = asked - candidate.Iris;
                    (candidate.State, candidate.BuiltIn, candidate.Front) = (s, b, front);
                    if (!Enter(ref candidate, filters, best, count))
                    {
                        continue;
                    }

                    int place = Math.Min(count, best.Length - 1);
                    while (place > 0 && Found.Compare(candidate, best[place - 1]) < 0)
                    {
                        best[place] = best[place - 1];
                        place--;
                    }

                    best[place] = candidate;
                    count = Math.Min(count + 1, best.Length);
                }
            }
        }

        return count;
    }

    /// <summary>What each term of a candidate costs, in points, in the order of <see cref="PlanTerm"/>.</summary>
    internal ImmutableArray<double> Costs(in Found found)
    {
        SensitivityState state = _camera.States[found.State];
        double filters = _camera.BuiltIn[found.BuiltIn].Loss.Value + found.Front.Loss;
        (double clip, double shadow) = Margins(state, found.Error);
        return
        [
            PlanCost.Rule(state.AboveCap),
            _cost.Exposed(found.Error),
            _cost.Highlights(clip),
            PlanCost.Shadows(shadow),
            _cost.Noise(state.Noise.Value),
            _cost.GainWithFilter(state.Gain.Value, filters),
            _cost.Iris(found.Missed, _requirementFixed),
            PlanCost.FrontFilters(found.Front.Kit.Length),
            PlanCost.Diffraction(found.Iris - _diffraction),
            _cost.NegativeGain(state.Gain.Value),
            PlanCost.FilterStops(filters),
        ];
    }

    private double Offset => _scene.Offset.Value + _camera.Offset.Value;

    // Where nobody measured the latitude nothing is claimed of it.
    private (double Clip, double Shadow) Margins(SensitivityState state, double error)
    {
        if (state.Latitude is not { } room)
        {
            return (0, 0);
        }

        double delta = Offset + error;
        return (room.Highlights.Value - (_scene.Brightest.Value + delta), room.Shadows.Value - (_scene.Darkest.Value - delta));
    }

    private double Wanted(Metres? depth) =>
        _camera.Standpoint is { } at
            ? IrisPositions.ToScale(_camera.Iris.AsMarked(DepthOfField.IrisFor(at.Focal, at.Distance, at.Circle, depth)))
            : throw new QuantityException(
                QuantityFault.NoChoice,
                $"Camera {_camera.Name}: a depth can be asked for only where sensor, focal length and distance are known."
            );

    /// <summary>Works out the cost; false as soon as the candidate is behind the last of the best.</summary>
    private bool Enter(ref Found found, double filters, ReadOnlySpan<Found> best, int count)
    {
        SensitivityState state = _camera.States[found.State];
        found.Missed = MissedAt(found.Iris);
        double cost =
            _stateCost[found.State]
            + _cost.Exposed(found.Error)
            + _cost.Iris(found.Missed, _requirementFixed)
            + _cost.GainWithFilter(state.Gain.Value, filters)
            + PlanCost.FrontFilters(found.Front.Kit.Length)
            + PlanCost.FilterStops(filters);
        if (count == best.Length && PlanCost.Thousandths(cost) > best[count - 1].Cost)
        {
            return false;
        }

        (double clip, double shadow) = Margins(state, found.Error);
        cost += _cost.Highlights(clip) + PlanCost.Shadows(shadow) + PlanCost.Diffraction(found.Iris - _diffraction);
        found.Cost = PlanCost.Thousandths(cost);
        found.Tie = (Whole(Math.Abs(found.Error) * 100) << 42) + (Whole(Math.Abs(state.Gain.Value) * 1000) << 21) + Whole(filters * 1000);
        return count < best.Length || Found.Compare(found, best[count - 1]) < 0;
    }

    // Twenty-one bits are far more than any gain in thousandths of a decibel or filter in thousandths of a stop.
    private static long Whole(double value) => Math.Clamp((long)Math.Floor(value + 0.5 + Guard.Edge), 0, (1L << 21) - 1);
}
