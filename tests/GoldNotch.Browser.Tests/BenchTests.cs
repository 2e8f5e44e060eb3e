using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

[Collection(BrowserTests.Name)]
public class BenchTests(BrowserSite site)
{
    [Fact]
    public void A_sheet_is_read_from_the_list()
    {
        using Browser browser = site.Open("mara");
        browser.Go("/sheets");
        browser.Until(() => browser.Path == "/standards", "the address from before to lead on");
        browser.See("a[href^='/sheets/lecture-room/bracken-3']").Click();
        browser.Read("article[data-setting=gain] .value", "L, −3 dB");
        browser.Read("article[data-setting=gain] .how", "nearest that adds no noise");
        browser.Read("article[data-setting=gain] .where", "Lower row, middle switch");
        browser.Read("article[data-setting=nd] .value", "clear");
        browser.See("article[data-setting=gain] .dial svg").GetDomAttribute("aria-label")!.ShouldContain("The notch is at L");
        browser.See("article[data-setting=shutter] .dial svg").GetDomAttribute("aria-label")!.ShouldNotContain("1/48");
    }

    [Fact]
    public void A_whole_check_is_done_with_the_keyboard_alone()
    {
        using Browser browser = site.Open("mara");
        browser.Go("/bench");
        browser.See("#find-unit");
        browser.Press("yellow");
        browser.Read("section[aria-labelledby=standards]", "Lecture room");
        TabTo(browser, "Lecture room");
        browser.Press(Keys.Enter);

        browser.AtNotch("full-auto");
        browser.Press(" ");
        browser.AtNotch("record-format");
        browser.Press("1080 29.97p", Keys.Enter);
        browser.AtNotch("bit-rate");
        browser.Press(" ");
        browser.AtNotch("shutter");
        browser.Press("180°", Keys.Enter);
        browser.AtNotch("gain");
        browser.Press("H");
        browser.Read(".zone-now [data-topic=noise]", "+15 dB");
        browser.Press(Keys.Enter);
        browser.AtNotch("nd");
        browser.Press(" ");
        browser.AtNotch("iris-control");
        browser.Press(" ");
        browser.AtNotch("iris");
        browser.Press("2 2/3", Keys.Enter);
        browser.AtNotch("white-balance");
        browser.Press(Keys.ArrowRight);
        browser.Until(() => browser.See("#seen").GetDomProperty("value") == "5600", "the dial to step to the daylight preset");
        browser.Press(Keys.Enter);
        browser.AtNotch("focus-mode");
        browser.Press(" ");

        browser.Read(".sign", "Everything is read");
        browser.Read(".zone-now [data-topic=exposure]", "2.5 stops over what the sheet requires");
        browser.Read(".zone-now [data-topic=whiteBalance]", "134 mired towards amber, plainly visible");
        string order = browser.Read(".order", "White balance");
        order.IndexOf("Gain", StringComparison.Ordinal).ShouldBeLessThan(order.IndexOf("White balance", StringComparison.Ordinal));

        TabTo(browser, "Sign with");
        browser.Press(Keys.Enter);
        browser.Read("main", "Signed by Mara Quill");
        browser.Go("/history");
        browser.Read("tbody tr:first-child", "Gain +15 dB · White balance +134 mired");
    }

    [Fact]
    public void An_automatic_gain_and_a_wrong_balance_are_reported_with_numbers()
    {
        using Browser browser = Begin(site, "OBG-105", "Glasshouse talk");
        GoTo(browser, "gain");
        browser.Press("a", "u", "t", "o", Keys.Enter);
        browser.AtNotch("nd");
        browser.See("#seen").GetDomProperty("value").ShouldBe("", "the rest of the word must not spill into the next notch");
        browser.Until(() => browser.Verdict("gain") == "automatic", "the gain to be judged");
        browser.Read(".zone-now [data-topic=noise]", "automatic");

        GoTo(browser, "white-balance");
        browser.Press("3200", Keys.Enter);
        browser.Read(".zone-now [data-topic=whiteBalance]", "127 mired towards blue");
        browser.Read(".order", "Set to manual before the numbers");

        GoTo(browser, "white-balance");
        browser.Press("A");
        browser.See("#seen").GetDomProperty("value").ShouldBe("A", "A is a memory of this control, so it is typed");
        browser.Press(Keys.Enter);
        browser.Until(() => browser.Verdict("white-balance") == "onTarget", "memory A to be on");
    }

