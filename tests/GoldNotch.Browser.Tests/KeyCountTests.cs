using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>How many keys the commonest work takes, by keyboard alone, on the demo: what is counted here is what a hand does at the counter.</summary>
[Collection(DemoBrowserTests.Name)]
public class KeyCountTests(DemoBrowserSite site, Xunit.Abstractions.ITestOutputHelper output)
{
    private const int WithoutFaults = 60;
    private const int WithFiveFaults = 90;

    [Theory]
    [InlineData("Lecture room", "102")]
    [InlineData("Pollen release", "114")]
    public void A_known_camera_without_faults_is_checked_and_signed_in_under_sixty_keys(string standard, string unit)
    {
        using Browser browser = Begin(unit, standard);
        Walk(browser, []);
        Sign(browser);
        output.WriteLine($"{standard}: {browser.KeysPressed} keys");
        browser.KeysPressed.ShouldBeLessThan(WithoutFaults, standard);
    }

    [Fact]
    public void A_camera_with_five_faults_is_checked_and_signed_in_under_ninety_keys()
    {
        using Browser browser = Begin("105", "Lecture room");
        Dictionary<string, string> faults = new()
        {
            ["full-auto"] = "on",
            ["gain"] = "H",
            ["nd"] = "1",
            ["white-balance"] = "5600",
            ["phantom-1"] = "off",
        };
        Walk(browser, faults);
        browser.Read(".sign", "5 off target");
        Sign(browser);
        output.WriteLine($"five faults: {browser.KeysPressed} keys");
        browser.KeysPressed.ShouldBeLessThan(WithFiveFaults);
    }

    [Fact]
    public void A_line_up_of_three_cameras_from_one_reading_takes_under_ninety_keys()
    {
        using Browser browser = site.Open("mara");
        browser.Go("/shoots");
        browser.Until(() => browser.Script("return document.activeElement?.tagName === 'INPUT'") is true, "the name to be in hand");
        browser.CountKeys();
        Type(browser, "Fern talk");
        browser.Press(Keys.Tab);
        browser.Press("g");
        browser.SeeText("[role=option]", "Glasshouse talk");
        browser.Press(Keys.Enter);
        browser.Until(() => !browser.Has("[role=listbox]"), "the picker to close");
        // Past the shoot without a plan.
        browser.Press(Keys.Tab, Keys.Tab, Keys.Enter);
        browser.Read("h1", "Fern talk");
        browser.Until(() => browser.Script("return !!document.activeElement?.closest('.light')") is true, "the light to be in hand");
        if (browser.Script("return document.querySelector('input[name=light-way]:checked').value") is "lux")
        {
            // The standard knows its light in lux: one reading is what is in the hand.
            browser.Press(Keys.Shift + Keys.Tab);
            browser.Press(Keys.ArrowLeft);
            browser.See(".light .row.three");
            browser.Press(Keys.Tab);
        }

        Type(browser, "11 1/3");
        browser.Press(Keys.Enter);
        Type(browser, "1/60");
        browser.Press(Keys.Enter);
        Type(browser, "320");
        browser.Press(Keys.Enter);
        foreach (string tag in new[] { "101", "108", "113" })
        {
            browser.Until(
                () => browser.Script("return !!document.activeElement?.closest('.adding') && document.activeElement.value === ''") is true,
                "the next unit to be asked for"
            );
            Type(browser, tag);
            browser.Until(
                () => browser.Script("return document.querySelectorAll('.adding option').length === 1") is true,
                "one unit to be left"
            );
            browser.Press(Keys.Enter);
        }

        browser.Until(() => browser.All(".stack .column").Count == 3, "three columns");
        output.WriteLine($"line-up: {browser.KeysPressed} keys");
        browser.KeysPressed.ShouldBeLessThan(WithFiveFaults);
        LookTests.Inspect(browser, "the line-up with its first cameras", 1280);
    }

    private static void Type(Browser browser, string text)
    {
        // Over what stands there.
        browser.Press(Keys.Control + "a");
        browser.Press([.. text.Select(c => c.ToString())]);
    }

    [Fact]
    public void Only_what_differs_from_the_last_check_is_one_key()
    {
        using Browser browser = Begin("106", "Lecture room");
        int entries = browser.All(".queue [data-group], .queue [data-setting]").Count;
        browser.Press("=");
        browser.See(".queue [data-group=group-as-before]");
        browser.All(".queue [data-group], .queue [data-setting]").Count.ShouldBeLessThan(entries);
        browser.Press("=");
        browser.Until(() => !browser.Has(".queue [data-group=group-as-before]"), "every line again");
    }

    private Browser Begin(string unit, string standard)
    {
        return site.Open("mara")
            .OrClosed(browser =>
            {
                browser.Go("/bench");
                browser.See("#find-unit");
                browser.CountKeys();
                browser.Press([.. unit.Select(c => c.ToString())]);
                browser.Until(() => browser.All("section[aria-labelledby=units] li").Count == 1, "one unit to be left");
                browser.Press(Keys.Enter);
                browser.Until(() => Focused(browser).Length > 0, "the standards");
                for (int i = 0; i < 12 && !Focused(browser).StartsWith(standard, StringComparison.Ordinal); i++)
                {
                    browser.Press(standard[..1].ToLowerInvariant());
                }

                Focused(browser).ShouldStartWith(standard);
                browser.Press(Keys.Enter);
                browser.See(".group-work, .notch");
            });
    }

    // Goes through the check as a hand would: Space where the camera is as the sheet says, what is seen where it is not.
    private static void Walk(Browser browser, Dictionary<string, string> faults)
    {
        for (int step = 0; step < 80 && !browser.Has(".sign"); step++)
        {
            string at = browser.Path;
            string? line = Shown(browser, ".notch", "setting");
            if (line is not null)
            {
                if (faults.Remove(line, out string? seen))
                {
                    browser.Press([.. seen.Select(c => c.ToString()), Keys.Enter]);
                }
                else
                {
                    browser.Press(" ");
                    if (browser.Has("[data-role=refusal]"))
                    {
                        // A must that this model cannot meet has to be looked at: it has no such control.
                        browser.Press("n");
                    }
                }
            }
            else
            {
                string lines = Shown(browser, ".group-work", "lines") ?? "";
                int wrong = lines.Split(' ').ToList().FindIndex(faults.ContainsKey);
                browser.Press(wrong >= 0 ? (wrong + 1).ToString(System.Globalization.CultureInfo.InvariantCulture) : " ");
            }

            browser.Until(() => browser.Path != at, $"the step after {at}");
            browser.Until(
                () => browser.Has(".sign") || browser.Script("return document.activeElement?.id === 'seen'") is true,
                "the next step to take what is typed"
            );
        }

        faults.ShouldBeEmpty();
    }

    private static void Sign(Browser browser)
    {
        browser.Until(() => Focused(browser).StartsWith("Sign", StringComparison.Ordinal), "the signature to be in hand");
        browser.Press(Keys.Enter);
        browser.Read("main", "Signed by");
    }

    private static string Focused(Browser browser) =>
        ((string?)browser.Script("return document.activeElement?.closest('button')?.innerText ?? ''") ?? "").Trim();

    private static string? Shown(Browser browser, string css, string data) =>
        browser.Script($"return document.querySelector('{css}')?.dataset.{data} ?? null") as string;
}
