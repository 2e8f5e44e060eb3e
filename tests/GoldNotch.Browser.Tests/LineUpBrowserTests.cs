using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>Planning several cameras, as it is done before a shoot and on set.</summary>
[Collection(DefinitionTests.Name)]
public class LineUpBrowserTests(DemoBrowserSite site)
{
    private const string Orchid = "/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01/plan";
    private const string Cereus = "/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e03/plan";

    [Theory]
    [InlineData(1280, "light")]
    [InlineData(360, "light")]
    public void The_line_ups_keep_to_the_accessibility_rules_and_to_their_width(int width, string theme)
    {
        using Browser browser = site.Open("mara", width: width, theme: theme);
        browser.Go("/shoots?when=all");
        browser.See("tbody a");
        LookTests.Inspect(browser, "the list", width);
        foreach (string view in new[] { Orchid, Cereus })
        {
            browser.Show(view);
            browser.See(".drawings svg");
            LookTests.Inspect(browser, view, width);
        }

        browser.Go(Orchid);
        browser.See(".drawings svg");
        browser.Press("l");
        browser.See(".changed input");
        if (width < 760)
        {
            browser.See(".queue-button").Click();
        }

        browser.See(".one").Click();
        browser.See("fieldset.camera");
        LookTests.Inspect(browser, "with a camera open", width);
        browser.Script("document.activeElement.blur()");
        browser.Press("t");
        browser.See(".wide h3");
        LookTests.Inspect(browser, "as tables", width);
    }

    [Fact]
    public void One_reading_and_three_cameras_become_a_plan_that_is_kept()
    {
        using Browser browser = site.Open("mara");
        browser.Go("/shoots");
        browser.See(".begin input").SendKeys("Fern talk");
        browser.Choose(".begin", "Standard", "Glasshouse talk");
        Click(browser, "Start with a line-up");
        browser.Read("h1", "Fern talk");
        browser.Read(".empty", "No camera yet");
        browser.Click(".light label", "one reading");
        Type(browser, "Iris", "f/11 1/3");
        foreach (string tag in new[] { "OBG-102", "OBG-108", "OBG-113" })
        {
            // The field stays open after each camera.
            IWebElement unit = browser.See(".adding input");
            unit.SendKeys(tag);
            browser.Until(() => browser.See(".adding button").Enabled, "the unit to be found");
            browser.See(".adding button").Click();
            browser.See("fieldset.camera");
            Field(browser, "fieldset.camera", "Iris").Clear();
            Field(browser, "fieldset.camera", "Iris").SendKeys("f/5.6");
            if (tag == "OBG-102")
            {
                // It stands as it was used last.
                Field(browser, "fieldset.camera", "Focal").Clear();
                Field(browser, "fieldset.camera", "Focal").SendKeys("20");
            }
            else
            {
                browser.Choose("fieldset.camera", "Lens", tag == "OBG-108" ? "35" : "25");
            }
        }

        browser.Until(() => browser.All(".stack .column").Count == 3, "three columns");
        browser.Read("[data-camera=A]", "f/5.6");
        browser.Read("[data-camera=A]", "ND 1/4");
        browser.Read(".head [role=status]", "all saved");
        browser.Reload();
        browser.Until(() => browser.All(".stack .column").Count == 3, "the plan after a reload");
        browser.Read("[data-camera=C]", "Elm P blue");
    }

