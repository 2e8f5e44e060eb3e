using System.Collections.Immutable;
using GoldNotch.Core.Media;
using GoldNotch.Core.Shoots;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Preparing to a call: what the plan promises, how short it is, and what it says when it cannot be done.</summary>
public class PreparationTests
{
    private static readonly ImmutableDictionary<string, int> Capacity = new Dictionary<string, int>
    {
        ["technician"] = 2,
        ["charger"] = 3,
        ["reader"] = 1,
    }.ToImmutableDictionary();

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public void Twelve_cameras_are_prepared_no_later_than_the_best_of_many_random_orders(int seed)
    {
        ImmutableArray<PreparationTask> tasks = TwelveCameras(new Random(seed));
        PreparationPlan plan = Preparation.Best(tasks, Capacity, 600);

        ShouldHold(plan, Capacity);
        plan.BeginBy.ShouldBeGreaterThanOrEqualTo(Preparation.ByRule(tasks, Capacity, 600).BeginBy - 1e-9);
        (600 - plan.BeginBy).ShouldBeLessThanOrEqualTo(BestOfRandomOrders(tasks, 10_000, new Random(seed + 100)) + 1e-9);
    }

    [Fact]
    public void The_search_finds_a_shorter_plan_than_the_rule_where_there_is_one()
    {
        int shorter = Enumerable
            .Range(1, 60)
            .Count(seed =>
            {
                ImmutableArray<PreparationTask> tasks = TwelveCameras(new Random(seed));
                return Preparation.Best(tasks, Capacity, 600).BeginBy > Preparation.ByRule(tasks, Capacity, 600).BeginBy + 1e-9;
            });
        shorter.ShouldBeGreaterThan(0);
    }

    [Fact]
    public void The_same_tasks_give_the_same_plan()
    {
        ImmutableArray<PreparationTask> tasks = TwelveCameras(new Random(9));
        Preparation.Best(tasks, Capacity, 600).Tasks.ShouldBe(Preparation.Best(tasks, Capacity, 600).Tasks);
    }

    [Fact]
    public void The_critical_chain_goes_without_a_gap_from_the_first_start_to_the_call()
    {
        foreach (int seed in Enumerable.Range(1, 30))
        {
            PreparationPlan plan = Preparation.Best(TwelveCameras(new Random(seed)), Capacity, 600);
            PlannedTask[] chain = [.. plan.Critical.Select(id => plan[id])];
            chain[0].Start.ShouldBe(plan.BeginBy, 1e-6);
            chain[^1].End.ShouldBe(600, 1e-6);
            foreach ((PlannedTask one, PlannedTask next) in chain.Zip(chain.Skip(1)))
            {
                next.Start.ShouldBe(one.End, 1e-6);
                (next.Task.After.Contains(one.Task.Id) || next.Task.Needs.Keys.Intersect(one.Task.Needs.Keys).Any()).ShouldBeTrue();
            }
        }
    }

    [Fact]
    public void Tasks_that_wait_for_each_other_are_named()
    {
        QuantityException refused = Should.Throw<QuantityException>(() =>
            Preparation.ByRule(
                [Of("charge", 60, "charger", "set"), Of("set", 10, "technician", "charge"), Of("pack", 5, "technician")],
                Capacity,
                600
            )
        );
        refused.Fault.ShouldBe(QuantityFault.Circle);
        refused.Message.ShouldContain("charge, set");
        refused.Message.ShouldNotContain("pack");
    }

    [Theory]
    [InlineData("set", 10, "nobody", QuantityFault.BadLabel)]
    [InlineData("charge", 10, null, QuantityFault.BadLabel)]
    [InlineData("set", -1, null, QuantityFault.OutOfRange)]
    [InlineData("set", double.NaN, null, QuantityFault.NotFinite)]
    public void A_task_that_cannot_be_placed_is_refused(string id, double minutes, string? after, QuantityFault fault) =>
        Should
            .Throw<QuantityException>(() =>
                Preparation.ByRule(
                    [Of("charge", 60, "charger"), Of(id, minutes, "technician", after is null ? [] : [after])],
                    Capacity,
                    600
                )
            )
            .Fault.ShouldBe(fault);

