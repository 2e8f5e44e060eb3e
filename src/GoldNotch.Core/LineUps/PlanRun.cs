using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>The winner of every camera at one level of the light.</summary>
/// <param name="Found">In the order of the cameras.</param>
/// <param name="AtMostAbove">By how many thousandths their sum can be above the least at most.</param>
internal sealed record PlanWinners(ImmutableArray<Found> Found, long AtMostAbove)
{
    /// <summary>What levels of light and common speeds are compared by: the dearest camera, then the sum, in thousandths.</summary>
    internal (long Dearest, long Sum) Cost { get; } = (Found.Max(f => f.Cost), Found.Sum(f => f.Cost));
}

/// <summary>One set of cameras under one scene, at any level of light.</summary>
internal sealed class PlanRun
{
    // The winner and the next two.
    private const int Kept = 3;

    private readonly ImmutableArray<PlanCamera> _cameras;
    private readonly PlanScene _scene;
    private readonly PlanBudget _budget;
    private readonly ImmutableArray<FrontChoice>[] _fronts;
    private readonly ImmutableArray<ImmutableArray<int>> _levels;
    private readonly CandidateSearch?[] _searches;

    internal PlanRun(ImmutableArray<PlanCamera> cameras, PlanScene scene, PlanBudget budget)
    {
        if (cameras.IsDefaultOrEmpty)
        {
            throw new QuantityException(QuantityFault.NoChoice, "A line-up needs a camera.");
        }

        (_cameras, _scene, _budget) = (cameras, scene, budget);
        _levels = FollowOrder.Of(cameras);
        ImmutableArray<FrontChoice> all = FrontChoice.All(scene.Kit, scene.MaxFront);
        _fronts = [.. cameras.Select(c => Allowed(c, all))];
        _searches = new CandidateSearch?[cameras.Length];
        foreach (int i in _levels[0])
        {
            _searches[i] = new CandidateSearch(cameras[i], scene, null);
        }
    }

    /// <summary>A lower bound of what the light moved by so much costs: the cameras that follow nobody, each at its own best.</summary>
    internal (long Dearest, long Sum) Bound(double moved)
    {
        _budget.Check();
        (long dearest, long sum) = (0, 0);
        Span<Found> best = new Found[1];
        foreach (int i in _levels[0])
        {
            _searches[i]!.Best(Light(moved), _fronts[i], best);
            dearest = Math.Max(dearest, best[0].Cost);
            sum += best[0].Cost;
        }

        return (dearest, sum);
    }

    /// <summary>The winner of every camera with the light moved by so much.</summary>
    internal PlanWinners Winners(double moved)
    {
        var winners = new Found[_cameras.Length];
        int[] left = [.. _scene.Kit.Select(k => k.Count)];
        double light = Light(moved);
        long above = 0;
        foreach (ImmutableArray<int> level in _levels)
        {
            foreach (int i in level)
            {
                _budget.Check();
                Span<Found> best = new Found[1];
                SearchOf(i, winners).Best(light, [.. _fronts[i].Where(f => Fits(f, left))], best);
                winners[i] = best[0];
            }

            ImmutableArray<int> stock = [.. left];
            foreach (int i in level)
            {
                Take(winners[i].Front, left);
            }

            if (left.Any(l => l < 0))
            {
                above += Share(level, stock, light, winners);
                stock.CopyTo(left);
                foreach (int i in level)
                {
                    Take(winners[i].Front, left);
                }
            }
        }

        return new PlanWinners([.. winners], above);
    }

    /// <summary>The whole plan: every winner with the next two that the filters the others leave allow.</summary>
    internal LineUpPlan Whole(PlanStrategy strategy, PlanWinners won, Stops moved, Iso? commonSpeed)
    {
        ImmutableArray<Found> winners = won.Found;
        PlanScene scene = _scene with { Light = MeteredLight.FromLux(new Lux(_scene.Light.LuxPerConstant * moved.Factor), 1) };
        ImmutableArray<CameraPlan>.Builder plans = ImmutableArray.CreateBuilder<CameraPlan>(_cameras.Length);
        for (int i = 0; i < _cameras.Length; i++)
        {
            int[] left = [.. _scene.Kit.Select(k => k.Count)];
            for (int other = 0; other < _cameras.Length; other++)
            {
                if (other != i)
                {
                    Take(winners[other].Front, left);
                }
            }

            CandidateSearch search = SearchOf(i, [.. winners]);
            Span<Found> best = new Found[Kept];
            int count = search.Best(Light(moved.Value), [.. _fronts[i].Where(f => Fits(f, left))], best);
            ImmutableArray<PlanCandidate>.Builder kept = ImmutableArray.CreateBuilder<PlanCandidate>(Kept + 1);
            kept.Add(Told(_cameras[i], scene, winners[i], search));
            for (int k = 0; k < count && kept.Count < Kept; k++)
            {
                if (!Same(best[k], winners[i]))
                {
                    kept.Add(Told(_cameras[i], scene, best[k], search));
                }
            }

            FNumber? required = _cameras[i].Requirement is IrisRequirement.Open or IrisRequirement.Range
                ? null
                : new FNumber(IrisPositions.FromScale(search.RequiredIris), _cameras[i].Iris.MarkedInT);
            plans.Add(new CameraPlan(_cameras[i], kept[0], [.. kept.Skip(1)], Decided(kept), required));
        }

        return new LineUpPlan(strategy, scene, moved, commonSpeed, plans.ToImmutable()) { AtMostAbove = won.AtMostAbove / 1000.0 };
    }

