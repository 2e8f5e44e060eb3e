using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>The pictures of measurements.</summary>
public sealed partial class FigureStore
{
    private const string TakeColumns = "shot, picture_id, document, taken_by, taken_at, version";

    /// <summary>Its pictures, in order.</summary>
    public Task<List<StoredFigureTake>> TakesAsync(Guid id, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {TakeColumns} FROM figure_take WHERE figure_id = @id ORDER BY shot")
            .With("id", id)
            .ListAsync(ReadTake, cancel);

    /// <summary>Puts a picture at a place of the list: new where the version seen is 0, else in place of the one that was seen; null takes it out.</summary>
    /// <returns>Whether it was done: not where somebody else has put one there.</returns>
    /// <exception cref="RefusedException">There is no such measurement or picture, or it is accepted.</exception>
    public async Task<bool> PutTakeAsync(
        Guid id,
        int shot,
        StoredFigureTake? take,
        int seen,
        DateTimeOffset at,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredFigure figure = await OpenAsync(transaction, id, cancel) ?? throw NoFigure();
        StoredFigureTake? before = await transaction
            .Command($"SELECT {TakeColumns} FROM figure_take WHERE figure_id = @id AND shot = @shot")
            .With("id", id)
            .With("shot", shot)
            .FirstAsync(ReadTake, cancel);
        if ((before?.Version ?? 0) != seen)
        {
            return false;
        }

        if (take is null)
        {
            await transaction
                .Command("DELETE FROM figure_take WHERE figure_id = @id AND shot = @shot")
                .With("id", id)
                .With("shot", shot)
                .RunAsync(cancel);
        }
        else
        {
            await KeepAsync(transaction, id, take, cancel);
        }

        await transaction
            .Command("UPDATE unit_figure SET changed_by = @who, changed_at = @at WHERE id = @id")
            .With("who", who.Name)
            .With("at", at.ToUniversalTime())
            .With("id", id)
            .RunAsync(cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            take is null ? "measurement picture taken out" : "measurement picture",
            Subject(id),
            before,
            take,
            cancel
        );
        await TellAsync(transaction, figure, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>A number that changes with every picture of a measurement, and with nothing else.</summary>
    public static long Seal(IEnumerable<StoredFigureTake> takes) =>
        PictureSeal.Of(takes.OrderBy(t => t.Shot).Select(t => (t.PictureId, t.Version, t.Shot)));

    private static async Task KeepAsync(NpgsqlTransaction transaction, Guid id, StoredFigureTake take, CancellationToken cancel)
    {
        try
        {
            await transaction
                .Command(
                    """
                    INSERT INTO figure_take (figure_id, shot, picture_id, document, taken_by, taken_at)
                    VALUES (@id, @shot, @picture, @document, @who, @at)
                    ON CONFLICT (figure_id, shot) DO UPDATE
                    SET picture_id = @picture, document = @document, taken_by = @who, taken_at = @at, version = figure_take.version + 1
                    """
                )
                .With("id", id)
                .With("shot", take.Shot)
                .With("picture", take.PictureId)
                .WithJson("document", JsonSerializer.Serialize(take.Document, ExchangeJson.Default.FigureTakeDocument))
                .With("who", take.By)
                .With("at", take.At.ToUniversalTime())
                .RunAsync(cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.NotFound,
                "/picture",
                "There is no such picture any more. Choose the file again.",
                missing
            );
        }
    }

    private static StoredFigureTake ReadTake(Row r) =>
        new(
            r.Number("shot"),
            r.Id("picture_id"),
            JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.FigureTakeDocument)!,
            r.Text("taken_by"),
            r.Moment("taken_at"),
            r.Number("version")
        );
}
