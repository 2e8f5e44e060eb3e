using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Help with a picture profile, from two pictures of one chart.</summary>
[Collection(DemoSiteTests.Name)]
public class ProfileHelpApiTests(DemoSite site)
{
    private static readonly FrameRegion Black = new(RegionShape.Rectangle, 0.51, 0.34, 0.07, 0.3);

    [Fact]
    public async Task A_cool_camera_without_log_is_told_what_to_turn_and_where()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid reference = await ChartAsync(mara, "OBG-101", 5600);
        Guid cool = await ChartAsync(mara, "OBG-105", 4600);
        Answer help = (await mara.GetAsync($"/api/pictures/{cool}/profile-help?reference={reference}")).Expect(200);
        help.At("castMired").GetDouble().ShouldBeLessThan(-20);
        help.At("memory/sentence").GetString()!.ShouldContain("Leave the factory one as it is");
        string[] turns =
        [
            .. help.At("turns")
                .EnumerateArray()
                .Select(t => $"{t.GetProperty("control").GetString()} {t.GetProperty("isUp").GetBoolean()}"),
        ];
        turns.ShouldContain("redGain True");
        turns.ShouldContain("blueGain False");
        help.At("missing").GetArrayLength().ShouldBe(1, "no face is marked");
        (await mara.GetAsync($"/api/pictures/{reference}/profile-help?reference={reference}")).ExpectProblem(400, "bad-value", "/unit");
    }

    [Fact]
    public async Task Without_a_card_a_unit_or_a_reference_it_says_what_is_missing()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid bare = Guid.NewGuid();
        (await mara.SendAsync(HttpMethod.Put, $"/api/pictures/{bare}?name=bare.png", PictureApiTests.Still(5600, 0, set: 5600))).Expect(
            200
        );
        Guid chart = await ChartAsync(mara, "OBG-105", 5600);
        (await mara.GetAsync($"/api/pictures/{bare}/profile-help?reference={chart}")).ExpectProblem(400, "bad-value", "/unit");
        (await mara.GetAsync($"/api/pictures/{chart}/profile-help?reference={bare}")).ExpectProblem(400, "bad-value", "/reference");
        (await mara.GetAsync($"/api/pictures/{chart}/profile-help?reference={Guid.NewGuid()}")).ExpectProblem(
            404,
            "not-found",
            "/reference"
        );
    }

    private static async Task<Guid> ChartAsync(TestClient client, string unit, double balanced)
    {
        var id = Guid.NewGuid();
        (await client.SendAsync(HttpMethod.Put, $"/api/pictures/{id}?name={unit}.png", Chart(balanced))).Expect(200);
        object Region(string kind, FrameRegion of) =>
            new
            {
                id = Guid.NewGuid(),
                kind,
                x = of.X,
                y = of.Y,
                width = of.Width,
                height = of.Height,
            };
        object change = new
        {
            settings = new { curve = "BT.709", balanceK = 5600 },
            regions = new[] { Region("greyCard", StandInChart.Grey), Region("whiteCard", StandInChart.White), Region("blackCard", Black) },
            unit,
        };
        (await client.PutAsync($"/api/pictures/{id}/measured", change, 1)).Expect(200);
        return id;
    }

    private static byte[] Chart(double balanced)
    {
        var camera = new StandInCamera { ExposureStops = 0, Balanced = new Kelvin(balanced) };
        var profile = new PictureProfile(ToneCurve.Named("BT.709"));
        ushort[] samples = SceneRenderer.Render(StandInSubject.Chart, new StandInLamp(new Kelvin(5600)), camera, profile, 480, 270, 3);
        using var file = new MemoryStream();
        PngWriter.Write(samples, 480, file);
        return file.ToArray();
    }
}
