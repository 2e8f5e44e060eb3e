using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>Whether the site can work: for whoever watches over it. Nothing of this is private.</summary>
/// <param name="Ready">Whether it can.</param>
/// <param name="Schema">The newest migration that this build needs and the database has; or what is missing.</param>
/// <param name="DiskFreeBytes">Room where the site writes; null where it writes nothing outside the database.</param>
/// <param name="Says">What to do; empty where there is nothing to do.</param>
public sealed record SiteHealth(bool Ready, string Schema, long? DiskFreeBytes, string Says);

/// <summary>Whether the site lives, and whether it can work.</summary>
internal static class HealthEndpoints
{
    private const long LittleRoom = 500L * 1024 * 1024;

    internal static void MapHealth(this IEndpointRouteBuilder app)
    {
        app.MapGet("/health/live", () => Results.Text("live")).ExcludeFromDescription();
        app.MapGet("/health/ready", ReadyAsync).ExcludeFromDescription();
    }

    private static async Task<IResult> ReadyAsync(NpgsqlDataSource source, SiteSettings settings, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        IReadOnlyList<string> missing = await Database.MissingAsync(connection);
        long? free = settings.DataFolder is { } data ? new DriveInfo(data).AvailableFreeSpace : null;
        var health = new SiteHealth(
            missing.Count == 0,
            missing.Count == 0 ? Database.Newest : $"without {string.Join(", ", missing)}",
            free,
            missing.Count > 0 ? "Run the command migrate."
                : free < LittleRoom ? "The disk is nearly full: make room before it is."
                : ""
        );
        return Results.Json(health, statusCode: health.Ready ? 200 : 503);
    }
}
