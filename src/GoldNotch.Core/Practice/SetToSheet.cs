using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Checks;
using GoldNotch.Core.Settings;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.StandIns;

namespace GoldNotch.Core.Practice;

/// <summary>A camera that somebody had before: it is set to its sheet, with the faults that happen here.</summary>
public static class SetToSheet
{
    private const int LeastFaults = 2;
    private const int FaultsPerLevel = 2;

    // A draw that cannot be undone with this model's controls is thrown away.
    private const int Draws = 24;
    private const int Rounds = 3;

    /// <summary>A camera with two to six faults; null where this model or its specification allows none.</summary>
    /// <param name="source">What it is made from.</param>
    /// <param name="seed">Its seed.</param>
    public static CameraExercise? Of(PracticeSource source, int seed)
    {
        if (AtSheet(source) is not { } right)
        {
            return null;
        }

        var chance = new Random(seed);
        for (int draw = 0; draw < Draws; draw++)
        {
            int faults = LeastFaults + chance.Next(FaultsPerLevel * Math.Clamp(source.Level, 1, 3) - 1);
            CameraExercise drawn = right with
            {
                Kind = ExerciseKind.SetToSheet,
                Seed = seed,
                Prepared = Scrambled(right, source, faults, chance),
            };
            (PracticeCamera camera, _) = drawn.After([]);
            int wrong = drawn.Verdicts(camera).Count(v => v.NeedsCorrection);
            if (wrong >= LeastFaults && IsSolved(drawn, Solution(drawn)))
            {
                return drawn;
            }
        }

        return null;
    }

    /// <summary>The model set to its sheet in the light that the sheet is right for, with what of it can be set and is placed; null where that is nothing.</summary>
    /// <param name="source">What it is made from.</param>
    public static CameraExercise? AtSheet(PracticeSource source)
    {
        SheetLine[] lines =
        [
            .. source.Sheet.Lines.Where(l => l.Target is not null && !l.NothingToDo && PracticeBody.IsWorkable(l.Setting, source.Model)),
        ];
        var camera = PracticeCamera.Begin(source.Model, Scene.LectureRoom);
        PracticeMove[] moves = [.. lines.Select(l => PracticeCamera.MoveTo(l.Setting, l.Target!))];
        camera.Work(moves);
        // As bright as it has to be for these settings.
        double lux = Scene.LectureRoom.Lux * double.Exp2(-Math.Clamp(StandInLight.FromMeter(camera.Body).Value, -8, 8));
        Scene scene = Scene.LectureRoom with { Lux = lux, LightK = LightOf(source.Sheet) };
        camera = PracticeCamera.Begin(source.Model, scene);
        // What one setting moves with it is set again.
        ImmutableArray<PracticeMove> prepared = [.. moves, .. moves];
        camera.Work(prepared);
        var exercise = new CameraExercise(
            ExerciseKind.SetToSheet,
            0,
            source.Model,
            scene,
            source.Sheet,
            prepared,
            [.. lines.Select(l => l.Setting)]
        );
        ImmutableArray<Setting> stands =
        [
            .. exercise
                .Verdicts(camera)
                .Where(v => v.Kind is VerdictKind.OnTarget or VerdictKind.WithinTolerance && v.Reading is not Reading.Unread)
                .Select(v => v.Line.Setting),
        ];
        return stands.IsEmpty ? null : exercise with { Scored = stands, Heard = PluggedFor(camera.Body) };
    }

    // What whoever wrote the sheet plugs in: a line where the input stands at line, and a microphone that wants 48 V only where it gets them.
    private static SoundScene PluggedFor(StandIn camera)
    {
        bool Is(Setting setting, string word) => camera.Value<SettingValue.Choice>(setting)?.Word == word;
        return SoundScene.Interview with
        {
            Input1 =
                Is(Setting.Input1, "line") ? Plugged.Line
                : Is(Setting.Phantom1, "on") ? Plugged.Condenser
                : Plugged.Dynamic,
            Input2 = Is(Setting.Input2, "line") ? Plugged.Line : Plugged.Wireless,
        };
    }

