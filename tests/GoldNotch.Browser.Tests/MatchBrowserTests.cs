using System.Net.Http.Json;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>Cameras of a line-up matched on the screen: pictures over their links and from files, corrections, two people, the signature.</summary>
[Collection(MatchingTests.Name)]
public sealed class MatchBrowserTests(DemoBrowserSite site) : IDisposable
{
    private const string LineUp = "/shoots/5d1f7a10-2c41-4f0e-9a55-0a1b2c3d4e01/plan";
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("gold-notch-match");

    public void Dispose() => _folder.Delete(recursive: true);

    [Fact]
    public async Task Cameras_of_a_line_up_are_matched_by_two_people_and_signed_by_a_technician()
    {
        await SceneAsync(site);
        using Browser mara = site.Open("mara");
        Begin(mara);
        string address = mara.Path;
        using Browser ines = site.Open();
        ines.Go(address);
        ines.Read(".zone-queue", "No pictures yet.");

        // One takes the pictures; the other sees them arrive, and marks the skin of the reference.
        Take(mara, 1);
        ines.Read(".zone-queue", "3 pictures");
        MarkSkin(ines);
        ines.See("[data-letter=B] .region.skin");

        Loop(mara);
        mara.See("[data-letter=A] .region.skin");
        mara.Read(".done", "A technician saves what each unit needs.");
        mara.Read(".zone-work", "predicted");
        LookTests.Inspect(mara, "a match", 1280);
        mara.Resize(390, 800);
        mara.See(".queue-button").Click();
        mara.Read(".zone-queue", "Round 2");
        LookTests.Inspect(mara, "a match on a phone", 390);

        ines.Read(".done", "Save what each unit needs.");
        ines.Click(".zone-effect .act", "Save for the units");
        ines.Click(".zone-effect .act", "Sign and save");
        ines.Read(".zone-work", "Signed by Ines Calloway");
        ines.Read(".zone-effect", "PDF");
        ines.Until(() => ines.All(".zone-work .acts").Count == 0, "nothing to be changed any more");
        ines.Go("/cameras/units/OBG-113");
        ines.Read("aside", "against OBG-108 at 5400 K");
        ines.Go("/shoots/matches");
        ines.Read("tbody", "Ines Calloway");
    }

    [Fact]
    public void A_match_of_any_cameras_takes_files_by_the_tags_in_their_names()
    {
        using Browser joss = site.Open("joss");
        joss.Go("/shoots/matches");
        joss.See("input[placeholder='What is the shoot?']").SendKeys("Two by hand");
        joss.See("input[placeholder='5600']").SendKeys("3200");
        IReadOnlyList<IWebElement> units = joss.All("form.begin .fields input[list]");
        units[0].SendKeys("OBG-105");
        units[1].SendKeys("OBG-106");
        joss.Press(Keys.Tab);
        joss.Click("form.begin .act", "Start");
        joss.Read("h1", "Two by hand");

        // A camera without a link says so, and asks for its file.
        joss.Click(".zone-work .acts .act", "Take pictures");
        joss.Read("[data-letter=A]", "choose the file of its picture");
        joss.See("[data-letter=A] .file")
            .FindElement(By.CssSelector("input"))
            .SendKeys(PictureBrowserTests.Still(_folder, "OBG-105 a.png"));
        joss.Read("[data-letter=A]", "card not confirmed");
        joss.Read(".proposed", "does each outline lie on the grey card?");
        Confirm(joss);
        joss.Read("[data-letter=A]", "reference");
        joss.See("[data-letter=B] .file")
            .FindElement(By.CssSelector("input"))
            .SendKeys(PictureBrowserTests.Still(_folder, "OBG-106 b.png"));
        joss.Read("[data-letter=B]", "card not confirmed");
        Confirm(joss);
        joss.Read("[data-letter=B]", "matched");
        LookTests.Inspect(joss, "a match by hand", 1280);

        // What stood otherwise is said afterwards, and what is no f-number is told at the form.
        joss.Click(".zone-effect summary", "Where the controls stand");
        joss.Click(".zone-effect .stand .link", "Change");
        joss.See(".stand input[placeholder='f/4']").SendKeys("wide");
        joss.Click(".stand form .act", "Save");
        joss.Read(".stand .problem", "wide");
        joss.See(".stand input[placeholder='f/4']").Clear();
        joss.See(".stand input[placeholder='f/4']").SendKeys("f/4");
        joss.Click(".stand form .act", "Save");
        joss.Read(".stand", "f/4");
        string words = Path.Combine(_folder.FullName, "OBG-106 words.png");
        File.WriteAllText(words, "no picture");
        joss.See("[data-letter=B] .file").FindElement(By.CssSelector("input")).SendKeys(words);
        joss.Read("[data-letter=B]", "This is no picture or clip");
    }

