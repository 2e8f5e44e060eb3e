using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>A check held in one hand, with every notch of the demo's longest sheet.</summary>
[Collection(DemoBrowserTests.Name)]
public class PhoneTests(DemoBrowserSite site)
{
    [Fact]
    public void No_notch_of_a_check_is_wider_than_the_narrowest_phone()
    {
        using Browser browser = BenchTests.Begin(site, "OBG-106", "Lecture room", width: 360, first: "group-kit");
        string[] settings =
        [
            .. (
                (IEnumerable<object>)
                    browser.Script("return [...document.querySelectorAll('.queue [data-setting]')].map(b => b.dataset.setting)")!
            ).Cast<string>(),
        ];
        settings.Length.ShouldBeGreaterThan(40);
        List<string> wide = [];
        foreach (string setting in settings)
        {
            browser.Script($"document.querySelector('.queue [data-setting=\"{setting}\"]').click()");
            browser.AtNotch(setting);
            if ((long)browser.Script("return document.documentElement.scrollWidth")! is var width and > 360)
            {
                wide.Add($"{setting} is {width} px wide");
            }
        }

        wide.ShouldBeEmpty();
    }

    [Theory]
    [InlineData(740, 360)]
    [InlineData(320, 206)]
    public void On_a_low_screen_the_field_stays_in_view_while_what_is_drawn_above_it_grows(int width, int height)
    {
        using Browser browser = BenchTests.Begin(site, "OBG-106", "Lecture room", first: "group-kit");
        browser.Resize(width, height);
        BenchTests.GoTo(browser, "gain");
        foreach (string typed in new[] { "H", Keys.Backspace + "L" })
        {
            browser.Press(typed);
            browser.Until(
                () =>
                    browser.Script(
                        "const r = document.querySelector('#seen').getBoundingClientRect(); return r.top >= 0 && r.bottom <= innerHeight"
                    )
                        is true,
                $"the field to be in view after “{typed}”"
            );
        }
    }
}
