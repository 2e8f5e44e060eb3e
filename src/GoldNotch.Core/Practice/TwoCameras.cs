using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Frames;
using GoldNotch.Core.Settings;
using GoldNotch.Core.StandIns;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Practice;

/// <summary>B is brought to A: exposure first, then white, measured twice at most.</summary>
public static class TwoCameras
{
    /// <summary>How often may be measured.</summary>
    public const int Rounds = 2;

    private const int Draws = 24;

    // Less is not seen at once, more is not what a colleague leaves.
    private const double LeastStops = 0.5;
    private const double MostStops = 2;
    private const double LeastMired = 20;

    // What is moved to match: nothing that changes motion, depth or noise without need.
    private static readonly Setting[] Moved = [Setting.Iris, Setting.WhiteBalance];

    /// <summary>Two cameras of the model, B with another iris and white; null where this model cannot be brought to another by them.</summary>
    /// <param name="source">What it is made from.</param>
    /// <param name="seed">Its seed.</param>
    public static CameraExercise? Of(PracticeSource source, int seed)
    {
        if (SetToSheet.AtSheet(source) is not { } right || Moved.Any(s => !PracticeBody.IsWorkable(s, source.Model)))
        {
            return null;
        }

        // A is balanced on the number nearest to the light; a memory that was taken on a card says nothing to compare.
        (PracticeCamera a, _) = right.After([]);
        SettingValue[] numbers = [.. Places(a, Setting.WhiteBalance)];
        SettingValue[] irises = [.. Places(a, Setting.Iris)];
        if (
            numbers.Length < 2
            || irises.Length < 2
            || a.Body.IsAutomatic(Setting.Iris)
            || a.Body.Value<SettingValue.Iris>(Setting.Iris) is not { } iris
        )
        {
            return null;
        }

        double light = new Kelvin(right.Scene.LightK).ToMired().Value;
        SettingValue white = numbers.MinBy(n => Math.Abs(MiredOf(n) - light))!;
        ImmutableArray<PracticeMove> reference = [.. right.Prepared, PracticeCamera.MoveTo(Setting.WhiteBalance, white)];
        SettingValue[] otherIrises =
        [
            .. irises.Where(v => Math.Abs(((SettingValue.Iris)v).Number.OpennessFrom(iris.Number).Value) is >= LeastStops and <= MostStops),
        ];
        SettingValue[] otherWhites = [.. numbers.Where(v => Math.Abs(MiredOf(v) - MiredOf(white)) >= LeastMired)];
        if (otherIrises.Length == 0 || otherWhites.Length == 0)
        {
            return null;
        }

        var chance = new Random(seed);
        for (int draw = 0; draw < Draws; draw++)
        {
            CameraExercise drawn = right with
            {
                Kind = ExerciseKind.TwoCameras,
                Seed = seed,
                Scored = [.. Moved],
                Tag = $"B{chance.Next(1000)}",
                ReferenceTag = $"A{chance.Next(1000)}",
                Reference = reference,
                Prepared =
                [
                    .. reference,
                    PracticeCamera.MoveTo(Setting.Iris, chance.One(otherIrises)),
                    PracticeCamera.MoveTo(Setting.WhiteBalance, chance.One(otherWhites)),
                ],
            };
            if (!IsMatched(drawn, []) && IsMatched(drawn, Solution(drawn)))
            {
                return drawn;
            }
        }

        return null;
    }

    /// <summary>What B differs from A by, as a grey card measured on both says.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="moves">What was done to B.</param>
    public static MatchRest Rest(CameraExercise exercise, IEnumerable<PracticeMove> moves) =>
        Rest(exercise, Seen(exercise.Other()!, exercise.ReferenceTag), exercise.After(moves).Camera);

