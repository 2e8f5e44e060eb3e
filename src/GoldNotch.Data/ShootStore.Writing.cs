using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>How a shoot is written within a transaction, with what is booked for it.</summary>
public sealed partial class ShootStore
{
    private const string DoubleBooking = "no_double_booking";

    internal static Task<StoredShoot?> LockedAsync(NpgsqlTransaction transaction, Guid id, CancellationToken cancel) =>
        transaction.Command($"SELECT {Columns} FROM shoot s WHERE id = @id FOR UPDATE").With("id", id).FirstAsync(Read, cancel);

    /// <summary>A shoot follows its line-up, which was changed in the same transaction.</summary>
    internal static async Task FollowAsync(NpgsqlTransaction transaction, LineUpDocument lineUp, Actor who, CancellationToken cancel)
    {
        StoredShoot? kept = await LockedAsync(transaction, lineUp.Id, cancel);
        ShootDocument follows = kept is null ? ShootSync.Begun(lineUp) : ShootSync.Follows(kept.Document, lineUp);
        await PutAsync(transaction, follows, kept?.Version ?? 0, false, who, cancel);
    }

    /// <param name="transaction">The transaction.</param>
    /// <param name="document">The shoot.</param>
    /// <param name="seen">The version seen.</param>
    /// <param name="unitsAreThere">Whether every unit has to be there; a line-up may name one that is not, and says so itself.</param>
    /// <param name="who">Who keeps it.</param>
    /// <param name="cancel">Cancels.</param>
    internal static async Task<StoredShoot?> PutAsync(
        NpgsqlTransaction transaction,
        ShootDocument document,
        int seen,
        bool unitsAreThere,
        Actor who,
        CancellationToken cancel
    )
    {
        StoredShoot? before = await LockedAsync(transaction, document.Id, cancel);
        string json = Json(document);
        if (before is not null && Said(before.Document) == Said(document))
        {
            return before;
        }

        if ((before?.Version ?? 0) != seen)
        {
            return null;
        }

        StoredShoot? after = await transaction
            .Command(
                $"""
                INSERT INTO shoot AS s (id, name, call_at, end_at, booked, document, changed_by) VALUES (@id, @name, @call, @end, @booked, @json, @who)
                ON CONFLICT (id) DO UPDATE SET name = @name, call_at = @call, end_at = @end, booked = @booked, document = @json, changed_by = @who, changed_at = now(),
                    version = s.version + 1
                WHERE s.version = @seen
                RETURNING {Columns}
                """
            )
            .With("id", document.Id)
            .With("name", document.Name)
            .With("call", document.Call?.ToUniversalTime())
            .With("end", document.End?.ToUniversalTime())
            .WithRange("booked", document.Booked)
            .WithJson("json", json)
            .With("who", who.Name)
            .With("seen", seen)
            .FirstAsync(Read, cancel);
        if (after is null)
        {
            return null;
        }

        await BookAsync(transaction, after, unitsAreThere, cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            before is null ? "shoot started" : "shoot changed",
            Subject(document.Id),
            before?.Document,
            document,
            cancel
        );
        return after;
    }

    // Cameras and pools are written anew, and booked while the shoot takes place.
    private static async Task BookAsync(NpgsqlTransaction transaction, StoredShoot shoot, bool unitsAreThere, CancellationToken cancel)
    {
        ShootDocument document = shoot.Document;
        ShootCameraDocument[] cameras = [.. (document.Cameras ?? []).Where(c => c.Unit.Length > 0)];
        await transaction.Command("DELETE FROM shoot_camera WHERE shoot_id = @id").With("id", document.Id).RunAsync(cancel);
        await transaction.Command("DELETE FROM shoot_pool WHERE shoot_id = @id").With("id", document.Id).RunAsync(cancel);
        (DateTimeOffset From, DateTimeOffset To)? booked = shoot.Cancelled is null ? document.Booked : null;
        foreach (ShootCameraDocument camera in cameras)
        {
            string at = $"/cameras/{document.Cameras!.ToList().IndexOf(camera)}";
            if (unitsAreThere || await IsThereAsync(transaction, camera.Unit, cancel))
            {
                await CameraAsync(transaction, document.Id, camera, booked, at, cancel);
            }
        }

        foreach (IGrouping<string, PoolTakenDocument> pool in (document.Cameras ?? []).SelectMany(c => c.Pools ?? []).GroupBy(p => p.Pool))
        {
            try
            {
                await transaction
                    .Command("INSERT INTO shoot_pool (shoot_id, pool_key, taken) VALUES (@id, @pool, @taken)")
                    .With("id", document.Id)
                    .With("pool", pool.Key)
                    .With("taken", pool.Sum(p => p.Count))
                    .RunAsync(cancel);
            }
            catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
            {
                throw new RefusedException(
                    ProblemCode.NotFound,
                    "/cameras",
                    $"There is no pool {pool.Key}. Choose one of the pools, or add it first.",
                    missing
                );
            }
        }
    }

