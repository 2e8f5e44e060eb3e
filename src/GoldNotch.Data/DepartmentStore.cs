using System.Text.Json;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Shoots;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>What a department asks of its borrowers.</summary>
/// <param name="Months">Months a check-off holds, 1 to 60.</param>
/// <param name="IsAsked">Whether a hand-out asks for one; null: from the first that is signed on.</param>
/// <param name="List">What is asked for at one.</param>
public sealed record CheckOffPolicy(int Months, bool? IsAsked, CheckOffList List);

/// <summary>What holds for the whole department.</summary>
/// <param name="Name">What it is called, at the head of printed pages; empty where nobody said.</param>
/// <param name="TimeZone">IANA name of its time zone, in which calls are told; empty for that of the server.</param>
/// <param name="MainsHz">Mains frequency that a new standard begins with, Hz.</param>
/// <param name="Preparation">How long things take in it.</param>
/// <param name="CheckOff">How long a check-off holds, and whether a hand-out asks for one.</param>
/// <param name="Version">Version of it, 1 and up.</param>
public sealed record Department(
    string Name,
    string TimeZone,
    double MainsHz,
    PreparationTimes Preparation,
    CheckOffPolicy CheckOff,
    int Version
)
{
    /// <summary>A moment as the clock on the department's wall shows it.</summary>
    /// <param name="at">The moment, in whatever zone it was kept.</param>
    public DateTimeOffset Local(DateTimeOffset at) =>
        TimeZoneInfo.ConvertTime(at, TimeZoneInfo.TryFindSystemTimeZoneById(TimeZone, out TimeZoneInfo? zone) ? zone : TimeZoneInfo.Local);
}

/// <summary>The settings of the department.</summary>
public sealed class DepartmentStore(NpgsqlDataSource source)
{
    private const string Columns = "name, time_zone, mains_hz, preparation, check_off_months, check_off_asked, check_off_list, version";

    /// <summary>As they are.</summary>
    public async Task<Department> GetAsync(CancellationToken cancel) =>
        await source.CreateCommand($"SELECT {Columns} FROM department").FirstAsync(Read, cancel)
        ?? throw new InvalidOperationException("The department has lost its settings.");

    /// <summary>Changes them; null where somebody changed them meanwhile.</summary>
    /// <param name="wanted">As they are to be; its version is the one seen.</param>
    /// <param name="who">Who changes them.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<Department?> ChangeAsync(Department wanted, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        Department? before = await transaction
            .Command($"SELECT {Columns} FROM department WHERE version = @version FOR UPDATE")
            .With("version", wanted.Version)
            .FirstAsync(Read, cancel);
        if (before is null)
        {
            return null;
        }

        Department? after = await transaction
            .Command(
                $"UPDATE department SET name = @name, time_zone = @zone, mains_hz = @hz, preparation = @preparation, check_off_months = @months, check_off_asked = @asked, check_off_list = @list, version = version + 1 RETURNING {Columns}"
            )
            .With("name", wanted.Name)
            .With("zone", wanted.TimeZone)
            .With("hz", wanted.MainsHz)
            .WithJson("preparation", Json(wanted.Preparation))
            .With("months", wanted.CheckOff.Months)
            .With("asked", wanted.CheckOff.IsAsked)
            .WithJson("list", Json(wanted.CheckOff.List))
            .FirstAsync(Read, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "department-changed",
            "department",
            new
            {
                before.Name,
                before.TimeZone,
                before.MainsHz,
                before.Preparation,
                before.CheckOff,
            },
            new
            {
                wanted.Name,
                wanted.TimeZone,
                wanted.MainsHz,
                wanted.Preparation,
                wanted.CheckOff,
            },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return after;
    }

    private static string Json(PreparationTimes times) =>
        JsonSerializer.Serialize(PreparationTimesDocument.Of(times), ExchangeJson.Default.PreparationTimesDocument);

    private static string Json(CheckOffList list) =>
        JsonSerializer.Serialize(CheckOffListDocument.Of(list), ExchangeJson.Default.CheckOffListDocument);

    private static CheckOffList List(string json) =>
        (JsonSerializer.Deserialize(json, ExchangeJson.Default.CheckOffListDocument) ?? new CheckOffListDocument()).ToList("");

    private static PreparationTimes Times(string json) =>
        (JsonSerializer.Deserialize(json, ExchangeJson.Default.PreparationTimesDocument) ?? new PreparationTimesDocument()).ToTimes("");

    private static Department Read(Row row) =>
        new(
            row.Text("name"),
            row.Text("time_zone"),
            row.Real("mains_hz"),
            row.TextOrNull("preparation") is { } times ? Times(times) : new PreparationTimes(),
            new CheckOffPolicy(
                row.Number("check_off_months"),
                row.IsNull("check_off_asked") ? null : row.Flag("check_off_asked"),
                row.TextOrNull("check_off_list") is { } list ? List(list) : new CheckOffList()
            ),
            row.Number("version")
        );
}
