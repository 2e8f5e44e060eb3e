using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>Defining standards and models, as a technician does it, over the whole demo.</summary>
[Collection(DefinitionTests.Name)]
public class StandardsTests(DemoBrowserSite site)
{
    [Fact]
    public void The_grid_leads_to_the_notch_that_matters()
    {
        using Browser browser = site.Open();
        browser.Go("/standards");
        browser.Until(
            () =>
                browser.Script(
                    "return [...document.querySelectorAll('td a')].some(a => a.textContent.includes('Night house watch on Calla D'))"
                )
                    is true,
            "the cell in the grid"
        );
        IWebElement cell = browser
            .All("td a")
            .First(a => a.GetDomProperty("textContent")!.Contains("Night house watch on Calla D", StringComparison.Ordinal));
        cell.GetDomProperty("textContent")!.ShouldContain("not possible");
        cell.Click();
        browser.Until(() => browser.Has("article.line[data-setting]"), "the sheet");
        browser.Script("return location.pathname + location.hash").ShouldBe("/sheets/night-house-watch/calla-d#iris-control");
        browser.Until(
            () =>
                (bool)
                    browser.Script(
                        "const r = document.querySelector('[data-setting=iris-control]').getBoundingClientRect(); return r.top >= 0 && r.bottom <= innerHeight"
                    )!,
            "the notch on the screen"
        );
    }

    [Fact]
    public void A_draft_is_typed_shown_on_every_model_kept_undone_and_approved()
    {
        using Browser browser = site.Open();
        browser.Go("/standards/seed-portraits/1");
        browser.See("h1");
        Click(browser, "Start a draft from this");
        browser.Read("h1", "version 2, draft");
        browser.Click("[data-notch=gain]", "");
        IWebElement want = browser.See(".notch .want input");
        want.Clear();
        want.SendKeys("lowest");
        browser.Read(".panel", "−3 dB");
        browser.Read(".zone-work header [role=status]", "all saved");
        browser.Read(".panel", "Against the version in force");
        want.Clear();
        want.SendKeys("loud");
        browser.Read("[role=alert]", "cannot be read");
        browser.See("[data-notch=shutter]").Click();
        for (int i = 0; i < 12 && browser.See("[data-notch=gain] .want").Text != "lowest"; i++)
        {
            Click(browser, "Undo");
        }

        browser.See("[data-notch=gain] .want").Text.ShouldBe("lowest");
        browser.Until(() => !browser.Has("[role=alert]"), "undo to take the slip back");
        browser.Read(".zone-work header [role=status]", "all saved");
        Click(browser, "Approve");
        browser.Read(".asks", "open in this draft");
        Click(browser, "Back to the draft");
        Click(browser, "Approve");
        Click(browser, "Approve with");
        browser.Read("h1", "version 2, approved");
        Click(browser, "Differences, waivers, audit log");
        browser.Read(".difference", "Gain: base → lowest.");
        browser.Read(".difference", "approved");
    }

    [Fact]
    public void A_finding_is_accepted_with_a_reason_and_opened_again()
    {
        using Browser browser = site.Open();
        browser.Go("/sheets/glasshouse-talk/dogwood-m");
        browser.Read("details.book[open] summary", "The rule book"); // A required line is concerned, so it stands open.
        IWebElement finding = browser.See("li[data-rule='CLIP-LIMIT']");
        finding.Text.ShouldContain("30 min");
        browser.See("li[data-rule='CLIP-LIMIT'] > button.link").Click();
        browser.See("li[data-rule='CLIP-LIMIT'] textarea").SendKeys("it is started again in the pause");
        browser.See("li[data-rule='CLIP-LIMIT'] form button.act").Click();
        browser.Read("details.book", "1 accepted");
        browser.Until(() => !browser.Has("li[data-rule='CLIP-LIMIT']"), "the finding to be settled");
    }

    [Fact]
    public void A_card_is_filled_in_by_pasting_lists_and_kept_as_the_next_version()
    {
        using Browser browser = site.Open();
        browser.Go("/cameras/specifications");
        Click(browser, "New specification");
        browser.See(".new input").SendKeys("Gorse 1");
        browser.Choose(".new", "Start from", "Bracken 3");
        Click(browser, "Start the specification");
        browser.Read("h1", "Gorse 1");
        PressIn(browser, "nav.zone-queue button", "Exposure");
        IWebElement speeds = browser.See("[data-setting=shutter] textarea");
        speeds.Clear();
        speeds.SendKeys("1/30 1/48 1/60 fast");
        browser.See("[data-setting=gain] textarea").Click();
        browser.Read("[role=alert]", "“fast” cannot be read");
        speeds.Clear();
        speeds.SendKeys("1/30 1/48 1/60");
        browser.See("[data-setting=gain] textarea").Click();
        browser.Until(() => !browser.Has("[role=alert]"), "the list to be read");
        Click(browser, "Save as version 2");
        browser.Read("h1", "version 2");
        browser.Script("return Object.keys(localStorage).filter(k => k.startsWith('gold-notch.card')).length").ShouldBe(0L);
    }

    [Fact]
    public void What_was_typed_on_a_card_is_back_after_a_reload()
    {
        using Browser browser = site.Open();
        browser.Go("/cameras/specifications/fennel-hs");
        IWebElement name = browser.See(".general input");
        name.SendKeys(" two");
        browser.Until(() => browser.See("h1").Text.Contains("Fennel HS two", StringComparison.Ordinal), "the name");
        browser.Go("/cameras/specifications/fennel-hs");
        browser.Read("h1", "Fennel HS two");
        browser.Read("p.automatic[role=status]", "is restored");
        Click(browser, "Back to version 1");
        browser.Until(() => !browser.See("h1").Text.Contains("two", StringComparison.Ordinal), "the kept card");
    }

    [Fact]
    public void A_sheet_follows_the_circumstances_and_offers_its_paper()
    {
        using Browser browser = site.Open("mara");
        browser.Go("/sheets/lecture-room/alder-20");
        browser.Read("article[data-setting=stabiliser] .value", "off");
        browser.Choose(".questions", "on a tripod", "by hand");
        browser.Read("article[data-setting=stabiliser] .value", "Steady 2");
        browser.See(".files a").GetAttribute("href")!.ShouldContain("when=by+hand");
        browser.Has("article[data-setting=tint]").ShouldBeFalse("a line with nothing to do is out of the way");
    }

    [Fact]
    public void Someone_without_the_right_sees_but_does_not_change()
    {
        using Browser browser = site.Open("mara");
        browser.Go("/standards");
        browser.See("td a");
        browser.Has(".beside a[href='/people']").ShouldBeFalse();
        browser.Go("/people");
        browser.Read("[role=alert]", "Your role does not include this");
        browser.Go("/cameras/specifications/alder-20");
        browser.See(".general input").GetAttribute("readonly").ShouldNotBeNull();
        browser.Go("/bench?unit=OBG-999");
        browser.Read("section[aria-labelledby=units]", "from before it was renamed");
    }

    private static void Click(Browser browser, string text) => PressIn(browser, "button", text);

    private static void PressIn(Browser browser, string selector, string text) => browser.Click(selector, text);
}