    [Fact]
    public void Nothing_to_prepare_begins_at_the_call()
    {
        PreparationPlan plan = Preparation.Best([], Capacity, 600, 500);
        plan.BeginBy.ShouldBe(600);
        plan.Critical.ShouldBeEmpty();
        plan.Fits.ShouldBeTrue();
    }

    [Fact]
    public void What_does_not_fit_is_told_with_what_would_make_it_fit()
    {
        ImmutableArray<PreparationTask> tasks = [.. Enumerable.Range(1, 4).Select(i => Of($"charge {i}", 100, "charger"))];
        var one = new Dictionary<string, int> { ["charger"] = 1 };
        PreparationPlan plan = Preparation.Best(tasks, one, 600, 390);

        plan.Late.ShouldNotBeEmpty();
        ImmutableArray<PreparationRemedy> remedies = PreparationRemedies.Of(plan, one, 390, _ => true);
        remedies.ShouldBe([
            new PreparationRemedy.MoreOf("charger", 1, 200, true),
            new PreparationRemedy.OpenEarlier(190),
            new PreparationRemedy.CallLater(190),
        ]);
        PreparationRemedies.Of(plan, one, 390, r => r != "charger").Length.ShouldBe(2);
        PreparationRemedies.Of(plan, one, 100, _ => true).Length.ShouldBe(3);
        PreparationRemedies.Of(Preparation.Best(tasks, one, 600, 200), one, 200, _ => true).ShouldBeEmpty();
    }

    [Fact]
    public void More_of_something_that_gains_too_little_says_so()
    {
        ImmutableArray<PreparationTask> tasks = [.. Enumerable.Range(1, 4).Select(i => Of($"charge {i}", 100, "charger"))];
        var one = new Dictionary<string, int> { ["charger"] = 1 };
        PreparationRemedies
            .Of(Preparation.Best(tasks, one, 600, 550), one, 550, _ => true)[0]
            .ShouldBe(new PreparationRemedy.MoreOf("charger", 3, 300, false));
    }

    [Theory]
    [InlineData(0, 100, 10)]
    [InlineData(0, 100, 33.3)]
    [InlineData(10, 5, 1)]
    public void Duties_stay_strictly_before_the_end(double start, double end, double every)
    {
        ImmutableArray<double> times = Duties.Times(start, end, every);
        times.ShouldAllBe(t => t > start && t < end - 1e-9);
        times.Length.ShouldBe((int)Math.Max(0, Math.Ceiling(((end - start) / every) - 1e-9) - 1));
    }

    [Fact]
    public void A_duty_every_moment_is_refused() => Should.Throw<QuantityException>(() => Duties.Times(0, 1000, 1e-6));

    [Fact]
    public void One_battery_less_than_the_round_needs_makes_the_camera_wait()
    {
        var chance = new Random(5);
        for (int i = 0; i < 300; i++)
        {
            double use = chance.Next(20, 200);
            double charge = chance.Next(20, 400);
            int chargers = chance.Next(0, 5);
            double planned = chance.Next(1, 2000);
            var round = BatteryRound.For(planned, use, charge, chargers, 0);
            int shifts = (int)Math.Ceiling(planned / use);
            Waits(round.Batteries, shifts, use, charge, chargers).ShouldBeFalse();
            (round.Batteries == 1 || Waits(round.Batteries - 1, shifts, use, charge, chargers)).ShouldBeTrue();
            round.ForEver.HasValue.ShouldBe(chargers * use >= charge);
            round.ForEver?.ShouldBeGreaterThanOrEqualTo(round.Batteries);
        }
    }

    [Fact]
    public void A_battery_that_runs_a_moment_is_a_slip_in_a_unit() =>
        Should.Throw<QuantityException>(() => BatteryRound.For(100_000, 1e-6, 10, 1));