    /// <summary>What a careful person does: the sheet from top to bottom, and again where something moved with it.</summary>
    public static ImmutableArray<PracticeMove> Solution(CameraExercise exercise)
    {
        (PracticeCamera camera, _) = exercise.After([]);
        var done = ImmutableArray.CreateBuilder<PracticeMove>();
        for (int round = 0; round < Rounds; round++)
        {
            Verdict[] wrong = [.. exercise.Verdicts(camera).Where(v => v.NeedsCorrection)];
            foreach (Verdict verdict in wrong)
            {
                PracticeMove move = PracticeCamera.MoveTo(verdict.Line.Setting, verdict.Line.Target!);
                camera.Work([move]);
                done.Add(move);
            }
        }

        return done.ToImmutable();
    }

    /// <summary>Whether nothing that counts is off after some moves.</summary>
    public static bool IsSolved(CameraExercise exercise, IEnumerable<PracticeMove> moves) =>
        !exercise.Verdicts(exercise.After(moves).Camera).Any(v => v.NeedsCorrection);

    // Full auto hides every other fault, so it comes last.
    private static ImmutableArray<PracticeMove> Scrambled(CameraExercise right, PracticeSource source, int faults, Random chance)
    {
        List<PracticeMove> prepared = [.. right.Prepared];
        (PracticeCamera camera, _) = right.After([]);
        List<Setting> left = [.. right.Scored];
        PracticeMove? last = null;
        int drawn = 0;
        while (drawn < faults && left.Count > 0)
        {
            Setting setting = chance.Weighted(left, source.WeightOf);
            left.Remove(setting);
            if (Fault(right, camera, setting, chance) is not { } fault)
            {
                continue;
            }

            drawn++;
            if (setting == Setting.FullAuto)
            {
                last = fault;
            }
            else
            {
                camera.Work([fault]);
                prepared.Add(fault);
            }
        }

        return last is null ? [.. prepared] : [.. prepared, last];
    }

    /// <summary>A position in which a setting counts as wrong; null where it has none.</summary>
    internal static PracticeMove? Fault(CameraExercise right, PracticeCamera camera, Setting setting, Random chance)
    {
        SheetLine line = right.Sheet.Lines.First(l => l.Setting == setting);
        List<PracticeMove> wrong = [.. Wrong(right, camera, line)];
        // Half of what people leave behind is an automatic.
        PracticeMove? automatic = wrong.FirstOrDefault(m => m.To == PracticeMove.Automatic);
        return wrong.Count == 0 ? null
            : automatic is not null && chance.Next(2) == 0 ? automatic
            : chance.One(wrong);
    }

    /// <summary>Every position of a setting that counts as wrong, by trying it.</summary>
    internal static IEnumerable<PracticeMove> Wrong(CameraExercise right, PracticeCamera camera, SheetLine line)
    {
        Setting setting = line.Setting;
        IEnumerable<PracticeMove> places = Dial.Of(setting, camera.Body.Control)
            .Detents.Select(d => d.Value)
            .Where(v => v is not SettingValue.WhiteMemory)
            .Select(v => PracticeCamera.MoveTo(setting, v));
        PracticeMove[] moves = right.Model.HasAutomatic(setting)
            ? [.. places, new PracticeMove(setting, PracticeMove.Automatic)]
            : [.. places];
        foreach (PracticeMove move in moves.Distinct())
        {
            PracticeCamera tried = camera.Copy();
            if (
                tried.Work([move])[0].Refusal is null
                && CheckEvaluator.Evaluate(right.Sheet, tried.Readings([line])).Any(v => v.Line.Setting == setting && v.NeedsCorrection)
            )
            {
                yield return move;
            }
        }
    }

    // The light that the standard is for.
    private static double LightOf(Sheet sheet) => sheet.Standard.Light.Temperature.Value;
}
