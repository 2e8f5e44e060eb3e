using System.Collections.Concurrent;
using System.Text.Json.Serialization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;
using GoldNotch.Exchange;
using GoldNotch.Imaging.Rendering;

namespace GoldNotch.SimulatedCameras;

/// <summary>What a camera says of itself.</summary>
public sealed record IdentityAnswer(
    string Protocol,
    string Tag,
    string Model,
    IReadOnlyList<string> Reports,
    IReadOnlyList<string> Accepts,
    bool CanReset,
    bool GivesStills,
    bool GivesClips
);

/// <summary>One setting as the display shows it.</summary>
public sealed record ShownAnswer(string Setting, string Shows, bool Automatic);

/// <summary>Several settings, and whose they are.</summary>
public sealed record SettingsAnswer(string Tag, string Model, IReadOnlyList<ShownAnswer> Settings);

/// <summary>Why the camera does not take an order, as its display says it.</summary>
public sealed record RefusalAnswer(string Tag, string Model, string Refused);

/// <summary>An order to set something.</summary>
public sealed record SetOrder(string Set);

/// <summary>An order to take white on the card.</summary>
public sealed record BalanceOrder(string Memory);

/// <summary>Of the stand-in alone: the light before it, what stands in it (<c>chart</c>, or <c>flat</c> for nothing but a grey card), and how deep its lamps follow the mains.</summary>
public sealed record SceneOrder(
    double Lux,
    double LightK,
    double Duv = 0,
    double SideStops = 0,
    string Subject = "chart",
    double MainsHz = 0,
    double FlickerDepth = 0
);

/// <summary>Of the stand-in alone: what is plugged into its inputs (<c>none</c>, <c>condenser</c>, <c>dynamic</c>, <c>wireless</c>, <c>line</c>), how loud the voice is, and what is wrong with the cables.</summary>
public sealed record SoundOrder(
    string Input1 = "condenser",
    string Input2 = "wireless",
    double VoiceDbfs = -12,
    double HumHz = 0,
    bool Reversed = false
);

/// <summary>Of the stand-in alone: somebody borrows it.</summary>
public sealed record BorrowOrder(int Seed);

/// <summary>Of the stand-in alone: trouble with the link.</summary>
public sealed record TroubleOrder(Trouble Trouble);

/// <summary>The devices, and the open protocol they speak; see <c>docs/camera-link.md</c>.</summary>
internal sealed class Devices
{
    internal const string Protocol = "gold-notch-camera/2";
    private readonly ConcurrentDictionary<string, StandIn> _cameras = new(StringComparer.OrdinalIgnoreCase);
    private readonly Standard[] _standards;
    private readonly ConcurrentDictionary<string, Trouble> _troubles = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>One device for each unit of some exchange files.</summary>
    internal Devices(IEnumerable<ExchangeDocument> files)
    {
        ExchangeDocument[] all = [.. files];
        _standards =
        [
            .. all.SelectMany(f => f.Standards ?? []).Where(s => s.State == "approved").Select(s => StandardReader.ToStandard(s)),
        ];
        var models = all.SelectMany(f => f.Models ?? [])
            .GroupBy(m => m.Key)
            .ToDictionary(g => g.Key, g => ModelReader.ToModel(g.MaxBy(m => m.Version)!));
        foreach (UnitDocument unit in all.SelectMany(f => f.Units ?? []))
        {
            if (models.TryGetValue(unit.Model, out CameraModel? model))
            {
                _cameras[unit.Tag] = new StandIn(unit.Tag, model);
            }
        }
    }

    internal IEnumerable<StandIn> All => _cameras.Values.OrderBy(c => c.Tag, StringComparer.Ordinal);

    /// <summary>Each handed out as a sheet says, and then borrowed by somebody.</summary>
    internal void Borrow(int seed)
    {
        foreach (StandIn camera in All)
        {
            if (History.Suited(_standards, camera.Model).FirstOrDefault() is { } sheet)
            {
                History.SetUp(camera, sheet);
            }

            Borrower.Scramble(camera, new Random(seed++));
        }
    }

