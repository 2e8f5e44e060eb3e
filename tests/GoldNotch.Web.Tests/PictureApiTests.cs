using System.Text.Json;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;
using GoldNotch.Web.Features.Pictures;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>A picture from its upload to its figures.</summary>
[Collection(SiteTests.Name)]
public class PictureApiTests(TestSite site)
{
    private static readonly object Grey = new
    {
        id = Guid.NewGuid(),
        kind = "greyCard",
        x = StandInChart.Grey.X,
        y = StandInChart.Grey.Y,
        width = StandInChart.Grey.Width,
        height = StandInChart.Grey.Height,
    };
    private static readonly object Settings = new { curve = "BT.709", balanceK = 3200 };

    [Fact]
    public async Task A_picture_is_brought_in_measured_kept_and_measured_the_same_again()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        Answer added = await PutAsync(mara, id, "obg-106 grey card.png", Still(light: 3000, stops: 0.4));
        added.Expect(200);
        added.Json.GetProperty("unit").GetString().ShouldBe("OBG-106", "its tag is in the name");
        (added.Json.GetProperty("width").GetInt32(), added.Json.GetProperty("bits").GetInt32()).ShouldBe((320, 16));
        added.Json.GetProperty("measured").GetProperty("curveSource").GetString().ShouldBe("usual");

        JsonElement quick = (
            await mara.SendAsync(
                HttpMethod.Post,
                $"/api/pictures/{id}/measure",
                new
                {
                    settings = Settings,
                    regions = new[] { Grey },
                    full = false,
                }
            )
        ).Expect(200).Json;
        quick.GetProperty("atFullSize").GetBoolean().ShouldBeFalse();
        quick.GetProperty("drawings").GetProperty("waveform").GetProperty("columns").GetInt32().ShouldBe(160);

        object change = new
        {
            settings = Settings,
            regions = new[] { Grey },
            unit = "OBG-106",
            original = true,
        };
        JsonElement kept = (await mara.PutAsync($"/api/pictures/{id}/measured", change, 1)).Expect(200).Json;
        JsonElement figures = kept.GetProperty("measured").GetProperty("regions")[0];
        figures.GetProperty("castMired").GetDouble().ShouldBe((1e6 / 3000) - (1e6 / 3200), 0.5);
        figures.GetProperty("stops").GetDouble().ShouldBe(0.4, 0.05);
        figures.GetProperty("isUsed").GetBoolean().ShouldBeTrue();
        figures.GetProperty("says")[0].GetProperty("sentence").GetString().ShouldBe("Fit to be read.");
        kept.GetProperty("original").GetBoolean().ShouldBeTrue();

        // Somebody who saw an older version overwrites nothing.
        (await mara.PutAsync($"/api/pictures/{id}/measured", change, 1)).Expect(412);
        JsonElement again = (await mara.GetAsync($"/api/pictures/{id}")).Expect(200).Json;
        again.GetProperty("measured").GetRawText().ShouldBe(kept.GetProperty("measured").GetRawText());
        (await mara.GetAsync("/api/pictures?unit=OBG-106"))
            .Expect(200)
            .Json.GetProperty("pictures")[0]
            .GetProperty("id")
            .GetGuid()
            .ShouldBe(id);

