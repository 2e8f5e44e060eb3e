using GoldNotch.Data;
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
internal sealed class LiveHub : Hub<ILivePage>
{
    internal const string Path = "/api/live";
}

/// <summary>Hears from PostgreSQL what any copy of the site committed, and tells the pages of this one.</summary>
internal sealed partial class LiveFeed(NpgsqlDataSource source, IHubContext<LiveHub, ILivePage> pages, ILogger<LiveFeed> log)
    : BackgroundService
{
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        bool missed = false;
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await using NpgsqlConnection connection = await source.OpenConnectionAsync(stoppingToken);
                connection.Notification += (_, heard) => _ = TellAsync(heard.Payload);
                await using (var listen = new NpgsqlCommand("LISTEN " + Data.Live.Channel, connection))
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
                    await connection.WaitAsync(stoppingToken);
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
