using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>A shoot from its name to the loan that closes, as it is done at the counter.</summary>
[Collection(DemoBrowserTests.Name)]
public class ShootBrowserTests(DemoBrowserSite site)
{
    private static object[] Kit(string tag) =>
        [
            new { name = "Camera", kind = "body" },
            new
            {
                name = "Plate",
                kind = "plate",
                code = tag.Replace("CNT", "PLT", StringComparison.Ordinal),
            },
            new
            {
                name = "Battery",
                kind = "battery",
                count = 2,
            },
            new { name = "Card", kind = "card" },
            new { name = "Charger", kind = "charger" },
            new
            {
                name = "Headphones",
                kind = "headphones",
                supply = "bring-your-own",
            },
        ];

    private async Task UnitAsync(string tag, bool kit)
    {
        using TestClient ines = await site.Site.ClientAsync();
        object unit = new
        {
            tag,
            model = "alder-20",
            tape = "grey",
            place = "Shelf",
        };
        (await ines.SendAsync(HttpMethod.Post, "/api/units", new { units = new[] { unit } })).Expect(200);
        if (kit)
        {
            (await ines.PutAsync($"/api/units/{tag}/kit", new { pieces = Kit(tag) }, 0)).Expect(200);
        }
    }

    [Fact]
    public async Task A_camera_is_handed_out_and_taken_back_by_keys_alone_and_its_loan_closes()
    {
        await UnitAsync("CNT-901", kit: true);
        using Browser browser = site.Open("ines");
        browser.Go("/shoots/hand-out");
        browser.Until(
            () => browser.Script("return document.activeElement?.placeholder?.startsWith('tag')") is true,
            "the tag to be in hand"
        );
        browser.CountKeys();
        Type(browser, "plt-901");
        browser.Press(Keys.Enter);
        browser.Read(".unit", "CNT-901");
        browser.Until(() => browser.Script("return document.activeElement?.placeholder") is "name", "the borrower to be in hand");
        Type(browser, "mara");
        browser.Press(Keys.Enter);
        browser.Until(() => browser.Script("return document.activeElement?.hasAttribute('data-piece')") is true, "the kit to be in hand");
        browser.Press("a");
        browser.Read(".against", "The check of CNT-901 is due");
        browser.Until(() => browser.Script("return !!document.activeElement?.closest('.reason')") is true, "the reason to be in hand");
        Type(browser, "late");
        browser.Until(() => browser.See("p.acts .act").Enabled, "it to be ready");
        browser.Press(Keys.Enter);
        browser.Read(".done", "CNT-901 is with Mara Quill");
        browser.KeysPressed.ShouldBeLessThan(30);

        browser.SeeText("p.acts a", "The loan").Click();
        browser.Read("h1", "CNT-901 · Mara Quill");
        browser.See("[data-piece]");
        browser.Press("a");
        browser.Press("w");
        browser.Until(() => browser.All(".ticks input:checked").Count > 5 || Ticked(browser) > 5, "the wrap list to be done");
        TabTo(browser, "Take back");
        browser.Press(Keys.Enter);
        browser.Read(".open", "nobody has read its clip list");
        browser.Read("main", "1 × Camera 1 back");
        browser.Click(".open .act", "Nothing was recorded");
        browser.Read("main", "Nothing is open");
        browser.Click(".close .act", "Close the loan");
        browser.Read("main", "closed");
        browser.Go("/shoots/loans?all=1");
        browser.Read("tbody", "CNT-901");
    }

    [Fact]
    public async Task A_shoot_is_planned_packed_and_refused_a_camera_that_another_has()
    {
        await UnitAsync("CNT-911", kit: true);
        await UnitAsync("CNT-912", kit: false);
        using Browser browser = site.Open("mara");
        browser.Go("/shoots");
        browser.See(".begin input").SendKeys("Moss walk");
        browser.Choose(".begin", "Standard", "Lecture room");
        browser.Click(".begin .act", "Start");
        browser.Read("h1", "Moss walk");
        browser.Read(".findings", "nothing is booked");
        Day(browser, "Call", "2031-05-05 09:00");
        Day(browser, "End", "2031-05-05 17:00");
        Add(browser, "CNT-911");
        Add(browser, "CNT-912");
        browser.Read(".findings", "Nobody wrote down the kit of CNT-912");
        browser.Click("section .act", "Add a block");
        browser.See(".block");
        Saved(browser);
        string first = browser.Path;

        browser.Click(".shoot-rooms a", "Pack");
        browser.Read("main", "Start by");
        browser.Read("main", "count and pack");
        browser.Read("main", "Set all cameras to the same timecode");
        browser.See("figure.day svg");
        LookTests.Inspect(browser, "the packing of a shoot", 1280);
        browser.Click(".shoot-rooms a", "Plan");
        browser.Click("form .act", "Start the plan");
        browser.See(".zone-work");
        browser.Read(".zone-work h1", "Moss walk");

        browser.Go("/shoots");
        browser.See(".begin input").SendKeys("In the way");
        browser.Click(".begin .act", "Start");
        browser.Read("h1", "In the way");
        Day(browser, "Call", "2031-05-05 16:00");
        Day(browser, "End", "2031-05-05 18:00");
        Add(browser, "CNT-911");
        browser.Read("[role=alert]", "CNT-911 is booked for “Moss walk” at that time");
        browser.Go("/shoots");
        browser.Read("tbody", "In the way");
        browser.Go(first);
        browser.Read("h1", "Moss walk");
        browser.SeeText("p.acts button", "Cancel the shoot").Click();
        browser.See("form input[maxlength='300']").SendKeys("Rain");
        browser.Click("form .act", "Cancel it");
        browser.Read(".page header", "cancelled: Rain");
    }

