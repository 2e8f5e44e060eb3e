using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Exchange;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>A specification as one unit is: what was measured takes the place of what the maker says, and nothing else does.</summary>
public class UnitReaderTests
{
    private static readonly DateTimeOffset At = new(2026, 11, 30, 9, 0, 0, TimeSpan.Zero);
    private static readonly ModelDocument Card = Demo("alder-20");
    private static readonly ModelDocument TwoBases = Demo("elm-p");

    [Fact]
    public void A_unit_of_which_nothing_is_known_is_as_its_specification() => UnitReader.Measured(Card, Unit()).ShouldBeSameAs(Card);

    [Fact]
    public void A_figure_of_a_filter_a_base_or_a_profile_that_the_model_does_not_have_is_left_aside()
    {
        UnitDocument unit = Unit() with
        {
            Filters = [new UnitFilterDocument("1/1024", 10)],
            Noise = [new UnitNoiseDocument(9, 26, "Ines", At, Base: "high")],
            Latitude = [new UnitLatitudeDocument(5, 6, "Ines", At, Profile: "cinema")],
        };
        UnitReader.Measured(Card, unit).ShouldBeSameAs(Card);
    }

    [Fact]
    public void Strength_limit_and_change_of_base_are_used_with_their_source()
    {
        UnitDocument unit = Unit() with
        {
            Noise =
            [
                new UnitNoiseDocument(6, 26, "Ines", At, Base: "low", SwitchFromDb: 9),
                new UnitNoiseDocument(12, 26, "Ines", At, Base: "high"),
            ],
        };
        CameraModel model = ModelReader.ToModel(UnitReader.Measured(TwoBases, unit));
        model.Gain.CapOn("low")!.Value.Value.ShouldBe(6);
        model.Gain.CapOn("high")!.Value.Value.ShouldBe(12);
        model.Gain.SwitchFrom!.Value.Value.ShouldBe(9);
        model.Measured.Select(m => (m.Unit, m.By)).Distinct().ShouldBe([("OBG-101", "Ines")]);
        CameraModel filtered = ModelReader.ToModel(
            UnitReader.Measured(Card, Unit() with { Filters = [new UnitFilterDocument("1/4", 2.13, By: "Mara", At: At)] })
        );
        filtered.Filters.First(f => f.Label == "1/4").Loss.Value.ShouldBe(2.13);
        filtered.Measured.Single().What.ShouldContain("2.13");
    }

    [Fact]
    public void A_latitude_stands_for_its_own_profile_and_a_bound_takes_nothing_away_from_a_claim()
    {
        UnitLatitudeDocument measured = new(5.4, 4, "Ines", At, Profile: "log", ShadowsAtLeast: true);
        CameraModel model = ModelReader.ToModel(UnitReader.Measured(Card, Unit() with { Latitude = [measured] }));
        Core.Exposure.Latitude claim = ModelReader.ToModel(Card).LatitudeOn("", null)!.Value;
        model.LatitudeOn("", "log")!.Value.Highlights.Value.ShouldBe(5.4);
        model.LatitudeOn("", "log")!.Value.Shadows.ShouldBe(claim.Shadows, "noise was never as strong as the signal: it may be more");
        model.LatitudeOn("", "standard").ShouldBe(claim);
        CameraModel full = ModelReader.ToModel(
            UnitReader.Measured(Card, Unit() with { Latitude = [measured with { ShadowsAtLeast = false }] })
        );
        full.LatitudeOn("", "log")!.Value.Shadows.Value.ShouldBe(4);
    }

    [Fact]
    public void A_limit_of_the_model_gives_way_to_that_of_the_unit()
    {
        ModelDocument limited = UnitReader.Limited(Card, [new UnitNoiseDocument(6, 26, "Ines", At)], "OBG-102");
        ModelReader.ToModel(limited).Gain.CapOn(null)!.Value.Value.ShouldBe(6);
        limited.Measured!.Single().Unit.ShouldBe("OBG-102");
        ModelDocument own = UnitReader.Measured(limited, Unit() with { Noise = [new UnitNoiseDocument(12, 26, "Mara", At)] });
        own.Gain.CapDb.ShouldBe(12);
        own.Measured!.Single().Unit.ShouldBe("OBG-101", "one limit counts, and its source is named");
    }

    private static UnitDocument Unit() => new("OBG-101", "alder-20", "", "shelf 1");

    private static ModelDocument Demo(string key) =>
        JsonSerializer
            .Deserialize(File.ReadAllBytes(Path.Combine(TestSite.Root, "demo", "01-cameras.json")), ExchangeJson.Default.ExchangeDocument)!
            .Models!.First(m => m.Key == key);
}