    internal void Map(WebApplication app)
    {
        app.MapGet("/cameras", () => new { cameras = All.Select(c => new { c.Tag, model = c.Model.Key }) });
        RouteGroupBuilder camera = app.MapGroup("/cameras/{tag}");
        camera.AddEndpointFilter(
            async (call, next) =>
            {
                string tag = (string)call.HttpContext.GetRouteValue("tag")!;
                return !_cameras.TryGetValue(tag, out StandIn? asked) ? Results.NotFound()
                    : await Troubles.PlayAsync(_troubles.GetValueOrDefault(tag), asked, call.HttpContext) ? Results.Empty
                    : await next(call);
            }
        );
        camera.MapGet("", (string tag) =>
            new IdentityAnswer(
                Protocol,
                _cameras[tag].Tag,
                _cameras[tag].Model.Key,
                Keys(_cameras[tag].Reports),
                Keys(_cameras[tag].Accepts),
                _cameras[tag].Reports.Count > 10,
                GivesStills(_cameras[tag]),
                GivesStills(_cameras[tag]) && Clips.IsGiven(_cameras[tag])
            )
        );
        camera.MapGet("/settings", (string tag, string? only) => Read(_cameras[tag], only));
        camera.MapPut("/settings/{setting}", (string tag, string setting, SetOrder order) =>
            Ordered(_cameras[tag], c =>
                c.Accepts.Contains(Parsed(setting))
                    ? c.Set(Parsed(setting), order.Set)
                    : throw new RefusedByCameraException("This is set by hand on the camera.")
            )
        );
        camera.MapPost("/reset", (string tag) => Ordered(_cameras[tag], c =>
            {
                c.Reset();
                return c.Reports;
            }));
        camera.MapPost("/balance", (string tag, BalanceOrder order) => Ordered(_cameras[tag], c =>
            {
                c.Balance(order.Memory);
                return [Setting.WhiteBalance];
            }));

        camera.MapGet("/still", (string tag, int? width, string? subject, int? seed) => Still(_cameras[tag], width, subject, seed));

        camera.MapGet("/clip", (string tag, double? seconds, CancellationToken cancel) => ClipAsync(_cameras[tag], seconds, cancel));

        // Nothing below is of the protocol: it plays the world around the camera.
        RouteGroupBuilder standIn = app.MapGroup("/stand-in/{tag}")
            .AddEndpointFilter(
                async (call, next) =>
                    _cameras.ContainsKey((string)call.HttpContext.GetRouteValue("tag")!) ? await next(call) : Results.NotFound()
            );
        standIn.MapPut("/scene", (string tag, SceneOrder order) =>
        {
            _cameras[tag].Scene = new Scene(new Lux(order.Lux).Value, new Kelvin(order.LightK).Value, order.Duv, order.SideStops)
            {
                Subject = Subject(order.Subject),
                Flicker =
                    order.MainsHz > 0 && order.FlickerDepth > 0
                        ? new LampFlicker(order.MainsHz, Math.Clamp(order.FlickerDepth, 0, 1))
                        : null,
            };
            return Results.NoContent();
        });
        standIn.MapPut("/sound", (string tag, SoundOrder order) =>
        {
            _cameras[tag].Sound = new SoundScene(Plug(order.Input1), Plug(order.Input2), order.VoiceDbfs, order.HumHz, order.Reversed);
            return Results.NoContent();
        });
        standIn.MapPost("/borrowed", (string tag, BorrowOrder order) =>
            new { changed = Keys([.. Borrower.Scramble(_cameras[tag], new Random(order.Seed))]) }
        );
        standIn.MapPut("/trouble", (string tag, TroubleOrder order) =>
        {
            _troubles[tag] = order.Trouble;
            return Results.NoContent();
        });
        standIn.MapPut("/hand/{setting}", (string tag, string setting, SetOrder order) =>
            Ordered(_cameras[tag], c => c.Set(Parsed(setting), order.Set))
        );
    }

    // A camera that tells nothing of itself gives no picture either.
    private static bool GivesStills(StandIn camera) => camera.Reports.Count > 0;

    private static IResult Still(StandIn camera, int? width, string? subject, int? seed)
    {
        if (!GivesStills(camera))
        {
            return Results.NotFound();
        }

        int across = Math.Clamp(width ?? 960, Pictures.LeastWidth, Pictures.MostWidth);
        StandInSubject before = subject is null ? camera.Scene.Subject : Subject(subject);
        return Results.File(Pictures.Still(camera, before, across, seed ?? camera.NextPicture()), "image/png");
    }

