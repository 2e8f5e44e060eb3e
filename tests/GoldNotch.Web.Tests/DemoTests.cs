using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Sheets;
using GoldNotch.Data.Exchange;
using Shouldly;

namespace GoldNotch.Web.Tests;

/// <summary>The demo as its files say it: six unlike models, seven standards, and something to find between them.</summary>
public class DemoTests
{
    private static readonly ImmutableArray<CameraModel> Models = [.. Read("01-cameras.json").Models!.Select((m, i) => Cards.ToModel(m, $"/models/{i}"))];
    private static readonly ImmutableArray<Standard> Approved =
        [.. Read("02-standards.json").Standards!.Where(s => s.State == "approved").Select((s, i) => Cards.ToStandard(s, $"/standards/{i}"))];

    [Fact]
    public void It_has_what_the_department_has()
    {
        (Models.Length, Approved.Length, Read("03-units.json").Units!.Count).ShouldBe((6, 7, 14));
        Approved.SelectMany(s => s.Notches).Select(n => SettingName.Of(n.Setting).Step).Distinct().Order().ShouldBe(Enumerable.Range(1, 18));
    }

    [Fact]
    public void Every_wish_is_written_as_it_is_read() =>
        Approved.SelectMany(s => s.Notches).ShouldAllBe(n => Wish.Parse(n.Setting, n.Wish.Text) == n.Wish);

    [Fact]
    public void Print_the_grid()
    {
        if (Environment.GetEnvironmentVariable("GOLDNOTCH_GRID") is not { } file)
        {
            return;
        }

        using var to = new StreamWriter(file);
        foreach (Standard standard in Approved)
        {
            foreach (CameraModel model in Models)
            {
                Sheet sheet = SheetCompiler.Compile(standard, model);
                to.WriteLine($"## {standard.Name} / {model.Name}: {sheet.Count(Fit.Exact)} exact {sheet.Count(Fit.Compromise)} compromise {sheet.Count(Fit.NotPossible)} cannot {sheet.Count(Fit.Look)} look; {sheet.LightLeft.Label()} {sheet.Predicted?.Error.Label()}");
                foreach (SheetLine line in sheet.Lines)
                {
                    to.WriteLine($"  {line.Fit,-11} {SettingName.Of(line.Setting).Name,-22} {line.Notch.Wish.Text,-28} -> {line.Target?.Label,-24} {line.SizeLabel} | {line.Because.Sentence} [{line.AfterReset} {line.ResetIsRight}]");
                }
            }
        }
    }

    private static ExchangeDocument Read(string file) =>
        JsonSerializer.Deserialize(File.ReadAllText(Path.Combine(Hosting.TestSite.Root, "demo", file)), ExchangeJson.Default.ExchangeDocument)!;
}
