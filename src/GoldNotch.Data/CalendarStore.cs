using Npgsql;

namespace GoldNotch.Data;

/// <summary>The secret address of each person's calendar: one at a time, of which only the hash is kept.</summary>
public sealed class CalendarStore(NpgsqlDataSource source)
{
    private static readonly string PersonColumns = string.Join(", ", PersonStore.Columns.Split(", ").Select(c => $"p.{c}"));

    /// <summary>When a person's address was made; null where there is none.</summary>
    public async Task<DateTimeOffset?> MadeAsync(Guid person, CancellationToken cancel) =>
        await source
            .CreateCommand("SELECT made_at FROM calendar_address WHERE person_id = @person")
            .With("person", person)
            .ListAsync(r => r.Moment("made_at"), cancel)
            is [var at, ..]
            ? at
            : null;

    /// <summary>Makes a new address for a person; the one before leads nowhere any more.</summary>
    /// <returns>The secret, which is told this once.</returns>
    public async Task<string> MakeAsync(Actor who, string login, DateTimeOffset now, CancellationToken cancel)
    {
        string secret = SessionStore.NewSecret();
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await DropAsync(transaction, who.Person!.Value, cancel);
        await transaction
            .Command("INSERT INTO calendar_address (person_id, secret, made_at) VALUES (@person, @secret, @now)")
            .With("person", who.Person!.Value)
            .With("secret", SessionStore.HashOf(secret))
            .With("now", now.ToUniversalTime())
            .RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "calendar address made", PersonStore.Subject(login), null, null, cancel);
        await transaction.CommitAsync(cancel);
        return secret;
    }

    /// <summary>Takes a person's address back; where there is none it is as wanted.</summary>
    public async Task RevokeAsync(Actor who, string login, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await DropAsync(transaction, who.Person!.Value, cancel))
        {
            await Audit.WriteAsync(transaction, who, "calendar address revoked", PersonStore.Subject(login), null, null, cancel);
        }

        await transaction.CommitAsync(cancel);
    }

    /// <summary>Whose calendar a secret opens; null where it was taken back, or its person does not sign in any more.</summary>
    public Task<StoredPerson?> PersonAsync(string secret, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {PersonColumns} FROM calendar_address a JOIN person p ON p.id = a.person_id WHERE a.secret = @secret AND p.active"
            )
            .With("secret", SessionStore.HashOf(secret))
            .FirstAsync(PersonStore.Read, cancel);

    private static async Task<bool> DropAsync(NpgsqlTransaction transaction, Guid person, CancellationToken cancel) =>
        await transaction.Command("DELETE FROM calendar_address WHERE person_id = @person").With("person", person).RunAsync(cancel) > 0;
}