        (await mara.SendAsync(HttpMethod.Delete, $"/api/pictures/{id}", null, 2)).Expect(204);
        (await mara.GetAsync($"/api/pictures/{id}")).Expect(404);
    }

    [Fact]
    public async Task A_region_with_a_corner_in_the_dark_is_kept_and_opens_again()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        (await PutAsync(mara, id, "dark.png", Still(3000, 0))).Expect(200);
        object region = new
        {
            id = Guid.NewGuid(),
            kind = "skin",
            x = 0.35,
            y = 0.4,
            width = 0.2,
            height = 0.2,
        };
        (await mara.PutAsync($"/api/pictures/{id}/measured", new { settings = Settings, regions = new[] { region } }, 1)).Expect(200);
        (await mara.GetAsync($"/api/pictures/{id}"))
            .Expect(200)
            .At("measured/regions/0/evennessStops")
            .ValueKind.ShouldBe(JsonValueKind.Null);
    }

    [Fact]
    public async Task The_same_id_again_changes_nothing()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        (await PutAsync(mara, id, "a.png", Still(3000, 0))).Expect(200);
        Answer again = await PutAsync(mara, id, "b.png", Still(5600, 1));
        again.Expect(200).Json.GetProperty("name").GetString().ShouldBe("a.png");
    }

    [Fact]
    public async Task What_is_no_picture_is_told_and_leaves_nothing()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        Answer words = await PutAsync(mara, id, "words.png", "shutter,gain"u8.ToArray());
        words.ExpectProblem(400, "bad-picture", "/file");
        words.Text("detail").ShouldContain("no picture or clip");
        (await mara.GetAsync($"/api/pictures/{id}")).Expect(404);
        byte[] still = Still(3000, 0);
        (await PutAsync(mara, Guid.NewGuid(), "half.png", still[..(still.Length / 2)])).ExpectProblem(400, "bad-picture", "/file");
        (await PutAsync(mara, Guid.NewGuid(), "", still)).ExpectProblem(400, "bad-value", "/name");
        (await PutAsync(mara, Guid.NewGuid(), "x.png&unit=OBG-999", still)).ExpectProblem(400, "unit-missing", "/unit");
    }

    [Theory]
    [InlineData("arib-std-b67", true)]
    [InlineData("smpte2084", false)]
    public async Task A_clip_is_measured_in_what_it_declares_and_what_is_not_read_asks_for_a_curve(string curve, bool isRead)
    {
        string clip = Path.Combine(Path.GetTempPath(), $"{Guid.NewGuid():N}.mkv");
        string[] make =
        [
            .. "-nostdin -v error -f lavfi -i".Split(' '),
            "nullsrc=s=64x48,format=yuv422p10le,geq=lum=500:cb=400:cr=600",
            .. $"-frames:v 2 -c:v ffv1 -color_range tv -colorspace bt2020nc -color_primaries bt2020 -color_trc {curve}".Split(' '),
            clip,
        ];
        using (var tool = System.Diagnostics.Process.Start("ffmpeg", make))
        {
            await tool.WaitForExitAsync();
        }

        try
        {
            using TestClient mara = await site.ClientAsync("mara");
            var id = Guid.NewGuid();
            Answer added = (await PutAsync(mara, id, "wide.mkv", await File.ReadAllBytesAsync(clip))).Expect(200);
            added.Text("measured/curve").ShouldBe(isRead ? "HLG" : "PQ");
            object whole = new
            {
                id,
                kind = "free",
                x = 0,
                y = 0,
                width = 1,
                height = 1,
            };
            object asked = new
            {
                settings = new { },
                regions = new[] { whole },
                full = true,
            };
            Answer measured = await mara.SendAsync(HttpMethod.Post, $"/api/pictures/{id}/measure", asked);
            if (!isRead)
            {
                measured.ExpectProblem(400, "bad-value", "/settings/curve");
                return;
            }

            // Luminance is weighed in the primaries of BT.709, whatever the file's own are.
            PictureFile file = await PictureDecoder.ReadAsync(clip, null, 0, CancellationToken.None);
            double Stops(bool is2020) =>
                RegionStatistics
                    .Of(file.Pixels, FrameRegion.Whole, new PictureProfile(ToneCurve.Named("HLG"), 1, is2020))
                    .FromGrey!.Value.Value;
            measured.Expect(200).At("regions/0/stops").GetDouble().ShouldBe(Stops(true), 1e-9);
            Math.Abs(Stops(true) - Stops(false)).ShouldBeGreaterThan(0.02, "a colour for which it matters");
        }
        finally
        {
            File.Delete(clip);
        }
    }

    [Fact]
    public async Task A_region_that_cannot_be_names_itself()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        (await PutAsync(mara, id, "c.png", Still(3000, 0))).Expect(200);
        object Of(double x, double width) =>
            new
            {
                settings = Settings,
                regions = new[]
                {
                    new
                    {
                        id = Guid.NewGuid(),
                        kind = "skin",
                        x,
                        y = 0.1,
                        width,
                        height = 0.2,
                    },
                },
                full = true,
            };
        (await mara.SendAsync(HttpMethod.Post, $"/api/pictures/{id}/measure", Of(0.95, 0.2))).ExpectProblem(400, "bad-value", "/regions/0");
        (await mara.SendAsync(HttpMethod.Post, $"/api/pictures/{id}/measure", Of(0.1, 0.01))).ExpectProblem(400, "bad-value", "/regions/0");
        object log = new
        {
            settings = new { curve = "Log" },
            regions = Array.Empty<object>(),
            full = false,
        };
        (await mara.SendAsync(HttpMethod.Post, $"/api/pictures/{id}/measure", log)).ExpectProblem(400, "bad-value", "/settings/log");
    }

    [Fact]
    public async Task Cards_are_proposed_and_the_grey_one_is_among_them()
    {
        using TestClient mara = await site.ClientAsync("mara");
        var id = Guid.NewGuid();
        (await PutAsync(mara, id, "d.png", Still(3200, 0))).Expect(200);
        JsonElement[] found =
        [
            .. (await mara.GetAsync($"/api/pictures/{id}/cards")).Expect(200).Json.GetProperty("regions").EnumerateArray(),
        ];
        found
            .Any(r =>
                r.GetProperty("x").GetDouble() >= StandInChart.Grey.X
                && r.GetProperty("x").GetDouble() + r.GetProperty("width").GetDouble() <= StandInChart.Grey.X + StandInChart.Grey.Width
                && r.GetProperty("y").GetDouble() >= StandInChart.Grey.Y
            )
            .ShouldBeTrue();
    }

    [Fact]
    public void Files_that_nobody_keeps_go_after_a_day_and_others_stay()
    {
        DirectoryInfo folder = Directory.CreateTempSubdirectory("gold-notch-sweep");
        try
        {
            var files = new PictureFiles(new Web.Hosting.SiteSettings { Database = "", DataFolder = folder.FullName }, TimeProvider.System);
            (Guid old, Guid kept, Guid young) = (Guid.NewGuid(), Guid.NewGuid(), Guid.NewGuid());
            foreach (Guid id in (Guid[])[old, kept, young])
            {
                string path = Path.Combine(folder.FullName, "pictures", id.ToString());
                File.WriteAllBytes(path, [1]);
                File.SetLastWriteTimeUtc(path, DateTime.UtcNow.AddHours(id == young ? -20 : -30));
            }

            var longer = new Web.Hosting.SiteSettings
            {
                Database = "",
                DataFolder = folder.FullName,
                KeepPictures = TimeSpan.FromDays(2),
            };
            new PictureFiles(longer, TimeProvider.System).Sweep(new HashSet<Guid>()).ShouldBe(0, "this site keeps them two days");
            files.Sweep(new HashSet<Guid> { kept }).ShouldBe(1);
            (files.Find(old) is null, files.Find(kept) is null, files.Find(young) is null).ShouldBe((true, false, false));
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    [Fact]
    public async Task A_file_over_the_limit_of_this_site_is_refused_with_the_limit_and_nothing_of_it_lies_about()
    {
        DirectoryInfo folder = Directory.CreateTempSubdirectory("gold-notch-limit");
        try
        {
            var small = new Web.Hosting.SiteSettings
            {
                Database = "",
                DataFolder = folder.FullName,
                PictureBytes = 2 * 1024 * 1024,
            };
            var files = new PictureFiles(small, TimeProvider.System);
            using var body = new MemoryStream(new byte[(2 * 1024 * 1024) + 1]);
            (
                await Should.ThrowAsync<Exchange.RefusedException>(() => files.TakeAsync(Guid.NewGuid(), body, default))
            ).Message.ShouldContain("at most 2 MB");
            folder.EnumerateFiles("*", SearchOption.AllDirectories).ShouldBeEmpty();
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    internal static byte[] Still(double light, double stops, double set = 3200)
    {
        var profile = new PictureProfile(ToneCurve.Named("BT.709"));
        var camera = new StandInCamera { ExposureStops = stops, Balanced = new Kelvin(set) };
        ushort[] samples = SceneRenderer.Render(StandInSubject.Chart, new StandInLamp(new Kelvin(light)), camera, profile, 320, 180, 5);
        using var file = new MemoryStream();
        PngWriter.Write(samples, 320, file);
        return file.ToArray();
    }

    private static Task<Answer> PutAsync(TestClient client, Guid id, string name, byte[] file) =>
        client.SendAsync(HttpMethod.Put, $"/api/pictures/{id}?name={name.Replace(" ", "%20", StringComparison.Ordinal)}", file);
}
