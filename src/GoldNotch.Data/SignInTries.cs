using System.Security.Cryptography;
using System.Text;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>What stands against one who tries to sign in.</summary>
/// <param name="Login">Sign-in name as it is counted.</param>
/// <param name="Failed">Tries that came to nothing.</param>
/// <param name="OpenAt">When the next try is let through.</param>
public sealed record ClosedName(string Login, int Failed, DateTimeOffset OpenAt);

/// <summary>
/// Counts tries to sign in, by the name and by where they come from, and holds back who guesses, longer with each try. A device from which
/// the person has signed in before is counted by itself, so that nobody can shut the right person out by guessing wrong from elsewhere. A
/// name that nobody has is counted as every other.
/// </summary>
public sealed class SignInTries(NpgsqlDataSource source)
{
    /// <summary>Tries from one place before it has to wait.</summary>
    public const int Free = 5;

    // Guessing one name from many places: more than a department's own mistakes of a day.
    private const int FreeFromAnywhere = 30;
    private const string Anywhere = "anywhere";
    private static readonly TimeSpan First = TimeSpan.FromSeconds(15);
    private static readonly TimeSpan Longest = TimeSpan.FromHours(1);
    private static readonly TimeSpan Forgotten = TimeSpan.FromHours(24);

    /// <summary>The place of a device that the person has used before.</summary>
    public static string Device(string secret) => "device " + Hash(secret)[..40];

    /// <summary>The place of an address.</summary>
    public static string Address(string address) => "address " + (address.Length > 60 ? address[..60] : address);

    /// <summary>
    /// Lets a try through, and counts it as failed until <see cref="ClearAsync"/> says otherwise: however many come at once, no more get
    /// through than there are.
    /// </summary>
    /// <param name="login">Sign-in name.</param>
    /// <param name="nobodys">Whether nobody has it.</param>
    /// <param name="place">Where it comes from, by <see cref="Device"/> or <see cref="Address"/>.</param>
    /// <param name="known">Whether the place is a device that the person has used before.</param>
    /// <param name="now">Now.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>When to try again where it has to wait; null where it is let through.</returns>
    public async Task<DateTimeOffset?> LetThroughAsync(
        string login,
        bool nobodys,
        string place,
        bool known,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        string name = NameOf(login, nobodys);
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        await transaction
            .Command(
                "DELETE FROM sign_in_try WHERE (login, place) IN (SELECT login, place FROM sign_in_try WHERE last_at < @old FOR UPDATE SKIP LOCKED)"
            )
            .With("old", (now - Forgotten).ToUniversalTime())
            .RunAsync(cancel);
        foreach ((string where, int free) in known ? [(place, Free)] : new[] { (Anywhere, FreeFromAnywhere), (place, Free) })
        {
            if (await CountAsync(transaction, name, where, free, now, cancel) is { } until)
            {
                return until;
            }
        }

        await transaction.CommitAsync(cancel);
        return null;
    }

    /// <summary>Takes a try back that came to something.</summary>
    public async Task ClearAsync(string login, string place, CancellationToken cancel)
    {
        await source
            .CreateCommand("DELETE FROM sign_in_try WHERE (login, place) = (@login, @place)")
            .With("login", login)
            .With("place", place)
            .RunAsync(cancel);
        await source
            .CreateCommand("UPDATE sign_in_try SET failed = failed - 1 WHERE (login, place) = (@login, @place) AND failed > 0")
            .With("login", login)
            .With("place", Anywhere)
            .RunAsync(cancel);
    }

    /// <summary>Writes down a try that failed, for those who read the audit log.</summary>
    /// <param name="login">What was typed for a name. Where nobody has it, it is not kept: it may have been a password.</param>
    /// <param name="person">Whose name it was; null where nobody has it.</param>
    /// <param name="place">Where it was counted.</param>
    /// <param name="address">The address it came from.</param>
    /// <param name="now">Now.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task WriteDownAsync(
        string login,
        StoredPerson? person,
        string place,
        string address,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        ClosedName? counted = await transaction
            .Command("SELECT login, failed, open_at FROM sign_in_try WHERE (login, place) = (@login, @place)")
            .With("login", NameOf(login, person is null))
            .With("place", place)
            .FirstAsync(ReadName, cancel);
        DateTimeOffset? closedUntil = counted?.OpenAt > now ? counted.OpenAt : null;
        await Audit.WriteAsync(
            transaction,
            Actor.Site("somebody"),
            closedUntil is null ? "sign-in failed" : "sign-in closed",
            person is null ? "a name nobody has" : PersonStore.Subject(person.Login),
            null,
            new
            {
                address,
                counted?.Failed,
                closedUntil,
            },
            cancel
        );
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Names with failed tries; the longest wait of each.</summary>
    public Task<List<ClosedName>> ListAsync(CancellationToken cancel) =>
        source
            .CreateCommand(
                "SELECT login, max(failed) AS failed, max(open_at) AS open_at FROM sign_in_try WHERE failed > 0 GROUP BY login ORDER BY login"
            )
            .ListAsync(ReadName, cancel);

    internal static Task ForgetAsync(NpgsqlTransaction transaction, string login, CancellationToken cancel) =>
        transaction.Command("DELETE FROM sign_in_try WHERE login = @login").With("login", login).RunAsync(cancel);

    // Counted where it may be tried now; a row that is not changed says how long it still has to wait.
    private static async Task<DateTimeOffset?> CountAsync(
        NpgsqlTransaction transaction,
        string name,
        string place,
        int free,
        DateTimeOffset now,
        CancellationToken cancel
    )
    {
        int counted = await transaction
            .Command(
                """
                INSERT INTO sign_in_try AS t (login, place, failed, last_at, open_at) VALUES (@login, @place, 1, @now, @now)
                ON CONFLICT (login, place) DO UPDATE SET failed = t.failed + 1, last_at = @now,
                    open_at = @now + CASE WHEN t.failed + 1 < @free THEN interval '0' ELSE
                        least(@longest, @first * power(2, least(t.failed + 1 - @free, 20))) END
                WHERE t.open_at <= @now
                """
            )
            .With("login", name)
            .With("place", place)
            .With("now", now.ToUniversalTime())
            .With("free", free)
            .With("first", First)
            .With("longest", Longest)
            .RunAsync(cancel);
        if (counted > 0)
        {
            return null;
        }

        List<DateTimeOffset> until = await transaction
            .Command("SELECT open_at FROM sign_in_try WHERE (login, place) = (@login, @place)")
            .With("login", name)
            .With("place", place)
            .ListAsync(r => r.Moment("open_at"), cancel);
        return until is [var at] ? at : now;
    }

    private static ClosedName ReadName(Row r) => new(r.Text("login"), r.Number("failed"), r.Moment("open_at"));

    // What was typed for a name may have been a password.
    private static string NameOf(string login, bool nobodys) => nobodys ? "nobody " + Hash(login)[..40] : login;

    private static string Hash(string text) => Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
}
