using System.Text.Json;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Browser.Tests;

/// <summary>On location: the network is cut, the site is gone, two devices read the same notch.</summary>
[Collection(BrowserTests.Name)]
public class OfflineTests(BrowserSite site)
{
    [Fact]
    public async Task An_open_check_and_its_sheet_open_without_the_site_and_readings_go_up_once_in_order_when_it_is_back()
    {
        using Browser browser = BenchTests.Begin(site, "OBG-105", "Lecture room");
        string path = browser.Path;
        browser.KeptWhole();
        browser.Go("/sheets/lecture-room/bracken-3");
        browser.See("article[data-setting=gain]");
        browser.Go(path);
        browser.AtNotch("full-auto");

        await site.Site.StopSiteAsync();
        try
        {
            browser.Reload();
            browser.AtNotch("full-auto");
            browser.Read(".away", "cannot be reached");
            browser.Press(" ");
            BenchTests.GoTo(browser, "gain");
            browser.Press("M", OpenQA.Selenium.Keys.Enter);
            BenchTests.GoTo(browser, "gain");
            browser.Press("H", OpenQA.Selenium.Keys.Enter);
            browser.Read(".zone-work", "2 readings saved on this device, not uploaded yet");

            browser.Go("/sheets/lecture-room/bracken-3");
            browser.Read("article[data-setting=gain] .value", "L, −3 dB");
            browser.Go(path);
            browser.Read(".zone-work", "2 readings saved on this device, not uploaded yet");
        }
        finally
        {
            await site.Site.StartSiteAsync();
        }

        browser.Until(() => !browser.Has(".away") && browser.Verdict("gain") == "offTarget", "the readings to go up by themselves");
        using TestClient client = await site.Site.ClientAsync("mara");
        Answer check = (await client.GetAsync($"/api/checks/{path.Split('/')[2]}")).Expect(200);
        check.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("H, +12\u202fdB");
        check.Line("gain").GetProperty("foundVersion").GetInt32().ShouldBe(1);
        check.Line("full-auto").GetProperty("foundVersion").GetInt32().ShouldBe(1);
    }

    [Fact]
    public async Task Two_devices_that_read_the_same_notch_both_keep_it_and_a_person_decides()
    {
        using TestClient mara = await site.Site.ClientAsync("mara");
        using Browser joss = BenchTests.Begin(site, "OBG-106", "Lecture room", login: "joss");
        var id = joss.CheckId;
        joss.Offline(true);
        BenchTests.GoTo(joss, "gain");
        joss.Press("H", OpenQA.Selenium.Keys.Enter);
        joss.Read(".zone-work", "1 reading saved on this device, not uploaded yet");
        (await mara.ReadAsync(id, "gain", "L")).Expect(200);
        joss.Offline(false);

        joss.Read("[role=dialog]", "Both are kept");
        Answer both = (await mara.GetAsync($"/api/checks/{id}")).Expect(200);
        both.Line("gain").GetProperty("rivals").GetArrayLength().ShouldBe(1);

        // Whoever opens the check can decide; here it is the other person, on a device of her own.
        using Browser other = site.Open("mara");
        other.Go($"/bench/{id}");
        other.AtNotch("full-auto");
        BenchTests.GoTo(other, "gain");
        other.Read(".rivals", "Joss Penhale read");
        other.All(".rivals button")[^1].Click();
        other.Until(() => other.Verdict("gain") == "offTarget", "the second reading to stand");
        other.Has(".rivals").ShouldBeFalse();
    }

    [Fact]
    public async Task What_was_read_without_network_before_somebody_signed_is_said_beside_the_check()
    {
        using TestClient mara = await site.Site.ClientAsync("mara");
        using Browser joss = BenchTests.Begin(site, "OBG-106", "Lecture room", login: "joss");
        var id = joss.CheckId;
        joss.Offline(true);
        BenchTests.GoTo(joss, "gain");
        joss.Press("H", OpenQA.Selenium.Keys.Enter);
        joss.Read(".zone-work", "1 reading saved on this device, not uploaded yet");
        (await mara.SignAsync(id, "signed early")).Expect(200);
        joss.Offline(false);

        joss.Read(".additions", "Gain: Read as H before the check was signed; uploaded afterwards.");
        joss.Path.ShouldStartWith($"/history/{id}");
        JsonElement additions = (await mara.GetAsync($"/api/checks/{id}")).At("additions");
        additions.GetArrayLength().ShouldBe(1);
        additions[0].GetProperty("by").GetString().ShouldBe("Joss Penhale");
        (await mara.GetAsync($"/api/checks/{id}")).Line("gain").GetProperty("reading").GetProperty("kind").GetString().ShouldBe("unread");
    }

