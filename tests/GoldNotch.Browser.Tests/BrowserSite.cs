using System.Globalization;
using System.Text.RegularExpressions;
using GoldNotch.Web.Tests.Hosting;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace GoldNotch.Browser.Tests;

/// <summary>The site with the demo, and headless Chromium before it.</summary>
public class BrowserSite : IAsyncLifetime
{
    public virtual TestSite Site { get; } = new();

    public Task InitializeAsync() => Site.InitializeAsync();

    public Task DisposeAsync()
    {
        ChromiumPool.Close(Site.Address);
        return Site.DisposeAsync();
    }

    /// <summary>A browser of its own, signed in where a name is given.</summary>
    public Browser Open(string? login = "ines", int width = 1280, int height = 800, string theme = "light")
    {
        var browser = new Browser(Site.Address, width, height, theme);
        return browser.OrClosed(b =>
        {
            if (login is not null)
            {
                b.BeSignedIn(login);
            }

            b.Go("/");
            b.See(login is null ? "#login" : "nav");
        });
    }
}

/// <summary>The site with the whole demo: six models, eight standards.</summary>
public sealed class DemoBrowserSite : BrowserSite
{
    public override TestSite Site { get; } = new DemoSite();
}

[CollectionDefinition(Name)]
public sealed class DemoBrowserTests : ICollectionFixture<DemoBrowserSite>
{
    public const string Name = "browser with the demo";
}

/// <summary>What defines standards, models and line-ups has a site of its own: at the bench their versions must not change meanwhile, and neither waits for the other.</summary>
[CollectionDefinition(Name)]
public sealed class DefinitionTests : ICollectionFixture<DemoBrowserSite>
{
    public const string Name = "browser, standards and line-ups";
}

/// <summary>Matches have a site of their own: they move the light and the controls of its stand-ins.</summary>
[CollectionDefinition(Name)]
public sealed class MatchingTests : ICollectionFixture<DemoBrowserSite>
{
    public const string Name = "browser, matches";
}

/// <summary>What looks at every view has a site of its own, so that it runs beside what works on one.</summary>
[CollectionDefinition(Name)]
public sealed class LookingTests : ICollectionFixture<DemoBrowserSite>
{
    public const string Name = "looks at every view";
}

[CollectionDefinition(Name)]
public sealed class BrowserTests : ICollectionFixture<BrowserSite>
{
    public const string Name = "browser";
}

