using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>The planner against a search that tries everything, written from the text of the order and not from the planner.</summary>
public class PlannerPropertyTests
{
    private static readonly double[] TermSteps = [1, 1.0 / 12, 1.0 / 6, 1, 1.0 / 3, 1, 1.0 / 3, 1, 1.0 / 3, 1, 1.0 / 12];

    private sealed record Tried(
        PlanCamera Camera,
        SensitivityState State,
        FilterPosition BuiltIn,
        ImmutableArray<int> Front,
        double N,
        double Error,
        int[] Terms
    );

    public static TheoryData<int> Seeds() => [.. Enumerable.Range(1, 40)];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_winner_is_the_best_of_everything_that_can_be_tried(int seed)
    {
        var random = new Random(seed);
        ImmutableArray<PlanCamera> cameras =
        [
            .. Enumerable.Range(0, 1 + random.Next(3)).Select(i => RandomCamera(random, ((char)('A' + i)).ToString())),
        ];
        PlanScene scene = RandomScene(random);
        bool gainLast = random.Next(2) == 0;
        LineUpPlan plan = LineUpPlanner.Plan(cameras, scene, gainLast ? PlanStrategy.GainLast : PlanStrategy.OwnBase);

        int[][] planned = [.. plan.Cameras.Select(c => c.Chosen.Terms.ToArray())];
        int[][] best = Exhaustive(cameras, scene, 0, gainLast);
        Compare(planned, best).ShouldBe(0, $"planned {Told(planned)}, but {Told(best)} is to be had");
        Used(plan, scene).ShouldBeTrue("more front filters are used than the kit holds");
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_next_two_are_behind_the_winner_and_the_term_that_decided_is_the_first_that_differs(int seed)
    {
        var random = new Random(seed * 31);
        PlanScene scene = RandomScene(random);
        CameraPlan plan = LineUpPlanner.Plan([RandomCamera(random, "A")], scene).Cameras[0];
        foreach (PlanCandidate next in plan.Next)
        {
            First(plan.Chosen.Terms, next.Terms).Order.ShouldBeLessThanOrEqualTo(0);
        }

        if (!plan.Next.IsEmpty)
        {
            int at = First(plan.Chosen.Terms, plan.Next[0].Terms).At;
            plan.DecidedBy.ShouldBe(at < 0 ? null : PlanTerms.Order[at]);
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Every_plan_adds_up_to_its_own_exposure_and_stays_on_the_ring(int seed)
    {
        var random = new Random(seed * 7);
        PlanScene scene = RandomScene(random);
        LineUpPlan plan = LineUpPlanner.Plan([RandomCamera(random, "A"), RandomCamera(random, "B")], scene);
        foreach (CameraPlan camera in plan.Cameras)
        {
            PlanCandidate c = camera.Chosen;
            var again = ExposureBalance.Of(
                scene.Light,
                camera.Camera.Time,
                c.State.Speed,
                c.Iris,
                c.Filters,
                camera.Camera.Iris.LossInExposure,
                scene.Offset
            );
            again.Error.Value.ShouldBe(c.Error.Value, 1e-9);
            c.Iris.Value.ShouldBeInRange(camera.Camera.Iris.Widest.Value * (1 - 1e-9), camera.Camera.Iris.Smallest.Value * (1 + 1e-9));
            camera.Camera.Iris.Nearest(c.Iris).Value.ShouldBe(c.Iris.Value, 1e-9, "it is a position of the ring");
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void A_light_that_may_move_is_left_where_no_level_is_better_and_nearer(int seed)
    {
        var random = new Random(seed * 13);
        ImmutableArray<PlanCamera> cameras = [RandomCamera(random, "A"), RandomCamera(random, "B")];
        PlanScene scene = RandomScene(random) with { Kit = [] };
        LineUpPlan plan = LineUpPlanner.PlanMovingLight(cameras, scene, new Stops(-1), new Stops(1));
        int[][] chosen = [.. plan.Cameras.Select(c => c.Chosen.Terms.ToArray())];
        for (int step = -6; step <= 6; step++)
        {
            int order = Compare(chosen, Exhaustive(cameras, scene, step / 6.0, false));
            order.ShouldBeLessThanOrEqualTo(0, $"{step} sixths of light are better than {plan.Moved}");
            if (order == 0)
            {
                int moved = (int)Math.Round(plan.Moved.Value * 6);
                (Math.Abs(moved), moved).ShouldBe(
                    (Math.Min(Math.Abs(moved), Math.Abs(step)), Math.Abs(moved) < Math.Abs(step) ? moved : Math.Min(moved, step)),
                    "the least moved, then the dimmer"
                );
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void One_common_speed_is_within_a_third_of_a_stop_of_every_camera(int seed)
    {
        var random = new Random(seed * 17);
        ImmutableArray<PlanCamera> cameras = [RandomCamera(random, "A"), RandomCamera(random, "B")];
        PlanScene scene = RandomScene(random);
        LineUpPlan plan;
        try
        {
            plan = LineUpPlanner.PlanCommonSpeed(cameras, scene);
        }
        catch (QuantityException none) when (none.Fault == QuantityFault.NoChoice)
        {
            cameras[0].States.Any(a => cameras[1].States.Any(b => Math.Abs(a.Speed.FasterThan(b.Speed).Value) < 0.3)).ShouldBeFalse();
            return;
        }

        foreach (CameraPlan camera in plan.Cameras)
        {
            Math.Abs(camera.Chosen.State.Speed.FasterThan(plan.CommonSpeed!.Value).Value).ShouldBeLessThanOrEqualTo((1.0 / 3) + 1e-9);
        }
    }

    // Every assignment of front filters is tried, and for each camera every state and built-in position.
    private static int[][] Exhaustive(ImmutableArray<PlanCamera> cameras, PlanScene scene, double moved, bool gainLast)
    {
        int[][]? best = null;
        Fill(0, [], [.. scene.Kit.Select(k => k.Count)]);
        return best!;

        void Fill(int camera, ImmutableArray<int[]> chosen, int[] left)
        {
            if (camera == cameras.Length)
            {
                int[][] all = [.. chosen];
                if (best is null || Compare(all, best) < 0)
                {
                    best = all;
                }

                return;
            }

            foreach (ImmutableArray<int> front in Fronts(scene))
            {
                int[] rest = [.. left];
                foreach (int f in front)
                {
                    rest[f]--;
                }

                if (rest.All(r => r >= 0))
                {
                    Tried one = Everything(cameras[camera], scene, moved, front, gainLast)
                        .Aggregate((a, b) => First([.. a.Terms], [.. b.Terms]).Order <= 0 ? a : b);
                    Fill(camera + 1, chosen.Add(one.Terms), rest);
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

    private static IEnumerable<Tried> Everything(PlanCamera camera, PlanScene scene, double moved, ImmutableArray<int> front, bool gainLast)
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
                double asked = camera.Requirement is IrisRequirement.Range r ? Narrowed(exact, r, camera.Iris) : exact;
                double n = Positions(camera.Iris, asked).MinBy(p => (Math.Round(Math.Abs(Math.Log2(p / asked)), 9), -p));
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
                double[] terms =
                [
                    state.AboveCap ? 1 : 0,
                    Math.Max(0, Math.Abs(error) - (1.0 / 6)),
                    Math.Max(0, -(room?.Clip.Value ?? 0)),
                    state.Gain.Value > 0 && filters > 0 && camera.Requirement is not IrisRequirement.Fixed ? 1 : 0,
                    Math.Max(0, missed - (1.0 / 6)),
                    state.Penalty.Value + Math.Max(0, state.Gain.Value),
                    Math.Max(0, -(room?.Shadow.Value ?? 0)),
                    front.Length,
                    diffraction,
                    Math.Max(0, -state.Gain.Value),
                    filters,
                ];
                int[] steps = [.. terms.Select((t, i) => (int)Math.Floor((t / TermSteps[i]) + 0.5 + 1e-9))];
                yield return new Tried(
                    camera,
                    state,
                    builtIn,
                    front,
                    n,
                    error,
                    gainLast ? [.. steps[..3], steps[5], steps[3], steps[4], .. steps[6..]] : steps
                );
            }
        }
    }

    private static double Narrowed(double exact, IrisRequirement.Range range, IrisTravel iris)
    {
        double least = Math.Max(iris.Widest.Value, range.Widest.Value);
        double most = Math.Min(iris.Smallest.Value, range.Smallest.Value);
        return least <= most * (1 + 1e-12) ? Math.Clamp(exact, least, Math.Max(least, most)) : exact;
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

    // Term by term over all cameras, worst camera first.
    private static int Compare(int[][] left, int[][] right)
    {
        for (int t = 0; t < TermSteps.Length; t++)
        {
            int order = left.Select(l => l[t])
                .OrderDescending()
                .Zip(right.Select(r => r[t]).OrderDescending())
                .Select(p => p.First.CompareTo(p.Second))
                .FirstOrDefault(c => c != 0);
            if (order != 0)
            {
                return order;
            }
        }

        return 0;
    }

    private static (int Order, int At) First(ImmutableArray<int> left, ImmutableArray<int> right)
    {
        for (int t = 0; t < left.Length; t++)
        {
            if (left[t] != right[t])
            {
                return (left[t].CompareTo(right[t]), t);
            }
        }

        return (0, -1);
    }

    private static bool Used(LineUpPlan plan, PlanScene scene) =>
        scene.Kit.All(k => plan.Cameras.Sum(c => c.Chosen.Front.Count(f => f.Label == k.Filter.Label)) <= k.Count);

    private static string Told(int[][] terms) => string.Join(" | ", terms.Select(t => string.Join(' ', t)));

    private static PlanScene RandomScene(Random random) =>
        new(
            MeteredLight.FromLux(new Lux(Math.Round(Math.Pow(2, 3 + (random.NextDouble() * 13)), 1))),
            new Stops(random.Next(0, 6)),
            new Stops(random.Next(0, 6)),
            new Stops(random.Next(3) == 0 ? 1 : 0),
            [
                .. Enumerable
                    .Range(1, random.Next(0, 4))
                    .Select(i => new FrontFilter(new FilterPosition($"f{i}", new Stops(i + 1)), random.Next(1, 3))),
            ],
            random.Next(0, 3)
        );

    private static PlanCamera RandomCamera(Random random, string name)
    {
        Decibels[] gains = [.. Enumerable.Range(-random.Next(0, 3), random.Next(3, 9)).Select(i => new Decibels(i * 3))];
        bool room = random.Next(4) > 0;
        ImmutableArray<BaseGains> bases =
        [
            .. Enumerable
                .Range(0, 1 + random.Next(2))
                .Select(b => new BaseGains(
                    new SensitivityBase(
                        b == 0 ? "low" : "high",
                        new Iso(random.Next(2, 9) * 100 * (b == 0 ? 1 : 5)),
                        gains.Min(),
                        gains.Max(),
                        new Decibels(b * 4)
                    ),
                    [.. gains],
                    room ? new Latitude(new Stops(4 + (random.NextDouble() * 3)), new Stops(5 + (random.NextDouble() * 3))) : null
                )),
        ];
        var focal = new Millimetres(random.Next(10, 90));
        double widest = Math.Round(1.4 + (random.NextDouble() * 3), 1);
        bool inT = random.Next(3) == 0;
        IrisRequirement requirement = random.Next(4) switch
        {
            0 => new IrisRequirement.Open(),
            1 => new IrisRequirement.Fixed(FNumber.AtMark(random.Next(3, 24))),
            2 => new IrisRequirement.Range(new FNumber(2 + random.NextDouble()), new FNumber(4 + (random.NextDouble() * 4))),
            _ => new IrisRequirement.Depth(new Metres(0.2 + random.NextDouble())),
        };
        return new PlanCamera(
            name,
            ExposureTime.OneOver(random.Next(2) == 0 ? 48 : 60),
            SensitivityStates.Of(bases, new Decibels(8), new Decibels(12), random.Next(4) == 0),
            [
                new FilterPosition("clear", Stops.Zero),
                .. Enumerable
                    .Range(1, random.Next(0, 4))
                    .Select(i => new FilterPosition($"1/{1 << (2 * i)}", new Stops((2 * i) + (random.NextDouble() * 0.3)))),
            ],
            new IrisTravel(
                new FNumber(widest, inT),
                new FNumber(16 + random.Next(0, 7), inT),
                new Stops(
                    random.Next(3) switch
                    {
                        0 => 0,
                        1 => 0.5,
                        _ => 1.0 / 3,
                    }
                ),
                new Stops(inT ? 0.3 : 0),
                inT
            ),
            requirement,
            new Standpoint(focal, new Metres(1 + (random.NextDouble() * 5)), new Millimetres(24), new Millimetres(0.0184)),
            random.Next(2) == 0 ? new FNumber(random.Next(8, 17)) : null
        );
    }
}