    [Fact]
    public void What_cannot_be_read_is_told_at_its_field_and_is_still_there_after_a_reload()
    {
        using Browser browser = site.Open("mara");
        browser.Go(Cereus);
        browser.See(".one").Click();
        IWebElement requirement = Field(browser, "fieldset.camera", "Iris");
        requirement.SendKeys(" or so");
        browser.Read("fieldset.camera [role=alert]", "cannot be read as");
        browser.Read(".head .problem", "What you typed is still here");
        browser.All(".stack .column").Count.ShouldBe(2, "the last plan stands");
        browser.Read(".head [role=status]", "not saved yet");
        browser.Go(Cereus);
        browser.See(".one").Click();
        Field(browser, "fieldset.camera", "Iris").GetDomProperty("value").ShouldBe("f/2.8 or so");
        browser.Read("fieldset.camera [role=alert]", "cannot be read as");
        Field(browser, "fieldset.camera", "Iris").SendKeys(string.Concat(Enumerable.Repeat(Keys.Backspace, 6)));
        browser.Read(".head [role=status]", "all saved");
        browser.Until(() => !browser.Has(".head .problem"), "the plan again");
    }

    [Fact]
    public void On_set_the_new_reading_gives_the_least_changes_and_keys_reach_the_tables()
    {
        using Browser browser = site.Open("mara");
        browser.Go(Orchid);
        browser.See(".stack .column");
        browser.Press("l");
        browser.See(".changed input").SendKeys("f/8" + Keys.Enter);
        browser.Read(".changed ol", " stops → ");
        browser.Read(".changed", "−1 1/3 stops");
        Click(browser, "Close");
        browser.Press("t");
        browser.Read(".wide h3", "The light in stops");
        browser.Press("t");
        browser.Press(Keys.ArrowRight);
        browser.See("[data-camera=A].now");
        browser.Press(Keys.ArrowRight);
        browser.See("[data-camera=B].now");
        browser.Read("[data-camera=B]", "What if 1");
    }

    [Fact]
    public void A_camera_moved_on_the_floor_takes_its_distance_with_it_and_can_be_put_back()
    {
        using Browser browser = site.Open("mara");
        browser.Go(Orchid);
        browser.See(".floor .thing.camera");
        string before = Distance(browser, "B");
        var camera = (IWebElement)
            browser.Script(
                "return [...document.querySelectorAll('.floor .thing.camera')].find(g => g.textContent.trim() === 'B').querySelector('rect')"
            )!;
        browser.Script("arguments[0].scrollIntoView({ block: 'center' })", camera);
        browser.Drag(camera, 40, 60);
        browser.Until(() => Distance(browser, "B") != before, "another distance");
        Click(browser, "Undo");
        while (Distance(browser, "B") != before && browser.All("button").First(b => b.Text == "Undo").Enabled)
        {
            Click(browser, "Undo");
        }

        browser.Until(() => Distance(browser, "B") == before, "the distance it had");
        browser.Read(".head [role=status]", "all saved");
    }

    [Fact]
    public void From_the_plan_to_a_check_on_the_bench()
    {
        using Browser browser = site.Open("mara");
        browser.Go(Orchid);
        browser.See(".hands");
        browser.Script("document.querySelector('.hands').scrollIntoView()");
        browser.All(".hands button").First(b => b.Text == "Check it on the bench").Click();
        browser.Until(() => browser.Path.StartsWith("/bench/", StringComparison.Ordinal), "the bench");
        browser.Read("main", "Orchid repotting, camera A");
    }

    private static string Distance(Browser browser, string letter) =>
        (string)
            browser.Script(
                $"return [...document.querySelectorAll('.floor g')].filter(g => g.querySelector(':scope > .metres')).map(g => g.textContent.trim()).join(' ') + ' {letter}'"
            )!;

    private static void Click(Browser browser, string text) => browser.Click("button", text);

    private static IWebElement Field(Browser browser, string within, string label)
    {
        IWebElement? found = null;
        browser.Until(
            () =>
                (found = browser.All($"{within} label.entry").FirstOrDefault(l => l.Text.StartsWith(label, StringComparison.Ordinal)))
                    is not null,
            label
        );
        return found!.FindElement(By.CssSelector("input"));
    }

    private static void Type(Browser browser, string label, string text)
    {
        IWebElement field = Field(browser, ".light", label);
        field.Clear();
        field.SendKeys(text);
    }
}
