using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>Where the database is, with limits so that nothing waits for ever.</summary>
internal static class Connection
{
    internal const string Variable = "GOLDNOTCH_DB";

    internal static string String(IConfiguration configuration)
    {
        // The build writes the OpenAPI document without a database; a connection is only opened when it is used.
        var builder = new NpgsqlConnectionStringBuilder(configuration[Variable] ?? "Host=127.0.0.1;Database=gold_notch")
        {
            Timeout = 3,
            CommandTimeout = 10,
            ApplicationName = "gold-notch",
        };
        return builder.ConnectionString;
    }
}
