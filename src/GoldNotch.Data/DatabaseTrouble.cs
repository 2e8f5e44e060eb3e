using System.Net.Sockets;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Why the database did not do what it was asked, where nothing was wrong with the asking: all of it passes, and nothing was written.</summary>
public enum DatabaseTrouble
{
    /// <summary>It is none of these: a fault, or a refusal.</summary>
    None,

    /// <summary>It cannot be reached, is starting or shutting down, or takes no more connections.</summary>
    Away,

    /// <summary>Its disk or its memory is full.</summary>
    Full,

    /// <summary>Two changes met, or it took too long.</summary>
    Busy,

    /// <summary>It takes no changes: a standby, or one under maintenance.</summary>
    ReadOnly,
}

/// <summary>Tells the troubles of a database apart, by the classes of its codes (PostgreSQL, appendix A).</summary>
public static class DatabaseTroubles
{
    /// <summary>What kind of trouble an exception tells of.</summary>
    public static DatabaseTrouble Of(Exception exception) =>
        exception switch
        {
            PostgresException p => OfState(p.SqlState),
            // The driver found no connection, or the line broke before the answer.
            NpgsqlException or SocketException or TimeoutException => DatabaseTrouble.Away,
            _ => exception.InnerException is { } inner ? Of(inner) : DatabaseTrouble.None,
        };

    /// <summary>Whether nothing can be written just now although reading goes on.</summary>
    public static bool TakesNoWrites(Exception exception) => Of(exception) is DatabaseTrouble.Full or DatabaseTrouble.ReadOnly;

    private static DatabaseTrouble OfState(string state) =>
        state switch
        {
            PostgresErrorCodes.TooManyConnections or PostgresErrorCodes.ObjectNotInPrerequisiteState => DatabaseTrouble.Away,
            PostgresErrorCodes.ReadOnlySqlTransaction => DatabaseTrouble.ReadOnly,
            PostgresErrorCodes.LockNotAvailable or PostgresErrorCodes.QueryCanceled => DatabaseTrouble.Busy,
            _ => state[..2] switch
            {
                "08" or "57" => DatabaseTrouble.Away,
                "53" => DatabaseTrouble.Full,
                "40" => DatabaseTrouble.Busy,
                _ => DatabaseTrouble.None,
            },
        };
}
