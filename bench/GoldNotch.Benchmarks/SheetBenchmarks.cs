using System.Collections.Immutable;
using System.Text.Json;
using BenchmarkDotNet.Attributes;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Exchange;

namespace GoldNotch.Benchmarks;

/// <summary>The two things a bench check does at every key: compile a sheet, and judge readings with their consequences.</summary>
[MemoryDiagnoser]
public class SheetBenchmarks
{
    private Standard _standard = null!;
    private CameraModel _model = null!;
    private Sheet _sheet = null!;
    private Dictionary<Setting, Reading> _readings = null!;

    /// <summary>The demo's own models.</summary>
    [Params("alder-20", "bracken-3")]
    public string Model { get; set; } = "";

    [GlobalSetup]
    public void Load()
    {
        _model = ModelReader.ToModel(Read("01-cameras.json").Models!.First(m => m.Key == Model));
        _standard = StandardReader.ToStandard(Read("02-standards.json").Standards!.First(s => s.Key == "lecture-room"));
        _sheet = SheetCompiler.Compile(_standard, _model);
        _readings = _sheet.Lines.ToDictionary(l => l.Setting, l => (Reading)new Reading.Of(l.Target!));
        _readings[Setting.Gain] = ReadingParser.Parse(Setting.Gain, _sheet, "+12", _readings);
        _readings[Setting.WhiteBalance] = ReadingParser.Parse(Setting.WhiteBalance, _sheet, "5600", _readings);
    }

    [Benchmark]
    public Sheet CompileSheet() => SheetCompiler.Compile(_standard, _model);

    [Benchmark]
    public ConsequenceReport EvaluateCheck()
    {
        ImmutableArray<Verdict> verdicts = CheckEvaluator.Evaluate(_sheet, _readings);
        return Consequences.Of(_sheet, verdicts);
    }

    [Benchmark]
    public ImmutableArray<Verdict> VerdictsOnly() => CheckEvaluator.Evaluate(_sheet, _readings);

    private static ExchangeDocument Read(string file)
    {
        string? folder = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(folder!, "GoldNotch.slnx")))
        {
            folder = Path.GetDirectoryName(folder);
        }

        return JsonSerializer.Deserialize(
            File.ReadAllText(Path.Combine(folder!, "tests", "fixtures", file)),
            ExchangeJson.Default.ExchangeDocument
        )!;
    }
}
