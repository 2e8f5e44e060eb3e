using System.Text.Json;
using GoldNotch.Core.Practice;
using GoldNotch.Exchange;
using Npgsql;

namespace GoldNotch.Data;

/// <summary>Tries and check-offs of a file. What is there already stays: a result and a signature are never written over.</summary>
public sealed partial class ExchangeImporter
{
    private static async Task<bool> PutTryAsync(NpgsqlTransaction transaction, PracticeTryDocument of, string at, CancellationToken cancel)
    {
        ExerciseKind kind = PracticeWords.ToKind(of.Kind, $"{at}/kind");
        Guid person = await PersonAsync(transaction, of.Person, $"{at}/person", cancel);
        int model = await VersionAsync(transaction, of.Model, $"{at}/model", cancel);
        int standard = await transaction
            .Command("SELECT max(version) FROM standard_version WHERE key = @key HAVING max(version) IS NOT NULL")
            .With("key", of.Standard)
            .NumberAsync(cancel)
            ?? throw new RefusedException(
                ProblemCode.StandardMissing,
                $"{at}/standard",
                $"There is no standard {of.Standard}. Import it first."
            );
        if (!double.IsFinite(of.Seconds) || of.Seconds is < 0 or > 86_400)
        {
            throw new RefusedException(ProblemCode.BadValue, $"{at}/seconds", "An exercise takes 0 to 86400 seconds.");
        }

        var result = new PracticeResultDocument(of.Passed, [], [], []);
        return await transaction
                .Command(
                    """
                    INSERT INTO practice_try (id, person_id, kind, model_key, model_version, standard_key, standard_version, seed, level, source, mark, begun_at, work,
                        finished_at, passed, result)
                    VALUES (@id, @person, @kind, @model, @modelVersion, @standard, @standardVersion, 0, 1, @source, repeat('0', 64), @at, @work, @at, @passed, @result)
                    ON CONFLICT (id) DO NOTHING
                    """
                )
                .With("id", of.Id)
                .With("person", person)
                .With("kind", PracticeWords.Of(kind))
                .With("model", of.Model)
                .With("modelVersion", model)
                .With("standard", of.Standard)
                .With("standardVersion", standard)
                .WithJson(
                    "source",
                    JsonSerializer.Serialize(new PracticeSourceDocument([], []), ExchangeJson.Default.PracticeSourceDocument)
                )
                .With("at", of.At.ToUniversalTime())
                .WithJson(
                    "work",
                    JsonSerializer.Serialize(new PracticeWorkDocument(Seconds: of.Seconds), ExchangeJson.Default.PracticeWorkDocument)
                )
                .With("passed", of.Passed)
                .WithJson("result", JsonSerializer.Serialize(result, ExchangeJson.Default.PracticeResultDocument))
                .RunAsync(cancel) > 0;
    }

    private static async Task<bool> PutCheckOffAsync(
        NpgsqlTransaction transaction,
        CheckOffDocument of,
        string at,
        Actor who,
        CancellationToken cancel
    )
    {
        Guid person = await PersonAsync(transaction, of.Person, $"{at}/person", cancel);
        await VersionAsync(transaction, of.Model, $"{at}/model", cancel);
        Guid? examiner = of.SignedAt is null ? null : await PersonStore.IdOfNameAsync(transaction, of.SignedBy, cancel);
        if (of.SignedAt is not null && (of.SignedBy.Length == 0 || examiner == person))
        {
            throw new RefusedException(ProblemCode.NotPossible, $"{at}/signedBy", "A check-off is signed by another than the trainee.");
        }

        DateOnly? on = of.SignedAt is { } signed ? DateOnly.FromDateTime(signed.UtcDateTime) : null;
        DateOnly? until = on is { } day ? RefusedException.At($"{at}/months", () => CheckOff.ValidUntil(day, of.Months)) : null;
        int added = await transaction
            .Command(
                """
                INSERT INTO check_off (id, person_id, model_key, items, ticked, begun_by, begun_at, signed_by, signed_by_id, signed_at, signed_on, valid_until)
                VALUES (@id, @person, @model, @items, @ticked, @begunBy, @begunAt, @signedBy, @examiner, @signedAt, @on, @until)
                ON CONFLICT DO NOTHING
                """
            )
            .With("id", of.Id)
            .With("person", person)
            .With("model", of.Model)
            .WithJson("items", JsonSerializer.Serialize([.. of.Items], ExchangeJson.Default.HandsOnItemDocumentArray))
            .With("ticked", (of.Ticked ?? []).ToArray())
            .With("begunBy", ShootReader.Line(of.BegunBy, 80, $"{at}/begunBy"))
            .With("begunAt", of.BegunAt.ToUniversalTime())
            .With("signedBy", of.SignedAt is null ? null : ShootReader.Line(of.SignedBy, 80, $"{at}/signedBy"))
            .With("examiner", examiner)
            .With("signedAt", of.SignedAt?.ToUniversalTime())
            .With("on", on)
            .With("until", until)
            .RunAsync(cancel);
        if (added == 0)
        {
            return false;
        }

        await Audit.WriteAsync(transaction, who, "check-off imported", of.Id.ToString(), null, of, cancel);
        return true;
    }

    private static async Task<Guid> PersonAsync(NpgsqlTransaction transaction, string login, string at, CancellationToken cancel) =>
        await transaction.Command("SELECT id FROM person WHERE login = @login").With("login", login).ListAsync(r => r.Only<Guid>(), cancel)
            is [var id, ..]
            ? id
            : throw new RefusedException(ProblemCode.NotFound, at, $"There is nobody with the sign-in name {login}. Add the person first.");

    private static async Task<int> VersionAsync(NpgsqlTransaction transaction, string model, string at, CancellationToken cancel) =>
        await transaction
            .Command("SELECT max(version) FROM camera_model WHERE key = @key HAVING max(version) IS NOT NULL")
            .With("key", model)
            .NumberAsync(cancel)
        ?? throw new RefusedException(ProblemCode.ModelMissing, at, $"There is no model {model}. Import it first, or in the same file.");
}
