using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Threading.RateLimiting;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Features.Audit;
using GoldNotch.Web.Features.Board;
using GoldNotch.Web.Features.Calendars;
using GoldNotch.Web.Features.CameraLinks;
using GoldNotch.Web.Features.Checks;
using GoldNotch.Web.Features.Clips;
using GoldNotch.Web.Features.Coverage;
using GoldNotch.Web.Features.Decisions;
using GoldNotch.Web.Features.Department;
using GoldNotch.Web.Features.Drift;
using GoldNotch.Web.Features.Evidence;
using GoldNotch.Web.Features.Exchange;
using GoldNotch.Web.Features.Find;
using GoldNotch.Web.Features.Kits;
using GoldNotch.Web.Features.LineUps;
using GoldNotch.Web.Features.Live;
using GoldNotch.Web.Features.Loans;
using GoldNotch.Web.Features.Matches;
using GoldNotch.Web.Features.Measurements;
using GoldNotch.Web.Features.Models;
using GoldNotch.Web.Features.People;
using GoldNotch.Web.Features.Phones;
using GoldNotch.Web.Features.Pictures;
using GoldNotch.Web.Features.Practice;
using GoldNotch.Web.Features.Printing;
using GoldNotch.Web.Features.Sessions;
using GoldNotch.Web.Features.Sheets;
using GoldNotch.Web.Features.Shoots;
using GoldNotch.Web.Features.Standards;
using GoldNotch.Web.Features.Symptoms;
using GoldNotch.Web.Features.Today;
using GoldNotch.Web.Features.Units;
using GoldNotch.Web.Features.Wording;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.AspNetCore.ResponseCompression;
using Serilog;
using Serilog.Core;
using Serilog.Events;

namespace GoldNotch.Web;

/// <summary>Puts the site together: services, pipeline, endpoints; and the few commands the start script gives.</summary>
internal static class Site
{
    internal static async Task<int> RunAsync(string[] args)
    {
        try
        {
            if (args is ["migrate" or "backup" or "restore" or "import" or "people" or "verify", ..])
            {
                return await Commands.RunAsync(args);
            }

            WebApplication app = Build(args);
            await StartCheck.RunAsync(app.Services);
            await app.RunAsync();
            return 0;
        }
        catch (Exception told) when (told is SettingException or RefusedException or BackupException)
        {
            await Console.Error.WriteLineAsync(told.Message);
            return 1;
        }
    }

