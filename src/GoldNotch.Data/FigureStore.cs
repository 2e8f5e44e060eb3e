using System.Text.Json;
using GoldNotch.Core.UnitFigures;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>What is measured on units: pictures, what was accepted, and what it is used for from then on.</summary>
public sealed partial class FigureStore(NpgsqlDataSource source)
{
    private const string Columns =
        "id, document, unit_tag, version, begun_by, begun_at, changed_by, changed_at, accepted_by, accepted_at, accepted, used, withdrawn_by, withdrawn_at, withdrawn_why";

    /// <summary>A page of measurements, changed last first.</summary>
    /// <param name="unit">Of this unit alone; null: all.</param>
    /// <param name="model">Of this model alone; null: all.</param>
    /// <param name="before">The last of the page before, or null.</param>
    /// <param name="limit">Most rows, 1 to 200.</param>
    /// <param name="cancel">Cancels.</param>
    public Task<List<StoredFigure>> ListAsync(
        string? unit,
        string? model,
        (DateTimeOffset At, Guid Id)? before,
        int limit,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                $"""
                SELECT {Columns} FROM unit_figure
                WHERE (@unit::text IS NULL OR unit_tag = @unit) AND (@model::text IS NULL OR model_key = @model)
                  AND (@at::timestamptz IS NULL OR (changed_at, id) < (@at, @id))
                ORDER BY changed_at DESC, id DESC LIMIT @limit
                """
            )
            .With("unit", unit)
            .With("model", model)
            .With("at", before?.At.ToUniversalTime())
            .With("id", before?.Id ?? Guid.Empty)
            .With("limit", limit)
            .ListAsync(Read, cancel);

    /// <summary>One measurement, or null.</summary>
    public Task<StoredFigure?> GetAsync(Guid id, CancellationToken cancel) =>
        source.CreateCommand($"SELECT {Columns} FROM unit_figure WHERE id = @id").With("id", id).FirstAsync(Read, cancel);

