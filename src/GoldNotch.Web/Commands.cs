using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Identity;
using Npgsql;

namespace GoldNotch.Web;

/// <summary>What the start script asks before it starts the site: <c>migrate</c>, <c>people</c>, <c>import [--if-empty] FILE…</c>.</summary>
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
                case ["import", "--if-empty", .. var files]:
                    return (await new ModelStore(source).NewestAsync(CancellationToken.None)).Count > 0
                        ? 0
                        : await ImportAsync(source, files);
                case ["import", .. var files]:
                    return await ImportAsync(source, files);
                case ["people"]:
                    return await PeopleAsync(source);
                default:
                    await Console.Error.WriteLineAsync(
                        "migrate | import [--if-empty] FILE… | people (lines of login, password, role and name on standard input, parted by tabs)"
                    );
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
            ImportReport report = await importer.ImportAsync(stream, "the import at start", keepGood: false, CancellationToken.None);
            Console.WriteLine($"{Path.GetFileName(file)}: {report.Added} added, {report.Unchanged} as they were");
        }

        return 0;
    }

    // Only people who are not there yet are added: a start must not undo what was changed since.
    private static async Task<int> PeopleAsync(NpgsqlDataSource source)
    {
        var people = new PersonStore(source);
        while (await Console.In.ReadLineAsync() is { } line)
        {
            if (
                line.Split('\t') is not [var login, { Length: >= Passwords.Shortest } password, var word, var name]
                || !Roles.TryParse(word, out Role role)
            )
            {
                await Console.Error.WriteLineAsync(
                    $"A line needs login, password of 8 characters or more, one of {string.Join(", ", Roles.Words)}, and name."
                );
                return 1;
            }

            if (await people.GetAsync(login, CancellationToken.None) is null)
            {
                var person = new StoredPerson(login, name, role, "", 0, null);
                string hash = new PasswordHasher<StoredPerson>().HashPassword(person, password);
                await people.PutAsync(person with { PasswordHash = hash }, CancellationToken.None);
            }
        }

        return 0;
    }
}
