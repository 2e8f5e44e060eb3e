using Npgsql;

namespace GoldNotch.Data;

/// <summary>What holds for the whole department.</summary>
/// <param name="MainsHz">Mains frequency that a new standard begins with, Hz.</param>
/// <param name="Version">Version of it, 1 and up.</param>
public sealed record Department(double MainsHz, int Version);

/// <summary>The settings of the department.</summary>
public sealed class DepartmentStore(NpgsqlDataSource source)
{
    /// <summary>As they are.</summary>
    public async Task<Department> GetAsync(CancellationToken cancel) =>
        await source.CreateCommand("SELECT mains_hz, version FROM department").FirstAsync(Read, cancel)
        ?? throw new InvalidOperationException("The department has lost its settings.");

    /// <summary>Changes them; null where somebody changed them meanwhile.</summary>
    /// <param name="mainsHz">Mains frequency, 10 to 1000 Hz.</param>
    /// <param name="version">The version seen.</param>
    /// <param name="who">Who changes them.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<Department?> ChangeAsync(double mainsHz, int version, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        Department? before = await transaction
            .Command("SELECT mains_hz, version FROM department WHERE version = @version FOR UPDATE")
            .With("version", version)
            .FirstAsync(Read, cancel);
        if (before is null)
        {
            return null;
        }

        Department? after = await transaction
            .Command("UPDATE department SET mains_hz = @hz, version = version + 1 RETURNING mains_hz, version")
            .With("hz", mainsHz)
            .FirstAsync(Read, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "department-changed",
            "department",
            new { before.MainsHz },
            new { MainsHz = mainsHz },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return after;
    }

    private static Department Read(Row row) => new(row.Real("mains_hz"), row.Number("version"));
}
