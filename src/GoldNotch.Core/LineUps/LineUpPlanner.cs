using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.LineUps;

/// <summary>Plans several cameras from one light.</summary>
/// <remarks>For every camera all sensitivities are tried with all filters; the iris is solved from the exposure balance. Candidates are compared
/// term by term (<see cref="PlanTerms"/>); the first difference decides. Cameras that follow another's depth are planned after it.
/// Front filters are shared exactly, among cameras that are planned together.</remarks>
public static class LineUpPlanner
{
    /// <summary>The light is moved in steps of a sixth of a stop.</summary>
    public const double LightStep = 1.0 / 6;

    /// <summary>How far a camera's speed may be from the common one, stops.</summary>
    public const double CommonWithin = 1.0 / 3;

    // The winner and the next two.
    private const int Kept = 3;

    /// <summary>Plans a line-up in the light as it is: each camera at its own base, or gain last.</summary>
    /// <param name="cameras">One or more cameras, each with its own letter.</param>
    /// <param name="scene">What they share.</param>
    /// <param name="strategy"><see cref="PlanStrategy.OwnBase"/> or <see cref="PlanStrategy.GainLast"/>.</param>
    /// <exception cref="QuantityException">No cameras, two of one letter, a camera that follows itself in a circle or one that is not there.</exception>
    public static LineUpPlan Plan(ImmutableArray<PlanCamera> cameras, PlanScene scene, PlanStrategy strategy = PlanStrategy.OwnBase) =>
        new Run(cameras, scene, strategy).Whole(Stops.Zero, null);

    /// <summary>Plans with a light that may move: over its range in sixths of a stop; then least moved, then dimmer.</summary>
    /// <param name="cameras">One or more cameras.</param>
    /// <param name="scene">What they share, with the light as it stands.</param>
    /// <param name="from">How far it may be dimmed, zero or negative.</param>
    /// <param name="to">How far it may be raised, zero or positive.</param>
    /// <exception cref="QuantityException">As <see cref="Plan"/>, or the range is upside down or wider than ten stops.</exception>
    public static LineUpPlan PlanMovingLight(ImmutableArray<PlanCamera> cameras, PlanScene scene, Stops from, Stops to)
    {
        Guard.InRange(from.Value, -10, 0, "range of the light downwards");
        Guard.InRange(to.Value, 0, 10, "range of the light upwards");
        var run = new Run(cameras, scene, PlanStrategy.MoveLight);
        (double Moved, ImmutableArray<Found> Found)? best = null;

        // From where it stands outwards, dimmer first: the first of equals is the least moved.
        int down = (int)Math.Floor((-from.Value / LightStep) + Guard.Edge);
        int up = (int)Math.Floor((to.Value / LightStep) + Guard.Edge);
        for (int step = 0; step <= Math.Max(down, up); step++)
        {
            foreach (int signed in step == 0 ? [0] : new[] { -step, step })
            {
                if (signed < -down || signed > up)
                {
                    continue;
                }

                ImmutableArray<Found> found = run.Winners(signed * LightStep);
                if (best is not { } b || CompareTerms(found, b.Found) < 0)
                {
                    best = (signed * LightStep, found);
                }
            }
        }

        return run.Whole(new Stops(best!.Value.Moved), null);
    }

    /// <summary>Plans with one speed for all: each camera's state within a third of a stop of it, the iris taking up the rest. Without a speed
    /// the best of all speeds that every camera has is taken.</summary>
    /// <param name="cameras">One or more cameras.</param>
    /// <param name="scene">What they share.</param>
    /// <param name="speed">The speed; null: find it.</param>
    /// <exception cref="QuantityException">As <see cref="Plan"/>, or no speed is within reach of every camera.</exception>
    public static LineUpPlan PlanCommonSpeed(ImmutableArray<PlanCamera> cameras, PlanScene scene, Iso? speed = null)
    {
        IEnumerable<Iso> tried = speed is { } given
            ? [given]
            : cameras
                .SelectMany(c => c.States)
                .Select(s => s.Speed)
                .OrderBy(s => s.Value)
                .DistinctBy(s => Math.Round(Math.Log2(s.Value) * 6));
        (Run Run, Iso Speed, ImmutableArray<Found> Found)? best = null;
        foreach (Iso common in tried)
        {
            ImmutableArray<PlanCamera> near =
            [
                .. cameras.Select(c => c with { States = [.. c.States.Where(s => Within(s.Speed, common))] }),
            ];
            if (near.Any(c => c.States.IsEmpty))
            {
                continue;
            }

            var run = new Run(near, scene, PlanStrategy.CommonSpeed);
            ImmutableArray<Found> found = run.Winners(0);
            if (best is not { } b || CompareTerms(found, b.Found) < 0)
            {
                best = (run, common, found);
            }
        }

        return best is { } won
            ? won.Run.Whole(Stops.Zero, won.Speed)
            : throw new QuantityException(
                QuantityFault.NoChoice,
                speed is { } asked
                    ? $"Not every camera has a state within ⅓ stop of {asked.Label()}."
                    : "There is no speed within ⅓ stop of which every camera has a state. Let each work at its own base."
            );
    }

    private static bool Within(Iso speed, Iso common) => Math.Abs(speed.FasterThan(common).Value) <= CommonWithin + Guard.Edge;

    // Levels of light and common speeds are compared by the terms alone; the tie-breaks belong to one camera.
    private static int CompareTerms(ImmutableArray<Found> left, ImmutableArray<Found> right)
    {
        Span<int> a = stackalloc int[left.Length];
        Span<int> b = stackalloc int[right.Length];
        for (int term = 0; term < PlanScore.TermCount; term++)
        {
            int order = FilterShare.CompareTerm(left, right, term, a, b);
            if (order != 0)
            {
                return order;
            }
        }

        return 0;
    }

