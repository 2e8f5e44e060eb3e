using System.Collections.Concurrent;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace GoldNotch.Browser.Tests;

/// <summary>A headless Chromium with its driver.</summary>
internal sealed class Chromium : IDisposable
{
    // The same Chromium, built without the window that nobody looks at: a quarter quicker.
    // Not the script in front of it: it starts the browser as its child, which stays when the driver ends the script.
    private const string Shell = "/usr/lib/chromium/chromium-headless-shell";
    private static readonly Lock OneAtATime = new();
    private readonly ChromeDriverService _service;

    internal Chromium()
    {
        var options = new ChromeOptions { BinaryLocation = File.Exists(Shell) ? Shell : "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--disable-dev-shm-usage",
            // The shell rounds letters to whole pixels, which no person's browser does.
            "--font-render-hinting=none",
            "--force-prefers-reduced-motion",
            "--lang=en-GB"
        );
        // A driver looks for a port that is free and takes it a moment later: two that begin at once may find the same.
        lock (OneAtATime)
        {
            _service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
            _service.SuppressInitialDiagnosticInformation = true;
            Driver = new ChromeDriver(_service, options);
        }
    }

    internal ChromeDriver Driver { get; }

    public void Dispose()
    {
        Driver.Quit();

        // The driver leaves a service that was handed to it running.
        _service.Dispose();
    }
}

/// <summary>Browsers that were used and hold nothing of it any more, for the next test of the same site: starting one takes as long as a short test, and so does keeping
/// the application in it.</summary>
internal static class ChromiumPool
{
    private static readonly ConcurrentDictionary<Uri, ConcurrentBag<Chromium>> Idle = new();

    // None outlives the tests, whoever forgot to close it.
    static ChromiumPool() =>
        AppDomain.CurrentDomain.ProcessExit += (_, _) =>
        {
            foreach (Uri site in Idle.Keys)
            {
                Close(site);
            }
        };

    internal static Chromium Take(Uri site) => IdleOf(site).TryTake(out Chromium? idle) ? idle : new Chromium();

    /// <summary>Takes everything of a person out of a browser and keeps it for the next test; one that cannot be emptied is closed. The application itself stays in it,
    /// as it does in a browser that people share.</summary>
    internal static void GiveBack(Chromium chromium, Uri site)
    {
        try
        {
            ChromeDriver driver = chromium.Driver;
            driver.Navigate().GoToUrl(new Uri(site, "/mark.svg"));
            ((IJavaScriptExecutor)driver).ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                localStorage.clear();
                sessionStorage.clear();
                caches.keys().then(names => Promise.all(names.filter(n => !n.startsWith('gold-notch-shell-')).map(n => caches.delete(n)))).then(done, done);
                """
            );
            driver.Navigate().GoToUrl("about:blank");
            driver.ExecuteCdpCommand("Network.clearBrowserCookies", []);
            driver.ExecuteCdpCommand(
                "Storage.clearDataForOrigin",
                new Dictionary<string, object?>
                {
                    ["origin"] = site.GetLeftPart(UriPartial.Authority),
                    ["storageTypes"] = "local_storage,indexeddb,file_systems",
                }
            );
            IdleOf(site).Add(chromium);
        }
        catch (WebDriverException)
        {
            chromium.Dispose();
        }
    }

    /// <summary>Closes what is idle of a site.</summary>
    internal static void Close(Uri site)
    {
        while (IdleOf(site).TryTake(out Chromium? idle))
        {
            idle.Dispose();
        }
    }

    private static ConcurrentBag<Chromium> IdleOf(Uri site) => Idle.GetOrAdd(site, _ => []);
}
