using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

/// <summary>A picture as it is kept; its looks are asked for apart.</summary>
/// <param name="Id">Made by the client.</param>
/// <param name="Name">Name of the file.</param>
/// <param name="Kind">What it is: <c>png</c>, <c>jpeg</c>, <c>tiff</c>, <c>mov</c>, <c>matroska</c> or <c>mxf</c>.</param>
/// <param name="UnitTag">The camera it is of, where that is known.</param>
/// <param name="AddedBy">Who brought it.</param>
/// <param name="AddedById">That person's id.</param>
/// <param name="AddedAt">When.</param>
/// <param name="Bytes">Size of the file.</param>
/// <param name="Sha256">Its sum.</param>
/// <param name="Width">Pixels, upright.</param>
/// <param name="Height">Pixels, upright.</param>
/// <param name="Bits">Bits a sample.</param>
/// <param name="Curve">The curve that the file declares; empty where it says nothing.</param>
/// <param name="Is2020">Whether it declares the primaries of BT.2020.</param>
/// <param name="Original">Whether the file itself is kept.</param>
/// <param name="Document">What it was read by, its regions and their figures.</param>
/// <param name="Version">Rises with each change.</param>
public sealed record StoredPicture(
    Guid Id,
    string Name,
    string Kind,
    string? UnitTag,
    string AddedBy,
    Guid AddedById,
    DateTimeOffset AddedAt,
    long Bytes,
    byte[] Sha256,
    int Width,
    int Height,
    int Bits,
    string Curve,
    bool Is2020,
    bool Original,
    PictureDocument Document,
    int Version
);

/// <summary>Pictures that were measured.</summary>
public sealed class PictureStore(NpgsqlDataSource source)
{
    private const string Columns =
        "id, name, kind, unit_tag, added_by, added_by_id, added_at, bytes, sha256, width, height, bits, curve, is_2020, original, document, version";

