using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>What waits to be uploaded leaves the browser only when the site has acknowledged it or a person has decided.</summary>
[Collection(BrowserTests.Name)]
public class OutboxTests(BrowserSite site)
{
    private const string FailOnReading = """
        CREATE FUNCTION fail_on_reading() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'made to fail by a test' USING ERRCODE = 'P0001'; END $$;
        CREATE TRIGGER fail_on_reading BEFORE INSERT OR UPDATE ON check_reading FOR EACH ROW EXECUTE FUNCTION fail_on_reading()
        """;

    private const string FailNoMore = "DROP FUNCTION IF EXISTS fail_on_reading() CASCADE";

    [Theory]
    [InlineData("P0001", "")]
    [InlineData("53100", "The disk or the memory of the database is full.")]
    public async Task Three_readings_that_the_site_fails_to_take_wait_over_a_reload_and_all_arrive_once(string state, string told)
    {
        using Browser browser = BenchTests.Begin(site, "OBG-106", "Lecture room", login: "mara");
        await site.Site.SqlAsync(FailOnReading.Replace("P0001", state, StringComparison.Ordinal));
        try
        {
            foreach ((string setting, string read) in new[] { ("gain", "H"), ("full-auto", "off"), ("gain", "M") })
            {
                Record(browser, setting, read);
            }

            browser.Read("[data-role=waiting]", "3 readings saved on this device, not uploaded yet");
            browser.Read(told.Length > 0 ? ".away" : "[data-role=waiting]", told.Length > 0 ? told : "The site had a fault");
            browser.Reload();
            browser.Read("[data-role=waiting]", "3 readings saved on this device, not uploaded yet");
            (await KindAsync(browser, "gain")).ShouldBe("unread");
        }
        finally
        {
            await site.Site.SqlAsync(FailNoMore);
        }

        // Nothing is told of the last one while it is on its way for the first time.
        browser.Until(() => !browser.Has("[data-role=waiting]"), "everything to be uploaded");
        Answer check = await CheckAsync(browser);
        for (int i = 0; i < 100 && check.Line("gain").GetProperty("foundVersion").GetInt32() < 2; i++)
        {
            await Task.Delay(100);
            check = await CheckAsync(browser);
        }

        check.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("M, +3\u202fdB");
        check.Line("gain").GetProperty("foundVersion").GetInt32().ShouldBe(2);
        check.Line("full-auto").GetProperty("foundVersion").GetInt32().ShouldBe(1);
    }

    [Fact]
    public async Task Two_tabs_on_one_check_lose_nothing_while_the_database_is_away()
    {
        using Browser browser = BenchTests.Begin(site, "OBG-106", "Lecture room", login: "mara");
        string path = browser.Path;
        browser.OpenTab(path);
        browser.AtNotch("full-auto");
        await site.Site.SetReachableAsync(false);
        try
        {
            Record(browser, "full-auto", "off");
            browser.Read("[data-role=waiting]", "1 reading saved on this device");
            browser.ToTab(0);
            browser.Read("[data-role=waiting]", "1 reading saved on this device");
            Record(browser, "gain", "H");
            browser.Read("[data-role=waiting]", "2 readings saved on this device");
            browser.ToTab(1);
            browser.Read("[data-role=waiting]", "2 readings saved on this device");
        }
        finally
        {
            await site.Site.SetReachableAsync(true);
        }

        browser.Until(() => !browser.Has("[data-role=waiting]") && browser.Verdict("gain") == "offTarget", "this tab to have both");
        browser.ToTab(0);
        browser.Until(() => !browser.Has("[data-role=waiting]") && browser.Verdict("gain") == "offTarget", "the other tab to have both");
        Answer check = await CheckAsync(browser);
        check.Line("gain").GetProperty("foundVersion").GetInt32().ShouldBe(1);
        check.Line("full-auto").GetProperty("foundVersion").GetInt32().ShouldBe(1);
    }