    /// <summary>Keeps how a measurement is set up: new where the version seen is 0, else changed if nobody else has since.</summary>
    /// <returns>As it is kept, or null when its version has moved on.</returns>
    /// <exception cref="RefusedException">There is no such unit, or it is accepted.</exception>
    public async Task<StoredFigure?> PutAsync(
        Guid id,
        UnitFigureDocument document,
        int seen,
        DateTimeOffset at,
        Actor who,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredFigure? before = await OpenAsync(transaction, id, cancel);
        if ((before?.Version ?? 0) != seen)
        {
            return null;
        }

        StoredFigure? after;
        try
        {
            after = await transaction
                .Command(
                    $"""
                    INSERT INTO unit_figure (id, kind, model_key, unit_tag, document, begun_by, begun_at, changed_by, changed_at)
                    VALUES (@id, @kind, @model, @unit, @document, @who, @at, @who, @at)
                    ON CONFLICT (id) DO UPDATE SET document = @document, version = unit_figure.version + 1, changed_by = @who, changed_at = @at
                    WHERE unit_figure.version = @seen
                    RETURNING {Columns}
                    """
                )
                .With("id", id)
                .With("kind", Word(document.Kind))
                .With("model", document.Model)
                .With("unit", document.Unit)
                .WithJson("document", JsonSerializer.Serialize(document, ExchangeJson.Default.UnitFigureDocument))
                .With("who", who.Name)
                .With("at", at.ToUniversalTime())
                .With("seen", seen)
                .FirstAsync(Read, cancel);
        }
        catch (PostgresException missing) when (missing.SqlState == PostgresErrorCodes.ForeignKeyViolation)
        {
            throw new RefusedException(
                ProblemCode.UnitMissing,
                "/unit",
                "This unit is not there any more. Choose it again from the list.",
                missing
            );
        }

        if (after is null)
        {
            return null;
        }

        // A picture whose place in the list is gone belongs to nothing.
        await transaction
            .Command("DELETE FROM figure_take WHERE figure_id = @id AND shot > @most")
            .With("id", id)
            .With("most", document.Shots.Count)
            .RunAsync(cancel);
        await Audit.WriteAsync(
            transaction,
            who,
            before is null ? "measurement started" : "measurement changed",
            Subject(id),
            before?.Document,
            document,
            cancel
        );
        await TellAsync(transaction, after, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Throws an open measurement away if nobody has changed it since it was seen; its pictures stay.</summary>
    public async Task<bool> DropAsync(Guid id, int seen, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        if (await OpenAsync(transaction, id, cancel) is not { } there || there.Version != seen)
        {
            return false;
        }

        await transaction.Command("DELETE FROM unit_figure WHERE id = @id").With("id", id).RunAsync(cancel);
        await Audit.WriteAsync(transaction, who, "measurement deleted", Subject(id), there.Document, null, cancel);
        await TellAsync(transaction, there, cancel);
        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>Accepts a measurement as it was seen: it stays as it is, and what was found is used from then on.</summary>
    /// <param name="id">The measurement.</param>
    /// <param name="seen">Its version and the seal of its pictures, as the person saw them.</param>
    /// <param name="acceptance">What is accepted, and what for.</param>
    /// <param name="note">What is noted on the unit.</param>
    /// <param name="limited">The specification with its new limit, and the version that was read; null where it stays.</param>
    /// <param name="who">Who accepts.</param>
    /// <param name="byId">That person's id.</param>
    /// <param name="cancel">Cancels.</param>
    /// <returns>As it is kept, or null when something has changed since.</returns>
    public async Task<StoredFigure?> AcceptAsync(
        Guid id,
        (int Version, long Takes) seen,
        FigureAcceptance acceptance,
        UnitNote note,
        (ModelDocument Card, int Seen)? limited,
        Actor who,
        Guid byId,
        CancellationToken cancel
    )
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredFigure figure = await OpenAsync(transaction, id, cancel) ?? throw NoFigure();
        List<StoredFigureTake> takes = await transaction
            .Command($"SELECT {TakeColumns} FROM figure_take WHERE figure_id = @id ORDER BY shot")
            .With("id", id)
            .ListAsync(ReadTake, cancel);
        if (figure.Version != seen.Version || Seal(takes) != seen.Takes)
        {
            return null;
        }

        // The unit first: what it had is written down with what takes its place.
        StoredUnit? unit = figure.UnitTag is { } tag ? await UnitStore.HeldAsync(transaction, tag, cancel) : null;
        FigureUseDocument used = acceptance.Used with { Replaced = unit?.Measured.ReplacedBy(acceptance.Used) };
        StoredFigure? after = await transaction
            .Command(
                $"""
                UPDATE unit_figure SET accepted_by = @who, accepted_by_id = @byId, accepted_at = @at, accepted = @frozen, used = @used,
                    changed_by = @who, changed_at = @at
                WHERE id = @id RETURNING {Columns}
                """
            )
            .With("id", id)
            .With("who", who.Name)
            .With("byId", byId)
            .With("at", acceptance.At.ToUniversalTime())
            .WithJson("frozen", acceptance.Frozen)
            .WithJson("used", JsonSerializer.Serialize(used, ExchangeJson.Default.FigureUseDocument))
            .FirstAsync(Read, cancel);
        if (limited is { } model && await ModelStore.PutAsync(transaction, model.Card, model.Seen, who, cancel) is null)
        {
            return null;
        }

        if (unit is not null)
        {
            await UnitStore.PutMeasuredAsync(transaction, unit, unit.Measured.With(used), note, who, cancel);
        }

        await Audit.WriteAsync(transaction, who, "measurement accepted", Subject(id), null, acceptance.Used, cancel);
        await TellAsync(transaction, figure, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Withdraws an accepted measurement: what it gave is used no longer, and what it took the place of is again.</summary>
    /// <returns>As it is kept; null where it is open, or withdrawn already.</returns>
    public async Task<StoredFigure?> WithdrawAsync(Guid id, FigureWithdrawal withdrawal, Actor who, CancellationToken cancel)
    {
        await using NpgsqlConnection connection = await source.OpenConnectionAsync(cancel);
        await using NpgsqlTransaction transaction = await connection.BeginTransactionAsync(cancel);
        StoredFigure? after = await transaction
            .Command(
                $"""
                UPDATE unit_figure SET withdrawn_by = @who, withdrawn_at = @at, withdrawn_why = @why
                WHERE id = @id AND accepted_at IS NOT NULL AND withdrawn_at IS NULL RETURNING {Columns}
                """
            )
            .With("id", id)
            .With("who", withdrawal.By)
            .With("at", withdrawal.At.ToUniversalTime())
            .With("why", withdrawal.Why)
            .FirstAsync(Read, cancel);
        if (after is null)
        {
            return null;
        }

        if (after.UnitTag is { } tag && await UnitStore.HeldAsync(transaction, tag, cancel) is { } unit)
        {
            List<StoredFigure> accepted = await transaction
                .Command($"SELECT {Columns} FROM unit_figure WHERE unit_tag = @tag AND kind = @kind AND accepted_at IS NOT NULL")
                .With("tag", tag)
                .With("kind", Word(after.Document.Kind))
                .ListAsync(Read, cancel);
            MeasuredOnUnit left = unit.Measured.Without(
                id,
                accepted.ToDictionary(f => f.Id, f => (f.Accepted!.Used, f.Withdrawn is not null))
            );
            var note = new UnitNote(
                Guid.NewGuid(),
                "measured",
                $"A measurement was withdrawn: {withdrawal.Why}",
                withdrawal.By,
                withdrawal.At
            );
            await UnitStore.PutMeasuredAsync(transaction, unit, left, note, who, cancel);
        }

        await Audit.WriteAsync(transaction, who, "measurement withdrawn", Subject(id), null, withdrawal, cancel);
        await TellAsync(transaction, after, cancel);
        await transaction.CommitAsync(cancel);
        return after;
    }

    /// <summary>Lets open measurements follow their unit to another tag; what is accepted stays as it was.</summary>
    internal static Task RenameAsync(NpgsqlTransaction transaction, string tag, string newTag, CancellationToken cancel) =>
        transaction
            .Command(
                """
                UPDATE unit_figure SET version = version + 1, document = jsonb_set(
                    CASE WHEN document->>'unit' = @tag THEN jsonb_set(document, '{unit}', to_jsonb(@new::text)) ELSE document END,
                    '{shots}', (
                        SELECT jsonb_agg(CASE WHEN s->>'unit' = @tag THEN jsonb_set(s, '{unit}', to_jsonb(@new::text)) ELSE s END ORDER BY place)
                        FROM jsonb_array_elements(document->'shots') WITH ORDINALITY AS shots (s, place)))
                WHERE accepted_at IS NULL AND (document->>'unit' = @tag OR document->'shots' @> jsonb_build_array(jsonb_build_object('unit', @tag::text)))
                """
            )
            .With("tag", tag)
            .With("new", newTag)
            .RunAsync(cancel);

    // One that is being accepted is waited for.
    private static async Task<StoredFigure?> OpenAsync(NpgsqlTransaction transaction, Guid id, CancellationToken cancel)
    {
        StoredFigure? figure = await transaction
            .Command($"SELECT {Columns} FROM unit_figure WHERE id = @id FOR UPDATE")
            .With("id", id)
            .FirstAsync(Read, cancel);
        return figure?.Accepted is { } accepted
            ? throw new RefusedException(
                ProblemCode.Immutable,
                "/id",
                $"{accepted.By} accepted this measurement: it stays as it is. Begin another one."
            )
            : figure;
    }

    private static async Task TellAsync(NpgsqlTransaction transaction, StoredFigure figure, CancellationToken cancel)
    {
        foreach (string? tag in figure.Document.Shots.Select(s => s.Unit).Append(figure.UnitTag).Distinct())
        {
            if (tag is not null)
            {
                await Live.TellAsync(transaction, tag, figure.Id, cancel);
            }
        }
    }

    private static string Word(FigureKind kind) => kind.ToString().ToLowerInvariant();

    private static string Subject(Guid id) => $"measurement {id}";

    private static RefusedException NoFigure() =>
        new(ProblemCode.NotFound, "/id", "There is no such measurement any more. Look on the page of its unit.");

    private static StoredFigure Read(Row r) =>
        new(
            r.Id("id"),
            JsonSerializer.Deserialize(r.Text("document"), ExchangeJson.Default.UnitFigureDocument)!,
            r.TextOrNull("unit_tag"),
            r.Number("version"),
            r.Text("begun_by"),
            r.Moment("begun_at"),
            r.Text("changed_by"),
            r.Moment("changed_at"),
            r.MomentOrNull("accepted_at") is { } at
                ? new FigureAcceptance(
                    r.Text("accepted_by"),
                    at,
                    r.Text("accepted"),
                    JsonSerializer.Deserialize(r.Text("used"), ExchangeJson.Default.FigureUseDocument)!
                )
                : null,
            r.MomentOrNull("withdrawn_at") is { } withdrawn
                ? new FigureWithdrawal(r.Text("withdrawn_by"), withdrawn, r.Text("withdrawn_why"))
                : null
        );
}
