using GoldNotch.Data;

namespace GoldNotch.Web.Features.Pictures;

/// <summary>Lets files of pictures and clips go each hour that were worked on more than a day ago and that nobody asked to keep.</summary>
internal sealed class PictureSweep(
    PictureFiles files,
    ClipFiles clips,
    PictureStore pictures,
    TimeProvider clock,
    ILogger<PictureSweep> log
) : BackgroundService
{
    private static readonly TimeSpan Each = TimeSpan.FromHours(1);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        using var timer = new PeriodicTimer(Each, clock);
        while (await timer.WaitForNextTickAsync(stoppingToken))
        {
            try
            {
                files.Sweep(await pictures.KeptOriginalsAsync(stoppingToken));
                clips.Sweep(new HashSet<Guid>());
            }
            catch (Exception away) when (away is Npgsql.NpgsqlException or IOException)
            {
                log.LogWarning(away, "The files of pictures are looked through again in an hour.");
            }
        }
    }
}
