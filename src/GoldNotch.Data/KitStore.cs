using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A kit as it is kept.</summary>
/// <param name="Document">What it says.</param>
/// <param name="Version">Rises with each change.</param>
/// <param name="ChangedBy">Who changed it last.</param>
/// <param name="ChangedAt">When.</param>
public sealed record StoredKit(KitDocument Document, int Version, string ChangedBy, DateTimeOffset ChangedAt);

/// <summary>A pool as it is kept.</summary>
/// <param name="Document">What it says.</param>
/// <param name="Version">Rises with each change.</param>
/// <param name="Taken">How many of it are taken by shoots in the time that was asked about.</param>
public sealed record StoredPool(PoolDocument Document, int Version, int Taken);

/// <summary>Kits of units, and pools of loose things.</summary>
public sealed class KitStore(NpgsqlDataSource source)
{
    private const string Columns = "k.unit_tag, k.pieces, k.version, k.changed_by, k.changed_at";

    /// <summary>The kit of a unit; null where nobody has written one.</summary>
    public Task<StoredKit?> GetAsync(string unit, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM kit k WHERE k.unit_tag = @unit").With("unit", unit).FirstAsync(Read, cancel);

    /// <summary>The kits of some units.</summary>
    public Task<List<StoredKit>> OfUnitsAsync(IReadOnlyList<string> units, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns} FROM kit k WHERE k.unit_tag = ANY(@units) ORDER BY k.unit_tag")
            .With("units", units.ToArray())
            .ListAsync(Read, cancel);

    /// <summary>The kits of the units of a model, by tag; two hundred at most.</summary>
    public Task<List<StoredKit>> OfModelAsync(string model, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM kit k JOIN camera_unit u ON u.tag = k.unit_tag
                WHERE u.model_key = @model AND u.status <> 'retired' ORDER BY k.unit_tag LIMIT 200
                """
            )
            .With("model", model)
            .ListAsync(Read, cancel);

    /// <summary>The unit whose kit has a piece with a label; null where none has.</summary>
    public Task<string?> UnitOfLabelAsync(string code, CancellationToken cancel) =>
        source
            .CreateCommand("SELECT unit_tag FROM kit_label WHERE code = lower(@code)")
            .With("code", code)
            .FirstAsync(r => r.Only<string>(), cancel);

    /// <summary>Keeps the kit of a unit: new where the version seen is 0, else changed if nobody else has since.</summary>
    /// <returns>As it is kept, or null when its version has moved on.</returns>
    /// <exception cref="RefusedException">There is no such unit, or a label is on a piece of another kit.</exception>
    public async Task<StoredKit?> PutAsync(KitDocument kit, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredKit? kept = await PutAsync(transaction, kit, seen, "", who, cancel);
        if (kept is not null)
        {
            await transaction.CommitAsync(cancel);
        }

        return kept;
    }

    internal static async Task<StoredKit?> PutAsync(
        NpgsqlTransaction transaction,
        KitDocument kit,
        int seen,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        if (await UnitStore.HeldAsync(transaction, kit.Unit, cancel) is null)
        {
            throw UnitStore.NotFound(kit.Unit);
        }

        StoredKit? before = await transaction
            .Command($"SELECT {Columns} FROM kit k WHERE k.unit_tag = @unit FOR UPDATE")
            .With("unit", kit.Unit)
            .FirstAsync(Read, cancel);
        string json = Json(kit);
        if (before is not null && Json(before.Document) == json)
        {
            return before;
        }

        if ((before?.Version ?? 0) != seen)
        {
            return null;
        }

        StoredKit? after = await transaction
            .Command(
                $"""
                INSERT INTO kit AS k (unit_tag, pieces, changed_by) VALUES (@unit, @pieces, @who)
                ON CONFLICT (unit_tag) DO UPDATE SET pieces = @pieces, version = k.version + 1, changed_by = @who, changed_at = now()
                WHERE k.version = @seen RETURNING {Columns}
                """
            )
            .With("unit", kit.Unit)
            .WithJson("pieces", json)
            .With("who", who.Name)
            .With("seen", seen)
            .FirstAsync(Read, cancel);
        if (after is null)
        {
            return null;
        }

        await LabelsAsync(transaction, kit, at, cancel);
        await Audit.WriteAsync(transaction, who, before is null ? "kit added" : "kit changed", kit.Unit, before?.Document, kit, cancel);
        return after;
    }

    // A label that is on a piece of another kit: a piece is in one bag.
    private static async Task LabelsAsync(NpgsqlTransaction transaction, KitDocument kit, string at, CancellationToken cancel)
    {
        await transaction.Command("DELETE FROM kit_label WHERE unit_tag = @unit").With("unit", kit.Unit).RunAsync(cancel);
        for (int i = 0; i < kit.Pieces.Count; i++)
        {
            KitPieceDocument piece = kit.Pieces[i];
            if (piece.Code.Length == 0)
            {
                continue;
            }

            string? other =
                await transaction
                    .Command(
                        """
                        INSERT INTO kit_label AS l (code, unit_tag, piece) VALUES (lower(@code), @unit, @piece)
                        ON CONFLICT (code) DO NOTHING
                        """
                    )
                    .With("code", piece.Code)
                    .With("unit", kit.Unit)
                    .With("piece", piece.Name)
                    .RunAsync(cancel) == 1
                    ? null
                    : await transaction
                        .Command("SELECT unit_tag || ': ' || piece FROM kit_label WHERE code = lower(@code)")
                        .With("code", piece.Code)
                        .FirstAsync(r => r.Only<string>(), cancel);
            if (other is not null)
            {
                throw new RefusedException(
                    ProblemCode.Duplicate,
                    $"{at}/pieces/{i}/code",
                    $"The label {piece.Code} is in the kit of {other}. A piece is in one kit: take it out there, or look at the label again. Nothing was changed."
                );
            }
        }
    }

    /// <summary>Every pool, by name, with what shoots take of it in a time.</summary>
    /// <param name="during">The time; null: nothing is taken.</param>
    /// <param name="but">A shoot that is not counted.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredPool>> PoolsAsync((DateTimeOffset From, DateTimeOffset To)? during, Guid? but, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT p.key, p.piece, p.version, coalesce((
                    SELECT sum(t.taken) FROM shoot_pool t JOIN shoot s ON s.id = t.shoot_id
                    WHERE t.pool_key = p.key AND s.booked && @during::tstzrange AND s.cancelled_at IS NULL AND s.id IS DISTINCT FROM @but::uuid), 0)::int AS taken
                FROM pool p ORDER BY p.piece ->> 'name', p.key LIMIT 500
                """
            )
            .WithRange("during", during)
            .With("but", but)
            .ListAsync(ReadPool, cancel);

    /// <summary>Keeps a pool: new where the version seen is 0, else changed if nobody else has since.</summary>
    /// <returns>As it is kept, or null when its version has moved on.</returns>
    public async Task<StoredPool?> PutPoolAsync(PoolDocument pool, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredPool? kept = await PutPoolAsync(transaction, pool, seen, who, cancel);
        if (kept is not null)
        {
            await transaction.CommitAsync(cancel);
        }

        return kept;
    }

    internal static async Task<StoredPool?> PutPoolAsync(
        NpgsqlTransaction transaction,
        PoolDocument pool,
        int seen,
        Actor who,
        CancellationToken cancel
    )
    {
        StoredPool? before = await transaction
            .Command("SELECT key, piece, version, 0 AS taken FROM pool WHERE key = @key FOR UPDATE")
            .With("key", pool.Key)
            .FirstAsync(ReadPool, cancel);
        if (before is not null && before.Document == pool)
        {
            return before;
        }

        if ((before?.Version ?? 0) != seen)
        {
            return null;
        }

        StoredPool? after = await transaction
            .Command(
                """
                INSERT INTO pool AS p (key, piece, changed_by) VALUES (@key, @piece, @who)
                ON CONFLICT (key) DO UPDATE SET piece = @piece, version = p.version + 1, changed_by = @who, changed_at = now()
                WHERE p.version = @seen RETURNING p.key, p.piece, p.version, 0 AS taken
                """
            )
            .With("key", pool.Key)
            .WithJson("piece", JsonSerializer.Serialize(pool.Piece, ExchangeJson.Default.KitPieceDocument))
            .With("who", who.Name)
            .With("seen", seen)
            .FirstAsync(ReadPool, cancel);
        if (after is not null)
        {
            await Audit.WriteAsync(
                transaction,
                who,
                before is null ? "pool added" : "pool changed",
                $"pool {pool.Key}",
                before?.Document,
                pool,
                cancel
            );
        }

        return after;
    }

    /// <summary>Throws a pool away, if nobody has changed it since it was seen and no shoot takes from it.</summary>
    /// <exception cref="RefusedException">A shoot takes from it.</exception>
    public async Task<bool> DropPoolAsync(string key, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredPool? dropped;
        try
        {
            dropped = await transaction
                .Command("DELETE FROM pool WHERE key = @key AND version = @seen RETURNING key, piece, version, 0 AS taken")
                .With("key", key)
                .With("seen", seen)
                .FirstAsync(ReadPool, cancel);
        }
        catch (PostgresException taken) when (taken.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.Immutable,
                "/key",
                "Shoots take from this pool, so it stays. Set its number to 0 instead. Nothing was changed.",
                taken
            );
        }

        if (dropped is null)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "pool deleted", $"pool {key}", dropped.Document, null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    private static string Json(KitDocument kit) =>
        JsonSerializer.Serialize([.. kit.Pieces], ExchangeJson.Default.IReadOnlyListKitPieceDocument);

    private static StoredKit Read(Row r) =>
        new(
            new KitDocument(
                r.Text("unit_tag"),
                JsonSerializer.Deserialize(r.Text("pieces"), ExchangeJson.Default.IReadOnlyListKitPieceDocument) ?? []
            ),
            r.Number("version"),
            r.Text("changed_by"),
            r.Moment("changed_at")
        );

    private static StoredPool ReadPool(Row r) =>
        new(
            new PoolDocument(
                r.Text("key"),
                JsonSerializer.Deserialize(r.Text("piece"), ExchangeJson.Default.KitPieceDocument)
                    ?? throw new InvalidOperationException("A stored pool is empty.")
            ),
            r.Number("version"),
            r.Number("taken")
        );
}