    /// <summary>A page of pictures, the newest first.</summary>
    /// <param name="unit">Of this unit alone; null: of all.</param>
    /// <param name="before">The last of the page before, or null.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredPicture>> ListAsync(string? unit, (DateTimeOffset At, Guid Id)? before, int limit, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM picture
                WHERE (@unit::text IS NULL OR unit_tag = @unit) AND (@at::timestamptz IS NULL OR (added_at, id) < (@at, @id))
                ORDER BY added_at DESC, id DESC LIMIT @limit
                """
            )
            .With("unit", unit)
            .With("at", before?.At.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>One picture, or null.</summary>
    public Task<StoredPicture?> GetAsync(Guid id, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM picture WHERE id = @id").With("id", id).FirstAsync(Read, cancel);

    /// <summary>Pictures by their ids.</summary>
    public Task<List<StoredPicture>> ByIdsAsync(IReadOnlyList<Guid> ids, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM picture WHERE id = ANY(@ids)").With("ids", ids.ToArray()).ListAsync(Read, cancel);

    /// <summary>The unit whose whole tag stands in the name of a file; null where none does.</summary>
    public async Task<string?> UnitInAsync(string name, CancellationToken cancel)
    {
        List<string> tags = await source
            .CreateCommand("SELECT tag FROM camera_unit WHERE position(lower(tag) IN lower(@name)) > 0 ORDER BY length(tag) DESC, tag")
            .With("name", name)
            .ListAsync(r => r.Only<string>(), cancel);
        return tags.FirstOrDefault(tag =>
        {
            int after = name.IndexOf(tag, StringComparison.OrdinalIgnoreCase) + tag.Length;
            return after >= name.Length || !char.IsLetterOrDigit(name[after]);
        });
    }

    /// <summary>Pictures whose file was asked to be kept.</summary>
    public async Task<HashSet<Guid>> KeptOriginalsAsync(CancellationToken cancel) =>
        [.. await source.CreateCommand("SELECT id FROM picture WHERE original").ListAsync(r => r.Only<Guid>(), cancel)];

    /// <summary>What is looked at, as JPEG; or null.</summary>
    public Task<byte[]?> PreviewAsync(Guid id, CancellationToken cancel) =>
        source.CreateCommand("SELECT preview FROM picture WHERE id = @id").With("id", id).FirstAsync(r => r.Only<byte[]>(), cancel);

    /// <summary>Keeps a new picture; the same id again changes nothing.</summary>
    /// <returns>As it is kept.</returns>
    /// <exception cref="RefusedException">There is no such unit.</exception>
    public async Task<StoredPicture> AddAsync(StoredPicture picture, byte[] preview, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        NpgsqlCommand insert = transaction
            .Command(
                $"""
                INSERT INTO picture ({Columns}, preview)
                VALUES (@id, @name, @kind, @unit, @by, @byId, @at, @bytes, @sum, @width, @height, @bits, @curve, @is2020, false, @document, 1, @preview)
                ON CONFLICT (id) DO NOTHING RETURNING {Columns}
                """
            )
            .With("id", picture.Id)
            .With("name", picture.Name)
            .With("kind", picture.Kind)
            .With("unit", picture.UnitTag)
            .With("by", picture.AddedBy)
            .With("byId", picture.AddedById)
            .With("at", picture.AddedAt.ToUniversalTime())
            .With("bytes", picture.Bytes)
            .With("sum", picture.Sha256)
            .With("width", picture.Width)
            .With("height", picture.Height)
            .With("bits", picture.Bits)
            .With("curve", picture.Curve)
            .With("is2020", picture.Is2020)
            .WithJson("document", Json(picture.Document));
        insert.Parameters.AddWithValue("preview", NpgsqlDbType.Bytea, preview);
        StoredPicture? kept;
        try
        {
            kept = await insert.FirstAsync(Read, cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                "/unit",
                $"There is no unit {picture.UnitTag}. Look at the tag again, or leave it out. The picture was not saved.",
                missing
            );
        }

        if (kept is null)
        {
            return (await GetAsync(picture.Id, cancel))!;
        }

        await Audit.WriteAsync(transaction, who, "picture saved", picture.Id.ToString(), null, Brief(picture), cancel);
        await transaction.CommitAsync(cancel);
        return kept;
    }

    /// <summary>Changes what a picture was read by and what it measured, if nobody else has since.</summary>
    /// <returns>As it is kept, or null when its version has moved on.</returns>
    public async Task<StoredPicture?> ChangeAsync(
        Guid id,
        int seen,
        PictureDocument document,
        string? unit,
        bool original,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredPicture? before = await transaction
            .Command($"SELECT {Columns} FROM picture WHERE id = @id AND version = @seen FOR UPDATE")
            .With("id", id)
            .With("seen", seen)
            .FirstAsync(Read, cancel);
        if (before is null)
        {
            return null;
        }

        StoredPicture? after;
        try
        {
            after = await transaction
                .Command(
                    $"""
                    UPDATE picture SET document = @document, unit_tag = @unit, original = @original, version = version + 1
                    WHERE id = @id RETURNING {Columns}
                    """
                )
                .With("id", id)
                .With("unit", unit)
                .With("original", original)
                .WithJson("document", Json(document))
                .FirstAsync(Read, cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                "/unit",
                $"There is no unit {unit}. Look at the tag again. Nothing was changed.",
                missing
            );
        }

        await Audit.WriteAsync(transaction, who, "picture measured", id.ToString(), before.Document, document, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Throws a picture away if nobody has changed it since it was seen; what it measured stays in the trail.</summary>
    public async Task<bool> DropAsync(Guid id, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredPicture? dropped = await transaction
            .Command($"DELETE FROM picture WHERE id = @id AND version = @seen RETURNING {Columns}")
            .With("id", id)
            .With("seen", seen)
            .FirstAsync(Read, cancel);
        if (dropped is null)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "picture deleted", id.ToString(), Brief(dropped), null, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    private static object Brief(StoredPicture picture) =>
        new
        {
            picture.Name,
            picture.UnitTag,
            picture.Bytes,
            Sha256 = Convert.ToHexStringLower(picture.Sha256),
            picture.Document,
        };

    private static string Json(PictureDocument document) => JsonSerializer.Serialize(document, ExchangeJson.Default.PictureDocument);

    private static StoredPicture Read(Row r) =>
        new(
            r.Id("id"),
            r.Text("name"),
            r.Text("kind"),
            r.TextOrNull("unit_tag"),
            r.Text("added_by"),
            r.Id("added_by_id"),
            r.Moment("added_at"),
            r.Long("bytes"),
            r.Bytes("sha256"),
            r.Number("width"),
            r.Number("height"),
            r.Number("bits"),
            r.Text("curve"),
            r.Flag("is_2020"),
            r.Flag("original"),
            JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.PictureDocument)!,
            r.Number("version")
        );
}
