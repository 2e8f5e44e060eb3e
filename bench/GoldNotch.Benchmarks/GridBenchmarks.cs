using System.Collections.Immutable;
using System.Text.Json;
using BenchmarkDotNet.Attributes;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Sheets.Coverage;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;

namespace GoldNotch.Benchmarks;

/// <summary>Sixty standards on sixty models: the demo's own, each made ten times with small differences.</summary>
[MemoryDiagnoser]
public class GridBenchmarks
{
    private const int Size = 60;
    private ImmutableArray<Standard> _standards;
    private ImmutableArray<CameraModel> _models;

    [GlobalSetup]
    public void Load()
    {
        CameraModel[] models = [.. Read("01-cameras.json").Models!.Select(m => ModelReader.ToModel(m))];
        StandardDocument[] standards = [.. Read("02-standards.json").Standards!.Where(s => s.State == "approved")];
        _models =
        [
            .. Enumerable
                .Range(0, Size)
                .Select(i =>
                    models[i % models.Length] with
                    {
                        Key = $"m{i}",
                        Gain = models[i % models.Length].Gain with { Cap = new Decibels(i % 13) },
                    }
                ),
        ];
        _standards =
        [
            .. Enumerable
                .Range(0, Size)
                .Select(i => StandardReader.ToStandard(standards[i % standards.Length] with { Key = $"s{i}", PlannedMinutes = 10 + i })),
        ];
    }

    /// <summary>The whole grid, compiled and summed up with its findings.</summary>
    [Benchmark]
    public int Grid()
    {
        int exact = 0;
        foreach (Standard standard in _standards)
        {
            foreach (CameraModel model in _models)
            {
                exact += CoverageCell.Of(SheetCompiler.Compile(standard, model)).Exact;
            }
        }

        return exact;
    }

    /// <summary>What one changed notch does on sixty models: compiled before and after, and compared.</summary>
    [Benchmark]
    public int OneNotch() =>
        _models.Sum(m => StandardChange.Between(SheetCompiler.Compile(_standards[0], m), SheetCompiler.Compile(_standards[1], m)).Length);

    /// <summary>One whole sheet of seventy lines.</summary>
    [Benchmark]
    public Sheet WholeSheet() => SheetCompiler.Compile(_standards[0], _models[0]);

    private static ExchangeDocument Read(string file)
    {
        string? folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder!, "GoldNotch.slnx")))
        {
            folder = Path.GetDirectoryName(folder);
        }

        return JsonSerializer.Deserialize(File.ReadAllText(Path.Combine(folder!, "demo", file)), ExchangeJson.Default.ExchangeDocument)!;
    }
}
