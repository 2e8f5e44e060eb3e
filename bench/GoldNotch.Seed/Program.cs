using System.Globalization;
using GoldNotch.Seed;
using Npgsql;

if (
    args is not [var units, var readings]
    || !int.TryParse(units, CultureInfo.InvariantCulture, out int howMany)
    || !int.TryParse(readings, CultureInfo.InvariantCulture, out int about)
    || Environment.GetEnvironmentVariable("GOLDNOTCH_DB") is not { Length: > 0 } database
)
{
    await Console.Error.WriteLineAsync(
        "UNITS READINGS, and the database in GOLDNOTCH_DB. It has to be migrated and to have models and standards."
    );
    return 2;
}

// A million readings may take as long as they take.
string connection = new NpgsqlConnectionStringBuilder(database) { CommandTimeout = 0 }.ConnectionString;
await using NpgsqlDataSource source = NpgsqlDataSource.Create(connection);
Console.WriteLine($"{await new SeedOfReadings(source).SeedAsync(howMany, about, CancellationToken.None)} readings added");
return 0;