    [Fact]
    public async Task A_day_that_is_late_moves_on_a_phone_without_network_and_for_everybody_when_it_is_back()
    {
        await UnitAsync("CNT-941", kit: true);
        using TestClient mara = await site.Site.ClientAsync("mara");
        var id = Guid.NewGuid();
        // A machine that is slow for half a minute still reads the same minute.
        DateTimeOffset call = DateTimeOffset.UtcNow.AddMinutes(-30).AddSeconds(25);
        object shoot = new
        {
            id,
            name = "Slow orchids",
            call,
            end = call.AddHours(3),
            standard = "lecture-room",
            cameras = new[] { new { letter = "A", unit = "CNT-941" } },
            blocks = new[]
            {
                new
                {
                    name = "Second bed",
                    from = call.AddMinutes(90),
                    to = call.AddHours(2),
                },
            },
        };
        (await mara.PutAsync($"/api/shoots/{id}", shoot, 0)).Expect(200);
        using Browser phone = site.Open("mara", width: 390);
        phone.KeptWhole();
        phone.Go($"/shoots/{id}/day");
        phone.Read(".next", "in 60 min");
        LookTests.Inspect(phone, "the day in the hand", 390);
        phone.Offline(true);
        phone.Click(".late button", "20 min");
        phone.Read("[data-role=waiting]", "1 move of the day saved on this device");
        phone.Read(".next", "in 80 min");
        phone.Reload();
        phone.Read(".next", "in 80 min");
        (await mara.GetAsync($"/api/shoots/{id}")).Int("version").ShouldBe(1);
        phone.Offline(false);
        phone.Until(() => !phone.Has("[data-role=waiting]"), "the move to go up by itself");
        Answer moved = (await mara.GetAsync($"/api/shoots/{id}")).Expect(200);
        moved.Int("version").ShouldBe(2);
        moved.At("document").GetProperty("end").GetDateTimeOffset().ShouldBe(call.AddHours(3).AddMinutes(20), TimeSpan.FromSeconds(1));
        phone.Read(".next", "in 80 min");
    }

    [Fact]
    public async Task A_calendar_address_is_made_read_by_a_program_and_taken_back()
    {
        using Browser browser = site.Open("joss");
        browser.Go("/account");
        browser.Click(".calendar button", "Make an address");
        string address = browser.See(".calendar input").GetDomProperty("value")!;
        using var program = new HttpClient();
        (await program.GetStringAsync(new Uri(address))).ShouldStartWith("BEGIN:VCALENDAR");
        LookTests.Inspect(browser, "an address that was made", 1280);
        browser.Reload();
        browser.Read(".calendar", "cannot be shown again");
        browser.Click(".calendar button", "Revoke it");
        browser.SeeText(".calendar button", "Make an address");
        (await program.GetAsync(new Uri(address))).StatusCode.ShouldBe(System.Net.HttpStatusCode.NotFound);
    }

