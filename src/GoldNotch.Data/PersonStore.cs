using GoldNotch.Core.Units;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A person who signs in.</summary>
/// <param name="Login">Sign-in name.</param>
/// <param name="Name">Name on sheets and checks; nobody else's.</param>
/// <param name="Role">What the person is in the department.</param>
/// <param name="PasswordHash">Hash by the framework's hasher.</param>
/// <param name="Active">Whether the person may sign in.</param>
/// <param name="Version">Rises with each change.</param>
public sealed record StoredPerson(string Login, string Name, Role Role, string PasswordHash, bool Active = true, int Version = 1)
{
    /// <summary>What signatures and the audit log know the person by, whatever the name becomes.</summary>
    public Guid Id { get; init; }

    /// <summary>The person as one who does something.</summary>
    public Actor Actor => new(Id, Name);

    /// <summary>How the person reads quantities.</summary>
    public NotationPreferences Notation { get; init; } = NotationPreferences.Default;
}

/// <summary>People and the signing keys of their cookies.</summary>
public sealed class PersonStore(NpgsqlDataSource source)
{
    internal const string Columns =
        "id, login, name, role, password_hash, active, version, iris_style, white_balance_style, clock_style, date_order";

    /// <summary>One person, or null.</summary>
    public Task<StoredPerson?> GetAsync(string login, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM person WHERE login = @login").With("login", login).FirstAsync(Read, cancel);

    /// <summary>Id of the person of a name; null where nobody has it.</summary>
    internal static async Task<Guid?> IdOfNameAsync(NpgsqlTransaction transaction, string name, CancellationToken cancel) =>
        await transaction.Command("SELECT id FROM person WHERE name = @name").With("name", name).ListAsync(r => r.Only<Guid>(), cancel)
            is [var id, ..]
            ? id
            : null;

    /// <summary>Everybody, by name.</summary>
    public Task<List<StoredPerson>> ListAsync(CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM person ORDER BY name, login").ListAsync(Read, cancel);

    /// <summary>Adds a person.</summary>
    /// <returns>False when the sign-in name is taken.</returns>
    /// <exception cref="RefusedException">The name is another's.</exception>
    public async Task<bool> AddAsync(StoredPerson person, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        int added = await UniquelyAsync(
            person.Name,
            transaction
                .Command(
                    "INSERT INTO person (login, name, role, password_hash) VALUES (@login, @name, @role, @hash) ON CONFLICT (login) DO NOTHING"
                )
                .With("login", person.Login)
                .With("name", person.Name)
                .With("role", person.Role.Word())
                .With("hash", person.PasswordHash)
                .RunAsync(cancel)
        );
        if (added == 0)
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
    public async Task<StoredPerson?> ChangeAsync(StoredPerson person, Actor who, CancellationToken cancel)
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

        StoredPerson after = await UniquelyAsync(
            person.Name,
            transaction
                .Command(
                    $"""
                    UPDATE person SET name = @name, role = @role, active = @active, version = version + 1
                    WHERE login = @login RETURNING {Columns}
                    """
                )
                .With("login", person.Login)
                .With("name", person.Name)
                .With("role", person.Role.Word())
                .With("active", person.Active)
                .FirstAsync(Read, cancel)
        ) ?? throw new InvalidOperationException("A person vanished while held.");
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

        if (before.Role != after.Role || before.Active != after.Active)
        {
            await SessionStore.EndOfPersonAsync(transaction, after.Id, cancel);
        }

        await Audit.WriteAsync(
            transaction,
            who,
            before.Name == after.Name ? "person changed" : "person renamed",
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
    public async Task<StoredPerson?> ChangePasswordAsync(string login, string hash, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredPerson? after = await transaction
            .Command(
                $"""
                UPDATE person SET password_hash = @hash, version = version + 1
                WHERE login = @login RETURNING {Columns}
                """
            )
            .With("login", login)
            .With("hash", hash)
            .FirstAsync(Read, cancel);
        if (after is not null)
        {
            await SessionStore.EndOfPersonAsync(transaction, after.Id, cancel);
            await SignInTries.ForgetAsync(transaction, login, cancel);
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

    internal static string Subject(string login) => $"person {login}";

    // The database says whose a name is: two who take one at once cannot both have it.
    private static async Task<T> UniquelyAsync<T>(string name, Task<T> write)
    {
        try
        {
            return await write;
        }
        catch (PostgresException taken) when (taken.ConstraintName == "person_name_is_unique")
        {
            throw new RefusedException(
                ProblemCode.NameTaken,
                "/name",
                $"Somebody is called “{name}” already, and a signature must say whose it is. Add a middle name or an initial. Nothing was changed.",
                taken
            );
        }
    }

    internal static StoredPerson Read(Row r) =>
        new(r.Text("login"), r.Text("name"), Roles.Parse(r.Text("role")), r.Text("password_hash"), r.Flag("active"), r.Number("version"))
        {
            Id = r.Id("id"),
            Notation = new NotationPreferences(
                Enum.Parse<IrisStyle>(r.Text("iris_style"), ignoreCase: true),
                Enum.Parse<WhiteBalanceStyle>(r.Text("white_balance_style"), ignoreCase: true),
                Enum.Parse<ClockStyle>(r.Text("clock_style"), ignoreCase: true),
                Enum.Parse<DateOrder>(r.Text("date_order"), ignoreCase: true)
            ),
        };
}
