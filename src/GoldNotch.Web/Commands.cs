using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Identity;
using Npgsql;

namespace GoldNotch.Web;

/// <summary>What is done beside the site: <c>migrate</c>, <c>people</c>, <c>import [--if-empty] FILE…</c>, <c>verify [POSITION:HASH]</c>.</summary>
internal static class Commands
{
    private static readonly Actor AtStart = Actor.Site("the import at start");

    internal static async Task<int> RunAsync(string[] args)
    {
        SiteSettings settings = SiteSettings.Read(new ConfigurationBuilder().AddEnvironmentVariables().Build());
        if (args is ["migrate"])
        {
            return Migrate(settings);
        }

        await using NpgsqlDataSource source = NpgsqlDataSource.Create(settings.Database);
        switch (args)
        {
            case ["import", "--if-empty", .. var files]:
                return (await new ModelStore(source).NewestAsync(CancellationToken.None)).Count > 0 ? 0 : await ImportAsync(source, files);
            case ["import", .. var files]:
                return await ImportAsync(source, files);
            case ["people"]:
                return await PeopleAsync(source);
            case ["verify"]:
                return await VerifyAsync(source, null);
            case ["verify", var noted]:
                return await VerifyAsync(source, noted);
            default:
                await Console.Error.WriteLineAsync(
                    "migrate | import [--if-empty] FILE… | people (lines of login, password, role and name on standard input, parted by tabs) | verify [POSITION:HASH]"
                );
                return 2;
        }
    }

    private static int Migrate(SiteSettings settings)
    {
        if (settings.Owner is not { } owner)
        {
            throw new SettingException(
                $"{SiteSettings.OwnerName} is not set: migrations run as the owner of the tables, and the site never does. Name the owner's connection in it."
            );
        }

        try
        {
            Database.Migrate(owner);
            return 0;
        }
        catch (Exception failed) when (failed is MigrationException or NpgsqlException)
        {
            throw new SettingException(failed.Message);
        }
    }

    private static async Task<int> ImportAsync(NpgsqlDataSource source, string[] files)
    {
        var importer = new ExchangeImporter(source, TimeProvider.System);
        foreach (string file in files)
        {
            await using FileStream stream = File.OpenRead(file);
            ImportReport report = await importer.ImportAsync(stream, AtStart, keepGood: false, CancellationToken.None);
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
                var person = new StoredPerson(login, PersonNames.Read(name, "/name"), role, "");
                Passwords.Check(password, person, "/password");
                string hash = new PasswordHasher<StoredPerson>().HashPassword(person, password);
                await people.AddAsync(person with { PasswordHash = hash }, AtStart, CancellationToken.None);
            }
        }

        return 0;
    }

    private static async Task<int> VerifyAsync(NpgsqlDataSource source, string? noted)
    {
        AuditVerdict verdict = await new AuditVerifier(source).VerifyAsync(AuditMark.Parse(noted), CancellationToken.None);
        Console.WriteLine(verdict.Sentence);
        return verdict.Holds ? 0 : 1;
    }
}
