using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>A test clip at the bench, and one without a check.</summary>
[Collection(MatchingTests.Name)]
public sealed class ClipBrowserTests(DemoBrowserSite site) : IDisposable
{
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("gold-notch-clips");

    public void Dispose() => _folder.Delete(recursive: true);

    [Fact]
    public async Task The_ten_second_test_is_done_by_its_clip_and_what_it_shows_counts()
    {
        using TestClient mara = await site.Site.ClientAsync("mara");
        Guid check = await mara.BeginAsync("OBG-105");
        using Browser browser = site.Open("mara");
        browser.Go($"/bench/{check}/test-clip");
        browser.Read(".by-clip", "Record ten seconds with somebody speaking");
        string words = Path.Combine(_folder.FullName, "words.mp4");
        await File.WriteAllTextAsync(words, "no clip");
        browser.Attach(".by-clip input[type=file]", words);
        browser.Read(".by-clip [role=alert]", "choose it again");

        string clip = Path.Combine(
            _folder.FullName,
            "C0001 with a very long name that a camera would never give its clip but a person would.MP4"
        );
        await File.WriteAllBytesAsync(clip, MadeClip.Of(volume: 0.03));
        browser.Attach(".by-clip input[type=file]", clip);
        browser.Read(".by-clip .findings", "Voice on channel 1 peaks at");
        browser.Read(".by-clip .answers", "Ten-second test done recorded");
        browser.Until(() => browser.Verdict("test-clip") == "onTarget", "the test to be done");
        browser.Verdict("record-format").ShouldBe("onTarget");
        browser.Read(".zone-now [data-topic=audio]", "peaks at −29 dBFS");
        browser.See(".by-clip svg[role=img]");
        LookTests.Inspect(browser, "a test clip on the bench", 1280);
        browser.Resize(390, 800);
        LookTests.Inspect(browser, "a test clip on the bench of a phone", 390);
        browser.Resize(1280, 800);

        // It is there for whoever opens the check, and its notch says where it came from.
        browser.Go($"/bench/{check}/record-format");
        browser.Read("#notch-why", "From the test clip, added by Mara Quill");
        browser.Go($"/bench/{check}/test-clip");
        browser.Read(".by-clip .name", "added by Mara Quill");
    }

    [Fact]
    public async Task A_clip_without_a_check_is_judged_on_its_own_page_and_deleted()
    {
        using Browser browser = site.Open("joss");
        browser.Go("/cameras/clips");
        browser.Read("main", "No clip was judged yet.");
        string clip = Path.Combine(_folder.FullName, "OBG-113 ten seconds.mp4");
        await File.WriteAllBytesAsync(clip, MadeClip.Of("640x360", "25", null));
        browser.Attach(".drop input[type=file]", clip);
        browser.Read("h1", "OBG-113 ten seconds.mp4");
        browser.Read(".findings", "There is no sound in the clip.");
        browser.Read("dl", "640×360 25p");
        LookTests.Inspect(browser, "a clip", 1280);
        browser.Go("/cameras/clips");
        browser.Read("tbody", "no sound");
        LookTests.Inspect(browser, "the clips", 1280);
        browser.Click("tbody a", "OBG-113 ten");
        browser.Click(".acts button", "Delete this clip");
        browser.Click(".acts button", "Delete it");
        browser.Read("main", "No clip was judged yet.");
    }
}
