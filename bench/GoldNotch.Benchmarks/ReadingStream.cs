using System.Net;
using System.Text.Json;

namespace GoldNotch.Benchmarks;

/// <summary>
/// Records without pause while somebody kills the site or its database, as the page's queue would: what is not acknowledged is sent again with the
/// same receipt. When the stop file appears it looks whether every acknowledged reading is there, and none twice: <c>stream ADDRESS LOGIN PASSWORD FILE</c>.
/// </summary>
internal static class ReadingStream
{
    private const int Writers = 4;
    private static readonly string[] Typed = ["L", "M", "H"];

    internal static async Task<int> RunAsync(Uri address, string login, string password, string stopFile)
    {
        (int Acknowledged, int Wrong)[] all = await Task.WhenAll(
            Enumerable.Range(0, Writers).Select(_ => OneAsync(address, login, password, stopFile))
        );
        int wrong = all.Sum(a => a.Wrong);
        Console.WriteLine(
            $"{all.Sum(a => a.Acknowledged)} readings acknowledged; {(wrong == 0 ? "every one is there, none twice" : $"{wrong} are not as they were acknowledged")}"
        );
        return wrong;
    }

    private static async Task<(int Acknowledged, int Wrong)> OneAsync(Uri address, string login, string password, string stopFile)
    {
        using SiteClient client = await AgainAsync(() => SiteClient.SignInAsync(address, login, password));
        var id = Guid.NewGuid();
        await AgainAsync(async () =>
            (await client.SendAsync(HttpMethod.Put, $"/api/checks/{id}", new { unit = "OBG-106", standard = "lecture-room" })).Status
                is HttpStatusCode.Created
                    or HttpStatusCode.OK
                ? client
                : throw new HttpRequestException("not begun")
        );
        int acknowledged = 0;
        while (!File.Exists(stopFile))
        {
            // Each reading differs from the one before, so that its version counts the readings that were kept.
            string read = Typed[acknowledged % Typed.Length];
            var receipt = Guid.NewGuid();
            await AgainAsync(async () =>
            {
                (HttpStatusCode status, JsonElement json) = await client.SendAsync(
                    HttpMethod.Put,
                    $"/api/checks/{id}/readings/gain",
                    new { read, receipt },
                    acknowledged
                );
                return status == HttpStatusCode.OK ? client
                    : (int)status >= 500 || status == HttpStatusCode.TooManyRequests ? throw new HttpRequestException($"{status}")
                    : throw new InvalidOperationException($"{status} {json}");
            });
            acknowledged++;
        }

        JsonElement check = default;
        await AgainAsync(async () =>
        {
            (HttpStatusCode status, check) = await client.SendAsync(HttpMethod.Get, $"/api/checks/{id}");
            return status == HttpStatusCode.OK ? client : throw new HttpRequestException("not there yet");
        });
        JsonElement gain = check
            .GetProperty("lines")
            .EnumerateArray()
            .First(l => l.GetProperty("line").GetProperty("setting").GetString() == "gain");
        bool right =
            gain.GetProperty("foundVersion").GetInt32() == acknowledged
            && gain.GetProperty("reading").GetProperty("typed").GetString() == Typed[(acknowledged - 1) % Typed.Length]
            && gain.GetProperty("rivals").GetArrayLength() == 0;
        return (acknowledged, right ? 0 : 1);
    }

    private static async Task<T> AgainAsync<T>(Func<Task<T>> send)
    {
        while (true)
        {
            try
            {
                return await send();
            }
            catch (Exception away)
                when (away is HttpRequestException or TaskCanceledException or IOException or System.Net.Sockets.SocketException)
            {
                await Task.Delay(50);
            }
        }
    }
}