    /// <summary>Whether B is as near as its detents allow, or within the tolerance of a match.</summary>
    /// <param name="exercise">The exercise.</param>
    /// <param name="moves">What was done to B.</param>
    public static bool IsMatched(CameraExercise exercise, IReadOnlyCollection<PracticeMove> moves)
    {
        MatchRest rest = Rest(exercise, moves);
        (double stops, double mired) = HalfSteps(exercise.After(moves).Camera);
        return Math.Abs(rest.Stops) <= Math.Max(Matching.Tolerance.Stops, stops) + Guard.Edge
            && Math.Abs(rest.Mired) <= Math.Max(Matching.Tolerance.Mired, mired) + Guard.Edge;
    }

    /// <summary>What a careful person does: each control to the detent that leaves least.</summary>
    /// <param name="exercise">The exercise.</param>
    public static ImmutableArray<PracticeMove> Solution(CameraExercise exercise)
    {
        (double Stops, double Mired) a = Seen(exercise.Other()!, exercise.ReferenceTag);
        (PracticeCamera camera, _) = exercise.After([]);
        ImmutableArray<PracticeMove> done = [];
        foreach (Setting setting in Moved)
        {
            PracticeMove best = Places(camera, setting)
                .Select(v => PracticeCamera.MoveTo(setting, v))
                .MinBy(m =>
                {
                    PracticeCamera tried = camera.Copy();
                    tried.Work([m]);
                    MatchRest rest = Rest(exercise, a, tried);
                    return Math.Abs(setting == Setting.Iris ? rest.Stops : rest.Mired);
                })!;
            camera.Work([best]);
            done = done.Add(best);
        }

        return done;
    }

    private static MatchRest Rest(CameraExercise exercise, (double Stops, double Mired) a, PracticeCamera camera)
    {
        (double stops, double mired) = Seen(camera, exercise.Tag);
        return new MatchRest(stops - a.Stops, a.Mired - mired, 0);
    }

    private static IEnumerable<SettingValue> Places(PracticeCamera camera, Setting setting) =>
        Dial.Of(setting, camera.Body.Control).Detents.Select(d => d.Value).Where(v => v is SettingValue.Iris or SettingValue.WhiteNumber);

    private static double MiredOf(SettingValue value) => ((SettingValue.WhiteNumber)value).Temperature.ToMired().Value;

    // Half of what lies between the detents beside the one it stands at.
    private static (double Stops, double Mired) HalfSteps(PracticeCamera camera)
    {
        double Half(Setting setting, Func<SettingValue, double?> at)
        {
            double[] all = [.. Dial.Of(setting, camera.Body.Control).Detents.Select(d => at(d.Value)).OfType<double>().Distinct().Order()];
            double? here = camera.Body.Value<SettingValue>(setting) is { } value ? at(value) : null;
            return here is not { } now || all.Length < 2
                ? 0
                : all.Zip(all.Skip(1))
                    .Where(p => p.First <= now + Guard.Edge && p.Second >= now - Guard.Edge)
                    .Select(p => (p.Second - p.First) / 2)
                    .DefaultIfEmpty(0)
                    .Max();
        }

        return (
            Half(Setting.Iris, v => v is SettingValue.Iris i ? -2 * Math.Log2(i.Number.Value) : null),
            Half(Setting.WhiteBalance, v => v is SettingValue.WhiteNumber w ? w.Temperature.ToMired().Value : null)
        );
    }

    // Stops over the meter and the mired it is balanced for, its own faults included.
    private static (double Stops, double Mired) Seen(PracticeCamera camera, string tag)
    {
        var error = UnitError.Of(tag);
        (double stronger, double warmer) = UnitError.OfFilter(tag, camera.Body.FilterStops);
        double set = camera.Body.Value<SettingValue.WhiteNumber>(Setting.WhiteBalance)?.Temperature.ToMired().Value
            ?? new Kelvin(camera.Body.Scene.LightK).ToMired().Value;
        return (StandInLight.FromMeter(camera.Body).Value + error.Stops - stronger, set + error.Mired + warmer);
    }
}
