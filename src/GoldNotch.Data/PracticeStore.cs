using System.Text.Json;
using GoldNotch.Core.Practice;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>A try of an exercise as it is kept.</summary>
/// <param name="Id">Id, made by the client.</param>
/// <param name="Person">Whose it is.</param>
/// <param name="Kind">Kind of exercise.</param>
/// <param name="ModelKey">The model.</param>
/// <param name="ModelVersion">The version of its specification.</param>
/// <param name="StandardKey">The standard.</param>
/// <param name="StandardVersion">Its version.</param>
/// <param name="Seed">The seed.</param>
/// <param name="Level">Difficulty, 1 to 3.</param>
/// <param name="Source">What else it was drawn from.</param>
/// <param name="Mark">What the exercise was when it began: SHA-256 in hex.</param>
/// <param name="BegunAt">When.</param>
/// <param name="Work">What was done so far.</param>
/// <param name="Version">Rises with each change.</param>
/// <param name="FinishedAt">When it was finished; null until then.</param>
/// <param name="Result">What came of it; null until then.</param>
public sealed record StoredTry(
    Guid Id,
    Guid Person,
    ExerciseKind Kind,
    string ModelKey,
    int ModelVersion,
    string StandardKey,
    int StandardVersion,
    int Seed,
    int Level,
    PracticeSourceDocument Source,
    string Mark,
    DateTimeOffset BegunAt,
    PracticeWorkDocument Work,
    int Version = 1,
    DateTimeOffset? FinishedAt = null,
    PracticeResultDocument? Result = null
);

/// <summary>A finished try in short.</summary>
public sealed record TryRow(
    Guid Id,
    Guid Person,
    ExerciseKind Kind,
    string ModelKey,
    string StandardKey,
    DateTimeOffset FinishedAt,
    bool Passed,
    double Seconds
);

/// <summary>Tries of exercises. A try is its person's: nobody else's query finds it.</summary>
public sealed class PracticeStore(NpgsqlDataSource source)
{
    private const string Columns =
        "t.id, t.person_id, t.kind, t.model_key, t.model_version, t.standard_key, t.standard_version, t.seed, t.level, t.source, t.mark, t.begun_at, t.work, t.version, t.finished_at, t.result";

    /// <summary>A person's try; null where the person has none of this id.</summary>
    public Task<StoredTry?> GetAsync(Guid person, Guid id, CancellationToken cancel) =>
        source
            .CreateCommand($"SELECT {Columns} FROM practice_try t WHERE (t.id, t.person_id) = (@id, @person)")
            .With("id", id)
            .With("person", person)
            .FirstAsync(Read, cancel);

    /// <summary>Begins a try. The same again is no second one.</summary>
    /// <exception cref="RefusedException">The id is another's.</exception>
    public async Task<StoredTry> BeginAsync(StoredTry begun, CancellationToken cancel)
    {
        await source
            .CreateCommand(
                """
                INSERT INTO practice_try (id, person_id, kind, model_key, model_version, standard_key, standard_version, seed, level, source, mark, begun_at, work)
                VALUES (@id, @person, @kind, @model, @modelVersion, @standard, @standardVersion, @seed, @level, @source, @mark, @at, @work) ON CONFLICT (id) DO NOTHING
                """
            )
            .With("id", begun.Id)
            .With("person", begun.Person)
            .With("kind", PracticeWords.Of(begun.Kind))
            .With("model", begun.ModelKey)
            .With("modelVersion", begun.ModelVersion)
            .With("standard", begun.StandardKey)
            .With("standardVersion", begun.StandardVersion)
            .With("seed", begun.Seed)
            .With("level", begun.Level)
            .WithJson("source", JsonSerializer.Serialize(begun.Source, ExchangeJson.Default.PracticeSourceDocument))
            .With("mark", begun.Mark)
            .With("at", begun.BegunAt.ToUniversalTime())
            .WithJson("work", Json(begun.Work))
            .RunAsync(cancel);
        return await GetAsync(begun.Person, begun.Id, cancel)
            ?? throw new RefusedException(ProblemCode.IdTaken, "/id", "This id is another's. Begin the exercise again.");
    }

    /// <summary>Keeps what was done so far; null where somebody, on another device, went on meanwhile, or it is finished.</summary>
    public Task<StoredTry?> KeepAsync(Guid person, Guid id, PracticeWorkDocument work, int seen, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"""
                UPDATE practice_try t SET work = @work, version = t.version + 1
                WHERE (t.id, t.person_id, t.version) = (@id, @person, @seen) AND t.finished_at IS NULL RETURNING {Columns}
                """
            )
            .With("id", id)
            .With("person", person)
            .With("seen", seen)
            .WithJson("work", Json(work))
            .FirstAsync(Read, cancel);

