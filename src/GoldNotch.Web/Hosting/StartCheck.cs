using GoldNotch.Data.Migrations;
using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>What must be so before the site answers anybody: it is no owner of its records, and the database has the shape that this build knows.</summary>
internal static class StartCheck
{
    /// <exception cref="SettingException">It is not so; the message says what to do.</exception>
    internal static async Task RunAsync(IServiceProvider services)
    {
        // The database may still be starting; then the site starts too, and waits for it as it would later.
        try
        {
            await using NpgsqlConnection connection = await services.GetRequiredService<NpgsqlDataSource>().OpenConnectionAsync();
            if (await Database.OwnsAnythingAsync(connection))
            {
                throw new SettingException(
                    $"{SiteSettings.DatabaseName} signs in to PostgreSQL as a superuser or as an owner of tables: whoever broke into the site could then forge signed records. "
                        + $"Give the site a login that is a member of {Database.SiteRole}, and keep the owner's in {SiteSettings.OwnerName} for migrate (docs/operations.md)."
                );
            }

            if (await Database.MissingAsync(connection) is { Count: > 0 } missing)
            {
                throw new SettingException(
                    $"The database is older than this build: {missing.Count} migrations have not run, the first is {missing[0]}. Run the command migrate, then start again."
                );
            }
        }
        catch (NpgsqlException)
        {
            // Told by /health/ready and by every answer until it is back.
        }
    }
}
