using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

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

    /// <summary>A time from one moment on to before another.</summary>
    internal static NpgsqlCommand WithRange(this NpgsqlCommand command, string name, (DateTimeOffset From, DateTimeOffset To)? range)
    {
        command.Parameters.AddWithValue(
            name,
            NpgsqlDbType.TimestampTzRange,
            range is { } time
                ? new NpgsqlRange<DateTimeOffset>(time.From.ToUniversalTime(), true, time.To.ToUniversalTime(), false)
                : DBNull.Value
        );
        return command;
    }

    internal static NpgsqlCommand Command(this NpgsqlTransaction transaction, string sql) => new(sql, transaction.Connection, transaction);

    internal static async Task<List<T>> ListAsync<T>(this NpgsqlCommand command, Func<Row, T> read, CancellationToken cancel)
    {
        await using (command)
        {
            List<T> rows = [];
            await using NpgsqlDataReader reader = await command.ExecuteReaderAsync(cancel);
            while (await reader.ReadAsync(cancel))
            {
                rows.Add(read(new Row(reader)));
            }

            return rows;
        }
    }

    internal static async Task<T?> FirstAsync<T>(this NpgsqlCommand command, Func<Row, T> read, CancellationToken cancel)
        where T : class => (await command.ListAsync(read, cancel)).FirstOrDefault();

    /// <summary>The one number that a query gives; null where it gives no row.</summary>
    internal static async Task<int?> NumberAsync(this NpgsqlCommand command, CancellationToken cancel) =>
        await command.ListAsync(r => r.Only<int>(), cancel) is [var number, ..] ? number : null;

    internal static async Task<int> RunAsync(this NpgsqlCommand command, CancellationToken cancel)
    {
        await using (command)
        {
            return await command.ExecuteNonQueryAsync(cancel);
        }
    }
}
