using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Readings on their way into a check: each under the check's lock, with its receipt, and beside another where two people disagree.</summary>
public sealed partial class CheckStore
{
    /// <summary>Records readings in one transaction, each if it is still at the version the person saw; one that is not is kept beside the other.</summary>
    /// <param name="id">The check.</param>
    /// <param name="readings">The readings; their version is the one the person saw, 0 for none.</param>
    /// <param name="receipt">Id of the device for them: what came once is not taken twice. Null where the device gives none.</param>
    /// <param name="who">Who sends them.</param>
    /// <param name="judge">Judges the check with the readings in it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>The worst that came of one of them, and the check as it now stands.</returns>
    public async Task<(RecordOutcome Outcome, WholeCheck? Now)> RecordAsync(
        Guid id,
        IReadOnlyList<StoredReading> readings,
        Guid? receipt,
        Actor who,
        Func<WholeCheck, JudgedCheck> judge,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await GetAsync(transaction, id, "FOR UPDATE", cancel) is not { } whole)
        {
            return (RecordOutcome.Missing, null);
        }

        if (
            receipt is { } sent
            && await transaction
                .Command("SELECT id::text FROM reading_receipt WHERE id = @id")
                .With("id", sent)
                .FirstAsync(r => r.Only<string>(), cancel)
                is not null
        )
        {
            return (RecordOutcome.Recorded, whole);
        }

        var recording = new Recording(transaction, whole, who, cancel);
        foreach (StoredReading reading in readings)
        {
            await recording.TakeAsync(reading);
        }

        if (recording is { Outcome: RecordOutcome.Signed } or { Changed: false })
        {
            return (recording.Outcome, whole);
        }

        WholeCheck after = recording.Now with
        {
            Check = recording.Now.Check.With(judge(recording.Now)) with { Version = whole.Check.Version + 1 },
        };
        await WriteSummaryAsync(transaction, after, cancel);
        if (receipt is { } taken)
        {
            await transaction
                .Command("INSERT INTO reading_receipt (id, check_id) VALUES (@id, @check)")
                .With("id", taken)
                .With("check", id)
                .RunAsync(cancel);
        }

