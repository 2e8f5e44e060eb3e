using System.Collections.Immutable;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.ExhaustiveSearch;

namespace GoldNotch.Core.Tests;

/// <summary>The planner against a search that tries everything, written from the text of the costs and not from the planner.</summary>
public class PlannerPropertyTests
{
    public static TheoryData<int> Seeds() => [.. Enumerable.Range(1, 40)];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_sum_of_costs_is_the_least_of_everything_that_can_be_tried(int seed)
    {
        var random = new Random(seed);
        ImmutableArray<PlanCamera> cameras =
        [
            .. Enumerable.Range(0, 1 + random.Next(3)).Select(i => RandomCamera(random, ((char)('A' + i)).ToString())),
        ];
        PlanScene scene = RandomScene(random);
        LineUpPlan plan = LineUpPlanner.Plan(cameras, scene);

        Sum(plan).ShouldBe(Exhaustive(cameras, scene, 0).Sum, Told(plan));
        plan.AtMostAbove.ShouldBe(0);
        Used(plan, scene).ShouldBeTrue("more front filters are used than the kit holds");
        foreach (CameraPlan camera in plan.Cameras)
        {
            int[] front = [.. camera.Chosen.Front.Select(f => scene.Kit.Select(k => k.Filter).ToList().IndexOf(f))];
            Tried same = Everything(camera.Camera, scene, 0, [.. front])
                .Single(t => t.State == camera.Chosen.State && t.BuiltIn == camera.Chosen.BuiltIn);
            foreach (PlanTerm term in Enum.GetValues<PlanTerm>())
            {
                camera.Chosen.CostOf(term).ShouldBe(same.Costs[(int)term], 1e-9, term.ToString());
            }
        }
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Many_cameras_share_a_small_kit_by_least_sum(int seed)
    {
        var random = new Random(seed * 101);
        PlanScene scene = RandomScene(random) with
        {
            Light = MeteredLight.FromLux(new Lux(20_000 + random.Next(60_000))),
            MaxFront = 1 + random.Next(2),
            Kit =
            [
                .. Enumerable
                    .Range(1, 3)
                    .Select(i => new FrontFilter(new FilterPosition($"f{i}", new Stops(i + random.NextDouble())), 1 + random.Next(2))),
            ],
        };
        PlanCamera twin = RandomCamera(random, "T") with { BuiltIn = [new FilterPosition("clear", Stops.Zero)] };
        ImmutableArray<PlanCamera> cameras =
        [
            .. Enumerable
                .Range(0, 4)
                .Select(i => (i % 2 == 0 ? twin : RandomCamera(random, "T")) with { Name = ((char)('A' + i)).ToString() }),
        ];

        LineUpPlan plan = LineUpPlanner.Plan(cameras, scene);
        Sum(plan).ShouldBe(Exhaustive(cameras, scene, 0).Sum, Told(plan));
        Used(plan, scene).ShouldBeTrue();
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Where_the_work_ends_early_it_is_said_how_far_from_the_best_the_plan_can_be(int seed)
    {
        var random = new Random(seed * 53);
        PlanScene scene = RandomScene(random) with
        {
            Light = MeteredLight.FromLux(new Lux(50_000)),
            MaxFront = 2,
            Kit = [.. Enumerable.Range(1, 4).Select(i => new FrontFilter(new FilterPosition($"f{i}", new Stops(i)), 1))],
        };
        ImmutableArray<PlanCamera> cameras =
        [
            .. Enumerable
                .Range(0, 5)
                .Select(i =>
                    RandomCamera(random, ((char)('A' + i)).ToString()) with
                    {
                        BuiltIn = [new FilterPosition("clear", Stops.Zero)],
                    }
                ),
        ];
        double least = Sum(LineUpPlanner.Plan(cameras, scene)) / 1000.0;

        LineUpPlan cut = LineUpPlanner.Plan(cameras, scene, new PlanBudget(1));
        double sum = Sum(cut) / 1000.0;
        sum.ShouldBeInRange(least - 1e-9, least + cut.AtMostAbove + 1e-9);
        Used(cut, scene).ShouldBeTrue();
    }

    [Fact]
    public void A_plan_whose_request_is_gone_ends()
    {
        using var gone = new CancellationTokenSource();
        gone.Cancel();
        var random = new Random(3);
        Should.Throw<OperationCanceledException>(() =>
            LineUpPlanner.Plan([RandomCamera(random, "A")], RandomScene(random), new PlanBudget(cancel: gone.Token))
        );
    }

    [Theory]
    [MemberData(nameof(Seeds))]
    public void The_next_two_are_behind_the_winner_and_the_term_that_decided_differs_most(int seed)
    {
        var random = new Random(seed * 31);
        PlanScene scene = RandomScene(random);
        CameraPlan plan = LineUpPlanner.Plan([RandomCamera(random, "A")], scene).Cameras[0];
        foreach (PlanCandidate next in plan.Next)
        {
            next.Cost.ShouldBeGreaterThanOrEqualTo(plan.Chosen.Cost);
        }

        if (!plan.Next.IsEmpty)
        {
            double[] apart = [.. plan.Chosen.Costs.Zip(plan.Next[0].Costs).Select(c => Math.Abs(c.First - c.Second))];
            plan.DecidedBy.ShouldBe(apart.Max() < 1e-9 ? null : (PlanTerm)Array.IndexOf(apart, apart.Max()));
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
        (long Dearest, long Sum) chosen = (plan.Cameras.Max(c => Thousandths(c.Chosen)), Sum(plan));
        for (int step = -6; step <= 6; step++)
        {
            int order = chosen.CompareTo(Exhaustive(cameras, scene, step / 6.0));
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

    private static long Thousandths(PlanCandidate candidate) => (long)Math.Round(candidate.Cost * 1000);

    private static long Sum(LineUpPlan plan) => plan.Cameras.Sum(c => Thousandths(c.Chosen));

    private static bool Used(LineUpPlan plan, PlanScene scene) =>
        scene.Kit.All(k => plan.Cameras.Sum(c => c.Chosen.Front.Count(f => f.Label == k.Filter.Label)) <= k.Count);

    private static string Told(LineUpPlan plan) =>
        string.Join(" | ", plan.Cameras.Select(c => $"{c.Chosen.Cost}: {string.Join(' ', c.Chosen.Costs)}"));

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
        )
        {
            Emphasis = (EmphasisPolicy)random.Next(4),
        };

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
