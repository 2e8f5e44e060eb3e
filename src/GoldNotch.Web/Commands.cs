using System.Text;
using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Identity;
using Npgsql;

namespace GoldNotch.Web;

/// <summary>What is done beside the site: <c>migrate</c>, <c>backup FOLDER</c>, <c>restore FILE</c>, <c>people</c>, <c>import [--if-empty] FILE… [--as-of DAY FILE…]…</c>, <c>verify [POSITION:HASH]</c>.</summary>
internal static class Commands
{
    private static readonly Actor AtStart = Actor.Site("the import at start");

    internal static async Task<int> RunAsync(string[] args)
    {
        SiteSettings settings = SiteSettings.Read(new ConfigurationBuilder().AddEnvironmentVariables().Build());
        switch (args)
        {
            case ["migrate"]:
                return Migrate(settings);
            case ["backup", var folder]:
                return await BackupAsync(settings, folder);
            case ["restore", var file]:
                await new Backups(Owner(settings)).RestoreAsync(file, CancellationToken.None);
                Console.WriteLine($"{Path.GetFileName(file)} is restored and equal to what it was made from.");
                return 0;
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
                    "migrate | backup FOLDER | restore FILE | import [--if-empty] FILE… [--as-of DAY FILE…]…: their times move with the days since] | people (lines of login, password, role and name on standard input, parted by tabs) | verify [POSITION:HASH]"
                );
                return 2;
        }
    }

    private static int Migrate(SiteSettings settings)
    {
        string owner = Owner(settings);
        try
        {
            Database.Migrate(owner, missing =>
            {
                if (settings.DataFolder is not { } data)
                {
                    Console.WriteLine("No backup was made before the migration: GOLDNOTCH_DATA names no folder for it.");
                    return;
                }

                BackupRun run = new Backups(owner)
                    .MakeAsync(Path.Combine(data, "backups"), Backups.BeforeUpgrade, TimeProvider.System, CancellationToken.None)
                    .GetAwaiter()
                    .GetResult();
                Console.WriteLine($"Backup before {missing.Count} migrations: {run.File}");
            });
            return 0;
        }
        catch (Exception failed) when (failed is MigrationException or NpgsqlException)
        {
            throw new SettingException(failed.Message);
        }
    }

    private static string Owner(SiteSettings settings) =>
        settings.Owner
        ?? throw new SettingException(
            $"{SiteSettings.OwnerName} is not set: this runs as the owner of the tables, and the site never does. Name the owner's connection in it."
        );

    private static async Task<int> BackupAsync(SiteSettings settings, string folder)
    {
        BackupRun run = await new Backups(Owner(settings)).MakeAsync(folder, Backups.Nightly, TimeProvider.System, CancellationToken.None);
        Console.WriteLine(
            $"{run.File}: {run.Bytes / 1024.0 / 1024:F1} MB, restored into a scratch database and equal. Audit log at {run.AuditCheckpoint}."
        );
        foreach (string old in Backups.TooOld(folder, DateTimeOffset.UtcNow - settings.KeepBackups))
        {
            File.Delete(old);
            File.Delete(old + ".sums");
        }

        return 0;
    }

    private const string AsOf = "--as-of";

    private static async Task<int> ImportAsync(NpgsqlDataSource source, string[] files)
    {
        var importer = new ExchangeImporter(source, TimeProvider.System);
        int days = 0;
        for (int i = 0; i < files.Length; i++)
        {
            if (files[i] == AsOf)
            {
                if (++i >= files.Length || !DateOnly.TryParseExact(files[i], "yyyy-MM-dd", out DateOnly day))
                {
                    await Console.Error.WriteLineAsync($"{AsOf} needs the day that the files were written for, like 2026-11-30.");
                    return 2;
                }

                // Until the next one: what was written for a day stays as far from today.
                days = DateOnly.FromDateTime(DateTime.UtcNow).DayNumber - day.DayNumber;
                continue;
            }

            string text = FileDates.Moved(await File.ReadAllTextAsync(files[i]), days);
            using var stream = new MemoryStream(Encoding.UTF8.GetBytes(text));
            ImportReport report = await importer.ImportAsync(stream, AtStart, keepGood: false, CancellationToken.None);
            Console.WriteLine($"{Path.GetFileName(files[i])}: {report.Added} added, {report.Unchanged} as they were");
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
        AuditVerdict verdict = await new AuditVerifier(source).VerifyAsync(AuditCheckpoint.Parse(noted), CancellationToken.None);
        Console.WriteLine(verdict.Sentence);
        return verdict.Holds ? 0 : 1;
    }
}
