using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace GoldNotch.Benchmarks;

/// <summary>Time of a live preview as a client on loopback sees it: <c>preview http://127.0.0.1:5080 LOGIN PASSWORD</c>.</summary>
internal static class PreviewLatency
{
    private const int WarmUp = 200;
    private const int Asked = 2000;

    internal static async Task<int> RunAsync(Uri address, string login, string password)
    {
        using var http = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer() }) { BaseAddress = address };
        using HttpResponseMessage session = await http.PostAsJsonAsync("/api/session", new { login, password });
        session.EnsureSuccessStatusCode();
        JsonElement view = await session.Content.ReadFromJsonAsync<JsonElement>();
        http.DefaultRequestHeaders.Add("X-Gold-Notch-Token", view.GetProperty("writeToken").GetString());
        var id = Guid.NewGuid();
        using HttpResponseMessage begun = await http.PutAsJsonAsync(
            $"/api/checks/{id}",
            new { unit = "OBG-106", standard = "lecture-room" }
        );
        begun.EnsureSuccessStatusCode();

        string[] typed = ["H", "L", "+3", "nonsense"];
        List<double> times = [];
        for (int i = 0; i < WarmUp + Asked; i++)
        {
            long from = Stopwatch.GetTimestamp();
            using HttpResponseMessage answer = await http.PostAsJsonAsync(
                $"/api/checks/{id}/preview",
                new { setting = "gain", text = typed[i % typed.Length] }
            );
            answer.EnsureSuccessStatusCode();
            await answer.Content.ReadAsByteArrayAsync();
            if (i >= WarmUp)
            {
                times.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
            }
        }

        Told("check", times);

        // The plan of the first line-up that is kept, with its light typed anew each time.
        JsonElement list = await http.GetFromJsonAsync<JsonElement>("/api/line-ups");
        string first = list.GetProperty("lineUps")[0].GetProperty("id").GetString()!;
        JsonNode document = JsonNode.Parse(
            (await http.GetFromJsonAsync<JsonElement>($"/api/line-ups/{first}")).GetProperty("document").GetRawText()
        )!;
        times.Clear();
        for (int i = 0; i < WarmUp + Asked; i++)
        {
            document["offsetStops"] = (i % 9) / 9.0;
            long from = Stopwatch.GetTimestamp();
            using HttpResponseMessage answer = await http.PostAsJsonAsync("/api/line-ups/preview", document);
            answer.EnsureSuccessStatusCode();
            await answer.Content.ReadAsByteArrayAsync();
            if (i >= WarmUp)
            {
                times.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
            }
        }

        Told("line-up", times);
        return 0;
    }

    private static void Told(string what, List<double> times)
    {
        times.Sort();
        Console.WriteLine(
            $"{Asked} previews of a {what}: median {times[Asked / 2]:F1} ms, 95th percentile {times[Asked * 95 / 100]:F1} ms, worst {times[^1]:F1} ms"
        );
    }
}
