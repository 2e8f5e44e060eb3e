using System.Collections.Concurrent;
using GoldNotch.Data;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.SignalR;
using Npgsql;

namespace GoldNotch.Web.Features.Live;

/// <summary>What pages that are open are told.</summary>
public interface ILivePage
{
    /// <summary>A unit changed, or a check of it (empty where no check did): ask again for what you show of it.</summary>
    Task Changed(string unitTag, string checkId);

    /// <summary>Something may have been missed: ask again for everything you show.</summary>
    Task Missed();
}

/// <summary>Pages listen here; nothing is ever sent up.</summary>
[Authorize]
internal sealed class LiveHub(LivePages pages, SessionStore sessions, TimeProvider clock) : Hub<ILivePage>
{
    internal const string Path = "/api/live";

    public override async Task OnConnectedAsync()
    {
        if (Context.GetHttpContext() is not { } http || BrowserSessions.Of(http) is not { } session)
        {
            Context.Abort();
            return;
        }

        pages.Add(Context, session.Word);

        // A session that ended while the line was made was told of before anybody listened here.
        if (!(await sessions.OpenAsync([session.Word], clock.GetUtcNow(), Context.ConnectionAborted)).Contains(session.Word))
        {
            Context.Abort();
        }
    }

    public override Task OnDisconnectedAsync(Exception? exception)
    {
        pages.Remove(Context);
        return Task.CompletedTask;
    }
}

/// <summary>Which pages listen in which session: when a session ends, its pages hear nothing more.</summary>
internal sealed class LivePages
{
    private readonly ConcurrentDictionary<string, (HubCallerContext Page, string Session)> _open = [];

    /// <summary>The words of the sessions that listen.</summary>
    internal IEnumerable<string> Sessions => _open.Values.Select(o => o.Session).Distinct();

    internal void Add(HubCallerContext page, string session) => _open[page.ConnectionId] = (page, session);

    internal void Remove(HubCallerContext page) => _open.TryRemove(page.ConnectionId, out _);

    internal void End(Func<string, bool> ended)
    {
        foreach ((HubCallerContext page, _) in _open.Values.Where(o => ended(o.Session)))
        {
            page.Abort();
        }
    }
}

/// <summary>A page of another site must not listen with this person's cookie: who connects comes from this site's own address, or from no page at all.</summary>
internal sealed class OwnOriginOnly(RequestDelegate next, SiteSettings settings)
{
    public Task InvokeAsync(HttpContext context)
    {
        string origin = context.Request.Headers.Origin.ToString();
        if (!context.Request.Path.StartsWithSegments(LiveHub.Path) || origin.Length == 0 || IsOwn(origin, context.Request))
        {
            return next(context);
        }

        context.Response.StatusCode = StatusCodes.Status403Forbidden;
        return Task.CompletedTask;
    }

    private bool IsOwn(string origin, HttpRequest request) =>
        Uri.TryCreate(origin, UriKind.Absolute, out Uri? from)
        && (
            string.Equals(from.Authority, request.Host.Value, StringComparison.OrdinalIgnoreCase)
            || (settings.PublicAddress is { } own && string.Equals(from.Authority, own.Authority, StringComparison.OrdinalIgnoreCase))
        );
}

/// <summary>Hears from PostgreSQL what any copy of the site committed, and tells the pages of this one.</summary>
internal sealed partial class LiveFeed(
    NpgsqlDataSource source,
    SessionStore sessions,
    LivePages open,
    IHubContext<LiveHub, ILivePage> pages,
    TimeProvider clock,
    ILogger<LiveFeed> log
) : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(1);

    // Sessions also end by time, which tells nobody.
    private static readonly TimeSpan Look = TimeSpan.FromMinutes(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        bool missed = false;
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await using NpgsqlConnection connection = await source.OpenConnectionAsync(stoppingToken);
                bool ended = true;
                connection.Notification += (_, heard) =>
                {
                    if (heard.Channel == SessionStore.Channel)
                    {
                        ended = true;
                    }
                    else
                    {
                        _ = TellAsync(heard.Payload);
                    }
                };
                await using (var listen = new NpgsqlCommand($"LISTEN {Data.Live.Channel}; LISTEN {SessionStore.Channel}", connection))
                {
                    await listen.ExecuteNonQueryAsync(stoppingToken);
                }

                if (missed)
                {
                    await pages.Clients.All.Missed();
                    missed = false;
                }

                while (!stoppingToken.IsCancellationRequested)
                {
                    if (ended)
                    {
                        ended = false;
                        IReadOnlySet<string> going = await sessions.OpenAsync(open.Sessions, clock.GetUtcNow(), stoppingToken);
                        open.End(session => !going.Contains(session));
                    }

                    if (!await connection.WaitAsync(Look, stoppingToken))
                    {
                        ended = true;
                    }
                }
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception away)
                when (away is NpgsqlException or InvalidOperationException or IOException or System.Net.Sockets.SocketException)
            {
                missed = true;
                Away(log, away.Message);
                await Task.Delay(Pause, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
            }
        }
    }

    private Task TellAsync(string payload) =>
        payload.Split(' ') is [var tag, var check] ? pages.Clients.All.Changed(tag, check) : Task.CompletedTask;

    [LoggerMessage(Level = LogLevel.Warning, Message = "The live feed lost the database and tries again: {Why}")]
    private static partial void Away(ILogger log, string why);
}
