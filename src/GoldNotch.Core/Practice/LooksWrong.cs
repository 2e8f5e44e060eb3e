using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Checks.Symptoms;
using GoldNotch.Core.Settings;
using GoldNotch.Core.StandIns;

namespace GoldNotch.Core.Practice;

/// <summary>Something looks or sounds wrong, and one harmless thing is the cause.</summary>
public static class LooksWrong
{
    // With fewer to choose from there is nothing to think about.
    private const int LeastCauses = 3;

    // So many in a hundred have a cause that no display tells, where the symptom has one.
    private const int ByHandPercent = 35;

    // No check counts buttons and plugs: they weigh as much as a setting that is found wrong one time in six.
    private const double ByHandWeight = 1.0 / 6;
    private const string BlackScreen = "black-screen";

    // Causes that no setting tells, and what is plugged in then; the others show in a screen that stays black, or in what was said alone.
    private static readonly (string Symptom, string Cause, Func<SoundScene, SoundScene>? Sound)[] ByHand =
    [
        (BlackScreen, "finder-button", null),
        (BlackScreen, "display-button", null),
        (BlackScreen, "key-lock", null),
        (BlackScreen, "live-view", null),
        (BlackScreen, "power-lever", null),
        ("silent-cabled", "cable", heard => heard with { Input1 = Plugged.None }),
        ("silent-wireless", "cable", heard => heard with { Input2 = Plugged.None }),
        ("wrong-speed", "playback", null),
    ];

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
                s.Causes.SelectMany(c => c.Settings)
                    .Where(right.Scored.Contains)
                    .Select(source.WeightOf)
                    .Append(ByHand.Any(h => h.Symptom == s.Key) ? ByHandWeight : 0)
                    .Max()
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

        bool byHandFirst = chance.Next(100) < ByHandPercent;
        return byHandFirst
            ? OfTheHand(right, symptom, causes, chance) ?? OfASetting(right, symptom, causes, chance)
            : OfASetting(right, symptom, causes, chance) ?? OfTheHand(right, symptom, causes, chance);
    }

    // The camera stands right: a button, a lever or a plug is it.
    private static CameraExercise? OfTheHand(CameraExercise right, Symptom symptom, string[] causes, Random chance)
    {
        (string Symptom, string Cause, Func<SoundScene, SoundScene>? Sound)[] here =
        [
            .. ByHand.Where(h =>
                h.Symptom == symptom.Key && causes.Contains(h.Cause) && (h.Sound is null || IsMissed(right, h.Sound(right.Heard)))
            ),
        ];
        if (here.Length == 0)
        {
            return null;
        }

        (_, string cause, Func<SoundScene, SoundScene>? sound) = chance.One(here);
        return right with
        {
            Kind = ExerciseKind.LooksWrong,
            Symptom = symptom,
            Causes = [.. causes],
            Accepted = [cause],
            IsDark = symptom.Key == BlackScreen,
            Sound = sound?.Invoke(right.Heard),
        };
    }

    // Whether a channel that is heard when all is well falls silent with this.
    private static bool IsMissed(CameraExercise right, SoundScene sound)
    {
        if (right.Model.NotFitted.Contains(Setting.Input1))
        {
            return false;
        }

        (PracticeCamera well, PracticeCamera off) = (right.After([]).Camera, right.After([]).Camera);
        off.Body.Sound = sound;
        return new[] { Setting.Channel1, Setting.Channel2 }.Any(c =>
            StandInHearing.Channel(well.Body, c).VoiceDbfs is not null && StandInHearing.Channel(off.Body, c).VoiceDbfs is null
        );
    }

    private static CameraExercise? OfASetting(CameraExercise right, Symptom symptom, string[] causes, Random chance)
    {
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
                    IsDark = symptom.Key == BlackScreen,
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

    /// <summary>Whether the camera itself tells of a cause, so that nobody has to guess: a setting that counts stands behind it.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="cause">Key of the cause.</param>
    public static bool IsReadOff(CameraExercise exercise, string cause) =>
        exercise.Symptom?.Causes.FirstOrDefault(c => c.Key == cause)?.Settings.Any(exercise.Scored.Contains) == true;

    /// <summary>The shortest careful way: what the camera tells is read off it; of the rest one thing after another is looked at, the most harmless first.</summary>
    /// <param name="exercise">The exercise.</param>
    public static ImmutableArray<string> Way(CameraExercise exercise) =>
        IsReadOff(exercise, exercise.Accepted[0])
            ? exercise.Accepted
            : [.. exercise.Causes.Take(exercise.Causes.IndexOf(exercise.Accepted[0]) + 1).Where(c => !IsReadOff(exercise, c))];
}
