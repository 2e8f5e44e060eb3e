using Npgsql;

namespace GoldNotch.Data;

/// <summary>A person who signs in.</summary>
/// <param name="Login">Sign-in name.</param>
/// <param name="Name">Name on sheets and checks.</param>
/// <param name="Role"><c>technician</c> or <c>operator</c>.</param>
/// <param name="PasswordHash">Hash by the framework's hasher.</param>
/// <param name="FailedCount">Failed tries since the last success.</param>
/// <param name="LockedUntil">Locked until, or null.</param>
public sealed record StoredPerson(string Login, string Name, string Role, string PasswordHash, int FailedCount, DateTimeOffset? LockedUntil);

/// <summary>People and the signing keys of their cookies.</summary>
public sealed class PersonStore(NpgsqlDataSource source)
{
    /// <summary>One person, or null.</summary>
    public Task<StoredPerson?> GetAsync(string login, CancellationToken cancel) =>
        source.CreateCommand("SELECT login, name, role, password_hash, failed_count, locked_until FROM person WHERE login = @login")
            .With("login", login)
            .FirstAsync(
                r => new StoredPerson(r.GetString(0), r.GetString(1), r.GetString(2), r.GetString(3), r.GetInt32(4), r.IsDBNull(5) ? null : r.GetFieldValue<DateTimeOffset>(5)),
                cancel);

    /// <summary>Adds a person, or gives one a new name, role and password.</summary>
    public Task PutAsync(StoredPerson person, CancellationToken cancel) =>
        source.CreateCommand(
                """
                INSERT INTO person (login, name, role, password_hash) VALUES (@login, @name, @role, @hash)
                ON CONFLICT (login) DO UPDATE SET name = @name, role = @role, password_hash = @hash, failed_count = 0, locked_until = NULL
                """)
            .With("login", person.Login).With("name", person.Name).With("role", person.Role).With("hash", person.PasswordHash)
            .RunAsync(cancel);

    /// <summary>Counts a failed try and locks from <paramref name="lockAt"/> tries on; both in one statement, so that many tries at once all count.</summary>
    public Task CountFailureAsync(string login, int lockAt, DateTimeOffset lockedUntil, CancellationToken cancel) =>
        source.CreateCommand(
                """
                UPDATE person SET failed_count = failed_count + 1,
                       locked_until = CASE WHEN failed_count + 1 >= @lockAt THEN @until ELSE locked_until END
                WHERE login = @login
                """)
            .With("login", login).With("lockAt", lockAt).With("until", lockedUntil.ToUniversalTime()).RunAsync(cancel);

    /// <summary>Forgets failed tries after a success.</summary>
    public Task ClearFailuresAsync(string login, CancellationToken cancel) =>
        source.CreateCommand("UPDATE person SET failed_count = 0, locked_until = NULL WHERE login = @login AND (failed_count > 0 OR locked_until IS NOT NULL)")
            .With("login", login).RunAsync(cancel);

    /// <summary>The cookie keys, as the framework wrote them.</summary>
    public List<string> KeyRing()
    {
        using NpgsqlCommand command = source.CreateCommand("SELECT xml FROM key_ring ORDER BY name");
        using NpgsqlDataReader reader = command.ExecuteReader();
        List<string> keys = [];
        while (reader.Read())
        {
            keys.Add(reader.GetString(0));
        }

        return keys;
    }

    /// <summary>Keeps a cookie key.</summary>
    public void AddKey(string name, string xml)
    {
        using NpgsqlCommand command = source.CreateCommand("INSERT INTO key_ring (name, xml) VALUES (@name, @xml) ON CONFLICT (name) DO UPDATE SET xml = @xml")
            .With("name", name).With("xml", xml);
        command.ExecuteNonQuery();
    }
}
