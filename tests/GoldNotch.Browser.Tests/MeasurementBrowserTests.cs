using System.Net.Http.Json;
using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;

namespace GoldNotch.Browser.Tests;

/// <summary>A unit's own figures, guided: pictures over the link and from files, their figures, the acceptance, and where they are used.</summary>
[Collection(MatchingTests.Name)]
public sealed class MeasurementBrowserTests(DemoBrowserSite site) : IDisposable
{
    private const string Unit = "OBG-103";
    private readonly DirectoryInfo _folder = Directory.CreateTempSubdirectory("gold-notch-measure");

    public void Dispose() => _folder.Delete(recursive: true);

    [Fact]
    public async Task Filters_are_measured_by_an_operator_accepted_by_a_technician_and_used_at_the_bench()
    {
        await ReadyAsync();
        using Browser mara = site.Open("mara");
        mara.Go($"/cameras/units/{Unit}");
        mara.Click(".begin .link", "filters");
        mara.Read(".zone-queue", "0 of 12 pictures");
        mara.Read(".steps", "Fill the picture with a grey card");
        mara.Read(".zone-effect", "A technician accepts the figures.");
        LookTests.Inspect(mara, "a measurement", 1280);

        // The first run, by Enter alone: after each picture the next one waits, and a hand has moved the filter meanwhile.
        foreach (string label in new[] { "clear", "1/4", "1/16" })
        {
            await HandAsync("nd", label);
            mara.Read(".shot h2", label);
            mara.Until(() => mara.Script("return document.activeElement?.matches('.take:enabled')") is true, "the button to be ready");
            mara.Press(Keys.Enter);
            mara.Until(() => !mara.See(".shot h2").Text.Contains($". {label},", StringComparison.Ordinal), $"what comes after {label}");
        }

        mara.Read(".zone-effect", "From 1 pair: three give an uncertainty.");

        // A picture of another filter than the list asks for is refused, and nothing of it is there.
        await HandAsync("nd", "clear");
        mara.Click(".shot .take", "Take it");
        mara.Read(".shot [role=alert]", "is at clear; this picture is of 1/64");
        mara.Read(".zone-queue", "3 of 12 pictures");
        string words = Path.Combine(_folder.FullName, "words.png");
        await File.WriteAllTextAsync(words, "no picture");
        mara.Attach(".shot .drop input[type=file]", words);
        mara.Read(".shot [role=alert]", "picture");
        mara.Resize(390, 800);
        LookTests.Inspect(mara, "a measurement on a phone", 390);

        string address = mara.Path;
        using Browser ines = site.Open();
        ines.Go(address);
        ines.Click(".zone-effect .act", "Accept these figures");
        ines.Read(".zone-effect", "Sheets, checks and plans count with these strengths");
        ines.Click(".zone-effect .act", "Accept");
        ines.Read(".zone-work", "accepted by Ines Calloway");
        ines.Until(() => ines.All(".shot .acts").Count == 0, "nothing to be changed any more");
        mara.Read(".zone-work", "accepted by Ines Calloway");

        ines.Go($"/cameras/units/{Unit}");
        ines.Read(".measured", "Ines Calloway");
        ines.Read(".measured", "Filters, in use");
        using TestClient joss = await site.Site.ClientAsync("joss");
        Guid check = await joss.BeginAsync(Unit);
        ines.Go($"/bench/{check}/nd");
        ines.Read(".zone-work", $"Measured on {Unit}, filter 1/4");

        // What was wrong is withdrawn with its reason.
        ines.Go(address);
        ines.Click(".zone-effect .link", "Withdraw it");
        ines.See("input[placeholder='the lamp was dimmed meanwhile']").SendKeys("the card had slipped");
        ines.Click(".zone-effect .act", "Withdraw");
        ines.Read(".zone-work .problem", "the card had slipped");
    }

    [Fact]
    public void Files_of_a_camera_without_a_link_fill_the_list_in_their_order_and_one_can_be_taken_out()
    {
        using Browser joss = site.Open("joss");
        joss.Go("/cameras/units/OBG-105");
        joss.Click(".begin .link", "filters");
        joss.Read(".zone-queue", "0 of 9 pictures");
        joss.Click(".shot .take", "Take it");
        joss.Read(".shot [role=alert]", "choose the file of its picture");
        joss.Until(() => joss.All(".shot .take").Count == 0, "only the file to be asked for");
        joss.Attach(
            ".shot .drop input[type=file]",
            string.Join('\n', PictureBrowserTests.Still(_folder, "C9.png"), PictureBrowserTests.Still(_folder, "C10.png"))
        );
        joss.Read(".zone-queue", "2 of 9 pictures");
        joss.Click(".zone-queue button", "clear");
        joss.Read(".shot", "C9.png");
        joss.Click(".shot .link", "Take the picture out");
        joss.Read(".zone-queue", "1 of 9 pictures");
        joss.Click(".zone-effect .link", "Delete");
        joss.Click(".zone-effect .act", "Delete");
        joss.Read("h1", "OBG-105");
    }

    [Fact]
    public void A_claim_stands_beside_what_was_measured()
    {
        using Browser ines = site.Open();
        ines.Go("/cameras/specifications/dogwood-m");
        ines.Click(".zone-effect summary", "Note a claim");
        ines.See("input[placeholder='clean up to ISO 6400']").SendKeys("clean up to ISO 640");
        ines.See("input[placeholder='the maker’s sheet, page 3']").SendKeys("a course");
        ines.Click(".zone-effect form .act", "Note it");
        ines.Read(".zone-effect", "clean up to ISO 640");
        ines.Read(".zone-effect", "unverified");
        ines.Click(".zone-effect .lines .link", "Remove");
        ines.Until(() => !ines.See(".zone-effect").Text.Contains("ISO 640 a course", StringComparison.Ordinal), "the claim to be gone");
    }

    private async Task ReadyAsync()
    {
        await OrderAsync(
            $"{Unit}/scene",
            new
            {
                lux = 3000,
                lightK = 5600,
                subject = "flat",
            }
        );
        foreach (
            (string setting, string value) in new[]
            {
                ("full-auto", "off"),
                ("profile", "standard"),
                ("gain", "0"),
                ("iris-control", "manual"),
                ("iris", "f/5.6"),
                ("shutter", "1/60"),
            }
        )
        {
            await HandAsync(setting, value);
        }
    }

    private Task HandAsync(string setting, string value) => OrderAsync($"{Unit}/hand/{setting}", new { set = value });

    private async Task OrderAsync(string path, object body)
    {
        using var http = new HttpClient();
        using HttpResponseMessage answer = await http.PutAsJsonAsync(new Uri(site.Site.Cameras, $"/stand-in/{path}"), body);
        answer.IsSuccessStatusCode.ShouldBeTrue($"{path}: {await answer.Content.ReadAsStringAsync()}");
    }
}
