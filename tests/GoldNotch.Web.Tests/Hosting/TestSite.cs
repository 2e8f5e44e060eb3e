using System.Net;
using System.Text;
using System.Text.Json;
using GoldNotch.Core.StandIns;
using GoldNotch.Exchange;
using GoldNotch.SimulatedCameras;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Builder;
using Npgsql;

namespace GoldNotch.Web.Tests.Hosting;

/// <summary>The whole site on a real port over a real PostgreSQL database of its own, with the demo in it.</summary>
public class TestSite : IAsyncLifetime
{
    public const string Password = "made-for-tests-1";

    private readonly string _database = "test_" + Guid.NewGuid().ToString("N");
    private WebApplication? _app;
    private WebApplication? _cameras;

    public static string Root { get; } = FindRoot();

    public Uri Address { get; private set; } = new("http://127.0.0.1");

    /// <summary>What the site is made of.</summary>
    internal IServiceProvider Services => _app?.Services ?? throw new InvalidOperationException("The site is not started.");

    /// <summary>Where the stand-in cameras are.</summary>
    public Uri Cameras { get; private set; } = new("http://127.0.0.1");

    /// <summary>Connection as the owner of the tables: for what goes past the site.</summary>
    public string ConnectionString { get; private set; } = "";

    /// <summary>Connection as the site itself has one: a member of the site's role, which owns nothing.</summary>
    public string SiteConnectionString { get; private set; } = "";

    /// <summary>What the site logged.</summary>
    internal LogKeeper Log { get; } = new();

    /// <summary>The folder whose exchange files it begins with: the small one of the tests.</summary>
    protected virtual string Folder => Path.Combine("tests", "fixtures");

    /// <summary>The folder of the built pages.</summary>
    protected virtual string Pages => Path.Combine(Root, "src", "GoldNotch.Web", "wwwroot");

    private static string Server =>
        Environment.GetEnvironmentVariable("GOLDNOTCH_TEST_DB")
        ?? throw new InvalidOperationException("GOLDNOTCH_TEST_DB is not set: run the tests through ./test.");

    public async Task InitializeAsync()
    {
        string template = await TemplateDatabase.OfAsync(Server, Path.Combine(Root, Folder));
        await OnServerAsync($"CREATE DATABASE {_database} TEMPLATE {template}");
        ConnectionString = new NpgsqlConnectionStringBuilder(Server) { Database = _database }.ConnectionString;
        SiteConnectionString = await SiteLogin.GiveAsync(ConnectionString);
        _cameras = StandInSite.Build(
            ["--urls=http://127.0.0.1:0"],
            [
                .. Directory
                    .GetFiles(Path.Combine(Root, Folder), "*.json")
                    .Order()
                    .Select(f => JsonSerializer.Deserialize(File.ReadAllBytes(f), ExchangeJson.Default.ExchangeDocument)!),
            ]
        );
        await _cameras.StartAsync();
        Cameras = new Uri(_cameras.Urls.First());
        await StartAsync(0);
    }

    /// <summary>Stops the site alone, as a pulled plug would look from a page; the database stays.</summary>
    public async Task StopSiteAsync()
    {
        if (_app is not null)
        {
            await _app.StopAsync();
            await _app.DisposeAsync();
            _app = null;
        }
    }

    /// <summary>Starts it again where it was.</summary>
    public Task StartSiteAsync() => StartAsync(Address.Port);

    /// <summary>Another copy of the site over the same database, on a port of its own, with settings beside those of the tests.</summary>
    internal async Task<WebApplication> AnotherCopyAsync(params string[] settings)
    {
        WebApplication copy = Site.Build([.. Settings(0), .. settings], Log);
        await copy.StartAsync();
        return copy;
    }

    private async Task StartAsync(int port)
    {
        _app = Site.Build(Settings(port), Log);
        await _app.StartAsync();
        Address = new Uri(_app.Urls.First());
    }

    private string[] Settings(int port) =>
        [
            "--urls",
            $"http://127.0.0.1:{port}",
            "--GOLDNOTCH_CAMERAS",
            Cameras.ToString(),
            "--GOLDNOTCH_CAMERA_PATIENCE_MS",
            // As long as a busy machine may need for an answer; a stand-in that is silent is waited for in a few tests only.
            "2500",
            "--GOLDNOTCH_DB",
            SiteConnectionString,
            "--GOLDNOTCH_LOG",
            Environment.GetEnvironmentVariable("GOLDNOTCH_LOG") ?? "Fatal",
            "--GOLDNOTCH_SIGNINS_PER_MINUTE",
            "10000",
            "--webroot",
            Pages,
            "--environment",
            "Production",
        ];

