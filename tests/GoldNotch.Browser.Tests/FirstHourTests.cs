using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>A site on which nothing is set up yet.</summary>
public sealed class EmptySite : TestSite
{
    // Absolute, so that it is looked for nowhere else; with nothing in it there is nothing to import.
    protected override string Folder { get; } = Directory.CreateTempSubdirectory("gold-notch-empty").FullName;
}

/// <summary>From an empty department to its first standard, by keyboard alone, counted.</summary>
public sealed class FirstHourTests : IAsyncLifetime
{
    private const string Manual = """
        Gain: -3 0 3 6 9 12 dB
        Shutter speed: 1/24 1/30 1/48 1/60 1/100 1/120 1/250 1/500
        1080 59.94p 45
        1080 29.97p 45 30
        1080 23.976p 30
        ND filter: clear 1/4 1/16
        White balance: 3200 K 5600 K
        Zebra: Menu > Display > Zebra
        Date and time: Menu > System > Clock
        Language: Menu > System > Language
        """;

    private readonly BrowserOf _site = new();

    private sealed class BrowserOf : BrowserSite
    {
        public override TestSite Site { get; } = new EmptySite();
    }

    public Task InitializeAsync() => _site.InitializeAsync();

    public Task DisposeAsync() => _site.DisposeAsync();

    [Fact]
    public void A_department_begins_with_a_place_a_specification_units_and_a_standard()
    {
        using Browser browser = _site.Open();
        browser.Read("main", "There are no cameras yet");
        browser.Click("main a", "First steps");
        browser.Read("li.next", "Place and mains");
        LookTests.Inspect(browser, "first steps", 1280);

        browser.CountKeys();
        browser.See("[data-step=place] input").Click();
        Type(browser, "Media room");
        browser.Press(Keys.Enter);
        browser.Read("[data-step=place]", "done: Media room");

        // A model from its manual: a class of camera, then what the manual says, then what of the class is so.
        browser.CountKeys();
        browser.Click("[data-step=specification] a", "New specification");
        browser.Until(() => browser.Script("return document.activeElement?.tagName === 'INPUT'") is true, "the name to be in hand");
        Type(browser, "Gorse 1");
        browser.Press(Keys.Enter);
        browser.Read("h1", "Gorse 1");
        browser.Read("nav.zone-queue", "not known");
        browser.Click("button", "Paste from the manual");
        browser.See("#manual-text");
        // Pasted, not typed.
        browser.Script(
            "const field = document.getElementById('manual-text'); field.value = arguments[0]; field.dispatchEvent(new Event('input')); field.focus();",
            Manual
        );
        browser.Press(Keys.Control + Keys.Enter);
        browser.Read(".manual-form", "1/24, 1/30, 1/48");
        browser.Read(".manual-form", "clock: Menu, System, Clock");
        browser.Click(".manual-form button", "Take it over");
        browser.Click("nav.zone-queue button", "Viewing aids");
        browser.Read(".presumed", "usually have");
        browser.Click(".presumed button", "Confirm all");
        browser.Until(() => !browser.Has("p.presumed"), "the chapter to be confirmed");
        browser.Click(".acts button", "Save as version");
        browser.Read("h1", "version 2");
        browser.KeysPressed.ShouldBeLessThan(40, "beside what is pasted from the manual");

        browser.Go("/first-steps");
        browser.CountKeys();
        browser.Click("[data-step=units] a", "Add units");
        browser.Until(() => browser.Script("return document.activeElement?.dataset.field === 'tag'") is true, "the tag to be in hand");
        Type(browser, "MR-01");
        browser.Press(Keys.Tab, Keys.Tab);
        Type(browser, "red");
        browser.Press(Keys.Enter);
        browser.See("[data-row='1']");
        Type(browser, "blue");
        browser.Press(Keys.Enter);
        browser.See("[data-row='2']");
        Type(browser, "grey");
        browser.Press(Keys.Control + Keys.Enter);
        browser.Read(".added", "3 units added: MR-01, MR-02, MR-03");
        browser.KeysPressed.ShouldBeLessThan(30);
        browser.See(".added .labels a");

        browser.Go("/first-steps");
        browser.CountKeys();
        browser.Click("[data-step=standard] a", "New standard");
        browser.Until(() => browser.Script("return document.activeElement?.tagName === 'INPUT'") is true, "the name to be in hand");
        Type(browser, "Talks");
        browser.Press(Keys.Tab);
        browser.Press("t");
        browser.SeeText("[role=option]", "Talk or interview");
        browser.Press(Keys.Enter);
        browser.Until(() => !browser.Has("[role=listbox]"), "the picker to close");
        browser.Press(Keys.Tab, Keys.Enter);
        browser.Read("h1", "Talks");
        browser.KeysPressed.ShouldBeLessThan(20, "to a whole draft with its reasons");
    }

    private static void Type(Browser browser, string text) => browser.Press([.. text.Select(c => c.ToString())]);
}
