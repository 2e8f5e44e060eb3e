using System.Globalization;
using GoldNotch.Seed;
using Npgsql;

if (
    args is not [var units, var readings, .. var more]
    || more.Length > 1
    || !int.TryParse(more is [var shoots] ? shoots : "0", CultureInfo.InvariantCulture, out int howManyShoots)
    || !int.TryParse(units, CultureInfo.InvariantCulture, out int howMany)
    || !int.TryParse(readings, CultureInfo.InvariantCulture, out int about)
    || Environment.GetEnvironmentVariable("GOLDNOTCH_DB") is not { Length: > 0 } database
)
{
    await Console.Error.WriteLineAsync(
        "UNITS READINGS [SHOOTS], and the database in GOLDNOTCH_DB. It has to be migrated and to have models and standards."
    );
    return 2;
}

// A million readings may take as long as they take.
string connection = new NpgsqlConnectionStringBuilder(database) { CommandTimeout = 0 }.ConnectionString;
await using NpgsqlDataSource source = NpgsqlDataSource.Create(connection);
Console.WriteLine($"{await new SeedOfReadings(source).SeedAsync(howMany, about, CancellationToken.None)} readings added");
if (howManyShoots > 0)
{
    Console.WriteLine($"{await new SeedOfShoots(source).SeedAsync(howManyShoots, CancellationToken.None)} events of loans");
}

return 0;