    public async Task DisposeAsync()
    {
        await StopSiteAsync();
        if (_cameras is not null)
        {
            await _cameras.StopAsync();
            await _cameras.DisposeAsync();
        }

        NpgsqlConnection.ClearAllPools();
        await OnServerAsync($"DROP DATABASE IF EXISTS {_database} WITH (FORCE)");
    }

    /// <summary>Takes the database away, connections and all, or gives it back.</summary>
    public async Task SetReachableAsync(bool reachable)
    {
        await OnServerAsync($"ALTER DATABASE {_database} ALLOW_CONNECTIONS {(reachable ? "true" : "false")}");
        if (!reachable)
        {
            await OnServerAsync($"SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '{_database}'");
        }
    }

    /// <summary>Runs a statement in the site's database, past the site.</summary>
    public async Task<object?> SqlAsync(string statement)
    {
        await using var connection = new NpgsqlConnection(ConnectionString + ";Pooling=false");
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(statement, connection);
        return await command.ExecuteScalarAsync();
    }

    /// <summary>A client, signed in where a name is given.</summary>
    public async Task<TestClient> ClientAsync(string? login = "ines")
    {
        var client = new TestClient(Address);
        if (login is not null)
        {
            await client.SignInAsync(login, Password);
        }

        return client;
    }

    private static Task OnServerAsync(string statement) => TemplateDatabase.OnServerAsync(Server, statement);

    private static string FindRoot()
    {
        string? folder = AppContext.BaseDirectory;
        while (folder is not null && !File.Exists(Path.Combine(folder, "GoldNotch.slnx")))
        {
            folder = Path.GetDirectoryName(folder);
        }

        return folder ?? throw new InvalidOperationException("The project's root was not found above the tests.");
    }
}

/// <summary>Speaks to the site as its own front end does: cookie, write token, JSON.</summary>
public sealed class TestClient : IDisposable
{
    private readonly HttpClient _http;

    /// <summary>Where the site is.</summary>
    public Uri Address => _http.BaseAddress!;

    public TestClient(Uri address) =>
        _http = new HttpClient(new HttpClientHandler { CookieContainer = Cookies, UseProxy = false }) { BaseAddress = address };

    /// <summary>What the browser would send along.</summary>
    public CookieContainer Cookies { get; } = new();

    public string WriteToken { get; set; } = "";

    /// <summary>The body of the last answer.</summary>
    public byte[] LastBytes { get; private set; } = [];

    /// <summary>The version in the last answer's ETag.</summary>
    public int LastTag { get; private set; }

    public async Task SignInAsync(string login, string password) =>
        WriteToken = (await SendAsync(HttpMethod.Post, "/api/session", new { login, password })).Expect(200).Text("writeToken");

    public Task<Answer> GetAsync(string path) => SendAsync(HttpMethod.Get, path, null);

    public Task<Answer> PutAsync(string path, object body, int? seen = null) => SendAsync(HttpMethod.Put, path, body, seen);

    public Task<Answer> ReadAsync(Guid check, string setting, string? read, int seen = 0) =>
        PutAsync($"/api/checks/{check}/readings/{setting}", new { read }, seen);

    /// <summary>Signs a check as it stands.</summary>
    public async Task<Answer> SignAsync(Guid check, string note = "") =>
        await PutAsync($"/api/checks/{check}/signature", new { note }, (await GetAsync($"/api/checks/{check}")).Expect(200).Int("version"));

    /// <summary>Reads every line that is not read yet as the sheet says.</summary>
    public async Task ReadTheRestAsync(Guid check)
    {
        foreach (JsonElement line in (await GetAsync($"/api/checks/{check}")).At("lines").EnumerateArray().ToArray())
        {
            if (
                line.GetProperty("verdict").GetProperty("kind").GetString() == "unread"
                && line.GetProperty("line").GetProperty("target").GetString() is { } target
            )
            {
                (await ReadAsync(check, line.GetProperty("line").GetProperty("setting").GetString()!, target)).Expect(200);
            }
        }
    }

    /// <summary>Begins a check and gives its id.</summary>
    public async Task<Guid> BeginAsync(string unit = "OBG-106", string standard = "lecture-room")
    {
        var id = Guid.NewGuid();
        (await PutAsync($"/api/checks/{id}", new { unit, standard })).Expect(201);
        return id;
    }

    /// <summary>Sends a write as it is, and gives the status.</summary>
    public async Task<int> SendRawAsync(HttpMethod method, string path, string body, string? ifMatch)
    {
        using var request = new HttpRequestMessage(method, path) { Content = new StringContent(body, Encoding.UTF8, "application/json") };
        if (ifMatch is not null)
        {
            request.Headers.TryAddWithoutValidation("If-Match", ifMatch);
        }

        request.Headers.Add("X-Gold-Notch-Token", WriteToken);
        using HttpResponseMessage response = await _http.SendAsync(request);
        return (int)response.StatusCode;
    }

