using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using SkiaSharp;

namespace GoldNotch.Web.Tests;

/// <summary>Cameras that answer, that answer wrongly, and that do not.</summary>
[Collection(DemoSiteTests.Name)]
public class CameraLinkApiTests(DemoSite site)
{
    [Fact]
    public async Task A_camera_that_reports_fills_in_its_check_and_what_it_takes_is_sent_to_it()
    {
        using TestClient client = await site.ClientAsync("mara");
        await HandAsync(
            "OBG-101",
            ("full-auto", "off"),
            ("record-format", "1080 59.94i"),
            ("gain", "+12"),
            ("audio-level-control", "automatic")
        );
        Guid id = await client.BeginAsync("OBG-101", "lecture-room");
        (await client.ReadAsync(id, "nd", "1/16")).Expect(200);
        Answer camera = (await client.GetAsync($"/api/checks/{id}/camera")).Expect(200);
        camera.Text("state").ShouldBe("answers");
        string[] reports = [.. camera.At("reports").EnumerateArray().Select(s => s.GetString()!)];
        reports.Length.ShouldBeGreaterThan(30);
        Answer read = (await client.SendAsync(HttpMethod.Post, $"/api/checks/{id}/camera/readings", new { settings = reports })).Expect(
            200
        );
        Outcome(read, "gain").ShouldBe("recorded");
        Outcome(read, "nd").ShouldBe("differs"); // what a person read stands
        Line(read, "gain").GetProperty("reading").GetProperty("fromCamera").GetBoolean().ShouldBeTrue();
        Line(read, "nd").GetProperty("reading").GetProperty("label").GetString()!.ShouldStartWith("1/16");
        Line(read, "audio-level-control").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("automatic");

        // The size is changed first and comes up at a rate of its own: the link sets the rate after it.
        Answer set = (await client.PutAsync($"/api/checks/{id}/camera/settings/record-format", new { })).Expect(200);
        Line(set, "record-format").GetProperty("verdict").GetProperty("kind").GetString().ShouldBe("onTarget");
        (await client.PutAsync($"/api/checks/{id}/camera/settings/gain", new { }))
            .ExpectProblem(409, "camera-refused")
            .Text("detail")
            .ShouldContain("by hand");
    }

    [Theory]
    [InlineData("OBG-109", "notReported")]
    [InlineData("OBG-103", "recorded")]
    public async Task A_ring_that_the_body_does_not_know_is_never_filled_from_the_camera(string unit, string outcome)
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync(unit, "glasshouse-talk");
        Answer read = (
            await client.SendAsync(HttpMethod.Post, $"/api/checks/{id}/camera/readings", new { settings = new[] { "iris", "shutter" } })
        ).Expect(200);
        Outcome(read, "iris").ShouldBe(outcome);
        (Line(read, "iris").GetProperty("reading").GetProperty("kind").GetString() == "unread").ShouldBe(outcome == "notReported");
    }

    [Theory]
    [InlineData("slow", "camera-silent")]
    [InlineData("dropped", "camera-silent")]
    [InlineData("half", "camera-silent")]
    [InlineData("flat", "camera-silent")]
    [InlineData("invalidResponse", "camera-invalid-response")]
    [InlineData("hostile", "camera-invalid-response")]
    public async Task Trouble_with_a_camera_is_told_and_takes_nothing(string trouble, string code)
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-102", "lecture-room");
        (await client.ReadAsync(id, "gain", "0")).Expect(200);
        await StandInAsync(HttpMethod.Put, "OBG-102/trouble", new { trouble });
        try
        {
            (
                await client.SendAsync(HttpMethod.Post, $"/api/checks/{id}/camera/readings", new { settings = new[] { "gain", "nd" } })
            ).ExpectProblem(424, code);
            (await client.GetAsync($"/api/checks/{id}/camera"))
                .Expect(200)
                .Text("state")
                .ShouldBe(code == "camera-silent" ? "silent" : "invalidResponse");
        }
        finally
        {
            await StandInAsync(HttpMethod.Put, "OBG-102/trouble", new { trouble = "none" });
        }

        Answer check = await client.GetAsync($"/api/checks/{id}");
        check.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("0\u202fdB");
        check.Line("nd").GetProperty("reading").GetProperty("kind").GetString().ShouldBe("unread");
    }

    [Fact]
    public async Task A_camera_that_reports_nothing_is_read_by_hand()
    {
        using TestClient client = await site.ClientAsync("mara");
        Guid id = await client.BeginAsync("OBG-105", "lecture-room");
        (await client.GetAsync($"/api/checks/{id}/camera")).Expect(200).At("reports").GetArrayLength().ShouldBe(0);
    }

    private async Task HandAsync(string tag, params (string Setting, string Value)[] settings)
    {
        foreach ((string setting, string value) in settings)
        {
            await StandInAsync(HttpMethod.Put, $"{tag}/hand/{setting}", new { set = value });
        }
    }

    private async Task StandInAsync(HttpMethod method, string path, object body)
    {
        using var http = new HttpClient();
        using var request = new HttpRequestMessage(method, new Uri(site.Cameras, $"/stand-in/{path}"))
        {
            Content = JsonContent.Create(body),
        };
        (await http.SendAsync(request)).EnsureSuccessStatusCode();
    }

    private static JsonElement Line(Answer read, string setting) =>
        read.At("check/lines").EnumerateArray().First(l => l.GetProperty("line").GetProperty("setting").GetString() == setting);

    private static string Outcome(Answer read, string setting) =>
        read.At("settings")
            .EnumerateArray()
            .First(s => s.GetProperty("setting").GetString() == setting)
            .GetProperty("outcome")
            .GetString()!;
}