    private static bool Same(in Found left, in Found right) =>
        left.State == right.State && left.BuiltIn == right.BuiltIn && left.Front.Kit.SequenceEqual(right.Front.Kit);

    private static bool Fits(FrontChoice front, int[] left)
    {
        foreach (int filter in front.Kit)
        {
            if (front.Kit.Count(k => k == filter) > left[filter])
            {
                return false;
            }
        }

        return true;
    }

    private static void Take(FrontChoice front, int[] left)
    {
        foreach (int filter in front.Kit)
        {
            left[filter]--;
        }
    }

    private double Light(double moved) => Math.Log2(_scene.Light.LuxPerConstant) + moved;

    private ImmutableArray<FrontChoice> Allowed(PlanCamera camera, ImmutableArray<FrontChoice> all)
    {
        if (!camera.TakesFront)
        {
            return [FrontChoice.None];
        }

        if (camera.FittingFront is { } fitting)
        {
            all = [.. all.Where(f => f.Kit.All(k => fitting.Contains(_scene.Kit[k].Filter.Label)))];
        }

        if (camera.PinnedFront is not { } pinned)
        {
            return all;
        }

        ImmutableArray<FrontChoice> held =
        [
            .. all.Where(f =>
                f.Kit.Select(k => _scene.Kit[k].Filter.Label)
                    .Order(StringComparer.Ordinal)
                    .SequenceEqual(pinned.Order(StringComparer.Ordinal))
            ),
        ];
        return held.IsEmpty
            ? throw new QuantityException(
                QuantityFault.NoChoice,
                $"Camera {camera.Name}: the kit does not hold the front filter it is pinned to."
            )
            : held;
    }

    private CandidateSearch SearchOf(int i, Found[] winners)
    {
        if (_searches[i] is { } ready)
        {
            return ready;
        }

        string followed = ((IrisRequirement.SameDepthAs)_cameras[i].Requirement).Camera;
        int other = 0;
        while (_cameras[other].Name != followed)
        {
            other++;
        }

        PlanCamera leader = _cameras[other];
        DepthOfField? depth = leader.Standpoint?.DepthAt(leader.Iris.AsN(new FNumber(IrisPositions.FromScale(winners[other].Iris))))
            ?? throw new QuantityException(
                QuantityFault.NoChoice,
                $"Camera {_cameras[i].Name} is to be as deep as {followed}, whose sensor, focal length or distance is not known."
            );
        return new CandidateSearch(_cameras[i], _scene, depth);
    }

    private long Share(ImmutableArray<int> level, ImmutableArray<int> stock, double light, Found[] winners)
    {
        Found[][] options = [.. level.Select(i => Options(SearchOf(i, winners), _fronts[i], light))];
        Sharing shared = FilterShare.Best(options, stock, _budget)
            ?? throw new QuantityException(QuantityFault.NoChoice, "More cameras are pinned to front filters than the kit holds.");
        for (int k = 0; k < level.Length; k++)
        {
            winners[level[k]] = shared.Chosen[k];
        }

        return shared.AtMostAbove;
    }

    private static Found[] Options(CandidateSearch search, ImmutableArray<FrontChoice> fronts, double light)
    {
        var options = new Found[fronts.Length];
        for (int f = 0; f < fronts.Length; f++)
        {
            search.Best(light, [fronts[f]], options.AsSpan(f, 1));
        }

        return options;
    }

    private static PlanTerm? Decided(IReadOnlyList<PlanCandidate> kept)
    {
        if (kept.Count < 2)
        {
            return null;
        }

        PlanTerm most = Enum.GetValues<PlanTerm>().MaxBy(t => Math.Abs(kept[1].CostOf(t) - kept[0].CostOf(t)));
        return Math.Abs(kept[1].CostOf(most) - kept[0].CostOf(most)) > Guard.Edge ? most : null;
    }

    private PlanCandidate Told(PlanCamera camera, PlanScene scene, Found found, CandidateSearch search)
    {
        SensitivityState state = camera.States[found.State];
        FilterPosition builtIn = camera.BuiltIn[found.BuiltIn];
        ImmutableArray<FilterPosition> front = [.. found.Front.Kit.Select(k => _scene.Kit[k].Filter)];
        var iris = new FNumber(IrisPositions.FromScale(found.Iris), camera.Iris.MarkedInT);
        var balance = ExposureBalance.Of(
            scene.Light,
            camera.Time,
            state.Speed,
            iris,
            new FilterCombination(builtIn, front).Loss,
            camera.Iris.LossInExposure,
            scene.Offset + camera.Offset
        );
        (Stops Clip, Stops Shadow)? margins = state.Latitude?.Margins(scene.Brightest, scene.Darkest, balance.Total);
        return new PlanCandidate(
            state,
            builtIn,
            front,
            iris,
            balance,
            new Stops(found.Missed),
            margins?.Clip,
            margins?.Shadow,
            search.Costs(found)
        )
        {
            AtEnd = camera.Iris.IsEnd(iris),
        };
    }
}