    // The file is written first and then given: its end says how long it is.
    private static async Task<IResult> ClipAsync(StandIn camera, double? seconds, CancellationToken cancel)
    {
        if (!GivesStills(camera) || !Clips.IsGiven(camera))
        {
            return Results.NotFound();
        }

        StandInClip clip = Clips.Of(camera, Math.Clamp(seconds ?? Clips.UsualSeconds, Clips.LeastSeconds, Clips.UsualSeconds));
        string path = Path.Combine(Path.GetTempPath(), $"gold-notch-{Guid.NewGuid():N}{(clip.IsPcm ? ".mov" : ".mp4")}");
        try
        {
            await ClipRenderer.RenderAsync(clip, path, camera.NextPicture(), cancel);
        }
        catch
        {
            File.Delete(path);
            throw;
        }

        var file = new FileStream(
            path,
            FileMode.Open,
            FileAccess.Read,
            FileShare.Read,
            1 << 16,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
        return Results.File(file, clip.IsPcm ? "video/quicktime" : "video/mp4");
    }

    private static Plugged Plug(string word) => Enum.TryParse(word, true, out Plugged plugged) ? plugged : Plugged.None;

    private static StandInSubject Subject(string word) => word == "flat" ? StandInSubject.FlatField : StandInSubject.Chart;

    private static SettingsAnswer Read(StandIn camera, string? only)
    {
        HashSet<string>? wanted = only is null
            ? null
            : [.. only.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];
        return Answer(camera, camera.Reports.Where(s => wanted?.Contains(SettingDefinition.Of(s).Key) != false));
    }

    private static SettingsAnswer Answer(StandIn camera, IEnumerable<Setting> settings) =>
        new(
            camera.Tag,
            camera.Model.Key,
            [
                .. settings
                    .Select(s => (Setting: s, Shown: camera.Shown(s)))
                    .Where(s => s.Shown is not null)
                    .Select(s => new ShownAnswer(SettingDefinition.Of(s.Setting).Key, s.Shown!.Value.Shows, s.Shown.Value.Automatic)),
            ]
        );

    private static IResult Ordered(StandIn camera, Func<StandIn, IReadOnlyCollection<Setting>> order)
    {
        try
        {
            return Results.Ok(Answer(camera, order(camera)));
        }
        catch (Exception refused) when (refused is RefusedByCameraException or QuantityException)
        {
            return Results.Json(
                new RefusalAnswer(camera.Tag, camera.Model.Key, refused.Message),
                statusCode: StatusCodes.Status409Conflict
            );
        }
    }

    private static Setting Parsed(string key) => SettingDefinition.Parse(key);

    private static List<string> Keys(IEnumerable<Setting> settings) => [.. settings.Select(s => SettingDefinition.Of(s).Key)];

    internal static void Configure(System.Text.Json.JsonSerializerOptions json) =>
        json.Converters.Add(new JsonStringEnumConverter<Trouble>(System.Text.Json.JsonNamingPolicy.CamelCase));
}

/// <summary>The program that stands in for the cameras.</summary>
internal static class StandInSite
{
    /// <summary>Puts it together.</summary>
    /// <param name="args">Of the host, e.g. <c>--urls=http://127.0.0.1:5090</c>.</param>
    /// <param name="files">Exchange files with cards and units.</param>
    internal static WebApplication Build(string[] args, IReadOnlyList<ExchangeDocument> files)
    {
        WebApplicationBuilder builder = WebApplication.CreateBuilder([.. args, "--hostBuilder:reloadConfigOnChange=false"]);
        builder.Logging.SetMinimumLevel(LogLevel.Warning);
        builder.Services.ConfigureHttpJsonOptions(json => Devices.Configure(json.SerializerOptions));
        WebApplication app = builder.Build();
        var devices = new Devices(files);
        devices.Map(app);
        if (builder.Configuration["borrowed"] is { } seed)
        {
            devices.Borrow(History.Number(seed));
        }

        return app;
    }
}
