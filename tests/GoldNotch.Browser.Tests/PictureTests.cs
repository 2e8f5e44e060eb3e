using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>The pictures of the documentation, from a site on which only the demo shows.</summary>
public class PictureTests
{
    [PictureFact]
    public async Task Pictures_of_the_documentation()
    {
        var fresh = new DemoBrowserSite();
        await fresh.InitializeAsync();
        try
        {
            Definitions(fresh);
            await MatchedAsync(fresh);
            await NoiseAsync(fresh);
            Bench(fresh);
            await WeekAsync(fresh);
        }
        finally
        {
            await fresh.DisposeAsync();
        }
    }

    // The week at the counter: last, because cameras are out in it.
    private static async Task WeekAsync(BrowserSite site)
    {
        using TestClient ines = await site.Site.ClientAsync();
        await Week.ImportAsync(ines);
        using Browser browser = site.Open();
        browser.Go("/today");
        browser.See("[data-need]");
        browser.Picture("today");
        browser.Go("/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e03/pack");
        browser.See("figure.bars");
        browser.Picture("pack");
        browser.Go("/shoots/hand-out?unit=OBG-102");
        browser.Until(() => browser.Script("return document.activeElement?.placeholder") is "name", "the borrower to be in hand");
        browser.Press("Joss Penhale", Keys.Enter);
        browser.Until(() => browser.Script("return document.activeElement?.hasAttribute('data-piece')") is true, "the kit to be in hand");
        browser.Press(" ", " ", " ");
        browser.Script("window.scrollTo(0, 0)");
        browser.Picture("hand-out");
        var exercise = Guid.NewGuid();
        object begun = new
        {
            kind = "set-to-sheet",
            model = "bracken-3",
            standard = "glasshouse-talk",
            seed = 7,
        };
        (await ines.PutAsync($"/api/practice/tries/{exercise}", begun)).Expect(200);
        browser.Go($"/practice/{exercise}");
        browser.See(".finder img");
        browser.Click(".control", "GAIN");
        browser.See(".worked");
        browser.Picture("practice");
    }

    // A chart that a stand-in renders, with a card and a face marked.
    private static void Measured(Browser browser)
    {
        DirectoryInfo folder = Directory.CreateTempSubdirectory("gold-notch-pictures");
        try
        {
            string still = PictureBrowserTests.Still(folder, "OBG-101 lecture room.png", 1280);
            browser.Go("/cameras/pictures");
            browser.See(".drop").FindElement(By.CssSelector("input[type=file]")).SendKeys(still);
            browser.Click(".begin button", "Find the card");
            PictureBrowserTests.GreyCard(browser).Click();
            browser.See(".zone-effect input[placeholder='5600']").SendKeys("3200");
            browser.Read(".zone-effect dl", "mired, warm");
            browser.Read(".zone-effect [role=status]", "At full size, saved.");
            browser.Script("document.activeElement.blur()");
            browser.Picture("picture");
        }
        finally
        {
            folder.Delete(recursive: true);
        }
    }

    // The noise of a unit at every gain, its lamps dimmed as gain rises.
    private static async Task NoiseAsync(BrowserSite site)
    {
        const string Unit = "OBG-104";
        const double GreyLux = 1500;
        using TestClient mara = await site.Site.ClientAsync("mara");
        using var http = new HttpClient();
        async Task PutAsync(string path, object body) =>
            (
                await http.PutAsync(new Uri(site.Site.Cameras, $"/stand-in/{Unit}/{path}"), JsonContent.Create(body))
            ).EnsureSuccessStatusCode();
        foreach (
            (string setting, string value) in new[]
            {
                ("full-auto", "off"),
                ("profile", "standard"),
                ("iris", "f/5.6"),
                ("shutter", "1/60"),
                ("nd", "clear"),
            }
        )
        {
            await PutAsync($"hand/{setting}", new { set = value });
        }

        var id = Guid.NewGuid();
        JsonElement document = (await mara.GetAsync($"/api/units/{Unit}/measurements/new?kind=noise")).Expect(200).Json;
        JsonElement view = (await mara.PutAsync($"/api/measurements/{id}", document.GetRawText(), 0)).Expect(200).Json;
        foreach (JsonElement shot in view.GetProperty("shots").EnumerateArray().Select(s => s.GetProperty("shot")))
        {
            double gain = shot.GetProperty("gainDb").GetDouble();
            await PutAsync(
                "scene",
                new
                {
                    lux = GreyLux / Math.Pow(10, gain / 20),
                    lightK = 5600,
                    subject = "flat",
                }
            );
            await PutAsync("hand/gain", new { set = gain.ToString(CultureInfo.InvariantCulture) });
            string still = $"/api/measurements/{id}/shots/{shot.GetProperty("number").GetInt32()}/still";
            (await mara.SendAsync(HttpMethod.Post, still, new { picture = Guid.NewGuid() })).Expect(200);
        }

        using Browser browser = site.Open();
        browser.Go($"/cameras/measurements/{id}");
        browser.Read(".zone-effect", "Gain limit");
        browser.Script("document.activeElement.blur()");
        browser.Picture("measurement");
    }

