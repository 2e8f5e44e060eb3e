using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Takes the last third out of a plan: irises alone, each by one position at most (<see cref="IrisAlignment"/>).</summary>
public static class PlanAlignment
{
    /// <summary>The plan with its irises aligned; the same plan where nothing is to be gained.</summary>
    /// <param name="plan">A plan.</param>
    /// <remarks>Cameras whose iris was required stay, and so do those whose depth another follows.</remarks>
    public static LineUpPlan Aligned(this LineUpPlan plan)
    {
        CandidateSearch[] searches = [.. plan.Cameras.Select(c => new CandidateSearch(c.Camera, plan.Scene, Followed(plan, c)))];
        ImmutableArray<PlanCandidate>[] stands = [.. plan.Cameras.Select((c, i) => Stands(plan, c, searches[i]))];
        var found = IrisAlignment.Of([
            .. plan.Cameras.Select(
                (c, i) =>
                    new IrisChoice(stands[i].IndexOf(c.Chosen), [.. stands[i].Select(s => new IrisStand(s.Error.Value, s.Costs.Sum()))])
            ),
        ]);
        return found.Moved == 0
            ? plan
            : plan with
            {
                Cameras = [.. plan.Cameras.Select((c, i) => Moved(c, stands[i][found.Positions[i]]))],
            };
    }

    private static CameraPlan Moved(CameraPlan camera, PlanCandidate to) =>
        to == camera.Chosen ? camera : camera with { Chosen = to, BeforeAlignment = camera.Chosen };

    private static DepthOfField? Followed(LineUpPlan plan, CameraPlan camera) =>
        camera.Camera.Requirement is IrisRequirement.SameDepthAs { Camera: var other }
            ? plan.Cameras.First(c => c.Camera.Name == other).Depth
            : null;

    private static ImmutableArray<PlanCandidate> Stands(LineUpPlan plan, CameraPlan camera, CandidateSearch search)
    {
        bool stays =
            camera.Camera.Requirement is IrisRequirement.Fixed
            || plan.Cameras.Any(c =>
                c.Camera.Requirement is IrisRequirement.SameDepthAs { Camera: var other } && other == camera.Camera.Name
            );
        double at = IrisPositions.ToScale(camera.Chosen.Iris);
        return stays
            ? [camera.Chosen]
            :
            [
                .. new IrisPositions(camera.Camera.Iris)
                    .Around(at)
                    .Select(iris => iris == at ? camera.Chosen : At(plan.Scene, camera, search, iris)),
            ];
    }

    private static PlanCandidate At(PlanScene scene, CameraPlan camera, CandidateSearch search, double scale)
    {
        (PlanCamera of, PlanCandidate chosen) = (camera.Camera, camera.Chosen);
        var iris = new FNumber(IrisPositions.FromScale(scale), of.Iris.MarkedInT);
        var balance = ExposureBalance.Of(
            scene.Light,
            of.Time,
            chosen.State.Speed,
            iris,
            chosen.Filters,
            of.Iris.LossInExposure,
            scene.Offset + of.Offset
        );
        (Stops Clip, Stops Shadow)? margins = chosen.State.Latitude?.Margins(scene.Brightest, scene.Darkest, balance.Total);
        return chosen with
        {
            Iris = iris,
            Balance = balance,
            IrisMissedBy = new Stops(search.MissedAt(scale)),
            ClipMargin = margins?.Clip,
            ShadowMargin = margins?.Shadow,
            Costs = search.Costs(
                new Found
                {
                    State = of.States.IndexOf(chosen.State),
                    BuiltIn = of.BuiltIn.IndexOf(chosen.BuiltIn),
                    Front = new FrontChoice(0, [.. Enumerable.Range(0, chosen.Front.Length)], chosen.Front.Sum(f => f.Loss.Value)),
                    Iris = scale,
                    Error = balance.Error.Value,
                    Missed = search.MissedAt(scale),
                }
            ),
            AtEnd = of.Iris.IsEnd(iris),
        };
    }
}