    [Fact]
    public async Task A_picture_brought_without_network_waits_over_a_reload_and_goes_into_its_match_once()
    {
        using Browser joss = site.Open("joss");
        joss.Go("/shoots/matches");
        joss.See("input[placeholder='What is the shoot?']").SendKeys("Out in the cellar");
        joss.See("input[placeholder='5600']").SendKeys("3200");
        IReadOnlyList<IWebElement> units = joss.All("form.begin .fields input[list]");
        units[0].SendKeys("OBG-105");
        units[1].SendKeys("OBG-106");
        joss.Press(Keys.Tab);
        joss.Click("form.begin .act", "Start");
        joss.Read("h1", "Out in the cellar");
        string id = joss.Path.Split('/')[^1];
        joss.KeptWhole();
        joss.Reload();
        joss.Read("h1", "Out in the cellar");
        await site.Site.StopSiteAsync();
        try
        {
            joss.See("[data-letter=A] .file").FindElement(By.CssSelector("input")).SendKeys(PictureBrowserTests.Still(_folder, "a.png"));
            joss.Read(".zone-work", "1 picture saved on this device, not uploaded yet");
            joss.Reload();
            joss.Read(".zone-work", "1 picture saved on this device, not uploaded yet");
        }
        finally
        {
            await site.Site.StartSiteAsync();
        }

        joss.Read("[data-letter=A]", "card not confirmed");
        using Web.Tests.Hosting.TestClient client = await site.Site.ClientAsync("joss");
        (await client.GetAsync($"/api/matches/{id}")).Expect(200).At("cameras/0/turns").GetArrayLength().ShouldBe(1);
    }

    /// <summary>Stands the three cameras of the line-up before the same card, two of them a little off.</summary>
    internal static async Task SceneAsync(BrowserSite site)
    {
        using var http = new HttpClient();
        async Task PutAsync(string path, object body) =>
            (await http.PutAsync(new Uri(site.Site.Cameras, $"/stand-in/{path}"), JsonContent.Create(body))).EnsureSuccessStatusCode();
        (string Tag, (string, string)[] Set)[] cameras =
        [
            (
                "OBG-101",
                [
                    ("full-auto", "off"),
                    ("white-balance", "5400"),
                    ("profile", "standard"),
                    ("gain", "0"),
                    ("nd", "clear"),
                    ("iris-control", "manual"),
                    ("iris", "f/4"),
                ]
            ),
            ("OBG-108", [("white-balance", "5400"), ("tint", "0"), ("profile", "standard"), ("iris", "f/5.6")]),
            ("OBG-113", [("white-balance", "4700"), ("tint", "0"), ("profile", "standard"), ("iris", "f/4")]),
        ];
        foreach ((string tag, (string, string)[] set) in cameras)
        {
            await PutAsync($"{tag}/scene", new { lux = 2000, lightK = 5400 });
            foreach ((string setting, string value) in set)
            {
                await PutAsync($"{tag}/hand/{setting}", new { set = value });
            }
        }
    }

    internal static void Begin(Browser browser)
    {
        browser.Go(LineUp);
        browser.See(".stack .column");
        browser.Click(".head .acts .act", "Match the cameras");
        browser.Read("h1", "Orchid repotting, match");
    }

    /// <summary>Marks the face of the chart on the picture of camera B, and comes back to the match.</summary>
    internal static void MarkSkin(Browser browser)
    {
        browser.See("[data-letter=B] .look a").Click();
        browser.Read(".zone-work", "Back to the match");
        browser.Click(".zone-queue button", "Add a region");
        browser.Read(".zone-queue", "Skin");
        foreach ((int side, string percent) in new[] { (2, "8"), (3, "18"), (0, "66"), (1, "40") })
        {
            IWebElement field = browser.All(".zone-effect .sides input")[side];
            field.Clear();
            field.SendKeys(percent);
        }

        browser.Read(".zone-effect [role=status]", "At full size, saved.");
        browser.See(".zone-work a[href*=matches]").Click();
    }

    internal static void Take(Browser browser, int round)
    {
        browser.Click(".zone-work .acts .act", round == 1 ? "Take pictures" : "Take pictures again");
        browser.Until(
            () =>
                browser.All(".zone-queue > .stays > button").Count == round
                && browser.All(".zone-queue > .stays > button")[^1].Text.Contains("3 pictures", StringComparison.Ordinal)
                && browser.All(".busy").Count == 0,
            $"round {round}"
        );
        Confirm(browser);
    }

    /// <summary>Looks at the outlines that were proposed and says that they are right; nothing is compared before.</summary>
    internal static void Confirm(Browser browser)
    {
        if (browser.All(".proposed .act").Count > 0)
        {
            browser.See(".proposed .act").Click();
            browser.Until(() => browser.All(".proposed").Count == 0, "confirmed");
        }
    }

    /// <summary>Corrects and looks again until all are matched: what a link does not take is moved by a hand.</summary>
    internal void Loop(Browser browser) => Loop(browser, site);

    internal static void Loop(Browser browser, BrowserSite of)
    {
        for (int round = 2; round < 6 && browser.All(".done").Count == 0; round++)
        {
            foreach (string letter in new[] { "A", "C" })
            {
                HandAsync(browser, of, letter).GetAwaiter().GetResult();
            }

            Take(browser, round);
        }

        browser.See(".done");
    }

    private static async Task HandAsync(Browser browser, BrowserSite of, string letter)
    {
        string id = browser.Path.Split('/')[^1];
        using Web.Tests.Hosting.TestClient client = await of.Site.ClientAsync("mara");
        System.Text.Json.JsonElement camera = (await client.GetAsync($"/api/matches/{id}"))
            .Expect(200)
            .At("cameras")
            .EnumerateArray()
            .Single(c => c.GetProperty("letter").GetString() == letter);
        using var http = new HttpClient();
        foreach (System.Text.Json.JsonElement step in camera.GetProperty("steps").EnumerateArray())
        {
            if (step.GetProperty("sends").GetString() is { } value)
            {
                await http.PutAsync(
                    new Uri(
                        of.Site.Cameras,
                        $"/stand-in/{camera.GetProperty("unit").GetString()}/hand/{step.GetProperty("setting").GetString()}"
                    ),
                    JsonContent.Create(new { set = value })
                );
            }
        }
    }
}
