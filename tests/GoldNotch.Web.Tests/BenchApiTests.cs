using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

/// <summary>As found and as left, second readings, and readings that are sent again.</summary>
[Collection(DemoSiteTests.Name)]
public class BenchApiTests(DemoSite site)
{
    [Fact]
    public async Task What_was_corrected_stands_beside_what_was_found_and_goes_into_the_log()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        (await client.ReadAsync(id, "gain", "H")).Expect(200);
        Answer left = (await client.PutAsync($"/api/checks/{id}/readings/gain", new { read = "L", stage = "left" }, 0)).Expect(200);
        left.Line("gain").GetProperty("found").GetProperty("reading").GetProperty("label").GetString().ShouldBe("H, +12\u202fdB");
        left.Line("gain").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("onTarget");
        left.Int("foundSummary/offTarget").ShouldBe(1);
        left.Int("summary/offTarget").ShouldBe(0);
        (await client.SignAsync(id, "signed early")).Expect(200);
        JsonElement row = (await client.GetAsync("/api/checks?unit=OBG-106"))
            .At("checks")
            .EnumerateArray()
            .First(c => c.GetProperty("id").GetGuid() == id);
        row.GetProperty("foundOffTarget").GetInt32().ShouldBe(1);
        row.GetProperty("foundHeadline").GetString()!.ShouldContain("Gain");
    }

    [Fact]
    public async Task A_filter_put_right_after_the_balance_brings_the_balance_back()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-101", "glasshouse-talk");
        (await client.ReadAsync(id, "nd", "clear")).Expect(200);
        (await client.ReadAsync(id, "white-balance", "A")).Expect(200);
        JsonElement white = (await client.PutAsync($"/api/checks/{id}/readings/nd", new { read = "1/4", stage = "left" }, 0))
            .Expect(200)
            .Line("white-balance");
        white.GetProperty("stale").GetBoolean().ShouldBeTrue();
        white.GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("unread");
        white.GetProperty("verdict").GetProperty("because").GetProperty("sentence").GetString()!.ShouldContain("Balance again");
        (await client.PutAsync($"/api/checks/{id}/readings/white-balance", new { read = "A", stage = "left" }, 0))
            .Expect(200)
            .Line("white-balance")
            .GetProperty("stale")
            .GetBoolean()
            .ShouldBeFalse();
    }

    [Fact]
    public async Task Two_devices_that_read_the_same_notch_both_survive_until_a_person_decides()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        Guid id = await mara.BeginAsync();
        (await mara.ReadAsync(id, "gain", "L")).Expect(200);
        (await joss.ReadAsync(id, "gain", "H")).ExpectProblem(412, "changed-meanwhile", "/read");
        (await joss.ReadAsync(id, "gain", "H")).Expect(412);
        JsonElement rivals = (await mara.GetAsync($"/api/checks/{id}")).Line("gain").GetProperty("rivals");
        rivals.GetArrayLength().ShouldBe(1);
        rivals[0].GetProperty("by").GetString().ShouldBe("Joss Penhale");
        (await mara.GetAsync($"/api/checks/{id}"))
            .Line("gain")
            .GetProperty("standing")
            .GetProperty("by")
            .GetString()
            .ShouldBe("Mara Quill");
        (await mara.SignAsync(id, "signed early")).ExpectProblem(409, "undecided");
        (
            await mara.SendAsync(
                HttpMethod.Post,
                $"/api/checks/{id}/readings/gain/decision",
                new
                {
                    stage = "found",
                    by = "Nobody",
                    kind = "value",
                    typed = "H",
                }
            )
        ).ExpectProblem(412, "changed-meanwhile", "/by");
        Answer decided = (
            await mara.SendAsync(
                HttpMethod.Post,
                $"/api/checks/{id}/readings/gain/decision",
                new
                {
                    stage = "found",
                    by = "Joss Penhale",
                    kind = "value",
                    typed = "H",
                }
            )
        ).Expect(200);
        decided.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("H, +12\u202fdB");
        decided.Line("gain").GetProperty("rivals").GetArrayLength().ShouldBe(0);
        (await mara.SignAsync(id, "signed early")).Expect(200);
    }

    [Fact]
    public async Task Where_two_people_put_the_same_thing_right_differently_it_is_told_against_what_was_put_right()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient joss = await site.ClientAsync("joss");
        Guid id = await mara.BeginAsync();
        (await mara.ReadAsync(id, "gain", "H")).Expect(200);
        (await mara.PutAsync($"/api/checks/{id}/readings/gain", new { read = "L", stage = "left" }, 0)).Expect(200);
        (await joss.PutAsync($"/api/checks/{id}/readings/gain", new { read = "M", stage = "left" }, 0)).ExpectProblem(
            412,
            "changed-meanwhile",
            "/read"
        );
        JsonElement line = (await mara.GetAsync($"/api/checks/{id}")).Line("gain");
        line.GetProperty("standing").GetProperty("label").GetString().ShouldBe("L, −3\u202fdB");
        line.GetProperty("rivals")[0].GetProperty("stage").GetString().ShouldBe("left");
        (
            await mara.SendAsync(
                HttpMethod.Post,
                $"/api/checks/{id}/readings/gain/decision",
                new
                {
                    stage = "left",
                    by = (string?)null,
                    kind = (string?)null,
                    typed = (string?)null,
                }
            )
        ).Expect(200).Line("gain").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("onTarget");
    }

    [Fact]
    public async Task A_reading_sent_again_after_a_lost_answer_is_known_even_when_it_was_changed_since()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync();
        var sent = new { read = "H", receipt = Guid.NewGuid() };
        (await client.PutAsync($"/api/checks/{id}/readings/gain", sent, 0)).Expect(200);
        (await client.ReadAsync(id, "gain", "L", 1)).Expect(200);
        Answer again = (await client.PutAsync($"/api/checks/{id}/readings/gain", sent, 0)).Expect(200);
        again.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("L, −3\u202fdB");
        again.Line("gain").GetProperty("rivals").GetArrayLength().ShouldBe(0);
    }
}
