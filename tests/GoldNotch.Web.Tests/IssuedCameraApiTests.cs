using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>Which camera the counter offers, and a sheet that marks what stands elsewhere than on the one that the borrower had before.</summary>
[Collection(CounterTests.Name)]
public class IssuedCameraApiTests(DemoSite site)
{
    [Fact]
    public async Task A_sheet_marks_what_stands_elsewhere_than_on_a_model_the_person_knows()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Answer plain = (await mara.GetAsync("/api/sheets/lecture-room/bracken-3")).Expect(200);
        plain.Text("knownName").ShouldBe("");
        plain.At("lines").EnumerateArray().ShouldAllBe(l => l.GetProperty("elsewhere").GetString() == "");
        Answer marked = (await mara.GetAsync("/api/sheets/lecture-room/bracken-3?known=alder-20")).Expect(200);
        marked.Text("knownName").ShouldBe("Alder 20");
        string[] told =
        [
            .. marked.At("lines").EnumerateArray().Select(l => l.GetProperty("elsewhere").GetString()!).Where(e => e.Length > 0),
        ];
        told.Length.ShouldBeGreaterThan(3);
        told.ShouldAllBe(t => t.StartsWith("On Alder 20: ", StringComparison.Ordinal) || t == "Alder 20 has none.");
        (await mara.GetAsync("/api/sheets/lecture-room/bracken-3?known=no-such")).ExpectProblem(404, "not-found", "/known");
        foreach (string layout in new[] { "whole", "page" })
        {
            (await mara.GetAsync($"/api/sheets/lecture-room/bracken-3/sheet.pdf?known=alder-20&layout={layout}"))
                .Expect(200)
                .Type.ShouldBe("application/pdf");
            byte[] with = mara.LastBytes;
            await mara.GetAsync($"/api/sheets/lecture-room/bracken-3/sheet.pdf?layout={layout}");
            mara.LastBytes.Length.ShouldNotBe(with.Length, layout);
        }
    }

    [Fact]
    public async Task What_is_in_is_offered_by_the_least_light_it_needs()
    {
        using TestClient ines = await site.ClientAsync();
        string[] units = await ShootApiTests.UnitsAsync(ines, 2, "elm-p");
        async Task<JsonElement[]> OfferAsync() => [.. (await ines.GetAsync("/api/loans/offer")).Expect(200).Json.EnumerateArray()];
        static int Free(JsonElement[] offer) =>
            offer
                .Where(o => o.GetProperty("modelKey").GetString() == "elm-p")
                .Select(o => o.GetProperty("free").GetInt32())
                .SingleOrDefault();

        JsonElement[] before = await OfferAsync();
        double?[] lux =
        [
            .. before.Select(o =>
                o.GetProperty("leastLux").ValueKind == JsonValueKind.Null ? (double?)null : o.GetProperty("leastLux").GetDouble()
            ),
        ];
        lux.ShouldBe(lux.OrderBy(l => l ?? double.MaxValue));
        lux.ShouldContain(l => l > 0);
        before.ShouldAllBe(o => o.GetProperty("units").GetArrayLength() <= 6);
        await LoanApiTests.LendAsync(ines, units[0], DateTimeOffset.UtcNow.AddHours(4));
        Free(await OfferAsync()).ShouldBe(Free(before) - 1);
    }

    [Fact]
    public async Task The_counter_knows_which_other_model_the_borrower_had_last()
    {
        using TestClient ines = await site.ClientAsync();
        string elm = (await ShootApiTests.UnitsAsync(ines, 1, "elm-p"))[0];
        string alder = (await ShootApiTests.UnitsAsync(ines, 1))[0];
        await LoanApiTests.LendAsync(ines, elm, DateTimeOffset.UtcNow.AddHours(4));
        async Task<string> KnownAsync(string unit) =>
            (await ines.SendAsync(HttpMethod.Post, "/api/loans/look", new { unit, borrower = "mara" })).Expect(200).Text("knownName");
        (await KnownAsync(alder)).ShouldBe("Elm P");
        (await KnownAsync((await ShootApiTests.UnitsAsync(ines, 1, "elm-p"))[0])).ShouldBe("", "it is the same");
    }
}
