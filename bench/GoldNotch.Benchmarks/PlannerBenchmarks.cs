using System.Collections.Immutable;
using BenchmarkDotNet.Attributes;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Units;

namespace GoldNotch.Benchmarks;

/// <summary>Line-ups of the size people have: eight cameras with a fixed light, eight with a light that may move by three stops, and twenty-four.
/// Every other camera has two bases of 31 gains and a variable filter of 17 positions; four kinds of front filter are shared.</summary>
[MemoryDiagnoser]
public class PlannerBenchmarks
{
    private static readonly PlanScene Scene = new(
        MeteredLight.FromLux(new Lux(9000)),
        new Stops(4),
        new Stops(3),
        Stops.Zero,
        [.. Enumerable.Range(1, 4).Select(i => new FrontFilter(new FilterPosition($"{i + 1}", new Stops(i + 1)), 1))]
    );

    // Everybody wants the same few strong filters: twelve kinds of two in the sun, no camera with a filter of its own, two before each lens.
    private static readonly PlanScene Scarce = new(
        MeteredLight.FromLux(new Lux(80_000)),
        new Stops(4),
        new Stops(3),
        Stops.Zero,
        [.. Enumerable.Range(1, 12).Select(i => new FrontFilter(new FilterPosition($"{i}", new Stops(0.5 * i)), 2))],
        2
    );

    private static readonly PlanScene ManyKinds = Scarce with
    {
        Kit = [.. Enumerable.Range(1, 24).Select(i => new FrontFilter(new FilterPosition($"{i}", new Stops(0.3 * i)), 1))],
    };

    private ImmutableArray<PlanCamera> _bare;
    private ImmutableArray<PlanCamera> _alike;
    private ImmutableArray<PlanCamera> _eight;
    private ImmutableArray<PlanCamera> _many;

    [GlobalSetup]
    public void Make()
    {
        _many = [.. Enumerable.Range(0, 24).Select(Camera)];
        _eight = _many[..8];
        _bare = [.. _many.Select(c => c with { BuiltIn = [new FilterPosition("clear", Stops.Zero)] })];
        _alike = [.. _bare.Select(c => _bare[0] with { Name = c.Name })];
    }

    /// <summary>Eight cameras, fixed light.</summary>
    [Benchmark]
    public LineUpPlan Eight() => LineUpPlanner.Plan(_eight, Scene);

    /// <summary>Eight cameras, light free over three stops down and up.</summary>
    [Benchmark]
    public LineUpPlan EightLightFree() => LineUpPlanner.PlanMovingLight(_eight, Scene, new Stops(-3), new Stops(3));

    /// <summary>Twenty-four cameras, fixed light.</summary>
    [Benchmark]
    public LineUpPlan TwentyFour() => LineUpPlanner.Plan(_many, Scene);

    /// <summary>Twelve cameras without a filter of their own share twelve kinds of two filters, two before each lens.</summary>
    [Benchmark]
    public LineUpPlan TwelveShare() => LineUpPlanner.Plan(_bare[..12], Scarce);

    /// <summary>Twenty-four share the same kit.</summary>
    [Benchmark]
    public LineUpPlan TwentyFourShare() => LineUpPlanner.Plan(_bare, Scarce);

    /// <summary>Twenty-four equal cameras share it.</summary>
    [Benchmark]
    public LineUpPlan TwentyFourAlikeShare() => LineUpPlanner.Plan(_alike, Scarce);

    /// <summary>Twenty-four share twenty-four kinds of one.</summary>
    [Benchmark]
    public LineUpPlan TwentyFourKinds() => LineUpPlanner.Plan(_bare, ManyKinds);

    /// <summary>Twenty-four share it while the light may move.</summary>
    [Benchmark]
    public LineUpPlan TwentyFourShareLightFree() => LineUpPlanner.PlanMovingLight(_bare, Scarce, new Stops(-3), new Stops(3));

    /// <summary>Twenty-four at the best common speed.</summary>
    [Benchmark]
    public LineUpPlan TwentyFourCommonSpeed() => LineUpPlanner.PlanCommonSpeed(_bare, Scarce);

    private static PlanCamera Camera(int i)
    {
        bool large = i % 2 == 0;
        ImmutableArray<Decibels> gains = large
            ? [.. Enumerable.Range(-3, 31).Select(g => new Decibels(g))]
            : [.. Enumerable.Range(-1, 10).Select(g => new Decibels(3 * g))];
        BaseGains Base(string name, double iso, double penalty) =>
            new(
                new SensitivityBase(name, new Iso(iso), gains[0], gains[^1], new Decibels(penalty)),
                gains,
                new Latitude(new Stops(6), new Stops(7))
            );
        return new PlanCamera(
            $"{(char)('A' + i)}",
            ExposureTime.OneOver(60),
            SensitivityStates.Of(
                large ? [Base("low", 500, 0), Base("high", 2500, 4)] : [Base("", 320 + (10 * i), 0)],
                new Decibels(8),
                new Decibels(14),
                false
            ),
            large ? VariableFilterPositions.Of(new Stops(1), new Stops(6), new Stops(1.0 / 3))
                : i % 4 == 1 ? [new FilterPosition("clear", Stops.Zero)]
                : [.. Enumerable.Range(0, 4).Select(f => new FilterPosition($"1/{1 << (2 * f)}", new Stops(2 * f)))],
            new IrisTravel(new FNumber(2), new FNumber(22), large ? Stops.Zero : new Stops(1.0 / 3), Stops.Zero, false),
            i % 3 == 0
                ? new IrisRequirement.Fixed(FNumber.Parse("4"))
                : new IrisRequirement.Range(FNumber.Parse("2.8"), FNumber.Parse("5.6")),
            new Standpoint(new Millimetres(35), new Metres(4), new Millimetres(24), new Millimetres(0.018)),
            new FNumber(16)
        );
    }
}
