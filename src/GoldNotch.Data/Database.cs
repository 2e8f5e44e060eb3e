using DbUp;
using DbUp.Engine;
using GoldNotch.Data.Migrations;
using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

/// <summary>Brings a database to the newest migration.</summary>
public static class Database
{
    // Migrations written in C# are numbered among those in SQL: the journal knows both by this name.
    private const string Prefix = "GoldNotch.Data.Migrations.";

    /// <summary>Runs the numbered migrations that have not run yet, each in a transaction of its own.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; the ones before it stand.</exception>
    public static void Migrate(string connectionString)
    {
        DatabaseUpgradeResult result = DeployChanges.To
            .PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly, name => name.Contains(".Migrations.", StringComparison.Ordinal))
            .WithScript(Prefix + "0005_words.cs", new WordsOfVersionTwo())
            .WithScript(Prefix + "0006_judgements.cs", new JudgementsAsData())
            .WithVariablesDisabled()
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
        {
            throw new InvalidOperationException($"Migration {result.ErrorScript?.Name} failed: {result.Error.Message}", result.Error);
        }
    }
}

/// <summary>Short forms for commands; every value goes in as a parameter.</summary>
internal static class Commands
{
    internal static NpgsqlCommand With(this NpgsqlCommand command, string name, object? value)
    {
        command.Parameters.AddWithValue(name, value ?? DBNull.Value);
        return command;
    }

    internal static NpgsqlCommand WithJson(this NpgsqlCommand command, string name, string? json)
    {
        command.Parameters.AddWithValue(name, NpgsqlDbType.Jsonb, (object?)json ?? DBNull.Value);
        return command;
    }

    internal static NpgsqlCommand Command(this NpgsqlTransaction transaction, string sql) => new(sql, transaction.Connection, transaction);

    internal static async Task<List<T>> ListAsync<T>(this NpgsqlCommand command, Func<NpgsqlDataReader, T> read, CancellationToken cancel)
    {
        await using (command)
        {
            List<T> rows = [];
            await using NpgsqlDataReader reader = await command.ExecuteReaderAsync(cancel);
            while (await reader.ReadAsync(cancel))
            {
                rows.Add(read(reader));
            }

            return rows;
        }
    }

    internal static async Task<T?> FirstAsync<T>(this NpgsqlCommand command, Func<NpgsqlDataReader, T> read, CancellationToken cancel)
        where T : class => (await command.ListAsync(read, cancel)).FirstOrDefault();

    internal static async Task<int> RunAsync(this NpgsqlCommand command, CancellationToken cancel)
    {
        await using (command)
        {
            return await command.ExecuteNonQueryAsync(cancel);
        }
    }
}
