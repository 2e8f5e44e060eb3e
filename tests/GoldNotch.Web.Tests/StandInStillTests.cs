using System.Net.Http.Json;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Stand-ins that see: their stills follow light, settings and their own faults.</summary>
[Collection(DemoSiteTests.Name)]
public class StandInStillTests(DemoSite site)
{
    private static readonly PictureProfile Plain = new(ToneCurve.Named("BT.709"));

    [Fact]
    public async Task A_still_follows_the_light_and_what_a_hand_sets_and_is_the_same_for_the_same_seed()
    {
        using var cameras = new HttpClient { BaseAddress = site.Cameras };
        // Nothing floats: what is automatic would take the light back.
        foreach ((string setting, string set) in new[] { ("full-auto", "off"), ("gain", "0 dB"), ("white-balance", "3200") })
        {
            await PutAsync(cameras, $"stand-in/OBG-101/hand/{setting}", new { set });
        }

        await SceneAsync(cameras, "OBG-101", 420, 3200);
        byte[] first = await StillAsync(cameras, "OBG-101");
        (await StillAsync(cameras, "OBG-101")).ShouldBe(first);
        (await StillAsync(cameras, "OBG-101", seed: 2)).ShouldNotBe(first);

        RegionStatistics dim = await GreyAsync(first);
        await SceneAsync(cameras, "OBG-101", 840, 3200);
        RegionStatistics bright = await GreyAsync(await StillAsync(cameras, "OBG-101"));
        Stops.Between(bright.Mean.Green, dim.Mean.Green).Value.ShouldBe(1, 0.02);

        await SceneAsync(cameras, "OBG-101", 420, 5600);
        RegionStatistics cool = await GreyAsync(await StillAsync(cameras, "OBG-101"));
        (cool.Mean.Blue / cool.Mean.Red).ShouldBeGreaterThan(1.5 * dim.Mean.Blue / dim.Mean.Red);
    }

    [Fact]
    public async Task Two_units_of_a_model_are_not_quite_alike()
    {
        using var cameras = new HttpClient { BaseAddress = site.Cameras };
        LinearRgb[] greys = new LinearRgb[2];
        foreach ((string tag, int i) in new[] { ("OBG-103", 0), ("OBG-104", 1) })
        {
            await SceneAsync(cameras, tag, 420, 3200);
            (await cameras.PostAsync(new Uri($"cameras/{tag}/reset", UriKind.Relative), null)).EnsureSuccessStatusCode();
            greys[i] = (await GreyAsync(await StillAsync(cameras, tag))).Mean;
        }

        Math.Abs(Stops.Between(greys[0].Green, greys[1].Green).Value).ShouldBeInRange(0.005, 0.4);
    }

    [Fact]
    public async Task A_camera_that_tells_nothing_of_itself_gives_no_still()
    {
        using var cameras = new HttpClient { BaseAddress = site.Cameras };
        using HttpResponseMessage none = await cameras.GetAsync(new Uri("cameras/OBG-106/still", UriKind.Relative));
        ((int)none.StatusCode).ShouldBe(404);
    }

    private static Task SceneAsync(HttpClient cameras, string tag, double lux, double lightK) =>
        PutAsync(cameras, $"stand-in/{tag}/scene", new { lux, lightK });

    private static async Task PutAsync(HttpClient cameras, string path, object body)
    {
        using HttpResponseMessage answer = await cameras.PutAsJsonAsync(new Uri(path, UriKind.Relative), body);
        answer.EnsureSuccessStatusCode();
    }

    private static Task<byte[]> StillAsync(HttpClient cameras, string tag, int seed = 1) =>
        cameras.GetByteArrayAsync(new Uri($"cameras/{tag}/still?width=320&seed={seed}", UriKind.Relative));

    private static async Task<RegionStatistics> GreyAsync(byte[] still)
    {
        string path = Path.GetTempFileName();
        try
        {
            await File.WriteAllBytesAsync(path, still);
            PictureFile file = await PictureDecoder.ReadAsync(path, null, 0, CancellationToken.None);
            return RegionStatistics.Of(file.Pixels, StandInChart.Grey, Plain);
        }
        finally
        {
            File.Delete(path);
        }
    }
}
