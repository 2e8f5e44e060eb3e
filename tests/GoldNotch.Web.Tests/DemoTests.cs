using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Exchange;
using Shouldly;

namespace GoldNotch.Web.Tests;

/// <summary>The demo as its files say it: six unlike models, seven standards, and something to find between them.</summary>
public class DemoTests
{
    internal static readonly ImmutableArray<CameraModel> Models =
    [
        .. Read("01-cameras.json").Models!.Select((m, i) => ModelReader.ToModel(m, $"/models/{i}")),
    ];
    internal static readonly ImmutableArray<Standard> Approved =
    [
        .. Read("02-standards.json")
            .Standards!.Where(s => s.State == "approved")
            .Select((s, i) => StandardReader.ToStandard(s, $"/standards/{i}")),
    ];

    [Fact]
    public void It_has_what_the_department_has()
    {
        (Models.Length, Approved.Length, Read("03-units.json").Units!.Count).ShouldBe((6, 8, 14));
        Approved
            .SelectMany(s => s.Notches)
            .Select(n => SettingDefinition.Of(n.Setting).Step)
            .Distinct()
            .Order()
            .ShouldBe(Enumerable.Range(1, 18));
    }

    [Fact]
    public void Every_requirement_is_written_as_it_is_read() =>
        Approved.SelectMany(s => s.Notches).ShouldAllBe(n => Requirement.Parse(n.Setting, n.Requirement.Text) == n.Requirement);

    private static ExchangeDocument Read(string file) =>
        JsonSerializer.Deserialize(
            File.ReadAllText(Path.Combine(Hosting.TestSite.Root, "demo", file)),
            ExchangeJson.Default.ExchangeDocument
        )!;
}