    /// <summary>Finishes a try; null where it is finished already.</summary>
    public Task<StoredTry?> FinishAsync(
        Guid person,
        Guid id,
        PracticeWorkDocument work,
        PracticeResultDocument result,
        DateTimeOffset at,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                $"""
                UPDATE practice_try t SET work = @work, version = t.version + 1, finished_at = @at, passed = @passed, result = @result
                WHERE (t.id, t.person_id) = (@id, @person) AND t.finished_at IS NULL RETURNING {Columns}
                """
            )
            .With("id", id)
            .With("person", person)
            .With("at", at.ToUniversalTime())
            .With("passed", result.Passed)
            .WithJson("work", Json(work))
            .WithJson("result", JsonSerializer.Serialize(result, ExchangeJson.Default.PracticeResultDocument))
            .FirstAsync(Read, cancel);

    /// <summary>Throws an unfinished try away.</summary>
    /// <returns>False where the person has no such unfinished try.</returns>
    public async Task<bool> DropAsync(Guid person, Guid id, CancellationToken cancel) =>
        await source
            .CreateCommand("DELETE FROM practice_try WHERE (id, person_id) = (@id, @person) AND finished_at IS NULL")
            .With("id", id)
            .With("person", person)
            .RunAsync(cancel) > 0;

    /// <summary>A person's finished tries, in their order.</summary>
    public Task<List<TryRow>> FinishedAsync(Guid person, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT id, person_id, kind, model_key, standard_key, finished_at, passed, (work ->> 'seconds')::float8 AS seconds FROM practice_try
                WHERE person_id = @person AND finished_at IS NOT NULL ORDER BY finished_at, id
                """
            )
            .With("person", person)
            .ListAsync(ReadRow, cancel);

    /// <summary>A person's tries that are begun and not finished, the newest first.</summary>
    public Task<List<StoredTry>> OpenAsync(Guid person, CancellationToken cancel) =>
        source
            .CreateCommand(
                $"SELECT {Columns} FROM practice_try t WHERE t.person_id = @person AND t.finished_at IS NULL ORDER BY t.begun_at DESC LIMIT 20"
            )
            .With("person", person)
            .ListAsync(Read, cancel);

    /// <summary>Everybody's finished tries since a moment, in their order: for what the department sees, which names nobody.</summary>
    public Task<List<TryRow>> SinceAsync(DateTimeOffset since, CancellationToken cancel) =>
        source
            .CreateCommand(
                """
                SELECT id, person_id, kind, model_key, standard_key, finished_at, passed, (work ->> 'seconds')::float8 AS seconds FROM practice_try
                WHERE finished_at >= @since ORDER BY finished_at, id LIMIT 100000
                """
            )
            .With("since", since.ToUniversalTime())
            .ListAsync(ReadRow, cancel);

    /// <summary>How often the control of a setting was looked for since a moment, and not found.</summary>
    public Task<List<(string ModelKey, string Setting, int Missed, int Asked)>> LookedForAsync(
        DateTimeOffset since,
        CancellationToken cancel
    ) =>
        source
            .CreateCommand(
                """
                SELECT t.model_key, p ->> 'setting' AS setting, count(*) FILTER (WHERE NOT (p ->> 'right')::boolean)::int AS missed, count(*)::int AS asked
                FROM practice_try t, jsonb_array_elements(t.result -> 'points') p
                WHERE t.kind = 'find-control' AND t.finished_at >= @since AND p ->> 'setting' IS NOT NULL GROUP BY 1, 2
                """
            )
            .With("since", since.ToUniversalTime())
            .ListAsync(r => (r.Text("model_key"), r.Text("setting"), r.Number("missed"), r.Number("asked")), cancel);

    private static string Json(PracticeWorkDocument work) => JsonSerializer.Serialize(work, ExchangeJson.Default.PracticeWorkDocument);

    private static TryRow ReadRow(Row r) =>
        new(
            r.Id("id"),
            r.Id("person_id"),
            PracticeWords.ToKind(r.Text("kind")),
            r.Text("model_key"),
            r.Text("standard_key"),
            r.Moment("finished_at"),
            r.Flag("passed"),
            r.RealOrNull("seconds") ?? 0
        );

    private static StoredTry Read(Row r) =>
        new(
            r.Id("id"),
            r.Id("person_id"),
            PracticeWords.ToKind(r.Text("kind")),
            r.Text("model_key"),
            r.Number("model_version"),
            r.Text("standard_key"),
            r.Number("standard_version"),
            r.Number("seed"),
            r.Number("level"),
            JsonSerializer.Deserialize(r.Text("source"), ExchangeJson.Default.PracticeSourceDocument)
                ?? throw new InvalidOperationException("A stored exercise has no source."),
            r.Text("mark"),
            r.Moment("begun_at"),
            JsonSerializer.Deserialize(r.Text("work"), ExchangeJson.Default.PracticeWorkDocument) ?? new PracticeWorkDocument(),
            r.Number("version"),
            r.MomentOrNull("finished_at"),
            r.TextOrNull("result") is { } result ? JsonSerializer.Deserialize(result, ExchangeJson.Default.PracticeResultDocument) : null
        );
}
