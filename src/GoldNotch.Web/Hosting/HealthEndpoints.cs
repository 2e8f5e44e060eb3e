using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>Whether the site lives, and whether it can work.</summary>
internal static class HealthEndpoints
{
    internal static void MapHealth(this IEndpointRouteBuilder app)
    {
        app.MapGet("/health/live", () => Results.Text("live")).ExcludeFromDescription();
        app.MapGet("/health/ready", async (NpgsqlDataSource source, CancellationToken cancel) =>
            {
                await using NpgsqlCommand command = source.CreateCommand("SELECT 1");
                await command.ExecuteScalarAsync(cancel);
                return Results.Text("ready");
            })
            .ExcludeFromDescription();
    }
}