    /// <param name="args">Configuration from the command line.</param>
    /// <param name="alsoLog">Where the log goes beside the console.</param>
    internal static WebApplication Build(string[] args, ILogEventSink? alsoLog = null)
    {
        // Settings are read and checked once, at the start: nothing has to watch their files.
        WebApplicationBuilder builder = WebApplication.CreateBuilder([.. args, "--hostBuilder:reloadConfigOnChange=false"]);
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = 256 * 1024;
        });
        SiteSettings settings = SiteSettings.Read(builder.Configuration);
        LogEventLevel level = builder.Configuration.GetValue("GOLDNOTCH_LOG", LogEventLevel.Information);
        builder.Services.AddSerilog(
            log =>
            {
                log.MinimumLevel.Is(alsoLog is null || level < LogEventLevel.Information ? level : LogEventLevel.Information)
                    .MinimumLevel.Override("Microsoft", LogEventLevel.Warning)
                    // The handler logs a fault once, with its request; the driver would log it again without.
                    .MinimumLevel.Override("Npgsql", LogEventLevel.Fatal)
                    .WriteTo.Console(new LogLine(), level);
                if (settings.DataFolder is { } data)
                {
                    log.WriteTo.File(
                        new LogLine(),
                        Path.Combine(data, "logs", "site-.log"),
                        level,
                        fileSizeLimitBytes: 20_000_000,
                        rollingInterval: RollingInterval.Day,
                        rollOnFileSizeLimit: true,
                        retainedFileCountLimit: 30
                    );
                }

                if (alsoLog is not null)
                {
                    log.WriteTo.Sink(alsoLog);
                }
            },
            // Each site of a process has its own log: the one that all share would be that of the site that was built last.
            preserveStaticLogger: true
        );

        IServiceCollection services = builder.Services;
        services.AddSingleton(settings).AddNpgsqlDataSource(settings.Database);
        services.AddSingleton<SessionStore>().AddSingleton<SignInTries>().AddSingleton<BrowserSessions>().AddSingleton<LivePages>();
        services.AddSingleton<UnitStore>().AddSingleton<CheckStore>().AddSingleton<PersonStore>();
        services
            .AddSingleton<StandardStore>()
            .AddSingleton<ModelStore>()
            .AddSingleton<CoverageStore>()
            .AddSingleton<DecisionStore>()
            .AddSingleton<AuditStore>()
            .AddSingleton<AuditVerifier>();
        services
            .AddSingleton<ExchangeImporter>()
            .AddScoped<CheckJudge>()
            .AddSingleton<SheetSource>()
            .AddScoped<CoverageGrid>()
            .AddSingleton<LineUpStore>()
            .AddScoped<LineUpSource>()
            .AddScoped<UnitPages>()
            .AddScoped<ModelViews>()
            .AddScoped<SymptomSource>()
            .AddSingleton<ICameraLink, HttpCameraLink>();
        services
            .AddSingleton<BoardStore>()
            .AddSingleton<DriftStore>()
            .AddSingleton<EvidenceStore>()
            .AddSingleton<UnitNoteStore>()
            .AddSingleton<DepartmentStore>()
            .AddSingleton<WallClock>();
        services
            .AddSingleton<ClipStore>()
            .AddSingleton<ClipFiles>()
            .AddSingleton<ClipDesk>()
            .AddHostedService(s => s.GetRequiredService<ClipDesk>())
            .AddScoped<ClipViews>()
            .AddSingleton<PictureStore>()
            .AddSingleton<PictureFiles>()
            .AddSingleton<PictureDesk>()
            .AddScoped<PictureViews>()
            .AddSingleton<PictureIntake>()
            .AddSingleton<MatchStore>()
            .AddSingleton<UnitMatchStore>()
            .AddSingleton<FigureStore>()
            .AddSingleton<ClaimStore>()
            .AddScoped<MeasurementViews>()
            .AddSingleton<MatchSource>()
            .AddSingleton<PictureReadings>()
            .AddSingleton<LinkedStills>()
            .AddSingleton<MeasurementSource>()
            .AddSingleton<MeasurementCameras>()
            .AddSingleton<MatchRegions>()
            .AddSingleton<MatchCameras>()
            .AddScoped<MatchViews>()
            .AddHostedService<PictureSweep>();
        services
            .AddSingleton<ShootStore>()
            .AddSingleton<KitStore>()
            .AddSingleton<KitPhotoStore>()
            .AddSingleton<LoanStore>()
            .AddScoped<ShootCameras>()
            .AddScoped<PreparationSource>()
            .AddScoped<ShootSource>()
            .AddScoped<Counter>()
            .AddScoped<TodaySource>()
            .AddSingleton<ShownMinutes>()
            .AddSingleton<CalendarStore>()
            .AddScoped<CalendarSource>()
            .AddSingleton<PracticeStore>()
            .AddSingleton<PracticeDesk>()
            .AddSingleton<CheckOffStore>()
            .AddSingleton<ReturnStore>()
            .AddSingleton<CheckOffGate>();
        services
            .AddHttpContextAccessor()
            .AddScoped(s => new Phrasing(SignedIn.Notation(s.GetRequiredService<IHttpContextAccessor>().HttpContext)))
            .AddScoped<CurrentFindings>();
        services.AddMemoryCache(cache => cache.SizeLimit = 2000);
        services.AddSignalR();
        services.AddHostedService<LiveFeed>();
        services.AddSingleton(TimeProvider.System).AddSingleton<IPasswordHasher<StoredPerson>, PasswordHasher<StoredPerson>>();
        services.ConfigureHttpJsonOptions(json => Configure(json.SerializerOptions));
        services.Configure<RouteHandlerOptions>(handlers => handlers.ThrowOnBadRequest = true);
        services.AddOpenApi(OpenApiShape.Configure);
        services.AddProblemDetails().AddExceptionHandler<ProblemHandler>();
        services.AddResponseCompression(compression => compression.EnableForHttps = true);
        services.Configure<GzipCompressionProviderOptions>(gzip => gzip.Level = CompressionLevel.Optimal);
        services.Configure<BrotliCompressionProviderOptions>(brotli => brotli.Level = CompressionLevel.Optimal);
        AddSignIn(services, settings);
        services.AddRateLimiter(limits => Limit(limits, settings));
        services.Configure<ForwardedHeadersOptions>(forwarded => TrustProxies(forwarded, settings));

        var pages = new StaticFileOptions { OnPrepareResponse = CacheHashedFiles };
        WebApplication app = builder.Build();
        app.UseForwardedHeaders();
        if (settings.Authority is not null)
        {
            app.Use(PhonesEndpoints.SealedOnly);
        }

        // Outermost, so that it sees what was answered and not the exception, which the handler has logged already.
        app.UseSerilogRequestLogging(log => log.GetLevel = (_, _, _) => LogEventLevel.Information);
        app.UseExceptionHandler();
        app.UseStatusCodePages(ProblemHandler.WriteStatusAsync);
        app.Use(SecurityHeaders);
        app.UseResponseCompression();
        app.UseDefaultFiles().UseStaticFiles(pages);
        app.UseMiddleware<OwnOriginOnly>();
        app.UseAuthentication();
        app.UseRateLimiter();
        app.UseAuthorization();
        app.UseMiddleware<AntiforgeryOnWrites>();
        app.UseMiddleware<SoundBodies>();

        app.MapOpenApi("/api/openapi.json");
        app.MapHealth();
        app.MapPhones(settings);
        RouteGroupBuilder api = app.MapGroup("/api").ProducesProblem(400).ProducesProblem(401).ProducesProblem(503);
        api.MapSessions();
        api.MapCalendarFeed();
        RouteGroupBuilder signedIn = api.MapGroup("").RequireAuthorization();
        signedIn.MapStandards();
        signedIn.MapModels();
        signedIn.MapCoverage();
        signedIn.MapDecisions();
        signedIn.MapSheets();
        signedIn.MapPrinting();
        signedIn.MapUnits();
        signedIn.MapUnitPage();
        signedIn.MapSymptoms();
        signedIn.MapBoard();
        signedIn.MapDrift();
        signedIn.MapLineUps();
        signedIn.MapShoots();
        signedIn.MapShootFiles();
        signedIn.MapKits();
        signedIn.MapKitPhotos();
        signedIn.MapLoans();
        signedIn.MapProofs();
        signedIn.MapToday();
        signedIn.MapPractice();
        signedIn.MapDepartmentPractice();
        signedIn.MapCheckOffs();
        signedIn.MapCalendar();
        signedIn.MapChecks();
        signedIn.MapCameraLinks();
        signedIn.MapEvidence();
        signedIn.MapPictures();
        signedIn.MapClips();
        signedIn.MapMatches();
        signedIn.MapMeasurements();
        signedIn.MapProfileHelp();
        signedIn.MapClaims();
        signedIn.MapMatchPictures();
        signedIn.MapMatchReports();
        signedIn.MapFind();
        signedIn.MapExchange();
        signedIn.MapPracticeRecord();
        signedIn.MapPeople();
        signedIn.MapDepartment();
        signedIn.MapAudit();
        app.MapHub<LiveHub>(LiveHub.Path);
        api.MapFallback(OtherMethods.AnswerAsync).ExcludeFromDescription();
        app.MapFallbackToFile("index.html", pages);
        return app;
    }

    internal static void Configure(JsonSerializerOptions json)
    {
        json.Converters.Add(new ProblemCodeConverter());
        json.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        json.NumberHandling = JsonNumberHandling.Strict;
        json.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        json.RespectNullableAnnotations = true;
        json.RespectRequiredConstructorParameters = true;
    }

    private static void AddSignIn(IServiceCollection services, SiteSettings settings)
    {
        services
            .AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(cookie =>
            {
                cookie.Cookie.Name = "gold-notch";
                cookie.Cookie.HttpOnly = true;
                cookie.Cookie.SameSite = SameSiteMode.Strict;
                cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
                // The row in the database says when a session ends; the cookie only has to last as long.
                cookie.ExpireTimeSpan = settings.Sessions.Kept;
                cookie.SlidingExpiration = true;
                cookie.Events.OnValidatePrincipal = BrowserSessions.ValidateAsync;
                cookie.Events.OnRedirectToLogin = context => Status(context.Response, 401);
                cookie.Events.OnRedirectToAccessDenied = context => Status(context.Response, 403);
            });
        services.AddRights();
        services.AddAntiforgery(forgery =>
        {
            forgery.HeaderName = AntiforgeryOnWrites.Header;
            forgery.Cookie.Name = "gold-notch-forgery";
            forgery.Cookie.SameSite = SameSiteMode.Strict;
        });
        services.AddDataProtection().SetApplicationName("gold-notch");
        services.AddOptions<KeyManagementOptions>().Configure<PersonStore>((keys, store) => keys.XmlRepository = new KeyRing(store));

        static Task Status(HttpResponse response, int status)
        {
            response.StatusCode = status;
            return Task.CompletedTask;
        }
    }

    private static void TrustProxies(ForwardedHeadersOptions forwarded, SiteSettings settings)
    {
        forwarded.ForwardedHeaders =
            settings.TrustedProxies.Count == 0
                ? ForwardedHeaders.None
                : ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto | ForwardedHeaders.XForwardedHost;
        forwarded.KnownProxies.Clear();
        forwarded.KnownIPNetworks.Clear();
        foreach (System.Net.IPNetwork proxy in settings.TrustedProxies)
        {
            forwarded.KnownIPNetworks.Add(proxy);
        }
    }

    private static void Limit(RateLimiterOptions limits, SiteSettings settings)
    {
        limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
        limits.AddPolicy(SessionEndpoints.SignInLimit, context =>
            RateLimitPartition.GetFixedWindowLimiter(
                context.Connection.RemoteIpAddress?.ToString() ?? "",
                _ => new FixedWindowRateLimiterOptions { PermitLimit = settings.SignInsPerMinute, Window = TimeSpan.FromMinutes(1) }
            )
        );
        limits.GlobalLimiter = PartitionedRateLimiter.CreateChained(
            PartitionedRateLimiter.Create<HttpContext, string>(context =>
                RateLimitPartition.GetTokenBucketLimiter(Whose(context), _ => new TokenBucketRateLimiterOptions
                {
                    TokenLimit = 600,
                    TokensPerPeriod = 200,
                    ReplenishmentPeriod = TimeSpan.FromSeconds(1),
                })
            ),
            // Work that one person has under way at once; the live line is no work.
            PartitionedRateLimiter.Create<HttpContext, string>(context =>
                context.Request.Path.StartsWithSegments(LiveHub.Path)
                    ? RateLimitPartition.GetNoLimiter("live")
                    : RateLimitPartition.GetConcurrencyLimiter(Whose(context), _ => new ConcurrencyLimiterOptions
                    {
                        PermitLimit = 24,
                        QueueLimit = 200,
                    })
            )
        );
    }

    private static string Whose(HttpContext context) => context.User.Identity?.Name ?? context.Connection.RemoteIpAddress?.ToString() ?? "";

    // The component library writes its theme into style elements; scripts come from our own files alone.
    private static Task SecurityHeaders(HttpContext context, RequestDelegate next)
    {
        IHeaderDictionary headers = context.Response.Headers;
        headers.ContentSecurityPolicy =
            "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; frame-ancestors 'none'; base-uri 'none'; form-action 'self'";
        headers.XContentTypeOptions = "nosniff";
        headers["Referrer-Policy"] = "same-origin";
        if (context.Request.Path.StartsWithSegments("/api"))
        {
            headers.CacheControl = "no-store";
        }

        return next(context);
    }

    private static void CacheHashedFiles(Microsoft.AspNetCore.StaticFiles.StaticFileResponseContext context)
    {
        // Built files carry a hash in their name; the page that names them must always be asked for.
        bool hashed = context.Context.Request.Path.StartsWithSegments("/assets");
        context.Context.Response.Headers.CacheControl = hashed ? "public, max-age=31536000, immutable" : "no-cache";
    }
}
