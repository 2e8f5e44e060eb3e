using GoldNotch.Data.Migrations;
using Npgsql;

namespace GoldNotch.Web.Tests.Hosting;

/// <summary>A login of the site as docs/operations.md has one made: it may sign in, is a member of the site's role, and owns nothing.</summary>
internal static class SiteLogin
{
    private const string Name = "gold_notch_tests";
    private const string Password = "only-for-tests";

    /// <summary>Makes it where it is missing and gives its connection to a database.</summary>
    internal static async Task<string> GiveAsync(string owner)
    {
        await using var connection = new NpgsqlConnection(owner + ";Pooling=false");
        await connection.OpenAsync();

        // Roles are of the whole server, and locks of one database: sites of several tests, and of several programs of tests, make this one at once.
        await using var command = new NpgsqlCommand(
            $"""
            DO $$ BEGIN
                IF NOT EXISTS (SELECT 1 FROM pg_roles WHERE rolname = '{Name}') THEN
                    CREATE ROLE {Name} LOGIN PASSWORD '{Password}' IN ROLE {Database.SiteRole};
                END IF;
            EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
            END $$
            """,
            connection
        );
        await command.ExecuteNonQueryAsync();
        return new NpgsqlConnectionStringBuilder(owner) { Username = Name, Password = Password }.ConnectionString;
    }
}
