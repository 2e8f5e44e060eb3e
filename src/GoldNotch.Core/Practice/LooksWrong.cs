using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Checks.Symptoms;

namespace GoldNotch.Core.Practice;

/// <summary>Something looks or sounds wrong, and one harmless thing is the cause.</summary>
public static class LooksWrong
{
    // With fewer to choose from there is nothing to think about.
    private const int LeastCauses = 3;

    /// <summary>A camera with one thing wrong and what is said of it; null where this model can have nothing of the kind.</summary>
    /// <param name="source">What it is made from.</param>
    /// <param name="seed">Its seed.</param>
    public static CameraExercise? Of(PracticeSource source, int seed)
    {
        if (SetToSheet.AtSheet(source) is not { } right)
        {
            return null;
        }

        var chance = new Random(seed);
        List<Symptom> symptoms = [.. SymptomBook.All];
        while (symptoms.Count > 0)
        {
            Symptom symptom = chance.Weighted(symptoms, s =>
                s.Causes.SelectMany(c => c.Settings).Where(right.Scored.Contains).Select(source.WeightOf).DefaultIfEmpty(0).Max()
            );
            symptoms.Remove(symptom);
            if (Drawn(right, symptom, chance) is { } drawn)
            {
                return drawn with { Seed = seed };
            }
        }

        return null;
    }

    private static CameraExercise? Drawn(CameraExercise right, Symptom symptom, Random chance)
    {
        ImmutableArray<Verdict> fine = right.Verdicts(right.After([]).Camera);
        var before = Diagnosis.Of(symptom, right.Model, fine);
        string[] causes = [.. before.Causes.Where(c => c.State is not CauseState.NotHere).Select(c => c.Cause.Key)];
        if (causes.Length < LeastCauses || before.Causes.Any(c => c.State == CauseState.StandsSo))
        {
            return null;
        }

        List<Setting> left = [.. symptom.Causes.SelectMany(c => c.Settings).Where(right.Scored.Contains).Distinct()];
        while (left.Count > 0)
        {
            Setting setting = chance.One(left);
            left.Remove(setting);
            (PracticeCamera camera, _) = right.After([]);
            PracticeMove[] wrong = [.. SetToSheet.Wrong(right, camera, right.Sheet.Lines.First(l => l.Setting == setting))];
            // Of a long dial, one that is far off: a third of a stop looks like nothing.
            foreach (PracticeMove move in wrong.OrderBy(_ => chance.Next()))
            {
                CameraExercise tried = right with
                {
                    Kind = ExerciseKind.LooksWrong,
                    Prepared = [.. right.Prepared, move],
                    Symptom = symptom,
                    Causes = [.. causes],
                };
                string[] stands =
                [
                    .. Diagnosis
                        .Of(symptom, right.Model, tried.Verdicts(tried.After([]).Camera))
                        .Causes.Where(c => c.State == CauseState.StandsSo)
                        .Select(c => c.Cause.Key),
                ];
                if (stands.Length == 1)
                {
                    return tried with { Accepted = [.. stands] };
                }
            }
        }

        return null;
    }
}
