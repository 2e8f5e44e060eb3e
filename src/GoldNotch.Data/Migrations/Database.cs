using DbUp;
using DbUp.Builder;
using DbUp.Engine;
using Npgsql;

namespace GoldNotch.Data.Migrations;

/// <summary>A migration failed; the database is as it was before it.</summary>
public sealed class MigrationException(string message, Exception inner) : Exception(message, inner);

/// <summary>Brings a database to the newest migration, as the owner of its tables.</summary>
public static class Database
{
    /// <summary>The role that the site's login is a member of: it may read, add, and change what is not kept for good.</summary>
    public const string SiteRole = "gold_notch_site";

    // Migrations written in C# are numbered among those in SQL: the journal knows both by this name.
    private const string Prefix = "GoldNotch.Data.Migrations.";

    // Any number, the same in every build: who migrates holds it, and another waits.
    private const long Lock = 0x601D_0001;

    /// <summary>Runs the numbered migrations that have not run yet, each in a transaction of its own; two who migrate at once do it one after the other.</summary>
    /// <param name="connectionString">Connection as the owner.</param>
    /// <param name="before">Called once, before the first migration of a database that is not empty: a backup belongs here. Null for none.</param>
    /// <exception cref="MigrationException">A migration failed and was rolled back; the ones before it stand.</exception>
    public static void Migrate(string connectionString, Action<IReadOnlyList<string>>? before = null)
    {
        using var held = new NpgsqlConnection(new NpgsqlConnectionStringBuilder(connectionString) { Pooling = false }.ConnectionString);
        held.Open();
        Run(held, "SELECT pg_advisory_lock(@key)");
        UpgradeEngine engine = Engine(connectionString).Build();
        string[] missing = [.. engine.GetScriptsToExecute().Select(s => s.Name)];
        if (missing.Length == 0)
        {
            return;
        }

        if (engine.GetExecutedScripts().Count > 0)
        {
            before?.Invoke(missing);
        }

        DatabaseUpgradeResult result = engine.PerformUpgrade();
        Run(held, "SELECT pg_advisory_unlock(@key)");
        if (!result.Successful)
        {
            throw new MigrationException(
                $"Migration {Short(result.ErrorScript?.Name)} failed and was taken back: {result.Error.Message} The database is as it was before it; the site of the build before runs on it.",
                result.Error
            );
        }
    }

    /// <summary>The migrations of this build that a database has not had, by name; asked for with the site's own rights.</summary>
    public static async Task<IReadOnlyList<string>> MissingAsync(NpgsqlConnection connection)
    {
        await using var journal = new NpgsqlCommand("SELECT scriptname FROM schemaversions", connection);
        HashSet<string> had = [];
        try
        {
            await using NpgsqlDataReader reader = await journal.ExecuteReaderAsync();
            while (await reader.ReadAsync())
            {
                had.Add(reader.GetString(0));
            }
        }
        catch (PostgresException none) when (none.SqlState is PostgresErrorCodes.UndefinedTable or PostgresErrorCodes.InsufficientPrivilege)
        {
            // Nothing has run here yet.
        }

        return [.. Names.Where(n => !had.Contains(n)).Select(Short)];
    }

    /// <summary>The newest migration of this build.</summary>
    public static string Newest => Short(Names.Last());

    /// <summary>Whether the role that is connected is a superuser, owns a table or function, or may make any.</summary>
    public static async Task<bool> OwnsAnythingAsync(NpgsqlConnection connection)
    {
        await using var command = new NpgsqlCommand(
            """
            SELECT r.rolsuper OR r.rolcreaterole OR has_schema_privilege(current_user, 'public', 'CREATE')
                OR EXISTS (SELECT 1 FROM pg_class c WHERE pg_has_role(current_user, c.relowner, 'MEMBER') AND c.relnamespace = 'public'::regnamespace)
                OR EXISTS (SELECT 1 FROM pg_proc f WHERE pg_has_role(current_user, f.proowner, 'MEMBER') AND f.pronamespace = 'public'::regnamespace)
            FROM pg_roles r WHERE r.rolname = current_user
            """,
            connection
        );
        return (bool)(await command.ExecuteScalarAsync() ?? true);
    }

    private static IEnumerable<string> Names =>
        typeof(Database)
            .Assembly.GetManifestResourceNames()
            .Where(IsMigration)
            .Concat([Prefix + "0005_words.cs", Prefix + "0006_judgements.cs"])
            .Order(StringComparer.Ordinal);

    private static bool IsMigration(string name) => name.Contains(".Migrations.", StringComparison.Ordinal);

    private static UpgradeEngineBuilder Engine(string connectionString) =>
        DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly, IsMigration)
            .WithScript(Prefix + "0005_words.cs", new WordsOfVersionTwo())
            .WithScript(Prefix + "0006_judgements.cs", new JudgementsAsData())
            .WithVariablesDisabled()
            .WithTransactionPerScript()
            .LogToNowhere();

    private static string Short(string? name) => name?.Replace(Prefix, "", StringComparison.Ordinal) ?? "";

    private static void Run(NpgsqlConnection connection, string sql)
    {
        using var command = new NpgsqlCommand(sql, connection) { CommandTimeout = 0 };
        command.Parameters.AddWithValue("key", Lock);
        command.ExecuteNonQuery();
    }
}
