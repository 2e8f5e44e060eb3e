using System.Data;

namespace GoldNotch.Data.Migrations;

/// <summary>Short forms for migrations written in C#; every value goes in as a parameter.</summary>
internal static class MigrationCommands
{
    internal static List<T> Read<T>(
        this Func<IDbCommand> commands,
        string sql,
        Func<IDataRecord, T> read,
        params (string Name, object Value)[] values
    )
    {
        using IDbCommand command = commands.Command(sql, values);
        using IDataReader reader = command.ExecuteReader();
        List<T> rows = [];
        while (reader.Read())
        {
            rows.Add(read(reader));
        }

        return rows;
    }

    internal static void Run(this Func<IDbCommand> commands, string sql, params (string Name, object Value)[] values)
    {
        using IDbCommand command = commands.Command(sql, values);
        command.ExecuteNonQuery();
    }

    internal static bool HasColumn(this Func<IDbCommand> commands, string table, string column) =>
        commands
            .Read(
                "SELECT 1 FROM information_schema.columns WHERE table_schema = current_schema() AND table_name = @table AND column_name = @column",
                r => r.GetInt32(0),
                ("table", table),
                ("column", column)
            )
            .Count > 0;

    private static IDbCommand Command(this Func<IDbCommand> commands, string sql, (string Name, object Value)[] values)
    {
        IDbCommand command = commands();
        command.CommandText = sql;
        command.CommandTimeout = 0;
        foreach ((string name, object value) in values)
        {
            IDbDataParameter parameter = command.CreateParameter();
            parameter.ParameterName = name;
            parameter.Value = value;
            command.Parameters.Add(parameter);
        }

        return command;
    }
}
