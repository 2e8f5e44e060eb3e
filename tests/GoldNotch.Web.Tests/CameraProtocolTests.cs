using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.StandIns;
using GoldNotch.Exchange;
using GoldNotch.SimulatedCameras;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Tests.Hosting;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Configuration;

namespace GoldNotch.Web.Tests;

/// <summary>The open protocol, spoken by the stand-ins and read by the link: what is believed and what is not.</summary>
[Collection(SiteTests.Name)]
public class CameraProtocolTests(TestSite site)
{
    private HttpCameraLink Link(Uri? address) =>
        new(
            new ConfigurationBuilder()
                .AddInMemoryCollection(
                    new Dictionary<string, string?>
                    {
                        ["GOLDNOTCH_CAMERAS"] = (address ?? site.Cameras).ToString(),
                        ["GOLDNOTCH_CAMERA_PATIENCE_MS"] = "600",
                    }
                )
                .Build()
        );

    [Fact]
    public async Task A_camera_says_who_it_is_what_it_reports_and_what_it_takes()
    {
        using HttpCameraLink link = Link(null);
        LinkAnswer<CameraIdentity> alder = await link.IdentifyAsync(Alder("OBG-101"), CancellationToken.None);
        alder.State.ShouldBe(LinkState.Answers);
        alder.Value!.Accepts.ShouldContain(Setting.RecordFormat);
        alder.Value.Accepts.ShouldNotContain(Setting.NeutralDensity);
        (await link.IdentifyAsync(Alder("NOBODY-1"), CancellationToken.None)).State.ShouldBe(LinkState.None);
    }

    [Fact]
    public async Task Setting_answers_with_all_that_moved_and_is_refused_in_the_cameras_words()
    {
        using HttpCameraLink link = Link(null);
        await StandInAsync("OBG-102/hand/full-auto", new { set = "off" });
        await StandInAsync("OBG-102/hand/record-format", new { set = "1080 59.94i" });
        LinkAnswer<IReadOnlyList<ShownSetting>> size = await link.SetAsync(
            Alder("OBG-102"),
            Setting.RecordFormat,
            "2160 29.97p",
            CancellationToken.None
        );
        size.Value!.Select(s => s.Setting).ShouldContain(Setting.BitRate);
        (await link.SetAsync(Alder("OBG-102"), Setting.RecordFormat, "8640 1p", CancellationToken.None)).State.ShouldBe(LinkState.Refused);
        LinkAnswer<IReadOnlyList<ShownSetting>> wheel = await link.SetAsync(
            Alder("OBG-102"),
            Setting.NeutralDensity,
            "1/4",
            CancellationToken.None
        );
        wheel.State.ShouldBe(LinkState.Refused);
        wheel.Sentence.ShouldContain("by hand on the camera");
    }