    /// <summary>One set of cameras under one scene, at any level of light.</summary>
    private sealed class Run
    {
        private readonly ImmutableArray<PlanCamera> _cameras;
        private readonly PlanScene _scene;
        private readonly PlanStrategy _strategy;
        private readonly ImmutableArray<FrontChoice>[] _fronts;
        private readonly ImmutableArray<ImmutableArray<int>> _levels;
        private readonly CandidateSearch?[] _searches;

        internal Run(ImmutableArray<PlanCamera> cameras, PlanScene scene, PlanStrategy strategy)
        {
            if (cameras.IsDefaultOrEmpty)
            {
                throw new QuantityException(QuantityFault.NoChoice, "A line-up needs a camera.");
            }

            (_cameras, _scene, _strategy) = (cameras, scene, strategy);
            _levels = FollowOrder.Of(cameras);
            ImmutableArray<FrontChoice> all = FrontChoice.All(scene.Kit, scene.MaxFront);
            _fronts = [.. cameras.Select(c => Allowed(c, all))];
            _searches = new CandidateSearch?[cameras.Length];
            foreach (int i in _levels[0])
            {
                _searches[i] = new CandidateSearch(cameras[i], scene, strategy == PlanStrategy.GainLast, null);
            }
        }

        /// <summary>The winner of every camera with the light moved by so much.</summary>
        internal ImmutableArray<Found> Winners(double moved)
        {
            var winners = new Found[_cameras.Length];
            int[] left = [.. _scene.Kit.Select(k => k.Count)];
            double light = Light(moved);
            foreach (ImmutableArray<int> level in _levels)
            {
                foreach (int i in level)
                {
                    CandidateSearch search = SearchOf(i, winners);
                    Span<Found> best = new Found[1];
                    search.Best(light, [.. _fronts[i].Where(f => Fits(f, left))], best);
                    winners[i] = best[0];
                }

                ImmutableArray<int> stock = [.. left];
                foreach (int i in level)
                {
                    Take(winners[i].Front, left);
                }

                if (left.Any(l => l < 0))
                {
                    Share(level, stock, light, winners);
                    stock.CopyTo(left);
                    foreach (int i in level)
                    {
                        Take(winners[i].Front, left);
                    }
                }
            }

            return [.. winners];
        }

        /// <summary>The whole plan: every winner with the next two that the filters the others leave allow.</summary>
        internal LineUpPlan Whole(Stops moved, Iso? commonSpeed)
        {
            ImmutableArray<Found> winners = Winners(moved.Value);
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
                kept.Add(Told(_cameras[i], scene, winners[i]));
                for (int k = 0; k < count && kept.Count < Kept; k++)
                {
                    if (!Same(best[k], winners[i]))
                    {
                        kept.Add(Told(_cameras[i], scene, best[k]));
                    }
                }

                FNumber? required = _cameras[i].Requirement is IrisRequirement.Open or IrisRequirement.Range
                    ? null
                    : new FNumber(IrisPositions.FromScale(search.RequiredIris), _cameras[i].Iris.MarkedInT);
                plans.Add(new CameraPlan(_cameras[i], kept[0], [.. kept.Skip(1)], Decided(kept), required));
            }

            return new LineUpPlan(_strategy, scene, moved, commonSpeed, plans.ToImmutable());
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
            return new CandidateSearch(_cameras[i], _scene, _strategy == PlanStrategy.GainLast, depth);
        }

        private void Share(ImmutableArray<int> level, ImmutableArray<int> stock, double light, Found[] winners)
        {
            Found[][] options = [.. level.Select(i => Options(SearchOf(i, winners), _fronts[i], light))];
            ImmutableArray<Found> shared = FilterShare.Best(options, stock)
                ?? throw new QuantityException(QuantityFault.NoChoice, "More cameras are pinned to front filters than the kit holds.");
            for (int k = 0; k < level.Length; k++)
            {
                winners[level[k]] = shared[k];
            }
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

        private PlanTerm? Decided(IReadOnlyList<PlanCandidate> kept)
        {
            if (kept.Count < 2)
            {
                return null;
            }

            ImmutableArray<PlanTerm> order = PlanTerms.Of(_strategy);
            for (int t = 0; t < order.Length; t++)
            {
                if (kept[0].Terms[t] != kept[1].Terms[t])
                {
                    return order[t];
                }
            }

            return null;
        }

        private PlanCandidate Told(PlanCamera camera, PlanScene scene, Found found)
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
                scene.Offset
            );
            (Stops Clip, Stops Shadow)? margins = state.Latitude?.Margins(scene.Brightest, scene.Darkest, balance.Total);
            ImmutableArray<int>.Builder terms = ImmutableArray.CreateBuilder<int>(PlanScore.TermCount);
            for (int t = 0; t < PlanScore.TermCount; t++)
            {
                terms.Add(found.Score[t]);
            }

            return new PlanCandidate(
                state,
                builtIn,
                front,
                iris,
                balance,
                new Stops(found.Missed),
                margins?.Clip,
                margins?.Shadow,
                terms.MoveToImmutable()
            )
            {
                AtEnd =
                    iris.Value <= camera.Iris.Widest.Value * (1 + Guard.Edge)
                    || iris.Value >= camera.Iris.Smallest.Value * (1 - Guard.Edge),
            };
        }
    }
}