    [Fact]
    public void Two_wrongs_that_hide_each_other_are_told()
    {
        using Browser browser = Begin(site, "OBG-106", "Lecture room");
        GoTo(browser, "gain");
        browser.Press("H", Keys.Enter);
        GoTo(browser, "nd");
        browser.Press("1", Keys.Enter);
        browser.Read(".zone-now .problem", "noise");
    }

    [Fact]
    public void A_bad_value_is_refused_at_its_field_and_what_was_typed_stays()
    {
        using Browser browser = Begin(site, "OBG-101", "Lecture room");
        GoTo(browser, "iris");
        foreach (string typed in new[] { "f/0", "180°", "half open" })
        {
            browser.Press(typed, Keys.Enter);
            browser.See("#seen[aria-invalid=true]").GetDomProperty("value").ShouldBe(typed);
            browser.See("[data-role=refusal]").Text.Length.ShouldBeGreaterThan(20);
            browser.Press(Keys.Control + "a", Keys.Backspace);
            browser.Until(() => browser.See("#seen").GetDomProperty("value")!.Length == 0, "the field to be empty");
        }

        browser.Press("5.6 1/3", Keys.Enter);
        browser.Until(() => browser.Verdict("iris") == "offTarget", "the iris to be judged");
        browser.Read(".queue [data-setting=iris]", "f/6.3");
    }

    [Fact]
    public void Reloading_keeps_everything()
    {
        using Browser browser = Begin(site, "OBG-106", "Lecture room");
        browser.Press(" ");
        browser.AtNotch("record-format");
        GoTo(browser, "gain");
        browser.Press("M", Keys.Enter);
        browser.Until(() => browser.Verdict("gain") == "offTarget", "gain to be kept");
        browser.Reload();
        browser.AtNotch("nd");
        (browser.Verdict("full-auto"), browser.Verdict("gain")).ShouldBe(("onTarget", "offTarget"));
    }

    [Fact]
    public async Task With_the_database_away_the_page_says_so_keeps_what_was_typed_and_goes_on()
    {
        using Browser browser = Begin(site, "OBG-106", "Lecture room");
        await site.Site.SetReachableAsync(false);
        try
        {
            browser.Press(" ");
            browser.AtNotch("record-format");
            browser.Press("1080 59.94i", Keys.Enter);
            browser.Read(".away", "database cannot be reached");
            browser.Read(".queue [data-setting=record-format]", "saved here");
            browser.Reload();
            browser.Read(".queue [data-setting=record-format]", "saved here");
            browser.Read(".away", "saved on this device and uploads by itself");
        }
        finally
        {
            await site.Site.SetReachableAsync(true);
        }

        browser.Until(
            () => browser.Verdict("record-format") == "offTarget" && browser.Verdict("full-auto") == "onTarget",
            "both readings to go up"
        );
        browser.Until(() => !browser.Has(".away"), "the warning to go");
    }

    [Fact]
    public void Two_people_carry_one_check_and_see_what_the_other_reads()
    {
        using Browser mara = Begin(site, "OBG-106", "Lecture room", "mara");
        using Browser joss = site.Open("joss");
        joss.Go(mara.Path);
        joss.AtNotch("full-auto");
        GoTo(joss, "gain");
        GoTo(mara, "gain");
        mara.Press("L", Keys.Enter);
        mara.Until(() => mara.Verdict("gain") == "onTarget", "the first reading");
        joss.Until(() => joss.Verdict("gain") == "onTarget", "the reading of the other person");
        GoTo(joss, "gain");
        joss.Press("H", Keys.Enter);
        mara.Until(() => mara.Verdict("gain") == "offTarget", "the correction of the other person");
    }

    [Fact]
    public void The_find_box_goes_to_a_unit_by_its_tape()
    {
        using Browser browser = site.Open();
        browser.Press("/");
        browser.Press("yellow");
        browser.Read("[role=listbox]", "OBG-106");
        browser.Press(Keys.Enter);
        browser.Read("section[aria-labelledby=standards]", "Start check");
        browser.Path.ShouldBe("/bench?unit=OBG-106");
    }

