using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>With answers that come 600 ms late no field reverts what was typed, and what was typed is kept.</summary>
[Collection(DefinitionTests.Name)]
public class LateAnswerTests(DemoBrowserSite site)
{
    private const int LateMs = 600;

    [Fact]
    public void A_field_keeps_what_is_typed_in_it_however_late_the_answers_come()
    {
        using Browser browser = site.Open();
        browser.Latency(LateMs);

        browser.Go("/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e02/plan");
        Keeps(browser, "Place", "the far hall");
        Keeps(browser, "Colour", "3100");
        Keeps(browser, "Mains", "50");

        browser.Go("/cameras/specifications/alder-20");
        browser.See(".general, section");
        Keeps(browser, "What sort of camera", "handheld, for a test", saves: false);

        browser.Go("/people");
        Keeps(browser, "Name of the place", "Media room, north", saves: false);
        browser.Choose("body", "Mains", "50 Hz");
        Stands(browser, "Mains", "50 Hz");

        browser.Go("/account");
        browser.See(".one-of");
        browser.Choose("body", "Iris", "f/5.6");
        Stands(browser, "Iris", "f/5.6");
        browser.Choose("body", "Iris", "f/6.3");
        Stands(browser, "Iris", "f/6.3");
    }

    [Fact]
    public void A_draft_keeps_the_mains_frequency_that_is_typed()
    {
        using Browser browser = site.Open();
        browser.Go("/standards");
        browser.Click("tr button.link", "Start a draft");
        browser.Read("h1", "draft");
        browser.Latency(LateMs);
        browser.Click("nav.zone-queue button", "About");
        Keeps(browser, "Mains", "50");
        Keeps(browser, "Colour", "4300");
        browser.Reload();
        browser.Click("nav.zone-queue button", "About");
        browser.Until(() => Value(browser, "Mains") == "50", "the mains to be saved");
    }

    // Types, leaves the field, and looks for longer than two answers take whether it is still there.
    private static void Keeps(Browser browser, string label, string text, bool saves = true)
    {
        browser.Until(() => Value(browser, label) is not null, label);
        browser.Script(Find + "field(arguments[0]).focus(); field(arguments[0]).select();", label);
        browser.Press(text);
        browser.Press(Keys.Tab);
        for (int i = 0; i < (saves ? 14 : 8); i++)
        {
            Thread.Sleep(150);
            Value(browser, label).ShouldBe(text, $"{label} after {i * 150} ms");
        }
    }

    private static void Stands(Browser browser, string label, string begins)
    {
        for (int i = 0; i < 8; i++)
        {
            Thread.Sleep(150);
            string shown = (string?)
                browser.Script(
                    "return [...document.querySelectorAll('.one-of')].find(e => e.querySelector('span').textContent.trim().startsWith(arguments[0]))?.querySelector('[role=combobox]')?.textContent ?? ''",
                    label
                )
                ?? "";
            shown.ShouldStartWith(begins, Case.Sensitive, $"{label} after {i * 150} ms");
        }
    }

    private const string Find =
        "const field = (label) => [...document.querySelectorAll('label')].find(l => l.textContent.trim().startsWith(label))?.querySelector('input, textarea'); ";

    private static string? Value(Browser browser, string label) =>
        browser.Script(Find + "return field(arguments[0])?.value ?? null;", label) as string;
}
