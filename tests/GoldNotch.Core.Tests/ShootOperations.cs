using System.Collections.Immutable;
using GoldNotch.Core.Media;
using GoldNotch.Core.Shoots;
using static GoldNotch.Core.Tests.VectorOperations;

namespace GoldNotch.Core.Tests;

/// <summary>The operations of sections 14 and 19 in the core's own words.</summary>
internal static class ShootOperations
{
    internal static Dictionary<string, object?>? Run(string op, Given x) =>
        op switch
        {
            "schedule" => Schedule(x),
            "schedule.duties" => One("at_min", Duties.Times(Num(x, "start_min"), Num(x, "end_min"), Num(x, "every_min")).ToArray()),
            "cells" => One(
                "cells",
                AaBatteries.Needed(
                    x.GetProperty("devices").EnumerateArray().Select(d => new AaDevices((int)Num(d, "count"), (int)Num(d, "cells"))),
                    (int)Num(x, "spare_sets", AaBatteries.DefaultSpareSets)
                )
            ),
            "battery.round" => Round(x),
            _ => null,
        };

    private static Dictionary<string, object?> Schedule(Given x)
    {
        ImmutableArray<PreparationTask> tasks =
        [
            .. x.GetProperty("tasks")
                .EnumerateArray()
                .Select(t => new PreparationTask(
                    Text(t, "id"),
                    Num(t, "minutes"),
                    t.GetProperty("needs").EnumerateObject().ToImmutableDictionary(n => n.Name, n => (int)n.Value.GetDouble()),
                    t.TryGetProperty("after", out Given after)
                        ? [.. after.EnumerateArray().Select(a => a.GetString()!)]
                        : ImmutableArray<string>.Empty
                )),
        ];
        Dictionary<string, int> capacity = x.GetProperty("capacity")
            .EnumerateObject()
            .ToDictionary(c => c.Name, c => (int)c.Value.GetDouble());
        double? opens = x.TryGetProperty("opens_min", out Given first) ? first.GetDouble() : null;
        PreparationPlan plan = Preparation.ByRule(tasks, capacity, Num(x, "call_min"), opens);

        // The search may only replace what the rule finds by something shorter.
        Preparation.Best(tasks, capacity, Num(x, "call_min"), opens).BeginBy.ShouldBe(plan.BeginBy);
        return new()
        {
            ["start_min"] = plan.Tasks.ToDictionary(t => t.Task.Id, t => (object?)t.Start),
            ["latest_start_min"] = plan.Tasks.ToDictionary(t => t.Task.Id, t => (object?)t.LatestStart),
            ["begin_by_min"] = plan.BeginBy,
            ["critical"] = plan.Critical.ToArray(),
            ["late"] = plan.Late.ToArray(),
        };
    }

    private static Dictionary<string, object?> Round(Given x)
    {
        var round = BatteryRound.For(
            Num(x, "planned_min"),
            Num(x, "use_min"),
            Num(x, "charge_min"),
            (int)Num(x, "chargers"),
            Num(x, "margin", Recording.DefaultMargin)
        );
        return new()
        {
            ["batteries"] = round.Batteries,
            ["with_margin"] = round.WithMargin,
            ["for_ever"] = round.ForEver,
        };
    }
}
