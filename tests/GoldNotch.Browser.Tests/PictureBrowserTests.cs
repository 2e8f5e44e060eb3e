using GoldNotch.Core.Exposure;
using GoldNotch.Core.Frames;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Imaging;
using GoldNotch.Imaging.Rendering;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>A picture chosen, its card found, moved by keys and read.</summary>
[Collection(DefinitionTests.Name)]
public sealed class PictureBrowserTests(DemoBrowserSite site) : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("gold-notch-pictures");

    public void Dispose() => _folder.Delete(recursive: true);

    [Fact]
    public void A_picture_is_dropped_its_card_found_moved_by_keys_and_read_at_full_size()
    {
        using Browser browser = site.Open("mara");
        browser.Go("/cameras/pictures");
        browser.Read("main", "No picture was measured yet.");
        browser.See(".drop").FindElement(By.CssSelector("input[type=file]")).SendKeys(Still(_folder, "OBG-103 card.png"));
        browser.Read("h1", "OBG-103 card.png");
        browser.Read(".zone-work", "Nothing is marked yet.");
        browser.Click(".begin button", "Find the card");
        GreyCard(browser).Click();
        browser.Read(".zone-effect", "Fit to be read.");
        browser.Read(".zone-effect [role=status]", "At full size, saved.");

        // What the camera was set to makes a cast of it.
        browser.See(".zone-effect input[placeholder='5600']").SendKeys("3200");
        browser.Read(".zone-effect dl", "mired, warm");
        browser.Read(".zone-effect [role=status]", "At full size, saved.");

        // By keys: half a per cent to the right, and back by undoing.
        double Left() => IsAt(browser.See(".region"), "left");
        double before = Left();
        browser.Script("document.querySelector('.region').focus()");
        browser.Press(Keys.ArrowRight);
        browser.Until(() => Left() != before, "the region to move");
        browser.Click(".zone-queue button", "Undo");
        browser.Until(() => Left() == before, "the region to be back");
        browser.Read(".zone-effect [role=status]", "At full size, saved.");
        LookTests.Inspect(browser, "a picture", 1280);

        browser.Go("/cameras/pictures");
        browser.Read("tbody", "OBG-103 card.png");
        browser.Read("tbody", "Mara Quill");
        browser.Resize(390, 800);
        browser.See("tbody a").Click();
        browser.Read("h1", "OBG-103 card.png");
        browser.Until(() => browser.All(".plot canvas").Count == 3, "the drawings");
        LookTests.Inspect(browser, "a picture on a phone", 390);
    }

    [Fact]
    public void What_is_no_picture_is_told_and_another_is_taken()
    {
        string words = Path.Combine(_folder.FullName, "words.png");
        File.WriteAllText(words, "shutter,gain");
        using Browser browser = site.Open("joss");
        browser.Go("/cameras/pictures");
        browser.See(".drop").FindElement(By.CssSelector("input[type=file]")).SendKeys(words + "\n" + Still(_folder, "another.png"));
        browser.Read(".drop", "This is no picture or clip, whatever its name says.");
        browser.Read(".drop", "Measure it");
        LookTests.Inspect(browser, "pictures with one that is none", 1280);
    }

    /// <summary>The proposal that lies on the grey card of the stand-ins' chart.</summary>
    internal static IWebElement GreyCard(Browser browser)
    {
        browser.Until(() => browser.All(".proposal").Count > 2, "the proposals over the picture");
        return browser.All(".proposal").First(p => IsAt(p, "left") is > 5 and < 27 && IsAt(p, "top") is > 31 and < 67);
    }

    // Where something stands over the picture, per cent.
    private static double IsAt(IWebElement element, string side) =>
        double.Parse(element.GetAttribute("style")!.Split($"{side}: ")[1].Split('%')[0], System.Globalization.CultureInfo.InvariantCulture);

    internal static string Still(DirectoryInfo folder, string name, int width = 640)
    {
        var profile = new PictureProfile(ToneCurve.Named("sRGB"));
        var camera = new StandInCamera { ExposureStops = 0.1, Balanced = new Kelvin(3200) };
        ushort[] samples = SceneRenderer.Render(
            StandInSubject.Chart,
            new StandInLamp(new Kelvin(2950)),
            camera,
            profile,
            width,
            width * 9 / 16,
            9
        );
        string path = Path.Combine(folder.FullName, name);
        using FileStream file = File.Create(path);
        PngWriter.Write(samples, width, file);
        return path;
    }
}
