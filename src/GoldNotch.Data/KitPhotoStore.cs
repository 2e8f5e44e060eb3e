using Npgsql;
using NpgsqlTypes;

namespace GoldNotch.Data;

/// <summary>The photograph of a kit, without its pixels.</summary>
/// <param name="Id">Of this photograph; the next one has another.</param>
/// <param name="By">Who took it.</param>
/// <param name="At">When.</param>
/// <param name="Width">Pixels.</param>
/// <param name="Height">Pixels.</param>
public sealed record StoredKitPhoto(Guid Id, string By, DateTimeOffset At, int Width, int Height);

/// <summary>What each kit looks like when all of it is there: one photograph a kit.</summary>
public sealed class KitPhotoStore(NpgsqlDataSource source)
{
    private const string Columns = "p.id, p.taken_by, p.taken_at, p.width, p.height";

    /// <summary>The photograph of a unit's kit; null where there is none.</summary>
    public Task<StoredKitPhoto?> GetAsync(string unit, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM kit_photo p WHERE p.unit_tag = @unit").With("unit", unit).FirstAsync(Read, cancel);

    /// <summary>The picture as JPEG; null where there is none.</summary>
    public Task<byte[]?> PictureAsync(string unit, CancellationToken cancel) =>
        source
            .CreateCommand("SELECT jpeg FROM kit_photo WHERE unit_tag = @unit")
            .With("unit", unit)
            .FirstAsync(r => r.Only<byte[]>(), cancel);

    /// <summary>Keeps a photograph in place of the one before; the same id again changes nothing.</summary>
    /// <exception cref="Exchange.RefusedException">There is no such unit.</exception>
    public async Task PutAsync(string unit, StoredKitPhoto photo, byte[] jpeg, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        _ = await UnitStore.HeldAsync(transaction, unit, cancel) ?? throw UnitStore.NotFound(unit);
        StoredKitPhoto? before = await HeldAsync(transaction, unit, cancel);
        if (before?.Id == photo.Id)
        {
            return;
        }

        await transaction.Command("DELETE FROM kit_photo WHERE unit_tag = @unit").With("unit", unit).RunAsync(cancel);
        NpgsqlCommand insert = transaction
            .Command(
                """
                INSERT INTO kit_photo (unit_tag, id, width, height, jpeg, taken_by, taken_at)
                VALUES (@unit, @id, @width, @height, @jpeg, @by, @at)
                """
            )
            .With("unit", unit)
            .With("id", photo.Id)
            .With("width", photo.Width)
            .With("height", photo.Height)
            .With("by", photo.By)
            .With("at", photo.At.ToUniversalTime());
        insert.Parameters.AddWithValue("jpeg", NpgsqlDbType.Bytea, jpeg);
        await insert.RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "kit photograph saved", unit, before, photo, cancel);
        await transaction.CommitAsync(cancel);
    }

    /// <summary>Takes the photograph of a kit away; where there is none, nothing happens.</summary>
    public async Task RemoveAsync(string unit, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await HeldAsync(transaction, unit, cancel) is not { } before)
        {
            return;
        }

        await transaction.Command("DELETE FROM kit_photo WHERE unit_tag = @unit").With("unit", unit).RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "kit photograph removed", unit, before, null, cancel);
        await transaction.CommitAsync(cancel);
    }

    private static Task<StoredKitPhoto?> HeldAsync(NpgsqlTransaction transaction, string unit, CancellationToken cancel) =>
        transaction.Command($"SELECT {Columns} FROM kit_photo p WHERE p.unit_tag = @unit").With("unit", unit).FirstAsync(Read, cancel);

    private static StoredKitPhoto Read(Row r) =>
        new(r.Id("id"), r.Text("taken_by"), r.Moment("taken_at"), r.Number("width"), r.Number("height"));
}
