using GoldNotch.Core.Units;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A person who signs in.</summary>
/// <param name="Login">Sign-in name.</param>
/// <param name="Name">Name on sheets and checks.</param>
/// <param name="Role">What the person is in the department.</param>
/// <param name="PasswordHash">Hash by the framework's hasher.</param>
/// <param name="FailedCount">Failed tries since the last success.</param>
/// <param name="LockedUntil">Locked until, or null.</param>
/// <param name="Stamp">Changes when sessions are to end.</param>
/// <param name="Active">Whether the person may sign in.</param>
/// <param name="Version">Rises with each change.</param>
public sealed record StoredPerson(
    string Login,
    string Name,
    Role Role,
    string PasswordHash,
    int FailedCount,
    DateTimeOffset? LockedUntil,
    Guid Stamp = default,
    bool Active = true,
    int Version = 1
)
{
    /// <summary>How the person reads quantities.</summary>
    public NotationPreferences Notation { get; init; } = NotationPreferences.Default;
}

/// <summary>People and the signing keys of their cookies.</summary>
public sealed class PersonStore(NpgsqlDataSource source)
{
    private const string Columns =
        "login, name, role, password_hash, failed_count, locked_until, stamp, active, version, iris_style, white_balance_style, clock_style, date_order";

    /// <summary>One person, or null.</summary>
    public Task<StoredPerson?> GetAsync(string login, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM person WHERE login = @login").With("login", login).FirstAsync(Read, cancel);

    /// <summary>Everybody, by name.</summary>
    public Task<List<StoredPerson>> ListAsync(CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM person ORDER BY name, login").ListAsync(Read, cancel);

    /// <summary>Adds a person.</summary>
    /// <returns>False when the sign-in name is taken.</returns>
    public async Task<bool> AddAsync(StoredPerson person, string who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (
            await transaction
                .Command(
                    "INSERT INTO person (login, name, role, password_hash) VALUES (@login, @name, @role, @hash) ON CONFLICT DO NOTHING"
                )
                .With("login", person.Login)
                .With("name", person.Name)
                .With("role", person.Role.Word())
                .With("hash", person.PasswordHash)
                .RunAsync(cancel) == 0
        )
        {
            return false;
        }

        await Audit.WriteAsync(
            transaction,
            who,
            "person added",
            Subject(person.Login),
            null,
            new { person.Name, Role = person.Role.Word() },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>Changes name, role and whether the person may sign in; a change of the last two ends the person's sessions.</summary>
    /// <returns>The person as changed, or null when the version has moved on.</returns>
    /// <exception cref="RefusedException">It would leave nobody who can administer.</exception>
    public async Task<StoredPerson?> ChangeAsync(StoredPerson person, string who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);

        // Two technicians who demote each other at once would leave none: one of them waits here.
        await transaction.Command("SELECT pg_advisory_xact_lock(hashtext('people'))").RunAsync(cancel);
        StoredPerson? before = await transaction
            .Command($"SELECT {Columns} FROM person WHERE login = @login FOR UPDATE")
            .With("login", person.Login)
            .FirstAsync(Read, cancel);
        if (before is null || before.Version != person.Version)
        {
            return null;
        }

        StoredPerson after = await transaction
            .Command(
                $"""
                UPDATE person SET name = @name, role = @role, active = @active, version = version + 1,
                       stamp = CASE WHEN (role, active) IS DISTINCT FROM (@role, @active) THEN gen_random_uuid() ELSE stamp END
                WHERE login = @login RETURNING {Columns}
                """
            )
            .With("login", person.Login)
            .With("name", person.Name)
            .With("role", person.Role.Word())
            .With("active", person.Active)
            .FirstAsync(Read, cancel)
            ?? throw new InvalidOperationException("A person vanished while held.");
        if (
            await transaction
                .Command("SELECT login FROM person WHERE role = ANY(@roles) AND active LIMIT 1")
                .With("roles", Roles.With(Right.ManagePeople))
                .FirstAsync(r => r.Only<string>(), cancel)
            is null
        )
        {
            throw new RefusedException(
                ProblemCode.LastTechnician,
                "/role",
                "Somebody must be able to administer: this is the last technician who can sign in. Make another one first."
            );
        }

        await Audit.WriteAsync(
            transaction,
            who,
            "person changed",
            Subject(person.Login),
            new
            {
                before.Name,
                Role = before.Role.Word(),
                before.Active,
            },
            new
            {
                after.Name,
                Role = after.Role.Word(),
                after.Active,
            },
            cancel
        );
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Gives a person a new password and ends the person's other sessions.</summary>
    /// <returns>The person as changed, or null when there is none.</returns>
    public async Task<StoredPerson?> ChangePasswordAsync(string login, string hash, string who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredPerson? after = await transaction
            .Command(
                $"""
                UPDATE person SET password_hash = @hash, stamp = gen_random_uuid(), failed_count = 0, locked_until = NULL, version = version + 1
                WHERE login = @login RETURNING {Columns}
                """
            )
            .With("login", login)
            .With("hash", hash)
            .FirstAsync(Read, cancel);
        if (after is not null)
        {
            await Audit.WriteAsync(transaction, who, "password changed", Subject(login), null, null, cancel);
            await transaction.CommitAsync(cancel);
        }

        return after;
    }

    /// <summary>Keeps how a person reads quantities.</summary>
    public Task ChangeNotationAsync(string login, NotationPreferences notation, CancellationToken cancel) =>
        source
            .CreateCommand(
                "UPDATE person SET iris_style = @iris, white_balance_style = @white, clock_style = @clock, date_order = @dates WHERE login = @login"
            )
            .With("login", login)
            .With("iris", Word(notation.Iris))
            .With("white", Word(notation.WhiteBalance))
            .With("clock", Word(notation.Clock))
            .With("dates", Word(notation.Dates))
            .RunAsync(cancel);

    /// <summary>Adds a person, or gives one a new name, role and password.</summary>
    public Task PutAsync(StoredPerson person, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                INSERT INTO person (login, name, role, password_hash) VALUES (@login, @name, @role, @hash)
                ON CONFLICT (login) DO UPDATE SET name = @name, role = @role, password_hash = @hash, failed_count = 0, locked_until = NULL
                """
            )
            .With("login", person.Login)
            .With("name", person.Name)
            .With("role", person.Role.Word())
            .With("hash", person.PasswordHash)
            .RunAsync(cancel);

    /// <summary>Counts a failed try and locks from <paramref name="lockAt"/> tries on; both in one statement, so that many tries at once all count.</summary>
    public Task CountFailureAsync(string login, int lockAt, DateTimeOffset lockedUntil, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                UPDATE person SET failed_count = failed_count + 1,
                       locked_until = CASE WHEN failed_count + 1 >= @lockAt THEN @until ELSE locked_until END
                WHERE login = @login
                """
            )
            .With("login", login)
            .With("lockAt", lockAt)
            .With("until", lockedUntil.ToUniversalTime())
            .RunAsync(cancel);

    /// <summary>Forgets failed tries after a success.</summary>
    public Task ClearFailuresAsync(string login, CancellationToken cancel) =>
        source
            .CreateCommand(
                "UPDATE person SET failed_count = 0, locked_until = NULL WHERE login = @login AND (failed_count > 0 OR locked_until IS NOT NULL)"
            )
            .With("login", login)
            .RunAsync(cancel);

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
        using NpgsqlCommand command = source
            .CreateCommand("INSERT INTO key_ring (name, xml) VALUES (@name, @xml) ON CONFLICT (name) DO UPDATE SET xml = @xml")
            .With("name", name)
            .With("xml", xml);
        command.ExecuteNonQuery();
    }

    private static string Word<T>(T style)
        where T : struct, Enum => style.ToString().ToLowerInvariant();

    private static string Subject(string login) => $"person {login}";

    private static StoredPerson Read(Row r) =>
        new(
            r.Text("login"),
            r.Text("name"),
            Roles.Parse(r.Text("role")),
            r.Text("password_hash"),
            r.Number("failed_count"),
            r.MomentOrNull("locked_until"),
            r.Id("stamp"),
            r.Flag("active"),
            r.Number("version")
        )
        {
            Notation = new NotationPreferences(
                Enum.Parse<IrisStyle>(r.Text("iris_style"), ignoreCase: true),
                Enum.Parse<WhiteBalanceStyle>(r.Text("white_balance_style"), ignoreCase: true),
                Enum.Parse<ClockStyle>(r.Text("clock_style"), ignoreCase: true),
                Enum.Parse<DateOrder>(r.Text("date_order"), ignoreCase: true)
            ),
        };
}
