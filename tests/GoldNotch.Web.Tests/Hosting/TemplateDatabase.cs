using System.Collections.Concurrent;
using GoldNotch.Data;
using GoldNotch.Data.Migrations;
using GoldNotch.Exchange;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;
using Npgsql;

namespace GoldNotch.Web.Tests.Hosting;

/// <summary>A database with a folder's exchange files and the people of the tests in it, made once by a program of tests and copied for each site: to migrate and to import
/// anew takes as long as a dozen tests.</summary>
internal static class TemplateDatabase
{
    private static readonly ConcurrentDictionary<string, Lazy<Task<string>>> Made = new();

    private static readonly (string, string, Role)[] People =
    [
        ("ines", "Ines Calloway", Role.Technician),
        ("mara", "Mara Quill", Role.Operator),
        ("joss", "Joss Penhale", Role.Operator),
    ];

    /// <summary>The name of the database to copy. Nobody is connected to it.</summary>
    internal static Task<string> OfAsync(string server, string folder) =>
        Made.GetOrAdd(folder, f => new Lazy<Task<string>>(() => MakeAsync(server, f))).Value;

    internal static async Task OnServerAsync(string server, string statement)
    {
        await using var connection = new NpgsqlConnection(Unpooled(server).ConnectionString);
        await connection.OpenAsync();
        await using var command = new NpgsqlCommand(statement, connection);
        await command.ExecuteNonQueryAsync();
    }

    private static async Task<string> MakeAsync(string server, string folder)
    {
        string name = "template_" + Guid.NewGuid().ToString("N");
        await OnServerAsync(server, $"CREATE DATABASE {name}");
        AppDomain.CurrentDomain.ProcessExit += (_, _) =>
            OnServerAsync(server, $"DROP DATABASE IF EXISTS {name} WITH (FORCE)").GetAwaiter().GetResult();

        // A connection that is kept for later would stand in the way of copying.
        NpgsqlConnectionStringBuilder owner = Unpooled(server);
        owner.Database = name;
        Database.Migrate(owner.ConnectionString);
        await using NpgsqlDataSource source = NpgsqlDataSource.Create(await SiteLogin.GiveAsync(owner.ConnectionString));
        foreach (string file in Directory.GetFiles(folder, "*.json").Order())
        {
            await using FileStream json = File.OpenRead(file);
            await new ExchangeImporter(source, TimeProvider.System).ImportAsync(json, Actor.Site("tests"), false, CancellationToken.None);
        }

        // A hash says how often it was stirred: a person's takes a sixth of a second, which a few hundred sign-ins of tests need not.
        var quick = Options.Create(new PasswordHasherOptions { IterationCount = 1000 });
        string hash = new PasswordHasher<StoredPerson>(quick).HashPassword(new StoredPerson("", "", Role.Operator, ""), TestSite.Password);
        var people = new PersonStore(source);
        foreach ((string login, string called, Role role) in People)
        {
            await people.AddAsync(new StoredPerson(login, called, role, hash), Actor.Site("tests"), CancellationToken.None);
        }

        return name;
    }

    private static NpgsqlConnectionStringBuilder Unpooled(string server) => new(server) { Pooling = false };
}
