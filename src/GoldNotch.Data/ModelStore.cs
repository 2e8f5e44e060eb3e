using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A version of a model's card as it is kept.</summary>
/// <param name="Document">The card.</param>
/// <param name="ChangedBy">Who wrote this version.</param>
/// <param name="ChangedAt">When.</param>
public sealed record StoredModel(ModelDocument Document, string ChangedBy, DateTimeOffset ChangedAt);

/// <summary>Models' cards; each change is a version, and the newest is in force.</summary>
public sealed class ModelStore(NpgsqlDataSource source)
{
    /// <summary>The name of each model, by its key; the cards are not unpacked for it.</summary>
    public async Task<Dictionary<string, string>> NamesAsync(CancellationToken cancel) =>
        (
            await source
                .CreateCommand("SELECT DISTINCT ON (key) key, name FROM camera_model ORDER BY key, version DESC")
                .ListAsync(r => (Key: r.Text("key"), Name: r.Text("name")), cancel)
        ).ToDictionary(m => m.Key, m => m.Name);

    /// <summary>The newest card of every model, by name.</summary>
    public Task<List<StoredModel>> NewestAsync(CancellationToken cancel) =>
        source
            .CreateCommand(
                "SELECT specification, changed_by, changed_at FROM (SELECT DISTINCT ON (key) * FROM camera_model ORDER BY key, version DESC) newest ORDER BY name, key"
            )
            .ListAsync(Read, cancel);

    /// <summary>The newest card of one model, or null.</summary>
    public Task<StoredModel?> GetAsync(string key, CancellationToken cancel) =>
        source
            .CreateCommand("SELECT specification, changed_by, changed_at FROM camera_model WHERE key = @key ORDER BY version DESC LIMIT 1")
            .With("key", key)
            .FirstAsync(Read, cancel);

    /// <summary>One version of a card, or null.</summary>
    public Task<StoredModel?> GetAsync(string key, int version, CancellationToken cancel) =>
        source
            .CreateCommand("SELECT specification, changed_by, changed_at FROM camera_model WHERE (key, version) = (@key, @version)")
            .With("key", key)
            .With("version", version)
            .FirstAsync(Read, cancel);

    /// <summary>Keeps a card as the next version, if the newest is still the one that was read.</summary>
    /// <param name="card">The card; its version is set here.</param>
    /// <param name="seen">The version that was read; 0 for a new model.</param>
    /// <param name="who">Who changes it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The card as kept, or null when another version has come in between.</returns>
    public async Task<StoredModel?> PutAsync(ModelDocument card, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredModel? kept = await PutAsync(transaction, card, seen, who, cancel);
        await transaction.CommitAsync(cancel);
        return kept;
    }

    /// <summary>The same within a transaction of something greater.</summary>
    internal static async Task<StoredModel?> PutAsync(
        NpgsqlTransaction transaction,
        ModelDocument card,
        int seen,
        Actor who,
        CancellationToken cancel
    )
    {
        ModelDocument next = card with { Version = seen + 1 };
        _ = ModelReader.ToModel(next);
        await transaction.Command("SELECT pg_advisory_xact_lock(hashtext(@key))").With("key", "model " + card.Key).RunAsync(cancel);
        StoredModel? newest = await transaction
            .Command("SELECT specification, changed_by, changed_at FROM camera_model WHERE key = @key ORDER BY version DESC LIMIT 1")
            .With("key", card.Key)
            .FirstAsync(Read, cancel);
        if ((newest?.Document.Version ?? 0) != seen)
        {
            return null;
        }

        await OwnNameAsync(transaction, card, newest?.Document.Name, cancel);
        string json = Json(next);
        if (newest is not null && Json(newest.Document with { Version = next.Version }) == json)
        {
            return newest;
        }

        StoredModel kept = await transaction
            .Command(
                """
                INSERT INTO camera_model (key, version, name, specification, changed_by) VALUES (@key, @version, @name, @json, @who)
                RETURNING specification, changed_by, changed_at
                """
            )
            .With("key", next.Key)
            .With("version", next.Version)
            .With("name", next.Name)
            .WithJson("json", json)
            .With("who", who.Name)
            .FirstAsync(Read, cancel)
            ?? throw new InvalidOperationException("An insert returned nothing.");
        await Audit.WriteAsync(
            transaction,
            who,
            "specification changed",
            $"model {next.Key}",
            new { Version = seen },
            new { next.Version },
            cancel
        );
        return kept;
    }

    // Two of one name cannot be told apart at the counter; what had its name before keeps it.
    private static async Task OwnNameAsync(NpgsqlTransaction transaction, ModelDocument card, string? before, CancellationToken cancel)
    {
        if (string.Equals(card.Name.Trim(), before?.Trim(), StringComparison.OrdinalIgnoreCase))
        {
            return;
        }

        await transaction
            .Command("SELECT pg_advisory_xact_lock(hashtext(lower(@name)))")
            .With("name", "model name " + card.Name.Trim())
            .RunAsync(cancel);
        string? other = await transaction
            .Command(
                """
                SELECT key FROM (SELECT DISTINCT ON (key) key, name FROM camera_model ORDER BY key, version DESC) newest
                WHERE lower(trim(name)) = lower(@name) AND key <> @key LIMIT 1
                """
            )
            .With("name", card.Name.Trim())
            .With("key", card.Key)
            .FirstAsync(r => r.Only<string>(), cancel);
        if (other is not null)
        {
            throw new RefusedException(
                ProblemCode.NameTaken,
                "/name",
                $"Another specification is called {card.Name.Trim()} ({other}). Give this one a name that tells them apart, or open that one. What you typed is still on the page."
            );
        }
    }

    /// <summary>A kept card, read again.</summary>
    public static ModelDocument ReadSpecification(string json) =>
        JsonSerializer.Deserialize(json, ExchangeJson.Default.ModelDocument)
        ?? throw new InvalidOperationException("A stored card is empty.");

    private static string Json(ModelDocument card) => JsonSerializer.Serialize(card, ExchangeJson.Default.ModelDocument);

    private static StoredModel Read(Row r) => new(ReadSpecification(r.Text("specification")), r.Text("changed_by"), r.Moment("changed_at"));
}