    // Three cameras after their first correction, with a face marked.
    private static async Task MatchedAsync(BrowserSite site)
    {
        await MatchBrowserTests.SceneAsync(site);
        using Browser browser = site.Open();
        MatchBrowserTests.Begin(browser);
        MatchBrowserTests.Take(browser, 1);
        MatchBrowserTests.MarkSkin(browser);
        browser.See("[data-letter=B] .region.skin");
        MatchBrowserTests.Loop(browser, site);
        browser.Script("document.activeElement.blur()");
        browser.Picture("match");
    }

    private static void Definitions(BrowserSite site)
    {
        using Browser browser = site.Open();
        Take("/standards", "td a", "standards");
        browser.Go("/standards/lecture-room/5");
        browser.See("[data-notch=gain]").Click();
        browser.See(".zone-effect .model");
        browser.Picture("standard");
        browser.Go("/cameras/specifications/elm-p");
        browser.See("nav.zone-queue button:nth-of-type(6)");
        browser.Click("nav.zone-queue button", "Exposure");
        browser.See("[data-setting=base-iso]");
        browser.Script("document.querySelector('[data-setting=base-iso]').scrollIntoView()");
        browser.Picture("model");
        browser.Go("/sheets/night-house-watch/calla-d");
        browser.See("article[data-setting=gain]");
        browser.Script("document.querySelector('article[data-setting=base-iso]').scrollIntoView()");
        browser.Picture("sheet");
        Take("/cameras", "tbody tr", "board");
        Take("/cameras/units/OBG-106", ".notes, .two", "unit");
        Take("/cameras/drift", "tbody tr", "drift");
        Take("/history", "tbody tr", "history");
        Take("/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01/plan", ".stack .column", "line-up");
        Measured(browser);

        void Take(string view, string sign, string name)
        {
            browser.Go(view);
            browser.See(sign);
            browser.Picture(name);
        }
    }

    private static void Bench(BrowserSite site)
    {
        foreach (
            (string name, int width, int height, string theme) in new[]
            {
                ("bench", 1280, 800, "light"),
                ("troubleshoot", 1280, 800, "dark"),
                ("phone", 390, 844, "light"),
            }
        )
        {
            using Browser bench = BenchTests.Begin(site, "OBG-106", "Lecture room", width: width, theme: theme, first: "group-kit");
            bench.Resize(width, height);
            foreach (string notch in new[] { "record-format", "bit-rate", "shutter" })
            {
                BenchTests.GoTo(bench, notch);
                bench.Press(" ");
                bench.Until(() => !bench.Has($".notch[data-setting={notch}]"), "the next notch");
            }

            BenchTests.GoTo(bench, "nd");
            bench.Press("1", Keys.Enter);
            bench.Until(() => !bench.Has(".notch[data-setting=nd]"), "the next notch");
            if (name == "troubleshoot")
            {
                bench.See(".broken").Click();
                bench.Click(".groups .symptom", "The picture is dark");
                bench.Read(".now", "Is an ND filter in");
                bench.Picture(name);
                continue;
            }

            BenchTests.GoTo(bench, "gain");
            bench.Press("H");
            bench.Read(".zone-now [data-topic=noise]", "+15 dB");
            bench.Script("window.scrollTo(0, 0)");
            bench.Picture(name);
        }
    }
}
