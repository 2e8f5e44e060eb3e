using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>A search that tries everything, written from the text of the costs and not from the planner.</summary>
internal static class ExhaustiveSearch
{
    internal sealed record Tried(
        SensitivityState State,
        FilterPosition BuiltIn,
        ImmutableArray<int> Front,
        double N,
        double Error,
        double[] Costs
    )
    {
        public long Cost => (long)Math.Floor((Costs.Sum() * 1000) + 0.5 + 1e-9);
    }

    // Every assignment of front filters is tried, and for each camera every state and built-in position.
    internal static (long Dearest, long Sum) Exhaustive(ImmutableArray<PlanCamera> cameras, PlanScene scene, double moved)
    {
        (long Dearest, long Sum) best = (long.MaxValue, long.MaxValue);
        ImmutableArray<int>[] fronts = [.. Fronts(scene)];
        long[][] costs = [.. cameras.Select(c => fronts.Select(f => Everything(c, scene, moved, f).Min(t => t.Cost)).ToArray())];
        Fill(0, 0, 0, [.. scene.Kit.Select(k => k.Count)]);
        return best;

        void Fill(int camera, long dearest, long sum, int[] left)
        {
            if (camera == cameras.Length)
            {
                best = sum < best.Sum ? (dearest, sum) : best;
                return;
            }

            for (int f = 0; f < fronts.Length; f++)
            {
                int[] rest = [.. left];
                foreach (int filter in fronts[f])
                {
                    rest[filter]--;
                }

                if (rest.All(r => r >= 0))
                {
                    long cost = costs[camera][f];
                    Fill(camera + 1, Math.Max(dearest, cost), sum + cost, rest);
                }
            }
        }
    }

    private static IEnumerable<ImmutableArray<int>> Fronts(PlanScene scene)
    {
        yield return [];
        for (int i = 0; scene.MaxFront >= 1 && i < scene.Kit.Length; i++)
        {
            yield return [i];
            for (int j = i; scene.MaxFront >= 2 && j < scene.Kit.Length; j++)
            {
                yield return [i, j];
            }
        }
    }

    internal static IEnumerable<Tried> Everything(PlanCamera camera, PlanScene scene, double moved, ImmutableArray<int> front)
    {
        foreach (SensitivityState state in camera.States)
        {
            foreach (FilterPosition builtIn in camera.BuiltIn)
            {
                double filters = builtIn.Loss.Value + front.Sum(f => scene.Kit[f].Filter.Loss.Value);
                MeteredLight light = MeteredLight.FromLux(new Lux(scene.Light.LuxPerConstant * Math.Pow(2, moved)), 1);
                double exact =
                    light.IrisAt(camera.Time, state.Speed).Value
                    * Math.Pow(2, -(filters + scene.Offset.Value + camera.Iris.LossInExposure.Value) / 2);
                double n = Positions(camera.Iris, exact).MinBy(p => (Math.Round(Math.Abs(Math.Log2(p / exact)), 9), -p));
                double error = -2 * Math.Log2(n / exact);
                double missed = Missed(camera, n);
                (Stops Clip, Stops Shadow)? room = state.Latitude?.Margins(
                    scene.Brightest,
                    scene.Darkest,
                    new Stops(error + scene.Offset.Value)
                );
                double diffraction = camera.Diffraction is { } limit
                    ? Math.Max(0, 2 * Math.Log2(camera.Iris.AsN(new FNumber(n)).Value / limit.Value))
                    : 0;
                double noise = state.Penalty.Value + Math.Max(0, state.Gain.Value);
                double away = Math.Max(0, missed - (1.0 / 6));
                bool one = camera.Requirement is IrisRequirement.Fixed;
                double quiet = scene.Emphasis == EmphasisPolicy.LowNoise ? 3 : 1;
                double lost = scene.Emphasis == EmphasisPolicy.Highlights ? 3 : 1;
                double[] costs =
                [
                    state.AboveCap ? 100 : 0,
                    12 * Math.Max(0, Math.Abs(error) - (1.0 / 6)),
                    lost * 4 * Math.Max(0, -(room?.Clip.Value ?? 0) - (1.0 / 6)),
                    Math.Max(0, -(room?.Shadow.Value ?? 0) - (1.0 / 6)),
                    quiet * Steps(noise, (0.15, 6), (0.35, 6), (0.8, double.MaxValue)),
                    state.Gain.Value > 0 && filters > 0 ? quiet * (3 + (0.5 * state.Gain.Value)) : 0,
                    (scene.Emphasis == EmphasisPolicy.Iris ? 3 : 1) * Steps(away, one ? (6, 2) : (1.5, 1), (0.5, double.MaxValue)),
                    0.3 * front.Length,
                    0.8 * diffraction,
                    lost * 0.1 * Math.Max(0, -state.Gain.Value),
                    0.02 * filters,
                ];
                yield return new Tried(state, builtIn, front, n, error, costs);
            }
        }
    }

    // So much a unit for so many units, then the next.
    private static double Steps(double amount, params (double Each, double For)[] steps)
    {
        double cost = 0;
        foreach ((double each, double until) in steps)
        {
            cost += each * Math.Min(amount, until);
            amount = Math.Max(0, amount - until);
        }

        return cost;
    }

    private static IEnumerable<double> Positions(IrisTravel iris, double asked)
    {
        yield return iris.Widest.Value;
        yield return iris.Smallest.Value;
        if (iris.Step.Value <= 0)
        {
            yield return Math.Clamp(asked, iris.Widest.Value, iris.Smallest.Value);
            yield break;
        }

        for (int k = -20; k < 60; k++)
        {
            double n = Math.Pow(2, k * iris.Step.Value / 2);
            if (n > iris.Widest.Value && n < iris.Smallest.Value)
            {
                yield return n;
            }
        }
    }

    private static double Missed(PlanCamera camera, double n) =>
        camera.Requirement switch
        {
            IrisRequirement.Open => 2 * Math.Log2(n / camera.Iris.Widest.Value),
            IrisRequirement.Fixed f => Math.Abs(2 * Math.Log2(n / f.At.Value)),
            IrisRequirement.Range r => Math.Max(0, Math.Max(2 * Math.Log2(r.Widest.Value / n), 2 * Math.Log2(n / r.Smallest.Value))),
            IrisRequirement.Depth d => Math.Max(
                0,
                2
                    * Math.Log2(
                        camera
                            .Iris.AsMarked(
                                DepthOfField.IrisFor(
                                    camera.Standpoint!.Focal,
                                    camera.Standpoint.Distance,
                                    camera.Standpoint.Circle,
                                    d.AtLeast
                                )
                            )
                            .Value / n
                    )
            ),
            _ => throw new NotSupportedException(),
        };
}
