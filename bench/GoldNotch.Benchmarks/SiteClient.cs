using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace GoldNotch.Benchmarks;

/// <summary>A person at a page, as the site sees one.</summary>
internal sealed class SiteClient : IDisposable
{
    private readonly HttpClient _http;

    private SiteClient(HttpClient http) => _http = http;

    internal static async Task<SiteClient> SignInAsync(Uri address, string login, string password)
    {
        var http = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer(), UseProxy = false })
        {
            BaseAddress = address,
            Timeout = TimeSpan.FromSeconds(15),
        };
        using HttpResponseMessage session = await http.PostAsJsonAsync("/api/session", new { login, password });
        session.EnsureSuccessStatusCode();
        JsonElement view = await session.Content.ReadFromJsonAsync<JsonElement>();
        http.DefaultRequestHeaders.Add("X-Gold-Notch-Token", view.GetProperty("writeToken").GetString());
        return new SiteClient(http);
    }

    internal async Task<(HttpStatusCode Status, JsonElement Json)> SendAsync(
        HttpMethod method,
        string path,
        object? body = null,
        int? seen = null
    )
    {
        using var request = new HttpRequestMessage(method, path)
        {
            Content = body switch
            {
                null => null,
                byte[] picture => new ByteArrayContent(picture) { Headers = { ContentType = new("image/png") } },
                _ => JsonContent.Create(body),
            },
        };
        if (seen is { } version)
        {
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{version}\"");
        }

        using HttpResponseMessage answer = await _http.SendAsync(request);
        byte[] bytes = await answer.Content.ReadAsByteArrayAsync();
        return (
            answer.StatusCode,
            bytes.Length > 0 && answer.Content.Headers.ContentType?.MediaType?.Contains("json", StringComparison.Ordinal) == true
                ? JsonDocument.Parse(bytes).RootElement
                : default
        );
    }

    internal async Task<HttpStatusCode> SendRawAsync(MalformedWrite write)
    {
        using var request = new HttpRequestMessage(write.Method, write.Path)
        {
            Content = new StringContent(write.Body, System.Text.Encoding.UTF8, "application/json"),
        };
        if (write.IfMatch is not null)
        {
            request.Headers.TryAddWithoutValidation("If-Match", write.IfMatch);
        }

        using HttpResponseMessage answer = await _http.SendAsync(request);
        return answer.StatusCode;
    }

    public void Dispose() => _http.Dispose();
}