    private static async Task<bool> IsThereAsync(NpgsqlTransaction transaction, string unit, CancellationToken cancel) =>
        await transaction
            .Command("SELECT tag FROM camera_unit WHERE tag = @tag")
            .With("tag", unit)
            .FirstAsync(r => r.Only<string>(), cancel)
            is not null;

    private static async Task CameraAsync(
        NpgsqlTransaction transaction,
        Guid id,
        ShootCameraDocument camera,
        (DateTimeOffset From, DateTimeOffset To)? booked,
        string at,
        CancellationToken cancel
    )
    {
        const string Before = "before_camera";
        await transaction.SaveAsync(Before, cancel);
        try
        {
            await transaction
                .Command(
                    "INSERT INTO shoot_camera (shoot_id, letter, unit_tag, operator, booked) VALUES (@id, @letter, @tag, @operator, @booked)"
                )
                .With("id", id)
                .With("letter", camera.Letter)
                .With("tag", camera.Unit)
                .With("operator", camera.Operator.Length > 0 ? camera.Operator : null)
                .WithRange("booked", booked)
                .RunAsync(cancel);
        }
        catch (PostgresException twice) when (twice.ConstraintName == DoubleBooking)
        {
            await transaction.RollbackAsync(Before, cancel);
            throw await BookedAsync(transaction, camera.Unit, booked!.Value, at, twice, cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw missing.ConstraintName?.Contains("operator", StringComparison.Ordinal) == true
                ? new RefusedException(
                    ProblemCode.NotFound,
                    $"{at}/operator",
                    $"There is nobody with the sign-in name {camera.Operator}. Choose somebody of the department.",
                    missing
                )
                : new RefusedException(
                    ProblemCode.UnitMissing,
                    $"{at}/unit",
                    $"There is no unit {camera.Unit}. Look at the tag again, or find it by its tape or place.",
                    missing
                );
        }
    }

    private static async Task<RefusedException> BookedAsync(
        NpgsqlTransaction transaction,
        string unit,
        (DateTimeOffset From, DateTimeOffset To) booked,
        string at,
        PostgresException twice,
        CancellationToken cancel
    )
    {
        UnitBooking? other = await transaction
            .Command(
                """
                SELECT c.unit_tag, s.id, s.name, lower(c.booked) AS starts, upper(c.booked) AS ends FROM shoot_camera c JOIN shoot s ON s.id = c.shoot_id
                WHERE c.unit_tag = @unit AND c.booked && tstzrange(@from, @to) ORDER BY lower(c.booked) LIMIT 1
                """
            )
            .With("unit", unit)
            .With("from", booked.From.ToUniversalTime())
            .With("to", booked.To.ToUniversalTime())
            .FirstAsync(r => new UnitBooking(r.Text("unit_tag"), r.Id("id"), r.Text("name"), r.Moment("starts"), r.Moment("ends")), cancel);
        // Somebody may have booked it in the same moment, and be about to.
        string by = other is null ? "another shoot" : $"“{other.Name}”";
        return new RefusedException(
            ProblemCode.Booked,
            $"{at}/unit",
            $"{unit} is booked for {by} at that time. Choose another unit, or move one of the two. Nothing was changed.",
            twice
        );
    }
}
