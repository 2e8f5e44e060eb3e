using GoldNotch.Core.Cameras;
using GoldNotch.Core.Settings;
using GoldNotch.Exchange;
using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

/// <summary>What is kept beside the readings of a check: photographs, and what is said after the signature.</summary>
public sealed class EvidenceStore(NpgsqlDataSource source)
{
    /// <summary>Most photographs of a check.</summary>
    public const int MostPhotos = 24;

    /// <summary>Keeps a photograph; the same id again changes nothing.</summary>
    /// <exception cref="RefusedException">The check is signed, missing, or has as many as it may.</exception>
    public async Task AddPhotoAsync(Guid check, StoredPhoto photo, byte[] jpeg, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        string tag = await LockedAsync(transaction, check, signed: false, cancel);
        int there = (
            await transaction
                .Command("SELECT id FROM check_photo WHERE check_id = @check")
                .With("check", check)
                .ListAsync(r => r.Only<Guid>(), cancel)
        ).Count(id => id != photo.Id);
        if (there >= MostPhotos)
        {
            throw new RefusedException(
                ProblemCode.TooMany,
                "/photo",
                $"A check keeps {MostPhotos} photographs, and this one has them. Take one away first."
            );
        }

        NpgsqlCommand insert = transaction
            .Command(
                """
                INSERT INTO check_photo (id, check_id, setting, taken_by, taken_at, width, height, jpeg)
                VALUES (@id, @check, @setting, @by, @at, @width, @height, @jpeg) ON CONFLICT (id) DO NOTHING
                """
            )
            .With("id", photo.Id)
            .With("check", check)
            .With("setting", photo.Setting is { } s ? SettingDefinition.Of(s).Key : null)
            .With("by", photo.By)
            .With("at", photo.At.ToUniversalTime())
            .With("width", photo.Width)
            .With("height", photo.Height);
        insert.Parameters.AddWithValue("jpeg", NpgsqlDbType.Bytea, jpeg);
        if (await insert.RunAsync(cancel) == 0)
        {
            return;
        }

        await TouchAsync(transaction, check, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "photograph saved",
            check.ToString(),
            null,
            new
            {
                photo.Id,
                photo.Width,
                photo.Height,
            },
            cancel
        );
        await Live.TellAsync(transaction, tag, check, cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Takes a photograph away while the check is open.</summary>
    /// <exception cref="RefusedException">The check is signed or missing.</exception>
    public async Task RemovePhotoAsync(Guid check, Guid photo, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        string tag = await LockedAsync(transaction, check, signed: false, cancel);
        if (
            await transaction
                .Command("DELETE FROM check_photo WHERE (id, check_id) = (@id, @check)")
                .With("id", photo)
                .With("check", check)
                .RunAsync(cancel) > 0
        )
        {
            await TouchAsync(transaction, check, cancel);
            await Audit.WriteAsync(transaction, who, "photograph removed", check.ToString(), new { photo }, null, cancel);
            await Live.TellAsync(transaction, tag, check, cancel);
        }

        await transaction.CommitAsync(cancel);
    }

    /// <summary>The picture as JPEG, or null.</summary>
    public Task<byte[]?> PhotoAsync(Guid check, Guid photo, CancellationToken cancel) =>
        source
            .CreateCommand("SELECT jpeg FROM check_photo WHERE (id, check_id) = (@id, @check)")
            .With("id", photo)
            .With("check", check)
            .FirstAsync(r => r.Only<byte[]>(), cancel);

    /// <summary>Writes something beside a signed check; the same id again changes nothing.</summary>
    /// <exception cref="RefusedException">The check is open or missing.</exception>
    public async Task AddAsync(Guid check, StoredAddition addition, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        string tag = await LockedAsync(transaction, check, signed: true, cancel);
        int kept = await transaction
            .Command(
                "INSERT INTO check_addition (id, check_id, setting, text, added_by, added_at) VALUES (@id, @check, @setting, @text, @by, @at) ON CONFLICT (id) DO NOTHING"
            )
            .With("id", addition.Id)
            .With("check", check)
            .With("setting", addition.Setting is { } s ? SettingDefinition.Of(s).Key : null)
            .With("text", addition.Text)
            .With("by", addition.By)
            .With("at", addition.At.ToUniversalTime())
            .RunAsync(cancel);
        if (kept == 0)
        {
            return;
        }

        await Audit.WriteAsync(transaction, who, "later addition", check.ToString(), null, new { addition.Text }, cancel);
        await Live.TellAsync(transaction, tag, check, cancel);
        await transaction.CommitAsync(cancel);
    }

    // Who signs has seen the photographs too.
    private static Task TouchAsync(NpgsqlTransaction transaction, Guid check, CancellationToken cancel) =>
        transaction.Command("UPDATE check_run SET version = version + 1 WHERE id = @id").With("id", check).RunAsync(cancel);

    private static async Task<string> LockedAsync(NpgsqlTransaction transaction, Guid check, bool signed, CancellationToken cancel)
    {
        (string Tag, bool Signed)[] rows =
        [
            .. await transaction
                .Command("SELECT unit_tag, signed_at IS NOT NULL AS signed FROM check_run WHERE id = @id FOR UPDATE")
                .With("id", check)
                .ListAsync(r => (r.Text("unit_tag"), r.Flag("signed")), cancel),
        ];
        return rows switch
        {
            [] => throw new RefusedException(ProblemCode.NotFound, "/id", $"There is no check {check}. Look in the history."),
            [{ Signed: true }] when !signed => throw new RefusedException(
                ProblemCode.Immutable,
                "",
                "This check is signed and stays as it is. Write a later addition, or start a new check of this unit."
            ),
            [{ Signed: false }] when signed => throw new RefusedException(
                ProblemCode.NotSigned,
                "",
                "This check is still open: record it there."
            ),
            [var row, ..] => row.Tag,
        };
    }
}
