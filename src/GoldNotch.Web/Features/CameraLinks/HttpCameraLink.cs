using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Units;

namespace GoldNotch.Web.Features.CameraLinks;

/// <summary>The open protocol over HTTP and JSON (<c>docs/camera-link.md</c>), spoken to the address in <c>GOLDNOTCH_CAMERAS</c>; without one no unit has a link.
/// What comes back is believed only as far as it is short, well formed and about settings there are.</summary>
internal sealed class HttpCameraLink : ICameraLink, IDisposable
{
    internal const string Protocol = "gold-notch-camera/2";
    private const int MostBytes = 64 * 1024;
    private const int MostSettings = 200;
    private const int StillPatience = 6;
    private const int ClipPatience = 24;
    private static readonly JsonSerializerOptions Strict = new(JsonSerializerDefaults.Web)
    {
        MaxDepth = 8,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
    };
    private readonly HttpClient? _http;
    private readonly TimeSpan _patience;

    public HttpCameraLink(IConfiguration configuration)
    {
        _patience = TimeSpan.FromMilliseconds(configuration.GetValue("GOLDNOTCH_CAMERA_PATIENCE_MS", 2500));
        if (Uri.TryCreate(configuration["GOLDNOTCH_CAMERAS"], UriKind.Absolute, out Uri? address))
        {
            var handler = new SocketsHttpHandler
            {
                AllowAutoRedirect = false,
                UseCookies = false,
                UseProxy = false,
                ConnectTimeout = _patience,
            };
            _http = new HttpClient(handler)
            {
                BaseAddress = address,
                MaxResponseContentBufferSize = MostBytes,
                Timeout = Timeout.InfiniteTimeSpan,
            };
        }
    }

    public async Task<LinkAnswer<CameraIdentity>> IdentifyAsync(LinkedUnit unit, CancellationToken cancel)
    {
        LinkAnswer<IdentityBody> answer = await AskAsync<IdentityBody>(unit, HttpMethod.Get, "", null, cancel);
        return answer.Value switch
        {
            null => answer.As<CameraIdentity>(),
            { Protocol: not Protocol } other => InvalidResponse<CameraIdentity>(unit, $"it speaks {Excerpt(other.Protocol)}"),
            { } body => LinkAnswer.Of<CameraIdentity>(
                new CameraIdentity(Known(body.Reports), Known(body.Accepts), body.GivesStills, body.GivesClips)
            ),
        };
    }

    public async Task<LinkAnswer<IReadOnlyList<ShownSetting>>> ReadAsync(
        LinkedUnit unit,
        IReadOnlyCollection<Setting> settings,
        CancellationToken cancel
    )
    {
        string only = string.Join(',', settings.Select(s => SettingDefinition.Of(s).Key));
        return Shown(unit, await AskAsync<SettingsBody>(unit, HttpMethod.Get, $"/settings?only={only}", null, cancel), settings.Contains);
    }

    public async Task<LinkAnswer<IReadOnlyList<ShownSetting>>> SetAsync(
        LinkedUnit unit,
        Setting setting,
        string text,
        CancellationToken cancel
    ) =>
        Shown(
            unit,
            await AskAsync<SettingsBody>(
                unit,
                HttpMethod.Put,
                $"/settings/{SettingDefinition.Of(setting).Key}",
                new { set = text },
                cancel
            ),
            _ => true
        );

    public Task<LinkAnswer<T>> StillAsync<T>(LinkedUnit unit, Func<Stream, CancellationToken, Task<T>> takeAsync, CancellationToken cancel)
        where T : class =>
        // A picture is a hundred times as much as a setting, and the camera has to take it first.
        FileAsync(unit, "still", "still", "picture", _patience * StillPatience, takeAsync, cancel);

