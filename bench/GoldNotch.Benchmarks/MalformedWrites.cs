using System.Globalization;
using System.Net;

namespace GoldNotch.Benchmarks;

/// <summary>Sends malformed writes to every route of a running site and counts faults: <c>malformed ADDRESS LOGIN PASSWORD COUNT</c>.</summary>
internal static class MalformedWrites
{
    internal static async Task<int> RunAsync(Uri address, string login, string password, int count)
    {
        using SiteClient client = await SiteClient.SignInAsync(address, login, password);
        MalformedBodies bodies = await MalformedBodies.OfAsync(async path => (await client.SendAsync(HttpMethod.Get, path)).Json, 20261128);
        SortedDictionary<int, int> statuses = [];
        for (int i = 0; i < count; i++)
        {
            MalformedWrite write = bodies.Next();
            HttpStatusCode status = await client.SendRawAsync(write);
            while (status == HttpStatusCode.TooManyRequests)
            {
                await Task.Delay(250);
                status = await client.SendRawAsync(write);
            }

            statuses[(int)status] = statuses.GetValueOrDefault((int)status) + 1;
            if ((int)status >= 500)
            {
                Console.WriteLine($"{(int)status}: {write.Method} {write.Path} {write.IfMatch} {write.Body}");
            }
        }

        Console.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{count} malformed writes over {bodies.Routes} routes: {string.Join(", ", statuses.Select(s => $"{s.Value} × {s.Key}"))}"
            )
        );
        return statuses.Where(s => s.Key >= 500).Sum(s => s.Value);
    }
}
