using Npgsql;

namespace GoldNotch.Data;

/// <summary>A row, read by the names of its columns, so that a column more or in another place moves no number.</summary>
internal readonly struct Row(NpgsqlDataReader reader)
{
    internal string Text(string column) => Of<string>(column);

    internal string? TextOrNull(string column) => IsNull(column) ? null : Text(column);

    internal string[] Texts(string column) => Of<string[]>(column);

    internal int Number(string column) => Of<int>(column);

    internal int? NumberOrNull(string column) => IsNull(column) ? null : Number(column);

    internal long Long(string column) => Of<long>(column);

    internal double Real(string column) => Of<double>(column);

    internal double? RealOrNull(string column) => IsNull(column) ? null : Real(column);

    internal bool Flag(string column) => Of<bool>(column);

    internal byte[] Bytes(string column) => Of<byte[]>(column);

    internal Guid Id(string column) => Of<Guid>(column);

    internal Guid? IdOrNull(string column) => IsNull(column) ? null : Id(column);

    internal DateTimeOffset Moment(string column) => Of<DateTimeOffset>(column);

    internal DateTimeOffset? MomentOrNull(string column) => IsNull(column) ? null : Moment(column);

    internal DateOnly Day(string column) => Of<DateOnly>(column);

    internal DateOnly? DayOrNull(string column) => IsNull(column) ? null : Day(column);

    internal bool IsNull(string column) => reader.IsDBNull(reader.GetOrdinal(column));

    /// <summary>The value of a query that asks for one column.</summary>
    internal T Only<T>() => reader.GetFieldValue<T>(0);

    private T Of<T>(string column) => reader.GetFieldValue<T>(reader.GetOrdinal(column));
}
