using System.Text;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

/// <summary>The photograph of a kit: kept clean, replaced by the next, shown where the kit is counted.</summary>
[Collection(CounterTests.Name)]
public class KitPhotoApiTests(DemoSite site)
{
    private static byte[] Picture(int width, int height) => EvidenceApiTests.Picture(width, height, SKEncodedImageFormat.Jpeg);

    private static Task<Answer> PutAsync(TestClient client, string unit, Guid photo, byte[] file) =>
        client.SendAsync(HttpMethod.Put, $"/api/units/{unit}/kit/photo/{photo}", file);

    [Fact]
    public async Task A_kit_has_one_photograph_which_the_next_replaces_and_the_counter_shows()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        (await ines.GetAsync($"/api/units/{unit}/kit/photo")).ExpectProblem(404, "not-found", "/photo");
        (await ines.GetAsync($"/api/units/{unit}/kit")).At("photo").ValueKind.ShouldBe(JsonValueKind.Null);

        (await PutAsync(ines, unit, Guid.NewGuid(), Picture(400, 300))).Expect(200).Text("by").ShouldBe("Ines Calloway");
        var second = Guid.NewGuid();
        for (int again = 0; again < 2; again++)
        {
            (await PutAsync(ines, unit, second, Picture(3000, 1500))).Expect(200).Int("width").ShouldBeInRange(1000, 1600);
        }

        (await ines.GetAsync($"/api/units/{unit}/kit/photo")).Expect(200).Type.ShouldBe("image/jpeg");
        SKBitmap.DecodeBounds(ines.LastBytes).Height.ShouldBeInRange(500, 800);
        (await ines.GetAsync($"/api/units/{unit}/kit")).At("photo/id").GetGuid().ShouldBe(second);
        (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", new { unit })).Expect(200).At("photo/id").GetGuid().ShouldBe(second);
        Guid loan = await LoanApiTests.LendAsync(ines, unit, DateTimeOffset.UtcNow.AddHours(3));
        (await ines.GetAsync($"/api/loans/{loan}")).At("photo/id").GetGuid().ShouldBe(second);
        (await site.SqlAsync($"SELECT count(*) FROM audit_entry WHERE subject = '{unit}' AND what = 'kit photograph saved'")).ShouldBe(2L);

        (await ines.SendAsync(HttpMethod.Delete, $"/api/units/{unit}/kit/photo", null)).Expect(204);
        (await ines.GetAsync($"/api/units/{unit}/kit")).At("photo").ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task What_is_no_photograph_is_refused_and_the_one_before_stays()
    {
        using TestClient ines = await site.ClientAsync();
        string unit = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        var kept = Guid.NewGuid();
        (await PutAsync(ines, unit, kept, Picture(40, 30))).Expect(200);
        (await PutAsync(ines, unit, Guid.NewGuid(), Encoding.UTF8.GetBytes("<svg/>"))).ExpectProblem(400, "bad-photo", "/photo");
        (await PutAsync(ines, unit, Guid.NewGuid(), Picture(400, 300)[..900])).ExpectProblem(400, "bad-photo", "/photo");
        (await PutAsync(ines, "NO-UNIT", Guid.NewGuid(), Picture(40, 30))).Expect(404);
        (await ines.GetAsync($"/api/units/{unit}/kit")).At("photo/id").GetGuid().ShouldBe(kept);
    }
}