    public Task<LinkAnswer<T>> ClipAsync<T>(
        LinkedUnit unit,
        double seconds,
        Func<Stream, CancellationToken, Task<T>> takeAsync,
        CancellationToken cancel
    )
        where T : class =>
        // It is recorded first, and then copied.
        FileAsync(
            unit,
            string.Create(CultureInfo.InvariantCulture, $"clip?seconds={seconds}"),
            "clip",
            "clip",
            (_patience * ClipPatience) + TimeSpan.FromSeconds(seconds),
            takeAsync,
            cancel
        );

    private async Task<LinkAnswer<T>> FileAsync<T>(
        LinkedUnit unit,
        string path,
        string what,
        string whose,
        TimeSpan longest,
        Func<Stream, CancellationToken, Task<T>> takeAsync,
        CancellationToken cancel
    )
        where T : class
    {
        if (_http is null)
        {
            return NoLink<T>(unit);
        }

        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(longest);
        try
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, $"cameras/{Uri.EscapeDataString(unit.Tag)}/{path}");
            using HttpResponseMessage response = await _http.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, patience.Token);
            if (response.StatusCode != HttpStatusCode.OK)
            {
                return response.StatusCode == HttpStatusCode.NotFound
                    ? LinkAnswer.Not<T>(LinkState.None, $"{unit.Tag} gives no {what}s over its link: choose the file of its {whose}.")
                    : InvalidResponse<T>(unit, $"it answered {(int)response.StatusCode}");
            }

            await using Stream body = await response.Content.ReadAsStreamAsync(patience.Token);
            return LinkAnswer.Of(await takeAsync(body, patience.Token));
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return LinkAnswer.Not<T>(
                LinkState.Silent,
                $"{unit.Tag} gave no {what} within {longest.TotalSeconds:0.#} s. Is it on, charged and in reach? Choose the file of its {whose} meanwhile."
            );
        }
        catch (Exception broken) when (broken is HttpRequestException or IOException)
        {
            return LinkAnswer.Not<T>(
                LinkState.Silent,
                $"The connection to {unit.Tag} broke within the {whose}. Nothing of it was saved; take it again, or choose its file."
            );
        }
    }

    public void Dispose() => _http?.Dispose();

    private async Task<LinkAnswer<T>> AskAsync<T>(LinkedUnit unit, HttpMethod method, string path, object? body, CancellationToken cancel)
        where T : class, IFromUnit
    {
        string tag = unit.Tag;
        if (_http is null)
        {
            return NoLink<T>(unit);
        }

        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(_patience);
        try
        {
            using var request = new HttpRequestMessage(method, $"cameras/{Uri.EscapeDataString(tag)}{path}")
            {
                Content = body is null ? null : JsonContent.Create(body),
            };
            using HttpResponseMessage response = await _http.SendAsync(request, patience.Token);
            return response.StatusCode switch
            {
                HttpStatusCode.NotFound => NoLink<T>(unit),
                HttpStatusCode.Conflict => await FromAsync<RefusalBody>(response, unit, patience.Token) switch
                {
                    { Value: { } refusal } => LinkAnswer.Not<T>(LinkState.Refused, $"{tag} does not take it: {Excerpt(refusal.Refused)}"),
                    var other => other.As<T>(),
                },
                HttpStatusCode.OK => await FromAsync<T>(response, unit, patience.Token),
                _ => InvalidResponse<T>(unit, $"it answered {(int)response.StatusCode}"),
            };
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return LinkAnswer.Not<T>(
                LinkState.Silent,
                $"{tag} does not answer within {_patience.TotalSeconds:0.#} s. Is it on, charged and in reach? Read it off by hand meanwhile."
            );
        }
        catch (JsonException)
        {
            return InvalidResponse<T>(unit, "it cannot be read");
        }
        catch (Exception broken) when (broken is HttpRequestException or IOException)
        {
            // A longer answer than any camera gives is cut off by the client, too.
            return broken is HttpRequestException { HttpRequestError: HttpRequestError.ConfigurationLimitExceeded }
                ? InvalidResponse<T>(unit, "it is longer than any camera's")
                : LinkAnswer.Not<T>(
                    LinkState.Silent,
                    $"The connection to {tag} broke. Is it on, charged and in reach? What it said before is kept; read the rest off by hand."
                );
        }
    }

    // A camera behind the wrong tag must not fill in somebody else's check: not at the first answer, and not at any later one.
    private static async Task<LinkAnswer<T>> FromAsync<T>(HttpResponseMessage response, LinkedUnit unit, CancellationToken cancel)
        where T : class, IFromUnit =>
        await response.Content.ReadFromJsonAsync<T>(Strict, cancel) switch
        {
            null => InvalidResponse<T>(unit, "it is empty"),
            { } other when !string.Equals(other.Tag, unit.Tag, StringComparison.OrdinalIgnoreCase) => InvalidResponse<T>(
                unit,
                $"it says that it is {Excerpt(other.Tag)}. Look at the tag on the body"
            ),
            { } other when other.Model != unit.Model => InvalidResponse<T>(
                unit,
                $"it says that it is a {Excerpt(other.Model)}, not a {unit.ModelName}. Look at the tag on the body"
            ),
            { } value => LinkAnswer.Of<T>(value),
        };

    private static LinkAnswer<IReadOnlyList<ShownSetting>> Shown(
        LinkedUnit unit,
        LinkAnswer<SettingsBody> answer,
        Func<Setting, bool> asked
    )
    {
        if (answer.Value is not { } body)
        {
            return answer.As<IReadOnlyList<ShownSetting>>();
        }

        if (body.Settings.Count > MostSettings)
        {
            return InvalidResponse<IReadOnlyList<ShownSetting>>(unit, "it names more settings than there are");
        }

        List<ShownSetting> shown = [];
        foreach (SettingBody one in body.Settings)
        {
            if (Key(one.Setting) is not { } setting)
            {
                return InvalidResponse<IReadOnlyList<ShownSetting>>(unit, $"it names a setting “{Excerpt(one.Setting)}”");
            }

            if (one.Shows.Length > Notation.LongestLabel || one.Shows.Any(char.IsControl))
            {
                return InvalidResponse<IReadOnlyList<ShownSetting>>(unit, $"what it shows for {one.Setting} is no value");
            }

            if (asked(setting) && shown.All(s => s.Setting != setting))
            {
                shown.Add(new ShownSetting(setting, one.Shows, one.Automatic));
            }
        }

        return LinkAnswer.Of<IReadOnlyList<ShownSetting>>(shown);
    }

    private static LinkAnswer<T> NoLink<T>(LinkedUnit unit)
        where T : class => LinkAnswer.Not<T>(LinkState.None, $"{unit.Tag} has no link: read it off by hand.");

    private static LinkAnswer<T> InvalidResponse<T>(LinkedUnit unit, string what)
        where T : class =>
        LinkAnswer.Not<T>(
            LinkState.InvalidResponse,
            $"What came from {unit.Tag} is not what a camera says: {what}. Nothing of it was taken; read it off by hand."
        );

    private static HashSet<Setting> Known(IReadOnlyList<string> keys) => [.. keys.Take(MostSettings).Select(Key).OfType<Setting>()];

    private static Setting? Key(string key) => SettingDefinition.All.FirstOrDefault(n => n.Key == key)?.Setting;

    private static string Excerpt(string text) => new([.. text.Where(c => !char.IsControl(c)).Take(40)]);

    private interface IFromUnit
    {
        string Tag { get; }

        string Model { get; }
    }

    private sealed record IdentityBody(
        string Protocol,
        string Tag,
        string Model,
        IReadOnlyList<string> Reports,
        IReadOnlyList<string> Accepts,
        bool GivesStills = false,
        bool GivesClips = false
    ) : IFromUnit;

    private sealed record SettingsBody(string Tag, string Model, IReadOnlyList<SettingBody> Settings) : IFromUnit;

    private sealed record SettingBody(string Setting, string Shows, bool Automatic);

    private sealed record RefusalBody(string Tag, string Model, string Refused) : IFromUnit;
}
