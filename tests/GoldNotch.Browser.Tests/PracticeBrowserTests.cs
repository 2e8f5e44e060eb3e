using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>Exercises as a volunteer does them: at a camera on the screen, with keys, and with the network gone at the end.</summary>
[Collection(DemoBrowserTests.Name)]
public class PracticeBrowserTests(DemoBrowserSite site)
{
    private async Task<Guid> BeginAsync(string kind, int seed)
    {
        using TestClient mara = await site.Site.ClientAsync("mara");
        var id = Guid.NewGuid();
        object request = new
        {
            kind,
            model = "bracken-3",
            standard = "lecture-room",
            seed,
        };
        (await mara.PutAsync($"/api/practice/tries/{id}", request)).Expect(200);
        return id;
    }

    private static long Moves(Browser browser) => (long)browser.Script("return document.querySelectorAll('.did li').length")!;

    [Fact]
    public async Task A_control_is_worked_by_keys_seen_in_the_finder_taken_back_and_the_camera_judged()
    {
        Guid id = await BeginAsync("set-to-sheet", 11);
        using Browser browser = site.Open("mara");
        browser.Go($"/practice/{id}");
        browser.See(".finder img");
        object? before = browser.Script("return document.querySelector('.finder img').getAttribute('src')");
        browser.Press("1");
        // One that can be moved on: not at the last of its positions.
        browser.Until(
            () =>
                browser.Script(
                    "const c = [...document.querySelectorAll('.control')].find(b => Number(b.querySelector('.knob')?.getAttribute('cx') ?? 99) < 70); c?.focus(); return Boolean(c)"
                )
                    is true,
            "a control to be in hand"
        );
        browser.Press(Keys.ArrowRight);
        browser.Until(() => Moves(browser) == 1, "the move to be told");
        browser.Until(
            () => !Equals(browser.Script("return document.querySelector('.finder img').getAttribute('src')"), before),
            "the finder to follow"
        );
        browser.Press("z");
        browser.Until(() => Moves(browser) == 0, "the move to be taken back");
        browser.Click("button", "Tell it in words");
        browser.See(".told li");
        browser.Click("button", "It is ready");
        browser.Read(".result h2", "Not yet");
        browser.Read(".result", "Why it matters");
    }

    [Fact]
    public async Task An_exercise_that_ends_without_network_is_kept_and_counted_once()
    {
        Guid id = await BeginAsync("light-changed", 12);
        using Browser browser = site.Open("mara");
        browser.Go($"/practice/{id}");
        for (int question = 1; question < 5; question++)
        {
            browser.Read(".zone-work", $"Question {question} of 5");
            browser.Click("button", "Next");
        }

        browser.Offline(true);
        browser.Click("button", "That is all");
        browser.Read(".zone-work", "sent as soon as the site is there");
        browser.Offline(false);
        browser.Read(".result h2", "Not yet: 0 of 5");
        (await site.Site.SqlAsync($"SELECT count(*) FROM practice_try WHERE id = '{id}' AND finished_at IS NOT NULL")).ShouldBe(1L);
        browser.Go("/practice");
        browser.Read(".plain-table", "The light changed");
    }

    [Fact]
    public async Task A_technician_says_what_a_check_off_asks_and_it_is_asked_from_then_on()
    {
        using TestClient ines = await site.Site.ClientAsync();
        using Browser browser = site.Open();
        browser.Go("/practice/check-offs");
        browser.Click("a", "Requirements");
        browser.Read("h1", "Check-off requirements");
        browser.See(".act[type=submit]").Enabled.ShouldBeFalse("nothing is changed yet");
        browser.Click("li .tick", "counts the kit against its list");
        browser.Click("button", "Add item");
        browser.Press("dries the lens");
        browser.Script("const f = document.querySelector('.own input'); f.value = ' '; f.dispatchEvent(new Event('input'))");
        browser.Click("button", "Save");
        browser.Read(".own [role=alert]", "1 to 160");
        browser.Read(".problem", "still here");
        browser.Press(Keys.Control + "a", Keys.Backspace, "dries the lens", Keys.Enter);
        browser.Read("form [role=status]", "Saved.");
        var id = Guid.NewGuid();
        try
        {
            (await ines.PutAsync($"/api/check-offs/{id}", new { person = "joss", model = "fennel-hs" })).Expect(200);
            browser.Click("a", "Check-offs");
            string asked = browser.Read(".exam[aria-label='Joss Penhale, Fennel HS']", "dries the lens");
            asked.ShouldNotContain("counts the kit");
            asked.ShouldContain("On the screen with Fennel HS");
        }
        finally
        {
            await ines.SendAsync(HttpMethod.Delete, $"/api/check-offs/{id}", null);
            Answer now = await ines.GetAsync("/api/department");
            object back = new
            {
                name = now.Text("name"),
                timeZone = now.Text("timeZone"),
                mainsHz = now.At("mainsHz").GetDouble(),
                checkOff = new
                {
                    months = 12,
                    asked = now.Text("checkOff/asked"),
                    list = new { },
                },
            };
            (await ines.PutAsync("/api/department", back, now.Int("version"))).Expect(200);
        }
    }
}
