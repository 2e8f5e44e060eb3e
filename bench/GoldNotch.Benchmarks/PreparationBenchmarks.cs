using System.Collections.Immutable;
using BenchmarkDotNet.Attributes;
using GoldNotch.Core.Shoots;

namespace GoldNotch.Benchmarks;

/// <summary>Preparation of twelve cameras with sixty tasks, by the rule alone and with the search for a shorter one.</summary>
[MemoryDiagnoser]
public class PreparationBenchmarks
{
    private static readonly Dictionary<string, int> Capacity = new()
    {
        ["technician"] = 2,
        ["charger"] = 3,
        ["reader"] = 1,
    };

    private ImmutableArray<PreparationTask> _tasks;

    /// <summary>Makes the tasks: two batteries to charge, a card to copy, settings and a count for each camera.</summary>
    [GlobalSetup]
    public void Setup()
    {
        var chance = new Random(4);
        _tasks =
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
    }

    /// <summary>By the rule.</summary>
    [Benchmark(Baseline = true)]
    public PreparationPlan ByRule() => Preparation.ByRule(_tasks, Capacity, 600);

    /// <summary>With the search.</summary>
    [Benchmark]
    public PreparationPlan Best() => Preparation.Best(_tasks, Capacity, 600);

    private static PreparationTask Of(string id, double minutes, string needs, params string[] after) =>
        new(id, minutes, ImmutableDictionary<string, int>.Empty.Add(needs, 1), [.. after]);
}