        await Live.TellAsync(transaction, after.Check.UnitTag, id, cancel);
        await transaction.CommitAsync(cancel);
        return (recording.Outcome, after);
    }

    /// <summary>Decides between two readings of a notch: the one that stands, or the second reading of a person.</summary>
    /// <param name="id">The check.</param>
    /// <param name="setting">The notch.</param>
    /// <param name="stage">The stage.</param>
    /// <param name="chosen">The second reading that is to stand; null keeps the first.</param>
    /// <param name="who">Who decides.</param>
    /// <param name="judge">Judges the check with the decision in it.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>What came of it: a conflict where there is no such second reading.</returns>
    public async Task<(RecordOutcome Outcome, WholeCheck? Now)> DecideAsync(
        Guid id,
        Setting setting,
        CheckStage stage,
        (string By, ReadingKind Kind, string Typed)? chosen,
        Actor who,
        Func<WholeCheck, JudgedCheck> judge,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await GetAsync(transaction, id, "FOR UPDATE", cancel) is not { } whole)
        {
            return (RecordOutcome.Missing, null);
        }

        if (whole.Check.SignedAt is not null)
        {
            return (RecordOutcome.Signed, whole);
        }

        StoredReading[] rivals = [.. whole.Rivals.Where(r => r.Setting == setting && r.Stage == stage)];
        if (rivals.Length == 0)
        {
            return (RecordOutcome.Recorded, whole);
        }

        var recording = new Recording(transaction, whole, who, cancel);
        if (chosen is { } one)
        {
            if (rivals.FirstOrDefault(r => (r.By, r.Kind, r.Typed) == one) is not { } rival)
            {
                return (RecordOutcome.Conflict, whole);
            }

            int seen = whole.Readings.FirstOrDefault(rival.IsOfTheSameAs)?.Version ?? 0;
            await recording.TakeAsync(rival with { Version = seen });
        }

        await transaction
            .Command("DELETE FROM check_rival WHERE (check_id, stage, setting) = (@id, @stage, @setting)")
            .With("id", id)
            .With("stage", Word(stage))
            .With("setting", SettingDefinition.Of(setting).Key)
            .RunAsync(cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            "reading decided",
            $"{id} {SettingDefinition.Of(setting).Key}",
            rivals,
            whole.Readings.FirstOrDefault(r => r.Setting == setting && r.Stage == stage),
            cancel
        );
        WholeCheck after = recording.Now with { Rivals = [.. recording.Now.Rivals.Where(r => r.Setting != setting || r.Stage != stage)] };
        after = after with { Check = after.Check.With(judge(after)) with { Version = whole.Check.Version + 1 } };
        await WriteSummaryAsync(transaction, after, cancel);
        await Live.TellAsync(transaction, after.Check.UnitTag, id, cancel);
        await transaction.CommitAsync(cancel);
        return (RecordOutcome.Recorded, after);
    }

    /// <summary>Readings on their way into a check, under its lock.</summary>
    private sealed class Recording(NpgsqlTransaction transaction, WholeCheck whole, Actor who, CancellationToken cancel)
    {
        internal RecordOutcome Outcome { get; private set; } = RecordOutcome.Recorded;

        internal bool Changed { get; private set; }

        internal WholeCheck Now { get; private set; } = whole;

        internal async Task TakeAsync(StoredReading reading)
        {
            StoredReading? there = Now.Readings.FirstOrDefault(reading.IsOfTheSameAs);
            if (there?.IsTheSameAs(reading) == true)
            {
                return;
            }

            if (Now.Check.SignedAt is not null)
            {
                Outcome = RecordOutcome.Signed;
                return;
            }

            Changed = true;
            if ((there?.Version ?? 0) != reading.Version)
            {
                Outcome = RecordOutcome.Conflict;
                await KeepBesideAsync(reading);
                return;
            }

            StoredReading next = reading with { Version = reading.Version + 1, Order = await NextOrderAsync() };
            Now = Now with { Readings = Sorted(Now.Readings.Where(r => !r.IsOfTheSameAs(reading)).Append(next)) };
            await WriteReadingAsync(transaction, Now.Check.Id, next, cancel);
            await Audit.WriteAsync(
                transaction,
                who,
                reading.Stage == CheckStage.Left ? "corrected" : "reading",
                $"{Now.Check.Id} {SettingDefinition.Of(reading.Setting).Key}",
                there,
                next,
                cancel
            );
        }

        // Nothing that was read is lost: a person decides between the two.
        private async Task KeepBesideAsync(StoredReading reading)
        {
            Now = Now with { Rivals = [.. Now.Rivals.Where(r => !(r.IsTheSameAs(reading) && r.By == reading.By)), reading] };
            await transaction
                .Command(
                    """
                    INSERT INTO check_rival (check_id, stage, setting, kind, typed, read_by, read_at, from_camera, from_clip, value)
                    VALUES (@id, @stage, @setting, @kind, @typed, @by, @at, @camera, @clip, @value) ON CONFLICT DO NOTHING
                    """
                )
                .With("id", Now.Check.Id)
                .With("stage", Word(reading.Stage))
                .With("setting", SettingDefinition.Of(reading.Setting).Key)
                .With("kind", reading.Kind.Word())
                .With("typed", reading.Typed)
                .With("by", reading.By)
                .With("at", reading.At.ToUniversalTime())
                .With("camera", reading.FromCamera)
                .With("clip", reading.FromClip)
                .WithJson("value", JsonOf(reading))
                .RunAsync(cancel);
        }

        private async Task<int> NextOrderAsync() =>
            int.Parse(
                (
                    await transaction
                        .Command("UPDATE check_run SET reading_count = reading_count + 1 WHERE id = @id RETURNING reading_count::text")
                        .With("id", Now.Check.Id)
                        .FirstAsync(r => r.Only<string>(), cancel)
                )!,
                System.Globalization.CultureInfo.InvariantCulture
            );
    }
}
