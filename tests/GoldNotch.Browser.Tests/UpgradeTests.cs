using System.Text.RegularExpressions;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Browser.Tests;

/// <summary>A site whose pages lie in a folder of its own, so that a new build can be put in their place while browsers are open.</summary>
public sealed class UpgradedSite : TestSite
{
    private readonly string _pages = Directory.CreateTempSubdirectory("gold-notch-pages").FullName;

    public UpgradedSite()
    {
        foreach (string file in Directory.GetFiles(base.Pages, "*", SearchOption.AllDirectories))
        {
            string copy = Path.Combine(_pages, Path.GetRelativePath(base.Pages, file));
            Directory.CreateDirectory(Path.GetDirectoryName(copy)!);
            File.Copy(file, copy);
        }
    }

    protected override string Pages => _pages;

    /// <summary>Puts a new build in the place of the old one: another page, another worker.</summary>
    public void Upgrade()
    {
        Replace("index.html", "(<head>)", "$1<meta name=\"build\" content=\"new\">");
        Replace("sw.js", "(gold-notch-shell-)(?=\\w)", "$1new-");
    }

    private void Replace(string file, string from, string to)
    {
        string path = Path.Combine(_pages, file);
        string text = File.ReadAllText(path);
        string changed = Regex.Replace(text, from, to);
        changed.ShouldNotBe(text);
        File.WriteAllText(path, changed);
        foreach (string packed in new[] { path + ".gz", path + ".br" })
        {
            File.Delete(packed);
        }
    }
}

public sealed class UpgradeTests : IClassFixture<UpgradedSite>, IDisposable
{
    private const string Build = "return document.querySelector('meta[name=build]')?.content ?? 'old'";
    private readonly UpgradedSite _site;
    private readonly Browser _browser;

    public UpgradeTests(UpgradedSite site)
    {
        _site = site;
        _browser = new Browser(site.Address, 1280, 800, "light");
    }

    public void Dispose()
    {
        _browser.Dispose();
        ChromiumPool.Close(_site.Address);
    }

    [Fact]
    public async Task After_an_upgrade_every_page_is_the_new_one_and_the_worker_keeps_nothing_of_the_old()
    {
        _browser.SignIn("mara");
        Shells("gold-notch-shell-").ShouldNotBe("");
        _browser.Script(Build).ShouldBe("old");

        _site.Upgrade();
        foreach (string path in new[] { "/bench", "/history", "/" })
        {
            _browser.Go(path);
            _browser.Script(Build).ShouldBe("new", path);
        }

        _browser.Until(
            () => Shells("") is var all && all.Contains("-new-", StringComparison.Ordinal) && !all.Contains(','),
            "the worker to keep the new shell alone"
        );
        await _site.StopSiteAsync();
        _browser.Go("/bench");
        _browser.Script(Build).ShouldBe("new", "without the site too");
        _browser.See("h1");
        await _site.StartSiteAsync();
    }

    private string Shells(string beginning)
    {
        string all = "";
        _browser.Until(
            () =>
            {
                all = (string)
                    _browser.ScriptAsync(
                        "const done = arguments[0]; navigator.serviceWorker.ready.then(() => caches.keys()).then(k => done(k.filter(n => n.startsWith('gold-notch-shell')).join()))"
                    )!;
                return all.StartsWith(beginning, StringComparison.Ordinal);
            },
            "the worker to be there"
        );
        return all;
    }
}
