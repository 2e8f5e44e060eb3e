using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>One way of putting front filters before a lens.</summary>
/// <param name="Kit">Which filters of the kit, by their place in it.</param>
/// <param name="Loss">What they take away.</param>
internal sealed record FrontChoice(ImmutableArray<int> Kit, double Loss)
{
    internal static readonly FrontChoice None = new([], 0);

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

            all.Add(new FrontChoice([i], kit[i].Filter.Loss.Value));
            for (int j = i; most >= 2 && j < kit.Length; j++)
            {
                if (kit[j].Count >= (i == j ? 2 : 1))
                {
                    all.Add(new FrontChoice([i, j], kit[i].Filter.Loss.Value + kit[j].Filter.Loss.Value));
                }
            }
        }

        return all.ToImmutable();
    }
}

/// <summary>A candidate while candidates are compared: indices and the place of the iris, nothing that has to be allocated.</summary>
internal struct Found
{
    internal PlanScore Score;
    internal int State;
    internal int BuiltIn;
    internal FrontChoice Front;
    internal double Iris;
    internal double Error;
    internal double Missed;
}

/// <summary>Compares every sensitivity with every filter for one camera. Works on the stop scale throughout, so that nothing but sums and
/// roundings is done for each of the thousands of candidates.</summary>
internal sealed class CandidateSearch
{
    private readonly PlanCamera _camera;
    private readonly PlanScene _scene;
    private readonly bool _gainLast;
    private readonly double[] _speed;
    private readonly IrisPositions _positions;
    private readonly double _diffraction;
    private readonly double _requirementLeast;
    private readonly double _requirementMost;
    private readonly bool _requirementFixed;

    /// <summary>Prepares the comparison.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="scene">What all cameras share; its light is not used.</param>
    /// <param name="gainLast">The order of terms.</param>
    /// <param name="deepAs">Depth of the camera that is followed; null where none is. Its own depth is null where it reaches infinity.</param>
    internal CandidateSearch(PlanCamera camera, PlanScene scene, bool gainLast, DepthOfField? deepAs)
    {
        (_camera, _scene, _gainLast) = (camera, scene, gainLast);
        _speed = [.. camera.States.Select(s => Math.Log2(s.Speed.Value))];
        _diffraction = camera.Diffraction is { } n ? IrisPositions.ToScale(camera.Iris.AsMarked(n)) : double.PositiveInfinity;
        _requirementFixed = camera.Requirement is IrisRequirement.Fixed;
        double widest = IrisPositions.ToScale(camera.Iris.Widest);
        (double Least, double Most)? range = null;
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
                range = (_requirementLeast, _requirementMost);
                break;
            case IrisRequirement.Depth requirement:
                (_requirementLeast, _requirementMost) = (Wanted(requirement.AtLeast), double.PositiveInfinity);
                break;
            default:
                _requirementLeast = Wanted(deepAs?.Depth);
                _requirementMost = deepAs?.Depth is null ? double.PositiveInfinity : _requirementLeast;
                break;
        }

        _positions = new IrisPositions(camera.Iris, range);
    }

    /// <summary>The iris the requirement asks for, on the scale; its wider end where it is a range.</summary>
    internal double RequiredIris => _requirementLeast;

    /// <summary>Finds the best candidates, best first.</summary>
    /// <param name="light">log2(E/C).</param>
    /// <param name="fronts">Front filters that may be used.</param>
    /// <param name="best">Filled with the best, best first.</param>
    /// <returns>How many were found.</returns>
    internal int Best(double light, ImmutableArray<FrontChoice> fronts, Span<Found> best)
    {
        int count = 0;
        double before = light + Math.Log2(_camera.Time.Seconds) - _camera.Iris.LossInExposure.Value - _scene.Offset.Value;
        Found candidate = default;
        for (int s = 0; s < _speed.Length; s++)
        {
            SensitivityState state = _camera.States[s];
            for (int b = 0; b < _camera.BuiltIn.Length; b++)
            {
                foreach (FrontChoice front in fronts)
                {
                    double filters = _camera.BuiltIn[b].Loss.Value + front.Loss;
                    double asked = before + _speed[s] - filters;
                    candidate.Iris = _positions.Nearest(asked);
                    candidate.Error = asked - candidate.Iris;
                    if (!Enter(ref candidate, state, filters, front, best, count))
                    {
                        continue;
                    }

                    (candidate.State, candidate.BuiltIn, candidate.Front) = (s, b, front);
                    int place = Math.Min(count, best.Length - 1);
                    while (place > 0 && PlanScore.Compare(candidate.Score, best[place - 1].Score) < 0)
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

    private double Wanted(Metres? depth) =>
        _camera.Standpoint is { } at
            ? IrisPositions.ToScale(_camera.Iris.AsMarked(DepthOfField.IrisFor(at.Focal, at.Distance, at.Circle, depth)))
            : throw new QuantityException(
                QuantityFault.NoChoice,
                $"Camera {_camera.Name}: a depth can be asked for only where sensor, focal length and distance are known."
            );

    /// <summary>Works out the terms; false as soon as the candidate is behind the last of the best.</summary>
    private bool Enter(ref Found found, SensitivityState state, double filters, FrontChoice front, ReadOnlySpan<Found> best, int count)
    {
        bool full = count == best.Length;
        found.Score[0] = state.AboveCap ? 1 : 0;
        found.Score[1] = PlanScore.Steps(Math.Max(0, Math.Abs(found.Error) - PlanTerms.Met), 12);
        if (full && Behind(found.Score, best[count - 1].Score))
        {
            return false;
        }

        double delta = _scene.Offset.Value + found.Error;
        double clip = state.Latitude is { } room ? room.Highlights.Value - (_scene.Brightest.Value + delta) : 0;
        double shadow = state.Latitude is { } deep ? deep.Shadows.Value - (_scene.Darkest.Value - delta) : 0;
        found.Missed = Math.Max(0, Math.Max(_requirementLeast - found.Iris, found.Iris - _requirementMost));
        int gainWithFilter = state.Gain.Value > Guard.Edge && filters > Guard.Edge && !_requirementFixed ? 1 : 0;
        int requirement = PlanScore.Steps(Math.Max(0, found.Missed - PlanTerms.Met), 3);
        int noise = PlanScore.Steps(state.Noise.Value, 1);
        found.Score[2] = PlanScore.Steps(Math.Max(0, -clip), 6);
        (found.Score[3], found.Score[4], found.Score[5]) = _gainLast
            ? (noise, gainWithFilter, requirement)
            : (gainWithFilter, requirement, noise);
        found.Score[6] = PlanScore.Steps(Math.Max(0, -shadow), 3);
        found.Score[7] = front.Kit.Length;
        found.Score[8] = PlanScore.Steps(Math.Max(0, found.Iris - _diffraction), 3);
        found.Score[9] = PlanScore.Steps(Math.Max(0, -state.Gain.Value), 1);
        found.Score[10] = PlanScore.Steps(filters, 12);
        found.Score[11] = PlanScore.Steps(Math.Abs(found.Error), 100);
        found.Score[12] = PlanScore.Steps(Math.Abs(state.Gain.Value), 1000);
        found.Score[13] = PlanScore.Steps(filters, 1000);
        return !full || PlanScore.Compare(found.Score, best[count - 1].Score) < 0;
    }

    private static bool Behind(in PlanScore score, in PlanScore last) => score[0] != last[0] ? score[0] > last[0] : score[1] > last[1];
}
