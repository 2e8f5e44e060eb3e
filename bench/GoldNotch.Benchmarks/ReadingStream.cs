using System.Net;
using System.Text.Json;

namespace GoldNotch.Benchmarks;

/// <summary>
/// Writes without pause while somebody kills the site or its database, as the page's queue would: readings, photographs, notes and signatures; what is
/// not acknowledged is sent again with the same id. When the stop file appears it looks whether everything acknowledged is there, and nothing twice:
/// <c>stream ADDRESS LOGIN PASSWORD FILE [without-receipts]</c>.
/// </summary>
/// <remarks>
/// Before a reading is sent again, another person reads the same notch otherwise: only the receipt tells the site then that the first one came before.
/// Without receipts it is kept beside the other as if it were new, and this program says so: that is how it is known to look.
/// </remarks>
internal sealed class ReadingStream
{
    private const int Writers = 4;
    private const int ReadingsOfACheck = 40;
    private static readonly string[] Typed = ["L", "M", "H"];

    // A picture of sixteen dots.
    private static readonly byte[] Dot = Convert.FromBase64String(
        "iVBORw0KGgoAAAANSUhEUgAAAAQAAAAECAIAAAAmkwkpAAAADklEQVR4nGNoQAIMxHEAcFIYAYPG8BkAAAAASUVORK5CYII="
    );

    private readonly Func<Task<SiteClient>> _signIn;
    private SiteClient _client;
    private readonly string _stopFile;
    private readonly bool _receipts;
    private int _acknowledged;
    private int _sentAgain;
    private int _wrong;

    private ReadingStream(SiteClient client, Func<Task<SiteClient>> signIn, string stopFile, bool receipts)
    {
        (_client, _signIn, _stopFile, _receipts) = (client, signIn, stopFile, receipts);
    }

    internal static async Task<int> RunAsync(Uri address, string login, string password, string stopFile, bool receipts)
    {
        ReadingStream[] all = await Task.WhenAll(
            Enumerable
                .Range(0, Writers)
                .Select(async _ =>
                {
                    Task<SiteClient> SignInAsync() => SiteClient.SignInAsync(address, login, password);
                    var stream = new ReadingStream(await AgainAsync(SignInAsync, null), SignInAsync, stopFile, receipts);
                    await stream.WriteAsync();
                    return stream;
                })
        );
        int wrong = all.Sum(s => s._wrong);
        Console.WriteLine(
            $"{all.Sum(s => s._acknowledged)} writes acknowledged, {all.Sum(s => s._sentAgain)} of them sent again; {(wrong == 0 ? "every one is there, none twice" : $"{wrong} checks are not as they were acknowledged")}"
        );
        return wrong;
    }

    private async Task WriteAsync()
    {
        while (!File.Exists(_stopFile))
        {
            try
            {
                await OneCheckAsync();
            }
            catch (LostException lost)
            {
                // What was acknowledged is not known any more: a check, or the session itself.
                Console.WriteLine($"lost: {lost.Message}");
                _wrong++;
                _client.Dispose();
                _client = await AgainAsync(_signIn, null);
            }
        }

        _client.Dispose();
    }

    private async Task OneCheckAsync()
    {
        var id = Guid.NewGuid();
        await SendAsync(HttpMethod.Put, $"/api/checks/{id}", new { unit = "OBG-106", standard = "lecture-room" });
        int version = 0;
        List<Guid> photos = [];
        List<string> notes = [];
        string last = "";
        for (int i = 0; i < ReadingsOfACheck && !File.Exists(_stopFile); i++)
        {
            last = Typed[i % Typed.Length];
            version = await ReadAsync(id, last, version);
            if (i % 10 == 5)
            {
                var photo = Guid.NewGuid();
                await SendAsync(HttpMethod.Put, $"/api/checks/{id}/photos/{photo}", Dot);
                photos.Add(photo);
                string note = $"note {Guid.NewGuid()}";
                await SendAsync(HttpMethod.Put, $"/api/units/OBG-106/notes/{Guid.NewGuid()}", new { kind = "note", text = note });
                notes.Add(note);
            }
        }

        // The version is asked for each time: a signature that was lost on its way is known by the check being signed.
        JsonElement signed = await AgainAsync(
            async () =>
            {
                JsonElement now = await GetAsync($"/api/checks/{id}");
                if (now.GetProperty("signedAt").ValueKind != JsonValueKind.Null || HasRivals(now))
                {
                    return now;
                }

                (HttpStatusCode status, JsonElement json) = await _client.SendAsync(
                    HttpMethod.Put,
                    $"/api/checks/{id}/signature",
                    new { note = "as streamed" },
                    now.GetProperty("version").GetInt32()
                );
                return status == HttpStatusCode.OK ? json
                    : status == HttpStatusCode.PreconditionFailed ? throw new HttpRequestException($"{status}")
                    : throw Refused(status, $"/api/checks/{id}/signature", json);
            },
            null
        );
        _acknowledged++;
        JsonElement gain = Gain(signed);
        Guid[] kept = [.. signed.GetProperty("photos").EnumerateArray().Select(p => p.GetProperty("id").GetGuid())];
        JsonElement unit = await AgainAsync(() => GetAsync("/api/units/OBG-106/notes"), null);
        bool right =
            !HasRivals(signed)
            && gain.GetProperty("foundVersion").GetInt32() == version
            && (last.Length == 0 || gain.GetProperty("reading").GetProperty("typed").GetString() == last)
            && kept.Order().SequenceEqual(photos.Order())
            && notes.TrueForAll(n => unit.GetRawText().Split(n).Length == 2);
        _wrong += right ? 0 : 1;
    }

