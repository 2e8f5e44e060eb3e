using System.Diagnostics;
using System.Net;
using System.Text.Json;

namespace GoldNotch.Benchmarks;

/// <summary>Time of the pages that show many things as a client on loopback sees them: <c>pages ADDRESS LOGIN PASSWORD</c>.</summary>
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
        (_, JsonElement shoots) = await client.SendAsync(HttpMethod.Get, "/api/shoots");
        string? shoot = shoots.GetProperty("rows").EnumerateArray().Select(r => r.GetProperty("id").GetString()).FirstOrDefault();
        (_, JsonElement calendar) = await client.SendAsync(HttpMethod.Put, "/api/session/calendar", new { });
        string week = $"from={DateTime.UtcNow:yyyy-MM-dd}T00:00:00Z&to={DateTime.UtcNow.AddDays(7):yyyy-MM-dd}T00:00:00Z";
        foreach (
            (string what, string path) in new[]
            {
                ("board", "/api/board"),
                ("board, found by tape", "/api/board?tape=blue"),
                ("unit page", $"/api/units/{tag}/page"),
                ("drift", "/api/drift?months=12"),
                ("log", "/api/checks"),
                ("today", "/api/today"),
                ("list of shoots", "/api/shoots?when=upcoming"),
                ("a shoot", shoot is null ? "/api/shoots" : $"/api/shoots/{shoot}"),
                ("availability, a week", $"/api/shoots/availability?{week}"),
                ("loans", "/api/loans"),
                ("calendar", new Uri(calendar.GetProperty("address").GetString()!).PathAndQuery),
                ("call sheet", shoot is null ? "/api/shoots" : $"/api/shoots/{shoot}/call-sheet.pdf"),
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
