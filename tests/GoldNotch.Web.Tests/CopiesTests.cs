using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using System.Text;
using GoldNotch.Web.Tests.Hosting;
using Microsoft.AspNetCore.Builder;

namespace GoldNotch.Web.Tests;

/// <summary>How the site runs in a department's network: several copies, a proxy before it, phones beside it, and clients that are slow or never come back.</summary>
[Collection(SiteTests.Name)]
public class CopiesTests(TestSite site)
{
    private const int Slow = 45;

    [Fact]
    public async Task A_session_counts_on_every_copy_and_ends_on_every_copy()
    {
        await using WebApplication second = await site.AnotherCopyAsync();
        using TestClient here = await site.ClientAsync("mara");
        using var there = new TestClient(new Uri(second.Urls.First()));
        there.Cookies.Add(here.Cookies.GetAllCookies());
        there.WriteToken = here.WriteToken;
        var id = Guid.NewGuid();
        (await there.PutAsync($"/api/checks/{id}", new { unit = "OBG-106", standard = "lecture-room" })).Expect(201);
        (await here.ReadAsync(id, "gain", "H")).Expect(200);
        (await there.GetAsync($"/api/checks/{id}")).Expect(200).Line("gain").GetProperty("foundVersion").GetInt32().ShouldBe(1);
        (await here.SendAsync(HttpMethod.Delete, "/api/session", null)).Expect(204);
        (await there.GetAsync($"/api/checks/{id}")).ExpectProblem(401, "sign-in");
    }

    [Fact]
    public async Task Two_copies_with_few_connections_answer_a_crowd_and_give_their_connections_back()
    {
        await using WebApplication second = await site.AnotherCopyAsync("--GOLDNOTCH_CONNECTIONS", "3");
        using TestClient here = await site.ClientAsync("mara");
        using var there = new TestClient(new Uri(second.Urls.First()));
        there.Cookies.Add(here.Cookies.GetAllCookies());
        Answer[] answers = await Task.WhenAll(
            Enumerable.Range(0, 80).Select(i => (i % 2 == 0 ? here : there).GetAsync(i % 4 < 2 ? "/api/units" : "/api/board"))
        );
        answers.Select(a => (int)a.Status).Distinct().ShouldBe([200]);
        long busy = (long)
            (
                await site.SqlAsync(
                    "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND application_name = 'gold-notch' AND state LIKE 'idle in%'"
                )
            )!;
        busy.ShouldBe(0);
    }

    [Fact]
    public async Task Slow_clients_hold_no_connection_of_the_database_and_nobody_up()
    {
        List<TcpClient> slow = [];
        using TestClient mara = await site.ClientAsync("mara");
        Guid id = await mara.BeginAsync();
        string cookie = string.Join("; ", mara.Cookies.GetAllCookies().Select(c => $"{c.Name}={c.Value}"));
        try
        {
            for (int i = 0; i < Slow; i++)
            {
                var client = new TcpClient { ReceiveBufferSize = 1024 };
                slow.Add(client);
                await client.ConnectAsync(IPAddress.Loopback, site.Address.Port);
                // One kind never ends what it sends, the other never reads what it asked for.
                string head =
                    i % 2 == 0
                        ? $"PUT /api/checks/{id}/readings/gain HTTP/1.1\r\nHost: x\r\nCookie: {cookie}\r\nIf-Match: \"0\"\r\nX-Gold-Notch-Token: {mara.WriteToken}\r\nContent-Type: application/json\r\nContent-Length: 2000\r\n\r\n{{"
                        : string.Concat(
                            Enumerable.Repeat($"GET /api/standards/vocabulary HTTP/1.1\r\nHost: x\r\nCookie: {cookie}\r\n\r\n", 8)
                        );
                await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes(head));
            }

            using TestClient other = await site.ClientAsync("joss");
            using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(40));
            Answer[] answers = await Task.WhenAll(Enumerable.Range(0, 40).Select(_ => other.GetAsync($"/api/checks/{id}")))
                .WaitAsync(patience.Token);
            answers.Select(a => (int)a.Status).Distinct().ShouldBe([200]);
            (await other.ReadAsync(id, "gain", "H").WaitAsync(patience.Token)).Expect(200);
            // Whoever only trickles has nothing of the database.
            while (await BusyAsync() > 0)
            {
                await Task.Delay(50, patience.Token);
            }
        }
        finally
        {
            slow.ForEach(c => c.Dispose());
        }

        async Task<long> BusyAsync() =>
            (long)
                (
                    await site.SqlAsync(
                        "SELECT count(*) FROM pg_stat_activity WHERE datname = current_database() AND application_name = 'gold-notch' AND state <> 'idle'"
                    )
                )!;
    }

    [Fact]
    public async Task A_trusted_proxy_says_who_asks_and_nobody_else_does()
    {
        await using WebApplication behind = await site.AnotherCopyAsync("--GOLDNOTCH_TRUSTED_PROXIES", "127.0.0.1");
        await FailAsync(new Uri(behind.Urls.First()));
        (await LastAddressAsync()).ShouldContain("198.51.100.7");
        await FailAsync(site.Address);
        (await LastAddressAsync()).ShouldContain("127.0.0.1");

        async Task FailAsync(Uri address)
        {
            using var http = new HttpClient { BaseAddress = address };
            http.DefaultRequestHeaders.Add("X-Forwarded-For", "198.51.100.7");
            using HttpResponseMessage answer = await http.PostAsync(
                "/api/session",
                new StringContent("""{"login":"joss","password":"not-this-one"}""", Encoding.UTF8, "application/json")
            );
            answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        }

        async Task<string> LastAddressAsync() =>
            (string)(await site.SqlAsync("SELECT after::text FROM audit_entry WHERE what = 'sign-in failed' ORDER BY id DESC LIMIT 1"))!;
    }

    [Fact]
    public async Task Phones_are_led_to_the_certificate_and_then_to_the_address()
    {
        using var key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
        using X509Certificate2 authority = new CertificateRequest("CN=made for tests", key, HashAlgorithmName.SHA256).CreateSelfSigned(
            DateTimeOffset.UtcNow.AddDays(-1),
            DateTimeOffset.UtcNow.AddDays(1)
        );
        string file = Path.GetTempFileName();
        await File.WriteAllTextAsync(file, authority.ExportCertificatePem());
        await using (
            WebApplication lan = await site.AnotherCopyAsync(
                "--GOLDNOTCH_AUTHORITY",
                file,
                "--GOLDNOTCH_PUBLIC_ADDRESS",
                "https://192.168.7.9:5443"
            )
        )
        {
            using var http = new HttpClient { BaseAddress = new Uri(lan.Urls.First()) };
            string page = await http.GetStringAsync("/phones");
            page.ShouldContain("https://192.168.7.9:5443/");
            page.ShouldContain("/phones/gold-notch.crt");
            using HttpResponseMessage certificate = await http.GetAsync("/phones/gold-notch.crt");
            certificate.Content.Headers.ContentType!.MediaType.ShouldBe("application/x-x509-ca-cert");
            X509Certificate2.CreateFromPem(await certificate.Content.ReadAsStringAsync()).Thumbprint.ShouldBe(authority.Thumbprint);
        }

        File.Delete(file);
        using var elsewhere = new HttpClient { BaseAddress = site.Address };
        using HttpResponseMessage none = await elsewhere.GetAsync("/phones/gold-notch.crt");
        none.Content.Headers.ContentType?.MediaType.ShouldNotBe("application/x-x509-ca-cert", "no authority, no certificate");
    }
}