/// <summary>One browser window, driven as a person would: by keys and by what is on the page.</summary>
public sealed partial class Browser : IDisposable
{
    // Looking takes time from the page that is looked at: soon at first, then seldom.
    private const int FirstPauseMs = 20;
    private const int LongestPauseMs = 160;
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);
    private readonly Chromium _chromium;
    private readonly ChromeDriver _driver;
    private readonly Uri _address;

    // What is done to a browser here cannot all be undone; such a one is not used again.
    private bool _spent;

    internal Browser(Uri address, int width, int height, string theme)
    {
        _address = address;
        _chromium = ChromiumPool.Take(address);
        _driver = _chromium.Driver;
        Resize(width, height);

        // A file of the site that is no page: settings are left there without loading the application for it.
        Go("/mark.svg");
        Script($"localStorage.setItem('gold-notch.theme', '{theme}')");
    }

    public void Resize(int width, int height) =>
        _driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = width < 500,
            }
        );

    /// <summary>Everything comes over the line from now on: what a worker hands out counts as large as it is unpacked.</summary>
    public void PassWorkerBy()
    {
        _spent = true;
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand("Network.setBypassServiceWorker", new Dictionary<string, object?> { ["bypass"] = true });
    }

    public void Go(string path) => _driver.Navigate().GoToUrl(new Uri(_address, path));

    /// <summary>Goes to a view as a link within the page does: loading the whole application again takes longer than looking at it. By way of the account, whose
    /// heading is the person's name, so that the view before is not taken for the one that is asked for.</summary>
    public void Show(string path)
    {
        Within("/account", isAccount: true);
        if (path != "/account")
        {
            Within(path, isAccount: false);
        }
    }

    private void Within(string path, bool isAccount)
    {
        Script("history.pushState(null, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate', { state: null }))", path);
        Until(
            () =>
                Script(
                    """
                    const heading = document.querySelector('h1')?.textContent.trim();
                    const person = document.querySelector('a[href="/account"]')?.textContent.trim();
                    return location.pathname + location.search === arguments[0].split('#')[0] && !!heading && (heading === person) === arguments[1];
                    """,
                    path,
                    isAccount
                )
                    is true,
            $"the view {path}"
        );
    }

    public void Reload() => _driver.Navigate().Refresh();

    /// <summary>Waits until the application is kept in this browser, so that it opens without the site.</summary>
    public void KeptWhole() =>
        Until(
            () =>
                ScriptAsync(
                    "const done = arguments[0]; navigator.serviceWorker.ready.then(() => caches.keys()).then(k => done(k.some(n => n.startsWith('gold-notch-shell'))))"
                )
                    is true,
            "the application to be kept whole"
        );

    public string Path => new Uri(_driver.Url).PathAndQuery;

    public void SignIn(string login)
    {
        Go("/");
        See("#login").SendKeys(login);
        See("#password").SendKeys(TestSite.Password + Keys.Enter);
        See("nav");
    }

    /// <summary>Signs in as the page does, without the page: that is tried where signing in is what is tested.</summary>
    public void BeSignedIn(string login) =>
        ScriptAsync(
                """
                const done = arguments[arguments.length - 1];
                fetch('/api/session', {
                    method: 'POST',
                    headers: { 'Content-Type': 'application/json' },
                    body: JSON.stringify({ login: arguments[0], password: arguments[1], keep: false }),
                }).then(r => done(r.ok), () => done(false));
                """,
                login,
                TestSite.Password
            )
            .ShouldBe(true);

    /// <summary>Does the first steps; a browser that fails in them is closed, or it would outlive the tests.</summary>
    public Browser OrClosed(Action<Browser> steps)
    {
        try
        {
            steps(this);
            return this;
        }
        catch
        {
            Dispose();
            throw;
        }
    }

    /// <summary>Waits for an element to be there and shown.</summary>
    public IWebElement See(string css) => Wait(() => Shown(css) is [var first, ..] ? first : null, css);

    /// <summary>Waits for an element that is shown, can be used and whose text begins so; found in the page, since asking for each text takes long.</summary>
    public IWebElement SeeText(string css, string begins) =>
        Wait(
            () =>
                Script(
                    "return [...document.querySelectorAll(arguments[0])].find(e => !e.disabled && e.offsetParent !== null && e.innerText.trim().startsWith(arguments[1])) ?? null",
                    css,
                    begins
                ) as IWebElement,
            $"“{begins}” in {css}"
        );

    /// <summary>Presses what <see cref="SeeText"/> finds, wherever on the page it is.</summary>
    public void Click(string css, string begins)
    {
        IWebElement element = SeeText(css, begins);
        Script("arguments[0].scrollIntoView({ block: 'center' })", element);
        element.Click();
    }

    /// <summary>Waits until the text of an element holds something, and gives the whole text.</summary>
    public string Read(string css, string holding) =>
        Wait(
            () => TextOf(css) is { } text && text.Contains(holding, StringComparison.OrdinalIgnoreCase) ? text : null,
            $"“{holding}” in {css}"
        );

    /// <summary>Gives a file to a file field.</summary>
    public void Attach(string css, string path) =>
        Wait(() => _driver.FindElements(By.CssSelector(css)).FirstOrDefault(), css).SendKeys(path);

    /// <summary>As if the session had run out.</summary>
    public void ForgetCookies() => _driver.Manage().Cookies.DeleteAllCookies();

    /// <summary>Cuts the network of the page, or gives it back; the site does not notice.</summary>
    public void Offline(bool offline)
    {
        _spent = true;
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?>
            {
                ["offline"] = offline,
                ["latency"] = 0,
                ["downloadThroughput"] = -1,
                ["uploadThroughput"] = -1,
            }
        );
    }

    /// <summary>Makes every answer come so much later.</summary>
    public void Latency(int milliseconds)
    {
        _spent = true;
        _driver.ExecuteCdpCommand("Network.enable", []);
        _driver.ExecuteCdpCommand(
            "Network.emulateNetworkConditions",
            new Dictionary<string, object?>
            {
                ["offline"] = false,
                ["latency"] = milliseconds,
                ["downloadThroughput"] = -1,
                ["uploadThroughput"] = -1,
            }
        );
    }

    /// <summary>Takes the room that this browser has for the site away, or gives it back.</summary>
    public void LimitStorage(int? bytes)
    {
        _spent = true;
        var limit = new Dictionary<string, object?> { ["origin"] = _address.GetLeftPart(UriPartial.Authority) };
        if (bytes is { } size)
        {
            limit["quotaSize"] = size;
        }

        _driver.ExecuteCdpCommand("Storage.overrideQuotaForOrigin", limit);
    }

    /// <summary>Opens a second tab of the same browser and goes on there.</summary>
    public void OpenTab(string path)
    {
        _spent = true;
        _driver.SwitchTo().NewWindow(WindowType.Tab);
        Go(path);
    }

    /// <summary>Goes on in the tab that was opened as the nth, from 0.</summary>
    public void ToTab(int nth) => _driver.SwitchTo().Window(_driver.WindowHandles[nth]);

    public void Until(Func<bool> so, string what) => Wait(() => so() ? "so" : null, what);

    public bool Has(string css) => Shown(css).Count > 0;

    /// <summary>Every element that is shown now.</summary>
    public IReadOnlyList<IWebElement> All(string css) => Shown(css);

    // Asked of the page in one go: the driver's own way asks for each element, with a script of its own that takes longer than what it looks at.
    private IReadOnlyList<IWebElement> Shown(string css) =>
        Script(
            "return [...document.querySelectorAll(arguments[0])].filter(e => e.checkVisibility({ visibilityProperty: true, opacityProperty: true }) && e.getClientRects().length > 0)",
            css
        ) as IReadOnlyList<IWebElement>
        ?? [];

    /// <summary>Keys pressed since <see cref="CountKeys"/>.</summary>
    public int KeysPressed { get; private set; }

    /// <summary>Counts keys from here; each has to be given by itself.</summary>
    public void CountKeys() => KeysPressed = 0;

    /// <summary>Presses keys into whatever has the focus.</summary>
    public void Press(params string[] keys)
    {
        foreach (string key in keys)
        {
            KeysPressed++;
            if (Script("return document.activeElement instanceof HTMLInputElement && document.activeElement.type === 'file'") is true)
            {
                // What is sent to a file field itself is taken for the name of a file.
                new OpenQA.Selenium.Interactions.Actions(_driver).SendKeys(key).Perform();
                continue;
            }

            _driver.SwitchTo().ActiveElement().SendKeys(key);
        }
    }

    /// <summary>Drags an element by so many pixels.</summary>
    public void Drag(IWebElement element, int right, int down) =>
        new OpenQA.Selenium.Interactions.Actions(_driver)
            .ClickAndHold(element)
            .MoveByOffset(right / 2, down / 2)
            .MoveByOffset(right - (right / 2), down - (down / 2))
            .Release()
            .Perform();

    public object? Script(string script, params object[] with) => ((IJavaScriptExecutor)_driver).ExecuteScript(script, with);

    public object? ScriptAsync(string script, params object[] arguments) =>
        ((IJavaScriptExecutor)_driver).ExecuteAsyncScript(script, arguments);

    /// <summary>Waits until this notch is before the person.</summary>
    public void AtNotch(string setting) => See($".notch[data-setting={setting}]");

    /// <summary>Waits until this group of notches is before the person.</summary>
    public void AtGroup(string group) => See($".group-work[data-group={group}]");

    /// <summary>The check whose page this is.</summary>
    public Guid CheckId => Guid.Parse(Path.Split('/', '?')[2]);

    /// <summary>How a line stands, folded in its group or not.</summary>
    public string Verdict(string setting) =>
        Wait(
            () => Script($"return document.querySelector('.queue [data-setting={setting}]')?.dataset.verdict ?? null") as string,
            $"{setting} in the queue"
        );

    /// <summary>Opens the picker of a label, somewhere on the page, and chooses what begins so.</summary>
    public void Choose(string within, string label, string begins)
    {
        Wait(
                () =>
                    Script(
                        """
                        const picker = [...document.querySelectorAll(arguments[0] + ' .one-of')]
                            .find(e => e.offsetParent !== null && e.querySelector('span').textContent.trim().startsWith(arguments[1]));
                        const box = picker?.querySelector('[role=combobox]');
                        box?.scrollIntoView({ block: 'center' });
                        return box ?? null;
                        """,
                        within,
                        label
                    ) as IWebElement,
                $"the picker “{label}”"
            )
            .Click();
        SeeText("[role=option]", begins).Click();
        Until(() => !Has("[role=listbox]"), "the picker to close");
    }

    public void Picture(string name)
    {
        Thread.Sleep(400); // fonts and transitions settle; nothing is asserted after it
        _driver.GetScreenshot().SaveAsFile(System.IO.Path.Combine(TestSite.Root, "docs", "screenshots", name + ".png"));
    }

    public void Dispose()
    {
        if (_spent)
        {
            _chromium.Dispose();
        }
        else
        {
            ChromiumPool.GiveBack(_chromium, _address);
        }
    }

    private string? TextOf(string css) => Tidy(Script("return document.querySelector(arguments[0])?.innerText ?? null", css) as string);

    private static string? Tidy(string? text) => text is null ? null : Spaces().Replace(text, " ").Trim();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();

    private T Wait<T>(Func<T?> look, string what)
        where T : class
    {
        DateTime until = DateTime.UtcNow + Patience;
        int pause = FirstPauseMs;
        while (true)
        {
            try
            {
                if (look() is { } found)
                {
                    return found;
                }
            }
            catch (StaleElementReferenceException)
            {
                // The page was drawn again meanwhile: look again.
            }

            if (DateTime.UtcNow > until)
            {
                string seen = TextOf("body") ?? "";
                throw new TimeoutException(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"Never saw {what} at {_driver.Url}. The page says: {seen[..Math.Min(1500, seen.Length)]}"
                    )
                );
            }

            Thread.Sleep(pause);
            pause = Math.Min(pause * 2, LongestPauseMs);
        }
    }
}
