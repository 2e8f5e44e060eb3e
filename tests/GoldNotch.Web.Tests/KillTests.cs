using System.Diagnostics;
using GoldNotch.Web.Tests.Hosting;

namespace GoldNotch.Web.Tests;

/// <summary>The site is killed (SIGKILL) in the middle of a stream of readings, as <c>scripts/kill-readings</c> does two hundred times.</summary>
[Collection(SiteTests.Name)]
public class KillTests(TestSite site)
{
    private int _acknowledged;
    private static readonly string[] Typed = ["L", "M", "H"];

    [Fact]
    public async Task Every_acknowledged_reading_is_there_after_a_kill_and_none_twice()
    {
        int port = FreePort();
        using var stop = new CancellationTokenSource();
        Process running = Start(port);
        try
        {
            var id = Guid.NewGuid();
            Task<int> stream = StreamAsync(new Uri($"http://127.0.0.1:{port}"), id, stop.Token);
            for (int kill = 0; kill < 3; kill++)
            {
                // In the middle: some are acknowledged since the last start, and one is on its way.
                await MoreAsync(stream, 6);
                running.Kill();
                await running.WaitForExitAsync();
                running.Dispose();
                running = Start(port);
            }

            await MoreAsync(stream, 3);
            await stop.CancelAsync();
            int acknowledged = await stream;
            acknowledged.ShouldBeGreaterThan(20);
            using TestClient client = await site.ClientAsync("mara");
            Answer check = (await client.GetAsync($"/api/checks/{id}")).Expect(200);
            check.Line("gain").GetProperty("foundVersion").GetInt32().ShouldBe(acknowledged);
            check.Line("gain").GetProperty("reading").GetProperty("typed").GetString().ShouldBe(Typed[(acknowledged - 1) % Typed.Length]);
            check.Line("gain").GetProperty("rivals").GetArrayLength().ShouldBe(0);
            ((long)(await site.SqlAsync($"SELECT count(*) FROM audit_entry WHERE what = 'reading' AND subject = '{id} gain'"))!).ShouldBe(
                acknowledged
            );
        }
        finally
        {
            running.Kill();
            running.Dispose();
        }
    }

    // As the page's queue does it: what is not acknowledged is sent again with the same receipt.
    private async Task<int> StreamAsync(Uri address, Guid id, CancellationToken stop)
    {
        using var client = new TestClient(address);
        await AgainAsync(() => client.SignInAsync("mara", TestSite.Password));
        await AgainAsync(async () =>
            (await client.PutAsync($"/api/checks/{id}", new { unit = "OBG-106", standard = "lecture-room" })).Status.ShouldBeOneOf(200, 201)
        );
        int acknowledged = 0;
        while (!stop.IsCancellationRequested)
        {
            var body = new { read = Typed[acknowledged % Typed.Length], receipt = Guid.NewGuid() };
            await AgainAsync(async () => (await client.PutAsync($"/api/checks/{id}/readings/gain", body, acknowledged)).Expect(200));
            Volatile.Write(ref _acknowledged, ++acknowledged);
        }

        return acknowledged;
    }

    private async Task MoreAsync(Task stream, int readings)
    {
        int from = Volatile.Read(ref _acknowledged);
        var patience = Stopwatch.StartNew();
        while (Volatile.Read(ref _acknowledged) < from + readings)
        {
            stream.IsFaulted.ShouldBeFalse(stream.Exception?.Message);
            patience.Elapsed.ShouldBeLessThan(TimeSpan.FromMinutes(1), "nothing is acknowledged any more");
            await Task.Delay(20);
        }
    }

    private static async Task AgainAsync(Func<Task> send)
    {
        while (true)
        {
            try
            {
                await send();
                return;
            }
            catch (Exception away)
                when (away is HttpRequestException or TaskCanceledException or IOException or System.Net.Sockets.SocketException)
            {
                await Task.Delay(50);
            }
        }
    }

    private Process Start(int port)
    {
        var start = new ProcessStartInfo(
            "dotnet",
            [Path.Combine(AppContext.BaseDirectory, "GoldNotch.Web.dll"), "--urls", $"http://127.0.0.1:{port}"]
        )
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        start.Environment["GOLDNOTCH_DB"] = site.SiteConnectionString;
        start.Environment["GOLDNOTCH_LOG"] = "Fatal";
        Process process = Process.Start(start)!;
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        return process;
    }

    private static int FreePort()
    {
        var listener = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, 0);
        listener.Start();
        int port = ((System.Net.IPEndPoint)listener.LocalEndpoint).Port;
        listener.Stop();
        return port;
    }
}