    [Fact]
    public async Task Where_the_browser_has_no_room_the_person_is_told_and_the_open_page_still_uploads()
    {
        using Browser browser = BenchTests.Begin(site, "OBG-106", "Lecture room", login: "mara");
        browser.LimitStorage(1);
        await site.Site.SetReachableAsync(false);
        try
        {
            Record(browser, "gain", "H");
            browser.Attach(".photos input[type=file]", Path.Combine(TestSite.Root, "docs", "screenshots", "history.png"));
            browser.Read("[data-role=waiting]", "1 reading and 1 photograph saved on this device");
            browser.Read("[data-role=waiting]", "Leave the page open");
        }
        finally
        {
            await site.Site.SetReachableAsync(true);
        }

        browser.Until(() => !browser.Has("[data-role=waiting]"), "both to be uploaded from the open page");
        browser.LimitStorage(null);
        Answer check = await CheckAsync(browser);
        check.Line("gain").GetProperty("reading").GetProperty("label").GetString().ShouldBe("H, +12\u202fdB");
        check.At("photos").GetArrayLength().ShouldBe(1);
    }

    [Fact]
    public async Task What_waits_is_uploaded_under_the_name_of_who_read_it_although_somebody_else_signed_in_meanwhile()
    {
        using Browser browser = BenchTests.Begin(site, "OBG-105", "Lecture room", login: "mara");
        string path = browser.Path;
        browser.Offline(true);
        Record(browser, "gain", "H");
        browser.Read("[data-role=waiting]", "1 reading saved on this device");
        browser.ForgetCookies();
        browser.Offline(false);

        browser.See("#login");
        browser.SignIn("joss");
        browser.Go(path);
        browser.Read(".zone-work", "1 reading by mara on this device. They upload when mara signs in here.");
        (await KindAsync(browser, "gain")).ShouldBe("unread");
        browser.Click("button", "Sign out");
        browser.See("#login");
        browser.SignIn("mara");
        browser.Go(path);
        browser.Until(() => browser.Verdict("gain") == "offTarget", "her reading to be uploaded");
        (await CheckAsync(browser)).Line("gain").GetProperty("reading").GetProperty("by").GetString().ShouldBe("Mara Quill");
    }

    [Fact]
    public async Task Signing_out_asks_while_something_waits_and_leaves_nothing_of_the_person()
    {
        using Browser browser = BenchTests.Begin(site, "OBG-106", "Lecture room", login: "mara");
        await site.Site.SqlAsync(FailOnReading);
        try
        {
            Record(browser, "gain", "H");
            browser.Read("[data-role=waiting]", "1 reading saved on this device");
            browser.Click("button", "Sign out");
            browser.Read("[role=dialog]", "OBG-106, Gain: H");
            browser.Click("[role=dialog] button", "Stay signed in");
            browser.Read("[data-role=waiting]", "1 reading saved on this device");
            browser.Click("button", "Sign out");
            browser.Click("[role=dialog] button", "Delete and sign out");
            browser.See("#login");
        }
        finally
        {
            await site.Site.SqlAsync(FailNoMore);
        }

        browser.Script("return Object.keys(localStorage).join()").ShouldBe("gold-notch.theme");
        browser
            .ScriptAsync(
                "const done = arguments[0]; const ask = indexedDB.open('gold-notch-outbox'); ask.onsuccess = () => { const all = ask.result.transaction('entries').objectStore('entries').count(); all.onsuccess = () => done(all.result) }"
            )
            .ShouldBe(0L);
        browser.ScriptAsync("const done = arguments[0]; caches.has('gold-notch-read').then(done)").ShouldBe(false);
    }

    private static void Record(Browser browser, string setting, string read)
    {
        BenchTests.GoTo(browser, setting);
        browser.Press(read, Keys.Enter);
        browser.Until(
            () => browser.See($".queue [data-setting={setting}]").Text.Contains("saved here", StringComparison.Ordinal),
            $"{setting} to be saved here"
        );
    }

    private async Task<string?> KindAsync(Browser browser, string setting) =>
        (await CheckAsync(browser)).Line(setting).GetProperty("reading").GetProperty("kind").GetString();

    private async Task<Answer> CheckAsync(Browser browser)
    {
        using TestClient client = await site.Site.ClientAsync("ines");
        return (await client.GetAsync($"/api/checks/{browser.CheckId}")).Expect(200);
    }
}
