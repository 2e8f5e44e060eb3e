using System.Text.Json;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>The pictures of matches, turn by turn.</summary>
public sealed partial class MatchStore
{
    private const string TakeColumns = "letter, turn, picture_id, position, taken_by, taken_at, version";

    /// <summary>Its pictures, turn by turn.</summary>
    public Task<List<StoredTake>> TakesAsync(Guid id, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {TakeColumns} FROM match_take WHERE match_id = @id ORDER BY turn, letter")
            .With("id", id)
            .ListAsync(ReadTake, cancel);

    /// <summary>Puts a picture of a camera at a turn: new where the version seen is 0, else in place of the one that was seen.</summary>
    /// <returns>The picture as it is kept; null when somebody else has put one there.</returns>
    /// <exception cref="RefusedException">There is no such match or picture, or the match is signed.</exception>
    public async Task<StoredTake?> PutTakeAsync(Guid id, StoredTake take, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredMatch match = await OpenAsync(transaction, id, cancel) ?? throw NoMatch();
        StoredTake? kept;
        try
        {
            kept = await transaction
                .Command(
                    $"""
                    INSERT INTO match_take (match_id, turn, letter, picture_id, position, taken_by, taken_at)
                    SELECT @id, @turn, @letter, @picture, @position, @who, @at WHERE @seen = 0 OR EXISTS (
                        SELECT 1 FROM match_take WHERE match_id = @id AND turn = @turn AND letter = @letter)
                    ON CONFLICT (match_id, turn, letter) DO UPDATE
                    SET picture_id = @picture, position = @position, taken_by = @who, taken_at = @at, version = match_take.version + 1
                    WHERE match_take.version = @seen
                    RETURNING {TakeColumns}
                    """
                )
                .With("id", id)
                .With("turn", take.Turn)
                .With("letter", take.Letter)
                .With("picture", take.PictureId)
                .WithJson("position", JsonSerializer.Serialize(take.Position, ExchangeJson.Default.MatchPositionDocument))
                .With("who", who.Name)
                .With("at", take.At.ToUniversalTime())
                .With("seen", seen)
                .FirstAsync(ReadTake, cancel);
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

        if (kept is null)
        {
            return null;
        }

        await TouchAsync(transaction, id, take.At, who, cancel);
        await Audit.WriteAsync(transaction, who, "match picture", Subject(id), null, kept, cancel);
        await TellAsync(transaction, id, match.Document, cancel);
        await transaction.CommitAsync(cancel);
        return kept;
    }

    /// <summary>Takes a picture out of a match if nobody has put another there; the picture itself stays.</summary>
    public async Task<bool> DropTakeAsync(
        Guid id,
        int turn,
        string letter,
        int seen,
        DateTimeOffset at,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredMatch match = await OpenAsync(transaction, id, cancel) ?? throw NoMatch();
        StoredTake? gone = await transaction
            .Command(
                $"DELETE FROM match_take WHERE match_id = @id AND turn = @turn AND letter = @letter AND version = @seen RETURNING {TakeColumns}"
            )
            .With("id", id)
            .With("turn", turn)
            .With("letter", letter)
            .With("seen", seen)
            .FirstAsync(ReadTake, cancel);
        if (gone is null)
        {
            return false;
        }

        await TouchAsync(transaction, id, at, who, cancel);
        await Audit.WriteAsync(transaction, who, "match picture taken out", Subject(id), gone, null, cancel);
        await TellAsync(transaction, id, match.Document, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>A number that changes with every picture of a match, and with nothing else.</summary>
    public static long Seal(IEnumerable<StoredTake> takes) =>
        PictureSeal.Of(
            takes.OrderBy(t => t.Turn).ThenBy(t => t.Letter, StringComparer.Ordinal).Select(t => (t.PictureId, t.Version, t.Turn))
        );

    private static StoredTake ReadTake(Row r) =>
        new(
            r.Text("letter"),
            r.Number("turn"),
            r.Id("picture_id"),
            JsonSerializer.Deserialize(r.Text("position"), ExchangeJson.Default.MatchPositionDocument)!,
            r.Text("taken_by"),
            r.Moment("taken_at"),
            r.Number("version")
        );
}
