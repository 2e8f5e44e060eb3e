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
    internal const string Protocol = "gold-notch-camera/1";
    private const int MostBytes = 64 * 1024;
    private const int MostSettings = 200;
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

    public async Task<LinkAnswer<CameraIdentity>> IdentifyAsync(string tag, CancellationToken cancel)
    {
        LinkAnswer<IdentityBody> answer = await AskAsync<IdentityBody>(tag, HttpMethod.Get, "", null, cancel);
        return answer.Value switch
        {
            null => answer.As<CameraIdentity>(),
            { Protocol: not Protocol } other => InvalidResponse<CameraIdentity>(tag, $"it speaks {Excerpt(other.Protocol)}"),
            { } body when !string.Equals(body.Tag, tag, StringComparison.OrdinalIgnoreCase) => InvalidResponse<CameraIdentity>(
                tag,
                $"it says that it is {Excerpt(body.Tag)}"
            ),
            { } body => LinkAnswer.Of<CameraIdentity>(new CameraIdentity(body.Model, Known(body.Reports), Known(body.Accepts))),
        };
    }

    public async Task<LinkAnswer<IReadOnlyList<ShownSetting>>> ReadAsync(
        string tag,
        IReadOnlyCollection<Setting> settings,
        CancellationToken cancel
    )
    {
        string only = string.Join(',', settings.Select(s => SettingDefinition.Of(s).Key));
        return Shown(tag, await AskAsync<SettingsBody>(tag, HttpMethod.Get, $"/settings?only={only}", null, cancel), settings.Contains);
    }

    public async Task<LinkAnswer<IReadOnlyList<ShownSetting>>> SetAsync(
        string tag,
        Setting setting,
        string text,
        CancellationToken cancel
    ) =>
        Shown(
            tag,
            await AskAsync<SettingsBody>(tag, HttpMethod.Put, $"/settings/{SettingDefinition.Of(setting).Key}", new { set = text }, cancel),
            _ => true
        );

    public void Dispose() => _http?.Dispose();

    private async Task<LinkAnswer<T>> AskAsync<T>(string tag, HttpMethod method, string path, object? body, CancellationToken cancel)
        where T : class
    {
        if (_http is null)
        {
            return NoLink<T>(tag);
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
                HttpStatusCode.NotFound => NoLink<T>(tag),
                HttpStatusCode.Conflict => LinkAnswer.Not<T>(
                    LinkState.Refused,
                    $"{tag} does not take it: {Excerpt((await response.Content.ReadFromJsonAsync<RefusalBody>(Strict, patience.Token))?.Refused ?? "")}"
                ),
                HttpStatusCode.OK when await response.Content.ReadFromJsonAsync<T>(Strict, patience.Token) is { } value => LinkAnswer.Of<T>(
                    value
                ),
                _ => InvalidResponse<T>(tag, $"it answered {(int)response.StatusCode}"),
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
            return InvalidResponse<T>(tag, "it cannot be read");
        }
        catch (Exception broken) when (broken is HttpRequestException or IOException)
        {
            // A longer answer than any camera gives is cut off by the client, too.
            return broken is HttpRequestException { HttpRequestError: HttpRequestError.ConfigurationLimitExceeded }
                ? InvalidResponse<T>(tag, "it is longer than any camera's")
                : LinkAnswer.Not<T>(
                    LinkState.Silent,
                    $"The connection to {tag} broke. Is it on, charged and in reach? What it said before is kept; read the rest off by hand."
                );
        }
    }

    private static LinkAnswer<IReadOnlyList<ShownSetting>> Shown(string tag, LinkAnswer<SettingsBody> answer, Func<Setting, bool> asked)
    {
        if (answer.Value is not { } body)
        {
            return answer.As<IReadOnlyList<ShownSetting>>();
        }

        if (body.Settings.Count > MostSettings)
        {
            return InvalidResponse<IReadOnlyList<ShownSetting>>(tag, "it names more settings than there are");
        }

        List<ShownSetting> shown = [];
        foreach (SettingBody one in body.Settings)
        {
            if (Key(one.Setting) is not { } setting)
            {
                return InvalidResponse<IReadOnlyList<ShownSetting>>(tag, $"it names a setting “{Excerpt(one.Setting)}”");
            }

            if (one.Shows.Length > Notation.LongestLabel || one.Shows.Any(char.IsControl))
            {
                return InvalidResponse<IReadOnlyList<ShownSetting>>(tag, $"what it shows for {one.Setting} is no value");
            }

            if (asked(setting) && shown.All(s => s.Setting != setting))
            {
                shown.Add(new ShownSetting(setting, one.Shows, one.Automatic));
            }
        }

        return LinkAnswer.Of<IReadOnlyList<ShownSetting>>(shown);
    }

    private static LinkAnswer<T> NoLink<T>(string tag)
        where T : class => LinkAnswer.Not<T>(LinkState.None, $"{tag} has no link: read it off by hand.");

    private static LinkAnswer<T> InvalidResponse<T>(string tag, string what)
        where T : class =>
        LinkAnswer.Not<T>(
            LinkState.InvalidResponse,
            $"What came from {tag} is not what a camera says: {what}. Nothing of it was taken; read it off by hand."
        );

    private static HashSet<Setting> Known(IReadOnlyList<string> keys) => [.. keys.Take(MostSettings).Select(Key).OfType<Setting>()];

    private static Setting? Key(string key) => SettingDefinition.All.FirstOrDefault(n => n.Key == key)?.Setting;

    private static string Excerpt(string text) => new([.. text.Where(c => !char.IsControl(c)).Take(40)]);

    private sealed record IdentityBody(
        string Protocol,
        string Tag,
        string Model,
        IReadOnlyList<string> Reports,
        IReadOnlyList<string> Accepts
    );

    private sealed record SettingsBody(IReadOnlyList<SettingBody> Settings);

    private sealed record SettingBody(string Setting, string Shows, bool Automatic);

    private sealed record RefusalBody(string Refused);
}