    private async Task<int> ReadAsync(Guid id, string read, int version)
    {
        Guid? receipt = _receipts ? Guid.NewGuid() : null;
        int tries = 0;
        bool lost = false;
        await AgainAsync(
            async () =>
            {
                if (tries++ > 0)
                {
                    JsonElement gain = Gain(await GetAsync($"/api/checks/{id}"));
                    int now = gain.GetProperty("foundVersion").GetInt32();
                    lost |= now < version;
                    if (now == version + 1)
                    {
                        // It was taken although nobody heard of it: somebody else reads it otherwise before it comes again.
                        await PutAsync(id, Typed.First(t => t != read), now, Guid.NewGuid());
                    }
                }

                await PutAsync(id, read, version, receipt);
                return id;
            },
            () => _sentAgain++
        );
        _acknowledged++;
        _wrong += lost ? 1 : 0;
        return tries == 1
            ? version + 1
            : await AgainAsync(
                async () =>
                {
                    JsonElement gain = Gain(await GetAsync($"/api/checks/{id}"));
                    int now = gain.GetProperty("foundVersion").GetInt32();
                    if (gain.GetProperty("reading").GetProperty("typed").GetString() == read)
                    {
                        return now;
                    }

                    await PutAsync(id, read, now, Guid.NewGuid());
                    return now + 1;
                },
                null
            );
    }

    private async Task PutAsync(Guid id, string read, int seen, Guid? receipt)
    {
        (HttpStatusCode status, JsonElement json) = await _client.SendAsync(
            HttpMethod.Put,
            $"/api/checks/{id}/readings/gain",
            new { read, receipt },
            seen
        );
        // 412: kept beside another, which is looked at in the end.
        if (status is not (HttpStatusCode.OK or HttpStatusCode.PreconditionFailed))
        {
            throw Refused(status, $"/api/checks/{id}", json);
        }
    }

    private async Task SendAsync(HttpMethod method, string path, object body)
    {
        await AgainAsync(
            async () =>
            {
                (HttpStatusCode status, JsonElement json) = await _client.SendAsync(method, path, body);
                return (int)status < 300 ? path : throw Refused(status, path, json);
            },
            () => _sentAgain++
        );
        _acknowledged++;
    }

    private async Task<JsonElement> GetAsync(string path)
    {
        (HttpStatusCode status, JsonElement json) = await _client.SendAsync(HttpMethod.Get, path);
        return status == HttpStatusCode.OK ? json : throw Refused(status, path, json);
    }

    // Passing, and sent again; or the site says that it does not know what it has acknowledged.
    private static Exception Refused(HttpStatusCode status, string path, JsonElement json) =>
        (int)status >= 500 || status == HttpStatusCode.TooManyRequests ? new HttpRequestException($"{status}")
        : status is HttpStatusCode.NotFound or HttpStatusCode.Unauthorized ? new LostException($"{path}: {status}")
        : new InvalidOperationException($"{status} {json}");

    private sealed class LostException(string message) : Exception(message);

    private static JsonElement Gain(JsonElement check) =>
        check.GetProperty("lines").EnumerateArray().First(l => l.GetProperty("line").GetProperty("setting").GetString() == "gain");

    private static bool HasRivals(JsonElement check) => Gain(check).GetProperty("rivals").GetArrayLength() > 0;

    private static async Task<T> AgainAsync<T>(Func<Task<T>> send, Action? counted)
    {
        bool first = true;
        while (true)
        {
            try
            {
                return await send();
            }
            catch (Exception away)
                when (away is HttpRequestException or TaskCanceledException or IOException or System.Net.Sockets.SocketException)
            {
                if (first)
                {
                    counted?.Invoke();
                    first = false;
                }

                await Task.Delay(50);
            }
        }
    }
}
