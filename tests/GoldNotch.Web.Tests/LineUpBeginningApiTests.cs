using System.Text.Json;
using System.Text.Json.Nodes;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What a line-up begins with: its light, told in either way, and the cameras of the last ones.</summary>
[Collection(DemoSiteTests.Name)]
public class LineUpBeginningApiTests(DemoSite site)
{
    [Theory]
    [InlineData("dome", 9980)]
    [InlineData("flat", 7560)]
    public async Task A_light_is_told_as_lux_and_as_a_reading_of_the_same_meter(string meter, double lux)
    {
        using TestClient mara = await site.ClientAsync("mara");
        object Light(object? iris, double? value) =>
            new
            {
                temperatureK = 5600,
                mainsHz = 60,
                lamp = "daylight",
                meter,
                lux = value,
                reading = iris is null
                    ? null
                    : new
                    {
                        iris,
                        time = "1/60",
                        iso = 320,
                    },
            };
        Answer told = (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/light", new { light = Light("f/11 1/3", null) })).Expect(200);
        told.At("lux").GetDouble().ShouldBe(lux, 20);
        Answer back = (
            await mara.SendAsync(
                HttpMethod.Post,
                "/api/line-ups/light",
                new
                {
                    light = Light(null, lux),
                    at = new
                    {
                        iris = "",
                        time = "1/60",
                        iso = 320,
                    },
                }
            )
        ).Expect(200);
        (back.Text("reading/iris"), back.At("lux").ValueKind).ShouldBe(("f/11⅓", System.Text.Json.JsonValueKind.Null));
        (await mara.SendAsync(HttpMethod.Post, "/api/line-ups/light", new { light = Light("wide", null) })).ExpectProblem(
            400,
            "bad-value",
            "/reading/iris"
        );
    }

    [Fact]
    public async Task Cameras_of_the_last_line_ups_are_offered_once_each_as_they_were_used_last()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Answer used = (await mara.GetAsync("/api/line-ups/cameras")).Expect(200);
        string[] units = [.. used.Json.EnumerateArray().Select(c => c.GetProperty("unit").GetString()!)];
        units.ShouldNotBeEmpty();
        units.ShouldBeUnique();
        used.Json.EnumerateArray()
            .ShouldAllBe(c => c.GetProperty("last").GetProperty("unit").GetString() == c.GetProperty("unit").GetString());
    }
}