    [Fact]
    public async Task A_kit_is_written_down_and_a_label_of_another_kit_is_refused_at_its_field()
    {
        await UnitAsync("CNT-921", kit: false);
        using TestClient ines = await site.Site.ClientAsync();
        await UnitAsync("CNT-922", kit: false);
        object[] pieces =
        [
            new
            {
                name = "Plate",
                kind = "plate",
                code = "PLT-922",
            },
        ];
        (await ines.PutAsync("/api/units/CNT-922/kit", new { pieces }, 0)).Expect(200);
        using Browser browser = site.Open("ines");
        browser.Go("/cameras/units/CNT-921/kit");
        browser.Click(".acts .act", "Begin with the usual");
        IWebElement label = browser
            .All(".piece")[1]
            .FindElements(By.CssSelector(".entry input"))
            .First(i =>
                i.GetDomProperty("value") == ""
                && i.FindElement(By.XPath("ancestor::label")).Text.StartsWith("Label", StringComparison.Ordinal)
            );
        label.SendKeys("PLT-922");
        browser.Click(".acts .act", "Save");
        browser.Read(".piece [role=alert]", "CNT-922: Plate");
        label.SendKeys("-B");
        browser.Click(".acts .act", "Save");
        browser.Read(".acts [role=status]", "saved");
        browser.Go("/cameras/units/CNT-921/kit");
        browser.Until(() => browser.All(".piece").Count == 11, "the kit to be there again");
        LookTests.Inspect(browser, "a kit", 1280);
    }

    [Fact]
    public async Task A_card_is_compared_with_its_copies_in_the_browser_and_differences_are_named_by_clip()
    {
        await UnitAsync("CNT-931", kit: true);
        using TestClient ines = await site.Site.ClientAsync();
        var id = Guid.NewGuid();
        object request = new
        {
            unit = "CNT-931",
            borrower = "mara",
            counted = new[] { new { name = "Camera", counted = 1 }, new { name = "Card", counted = 1 } },
            reason = "in a hurry",
            due = DateTimeOffset.UtcNow.AddHours(2),
        };
        (await ines.PutAsync($"/api/loans/{id}", request)).Expect(200);
        string at = Directory.CreateTempSubdirectory("card-").FullName;
        try
        {
            foreach (string folder in new[] { "card", "one", "two" })
            {
                Directory.CreateDirectory(Path.Combine(at, folder, "CLIP"));
                for (int i = 1; i <= 3; i++)
                {
                    await File.WriteAllTextAsync(Path.Combine(at, folder, "CLIP", $"C{i}.MP4"), new string((char)('0' + i), 100_000));
                }
            }

            string spoilt = Path.Combine(at, "two", "CLIP", "C2.MP4");
            await File.AppendAllTextAsync(spoilt, "x");
            using Browser browser = site.Open("ines");
            browser.Go($"/shoots/loans/{id}/copies/Card");
            browser.See(".folders");
            Choose(browser, 0, Path.Combine(at, "card"), null);
            Choose(browser, 1, Path.Combine(at, "one"), "disk 1");
            Choose(browser, 2, Path.Combine(at, "two"), "disk 2");
            browser.See(".owners input").SendKeys("Mara Quill");
            browser.Click("p .act", "Compare");
            browser.Read("#found", "1 of 3 clips are not safe");
            browser.Read("tbody", "CLIP/C2.MP4");
            browser.Read("tbody", "different");
            LookTests.Inspect(browser, "copies of a card", 1280);

            await File.WriteAllTextAsync(spoilt, new string('2', 100_000));
            Choose(browser, 2, Path.Combine(at, "two"), null);
            browser.Click("p .act", "Compare");
            browser.Read("#found", "All 3 clips are safe");
            browser.Read("main", "Not released yet by Mara Quill");
        }
        finally
        {
            Directory.Delete(at, true);
        }
    }

    private static void Choose(Browser browser, int nth, string folder, string? disk)
    {
        IWebElement choice = browser.All("fieldset.choice")[nth];
        choice.FindElement(By.CssSelector("input[webkitdirectory]")).SendKeys(folder);
        if (disk is not null)
        {
            choice.FindElement(By.CssSelector(".entry input")).SendKeys(disk);
        }
    }

    private static long Ticked(Browser browser) =>
        Convert.ToInt64(
            browser.Script("return [...document.querySelectorAll('.ticks input')].filter(i => i.checked).length"),
            System.Globalization.CultureInfo.InvariantCulture
        );

    private static void Type(Browser browser, string text)
    {
        foreach (char c in text)
        {
            browser.Press(c.ToString());
        }
    }

    private static void Day(Browser browser, string label, string text)
    {
        IWebElement field = browser
            .All(".form label.entry")
            .First(l => l.Text.StartsWith(label, StringComparison.Ordinal))
            .FindElement(By.CssSelector("input"));
        field.Click();
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(text + Keys.Tab);
        browser.Press(Keys.Escape);
        Saved(browser);
    }

    private static void Add(Browser browser, string tag)
    {
        browser.See(".adding input").SendKeys(tag);
        browser.Until(() => browser.See(".adding button").Enabled, "the unit to be found");
        browser.See(".adding button").Click();
    }

    private static void Saved(Browser browser) => browser.Read(".page header [role=status]", "all saved");

    private static void TabTo(Browser browser, string words)
    {
        for (int i = 0; i < 80; i++)
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
