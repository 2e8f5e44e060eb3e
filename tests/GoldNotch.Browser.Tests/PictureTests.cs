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
            Bench(fresh);
        }
        finally
        {
            await fresh.DisposeAsync();
        }
    }

    private static void Definitions(BrowserSite site)
    {
        using Browser browser = site.Open();
        Take("/standards", "td a", "standards");
        Take("/sheets", "tbody", "sheets");
        Take("/models", "tbody", "models");
        Take("/people", "tbody", "people");
        browser.Go("/standards/lecture-room/5");
        browser.See("[data-notch=gain]").Click();
        browser.See(".zone-effect .model");
        browser.Picture("standard");
        browser.Go("/models/elm-p");
        browser.See("nav.zone-queue button:nth-of-type(6)");
        browser.All("nav.zone-queue button").First(b => b.Text.StartsWith("Exposure", StringComparison.Ordinal)).Click();
        browser.See("[data-setting=base]");
        browser.Script("document.querySelector('[data-setting=base]').scrollIntoView()");
        browser.Picture("model");
        browser.Go("/sheets/night-house-watch/calla-d");
        browser.See("article[data-setting=gain]");
        browser.Script("document.querySelector('article[data-setting=base]').scrollIntoView()");
        browser.Picture("sheet");
        Take("/bench", ".two li", "bench-start");
        Take("/log", "tbody", "log");
        Take("/log/5d9a2c1e-0b7f-4f6e-9a35-1f2e3d4c5b01", "tbody", "finished-check");
        Take("/line-ups", "tbody", "line-ups");
        Take("/line-ups/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01", ".stack .column", "line-up");
        browser.Script("document.querySelector('.pair').scrollIntoView()");
        browser.Picture("line-up-floor");
        using Browser dark = site.Open(theme: "dark");
        dark.Go("/line-ups/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e03");
        dark.See(".stack .column");
        dark.Picture("line-up-dark");
        dark.Go("/standards");
        dark.See("td a");
        dark.Picture("standards-dark");

        void Take(string view, string sign, string name)
        {
            browser.Go(view);
            browser.See(sign);
            browser.Picture(name);
        }
    }

    private static void Bench(BrowserSite site)
    {
        foreach ((string name, int width, int height, string theme) in new[] { ("bench", 1280, 800, "light"), ("bench-dark", 1280, 800, "dark"), ("phone", 390, 844, "light") })
        {
            using Browser bench = BenchTests.Begin(site, "OBG-106", "Lecture room", width: width, theme: theme, first: "kit-counted");
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
            BenchTests.GoTo(bench, "gain");
            bench.Press("H");
            bench.Read(".zone-now [data-topic=noise]", "+15 dB");
            bench.Script("window.scrollTo(0, 0)");
            bench.Picture(name);
        }
    }
}
