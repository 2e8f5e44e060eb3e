using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Shoots;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.Extensions.Caching.Memory;

namespace GoldNotch.Web.Features.Practice;

/// <summary>An exercise that is asked for.</summary>
/// <param name="Kind">Its kind.</param>
/// <param name="Model">The model.</param>
/// <param name="Standard">The standard; empty: that of the person's next shoot with the model, else any approved.</param>
/// <param name="Seed">The seed; left out: one is drawn from the id.</param>
public sealed record ExerciseRequest(string Kind, string Model, string Standard = "", int? Seed = null);

/// <summary>Makes exercises from the department's data, and makes them again for a try that goes on.</summary>
internal sealed class PracticeDesk(
    PracticeStore store,
    ModelStore models,
    StandardStore standards,
    DriftStore drift,
    KitStore kits,
    IMemoryCache exercises,
    WallClock wall,
    TimeProvider clock
)
{
    /// <summary>How far back what was found wrong counts.</summary>
    internal const int MonthsOfDrift = 6;
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(20);

    /// <summary>Begins a try.</summary>
    /// <exception cref="RefusedException">There is no such model, standard or kind; or the specification states too little for it.</exception>
    internal async Task<StoredTry> BeginAsync(Guid id, ExerciseRequest request, Author author, CancellationToken cancel)
    {
        if (await store.GetAsync(author.Id, id, cancel) is { } there)
        {
            return there;
        }

        ExerciseKind kind = PracticeWords.ToKind(request.Kind);
        StoredModel model = await models.GetAsync(request.Model, cancel)
            ?? throw new RefusedException(ProblemCode.ModelMissing, "/model", "There is no such model. Choose one of the list.");
        StoredStandard standard = (
            request.Standard.Length > 0
                ? await standards.InStateAsync(request.Standard, StandardState.Approved, cancel)
                : (await standards.ApprovedAsync(cancel)).FirstOrDefault()
        )
            ?? throw new RefusedException(
                ProblemCode.StandardMissing,
                "/standard",
                "There is no such approved standard. Choose one of the list, or have one approved."
            );
        DateOnly since = (await wall.TodayAsync(cancel)).AddMonths(-MonthsOfDrift);
        List<DriftCount> counts = await drift.ByModelAsync(model.Document.Key, since, cancel);
        StoredKit? kit = (await kits.OfModelAsync(model.Document.Key, cancel)).FirstOrDefault();
        bool[] before =
        [
            .. (await store.FinishedAsync(author.Id, cancel))
                .Where(t => t.Kind == kind && t.ModelKey == model.Document.Key)
                .Select(t => t.Passed),
        ];
        var begun = new StoredTry(
            id,
            author.Id,
            kind,
            model.Document.Key,
            model.Document.Version,
            standard.Head.Key,
            standard.Head.Version,
            request.Seed ?? BitConverter.ToInt32(id.ToByteArray(), 0),
            PracticeProposals.LevelOf(before),
            new PracticeSourceDocument(
                [
                    .. counts
                        .Where(c => c.Wrong.Times > 0)
                        .Select(c => new PracticeDriftDocument(SettingDefinition.Of(c.Setting).Key, c.Wrong.Times, c.Wrong.Of)),
                ],
                kit?.Document.Pieces ?? []
            ),
            "",
            clock.GetUtcNow(),
            new PracticeWorkDocument()
        );
        Exercise exercise = await MadeAsync(begun, cancel)
            ?? throw new RefusedException(
                ProblemCode.NotPossible,
                "/model",
                $"The specification of {model.Document.Name} states too little for this exercise with this standard. Choose another, or add where its controls are."
            );
        return await store.BeginAsync(begun with { Mark = MarkOf(exercise) }, cancel);
    }

    /// <summary>The exercise of a try.</summary>
    /// <exception cref="RefusedException">It is another than it was, because the application was updated meanwhile.</exception>
    internal async Task<Exercise> OfAsync(StoredTry of, CancellationToken cancel)
    {
        if (exercises.TryGetValue(("exercise", of.Id), out Exercise? kept) && kept is not null)
        {
            return kept;
        }

        if (await MadeAsync(of, cancel) is not { } made || (of.Result is null && MarkOf(made) != of.Mark))
        {
            throw new RefusedException(
                ProblemCode.Immutable,
                "/id",
                "The application was updated since this exercise began, and would judge it otherwise. It does not count; begin another."
            );
        }

        return exercises.Set(("exercise", of.Id), made, new MemoryCacheEntryOptions { SlidingExpiration = Kept, Size = 1 });
    }

    private async Task<Exercise?> MadeAsync(StoredTry of, CancellationToken cancel)
    {
        StoredModel? model = await models.GetAsync(of.ModelKey, of.ModelVersion, cancel);
        StoredStandard? standard = await standards.GetAsync(of.StandardKey, of.StandardVersion, cancel);
        if (model is null || standard is null)
        {
            return null;
        }

        CameraModel camera = ModelReader.ToModel(model.Document);
        var source = new PracticeSource(camera, SheetCompiler.Compile(StandardReader.ToStandard(standard.Document), camera))
        {
            Drift = of.Source.ToDrift(),
            Kit = of.Source.Kit.Count == 0 ? [] : ShootReader.ToKit(new KitDocument("practice", of.Source.Kit)).Pieces,
            Level = of.Level,
        };
        return Exercise.Of(of.Kind, source, of.Seed);
    }

    // What a person would see of it and be judged by.
    private static string MarkOf(Exercise exercise)
    {
        string text = exercise switch
        {
            QuestionExercise q => string.Join("\n", q.Questions.Select(a => $"{JudgementText.Of(a.Asks)}\n{JudgementText.Of(a.Because)}")),
            CameraExercise c => string.Join(
                "\n",
                c.Prepared.Concat(c.Reference ?? [])
                    .Select(m => $"{m.Setting} {m.To}")
                    .Concat(c.Scored.Select(s => s.ToString()))
                    .Concat(c.Accepted)
                    .Append(c.Symptom?.Key ?? "")
                    .Append(c.IsDark ? "dark" : "")
                    .Append(c.Sound?.ToString() ?? "")
            ),
            _ => "",
        };
        return Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
    }
}
