using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What a shoot takes along goes by what its cameras showed, before what their specifications say.</summary>
[Collection(CounterTests.Name)]
public class PackApiTests(DemoSite site)
{
    private static async Task<JsonElement> CardsAsync(TestClient ines, string unit, int days)
    {
        var call = new DateTimeOffset(DateTime.UtcNow.Date.AddDays(days).AddHours(9), TimeSpan.Zero);
        System.Text.Json.Nodes.JsonObject shoot = ShootApiTests.Shoot($"Pack {days}", call, unit);
        return (await ShootApiTests.PutAsync(ines, shoot)).Expect(200).At("pack/cameras/0/cards");
    }

    private static async Task CheckAsync(TestClient ines, string unit, string minutes, string standard = "lecture-room")
    {
        Guid check = await ines.BeginAsync(unit, standard);
        (await ines.ReadAsync(check, "card-minutes", minutes)).Expect(200);
        await ines.ReadTheRestAsync(check);
        (await ines.SignAsync(check)).Expect(200);
    }

    [Fact]
    public async Task A_card_holds_what_the_unit_showed_at_this_standard_and_the_newest_check_counts()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        JsonElement stated = await CardsAsync(ines, unit, 101);
        stated.GetProperty("isMeasured").GetBoolean().ShouldBeFalse();

        await CheckAsync(ines, unit, "141 min");
        await CheckAsync(ines, unit, "133 min");
        JsonElement shown = await CardsAsync(ines, unit, 102);
        shown.GetProperty("isMeasured").GetBoolean().ShouldBeTrue();
        shown.GetProperty("minutesEach").GetDouble().ShouldBe(133, 1e-9);
        Math.Abs(stated.GetProperty("minutesEach").GetDouble() - 133).ShouldBeGreaterThan(1);
    }
}
