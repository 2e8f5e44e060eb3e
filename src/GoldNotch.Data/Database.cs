using DbUp;
using DbUp.Engine;
using GoldNotch.Core.Units;
using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

/// <summary>Brings a database to the newest migration.</summary>
public static class Database
{
    /// <summary>Runs the numbered migrations that have not run yet, each in a transaction of its own.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; the ones before it stand.</exception>
    public static void Migrate(string connectionString)
    {
        DatabaseUpgradeResult result = DeployChanges.To
            .PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly, name => name.Contains(".Migrations.", StringComparison.Ordinal))
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

/// <summary>What was asked for cannot be done to what is kept; the message is for the person, the pointer names the field.</summary>
public sealed class RefusedException : Exception
{
    /// <summary>Makes the refusal.</summary>
    /// <param name="code">Stable code, e.g. <c>unit-missing</c>.</param>
    /// <param name="pointer">JSON pointer to the field, or empty.</param>
    /// <param name="message">What was wrong and what to do.</param>
    /// <param name="inner">The cause, if another exception was.</param>
    public RefusedException(string code, string pointer, string message, Exception? inner = null)
        : base(message, inner)
    {
        Code = code;
        Pointer = pointer;
    }

    /// <summary>Everything that was wrong, where a file had more than one fault.</summary>
    public IReadOnlyList<Exchange.ImportFault> Faults { get; init; } = [];

    /// <summary>Stable code.</summary>
    public string Code { get; }

    /// <summary>JSON pointer to the field, or empty.</summary>
    public string Pointer { get; }

    /// <summary>Runs what reads one field, and names the field when the core refuses it.</summary>
    public static T At<T>(string pointer, Func<T> read)
    {
        try
        {
            return read();
        }
        catch (QuantityException refused)
        {
            throw new RefusedException("bad-value", pointer, refused.Message, refused);
        }
        catch (OverflowException refused)
        {
            throw new RefusedException("bad-value", pointer, "The number is far too large for this field.", refused);
        }
    }
}
