using System.Diagnostics;
using System.Net;
using System.Text.Json;

namespace GoldNotch.Benchmarks;

/// <summary>Many people checking at once, each at the speed of a quick hand: <c>crowd ADDRESS TECHNICIAN PASSWORD PEOPLE SECONDS</c>. Adds the people if need be.</summary>
internal static class Crowd
{
    private const string Password = "only-for-the-crowd-1";

    internal static async Task<int> RunAsync(Uri address, string login, string password, int people, int seconds)
    {
        using SiteClient technician = await SiteClient.SignInAsync(address, login, password);
        (_, JsonElement units) = await technician.SendAsync(HttpMethod.Get, "/api/units");
        string[] tags =
        [
            .. units
                .GetProperty("units")
                .EnumerateArray()
                .Where(u => u.GetProperty("status").GetString() == "in")
                .Select(u => u.GetProperty("tag").GetString()!),
        ];
        for (int i = 0; i < people; i++)
        {
            await technician.SendAsync(
                HttpMethod.Post,
                "/api/people",
                new
                {
                    login = $"crowd{i}",
                    name = $"Crowd {i}",
                    role = "operator",
                    password = Password,
                }
            );
        }

        List<SiteClient> clients = [];
        for (int i = 0; i < people; i++)
        {
            clients.Add(await SiteClient.SignInAsync(address, $"crowd{i}", Password));
            if (i % 20 == 19)
            {
                // The site lets thirty sign-ins a minute through from one address.
                Console.WriteLine($"{i + 1} signed in");
            }
        }

        var results = await Task.WhenAll(clients.Select((c, i) => OneAsync(c, tags[i % tags.Length], seconds, i)));
        double[] previews = [.. results.SelectMany(r => r.Previews).Order()];
        double[] records = [.. results.SelectMany(r => r.Records).Order()];
        int errors = results.Sum(r => r.Errors);
        Console.WriteLine(
            $"{people} people, {seconds} s: {previews.Length} previews, median {previews[previews.Length / 2]:F1} ms, 95th percentile {previews[previews.Length * 95 / 100]:F1} ms, worst {previews[^1]:F1} ms"
        );
        Console.WriteLine(
            $"{records.Length} readings recorded, median {records[records.Length / 2]:F1} ms, 95th percentile {records[records.Length * 95 / 100]:F1} ms; {errors} errors"
        );
        return errors;
    }

    // A quick hand: types three letters, then Enter, and goes on about every two seconds.
    private static async Task<(List<double> Previews, List<double> Records, int Errors)> OneAsync(
        SiteClient client,
        string tag,
        int seconds,
        int seed
    )
    {
        var chance = new Random(seed);
        List<double> previews = [];
        List<double> records = [];
        int errors = 0;
        var id = Guid.NewGuid();
        (HttpStatusCode begun, JsonElement check) = await client.SendAsync(
            HttpMethod.Put,
            $"/api/checks/{id}",
            new { unit = tag, standard = "lecture-room" }
        );
        if (begun != HttpStatusCode.Created)
        {
            return (previews, records, 1);
        }

        (string Setting, string Target)[] lines =
        [
            .. check
                .GetProperty("lines")
                .EnumerateArray()
                .Select(l => l.GetProperty("line"))
                .Where(l => l.GetProperty("target").ValueKind == JsonValueKind.String)
                .Select(l => (l.GetProperty("setting").GetString()!, l.GetProperty("target").GetString()!)),
        ];
        var until = Stopwatch.StartNew();
        for (int i = 0; until.Elapsed.TotalSeconds < seconds; i++)
        {
            (string setting, string target) = lines[i % lines.Length];
            for (int letters = 1; letters <= 3; letters++)
            {
                await Task.Delay(120 + chance.Next(120));
                (bool ok, double time) = await TimedAsync(
                    client,
                    HttpMethod.Post,
                    $"/api/checks/{id}/preview",
                    new { setting, text = target[..Math.Min(letters, target.Length)] },
                    null
                );
                previews.Add(time);
                errors += ok ? 0 : 1;
            }

            (bool recorded, double took) = await TimedAsync(
                client,
                HttpMethod.Put,
                $"/api/checks/{id}/readings/{setting}",
                new { read = target, receipt = Guid.NewGuid() },
                i / lines.Length == 0 ? 0 : 1
            );
            records.Add(took);
            errors += recorded ? 0 : 1;
            await Task.Delay(800 + chance.Next(800));
        }

        return (previews, records, errors);
    }

    private static async Task<(bool Ok, double Milliseconds)> TimedAsync(
        SiteClient client,
        HttpMethod method,
        string path,
        object body,
        int? seen
    )
    {
        long from = Stopwatch.GetTimestamp();
        try
        {
            (HttpStatusCode status, _) = await client.SendAsync(method, path, body, seen);
            return (status == HttpStatusCode.OK, Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        catch (HttpRequestException)
        {
            return (false, Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
    }
}
