using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>What units needed against others at their matches; nothing of it is ever changed.</summary>
public sealed class UnitMatchStore(NpgsqlDataSource source)
{
    private const string Columns = "id, unit_tag, against_tag, light_k, offset_mired, duv, measured_by, measured_at, match_id";

    /// <summary>What units needed at their matches, the newest first.</summary>
    /// <param name="units">Their tags; null: of all.</param>
    /// <param name="cancel">Cancels.</param>
    public async Task<ILookup<string, UnitMatchDocument>> NeededAsync(IReadOnlyList<string>? units, CancellationToken cancel) =>
        (
            await source
                .CreateCommand(
                    $"""
                    SELECT {Columns} FROM unit_match
                    WHERE @units::text[] IS NULL OR unit_tag = ANY(@units) ORDER BY measured_at DESC, id DESC
                    """
                )
                .With("units", units?.ToArray())
                .ListAsync(Read, cancel)
        ).ToLookup(n => n.Unit);

    /// <summary>Keeps what a unit needed; the same again changes nothing.</summary>
    /// <returns>Whether it was new.</returns>
    /// <exception cref="RefusedException">One of the units is not there, or the id stands for something else.</exception>
    internal static async Task<bool> AddAsync(NpgsqlTransaction transaction, UnitMatchDocument needed, string at, CancellationToken cancel)
    {
        UnitMatchDocument? there = await transaction
            .Command($"SELECT {Columns} FROM unit_match WHERE id = @id")
            .With("id", needed.Id)
            .FirstAsync(Read, cancel);
        if (there is not null)
        {
            return there with { At = needed.At, Match = needed.Match } == needed && (there.At - needed.At).Duration() < Instant
                ? false
                : throw new RefusedException(
                    ProblemCode.IdTaken,
                    $"{at}/id",
                    "This id stands for another measurement here. Give this one an id of its own."
                );
        }

        try
        {
            await transaction
                .Command(
                    $"""
                    INSERT INTO unit_match ({Columns})
                    VALUES (@id, @tag, @against, @light, @offset, @duv, @by, @at, (SELECT id FROM camera_match WHERE id = @match))
                    """
                )
                .With("id", needed.Id)
                .With("tag", needed.Unit)
                .With("against", needed.Against)
                .With("light", needed.LightK)
                .With("offset", needed.OffsetMired)
                .With("duv", needed.Duv)
                .With("by", needed.By)
                .With("at", needed.At.ToUniversalTime())
                .With("match", needed.Match ?? Guid.Empty)
                .RunAsync(cancel);
            return true;
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                $"{at}/unit",
                $"{needed.Unit} or {needed.Against} is no unit here. Import the units first, or in the same file.",
                missing
            );
        }
    }

    // The database keeps microseconds.
    private static TimeSpan Instant { get; } = TimeSpan.FromMilliseconds(1);

    private static UnitMatchDocument Read(Row r) =>
        new(
            r.Id("id"),
            r.Text("unit_tag"),
            r.Text("against_tag"),
            r.Real("light_k"),
            r.Real("offset_mired"),
            r.Real("duv"),
            r.Text("measured_by"),
            r.Moment("measured_at"),
            r.IdOrNull("match_id")
        );
}
