using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.Practice;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;

namespace GoldNotch.SimulatedCameras;

/// <summary>What a trial of exercises came to.</summary>
/// <param name="Made">Exercises made, by kind.</param>
/// <param name="NotMade">Draws for which the specification states too little, by kind.</param>
/// <param name="MostSteps">Most steps that a careful person took, by kind.</param>
/// <param name="Faults">What was not as it has to be; empty where all is well.</param>
public sealed record PracticeTrialResult(
    IReadOnlyDictionary<ExerciseKind, int> Made,
    IReadOnlyDictionary<ExerciseKind, int> NotMade,
    IReadOnlyDictionary<ExerciseKind, int> MostSteps,
    ImmutableArray<string> Faults
);

/// <summary>Makes exercises by the thousand and does them as a careful person would: each can be done with its model's controls, and its judge accepts what is right and nothing else.</summary>
public static class PracticeTrial
{
    /// <summary>Steps in which a careful person is through with any exercise.</summary>
    public const int MostSteps = 60;

    /// <summary>Makes and does exercises.</summary>
    /// <param name="models">The models.</param>
    /// <param name="standards">The standards.</param>
    /// <param name="count">How many draws.</param>
    /// <param name="seed">The first seed.</param>
    public static PracticeTrialResult Run(IReadOnlyList<CameraModel> models, IReadOnlyList<Standard> standards, int count, int seed)
    {
        ExerciseKind[] kinds = Enum.GetValues<ExerciseKind>();
        Dictionary<(string, string), PracticeSource> sources = [];
        Dictionary<ExerciseKind, int> made = kinds.ToDictionary(k => k, _ => 0);
        Dictionary<ExerciseKind, int> not = kinds.ToDictionary(k => k, _ => 0);
        Dictionary<ExerciseKind, int> steps = kinds.ToDictionary(k => k, _ => 0);
        var faults = ImmutableArray.CreateBuilder<string>();
        for (int i = 0; i < count; i++)
        {
            var chance = new Random(unchecked((seed * 7919) + i));
            CameraModel model = models[chance.Next(models.Count)];
            Standard standard = standards[chance.Next(standards.Count)];
            ExerciseKind kind = kinds[i % kinds.Length];
            if (!sources.TryGetValue((model.Key, standard.Key), out PracticeSource? source))
            {
                sources[(model.Key, standard.Key)] = source = new PracticeSource(model, SheetCompiler.Compile(standard, model))
                {
                    Drift = standard
                        .Notches.DistinctBy(n => n.Setting)
                        .ToDictionary(n => n.Setting, n => new Frequency((int)n.Setting % 7, 20)),
                };
            }

            PracticeSource at = source with { Level = 1 + (i % 3) };
            if (Exercise.Of(kind, at, seed + i) is not { } exercise)
            {
                not[kind]++;
                continue;
            }

            made[kind]++;
            int took = 0;
            foreach (string fault in Faults(exercise, Exercise.Of(kind, at, seed + i)!, s => took = s))
            {
                faults.Add($"{kind} {model.Key} {standard.Key} {seed + i}: {fault}");
            }

            steps[kind] = Math.Max(steps[kind], took);
        }

        return new PracticeTrialResult(made, not, steps, faults.ToImmutable());
    }

    private static IEnumerable<string> Faults(Exercise exercise, Exercise again, Action<int> steps)
    {
        PracticeWork right = Careful(exercise);
        int took = right.Answers.Length + right.Moves.Length + right.Named.Length;
        steps(took);
        PracticeResult result = ExerciseJudge.Of(exercise, right);
        if (took > MostSteps)
        {
            yield return $"takes {took} steps";
        }

        if (!result.Passed || result.TryAgain is not null)
        {
            yield return $"what is right is not accepted: {string.Join(" ", result.Points.Where(p => !p.IsRight).Select(p => JudgementText.Of(p.What)))}";
        }

        if (ExerciseJudge.Of(exercise, new PracticeWork([], [], 0)).Passed)
        {
            yield return "doing nothing is accepted";
        }

        if (Told(exercise) != Told(again) || ExerciseJudge.Of(again, right).Passed != result.Passed)
        {
            yield return "the same seed gives another exercise";
        }

        foreach (Setting setting in Needed(exercise, right))
        {
            if (exercise.Model.PlaceOf(setting) is null)
            {
                yield return $"needs {setting}, which the specification does not place";
            }
        }

        if (exercise is QuestionExercise questions)
        {
            foreach (
                Question question in questions.Questions.Where(q =>
                    q.Answer is Asked.Choice { Options: var o } && o.Distinct().Count() != o.Length
                )
            )
            {
                yield return $"an option is there twice: {JudgementText.Of(question.Asks)}";
            }
        }
    }

    /// <summary>What a careful person does.</summary>
    /// <param name="exercise">The exercise.</param>
    public static PracticeWork Careful(Exercise exercise) =>
        exercise switch
        {
            QuestionExercise q => new PracticeWork([.. q.Questions.Select(a => Right(a.Answer))], [], 0),
            CameraExercise { Kind: ExerciseKind.LooksWrong } wrong => new PracticeWork([], [], 0) { Named = LooksWrong.Way(wrong) },
            CameraExercise { Kind: ExerciseKind.TwoCameras } pair => new PracticeWork([], TwoCameras.Solution(pair), 0)
            {
                Measured = [0, 2],
            },
            CameraExercise camera => new PracticeWork([], SetToSheet.Solution(camera), 0),
            _ => throw new InvalidOperationException(),
        };

    private static PracticeAnswer Right(Asked asked) =>
        asked switch
        {
            Asked.Place place => new PracticeAnswer(place.Accepted[0]),
            Asked.Choice choice => new PracticeAnswer(Choice: choice.Accepted[0]),
            Asked.Number number => new PracticeAnswer(Choice: number.Direction, Amount: Math.Round(number.Amount * 3) / 3),
            _ => new PracticeAnswer(),
        };

    private static IEnumerable<Setting> Needed(Exercise exercise, PracticeWork work) =>
        work
            .Moves.Select(m => m.Setting)
            .Concat(exercise is QuestionExercise q ? q.Questions.Select(a => a.Answer).OfType<Asked.Place>().Select(p => p.Setting) : [])
            .Distinct();

    private static string Told(Exercise exercise) =>
        exercise switch
        {
            QuestionExercise q => string.Join("|", q.Questions.Select(a => JudgementText.Of(a.Asks) + JudgementText.Of(a.Because))),
            CameraExercise c => string.Join("|", c.Prepared)
                + string.Join("|", c.Scored)
                + c.Symptom?.Key
                + c.IsDark
                + c.Sound
                + string.Join("|", c.Accepted),
            _ => "",
        };
}