    [Fact]
    public async Task Reset_and_balance_over_the_wire()
    {
        using var http = new HttpClient { BaseAddress = site.Cameras };
        await StandInAsync("OBG-101/hand/full-auto", new { set = "off" });
        await StandInAsync("OBG-101/hand/shutter", new { set = "1/60" });
        await StandInAsync("OBG-101/hand/iris", new { set = "f/2.8" });
        await StandInAsync("OBG-101/hand/gain", new { set = "0" });
        await StandInAsync("OBG-101/hand/nd", new { set = "clear" });
        await StandInAsync("OBG-101/scene", new { lux = 500, lightK = 3200 });
        (await http.PostAsJsonAsync("/cameras/OBG-101/balance", new { memory = "A" })).StatusCode.ShouldBe(HttpStatusCode.OK);
        await StandInAsync("OBG-101/scene", new { lux = 50_000, lightK = 5400 });
        HttpResponseMessage refused = await http.PostAsJsonAsync("/cameras/OBG-101/balance", new { memory = "A" });
        refused.StatusCode.ShouldBe(HttpStatusCode.Conflict);
        (await refused.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("refused").GetString().ShouldBe("TOO BRIGHT");
        (await http.PostAsJsonAsync("/cameras/OBG-101/balance", new { memory = "Z" })).StatusCode.ShouldBe(HttpStatusCode.Conflict);
        (await http.PostAsync("/cameras/OBG-101/reset", null)).EnsureSuccessStatusCode();
        JsonElement after = await http.GetFromJsonAsync<JsonElement>("/cameras/OBG-101/settings?only=clock,full-auto");
        after.GetProperty("settings").EnumerateArray().Select(s => s.GetProperty("shows").GetString()).ShouldContain("not done");
        (await http.GetAsync("/cameras/NOBODY-1/settings")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task Borrowed_by_somebody_is_the_same_for_the_same_seed()
    {
        using var http = new HttpClient { BaseAddress = site.Cameras };
        async Task<string> Borrowed(string tag)
        {
            await http.PostAsync($"/cameras/{tag}/reset", null);
            await StandInAsync($"{tag}/hand/full-auto", new { set = "off" });
            return await (await http.PostAsJsonAsync($"/stand-in/{tag}/borrowed", new { seed = 21 })).Content.ReadAsStringAsync();
        }

        (await Borrowed("OBG-101")).ShouldBe(await Borrowed("OBG-102"));
    }

    private static LinkedUnit Alder(string tag) => new(tag, "alder-20", "Alder 20");

    private static readonly LinkedUnit Unit = new("T-1", "m", "Model M");

    public static TheoryData<string, LinkState> Answers =>
        new()
        {
            { """{"protocol":"gold-notch-camera/2","tag":"T-1","model":"m","reports":[],"accepts":[]}""", LinkState.Answers },
            { """{"protocol":"something-else/9","tag":"T-1","model":"m","reports":[],"accepts":[]}""", LinkState.InvalidResponse },
            { """{"protocol":"gold-notch-camera/2","tag":"T-2","model":"m","reports":[],"accepts":[]}""", LinkState.InvalidResponse },
            { """{"protocol":"gold-notch-camera/2","tag":"T-1","model":"n","reports":[],"accepts":[]}""", LinkState.InvalidResponse },
            { """{"protocol":"gold-notch-camera/2","tag":"T-1","model":null,"reports":[],"accepts":[]}""", LinkState.InvalidResponse },
            { """{"protocol":"gold-notch-camera/2"}""", LinkState.InvalidResponse },
            { "[1,2,3]", LinkState.InvalidResponse },
            { "", LinkState.InvalidResponse },
        };

    [Theory]
    [MemberData(nameof(Answers))]
    public async Task Who_a_camera_says_it_is_is_believed_only_where_it_fits(string body, LinkState state)
    {
        await using WebApplication device = await DeviceAsync(context => context.Response.WriteAsync(body));
        using HttpCameraLink link = Link(new Uri(device.Urls.First()));
        (await link.IdentifyAsync(Unit, CancellationToken.None)).State.ShouldBe(state);
    }

    [Fact]
    public async Task An_endless_answer_a_redirect_and_a_deep_one_are_rubbish_and_take_no_time()
    {
        string deep = string.Concat(Enumerable.Repeat("""{"settings":""", 200));
        string many =
            $$"""{"tag":"T-1","model":"m","settings":[{{string.Join(',', Enumerable.Repeat("""{"setting":"gain","shows":"0","automatic":false}""", 500))}}]}""";
        foreach (
            RequestDelegate answer in new RequestDelegate[]
            {
                async context =>
                {
                    for (int i = 0; i < 1000; i++)
                    {
                        await context.Response.WriteAsync(new string(' ', 1024));
                    }
                },
                context =>
                {
                    context.Response.Redirect("http://127.0.0.1:1/cameras/T-1");
                    return Task.CompletedTask;
                },
                context => context.Response.WriteAsync(deep),
                context => context.Response.WriteAsync(many),
            }
        )
        {
            await using WebApplication device = await DeviceAsync(answer);
            using HttpCameraLink link = Link(new Uri(device.Urls.First()));
            (await link.ReadAsync(Unit, [Setting.Gain], CancellationToken.None)).State.ShouldBe(LinkState.InvalidResponse);
        }
    }

    [Theory]
    [InlineData("T-2", "m")]
    [InlineData("T-1", "n")]
    public async Task Another_camera_that_answers_later_on_is_not_taken_for_the_first(string tag, string model)
    {
        await using WebApplication device = await DeviceAsync(context =>
            context.Response.WriteAsync(
                $$"""{"tag":"{{tag}}","model":"{{model}}","settings":[{"setting":"gain","shows":"0","automatic":false}]}"""
            )
        );
        using HttpCameraLink link = Link(new Uri(device.Urls.First()));
        (await link.ReadAsync(Unit, [Setting.Gain], CancellationToken.None)).State.ShouldBe(LinkState.InvalidResponse);
        (await link.SetAsync(Unit, Setting.Gain, "0", CancellationToken.None)).State.ShouldBe(LinkState.InvalidResponse);
    }

    [Fact]
    public async Task Only_what_was_asked_is_taken_and_only_once()
    {
        await using WebApplication device = await DeviceAsync(context =>
            context.Response.WriteAsync(
                """{"tag":"T-1","model":"m","settings":[{"setting":"gain","shows":"0","automatic":false},{"setting":"gain","shows":"9","automatic":false},{"setting":"zebra","shows":"70","automatic":false}]}"""
            )
        );
        using HttpCameraLink link = Link(new Uri(device.Urls.First()));
        IReadOnlyList<ShownSetting> shown = (await link.ReadAsync(Unit, [Setting.Gain], CancellationToken.None)).Value!;
        shown.Single().ShouldBe(new ShownSetting(Setting.Gain, "0", false));
    }

    [Fact]
    public async Task Who_stops_the_reading_is_not_told_that_the_camera_is_silent()
    {
        await using WebApplication device = await DeviceAsync(context => Task.Delay(5000, context.RequestAborted));
        using HttpCameraLink link = Link(new Uri(device.Urls.First()));
        using var stop = new CancellationTokenSource(50);
        await Should.ThrowAsync<OperationCanceledException>(() => link.ReadAsync(Unit, [Setting.Gain], stop.Token));
    }

    [Fact]
    public async Task Without_an_address_no_unit_has_a_link()
    {
        using var link = new HttpCameraLink(new ConfigurationBuilder().Build());
        (await link.IdentifyAsync(Alder("OBG-101"), CancellationToken.None)).State.ShouldBe(LinkState.None);
    }

    [Fact]
    public void A_made_up_past_is_the_same_for_the_same_seed_and_its_readings_are_what_the_cards_know()
    {
        ExchangeDocument[] files =
        [
            .. new[] { "01-cameras", "02-standards", "03-units" }.Select(f =>
                JsonSerializer.Deserialize(
                    File.ReadAllBytes(Path.Combine(TestSite.Root, "demo", f + ".json")),
                    ExchangeJson.Default.ExchangeDocument
                )!
            ),
        ];
        ExchangeDocument past = History.Of(files, 3, 1);
        JsonSerializer
            .Serialize(past, ExchangeJson.Default.ExchangeDocument)
            .ShouldBe(JsonSerializer.Serialize(History.Of(files, 3, 1), ExchangeJson.Default.ExchangeDocument));
        past.Checks!.Count.ShouldBe(14);
        past.Checks.ShouldAllBe(c => c.SignedAt > c.StartedAt && c.Readings.Count > 20);
        past.Checks.Sum(c => c.Readings.Count(r => r.Stage == "left")).ShouldBeGreaterThan(14);
    }

    private async Task StandInAsync(string path, object body)
    {
        using var http = new HttpClient { BaseAddress = site.Cameras };
        (await http.PutAsJsonAsync($"/stand-in/{path}", body)).EnsureSuccessStatusCode();
    }

    private static async Task<WebApplication> DeviceAsync(RequestDelegate answer)
    {
        WebApplication device = WebApplication.Create(["--urls", "http://127.0.0.1:0", "--Logging:LogLevel:Default", "None"]);
        device.Run(async context =>
        {
            context.Response.ContentType = "application/json";
            await answer(context);
        });
        await device.StartAsync();
        return device;
    }
}