    // The round minute by minute of events, with nothing of the arithmetic that is tested.
    private static bool Waits(int batteries, int shifts, double use, double charge, int chargers)
    {
        List<double> full = [.. Enumerable.Repeat(0.0, batteries)];
        List<double> free = [.. Enumerable.Repeat(0.0, chargers)];
        for (int shift = 0; shift < shifts; shift++)
        {
            int next = full.FindIndex(f => f <= (shift * use) + 1e-9);
            if (next < 0)
            {
                return true;
            }

            full.RemoveAt(next);
            if (free.Count > 0)
            {
                free.Sort();
                double begins = Math.Max(free[0], (shift + 1) * use);
                free[0] = begins + charge;
                full.Add(free[0]);
                full.Sort();
            }
        }

        return false;
    }

    private static PreparationTask Of(string id, double minutes, string needs, params string[] after) =>
        new(id, minutes, ImmutableDictionary<string, int>.Empty.Add(needs, 1), [.. after]);

    // Twelve cameras: two batteries to charge, a card to copy, settings and a count each.
    private static ImmutableArray<PreparationTask> TwelveCameras(Random chance) =>
        [
            .. Enumerable
                .Range(1, 12)
                .SelectMany(camera =>
                    new[]
                    {
                        Of($"charge {camera}a", chance.Next(40, 180), "charger"),
                        Of($"charge {camera}b", chance.Next(40, 180), "charger"),
                        Of($"copy {camera}", chance.Next(5, 50), "reader"),
                        Of($"set {camera}", chance.Next(5, 25), "technician", $"copy {camera}"),
                        Of($"count {camera}", chance.Next(2, 8), "technician", $"charge {camera}a", $"charge {camera}b", $"set {camera}"),
                    }
                ),
        ];

    private static void ShouldHold(PreparationPlan plan, IReadOnlyDictionary<string, int> capacity)
    {
        foreach (PlannedTask task in plan.Tasks)
        {
            task.End.ShouldBeLessThanOrEqualTo(plan.Call + 1e-6);
            task.Start.ShouldBeLessThanOrEqualTo(task.LatestStart + 1e-6);
            task.Task.After.ShouldAllBe(a => plan[a].End <= task.Start + 1e-6);
            foreach ((string resource, int have) in capacity)
            {
                plan.Tasks.Where(t => t.Start <= task.Start + 1e-6 && t.End > task.Start + 1e-6)
                    .Sum(t => t.Task.Needs.GetValueOrDefault(resource))
                    .ShouldBeLessThanOrEqualTo(have);
            }
        }
    }

    // Orders drawn by chance among what can be placed, by a scheduler of its own: minute by minute.
    private static double BestOfRandomOrders(ImmutableArray<PreparationTask> tasks, int orders, Random chance)
    {
        string[] resources = [.. Capacity.Keys];
        int[] uses = [.. tasks.Select(t => Array.IndexOf(resources, t.Needs.Keys.First()))];
        int[] minutes = [.. tasks.Select(t => (int)t.Minutes)];
        int[][] before = [.. tasks.Select(t => t.After.Select(a => tasks.IndexOf(tasks.First(o => o.Id == a))).ToArray())];
        int[][] follows = [.. tasks.Select((_, i) => Enumerable.Range(0, tasks.Length).Where(o => before[o].Contains(i)).ToArray())];
        int best = int.MaxValue;
        int[][] use = [.. resources.Select(_ => new int[4000])];
        for (int i = 0; i < orders; i++)
        {
            Array.ForEach(use, u => Array.Clear(u));
            int[] starts = new int[tasks.Length];
            int[] waits = [.. follows.Select(f => f.Length)];
            List<int> open = [.. Enumerable.Range(0, tasks.Length).Where(t => waits[t] == 0)];
            while (open.Count > 0)
            {
                int drawn = chance.Next(open.Count);
                int task = open[drawn];
                open.RemoveAt(drawn);
                int[] minute = use[uses[task]];
                int most = Capacity[resources[uses[task]]];
                int at = follows[task].Select(f => starts[f]).Append(0).Max();
                for (int free = 0, now = at; free < minutes[task]; now++)
                {
                    free = minute[now] < most ? free + 1 : 0;
                    at = now + 1 - free;
                }

                for (int now = at; now < at + minutes[task]; now++)
                {
                    minute[now]++;
                }

                starts[task] = at + minutes[task];
                open.AddRange(before[task].Where(b => --waits[b] == 0));
            }

            best = Math.Min(best, starts.Max());
        }

        return best;
    }
}
