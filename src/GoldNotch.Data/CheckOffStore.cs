using System.Collections.Immutable;
using System.Text.Json;
using GoldNotch.Core.Practice;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A check-off as it is kept.</summary>
public sealed record StoredCheckOff(
    Guid Id,
    Guid PersonId,
    string PersonName,
    string Login,
    string ModelKey,
    ImmutableArray<HandsOnItem> Items,
    ImmutableArray<string> Ticked,
    string BegunBy,
    DateTimeOffset BegunAt,
    int Version,
    string? SignedBy,
    DateTimeOffset? SignedAt,
    SignedCheckOff? Signed
);

/// <summary>Check-offs: begun, ticked, signed by another, and then for good.</summary>
public sealed class CheckOffStore(NpgsqlDataSource source)
{
    private const string Columns = """
        c.id, c.person_id, p.name AS person_name, p.login, c.model_key, c.items, c.ticked, c.begun_by, c.begun_at, c.version,
        c.signed_by, c.signed_at, c.signed_on, c.valid_until
        """;

    private const string From = "FROM check_off c JOIN person p ON p.id = c.person_id";

    /// <summary>Check-offs of a person, or of everybody: open ones first, then the newest.</summary>
    public Task<List<StoredCheckOff>> ListAsync(Guid? person, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {Columns} {From} WHERE @person::uuid IS NULL OR c.person_id = @person ORDER BY c.signed_at DESC NULLS FIRST, p.name LIMIT 2000"
            )
            .With("person", person)
            .ListAsync(Read, cancel);

    /// <summary>The signed check-offs of a person for a model, the newest first.</summary>
    public Task<List<SignedCheckOff>> SignedAsync(Guid person, string model, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {Columns} {From} WHERE (c.person_id, c.model_key) = (@person, @model) AND c.signed_at IS NOT NULL ORDER BY c.signed_at DESC"
            )
            .With("person", person)
            .With("model", model)
            .ListAsync(r => Read(r).Signed!, cancel);

    /// <summary>Whether anybody was ever checked off.</summary>
    public async Task<bool> AnyAsync(CancellationToken cancel) =>
        (
            await source
                .CreateCommand("SELECT EXISTS (SELECT FROM check_off WHERE signed_at IS NOT NULL)")
                .ListAsync(r => r.Only<bool>(), cancel)
        )[0];

    /// <summary>One check-off.</summary>
    /// <exception cref="RefusedException">There is none of this id.</exception>
    public async Task<StoredCheckOff> FindAsync(Guid id, CancellationToken cancel) =>
        await source.CreateCommand($"SELECT {Columns} {From} WHERE c.id = @id").With("id", id).FirstAsync(Read, cancel)
        ?? throw new RefusedException(ProblemCode.NotFound, "/id", "There is no such check-off. Go to the list of check-offs.");

    /// <summary>The open check-off of a person for a model; null where none is open.</summary>
    public Task<StoredCheckOff?> OpenAsync(Guid person, string model, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns} {From} WHERE (c.person_id, c.model_key) = (@person, @model) AND c.signed_at IS NULL")
            .With("person", person)
            .With("model", model)
            .FirstAsync(Read, cancel);

    /// <summary>Begins a check-off. The same again is no second one.</summary>
    /// <exception cref="RefusedException">One is open already for this person and model.</exception>
    public async Task<StoredCheckOff> BeginAsync(
        Guid id,
        StoredPerson trainee,
        string model,
        ImmutableArray<HandsOnItem> items,
        DateTimeOffset at,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        try
        {
            int added = await transaction
                .Command(
                    """
                    INSERT INTO check_off (id, person_id, model_key, items, begun_by, begun_at) VALUES (@id, @person, @model, @items, @by, @at)
                    ON CONFLICT (id) DO NOTHING
                    """
                )
                .With("id", id)
                .With("person", trainee.Id)
                .With("model", model)
                .WithJson(
                    "items",
                    JsonSerializer.Serialize([.. items.Select(HandsOnItemDocument.Of)], ExchangeJson.Default.HandsOnItemDocumentArray)
                )
                .With("by", who.Name)
                .With("at", at.ToUniversalTime())
                .RunAsync(cancel);
            if (added > 0)
            {
                await Audit.WriteAsync(transaction, who, "check-off begun", id.ToString(), null, new { trainee.Login, model }, cancel);
            }

            await transaction.CommitAsync(cancel);
        }
        catch (PostgresException twice) when (twice.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new RefusedException(
                ProblemCode.Duplicate,
                "/model",
                $"A check-off of {trainee.Name} for this model is open already. Go on with that one.",
                twice
            );
        }

        return await FindAsync(id, cancel);
    }

    /// <summary>Keeps what the examiner saw done; null where somebody changed it meanwhile, or it is signed.</summary>
    public async Task<StoredCheckOff?> TickAsync(Guid id, IReadOnlyCollection<string> ticked, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        int changed = await transaction
            .Command(
                "UPDATE check_off SET ticked = @ticked, version = version + 1 WHERE (id, version) = (@id, @seen) AND signed_at IS NULL"
            )
            .With("ticked", ticked.ToArray())
            .With("id", id)
            .With("seen", seen)
            .RunAsync(cancel);
        if (changed == 0)
        {
            return null;
        }

        await Audit.WriteAsync(transaction, who, "check-off ticked", id.ToString(), null, new { ticked }, cancel);
        await transaction.CommitAsync(cancel);
        return await FindAsync(id, cancel);
    }

    /// <summary>Signs a check-off; null where somebody changed it meanwhile, or signed it.</summary>
    public async Task<StoredCheckOff?> SignAsync(Guid id, SignedCheckOff signed, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        int changed = await transaction
            .Command(
                """
                UPDATE check_off SET signed_by = @by, signed_by_id = @byId, signed_at = @at, signed_on = @on, valid_until = @until, version = version + 1
                WHERE (id, version) = (@id, @seen) AND signed_at IS NULL
                """
            )
            .With("by", who.Name)
            .With("byId", who.Person)
            .With("at", signed.At.ToUniversalTime())
            .With("on", signed.SignedOn)
            .With("until", signed.ValidUntil)
            .With("id", id)
            .With("seen", seen)
            .RunAsync(cancel);
        if (changed == 0)
        {
            return null;
        }

        await Audit.WriteAsync(transaction, who, "check-off signed", id.ToString(), null, signed, cancel);
        await transaction.CommitAsync(cancel);
        return await FindAsync(id, cancel);
    }

    /// <summary>Throws an unsigned check-off away.</summary>
    /// <returns>False where there is no such unsigned one.</returns>
    public async Task<bool> DropAsync(Guid id, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await transaction.Command("DELETE FROM check_off WHERE id = @id AND signed_at IS NULL").With("id", id).RunAsync(cancel) == 0)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "check-off dropped", id.ToString(), null, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    private static StoredCheckOff Read(Row r) =>
        new(
            r.Id("id"),
            r.Id("person_id"),
            r.Text("person_name"),
            r.Text("login"),
            r.Text("model_key"),
            [.. (JsonSerializer.Deserialize(r.Text("items"), ExchangeJson.Default.HandsOnItemDocumentArray) ?? []).Select(i => i.ToItem())],
            [.. r.Texts("ticked")],
            r.Text("begun_by"),
            r.Moment("begun_at"),
            r.Number("version"),
            r.TextOrNull("signed_by"),
            r.MomentOrNull("signed_at"),
            r.DayOrNull("signed_on") is { } on ? new SignedCheckOff(on, r.Day("valid_until"), r.Moment("signed_at")) : null
        );
}
