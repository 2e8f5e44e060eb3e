using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A session that has not ended.</summary>
/// <param name="Id">SHA-256 of the secret in the cookie.</param>
/// <param name="Person">Whose it is, as the person is now.</param>
/// <param name="EndsAt">When it ends unless it is used before.</param>
/// <param name="Kept">Whether the person chose to stay signed in on this device.</param>
public sealed record StoredSession(byte[] Id, StoredPerson Person, DateTimeOffset EndsAt, bool Kept)
{
    /// <summary>The id in a word, for channels and log lines.</summary>
    public string Word => Convert.ToHexString(Id);
}

/// <summary>How long a session lasts without being used.</summary>
/// <param name="Idle">One that was not asked to be kept.</param>
/// <param name="Kept">One that was.</param>
public sealed record SessionTimes(TimeSpan Idle, TimeSpan Kept)
{
    /// <summary>The time of a session.</summary>
    public TimeSpan Of(bool kept) => kept ? Kept : Idle;
}

/// <summary>
/// Sessions are rows: signing out, a new password, a block, and time end them, here and in every copy of the site at once. The cookie
/// carries a random secret; who reads the table finds only its hash.
/// </summary>
public sealed class SessionStore(NpgsqlDataSource source)
{
    /// <summary>The channel that tells which sessions have ended: the word of one, or empty where several may have.</summary>
    public const string Channel = "gold_notch_sessions";

    // A use is written down no more often than this: a page asks many things a minute.
    private static readonly TimeSpan Between = TimeSpan.FromMinutes(1);

    private static readonly TimeSpan DeviceForgotten = TimeSpan.FromDays(400);

    private static readonly string PersonColumns = string.Join(", ", PersonStore.Columns.Split(", ").Select(c => $"p.{c}"));

    /// <summary>Begins a session.</summary>
    /// <param name="person">Whose.</param>
    /// <param name="kept">Whether it is to outlive the browser.</param>
    /// <param name="now">Now.</param>
    /// <param name="times">How long it lasts unused.</param>
    /// <param name="device">The secret of the device's own cookie.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The secret for the cookie.</returns>
    public async Task<string> BeginAsync(
        StoredPerson person,
        bool kept,
        DateTimeOffset now,
        SessionTimes times,
        string device,
        CancellationToken cancel
    )
    {
        string secret = NewSecret();
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await transaction.Command("DELETE FROM session WHERE ends_at < @now").With("now", now.ToUniversalTime()).RunAsync(cancel);
        await transaction
            .Command("DELETE FROM known_device WHERE seen_at < @old")
            .With("old", (now - DeviceForgotten).ToUniversalTime())
            .RunAsync(cancel);
        await transaction
            .Command(
                "INSERT INTO session (id, person_id, begun_at, seen_at, ends_at, kept) VALUES (@id, @person, @now, @now, @ends, @kept)"
            )
            .With("id", HashOf(secret))
            .With("person", person.Id)
            .With("now", now.ToUniversalTime())
            .With("ends", (now + times.Of(kept)).ToUniversalTime())
            .With("kept", kept)
            .RunAsync(cancel);
        await transaction
            .Command(
                "INSERT INTO known_device (id, person_id, seen_at) VALUES (@id, @person, @now) ON CONFLICT (person_id, id) DO UPDATE SET seen_at = @now"
            )
            .With("id", HashOf(device))
            .With("person", person.Id)
            .With("now", now.ToUniversalTime())
            .RunAsync(cancel);
        await Audit.WriteAsync(
            transaction,
            person.Actor,
            "signed in",
            PersonStore.Subject(person.Login),
            null,
            new { staysSignedIn = kept },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return secret;
    }

    /// <summary>The session of a secret, or null where it has ended or its person may not sign in; it lasts on from now.</summary>
    public async Task<StoredSession?> FindAsync(string secret, DateTimeOffset now, SessionTimes times, CancellationToken cancel)
    {
        byte[] id = HashOf(secret);
        (StoredSession Session, DateTimeOffset SeenAt)[] found =
        [
            .. await source
                .CreateCommand(
                    $"""
                    SELECT s.id AS session_id, s.ends_at, s.kept, s.seen_at, {PersonColumns}
                    FROM session s JOIN person p ON p.id = s.person_id
                    WHERE s.id = @id AND s.ends_at > @now AND p.active
                    """
                )
                .With("id", id)
                .With("now", now.ToUniversalTime())
                .ListAsync(
                    r => (new StoredSession(id, PersonStore.Read(r), r.Moment("ends_at"), r.Flag("kept")), r.Moment("seen_at")),
                    cancel
                ),
        ];
        if (found is not [var (session, seen)])
        {
            return null;
        }

        if (now - seen > Between)
        {
            try
            {
                await source
                    .CreateCommand("UPDATE session SET seen_at = @now, ends_at = @ends WHERE id = @id")
                    .With("id", id)
                    .With("now", now.ToUniversalTime())
                    .With("ends", (now + times.Of(session.Kept)).ToUniversalTime())
                    .RunAsync(cancel);
            }
            catch (PostgresException full) when (DatabaseTroubles.TakesNoWrites(full))
            {
                // On a full disk everything can still be read: the session does not last on, and that is all.
            }
        }

        return session;
    }

    /// <summary>Whether a person has signed in from a device before.</summary>
    public async Task<bool> KnowsAsync(Guid person, string device, CancellationToken cancel) =>
        (
            await source
                .CreateCommand("SELECT 1 FROM known_device WHERE (person_id, id) = (@person, @id)")
                .With("person", person)
                .With("id", HashOf(device))
                .ListAsync(r => r.Only<int>(), cancel)
        ).Count > 0;

    /// <summary>Ends a session; one that has ended stays so.</summary>
    public async Task EndAsync(StoredSession session, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await transaction.Command("DELETE FROM session WHERE id = @id").With("id", session.Id).RunAsync(cancel) > 0)
        {
            StoredPerson person = session.Person;
            await TellAsync(transaction, session.Word, cancel);
            await Audit.WriteAsync(transaction, person.Actor, "signed out", PersonStore.Subject(person.Login), null, null, cancel);
        }

        await transaction.CommitAsync(cancel);
    }

    /// <summary>Which of some sessions have not ended, by their words.</summary>
    public async Task<IReadOnlySet<string>> OpenAsync(IEnumerable<string> words, DateTimeOffset now, CancellationToken cancel) =>
        (
            await source
                .CreateCommand(
                    "SELECT s.id FROM session s JOIN person p ON p.id = s.person_id WHERE s.id = ANY(@ids) AND s.ends_at > @now AND p.active"
                )
                .With("ids", words.Select(Convert.FromHexString).ToArray())
                .With("now", now.ToUniversalTime())
                .ListAsync(r => Convert.ToHexString(r.Only<byte[]>()), cancel)
        ).ToHashSet();

    /// <summary>A secret that nobody guesses: 256 random bits.</summary>
    public static string NewSecret() => Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(32));

    internal static async Task EndOfPersonAsync(NpgsqlTransaction transaction, Guid person, CancellationToken cancel)
    {
        await transaction.Command("DELETE FROM session WHERE person_id = @person").With("person", person).RunAsync(cancel);
        await TellAsync(transaction, "", cancel);
    }

    private static Task TellAsync(NpgsqlTransaction transaction, string word, CancellationToken cancel) =>
        transaction.Command("SELECT pg_notify(@channel, @word)").With("channel", Channel).With("word", word).RunAsync(cancel);

    internal static byte[] HashOf(string secret) => SHA256.HashData(Encoding.UTF8.GetBytes(secret));
}
