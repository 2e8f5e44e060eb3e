using DbUp;
using DbUp.Engine;

namespace GoldNotch.Data.Migrations;

/// <summary>Brings a database to the newest migration.</summary>
public static class Database
{
    // Migrations written in C# are numbered among those in SQL: the journal knows both by this name.
    private const string Prefix = "GoldNotch.Data.Migrations.";

    /// <summary>Runs the numbered migrations that have not run yet, each in a transaction of its own.</summary>
    /// <exception cref="InvalidOperationException">A migration failed; the ones before it stand.</exception>
    public static void Migrate(string connectionString)
    {
        DatabaseUpgradeResult result = DeployChanges
            .To.PostgresqlDatabase(connectionString)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly, name => name.Contains(".Migrations.", StringComparison.Ordinal))
            .WithScript(Prefix + "0005_words.cs", new WordsOfVersionTwo())
            .WithScript(Prefix + "0006_judgements.cs", new JudgementsAsData())
            .WithVariablesDisabled()
            .WithTransactionPerScript()
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        if (!result.Successful)
        {
            throw new InvalidOperationException($"Migration {result.ErrorScript?.Name} failed: {result.Error.Message}", result.Error);
        }
    }
}