    /// <summary>The headers of an answer.</summary>
    public async Task<System.Net.Http.Headers.HttpResponseHeaders> HeadersAsync(string path)
    {
        using HttpResponseMessage response = await _http.GetAsync(path);
        return response.EnsureSuccessStatusCode().Headers;
    }

    public async Task<Answer> SendAsync(HttpMethod method, string path, object? body, int? seen = null)
    {
        using var request = new HttpRequestMessage(method, path);
        if (body is not null)
        {
            request.Content = body is byte[] bytes
                ? new ByteArrayContent(bytes)
                {
                    Headers =
                    {
                        ContentType = new(
                            path.Contains("csv", StringComparison.Ordinal) ? "text/csv"
                            : path.Contains("/photo", StringComparison.Ordinal) ? "image/jpeg"
                            : path.Contains("/clips/", StringComparison.Ordinal) && method == HttpMethod.Put ? "application/octet-stream"
                            : path.Contains("/pictures/", StringComparison.Ordinal) && !path.Contains("/measure", StringComparison.Ordinal)
                                ? "application/octet-stream"
                            : "application/json"
                        ),
                    },
                }
                : new StringContent(body as string ?? JsonSerializer.Serialize(body), Encoding.UTF8, "application/json");
        }

        if (seen is not null)
        {
            request.Headers.TryAddWithoutValidation("If-Match", $"\"{seen}\"");
        }

        // A body that is too large is refused before it is sent, as a browser would see it.
        request.Headers.ExpectContinue = body is not null;
        request.Headers.Add("X-Gold-Notch-Token", WriteToken);
        using HttpResponseMessage response = await _http.SendAsync(request);
        string text = await response.Content.ReadAsStringAsync();
        LastBytes = await response.Content.ReadAsByteArrayAsync();
        LastTag = int.TryParse(response.Headers.ETag?.Tag.Trim('"'), out int tag) ? tag : 0;
        JsonElement json =
            response.Content.Headers.ContentType?.MediaType?.Contains("json", StringComparison.Ordinal) == true && text.Length > 0
                ? JsonDocument.Parse(text).RootElement
                : default;
        return new Answer((int)response.StatusCode, response.Content.Headers.ContentType?.MediaType ?? "", json);
    }

    public void Dispose() => _http.Dispose();
}

/// <summary>An answer of the site.</summary>
public sealed record Answer(int Status, string Type, JsonElement Json)
{
    public Answer Expect(int status)
    {
        Status.ShouldBe(status, Json.ValueKind == JsonValueKind.Undefined ? Type : Json.GetRawText());
        return this;
    }

    /// <summary>Expects a problem document with a code, a pointer and a sentence to act on.</summary>
    public Answer ExpectProblem(int status, string code, string pointer = "")
    {
        Expect(status);
        Type.ShouldBe("application/problem+json");
        Text("code").ShouldBe(code);
        Text("pointer").ShouldBe(pointer);
        Text("detail").Length.ShouldBeGreaterThan(15);
        return this;
    }

    public string Text(string path) => At(path).GetString()!;

    public int Int(string path) => At(path).GetInt32();

    /// <summary>Walks <c>now/order/0/from</c>.</summary>
    public JsonElement At(string path)
    {
        JsonElement at = Json;
        foreach (string step in path.Split('/'))
        {
            at =
                at.ValueKind == JsonValueKind.Array
                    ? at[int.Parse(step, System.Globalization.CultureInfo.InvariantCulture)]
                    : at.GetProperty(step);
        }

        return at;
    }

    public JsonElement Line(string setting) =>
        At("lines").EnumerateArray().First(l => l.GetProperty("line").GetProperty("setting").GetString() == setting);

    public JsonElement Topic(string topic) => At("now/items").EnumerateArray().First(i => i.GetProperty("topic").GetString() == topic);
}

[CollectionDefinition(Name)]
public sealed class SiteTests : ICollectionFixture<TestSite>
{
    public const string Name = "site";
}

/// <summary>A site with the whole demo.</summary>
public sealed class DemoSite : TestSite
{
    protected override string Folder => "demo";
}

[CollectionDefinition(Name)]
public sealed class DemoSiteTests : ICollectionFixture<DemoSite>
{
    public const string Name = "demo site";
}

/// <summary>A site with the whole demo for shoots and loans: their units would be counted among those that others measure.</summary>
[CollectionDefinition(Name)]
public sealed class CounterTests : ICollectionFixture<DemoSite>
{
    public const string Name = "counter";
}