    [Fact]
    public async Task What_is_left_behind_of_a_check_without_network_goes_up_from_another_page()
    {
        using TestClient mara = await site.Site.ClientAsync("mara");
        using Browser joss = BenchTests.Begin(site, "OBG-105", "Lecture room", login: "joss");
        var id = joss.CheckId;
        joss.Go("/history");
        joss.See("tbody");
        joss.Go($"/bench/{id}");
        joss.AtNotch("full-auto");
        joss.Offline(true);
        BenchTests.GoTo(joss, "gain");
        joss.Press("H", OpenQA.Selenium.Keys.Enter);
        joss.Read(".zone-work", "1 reading saved on this device, not uploaded yet");
        joss.Click("nav a", "History");
        joss.Until(() => joss.Path == "/history", "the log to be opened");
        joss.Offline(false);

        Answer check = (await mara.GetAsync($"/api/checks/{id}")).Expect(200);
        for (int i = 0; i < 100 && check.Line("gain").GetProperty("reading").GetProperty("kind").GetString() == "unread"; i++)
        {
            await Task.Delay(200);
            check = (await mara.GetAsync($"/api/checks/{id}")).Expect(200);
        }

        check.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("H, +12\u202fdB");
        check.Line("gain").GetProperty("reading").GetProperty("by").GetString().ShouldBe("Joss Penhale");
        joss.Path.ShouldBe("/history");
    }

    [Fact]
    public async Task A_photograph_taken_without_network_is_kept_over_a_reload_and_is_uploaded_once_when_it_is_back()
    {
        using Browser browser = BenchTests.Begin(site, "OBG-105", "Lecture room");
        string path = browser.Path;
        string picture = Path.Combine(TestSite.Root, "docs", "screenshots", "history.png");
        browser.KeptWhole();
        await site.Site.StopSiteAsync();
        try
        {
            browser.Attach(".photos input[type=file]", picture);
            browser.Read(".photos", "saved here");
            browser.Read(".zone-work", "1 photograph saved on this device, not uploaded yet");
            browser.See(".to-end").Click();
            browser.Read(".sign", "1 photograph not uploaded yet");
            browser.Reload();
            browser.Read(".sign", "1 photograph not uploaded yet");
            BenchTests.GoTo(browser, "full-auto");
            browser.Read(".photos", "saved here");
            browser.Script("return document.querySelector('.waits img').naturalWidth > 0").ShouldBe(true);
        }
        finally
        {
            await site.Site.StartSiteAsync();
        }

        browser.Until(() => !browser.Has(".waits") && browser.Has(".photos img"), "the photograph to go up by itself");
        using TestClient client = await site.Site.ClientAsync("mara");
        JsonElement photos = (await client.GetAsync($"/api/checks/{path.Split('/')[2]}")).At("photos");
        photos.GetArrayLength().ShouldBe(1);
        photos[0].GetProperty("setting").GetString().ShouldBe("full-auto");
    }

    [Fact]
    public void The_application_can_be_installed()
    {
        using Browser browser = site.Open();
        string manifest = (string)
            browser.ScriptAsync(
                "const done = arguments[0]; fetch(document.querySelector('link[rel=manifest]').href).then(r => r.text()).then(done)"
            )!;
        JsonElement app = JsonDocument.Parse(manifest).RootElement;
        app.GetProperty("display").GetString().ShouldBe("standalone");
        foreach (JsonElement icon in app.GetProperty("icons").EnumerateArray())
        {
            browser
                .ScriptAsync($"const done = arguments[0]; fetch('{icon.GetProperty("src").GetString()}').then(r => done(r.ok))")
                .ShouldBe(true);
        }
    }
}