    [Fact]
    public void Ten_times_space_says_that_the_camera_is_as_the_sheet()
    {
        using Browser browser = Begin(site, "OBG-105", "Glasshouse talk");
        foreach (
            string setting in new[]
            {
                "full-auto",
                "record-format",
                "bit-rate",
                "shutter",
                "gain",
                "nd",
                "iris-control",
                "iris",
                "white-balance",
                "focus-mode",
            }
        )
        {
            browser.AtNotch(setting);
            browser.Press(" ");
        }

        browser.Read(".sign", "10 on target, 0 within tolerance, 0 off target, 0 automatic, 0 not read");
        browser.Has(".order").ShouldBeFalse();
    }

    [Fact]
    public void The_dial_is_a_table_one_key_away()
    {
        using Browser browser = Begin(site, "OBG-106", "Lecture room");
        GoTo(browser, "gain");
        browser.Press("d", "H");
        browser.Read(".as-table", "L −3 dB the notch");
        browser.Read(".as-table", "H +12 dB set here, off by +15 dB");
    }

    [Fact]
    public void A_session_that_ended_mid_check_loses_no_reading()
    {
        using Browser browser = Begin(site, "OBG-106", "Lecture room", "mara");
        browser.ForgetCookies();
        browser.Press(" ");
        browser.See("#login").SendKeys("mara");
        browser.See("#password").SendKeys(GoldNotch.Web.Tests.Hosting.TestSite.Password + Keys.Enter);
        browser.Until(() => browser.Has(".queue") && browser.Verdict("full-auto") == "onTarget", "the reading to go up after signing in");
    }

    [Fact]
    public void A_technician_brings_in_a_file_and_is_told_the_line_of_what_is_wrong()
    {
        string good = Temporary(
            """{"format":"gold-notch-exchange","formatVersion":1,"units":[{"tag":"OBG-150","model":"alder-20","tape":"violet","place":"Store"}]}"""
        );
        string bad = Temporary("{\n\"format\":\"gold-notch-exchange\",\n\"formatVersion\":1,\n\"unitz\":[]}");
        using Browser browser = site.Open();
        browser.Go("/standards");
        browser.Attach("input[type=file]", bad);
        browser.Read(".import [role=alert]", "Line 4, column");
        browser.Attach("input[type=file]", good);
        browser.Read(".import [role=status]", "1 added or changed");
        using Browser mara = site.Open("mara");
        mara.Go("/standards");
        mara.See("tbody");
        mara.Has(".import").ShouldBeFalse();
    }

    private static string Temporary(string text)
    {
        string path = Path.Combine(Path.GetTempPath(), $"gold-notch-{Guid.NewGuid():N}.json");
        File.WriteAllText(path, text);
        return path;
    }

    internal static Browser Begin(
        BrowserSite site,
        string tag,
        string standard,
        string login = "ines",
        int width = 1280,
        string theme = "light",
        string first = "full-auto"
    ) =>
        site.Open(login, width, theme: theme)
            .OrClosed(browser =>
            {
                browser.Go($"/bench?unit={tag}");
                browser.Read("section[aria-labelledby=standards]", standard);
                TabTo(browser, standard);
                browser.Press(Keys.Enter);
                if (first.StartsWith("group-", StringComparison.Ordinal))
                {
                    browser.AtGroup(first);
                }
                else
                {
                    browser.AtNotch(first);
                }
            });

    internal static void GoTo(Browser browser, string setting)
    {
        if (!browser.Has(".queue"))
        {
            browser.See(".queue-button").Click();
        }

        string line = $".queue [data-setting={setting}]";
        if (browser.Has(line))
        {
            browser.See(line).Click();
        }
        else
        {
            // It is one of a group that is folded.
            string group = browser.See($".queue [data-settings~={setting}]").GetDomAttribute("data-group")!;
            browser.See($".queue [data-group={group}]").Click();
            browser.See($".group-work [data-line={setting}]").Click();
        }

        browser.AtNotch(setting);
    }

    private static void TabTo(Browser browser, string words)
    {
        for (int i = 0; i < 60; i++)
        {
            if (((string?)browser.Script("return document.activeElement?.innerText") ?? "").StartsWith(words, StringComparison.Ordinal))
            {
                return;
            }

            browser.Press(Keys.Tab);
        }

        throw new TimeoutException($"“{words}” is not reached with the Tab key");
    }
}
