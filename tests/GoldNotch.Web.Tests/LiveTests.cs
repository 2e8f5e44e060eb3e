using System.Net.WebSockets;
using System.Text;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>What pages that are open hear, over a real socket.</summary>
[Collection(SiteTests.Name)]
public class LiveTests(TestSite site)
{
    private const char End = '\u001e';

    [Fact]
    public async Task A_page_hears_of_a_check_that_somebody_else_carries_and_of_a_unit_that_changed()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using TestClient ines = await site.ClientAsync();
        using Page page = await Page.OpenAsync(site, mara);
        Guid id = await ines.BeginAsync();
        (await page.HearAsync(m => m.Contains(id.ToString(), StringComparison.Ordinal))).ShouldContain("OBG-106");
        (await ines.ReadAsync(id, "gain", "H")).Expect(200);
        await page.HearAsync(m => m.Contains(id.ToString(), StringComparison.Ordinal));
        int version = (await ines.GetAsync("/api/units/OBG-105")).Int("version");
        (
            await ines.PutAsync(
                "/api/units/OBG-105",
                new
                {
                    tape = "yellow",
                    place = "counter",
                    status = "in",
                },
                version
            )
        ).Expect(200);
        await page.HearAsync(m => m.Contains("OBG-105", StringComparison.Ordinal));
        (
            await ines.PutAsync(
                "/api/units/OBG-105",
                new
                {
                    tape = "yellow",
                    place = "media room, shelf 2",
                    status = "in",
                },
                version + 1
            )
        ).Expect(200);
    }

    [Fact]
    public async Task What_was_refused_is_not_told()
    {
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await mara.BeginAsync();
        (await mara.ReadAsync(id, "gain", "H")).Expect(200);
        using Page page = await Page.OpenAsync(site, mara);
        (await mara.ReadAsync(id, "gain", "nonsense", 1)).Expect(400);
        (await mara.ReadAsync(id, "gain", "H", 1)).Expect(200); // the same again is no change
        Guid after = await mara.BeginAsync();
        (await page.HearAsync(m => m.Contains("Changed", StringComparison.Ordinal))).ShouldContain(after.ToString());
    }

    [Fact]
    public async Task After_the_database_was_away_pages_are_told_that_they_may_have_missed_something()
    {
        using TestClient mara = await site.ClientAsync("mara");
        using Page page = await Page.OpenAsync(site, mara);
        await site.SetReachableAsync(false);
        await Task.Delay(200);
        await site.SetReachableAsync(true);
        await page.HearAsync(m => m.Contains("Missed", StringComparison.Ordinal));
    }

    [Fact]
    public async Task Nobody_listens_without_signing_in()
    {
        using TestClient nobody = await site.ClientAsync(null);
        await Should.ThrowAsync<WebSocketException>(() => Page.OpenAsync(site, nobody));
    }

    private sealed class Page : IDisposable
    {
        private readonly ClientWebSocket _socket = new();
        private readonly StringBuilder _heard = new();

        internal static async Task<Page> OpenAsync(TestSite site, TestClient client)
        {
            var page = new Page();
            page._socket.Options.Cookies = client.Cookies;
            using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
            await page._socket.ConnectAsync(new UriBuilder(site.Address) { Scheme = "ws", Path = "/api/live" }.Uri, patience.Token);
            await page._socket.SendAsync(
                Encoding.UTF8.GetBytes($$"""{"protocol":"json","version":1}{{End}}"""),
                WebSocketMessageType.Text,
                true,
                patience.Token
            );
            await page.HearAsync(m => m == "{}");
            return page;
        }

        /// <summary>Waits for a message; the ones before it are gone.</summary>
        internal async Task<string> HearAsync(Func<string, bool> wanted)
        {
            using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
            byte[] buffer = new byte[4096];
            while (true)
            {
                string all = _heard.ToString();
                int end;
                while ((end = all.IndexOf(End, StringComparison.Ordinal)) >= 0)
                {
                    string message = all[..end];
                    all = all[(end + 1)..];
                    if (wanted(message))
                    {
                        _heard.Clear().Append(all);
                        return message;
                    }
                }

                _heard.Clear().Append(all);
                WebSocketReceiveResult got = await _socket.ReceiveAsync(buffer, patience.Token);
                _heard.Append(Encoding.UTF8.GetString(buffer, 0, got.Count));
            }
        }

        public void Dispose() => _socket.Dispose();
    }
}
