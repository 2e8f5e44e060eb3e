using System.Diagnostics;
using System.Net;
using System.Text.Json;

namespace GoldNotch.Benchmarks;

/// <summary>Time of the board, a unit's page, the drift page and the log as a client on loopback sees them: <c>pages ADDRESS LOGIN PASSWORD</c>.</summary>
internal static class PageLatency
{
    private const int WarmUp = 100;
    private const int Asked = 200;

    internal static async Task<int> RunAsync(Uri address, string login, string password)
    {
        using SiteClient client = await SiteClient.SignInAsync(address, login, password);
        (_, JsonElement board) = await client.SendAsync(HttpMethod.Get, "/api/board");
        JsonElement[] rows = [.. board.GetProperty("rows").EnumerateArray()];
        string tag = rows[rows.Length / 2].GetProperty("tag").GetString()!;
        foreach (
            (string what, string path) in new[]
            {
                ("board", "/api/board"),
                ("board, found by tape", "/api/board?tape=blue"),
                ("unit page", $"/api/units/{tag}/page"),
                ("drift", "/api/drift?months=12"),
                ("log", "/api/checks"),
            }
        )
        {
            List<double> times = [];
            for (int i = 0; i < Asked + WarmUp; i++)
            {
                long from = Stopwatch.GetTimestamp();
                (HttpStatusCode status, _) = await client.SendAsync(HttpMethod.Get, path);
                if (status != HttpStatusCode.OK)
                {
                    Console.WriteLine($"{path} answered {status}");
                    return 1;
                }

                if (i >= WarmUp)
                {
                    times.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
                }
            }

            times.Sort();
            Console.WriteLine($"{what, -22} median {times[Asked / 2], 6:F1} ms, 95th percentile {times[Asked * 95 / 100], 6:F1} ms");
        }

        return 0;
    }
}
