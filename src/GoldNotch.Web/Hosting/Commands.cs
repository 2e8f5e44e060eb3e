using GoldNotch.Data;
using GoldNotch.Data.Exchange;
using Microsoft.AspNetCore.Identity;
using Npgsql;

namespace GoldNotch.Web.Hosting;

/// <summary>What the start script asks before it starts the site: <c>migrate</c>, <c>import FILE…</c>, <c>person LOGIN NAME ROLE</c>.</summary>
internal static class Commands
{
    internal static async Task<int> RunAsync(string[] args)
    {
        IConfiguration configuration = new ConfigurationBuilder().AddEnvironmentVariables().Build();
        string connection = Connection.String(configuration);
        await using NpgsqlDataSource source = NpgsqlDataSource.Create(connection);
        try
        {
            switch (args)
            {
                case ["migrate"]:
                    Database.Migrate(connection);
                    return 0;
                case ["import", .. var files]:
                    return await ImportAsync(source, files);
                case ["person", var login, var name, var role]:
                    return await PersonAsync(source, login, name, role);
                default:
                    await Console.Error.WriteLineAsync("migrate | import FILE… | person LOGIN NAME technician|operator (password on standard input)");
                    return 2;
            }
        }
        catch (RefusedException refused)
        {
            await Console.Error.WriteLineAsync($"{refused.Pointer}: {refused.Message}");
            return 1;
        }
    }

    private static async Task<int> ImportAsync(NpgsqlDataSource source, string[] files)
    {
        var importer = new ExchangeImporter(source);
        foreach (string file in files)
        {
            await using FileStream stream = File.OpenRead(file);
            ImportReport report = await importer.ImportAsync(stream, "start", CancellationToken.None);
            Console.WriteLine($"{Path.GetFileName(file)}: {report.Added} added, {report.Unchanged} as they were");
        }

        return 0;
    }

    private static async Task<int> PersonAsync(NpgsqlDataSource source, string login, string name, string role)
    {
        string password = (await Console.In.ReadLineAsync())?.Trim() ?? "";
        if (password.Length < 8 || role is not (Roles.Technician or Roles.Operator))
        {
            await Console.Error.WriteLineAsync("The password needs 8 characters or more, and the role is technician or operator.");
            return 1;
        }

        var person = new StoredPerson(login, name, role, "", 0, null);
        string hash = new PasswordHasher<StoredPerson>().HashPassword(person, password);
        await new PersonStore(source).PutAsync(person with { PasswordHash = hash }, CancellationToken.None);
        return 0;
    }
}

/// <summary>The two roles.</summary>
internal static class Roles
{
    /// <summary>Defines, approves, administers.</summary>
    internal const string Technician = "technician";

    /// <summary>Checks, plans, practises.</summary>
    internal const string Operator = "operator";
}
